import { and, eq, inArray } from 'drizzle-orm';
import { addDays, type Day } from '../../core/calendar/days.ts';
import type { DayRange, StreakInput } from '../../core/streaks/index.ts';
import { DONE_SHARE } from '../../core/training/index.ts';
import { sessionsFor, type WeekOutline } from '../../core/weeks/index.ts';
import type { Db } from '../platform/db/connection.ts';
import { trainingDays } from '../platform/db/schema.ts';
import { groupsOnDays } from '../squads/groups.ts';
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

interface OverRow {
  player: string;
  starts: Day;
  /** The last day on which a session of the week was finished. */
  day: Day;
  /** The week's outline, where some of its sessions are for groups alone. */
  parted: string | null;
  /** The sessions that were finished, with the first day of each. */
  done: string;
}

/** The day on which the last session that was for a player was finished; null while one is left. */
function lastOf({ day, parted, done }: OverRow, group: string | null): Day | null {
  if (parted === null) return day;
  const mine = sessionsFor((JSON.parse(parted) as WeekOutline).sessions, group);
  const days = new Map((JSON.parse(done) as { id: string; day: Day }[]).map((one) => [one.id, one.day]));
  const last = mine.map((session) => days.get(session.id) ?? null);
  return last.length === 0 || last.includes(null) ? null : (last.toSorted().at(-1) ?? null);
}

/** For each player the rest of every week of which all sessions are done, from the day after the last of them. */
function weeksOver(db: Db, squadId: string, playerIds: readonly string[]): Map<string, DayRange[]> {
  const rows = db.$client
    .prepare(
      `with newest as (
         select w.id as week, w.starts_on as starts, json_array_length(o.outline, '$.sessions') as sessions,
           case when instr(o.outline, '"groups"') > 0 then o.outline end as parted
         from weeks w join week_revisions v on v.week_id = w.id join week_outlines o on o.revision_id = v.id
         where w.squad_id = :squad and v.revision = (select max(x.revision) from week_revisions x where x.week_id = w.id)),
       finished as (
         select player_id, week_id, session_id, min(day) as day from runs
         where squad_id = :squad and share >= :share and day is not null and player_id in (select value from json_each(:players))
         group by player_id, week_id, session_id)
       select f.player_id as player, n.starts as starts, max(f.day) as day, n.parted as parted,
         json_group_array(json_object('id', f.session_id, 'day', f.day)) as done
       from finished f join newest n on n.week = f.week_id
       group by f.player_id, f.week_id having n.sessions > 0 and (n.parted is not null or count(*) >= n.sessions)`,
    )
    .all({ squad: squadId, share: DONE_SHARE, players: JSON.stringify(playerIds) }) as OverRow[];
  const groupOn = groupsOnDays(db, squadId);
  const over = new Map<string, DayRange[]>();
  for (const row of rows) {
    const { player, starts } = row;
    const day = lastOf(row, groupOn(player, starts));
    if (day === null) continue;
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
