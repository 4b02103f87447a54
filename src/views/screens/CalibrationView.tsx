import { call } from '../../client/client.ts';
import { guarded } from '../../client/guarded.tsx';
import { useAttempt } from '../../client/use-attempt.ts';
import { dayInWords } from '../../client/words.ts';
import type { Calibration, Reach } from '../../contract/tables.ts';
import { weeksApi } from '../../contract/weeks.ts';
import { plural, t, term } from '../../core/text/translate.ts';
import { Button, Notice } from '../../ui/parts/index.ts';
import { SquadTabs } from '../squads/SquadTabs.tsx';

const FEW = 30;

const shareOf = ({ goes, reached }: Reach) => (goes === 0 ? 0 : (100 * reached) / goes);

/** What is done about what was seen, in words; null where nothing is. */
function easierInWords(points: number | undefined): string | null {
  if (points === undefined || Math.abs(points) < 2) return null;
  return points > 0 ? t('next ones easier by {points}', { points }) : t('next ones harder by {points}', { points: -points });
}

/** The reach rates of some groups: a dot with the width of its chance on a line from 0 to 100 %, what is meant as a mark. */
function Rates({ label, rows, aim }: { label: string; rows: readonly (Reach & { playerId?: string; easier?: number })[]; aim: number }) {
  return (
    <section className="slab p-4" aria-label={label}>
      <h2>{label}</h2>
      <table className="w-full">
        <thead className="sr-only">
          <tr>
            <th scope="col">{t('which')}</th>
            <th scope="col">{t('drawn')}</th>
            <th scope="col">{t('reached')}</th>
            <th scope="col">{t('goes')}</th>
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => {
            const share = shareOf(row);
            // 90 % of what chance alone would do around it: 1.645 standard errors of a share.
            const half = 1.645 * Math.sqrt((share * (100 - share)) / Math.max(1, row.goes));
            const [from, to] = [Math.max(0, share - half), Math.min(100, share + half)];
            return (
              <tr key={row.playerId ?? row.name} className="border-joint border-t">
                <th scope="row" className="whitespace-nowrap py-1 pe-3 text-start font-normal">
                  {row.name}
                  {easierInWords(row.easier) && <span className="block text-dust text-sm">{easierInWords(row.easier)}</span>}
                </th>
                <td className="w-full min-w-40">
                  <svg viewBox="0 0 200 16" className="h-4 w-full" preserveAspectRatio="none" aria-hidden>
                    <line x1="0" x2="200" y1="8" y2="8" stroke="var(--joint)" strokeWidth="1" vectorEffect="non-scaling-stroke" />
                    <line x1={2 * aim} x2={2 * aim} y1="1" y2="15" stroke="var(--lace)" strokeWidth="2" vectorEffect="non-scaling-stroke" />
                    <line x1={2 * from} x2={2 * to} y1="8" y2="8" stroke="var(--dust)" strokeWidth="3" vectorEffect="non-scaling-stroke" />
                    <line
                      x1={2 * share}
                      x2={2 * share}
                      y1="3"
                      y2="13"
                      stroke="var(--ink)"
                      strokeWidth="4"
                      vectorEffect="non-scaling-stroke"
                    />
                  </svg>
                </td>
                <td className="whitespace-nowrap ps-3 text-end font-semibold">{row.goes === 0 ? '–' : `${Math.round(share)} %`}</td>
                <td className="whitespace-nowrap ps-3 text-end text-dust text-sm">
                  {t('{reached} of {goes}', { reached: row.reached, goes: row.goes })}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </section>
  );
}

function sentenceFor(reach: Reach, aim: number): string {
  if (reach.goes === 0) return t('No stretch number was given yet, so there is nothing to hold it to.');
  const share = Math.round(shareOf(reach));
  if (reach.goes < FEW)
    return t('{reached} of {goes} were reached: too few goes to say more.', { reached: reach.reached, goes: reach.goes });
  const off = share - aim;
  if (Math.abs(off) <= 5) return t('The numbers are fair.');
  return t('The numbers were too {off} by about {off2} in a hundred.', {
    off: off > 0 ? t('easy to reach') : t('hard to reach'),
    off2: Math.abs(off),
  });
}

/** How often players reached their stretch numbers, beside how often they are meant to: shown as it is, with what is done about it. */
export const CalibrationView = guarded(function CalibrationView({ calibration, squad }: { calibration: Calibration; squad: string }) {
  const { given, reckoned, aim } = calibration;
  const shown = given.goes > 0 ? given : reckoned;
  const { said, problem, busy, attempt } = useAttempt();
  return (
    <div className="flex flex-col gap-4">
      <h1>{t('Squad')}</h1>
      <SquadTabs squad={squad} here="/calibration" />
      <section className="slab flex flex-col gap-2 p-4" aria-label={t('In short')}>
        <p className="flex flex-wrap items-baseline gap-x-4">
          <span className="font-bold font-display text-4xl">{shown.goes === 0 ? '–' : `${Math.round(shareOf(shown))} %`}</span>
          <span>
            {t('of the stretch numbers were reached; {aim} % is what they are meant for (', { aim })}
            <a className="underline" href={`/coach/${squad}/rules`}>
              {t('change it')}
            </a>
            ).
          </span>
        </p>
        <p>{sentenceFor(given, aim)}</p>
        {given.goes === 0 && reckoned.goes > 0 && (
          <Notice>
            {t('Shown is what stretch numbers would have been for {goes} goes that had other numbers: {sentenceFor}', {
              goes: reckoned.goes,
              sentenceFor: sentenceFor(reckoned, aim),
            })}
          </Notice>
        )}
        <div className="flex flex-wrap items-center gap-3">
          <Button
            size="small"
            disabled={busy}
            onClick={() =>
              void attempt(async () => {
                const { week, changed } = await call(weeksApi.stretchNext, { squad }, {});
                return changed === 0
                  ? t('Every counted drill of week {number} has a stretch number already.', { number: week.number })
                  : t('{drills} of week {number} {changed} stretch numbers now.', {
                      drills: plural(changed, 'drill'),
                      number: week.number,
                      changed: changed === 1 ? t('has') : t('have'),
                    });
              })
            }
          >
            {t('Use stretch numbers in the next week')}
          </Button>
          {said && <span role="status">{said}</span>}
          {problem && <span className="text-stop">{problem}</span>}
        </div>
        <p className="max-w-3xl text-dust text-sm">
          {t(
            'A stretch number comes from the last eight goes, the newest weighing most. Who missed some of the last forty gets easier ones, who reached more than meant harder ones, each measure by itself. What is looked at is the number that stood before the player; a go that waits for you is taken as it was said. The thin bar says how far chance alone could move a share. Where no fault is usual in sets, put the cones closer: there is no number under nought.',
          )}
        </p>
      </section>
      {shown.goes > 0 && (
        <div className="grid items-start gap-4 lg:grid-cols-2">
          <div className="flex flex-col gap-4">
            <Rates
              label={t('By what is measured')}
              rows={calibration.byMeasure.map((row) => ({ ...row, name: term(row.name) }))}
              aim={aim}
            />
            <Rates
              label={t('By four weeks')}
              rows={calibration.byPeriod.map((row) => ({ ...row, name: t('from {dayInWords}', { dayInWords: dayInWords(row.name) }) }))}
              aim={aim}
            />
          </div>
          <Rates label={t('By player')} rows={calibration.byPlayer} aim={aim} />
        </div>
      )}
    </div>
  );
});
