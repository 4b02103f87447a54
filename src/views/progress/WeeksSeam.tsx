import { dayInWords } from '../../client/words.ts';
import type { WeekOfPlayer } from '../../contract/progress.ts';
import { Seam } from '../../ui/notations/index.ts';

/** Week by week: touches of each foot down the seam, and below what was done, by its day, and how even the feet were; opened by a press where folded. */
export function WeeksSeam({ weeks, shown = 10, folded = false }: { weeks: readonly WeekOfPlayer[]; shown?: number; folded?: boolean }) {
  const rows = weeks.slice(-shown);
  if (rows.length === 0) return <p className="text-dust">No week has opened since this player joined.</p>;
  return (
    <div className="flex flex-col gap-3">
      <Seam
        half={110}
        rows={rows.map((week) => ({ label: `week ${week.number}`, ...week.touches }))}
        summary={`Counted touches a week, left and right: ${rows.map((week) => `week ${week.number} ${week.touches.left} and ${week.touches.right}`).join(', ')}`}
      />
      {folded ? (
        <details>
          <summary className="text-sm">What was done, week by week</summary>
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
              week
            </th>
            <th scope="col" className="text-end font-normal">
              done
            </th>
            <th scope="col" className="text-end font-normal">
              by its day
            </th>
            <th scope="col" className="text-end font-normal">
              records
            </th>
            <th scope="col" className="text-end font-normal">
              foot balance
            </th>
          </tr>
        </thead>
        <tbody>
          {rows.map((week) => (
            <tr key={week.number} className="border-joint border-t">
              <th scope="row" className="py-1 text-start font-normal">
                {week.number} <span className="text-dust">{dayInWords(week.startsOn)}</span>
              </th>
              <td className="text-end">
                {week.done} of {week.set}
              </td>
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
