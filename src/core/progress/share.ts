import { addDays, type Day } from '../calendar/days.ts';

/**
 * How many of a week's sessions a player did, and how many of them by their wished day; one without a wished day has until Sunday.
 * @param startsOn the week's Monday
 * @param ran the finished runs of one player in the week, with the training day each counts on
 */
export function doneOnTime(
  startsOn: Day,
  sessions: readonly { id: string; day: number | null }[],
  ran: readonly { sessionId: string; day: Day | null }[],
): { done: number; onTime: number } {
  const first = new Map<string, Day | null>();
  for (const { sessionId, day } of ran) {
    const had = first.get(sessionId);
    if (had === undefined || (day !== null && (had === null || day < had))) first.set(sessionId, day);
  }
  let done = 0;
  let onTime = 0;
  for (const session of sessions) {
    const day = first.get(session.id);
    if (day === undefined) continue;
    done++;
    if (day !== null && day <= addDays(startsOn, (session.day ?? 7) - 1)) onTime++;
  }
  return { done, onTime };
}
