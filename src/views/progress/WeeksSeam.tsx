import { dayInWords } from '../../client/words.ts';
import type { WeekOfPlayer } from '../../contract/progress.ts';
import { t } from '../../core/text/translate.ts';
import { Seam } from '../../ui/notations/index.ts';

/** Week by week: touches of each foot down the seam, and below what was done, by its day, and how even the feet were; opened by a press where folded. */
export function WeeksSeam({ weeks, shown = 10, folded = false }: { weeks: readonly WeekOfPlayer[]; shown?: number; folded?: boolean }) {
  const rows = weeks.slice(-shown);
  if (rows.length === 0) return <p className="text-dust">{t('No week has opened since this player joined.')}</p>;
  return (
    <div className="flex flex-col gap-3">
      <Seam
        half={110}
        rows={rows.map((week) => ({ label: t('week {number}', { number: week.number }), ...week.touches }))}
        summary={t('Counted touches a week, left and right: {rows}', {
          rows: rows
            .map((week) =>
              t('week {number} {left} and {right}', { number: week.number, left: week.touches.left, right: week.touches.right }),
            )
            .join(', '),
        })}
      />
      {folded ? (
        <details>
          <summary className="text-sm">{t('What was done, week by week')}</summary>
          <WeeksTable rows={rows} />
        </details>
      ) : (
        <WeeksTable rows={rows} />
      )}
    </div>
  );
}

function WeeksTable({ rows }: { rows: readonly WeekOfPlayer[] }) {
  return (
    <div className="overflow-x-auto">
      <table className="w-full text-sm">
        <thead className="text-dust">
          <tr>
            <th scope="col" className="text-start font-normal">
              {t('week')}
            </th>
            <th scope="col" className="text-end font-normal">
              {t('done')}
            </th>
            <th scope="col" className="text-end font-normal">
              {t('by its day')}
            </th>
            <th scope="col" className="text-end font-normal">
              {t('records')}
            </th>
            <th scope="col" className="text-end font-normal">
              {t('foot balance')}
            </th>
          </tr>
        </thead>
        <tbody>
          {rows.map((week) => (
            <tr key={week.number} className="border-joint border-t">
              <th scope="row" className="py-1 text-start font-normal">
                {week.number} <span className="text-dust">{dayInWords(week.startsOn)}</span>
              </th>
              <td className="text-end">{t('{done} of {set}', { done: week.done, set: week.set })}</td>
              <td className="text-end">{week.onTime}</td>
              <td className="text-end">{week.records === 0 ? '' : week.records}</td>
              <td className="text-end">{week.balance === null ? '–' : week.balance.toFixed(2)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
