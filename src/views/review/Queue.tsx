import { CircleAlert, Film } from 'lucide-react';
import type { ReviewItem } from '../../contract/review.ts';
import { plural, t, term } from '../../core/text/translate.ts';
import { claimWords } from './claim-words.ts';
import { keepFocus } from './keys.ts';

/** What of the queue is shown; empty words show all. */
export interface QueueFilter {
  player: string;
  drill: string;
  session: string;
}
export const NO_FILTER: QueueFilter = { player: '', drill: '', session: '' };

const sessionOf = (item: ReviewItem) =>
  t('Week {weekNumber}: {sessionName}', { weekNumber: item.weekNumber, sessionName: item.sessionName });

export const passes = (filter: QueueFilter, item: ReviewItem): boolean =>
  (filter.player === '' || item.player.nickname === filter.player) &&
  (filter.drill === '' || item.drill.name === filter.drill) &&
  (filter.session === '' || sessionOf(item) === filter.session);

const distinct = (words: string[]) => [...new Set(words)].sort((a, b) => a.localeCompare(b));

function Filter({ label, value, all, onChange }: { label: string; value: string; all: string[]; onChange(next: string): void }) {
  return (
    <label className="flex items-center gap-2 text-sm">
      <span className="w-14 text-dust">{label}</span>
      <select className="field min-w-0 flex-1" value={value} onChange={(event) => onChange(event.target.value)}>
        <option value="">{t('all')}</option>
        {all.map((one) => (
          <option key={one}>{one}</option>
        ))}
      </select>
    </label>
  );
}

/** Filters by player, drill and session. */
export function QueueFilters({
  items,
  filter,
  onFilter,
}: {
  items: readonly ReviewItem[];
  filter: QueueFilter;
  onFilter(next: QueueFilter): void;
}) {
  const active = Object.values(filter).filter((word) => word !== '').length;
  return (
    <details className="border-joint border-b px-3 py-2" open={active > 0 || undefined}>
      <summary className="cursor-pointer text-sm">{t('Filter{active}', { active: active > 0 ? ` (${active})` : '' })}</summary>
      <div className="flex flex-col gap-2 py-2">
        <Filter
          label={t('Player')}
          value={filter.player}
          all={distinct(items.map((item) => item.player.nickname))}
          onChange={(player) => onFilter({ ...filter, player })}
        />
        <Filter
          label={t('Drill')}
          value={filter.drill}
          all={distinct(items.map((item) => item.drill.name))}
          onChange={(drill) => onFilter({ ...filter, drill })}
        />
        <Filter
          label={t('Session')}
          value={filter.session}
          all={distinct(items.map(sessionOf))}
          onChange={(session) => onFilter({ ...filter, session })}
        />
        {active > 0 && (
          <button type="button" className="self-start text-sm underline" onClick={() => onFilter(NO_FILTER)}>
            {t('Show all')}
          </button>
        )}
      </div>
    </details>
  );
}

function QueueRow({ item, shown, onShow }: { item: ReviewItem; shown: boolean; onShow(): void }) {
  return (
    <li className="[contain-intrinsic-size:auto_52px] [content-visibility:auto]">
      <button
        type="button"
        aria-current={shown ? 'true' : undefined}
        className={`flex w-full items-center justify-between gap-2 border-s-4 px-3 py-1.5 text-start ${shown ? 'border-s-lace bg-ground' : 'border-s-transparent'}`}
        {...keepFocus}
        onClick={onShow}
      >
        <span className="min-w-0">
          <span className="block truncate font-semibold">
            {item.player.nickname} · {claimWords(item)}
          </span>
          <span className="block truncate text-dust text-sm">
            {item.drill.name}
            {item.foot === 'both' ? '' : `, ${term(item.foot)}`}
          </span>
        </span>
        <span className="flex shrink-0 items-center gap-1">
          {item.clip && (
            <Film
              aria-label={item.clipWanted ? t('the clip you asked for') : t('with a clip')}
              className={`size-4 ${item.clipWanted ? 'text-lace' : 'text-dust'}`}
            />
          )}
          {item.result !== 'clear' && (
            <CircleAlert aria-label={term(item.result)} className={`size-4 ${item.result === 'look' ? 'text-mustard' : 'text-stop'}`} />
          )}
        </span>
      </button>
    </li>
  );
}

interface Props {
  waiting: readonly ReviewItem[];
  /** How many wait, where not all of them have been read yet. */
  inAll?: number | undefined;
  decided: readonly ReviewItem[];
  all: readonly ReviewItem[];
  filter: QueueFilter;
  shownId: string | null;
  onFilter(next: QueueFilter): void;
  onShow(id: string): void;
}

/** The queue: doubted first, then clips asked for, then clips, then clear ones; under it what was decided lately. */
export function Queue({ waiting, inAll, decided, all, filter, shownId, onFilter, onShow }: Props) {
  const row = (item: ReviewItem) => (
    <QueueRow key={item.scoreId} item={item} shown={item.scoreId === shownId} onShow={() => onShow(item.scoreId)} />
  );
  return (
    <nav className="slab max-h-[38vh] overflow-y-auto lg:max-h-[82vh]" aria-label={t('Queue')} tabIndex={-1}>
      <QueueFilters items={all} filter={filter} onFilter={onFilter} />
      <h2 className="border-joint border-b px-3 py-2 text-base">{t('Waiting ({inAll})', { inAll: inAll ?? waiting.length })}</h2>
      {waiting.length === 0 && <p className="px-3 py-2 text-dust text-sm">{t('Nothing waits here.')}</p>}
      <ul>{waiting.map(row)}</ul>
      <h2 className="border-joint border-y px-3 py-2 text-base">{t('Decided lately')}</h2>
      {decided.length === 0 && (
        <p className="px-3 py-2 text-dust text-sm">{t('{decisions} so far.', { decisions: plural(0, 'decision') })}</p>
      )}
      <ul>{decided.map(row)}</ul>
    </nav>
  );
}
