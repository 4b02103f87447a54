import { useState } from 'react';
import { guarded } from '../../client/guarded.tsx';
import { pageData } from '../../client/page-data.ts';
import { footInWords, number } from '../../client/words.ts';
import type { Register } from '../../contract/screens.ts';
import { plural, t, term } from '../../core/text/translate.ts';
import { SquadTabs } from '../squads/SquadTabs.tsx';
import { RegisterTable, SHOWN, type Shown } from './RegisterTable.tsx';

function Records({ register, base }: { register: Register; base: string }) {
  const more = register.recordsInAll - register.records.length;
  return (
    <section className="slab p-4" aria-label={t('Records of the week')}>
      <h2>{t('Records this week ({recordsInAll})', { recordsInAll: register.recordsInAll })}</h2>
      {register.records.length === 0 && (
        <p className="text-dust">
          {!register.week
            ? t('No week was released yet, so there is nothing to beat.')
            : register.sessions.length > 0 &&
                register.players.every((one) => one.cells.every((cell) => cell === 'ahead' || cell === 'of others'))
              ? t('The week has not opened yet.')
              : t('No record fell. That is a week like most.')}
        </p>
      )}
      <ul className="grid gap-x-8 gap-y-1 pt-1 md:grid-cols-2">
        {register.records.map((one) => (
          <li key={`${one.playerId}-${one.drillName}-${one.doseWords}-${one.foot}`} className="flex flex-wrap justify-between gap-x-3">
            <span>
              <a href={`${base}/players/${one.playerId}`}>{one.nickname}</a> {one.drillName}{' '}
              <span className="text-dust text-sm">
                {one.doseWords}
                {one.foot === 'both' ? '' : `, ${footInWords(one.foot)}`}
              </span>
            </span>
            <span className="whitespace-nowrap">
              <b>{number(one.result)}</b> {one.unit}{' '}
              <span className="text-dust text-sm">{t('before {before}', { before: number(one.before) })}</span>
            </span>
          </li>
        ))}
      </ul>
      {more > 0 && <p className="pt-1 text-dust text-sm">{t('{records} more.', { records: plural(more, 'record') })}</p>}
    </section>
  );
}

/** Squad: the register of a week with each player's laces, who is quiet or due, and the records of the week. */
export function SquadView({ register }: { register: Register }) {
  const { squad, week } = register;
  const base = `/coach/${squad.id}`;
  const [shown, setShown] = useState<Shown>('all');
  const [query, setQuery] = useState('');
  const count = (name: Shown) => register.players.filter(SHOWN[name].keeps).length;
  return (
    <div className="flex flex-col gap-4">
      <h1>{t('Squad')}</h1>
      <SquadTabs squad={squad.id} here="" />
      <div className="flex flex-wrap items-end gap-x-5 gap-y-3">
        {week && (
          <label className="flex min-w-0 items-center gap-2">
            <span className="text-dust">{t('Week')}</span>
            <select
              className="field max-w-full"
              defaultValue={week.id}
              onChange={(event) => window.location.assign(`${base}/squad?week=${event.target.value}`)}
            >
              {register.weeks.map((one) => (
                <option key={one.id} value={one.id}>
                  {one.number}: {one.title}
                </option>
              ))}
            </select>
          </label>
        )}
        <label className="flex items-center gap-2">
          <span className="text-dust">{t('Show')}</span>
          <select className="field" value={shown} onChange={(event) => setShown(event.target.value as Shown)}>
            {(Object.keys(SHOWN) as Shown[]).map((name) => (
              <option key={name} value={name}>
                {term(SHOWN[name].words)} ({count(name)})
              </option>
            ))}
          </select>
        </label>
        <label className="flex items-center gap-2">
          <span className="text-dust">{t('Find')}</span>
          <input className="field w-40" value={query} onChange={(event) => setQuery(event.target.value)} />
        </label>
      </div>
      <RegisterTable register={register} shown={shown} query={query} base={base} />
      <Records register={register} base={base} />
    </div>
  );
}

/** Squad as the page draws it, from the data beside it. */
export const SquadPage = guarded(function SquadPage() {
  const [register] = useState(() => pageData<Register>());
  return <SquadView register={register} />;
});
