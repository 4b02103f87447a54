import { guarded } from '../../client/guarded.tsx';
import { footInWords, number } from '../../client/words.ts';
import type { WeekComparison, WeekSide } from '../../contract/tables.ts';
import { english, t, term } from '../../core/text/translate.ts';
import { Seam } from '../../ui/notations/index.ts';
import { Notice } from '../../ui/parts/index.ts';
import { SquadTabs } from '../squads/SquadTabs.tsx';

function WeekPick({
  label,
  value,
  weeks,
  onPick,
}: {
  label: string;
  value: string;
  weeks: WeekComparison['weeks'];
  onPick(id: string): void;
}) {
  return (
    <label className="flex items-center gap-2">
      <span className="text-dust">{label}</span>
      <select className="field" value={value} onChange={(event) => onPick(event.target.value)}>
        {weeks.map((one) => (
          <option key={one.id} value={one.id}>
            {one.number}: {one.title}
          </option>
        ))}
      </select>
    </label>
  );
}

const share = (part: number, whole: number) => (whole === 0 ? '–' : `${Math.round((part / whole) * 100)} %`);

const LINES: [words: string, of: (side: WeekSide) => string][] = [
  [english('Players who trained'), (side) => String(side.trained)],
  [
    english('Sessions done'),
    (side) => t('{done} of {set} ({share})', { done: side.done, set: side.set, share: share(side.done, side.set) }),
  ],
  [english('By their day'), (side) => `${side.onTime} (${share(side.onTime, side.set)})`],
  [english('Scored goes'), (side) => String(side.goes)],
  [english('Records'), (side) => String(side.records)],
];

/** Two weeks of a squad side by side. */
export const CompareView = guarded(function CompareView({ weeks: found, squad }: { weeks: WeekComparison; squad: string }) {
  const { a, b, weeks } = found;
  const go = (first: string, second: string) => window.location.assign(`/coach/${squad}/squad/compare?a=${first}&b=${second}`);
  return (
    <div className="flex flex-col gap-4">
      <h1>{t('Squad')}</h1>
      <SquadTabs squad={squad} here="/compare" />
      {!a || !b ? (
        <Notice>{t('Two weeks have to be over, or open, before they can be compared.')}</Notice>
      ) : (
        <>
          <div className="flex flex-wrap gap-x-6 gap-y-2">
            <WeekPick label={t('Earlier week')} value={a.week.id} weeks={weeks} onPick={(id) => go(id, b.week.id)} />
            <WeekPick label={t('Later week')} value={b.week.id} weeks={weeks} onPick={(id) => go(a.week.id, id)} />
          </div>
          <div className="grid items-start gap-4 lg:grid-cols-2">
            <section className="slab p-4" aria-label={t('Both weeks in short')}>
              <table className="w-full">
                <thead>
                  <tr className="text-dust text-sm">
                    <th scope="col">
                      <span className="sr-only">{t('what')}</span>
                    </th>
                    <th scope="col" className="text-end font-normal">
                      {t('week {number}', { number: a.week.number })}
                    </th>
                    <th scope="col" className="text-end font-normal">
                      {t('week {number}', { number: b.week.number })}
                    </th>
                  </tr>
                </thead>
                <tbody>
                  {LINES.map(([words, of]) => (
                    <tr key={words} className="border-joint border-t">
                      <th scope="row" className="py-1.5 text-start font-normal">
                        {term(words)}
                      </th>
                      <td className="text-end">{of(a)}</td>
                      <td className="text-end font-semibold">{of(b)}</td>
                    </tr>
                  ))}
                </tbody>
              </table>
            </section>
            <section className="slab p-4" aria-label={t('Counted touches')}>
              <h2>{t('Counted touches of the squad')}</h2>
              <Seam
                rows={[
                  { label: t('week {number}', { number: a.week.number }), ...a.touches },
                  { label: t('week {number}', { number: b.week.number }), ...b.touches },
                ]}
                summary={t('Touches left and right: week {number} {left} and {right}, week {number2} {left2} and {right2}.', {
                  number: a.week.number,
                  left: a.touches.left,
                  right: a.touches.right,
                  number2: b.week.number,
                  left2: b.touches.left,
                  right2: b.touches.right,
                })}
              />
            </section>
          </div>
          <section className="slab overflow-x-auto p-4" aria-label={t('Drills of both weeks')}>
            <h2>{t('Drills of both weeks')}</h2>
            {found.drills.length === 0 ? (
              <p className="text-dust">{t('No drill was done at the same dose in both.')}</p>
            ) : (
              <table className="w-full">
                <thead>
                  <tr className="text-dust text-sm">
                    <th scope="col" className="text-start font-normal">
                      {t('drill')}
                    </th>
                    <th scope="col" className="text-end font-normal">
                      {t('middle, week {number}', { number: a.week.number })}
                    </th>
                    <th scope="col" className="text-end font-normal">
                      {t('middle, week {number}', { number: b.week.number })}
                    </th>
                    <th scope="col" className="text-end font-normal">
                      {t('got better')}
                    </th>
                  </tr>
                </thead>
                <tbody>
                  {found.drills.map((drill) => (
                    <tr key={drill.key} className="border-joint border-t">
                      <th scope="row" className="py-1 text-start font-normal">
                        {drill.drillName}{' '}
                        <span className="text-dust text-sm">
                          {drill.doseWords}
                          {drill.foot === 'both' ? '' : `, ${footInWords(drill.foot)}`}
                          {drill.better === 'less' ? t(', less is better') : ''}
                        </span>
                      </th>
                      <td className="text-end">{number(drill.a)}</td>
                      <td className="text-end font-semibold">
                        {number(drill.b)} <span className="font-normal text-dust text-sm">{drill.unit}</span>
                      </td>
                      <td className="whitespace-nowrap text-end">
                        {t('{improved} of {players}', { improved: drill.improved, players: drill.players })}
                      </td>
                    </tr>
                  ))}
                </tbody>
              </table>
            )}
          </section>
          <section className="slab overflow-x-auto p-4" aria-label={t('Players in both weeks')}>
            <h2>{t('Players')}</h2>
            <table className="w-full">
              <thead>
                <tr className="text-dust text-sm">
                  <th scope="col" className="text-start font-normal">
                    {t('player')}
                  </th>
                  {[english('sessions'), english('touches'), english('records')].map((what) => (
                    <th key={what} scope="col" className="text-end font-normal">
                      {term(what)}
                    </th>
                  ))}
                </tr>
              </thead>
              <tbody>
                {found.players.map((one) => (
                  <tr key={one.playerId} className="border-joint border-t">
                    <th scope="row" className="py-1 text-start font-normal">
                      <a href={`/coach/${squad}/players/${one.playerId}`}>{one.nickname}</a>
                    </th>
                    {(
                      [
                        ['sessions', one.doneA, one.doneB],
                        ['touches', one.touchesA, one.touchesB],
                        ['records', one.recordsA, one.recordsB],
                      ] as const
                    ).map(([what, was, is]) => (
                      <td key={what} className="text-end">
                        <span className="text-dust">{was}</span> → <b>{is}</b>
                      </td>
                    ))}
                  </tr>
                ))}
              </tbody>
            </table>
          </section>
        </>
      )}
    </div>
  );
});
