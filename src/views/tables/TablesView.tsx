import type { z } from 'zod';
import { guarded } from '../../client/guarded.tsx';
import type { tablesApi as contract } from '../../contract/tables.ts';
import { t } from '../../core/text/translate.ts';
import { Empty } from '../../ui/parts/index.ts';
import { SquadTabs } from '../squads/SquadTabs.tsx';
import { TableBox } from './TableBox.tsx';

const SCHOOL_WORDS = {
  get off() {
    return t('Tables are off. Players see their own numbers only.');
  },
  get improvement() {
    return t('By how much each got better than usual, which is the middle of the four weeks before: everybody can lead.');
  },
  get scores() {
    return t('By the best clocked result of the week that counts.');
  },
} as const;

/** The squad's tables of a week, as players see them. */
export const TablesView = guarded(function TablesView({
  tables,
  squad,
}: {
  tables: z.infer<typeof contract.tables.response>;
  squad: string;
}) {
  return (
    <div className="flex flex-col gap-4">
      <h1>{t('Squad')}</h1>
      <SquadTabs squad={squad} here="/tables" />
      <div className="flex flex-wrap items-center gap-x-5 gap-y-2">
        {tables.weekId && (
          <label className="flex items-center gap-2">
            <span className="text-dust">{t('Week')}</span>
            <select
              className="field"
              defaultValue={tables.weekId}
              onChange={(event) => window.location.assign(`/coach/${squad}/squad/tables?week=${event.target.value}`)}
            >
              {tables.weeks.map((one) => (
                <option key={one.id} value={one.id}>
                  {one.number}: {one.title}
                </option>
              ))}
            </select>
          </label>
        )}
        <p>{SCHOOL_WORDS[tables.school]}</p>
        <a href={`/coach/${squad}/rules`}>{t('Change it in Rules')}</a>
      </div>
      {tables.school !== 'off' && (
        <p className="max-w-3xl text-dust">
          {t(
            'Nicknames only, the upper half only, and whoever a family took out stays out. Players below the middle see their own line and their own gain, nobody else’s. A table needs four players.',
          )}
        </p>
      )}
      {tables.school !== 'off' && tables.tables.length === 0 && (
        <Empty scene="nobody">{t('No table for this week yet: fewer than four players have a number under the same drill.')}</Empty>
      )}
      {tables.tables.length > 0 && <h2 className="sr-only">{t('Tables of week {week}', { week: tables.week })}</h2>}
      <div className="grid gap-4 md:grid-cols-2 xl:grid-cols-3">
        {tables.tables.map((table) => (
          <TableBox key={table.key} table={table} school={tables.school} />
        ))}
      </div>
    </div>
  );
});
