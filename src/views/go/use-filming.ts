import { useCallback, useEffect, useRef, useState } from 'react';
import type { Interval } from '../../core/runsheet/index.ts';
import { openCamera, type Recording, record } from './camera.ts';
import { forgetTake, keepTake, takesOf } from './store.ts';

/** A clip of one foot's work in one go, before the player keeps or deletes it. */
export interface Take {
  /** "item|round|foot" */
  key: string;
  file: Blob;
  address: string;
}

export const takeKey = (interval: Pick<Interval, 'itemId' | 'round' | 'foot'>) => `${interval.itemId}|${interval.round}|${interval.foot}`;

/**
 * Films the work intervals while it is switched on: starts when work starts, stops when it ends, nothing in between.
 * @param interval what is on
 * @param paused the clock stands: nothing is recorded until it goes on
 * @param attempt changes when the same interval is done again
 * @param runId the visit that takes are kept with on the device until they are sent or deleted
 */
export function useFilming(interval: Interval | null, paused: boolean, attempt: number, runId: string | null) {
  const [stream, setStream] = useState<MediaStream | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [takes, setTakes] = useState<Take[]>([]);
  const recording = useRef<Recording | null>(null);
  // A course is filmed through its turn-rounds; surfaces change too often for one clip.
  const filmed = interval && !interval.surface && (interval.kind === 'work' || interval.kind === 'turn-round');
  const work = filmed ? takeKey(interval) : null;

  const addTake = useCallback(
    (key: string, file: Blob) => {
      setTakes((before) => [...before.filter((take) => take.key !== key), { key, file, address: URL.createObjectURL(file) }]);
      if (runId) void keepTake(runId, key, file);
    },
    [runId],
  );

  // Takes of a visit that was interrupted are still there.
  useEffect(() => {
    if (!runId) return;
    void takesOf(runId).then((kept) =>
      setTakes((before) => [
        ...kept
          .filter((one) => before.every((take) => take.key !== one.key))
          .map((one) => ({ ...one, address: URL.createObjectURL(one.file) })),
        ...before,
      ]),
    );
  }, [runId]);

  // biome-ignore lint/correctness/useExhaustiveDependencies: a new attempt at the same work is a new take.
  useEffect(() => {
    if (!stream || !work) return;
    const running = record(stream);
    recording.current = running;
    return () => {
      recording.current = null;
      void running.stop().then((file) => addTake(work, file));
    };
  }, [stream, work, attempt, addTake]);

  useEffect(() => recording.current?.hold(paused), [paused]);

  useEffect(
    () => () => {
      for (const track of stream?.getTracks() ?? []) track.stop();
    },
    [stream],
  );

  const switchOn = useCallback(async () => {
    try {
      setStream(await openCamera());
      setProblem(null);
    } catch {
      setProblem('The camera did not open. Allow it for this page, or pick a file after the go.');
    }
  }, []);
  const switchOff = useCallback(() => setStream(null), []);
  const dropTake = useCallback(
    (key: string) => {
      setTakes((before) => before.filter((take) => take.key !== key));
      if (runId) void forgetTake(runId, key);
    },
    [runId],
  );
  return { stream, problem, takes, switchOn, switchOff, addTake, dropTake };
}
