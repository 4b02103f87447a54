import { and, eq, inArray, isNotNull } from 'drizzle-orm';
import { DONE_SHARE } from '../../core/runsheet/index.ts';
import { type StreakInput, streakOf, stripOf } from '../../core/streaks/index.ts';
import type { Db } from '../db/connection.ts';
import { runs, scores } from '../db/schema.ts';
import { breaksOf, type Member, rulesOf } from '../squad/squads.ts';

type Days = Record<string, number>;

/** Training days of players: how many sessions were finished on each, 0 for a day with goes but no whole session. */
function trainedDays(db: Db, squadId: string, playerIds: readonly string[]): Map<string, Days> {
  const done = new Map<string, Map<string, Set<string>>>();
  const touch = (playerId: string, day: string) => {
    const days = done.get(playerId) ?? new Map<string, Set<string>>();
    const sessions = days.get(day) ?? new Set<string>();
    days.set(day, sessions);
    done.set(playerId, days);
    return sessions;
  };
  const goes = db
    .selectDistinct({ playerId: scores.playerId, day: scores.day })
    .from(scores)
    .where(and(eq(scores.squadId, squadId), inArray(scores.playerId, [...playerIds]), isNotNull(scores.day)))
    .all();
  for (const { playerId, day } of goes) if (day) touch(playerId, day);
  const ran = db
    .select({ playerId: runs.playerId, day: runs.day, sessionId: runs.sessionId, share: runs.share })
    .from(runs)
    .where(and(eq(runs.squadId, squadId), inArray(runs.playerId, [...playerIds]), isNotNull(runs.day)))
    .all();
  for (const { playerId, day, sessionId, share } of ran) {
    if (!day || share === 0) continue;
    const sessions = touch(playerId, day);
    if (share >= DONE_SHARE) sessions.add(sessionId);
  }
  return new Map([...done].map(([id, days]) => [id, Object.fromEntries([...days].map(([day, sessions]) => [day, sessions.size]))]));
}

type Judged = Pick<Member, 'id' | 'joinedOn'>;

/** Everything the streaks of some members of a squad are computed from, read at once; by player. */
export function streakInputs(db: Db, squadId: string, members: readonly Judged[], today: string): Map<string, StreakInput> {
  const ids = members.map((member) => member.id);
  const days = trainedDays(db, squadId, ids);
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

/** Everything the streak of one player is computed from. */
export function streakInput(db: Db, squadId: string, member: Judged, today: string): StreakInput {
  const input = streakInputs(db, squadId, [member], today).get(member.id);
  if (!input) throw new Error('A member is always among the members.');
  return input;
}

export function streakViews(input: StreakInput) {
  return { streak: streakOf(input), strip: stripOf(input) };
}

/** The last day with a go, or null. */
export function lastTrained(input: StreakInput): string | null {
  return Object.keys(input.done).reduce<string | null>((last, day) => (last && last > day ? last : day), null);
}
