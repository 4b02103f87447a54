import { and, eq, isNotNull } from 'drizzle-orm';
import { type StreakInput, streakOf, stripOf } from '../../core/streaks/index.ts';
import type { Db } from '../db/connection.ts';
import { runs, scores } from '../db/schema.ts';
import { breaksOf, type Member, rulesOf } from '../squad/squads.ts';

/** Share of a session's work from which it counts as done. */
export const DONE_SHARE = 0.5;

/** Training days of a player: how many sessions were finished on each, 0 for a day with goes but no whole session. */
export function trainedDays(db: Db, squadId: string, playerId: string): Record<string, number> {
  const done = new Map<string, Set<string>>();
  const touch = (day: string) => {
    const sessions = done.get(day) ?? new Set<string>();
    done.set(day, sessions);
    return sessions;
  };
  const goes = db
    .selectDistinct({ day: scores.day })
    .from(scores)
    .where(and(eq(scores.squadId, squadId), eq(scores.playerId, playerId), isNotNull(scores.day)))
    .all();
  for (const { day } of goes) if (day) touch(day);
  const ran = db
    .select({ day: runs.day, sessionId: runs.sessionId, share: runs.share })
    .from(runs)
    .where(and(eq(runs.squadId, squadId), eq(runs.playerId, playerId), isNotNull(runs.day)))
    .all();
  for (const { day, sessionId, share } of ran) {
    if (!day || share === 0) continue;
    const sessions = touch(day);
    if (share >= DONE_SHARE) sessions.add(sessionId);
  }
  return Object.fromEntries([...done].map(([day, sessions]) => [day, sessions.size]));
}

/** Everything the streak of a player is computed from. */
export function streakInput(db: Db, squadId: string, member: Pick<Member, 'id' | 'joinedOn'>, today: string): StreakInput {
  return {
    done: trainedDays(db, squadId, member.id),
    rules: rulesOf(db, squadId),
    breaks: breaksOf(db, squadId, member.id),
    since: member.joinedOn > today ? today : member.joinedOn,
    today,
  };
}

export function streakViews(input: StreakInput) {
  return { streak: streakOf(input), strip: stripOf(input) };
}

/** The last day with a go, or null. */
export function lastTrained(input: StreakInput): string | null {
  return Object.keys(input.done).reduce<string | null>((last, day) => (last && last > day ? last : day), null);
}
