import { dateInWords, dayInWords, footInWords, number } from '../../client/words.ts';
import type { PlayerPage } from '../../contract/progress.ts';
import { trainedInWords } from '../../core/streaks/asks.ts';
import { plural, t } from '../../core/text/translate.ts';
import { Laces } from '../../ui/notations/index.ts';
import { WeeksSeam } from './WeeksSeam.tsx';

const RECORDS_SHOWN = 14;
const WEEKS_SHOWN = 12;

/** A player's season on one page, to print: records, both feet, weeks, streak, milestones, the coach's last lines. Nothing that is for coaches only. */
export function SeasonSheet({ player }: { player: PlayerPage }) {
  const { ledger, streak } = player;
  const sets = player.weeks.reduce((sum, week) => sum + week.set, 0);
  const done = player.weeks.reduce((sum, week) => sum + week.done, 0);
  const records = player.drills
    .flatMap((drill) => drill.feet.flatMap((foot) => (foot.record ? [{ drill, foot, record: foot.record }] : [])))
    .filter(({ drill }) => drill.measure !== 'time on');
  const milestones = player.drills
    .flatMap((drill) => drill.milestones.map((one) => ({ ...one, drill: drill.drillName })))
    .sort((a, b) => b.at - a.at)
    .slice(0, 8);
  return (
    <article className="flex flex-col gap-3 text-sm" aria-label={t('Season sheet of {nickname}', { nickname: player.nickname })}>
      <header className="flex flex-wrap items-baseline justify-between gap-3 border-ink border-b-2 pb-1">
        <h1>{player.nickname}</h1>
        <p>
          {player.squadName} · {dayInWords(player.today)}
        </p>
      </header>
      <p className="text-base">
        {t(
          '{done} of {sessions} done · {current} in a row, best ever {best} · {left} counted touches, {left2} left and {right} right{behind}',
          {
            done,
            sessions: plural(sets, 'session'),
            current: streak.current,
            best: trainedInWords(streak.best, streak.unit),
            left: ledger.left + ledger.right,
            left2: ledger.left,
            right: ledger.right,
            behind: ledger.behind === 'both' ? '' : t(' ({behind} {deficit} behind)', { behind: ledger.behind, deficit: ledger.deficit }),
          },
        )}
      </p>
      <Laces tiny cells={player.strip} summary={t('Laces of the last eight weeks: {current} in a row now.', { current: streak.current })} />
      <div className="grid gap-6 grid-cols-2">
        <section>
          <h2>{t('Bests')}</h2>
          <table className="w-full">
            <tbody>
              {records.slice(0, RECORDS_SHOWN).map(({ drill, foot, record }) => (
                <tr key={`${drill.key}|${foot.foot}`} className="border-joint border-t">
                  <th scope="row" className="py-0.5 text-start font-normal">
                    {drill.drillName}{' '}
                    <span className="text-dust">
                      {drill.doseWords}
                      {foot.foot === 'both' ? '' : `, ${footInWords(foot.foot)}`}
                    </span>
                  </th>
                  <td className="whitespace-nowrap text-end">
                    <b>{number(record.result)}</b> {drill.unit} <span className="text-dust">{dateInWords(record.at, player.timeZone)}</span>
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
          {records.length > RECORDS_SHOWN && (
            <p className="text-dust">{t('and {bests} more', { bests: plural(records.length - RECORDS_SHOWN, 'best') })}</p>
          )}
        </section>
        <section>
          <h2>{t('Week by week')}</h2>
          <WeeksSeam weeks={player.weeks} shown={WEEKS_SHOWN} />
        </section>
      </div>
      {milestones.length > 0 && (
        <section>
          <h2>{t('Milestones')}</h2>
          <p>
            {milestones
              .map(
                (one) =>
                  `${one.drill}: ${one.label}${one.foot === 'both' ? '' : `, ${footInWords(one.foot)}`} (${dateInWords(one.at, player.timeZone)})`,
              )
              .join(' · ')}
          </p>
        </section>
      )}
      {player.lines.some((line) => line.line) && (
        <section>
          <h2>{t('From the coach')}</h2>
          <ul>
            {player.lines
              .filter((line) => line.line)
              .slice(0, 4)
              .map((line) => (
                <li key={line.decisionId}>
                  <span className="text-dust">{line.drillName}:</span> {line.line}
                </li>
              ))}
          </ul>
        </section>
      )}
    </article>
  );
}
