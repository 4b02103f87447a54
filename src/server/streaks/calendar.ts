import { and, eq, inArray } from 'drizzle-orm';
import { addDays, type Day } from '../../core/calendar/days.ts';
import type { DayRange, StreakInput } from '../../core/streaks/index.ts';
import { DONE_SHARE } from '../../core/training/index.ts';
import type { Db } from '../platform/db/connection.ts';
import { trainingDays } from '../platform/db/schema.ts';
import { breaksOf, type Member, rulesOf } from '../squads/squads.ts';

export type Judged = Pick<Member, 'id' | 'joinedOn'>;

/** Training days of some players of a squad with the sessions finished on each, by player. */
function daysOf(db: Db, squadId: string, playerIds: readonly string[]): Map<string, Record<string, number>> {
  const rows = db
    .select({ playerId: trainingDays.playerId, day: trainingDays.day, sessions: trainingDays.sessions })
    .from(trainingDays)
    .where(and(eq(trainingDays.squadId, squadId), inArray(trainingDays.playerId, [...playerIds])))
    .all();
  const days = new Map<string, Record<string, number>>();
  for (const { playerId, day, sessions } of rows) {
    const mine = days.get(playerId) ?? {};
    days.set(playerId, mine);
    mine[day] = sessions;
  }
  return days;
}

/** For each player the rest of every week of which all sessions are done, from the day after the last of them. */
function weeksOver(db: Db, squadId: string, playerIds: readonly string[]): Map<string, DayRange[]> {
  const rows = db.$client
    .prepare(
      `with newest as (
         select w.id as week, w.starts_on as starts, json_array_length(o.outline, '$.sessions') as sessions
         from weeks w join week_revisions v on v.week_id = w.id join week_outlines o on o.revision_id = v.id
         where w.squad_id = :squad and v.revision = (select max(x.revision) from week_revisions x where x.week_id = w.id)),
       finished as (
         select player_id, week_id, session_id, min(day) as day from runs
         where squad_id = :squad and share >= :share and day is not null and player_id in (select value from json_each(:players))
         group by player_id, week_id, session_id)
       select f.player_id as player, n.starts as starts, max(f.day) as day
       from finished f join newest n on n.week = f.week_id
       group by f.player_id, f.week_id having n.sessions > 0 and count(*) >= n.sessions`,
    )
    .all({ squad: squadId, share: DONE_SHARE, players: JSON.stringify(playerIds) }) as { player: string; starts: Day; day: Day }[];
  const over = new Map<string, DayRange[]>();
  for (const { player, starts, day } of rows) {
    const range = { from: addDays(day, 1), to: addDays(starts, 6) };
    if (range.from <= range.to) over.set(player, [...(over.get(player) ?? []), range]);
  }
  return over;
}

/** Everything the streaks of some members of a squad are computed from, read at once; by player. */
export function streakInputs(db: Db, squadId: string, members: readonly Judged[], today: string): Map<string, StreakInput> {
  const ids = members.map((member) => member.id);
  const days = daysOf(db, squadId, ids);
  const rules = rulesOf(db, squadId);
  const breaks = breaksOf(db, squadId, ids);
  const over = weeksOver(db, squadId, ids);
  return new Map(
    members.map((member) => [
      member.id,
      {
        done: days.get(member.id) ?? {},
        rules,
        breaks: breaks(member.id),
        over: over.get(member.id) ?? [],
        since: member.joinedOn > today ? today : member.joinedOn,
        today,
      },
    ]),
  );
}

/** The last day with a go, or null. */
export function lastTrained(input: StreakInput): string | null {
  return Object.keys(input.done).reduce<string | null>((last, day) => (last && last > day ? last : day), null);
}
