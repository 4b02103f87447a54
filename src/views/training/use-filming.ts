import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { sentenceOf } from '../../client/client.ts';
import { forgetTake, type KeptTake, keepTake, type Trim, takesOf } from '../../client/device-store.ts';
import { closeMedia } from '../../client/media.ts';
import type { ThisWeek } from '../../contract/training.ts';
import { t } from '../../core/text/translate.ts';
import { type ClockState, type FilmWindow, filmedNow, filmWindows, type Interval } from '../../core/training/index.ts';
import type { Facing, Recording } from '../clips/camera.ts';
import type { OpenCamera } from './film-here.ts';

/** A clip of one foot's work in one go, before the player keeps or deletes it. */
export type Take = KeptTake & { address: string };

export const takeKey = (go: { itemId: string; round: number; foot: FilmWindow['foot'] }): string => `${go.itemId}|${go.round}|${go.foot}`;

interface Running {
  recording: Recording;
  /** Where the work began in the clip, in seconds; known once it has begun. */
  workAt: number | null;
  /** What is said where the camera gave nothing. */
  recordedNothing: string;
}

/**
 * Films the work while the camera is on: each foot's work with two seconds before and after it, nothing else.
 * Takes are kept on the device until they are sent or deleted.
 * @param aheadMs what the log's clock is ahead of the page's
 */
export function useFilming(sheet: readonly Interval[], state: ClockState, aheadMs: number, runId: string, film: ThisWeek['film']) {
  const [camera, setCamera] = useState<OpenCamera | null>(null);
  const stream = camera?.stream ?? null;
  const [facing, setFacing] = useState<Facing>('user');
  const [problem, setProblem] = useState<string | null>(null);
  const [takes, setTakes] = useState<Take[]>([]);
  const running = useRef(new Map<string, Running>());
  const latest = useRef<Take[]>([]);
  latest.current = takes;
  const windows = useMemo(() => filmWindows(sheet), [sheet]);
  const on = useMemo(() => (stream ? filmedNow(sheet, windows, state) : []), [stream, sheet, windows, state]);

  /** Takes that were deleted, or went into the outbox with their go, are no longer here. */
  const takeAway = useCallback((keys: readonly string[]) => {
    for (const take of latest.current) if (keys.includes(take.key)) URL.revokeObjectURL(take.address);
    setTakes((before) => before.filter((take) => !keys.includes(take.key)));
  }, []);
  const addTake = useCallback(
    (key: string, file: Blob, workAt: number | null) => {
      const take: KeptTake = { runId, key, file, workAt, trim: null };
      const shown = { ...take, address: URL.createObjectURL(file) };
      takeAway([key]);
      latest.current = [...latest.current.filter((one) => one.key !== key), shown];
      setTakes((before) => [...before, shown]);
      // A clip that is not kept here does not go along: numbers never wait for it.
      keepTake(take).catch(() => {
        takeAway([key]);
        setProblem(t('This phone has no room left for the clip. Delete other clips, or go on without filming; your numbers are kept.'));
      });
    },
    [runId, takeAway],
  );

  // Takes of a visit that was interrupted are still there.
  useEffect(() => {
    void takesOf(runId)
      .then((kept) =>
        setTakes((before) => [
          ...kept
            .filter((one) => before.every((take) => take.key !== one.key))
            .map((one) => ({ ...one, address: URL.createObjectURL(one.file) })),
          ...before,
        ]),
      )
      .catch(() => {});
  }, [runId]);

  const stop = useCallback(
    async (id: string, keep: boolean): Promise<void> => {
      const one = running.current.get(id);
      running.current.delete(id);
      if (!one) return;
      const file = await one.recording.stop();
      if (!keep) return;
      if (file) addTake(id.split('#')[0] ?? id, file, one.workAt);
      else setProblem(one.recordedNothing);
    },
    [addTake],
  );

  const attempts = state.stretches.filter((stretch) => stretch.ended === 'again').length;
  const wanted = on.map((window) => `${takeKey(window)}#${attempts}`).join(' ');
  useEffect(() => {
    if (!camera) return;
    const ids = new Set(wanted === '' ? [] : wanted.split(' '));
    // What is done again is filmed anew; what a skip cut off before the work is not kept.
    for (const [id, one] of running.current) if (!ids.has(id)) void stop(id, one.workAt !== null && id.endsWith(`#${attempts}`));
    for (const id of ids) {
      if (running.current.has(id)) continue;
      try {
        running.current.set(id, { recording: camera.record(), workAt: null, recordedNothing: camera.recordedNothing });
      } catch {
        setProblem(camera.recordedNothing);
      }
    }
  }, [camera, wanted, attempts, stop]);

  // The moment the work begins, measured in the clip itself.
  const interval = sheet[state.index];
  const working = interval?.kind === 'work' && interval.itemId ? takeKey({ ...interval, itemId: interval.itemId }) : null;
  const startedAt = state.startedAt;
  useEffect(() => {
    if (!working) return;
    for (const [id, one] of running.current) {
      if (!id.startsWith(`${working}#`) || one.workAt !== null) continue;
      one.workAt = Math.max(0, (startedAt - aheadMs - performance.timeOrigin - one.recording.startedAt) / 1000);
    }
  }, [working, startedAt, aheadMs]);

  const paused = state.phase === 'paused';
  // biome-ignore lint/correctness/useExhaustiveDependencies: a recording that begins in a pause stands as well.
  useEffect(() => {
    for (const one of running.current.values()) one.recording.hold(paused);
  }, [paused, wanted]);

  useEffect(() => () => closeMedia(stream), [stream]);

  const switchOff = useCallback(() => {
    for (const id of [...running.current.keys()]) void stop(id, false);
    // A phone opens no second camera while the first is on.
    closeMedia(stream);
    setCamera(null);
  }, [stop, stream]);
  const switchOn = useCallback(
    async (which: Facing) => {
      switchOff();
      try {
        const { openHere } = await import('./film-here.ts');
        setCamera(await openHere(which, { height: film.height, sound: film.sound }));
        setFacing(which);
        setProblem(null);
      } catch (error) {
        setProblem(sentenceOf(error));
      }
    },
    [film.height, film.sound, switchOff],
  );
  const dropTake = useCallback(
    (key: string) => {
      takeAway([key]);
      void forgetTake(runId, key);
    },
    [runId, takeAway],
  );
  const trimTake = useCallback((key: string, trim: Trim | null) => {
    setTakes((before) =>
      before.map((take) => {
        if (take.key !== key) return take;
        const { address, ...kept } = { ...take, trim };
        void keepTake(kept);
        return { ...kept, address };
      }),
    );
  }, []);
  /** The takes of a go for sending; one whose last second still runs is ended here and now. */
  const collect = useCallback(
    async (keys: readonly string[]): Promise<Take[]> => {
      for (const id of [...running.current.keys()]) if (keys.includes(id.split('#')[0] ?? '')) await stop(id, true);
      return latest.current.filter((take) => keys.includes(take.key));
    },
    [stop],
  );
  const filming = on.length > 0 && !paused;
  return { stream, facing, problem, takes, filming, switchOn, switchOff, addTake, dropTake, trimTake, collect, takeAway };
}

export type Filming = ReturnType<typeof useFilming>;
