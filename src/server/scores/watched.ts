import { DAY_MS, HOUR_MS } from '../../core/calendar/lengths.ts';
import type { Measure } from '../../core/drills/index.ts';
import {
  type DoubtTally,
  FORM_FROM,
  FORM_GOES,
  formDistance,
  groundsOf,
  meet,
  type Pair,
  SAME_FROM,
  SAME_IN,
  SAME_WITHIN_MS,
  type UsualDoubts,
  usualDoubts,
  type WatchedGo,
  type WatchGround,
} from '../../core/scores/index.ts';
import type { Db } from '../platform/db/connection.ts';
import { prepared } from '../platform/db/prepared.ts';

/** Half a year is looked back on: what was settled before that is settled. */
const LOOKED_BACK_MS = 26 * 7 * DAY_MS;
/** What is usual in the squad is seen in fewer weeks of everybody, and who says what a team-mate said in fewer still. */
const USUAL_OF_MS = 4 * 7 * DAY_MS;
const PAIRS_OF_MS = 4 * 7 * DAY_MS;
/** What is usual is counted anew after an hour: it moves slowly, and counting goes through a month of a whole squad. */
const USUAL_FOR_MS = HOUR_MS;

const goesOf = prepared((db) =>
  db.$client.prepare(`select f.record_key as key, f.measure, s.value as claimed, f.judged, f.number_doubted as numberDoubted, f.recounted, f.filmed, f.result, f.done_at as doneAt
    from score_figures f join scores s on s.id = f.score_id
    where f.player_id = @player and f.squad_id = @squad and f.done_at >= @since and f.week_id is not null and s.value is not null
    order by f.done_at, f.score_id`),
);

interface GoRow {
  key: string;
  measure: Measure;
  claimed: number;
  judged: number | null;
  numberDoubted: number;
  recounted: number | null;
  filmed: number;
  result: number | null;
  doneAt: number;
}

const talliesOf = prepared((db) =>
  db.$client.prepare(`select player_id as playerId, measure, count(*) as goes, sum(number_doubted) as doubted
    from score_figures indexed by figures_doubted where squad_id = @squad and done_at >= @since and week_id is not null group by 1, 2`),
);

/** Numbers that team-mates said of the same thing in the eight days before: a squad's own, never another's. */
const matesOf = prepared((db) =>
  db.$client.prepare(`select m.player_id as mate, g.value ->> 'said' as said, m.judged as theirs
    from json_each(@goes) g join score_figures m indexed by figures_same on m.squad_id = @squad and m.record_key = g.value ->> 'key'
      and m.done_at <= g.value ->> 'at' and m.done_at >= g.value ->> 'at' - @within
    where m.measure in ('count in time', 'unbroken run') and m.player_id <> @player and m.judged >= @from`),
);

/** The player beside each team-mate: how many numbers of the same thing, and how many of them the same. */
function pairsOf(db: Db, squadId: string, playerId: string, rows: readonly GoRow[]): Pair[] {
  const goes = rows.flatMap(({ key, measure, claimed, doneAt }) =>
    SAME_IN.includes(measure) && claimed >= SAME_FROM ? [{ key, said: claimed, at: doneAt }] : [],
  );
  const asked = { goes: JSON.stringify(goes), squad: squadId, player: playerId, within: SAME_WITHIN_MS, from: SAME_FROM };
  const by = new Map<string, Pair>();
  for (const { mate, said, theirs } of matesOf(db).all(asked) as { mate: string; said: number; theirs: number }[])
    meet(by, mate, said, theirs);
  return [...by.values()];
}

function watchedOf(rows: readonly GoRow[]): WatchedGo[] {
  const earlier = new Map<string, number[]>();
  return rows.map(({ key, measure, claimed, judged, numberDoubted, recounted, filmed, result }) => {
    const before = earlier.get(key) ?? [];
    earlier.set(key, before);
    const distance = judged !== null && before.length >= FORM_FROM ? formDistance(judged, before, measure) : null;
    if (result !== null) before.push(result);
    if (before.length > FORM_GOES) before.shift();
    return { measure, claimed, numberDoubted: numberDoubted === 1, recounted, filmed: filmed === 1, distance };
  });
}

const usualBySquad = prepared(() => new Map<string, { at: number; usual: UsualDoubts }>());

/** What is usual in a squad now, or was within the hour. */
function usualIn(db: Db, squadId: string, now: number): UsualDoubts {
  const kept = usualBySquad(db);
  const had = kept.get(squadId);
  if (had && now >= had.at && now - had.at < USUAL_FOR_MS) return had.usual;
  const usual = usualDoubts(talliesOf(db).all({ squad: squadId, since: now - USUAL_OF_MS }) as DoubtTally[]);
  kept.set(squadId, { at: now, usual });
  return usual;
}

/** Why a coach may want clips of a player's next goes, from half a year beside the squad's own. */
export function groundsFor(db: Db, squadId: string, playerId: string, now: number): WatchGround[] {
  const since = now - LOOKED_BACK_MS;
  const rows = goesOf(db).all({ squad: squadId, player: playerId, since }) as GoRow[];
  const lately = rows.filter((row) => row.doneAt >= now - PAIRS_OF_MS);
  return groundsOf(watchedOf(rows), usualIn(db, squadId, now), pairsOf(db, squadId, playerId, lately));
}
