import type { ClockEvent } from '../../core/runsheet/clock.ts';
import { RESUME_HOURS } from '../../core/runsheet/resume.ts';
import { deviceNow } from './now.ts';
import { fresh } from './outbox.ts';
import { forgetOldRuns, type KeptRun, keepGiven, logOf, type Outgoing, runsOf } from './store.ts';

const KEEP_MS = 14 * 24 * 3_600_000;

/**
 * A run's log as it is sent.
 * @param now the time on the log's clock
 */
export function runToSend(run: KeptRun, log: readonly ClockEvent[], now: number): Outgoing {
  const { id, revisionId, sessionId, playerId } = run;
  const body = { id, revisionId, sessionId, startedAt: Math.round(run.startedAt), sentAt: Math.round(now), events: [...log] };
  return { ...fresh(run.id, `The log of ${run.sessionName}`, run.id), kind: 'run', body: playerId ? { ...body, playerId } : body };
}

/**
 * Visits that a player left and that are too old to go on with, or belong to an older release: they are closed with what was done,
 * and their logs sent. Returns those that can still be gone on with, newest first.
 */
export async function lookAfterRuns(playerId: string, revisionId: string | null): Promise<KeptRun[]> {
  const now = deviceNow();
  const goOn: KeptRun[] = [];
  for (const run of await runsOf(playerId)) {
    if (run.over) continue;
    const log = await logOf(run.id);
    if (log.length === 0) continue;
    if (run.revisionId === revisionId && now - run.aliveAt < RESUME_HOURS * 3_600_000) {
      goOn.unshift(run);
      continue;
    }
    const at = Math.max(run.aliveAt, log.at(-1)?.at ?? 0);
    const event = { type: 'stop', at, why: 'left' } as const;
    const closed = { ...run, over: true };
    await keepGiven(closed, log.length, event, [runToSend(closed, [...log, event], now)], []);
  }
  await forgetOldRuns(now - KEEP_MS);
  return goOn;
}
