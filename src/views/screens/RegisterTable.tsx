import { useWindowVirtualizer } from '@tanstack/react-virtual';
import { ArrowDown, ArrowUp, Check, CircleDashed, Clock, Dot, Minus, PencilLine, Users } from 'lucide-react';
import { type KeyboardEvent, memo, useLayoutEffect, useMemo, useRef, useState } from 'react';
import { wishedDay } from '../../client/words.ts';
import type { CellState, Register } from '../../contract/screens.ts';
import { english, plural, t, term } from '../../core/text/translate.ts';
import { Laces } from '../../ui/notations/index.ts';

type Player = Register['players'][number];

const GLYPHS: Record<CellState, { Icon: typeof Check; look: string; words: string }> = {
  done: { Icon: Check, look: 'text-moss', words: english('done') },
  together: { Icon: Users, look: 'text-moss', words: english('done together, live') },
  'by hand': { Icon: PencilLine, look: 'text-moss', words: english('done by hand') },
  part: { Icon: CircleDashed, look: 'text-lace', words: english('partly done') },
  'scores only': {
    Icon: CircleDashed,
    look: 'text-lace',
    get words() {
      return t('numbers sent, clock not run');
    },
  },
  'to do': { Icon: Clock, look: 'text-dust', words: english('to do') },
  'not done': { Icon: Minus, look: 'text-dust', words: english('not done') },
  ahead: { Icon: Clock, look: 'text-joint', words: english('not open yet') },
  'of others': { Icon: Dot, look: 'text-joint', words: english('for another group') },
};

export const SHOWN = {
  all: { words: english('everybody'), keeps: () => true },
  due: { words: english('sessions to do'), keeps: (one: Player) => one.done < one.set },
  quiet: { words: english('gone quiet'), keeps: (one: Player) => one.quiet },
  loosening: {
    get words() {
      return t('streak in danger');
    },
    keeps: (one: Player) => one.streak.loosening,
  },
  waiting: { words: english('something to review'), keeps: (one: Player) => one.waiting > 0 },
  records: {
    get words() {
      return t('a record this week');
    },
    keeps: (one: Player) => one.records > 0,
  },
} as const;
export type Shown = keyof typeof SHOWN;

const SORTS = {
  player: (a: Player, b: Player) => a.nickname.localeCompare(b.nickname, 'en'),
  done: (a: Player, b: Player) => b.done - a.done,
  row: (a: Player, b: Player) => b.streak.current - a.streak.current,
  last: (a: Player, b: Player) => b.quietDays - a.quietDays,
  records: (a: Player, b: Player) => b.records - a.records,
  waiting: (a: Player, b: Player) => b.waiting - a.waiting,
} as const;
type Sort = keyof typeof SORTS;

/** Up to so many rows are all there, so that the browser's own search finds every name. */
const ALL_ROWS = 60;
const ROW_HEIGHT = 38;

function Head({
  sort,
  by,
  down,
  onSort,
  children,
  end = false,
}: {
  sort: Sort;
  by: Sort;
  down: boolean;
  onSort(sort: Sort): void;
  children: string;
  end?: boolean;
}) {
  const here = sort === by;
  return (
    <th
      scope="col"
      aria-sort={here ? (down ? 'descending' : 'ascending') : undefined}
      className={`px-3 py-2 ${end ? 'text-end' : 'text-start'}`}
    >
      <button type="button" className="inline-flex items-center gap-1 font-bold" onClick={() => onSort(sort)}>
        {children}
        {here && (down ? <ArrowDown aria-hidden className="size-4" /> : <ArrowUp aria-hidden className="size-4" />)}
      </button>
    </th>
  );
}

/** One player. While the list is scrolled only rows that come into sight are drawn. */
const Row = memo(function Row({
  player,
  index,
  sessions,
  base,
}: {
  player: Player;
  index: number;
  sessions: Register['sessions'];
  base: string;
}) {
  return (
    <tr aria-rowindex={index + 2} className="border-joint border-b last:border-0" style={{ height: ROW_HEIGHT }}>
      <th scope="row" className="px-3 text-start">
        <a href={`${base}/players/${player.id}`}>{player.nickname}</a>
      </th>
      {player.cells.map((state, i) => {
        const { Icon, look, words } = GLYPHS[state];
        return (
          <td key={sessions[i]?.id ?? i} className={`px-3 text-center ${look}`} title={term(words)}>
            <Icon aria-hidden className="inline size-5" />
            <span className="sr-only">{term(words)}</span>
          </td>
        );
      })}
      <td className="px-3 text-end">
        {player.done}
        <span className="text-dust text-sm"> {t('of {set}', { set: player.set })}</span>
      </td>
      <td className="px-3">
        <Laces
          tiny
          cells={player.strip}
          summary={t('{current} in a row, best {best}', { current: player.streak.current, best: player.streak.best })}
        />
      </td>
      <td className="px-3 text-end">
        {player.streak.current} <span className="text-dust text-sm">{t('best {best}', { best: player.streak.best })}</span>
      </td>
      <td className={`whitespace-nowrap px-3 ${player.quiet ? 'text-mustard' : 'text-dust'}`}>
        {!player.begun ? t('no go yet') : player.quietDays === 0 ? t('today') : t('{days} ago', { days: plural(player.quietDays, 'day') })}
        {player.quiet && t(', quiet')}
      </td>
      <td className="px-3 text-end">{player.records > 0 ? player.records : ''}</td>
      <td className="px-3 text-end">{player.waiting > 0 ? player.waiting : ''}</td>
    </tr>
  );
});

/** Players × sessions: to sort, to filter, and to go through by keyboard (arrows between players, Enter opens one). */
export function RegisterTable({ register, shown, query, base }: { register: Register; shown: Shown; query: string; base: string }) {
  const [sort, setSort] = useState<{ by: Sort; turned: boolean }>({ by: 'player', turned: false });
  const body = useRef<HTMLTableSectionElement>(null);
  const [top, setTop] = useState(0);
  useLayoutEffect(() => setTop(body.current?.offsetTop ?? 0), []);
  const rows = useMemo(() => {
    const word = query.trim().toLowerCase();
    const kept = register.players.filter((one) => SHOWN[shown].keeps(one) && one.nickname.toLowerCase().includes(word));
    kept.sort((a, b) => SORTS[sort.by](a, b) || SORTS.player(a, b));
    return sort.turned ? kept.reverse() : kept;
  }, [register, shown, query, sort]);
  const whole = rows.length <= ALL_ROWS;
  const list = useWindowVirtualizer({
    count: rows.length,
    estimateSize: () => ROW_HEIGHT,
    overscan: 16,
    scrollMargin: top,
    enabled: !whole,
  });
  const drawn = whole ? rows.map((_, index) => ({ index, start: 0, end: 0 })) : list.getVirtualItems();
  const before = whole ? 0 : (drawn[0]?.start ?? top) - top;
  const after = whole ? 0 : list.getTotalSize() - ((drawn.at(-1)?.end ?? top) - top);
  const onSort = (by: Sort) => setSort((was) => ({ by, turned: was.by === by ? !was.turned : false }));
  const move = (event: KeyboardEvent<HTMLTableSectionElement>) => {
    const by = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
    const link = (event.target as HTMLElement).closest('tr')?.querySelector('a');
    if (by === 0 || !link) return;
    const row = link.closest('tr');
    const next = by > 0 ? row?.nextElementSibling : row?.previousElementSibling;
    next?.querySelector('a')?.focus();
    event.preventDefault();
  };
  const head = { by: sort.by, onSort };
  // Names go from A on; numbers from the most on.
  const downFor = (by: Sort) => (by === 'player') === sort.turned;
  const spacer = (height: number) => (height > 0 ? <tr aria-hidden style={{ height }} /> : null);
  return (
    <>
      <section className="slab overflow-x-auto" aria-label={t('Register')}>
        <table className="w-full border-collapse" aria-rowcount={rows.length + 1}>
          <thead>
            <tr className="border-joint border-b text-start text-sm">
              <Head sort="player" down={downFor('player')} {...head}>
                {t('Player')}
              </Head>
              {register.sessions.map((session) => (
                <th key={session.id} scope="col" className="px-3 py-2">
                  {session.name}
                  <span className="block font-normal text-dust">{wishedDay(session.day)}</span>
                </th>
              ))}
              <Head sort="done" down={downFor('done')} end {...head}>
                {t('Done')}
              </Head>
              <th scope="col" className="px-3 py-2 text-start">
                {t('Laces, 4 weeks')}
              </th>
              <Head sort="row" down={downFor('row')} end {...head}>
                {t('In a row')}
              </Head>
              <Head sort="last" down={downFor('last')} {...head}>
                {t('Last go')}
              </Head>
              <Head sort="records" down={downFor('records')} end {...head}>
                {t('Records')}
              </Head>
              <Head sort="waiting" down={downFor('waiting')} end {...head}>
                {t('To review')}
              </Head>
            </tr>
          </thead>
          <tbody ref={body} onKeyDown={move}>
            {spacer(before)}
            {drawn.map(({ index }) => {
              const player = rows[index];
              if (!player) return null;
              return <Row key={player.id} player={player} index={index} sessions={register.sessions} base={base} />;
            })}
            {spacer(after)}
          </tbody>
        </table>
        {rows.length === 0 && (
          <p className="p-4 text-dust">
            {register.players.length === 0 ? (
              <>
                {t('No player is in the squad yet.')} <a href={`${base}/squad/people`}>{t('Add players')}</a>
              </>
            ) : (
              t('Nobody here fits: show everybody, or type less of a name.')
            )}
          </p>
        )}
      </section>
      <p className="flex flex-wrap gap-4 text-dust text-sm">
        {(['done', 'together', 'by hand', 'part', 'to do', 'not done'] as const).map((state) => {
          const { Icon, look, words } = GLYPHS[state];
          return (
            <span key={state} className="inline-flex items-center gap-1">
              <Icon aria-hidden className={`size-4 ${look}`} /> {term(words)}
            </span>
          );
        })}
      </p>
    </>
  );
}
