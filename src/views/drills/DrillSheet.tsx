import type { ReactNode } from 'react';
import { harderThan, stairsThrough } from '../../core/drills/edges.ts';
import type { Drill } from '../../core/drills/schema.ts';
import { inSchool } from '../../core/drills/schools.ts';
import { CONTACT_WORDS, type ContactSchool, resultUnit, standInsInWords } from '../../core/drills/terms.ts';
import { UNKNOWN_STEP } from '../../core/layouts/fit.ts';
import { t, term } from '../../core/text/translate.ts';
import { StageSoon, Staircase } from '../../ui/notations/index.ts';
import { InItsLanguage } from './InItsLanguage.tsx';
import { LayoutFigure } from './LayoutFigure.tsx';

interface Props {
  drill: Drill;
  /** The whole shelf, for the links up and down. */
  shelf: readonly Drill[];
  met: ReadonlySet<string>;
  school: ContactSchool;
  /** Where a drill's own page is. */
  hrefOf(id: string): string;
  /** Weeks it is planned in. */
  usedIn?: readonly { id: string; number: number; href: string }[];
  /** True on a page of its own, where the name is the heading of the page. */
  alone?: boolean;
  /** Links and buttons beside the name. */
  tools?: ReactNode;
  /** The coach’s own film of it, and the way to make one. */
  film?: ReactNode;
}

const list = (items: readonly string[]) => (
  <ul className="list-disc ps-5">
    {items.map((one) => (
      <li key={one}>{one}</li>
    ))}
  </ul>
);

function Bands({ drill, Part }: { drill: Drill; Part: 'h2' | 'h3' }) {
  if (drill.bands.length === 0) return null;
  const per = (n: number | null) =>
    n === null
      ? 'any'
      : drill.measure === 'fixed reps' || drill.measure === 'surfaces'
        ? t('{n} reps', { n })
        : drill.measure === 'sets'
          ? t('{n} sets', { n })
          : `${n} s`;
  return (
    <section>
      <Part className="text-base">{t('What three levels reach ({resultUnit})', { resultUnit: resultUnit(drill.measure) })}</Part>
      <table className="w-full max-w-md text-sm">
        <thead className="text-dust">
          <tr>
            {['dose', 'starting', 'steady', 'strong', ''].map((head) => (
              <th key={head} scope="col" className="py-0.5 pe-4 text-start font-normal">
                {head ? term(head) : <span className="sr-only">{t('where from')}</span>}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {drill.bands.map((band) => (
            <tr key={band.per ?? 'any'} className="border-joint border-t">
              <td className="py-0.5">{per(band.per)}</td>
              <td>{band.starting}</td>
              <td>{band.steady}</td>
              <td>{band.strong}</td>
              <td className="text-dust">{band.estimated ? t('our estimate') : t('seen in practice')}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

function ages({ minAge, maxAge }: Drill): string {
  if (minAge !== null && maxAge !== null) return t('ages {minAge} to {maxAge}', { minAge, maxAge });
  if (minAge !== null) return t('from {minAge} years', { minAge });
  return maxAge !== null ? t('up to {maxAge} years', { maxAge }) : '';
}

/** One drill, whole: steps, cues, faults, counting rule, layout, bands, the stairs it stands on, and where it is used. */
export function DrillSheet({ drill: given, shelf, met, school, hrefOf, usedIn = [], alone = false, tools, film }: Props) {
  const Heading = alone ? 'h1' : 'h2';
  const Part = alone ? 'h2' : 'h3';
  const drill = inSchool(given, school);
  const { pace } = drill;
  const stairs = stairsThrough(shelf, drill.id);
  const harder = harderThan(shelf, drill.id);
  const easier = drill.easier.flatMap((id) => shelf.find((one) => one.id === id) ?? []);
  const twin = drill.twin ? shelf.find((one) => one.id === drill.twin) : undefined;
  const facts = [term(drill.family), term(drill.measure), term(drill.sides), ages(drill), ...drill.loads.map(term)].filter(Boolean);
  const links = (drills: readonly Drill[]) =>
    drills.map((one, i) => (
      <span key={one.id}>
        {i > 0 && ', '}
        <a href={hrefOf(one.id)}>{one.name}</a>
      </span>
    ));
  return (
    <article className="slab flex flex-col gap-3 p-4 print:border-0" aria-label={drill.name}>
      <header className="flex flex-wrap items-start justify-between gap-3">
        <div className="min-w-0">
          <Heading className="text-2xl">{drill.name}</Heading>
          <p className="text-dust">
            {facts.join(' · ')}
            {drill.aliases.length > 0 && t(' · also called {aliases}', { aliases: drill.aliases.join(', ') })}
          </p>
        </div>
        {tools && <div className="flex flex-wrap gap-2 print:hidden">{tools}</div>}
      </header>
      <p className="text-lg">{drill.purpose}</p>
      {drill.cautions.map((caution) => (
        <p key={caution} className="rounded-sm bg-mustard-slab px-3 py-2 text-mustard">
          {caution}
        </p>
      ))}
      <StageSoon drill={drill} large />
      {film && (
        <section className="print:hidden">
          <Part className="text-base">{t('Your own film and words')}</Part>
          {film}
        </section>
      )}
      <div className={drill.layout ? 'grid gap-4 md:grid-cols-2' : 'flex flex-col gap-3'}>
        <div className="flex flex-col gap-3">
          <section>
            <Part className="text-base">{t('How')}</Part>
            <ol className="list-decimal ps-5">
              {drill.steps.map((step) => (
                <li key={step}>
                  <InItsLanguage drill={drill} text={step} />
                </li>
              ))}
            </ol>
          </section>
          <section>
            <Part className="text-base">{t('Feel and look for')}</Part>
            {drill.contact && (
              <p className="text-dust text-sm">{t('In this squad’s school: {contactWords}.', { contactWords: CONTACT_WORDS[school] })}</p>
            )}
            {list(drill.cues)}
          </section>
          <section>
            <Part className="text-base">{t('When it goes wrong')}</Part>
            {list(drill.faults.map((fault) => `${fault.wrong}: ${fault.mend}`))}
          </section>
          <section>
            <Part className="text-base">{t('Counting: one {unit}', { unit: drill.counting.unit })}</Part>
            <p>{t('Counts: {counts}', { counts: drill.counting.counts })}</p>
            <p>{t('Does not count: {doesNotCount}', { doesNotCount: drill.counting.doesNotCount })}</p>
          </section>
        </div>
        {drill.layout && (
          <section>
            <Part className="text-base">{t('Layout')}</Part>
            <LayoutFigure name={drill.name} layout={drill.layout} step={UNKNOWN_STEP} yard={null} mirror={false} />
          </section>
        )}
      </div>
      <div className="grid gap-3 md:grid-cols-2">
        <section>
          <Part className="text-base">{t('Kit and space')}</Part>
          {drill.kit.length === 0 ? (
            <p>{t('No kit.')}</p>
          ) : (
            list(drill.kit.map((one) => t('{one}, or {standIns}', { one, standIns: standInsInWords(one) })))
          )}
          <p>{t('{space} × {width} m of free ground', { space: drill.space.length, width: drill.space.width })}</p>
        </section>
        <section>
          <Part className="text-base">
            {t('Pace, reps a second{estimated}', { estimated: pace.estimated ? t(' (our estimate)') : '' })}
          </Part>
          <p>
            {t('easy {easy} · usual {usual} · fast {fast} · nobody above {ceiling}', {
              easy: pace.easy,
              usual: pace.usual,
              fast: pace.fast,
              ceiling: pace.ceiling,
            })}
          </p>
        </section>
      </div>
      <Bands drill={drill} Part={Part} />
      {twin && drill.school && (
        <p>
          {t('This is how the school “{contactWords}” begins. The other school does', { contactWords: CONTACT_WORDS[drill.school] })}{' '}
          <a href={hrefOf(twin.id)}>{twin.name}</a> {t('in its place.')}
        </p>
      )}
      {stairs.length > 1 && (
        <section>
          <Part className="text-base">{t('Steps round it')}</Part>
          <Staircase
            width={Math.max(320, stairs.length * 132)}
            stairs={stairs.map((one) => ({
              id: one.id,
              name: one.name,
              reached: met.has(one.id) ? 'both' : null,
              here: one.id === drill.id,
            }))}
            summary={t('Steps from easier to harder: {stairs}. Shoes stand on what the squad has met.', {
              stairs: stairs.map((one) => one.name).join(', '),
            })}
          />
          <p className="text-dust text-sm">{t('Shoes stand on the steps this squad has met.')}</p>
          {easier.length > 0 && (
            <p>
              {t('Easier:')} {links(easier)}
            </p>
          )}
          {harder.length > 0 && (
            <p>
              {t('Harder:')} {links(harder)}
            </p>
          )}
        </section>
      )}
      {usedIn.length > 0 && (
        <p className="print:hidden">
          {t('Planned in')}{' '}
          {usedIn.slice(-5).map((week, i) => (
            <span key={week.id}>
              {i > 0 && ', '}
              <a href={week.href}>{t('week {number}', { number: week.number })}</a>
            </span>
          ))}
          {usedIn.length > 5 && t(' and {usedIn} weeks before', { usedIn: usedIn.length - 5 })}.
        </p>
      )}
    </article>
  );
}
