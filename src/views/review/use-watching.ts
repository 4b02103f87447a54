import { useRef } from 'react';
import { v7 as uuid } from 'uuid';
import { call } from '../../client/client.ts';
import { benchApi as benchContract } from '../../contract/bench.ts';

/** Says that a clip was played, and how many seconds of it so far; one viewing for as long as that clip is shown. */
export function useWatching(clipId: string): (seconds: number) => void {
  const viewing = useRef({ clipId, id: uuid(), seconds: 0 });
  return (seconds) => {
    if (viewing.current.clipId !== clipId) viewing.current = { clipId, id: uuid(), seconds: 0 };
    viewing.current.seconds += seconds;
    const { id, seconds: sum } = viewing.current;
    void call(benchContract.watched, { clip: clipId }, { id, seconds: Math.round(sum * 10) / 10 }).catch(() => {});
  };
}
