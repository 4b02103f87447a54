import { forgetOldRuns, type KeptRun, keepLog, logOf, runsOf } from '../../client/device-store.ts';
import { deviceNow } from '../../client/now.ts';
import { runToSend } from '../../client/to-send.ts';
import { DAY_MS } from '../../core/calendar/lengths.ts';
import { PRACTICE_ID } from '../../core/training/practice.ts';
import { closing } from '../../core/training/resume.ts';

const KEEP_MS = 14 * DAY_MS;

/** What a run is a visit to: a session of the week, or a live evening. */
export const visitedBy = ({ sessionId, togetherId }: Pick<KeptRun, 'sessionId' | 'togetherId'>): string => togetherId ?? sessionId;

/** The lock that one tab holds while it has a player's clock of a session. */
export const clockLock = (playerId: string, visited: string): string => `eager-feet-visit-${playerId}-${visited}`;

export interface Looked {
  /** Visits that can be gone on with, newest first. */
  goOn: KeptRun[];
  /** Sessions of which a visit was closed just now. */
  closed: string[];
}

/**
 * Visits that a player left and that are too old to go on with, or belong to an older release: they are closed with what was done,
 * and their logs put into the outbox. One that another tab has the clock of is left alone.
 * @param held what this page has the clock of itself, as `visitedBy` says it
 */
export async function lookAfterRuns(playerId: string, revisionId: string | null, held?: string): Promise<Looked> {
  const now = deviceNow();
  const looked: Looked = { goOn: [], closed: [] };
  for (const run of await runsOf(playerId)) {
    const log = run.over ? [] : await logOf(run.id);
    if (log.length === 0) continue;
    // Free practice and the week know nothing of each other, and of practice no log is sent.
    const practice = run.revisionId === PRACTICE_ID;
    const same = run.revisionId === revisionId || practice || revisionId === PRACTICE_ID;
    const event = closing(log, run.aliveAt, now, same);
    if (!event) {
      looked.goOn.unshift(run);
      continue;
    }
    const close = async () => {
      const closed = { ...run, over: true };
      await keepLog(closed, [{ seq: log.length, event, out: practice ? [] : [runToSend(closed, [...log, event], now)], takes: [] }]);
      looked.closed.push(visitedBy(run));
    };
    if (visitedBy(run) === held) await close();
    else await navigator.locks.request(clockLock(playerId, visitedBy(run)), { ifAvailable: true }, async (lock) => lock && close());
  }
  await forgetOldRuns(now - KEEP_MS);
  return looked;
}
