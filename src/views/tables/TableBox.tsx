import { number } from '../../client/words.ts';
import type { TableView } from '../../contract/progress.ts';
import type { TableSchool } from '../../core/tables/index.ts';
import { t } from '../../core/text/translate.ts';

const gainWords = (gain: number | null) =>
  gain === null ? t('first week') : `${gain >= 0 ? '+' : '−'}${Math.round(Math.abs(gain) * 100)} %`;

/** One table: the upper half, and the own line of whoever looks. Nobody is ever shown last. */
export function TableBox({ table, school }: { table: TableView; school: TableSchool }) {
  const inIt = table.own !== null && table.own.place !== null;
  return (
    <article className="slab flex flex-col gap-1 p-4">
      <h3>{table.title}</h3>
      {table.rows.length === 0 ? (
        <p className="text-dust text-sm">{t('Not enough goes to compare yet.')}</p>
      ) : (
        <table className="w-full">
          <thead className="text-dust text-sm">
            <tr>
              <th scope="col" className="w-8 text-start font-normal">
                <span className="sr-only">{t('place')}</span>
              </th>
              <th scope="col" className="text-start font-normal">
                {t('player')}
              </th>
              <th scope="col" className="text-end font-normal">
                {school === 'scores' ? table.unit : t('better by')}
              </th>
            </tr>
          </thead>
          <tbody>
            {table.rows.map((row) => (
              <tr key={row.nickname} className={inIt && row.nickname === table.own?.nickname ? 'font-bold text-lace' : ''}>
                <td>{row.place}</td>
                <td>{row.nickname}</td>
                <td className="text-end">{school === 'scores' ? number(row.best) : gainWords(row.gain)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {table.own && !inIt && (
        <p className="border-joint border-t pt-1">
          {t('You:')} <b>{number(table.own.best)}</b> {table.unit}, {/* A lower week is the own affair, and no figure beside others. */}
          {table.own.gain === null
            ? t('your first week of it')
            : table.own.gain < 0
              ? t('your week')
              : t('{gainWords} on your usual', { gainWords: gainWords(table.own.gain) })}
          .
        </p>
      )}
    </article>
  );
}
