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
      // A live evening is gone on with where it is joined.
      const begun = (await lookAfterRuns(visit.playerId, revision)).goOn.filter((run) => run.togetherId === undefined);
      const done = (await runsOf(visit.playerId)).filter(
        (run) => run.over && run.togetherId === undefined && run.share >= DONE_SHARE && run.revisionId === revision,
      );
      setOwn({ begun, done: done.map((run) => run.sessionId) });
    };
    look().catch(() => {});
  }, [visit]);
  return own;
}
