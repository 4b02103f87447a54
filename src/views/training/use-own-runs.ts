import { useEffect, useState } from 'react';
import { type KeptRun, runsOf } from '../../client/device-store.ts';
import type { ThisWeek } from '../../contract/training.ts';
import { DONE_SHARE } from '../../core/training/index.ts';
import { lookAfterRuns } from './left-runs.ts';

/** What this phone knows beyond what the server said: visits to go on with, and sessions done but not sent. */
export function useOwnRuns(visit: ThisWeek): { begun: KeptRun[]; done: string[] } {
  const [own, setOwn] = useState<{ begun: KeptRun[]; done: string[] }>({ begun: [], done: [] });
  useEffect(() => {
    const look = async () => {
      const revision = visit.week?.revisionId ?? null;
      const { goOn: begun } = await lookAfterRuns(visit.playerId, revision);
      const done = (await runsOf(visit.playerId)).filter((run) => run.over && run.share >= DONE_SHARE && run.revisionId === revision);
      setOwn({ begun, done: done.map((run) => run.sessionId) });
    };
    look().catch(() => {});
  }, [visit]);
  return own;
}
