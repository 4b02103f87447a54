import { wishedDay } from '../../client/words.ts';
import type { Drill } from '../../core/drills/schema.ts';
import { standInsFor } from '../../core/drills/terms.ts';
import { fitLayout, UNKNOWN_STEP } from '../../core/layouts/fit.ts';
import { routeInWords } from '../../core/layouts/route-words.ts';
import { planOfDrill } from '../../core/moves/of-drill.ts';
import { MovesProblem } from '../../core/moves/problem.ts';
import { kitOf } from '../../core/planning/checks.ts';
import { itemsOf, measureSession } from '../../core/planning/measure.ts';
import { doseInWords } from '../../core/scores/result.ts';
import { t, term } from '../../core/text/translate.ts';
import { minutesInWords } from '../../core/training/dose.ts';
import { feetToScore, type Runner, roundsOf } from '../../core/training/index.ts';
import type { Item, Session, WeekPlan } from '../../core/weeks/schema.ts';
import { Skyline, Yard } from '../../ui/notations/index.ts';
import { Strip } from '../../ui/notations/moves/Strip.tsx';

interface Props {
  squad: string;
  number: number;
  plan: WeekPlan;
  drills: ReadonlyMap<string, Drill>;
  runner: Runner;
}

const feetOf = (item: Item) => feetToScore(item, 'right');

/** The lines of a hand-score table: one for each go and foot that is counted. */
function scoreLines(session: Session): { key: string; item: Item; foot: string; go: number; of: number }[] {
  return itemsOf(session)
    .filter((item) => item.scored)
    .flatMap((item) =>
      Array.from({ length: roundsOf(item) }, (_, round) => round).flatMap((round) =>
        feetOf(item).map((foot) => ({
          key: `${item.id}${round}${foot}`,
          item,
          foot: foot === 'both' ? '' : foot,
          go: round + 1,
          of: roundsOf(item),
        })),
      ),
    );
}

/** The drills of a session, each once, in order. */
const drillsIn = (session: Session, drills: ReadonlyMap<string, Drill>): Drill[] =>
  [...new Set(itemsOf(session).map((item) => item.drillId))].flatMap((id) => drills.get(id) ?? []);

/** A drill in pictures; nothing for one whose moves nobody has said, or that cannot be read. */
function InPictures({ drill }: { drill: Drill }) {
  try {
    const plan = planOfDrill(drill);
    return plan && <Strip plan={plan} label={t('{name}, step by step', { name: drill.name })} narrow />;
  } catch (error) {
    if (error instanceof MovesProblem) return null;
    throw error;
  }
}

/** How the session's drills go, in pictures. */
function HowTheyGo({ session, drills }: { session: Session; drills: readonly Drill[] }) {
  const shown = drills.filter((drill) => drill.moves);
  if (shown.length === 0) return null;
  return (
    <section className="flex flex-wrap gap-x-5 gap-y-2" aria-label={t('{name}, how the drills go', { name: session.name })}>
      <h3 className="w-full">{t('How the drills go')}</h3>
      {shown.map((drill) => (
        <section key={drill.id}>
          <h4 className="font-semibold text-sm">
            {drill.name}
            {drill.moves?.free && t(' (you are free here; this is one way)')}
          </h4>
          <InPictures drill={drill} />
        </section>
      ))}
    </section>
  );
}

function Sheet({ squad, number, plan, session, drills, runner }: Props & { session: Session }) {
  const { sheet, dose } = measureSession(session, drills, runner);
  const items = itemsOf(session);
  const kit = kitOf(items, drills);
  const used = drillsIn(session, drills);
  const layouts = used.flatMap((drill) => {
    const fitted = drill.layout ? fitLayout(drill.layout, null, UNKNOWN_STEP) : null;
    return fitted ? [{ drill, fitted }] : [];
  });
  return (
    <article className="flex flex-col gap-3" aria-label={session.name}>
      <header className="flex items-baseline justify-between border-ink border-b-2 pb-1">
        <h2 className="text-2xl">{session.name}</h2>
        <p>
          {t('{squad} · week {number}: {title} · {wishedDay} · {minutesInWords}', {
            squad,
            number,
            title: plan.title,
            wishedDay: wishedDay(session.day),
            minutesInWords: minutesInWords(dose),
          })}
        </p>
      </header>
      <Skyline intervals={sheet} width={680} height={80} summary={`${session.name}: ${minutesInWords(dose)}`} />
      <p>
        <strong>{t('Fetch:')}</strong>{' '}
        {kit.length > 0 ? kit.map((one) => t('{one} (or {standIns})', { one, standIns: standInsFor(one)[0] })).join(', ') : t('nothing')}.{' '}
        {[...new Set(used.flatMap((drill) => drill.cautions))].join(' ')}
      </p>
      <ol className="columns-2 gap-x-6 text-sm">
        {session.blocks
          .filter((block) => block.items.length > 0)
          .map((block) => (
            <li key={block.id} className="pb-1">
              <h3 className="break-after-avoid">{term(block.kind)}</h3>
              <ul>
                {block.items.map((item) => {
                  const drill = drills.get(item.drillId);
                  if (!drill) return null;
                  return (
                    <li key={item.id} className="break-inside-avoid pb-1">
                      <strong>{drill.name}</strong>, {doseInWords(item.dose)}
                      {roundsOf(item) > 1 && ` × ${roundsOf(item)}`}
                      {item.side !== 'untracked' && `, ${term(item.side)}`}
                      {item.paces.length > 0 &&
                        ` (${item.paces.map((stretch) => `${term(stretch.pace)} ${stretch.seconds} s`).join(', ')})`}
                      {item.note && <span className="block italic">{item.note}</span>}
                      {item.scored && (
                        <span className="block text-dust">
                          {t('Counts: {counts} Does not count: {doesNotCount}', {
                            counts: drill.counting.counts,
                            doesNotCount: drill.counting.doesNotCount,
                          })}
                        </span>
                      )}
                    </li>
                  );
                })}
              </ul>
            </li>
          ))}
      </ol>
      {layouts.length > 0 && (
        <div className="flex flex-wrap gap-6">
          {layouts.map(({ drill, fitted }) => (
            <figure key={drill.id} className="w-52 break-inside-avoid">
              <Yard
                placed={fitted.placed}
                route={fitted.route}
                step={UNKNOWN_STEP}
                width={200}
                height={170}
                summary={t('Layout of {name}', { name: drill.name })}
              />
              <figcaption className="text-sm">
                <strong>{drill.name}.</strong>{' '}
                {fitted.route && `${routeInWords(fitted.route).join('. ')}. ${fitted.route.backInWords ?? ''}`}
              </figcaption>
            </figure>
          ))}
        </div>
      )}
      <HowTheyGo session={session} drills={used} />
      {items.some((item) => item.scored) && (
        <table className="w-full border-collapse text-sm">
          <caption className="text-start font-bold font-display text-base">{t('Write it down: my numbers')}</caption>
          <thead>
            <tr>
              {[t('Drill'), t('Foot'), t('Go'), t('Number'), t('Slips'), t('By clock?'), t('Day')].map((head) => (
                <th key={head} scope="col" className="border border-ink px-2 py-1 text-start">
                  {head}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {scoreLines(session).map(({ key, item, foot, go, of }) => (
              // However small the rest: a row that a hand can write in.
              <tr key={key} className="h-[calc(5mm/var(--zoom))]">
                <td className="border border-ink px-2">
                  {drills.get(item.drillId)?.name}, {doseInWords(item.dose)}
                </td>
                <td className="border border-ink px-2">{foot && term(foot)}</td>
                <td className="border border-ink px-2">{of > 1 ? t('{go} of {of}', { go, of }) : ''}</td>
                {['number', 'slips', 'clock', 'day'].map((cell) => (
                  <td key={cell} className="w-20 border border-ink px-2" />
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <p className="text-dust text-sm">{t('Player: ______________________ Stop on pain or dizziness, and tell a grown-up.')}</p>
    </article>
  );
}

/** A week on paper: one page a session with skyline, layouts, pictures of its drills, counting rules and a table to write the numbers in. */
export function PrintSheets(props: Props) {
  return (
    <div className="flex flex-col gap-8 overflow-x-auto print:block">
      {props.plan.sessions.map((session) => (
        <div key={session.id} className="one-page mx-auto" data-one-page>
          <Sheet {...props} session={session} />
        </div>
      ))}
      {props.plan.sessions.length === 0 && <p>{t('This week has no session yet, so there is nothing to print.')}</p>}
    </div>
  );
}
