import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { call } from '../../client/client.ts';
import { guarded } from '../../client/guarded.tsx';
import { useAttempt } from '../../client/use-attempt.ts';
import type { NotThereYet } from '../../contract/tables.ts';
import { weeksApi } from '../../contract/weeks.ts';
import { plural, t } from '../../core/text/translate.ts';
import { Button, Empty, Notice } from '../../ui/parts/index.ts';
import { SquadTabs } from '../squads/SquadTabs.tsx';

/** Who has not met it: by name, or everybody but the few who have. */
function notYetWords({ notYet, has, tried }: NotThereYet['rows'][number]): string {
  if (has.length === 0) return t('everybody who tried');
  return notYet.length > tried / 2 ? t('all but {has}', { has: has.join(', ') }) : notYet.join(', ');
}

/** What the squad cannot do yet: of each drill of the last weeks, the share that met the band of their level. */
export const GroundView = guarded(function GroundView({ ground, squad }: { ground: NotThereYet; squad: string }) {
  const [all, setAll] = useState(false);
  const { done, said, problem, busy, attempt } = useAttempt();
  const put = (drillId: string, drillName: string) =>
    attempt(async () => {
      const week = await call(weeksApi.putIn, { squad }, { id: uuid(), drill: drillId });
      return t('“{drillName}” is in week {number}.', { drillName, number: week.number });
    });
  const open = ground.rows.filter((row) => row.met < row.tried);
  const rows = all ? ground.rows : open;
  return (
    <div className="flex flex-col gap-4">
      <h1>{t('Squad')}</h1>
      <SquadTabs squad={squad} here="/ground" />
      <p className="max-w-3xl text-dust">
        {t(
          'Drills of the last {weeks}, the ones that the fewest can do first: ground for the next week. Everybody is measured by what is usual at their level, each foot by itself.',
          { weeks: plural(ground.weeks, 'week') },
        )}
      </p>
      <label className="flex items-center gap-2">
        <input type="checkbox" className="size-5" checked={all} onChange={(event) => setAll(event.target.checked)} />
        {t('Also what everybody can do ({rows})', { rows: ground.rows.length - open.length })}
      </label>
      {done && said && <Notice tone="done">{said}</Notice>}
      {problem && <Notice tone="stop">{problem}</Notice>}
      {rows.length === 0 ? (
        <Empty scene={ground.rows.length === 0 ? 'ball waits' : 'done'}>
          {ground.rows.length === 0
            ? t('No counted numbers yet. They come with the first sessions.')
            : t('Everybody can do every drill. Time for harder ones.')}
        </Empty>
      ) : (
        <section className="slab overflow-x-auto" aria-label={t('What the squad cannot do yet')}>
          <table className="w-full border-collapse">
            <thead>
              <tr className="border-joint border-b text-sm">
                <th scope="col" className="px-3 py-2 text-start">
                  {t('Drill')}
                </th>
                <th scope="col" className="w-56 px-3 py-2 text-start">
                  {t('Can do it')}
                </th>
                <th scope="col" className="px-3 py-2 text-end">
                  {t('Foot balance')}
                </th>
                <th scope="col" className="px-3 py-2 text-start">
                  {t('Not there yet')}
                </th>
                <th scope="col" className="px-3 py-2">
                  <span className="sr-only">{t('What to do')}</span>
                </th>
              </tr>
            </thead>
            <tbody>
              {rows.map((row) => (
                <tr key={row.key} className="border-joint border-b align-top last:border-0">
                  <th scope="row" className="px-3 py-2 text-start font-normal">
                    <a href={`/coach/${squad}/drills/${row.drillId}`}>{row.drillName}</a>{' '}
                    <span className="text-dust text-sm">{row.doseWords}</span>
                  </th>
                  <td className="px-3 py-2">
                    <div className="flex items-center gap-2">
                      <svg viewBox="0 0 100 10" className="h-2.5 w-24 shrink-0" aria-hidden>
                        <rect width="100" height="10" fill="var(--joint)" />
                        <rect width={(100 * row.met) / row.tried} height="10" fill="var(--moss)" />
                      </svg>
                      <span className="whitespace-nowrap">
                        {row.estimated ? '≈ ' : ''}
                        {t('{met} of {tried}', { met: row.met, tried: row.tried })}
                      </span>
                    </div>
                  </td>
                  <td className="px-3 py-2 text-end">{row.balance === null ? '' : row.balance.toFixed(2)}</td>
                  <td className="px-3 py-2 text-dust text-sm">{notYetWords(row)}</td>
                  <td className="px-3 py-2 text-end">
                    <Button
                      size="tight"
                      className="whitespace-nowrap"
                      disabled={busy}
                      aria-label={t('Put {drillName} in the next week', { drillName: row.drillName })}
                      onClick={() => void put(row.drillId, row.drillName)}
                    >
                      {t('In the next week')}
                    </Button>
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
          {rows.some((row) => row.estimated) && <p className="px-3 py-2 text-dust text-sm">{t('≈ what is usual here is an estimate')}</p>}
        </section>
      )}
    </div>
  );
});
