import { and, eq, inArray } from 'drizzle-orm';
import type { StreakInput } from '../../core/streaks/index.ts';
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

/** Everything the streaks of some members of a squad are computed from, read at once; by player. */
export function streakInputs(db: Db, squadId: string, members: readonly Judged[], today: string): Map<string, StreakInput> {
  const ids = members.map((member) => member.id);
  const days = daysOf(db, squadId, ids);
  const rules = rulesOf(db, squadId);
  const breaks = breaksOf(db, squadId, ids);
  return new Map(
    members.map((member) => [
      member.id,
      {
        done: days.get(member.id) ?? {},
        rules,
        breaks: breaks(member.id),
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
