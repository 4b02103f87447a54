import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import {
  advance,
  applyEvent,
  type ClockEvent,
  type ClockState,
  cuesOf,
  endedBetween,
  type Interval,
  NOT_STARTED,
  replay,
  type Stretch,
} from '../../core/runsheet/index.ts';
import { type KeptRun, keepRun, unfinishedRun } from './store.ts';
import { Voice } from './voice.ts';

/** Epoch milliseconds that never run back while the page lives. */
export const deviceNow = () => performance.timeOrigin + performance.now();

type PlainEvent = Extract<
  ClockEvent,
  { type: 'start' | 'pause' | 'resume' | 'ready' | 'done' | 'skip' | 'again' | 'hide' | 'show' }
>['type'];

const ALIVE_MS = 1000;
const FRAME_MS = 50;

export interface Clock {
  state: ClockState;
  run: KeptRun | null;
  loading: boolean;
  /** Milliseconds nobody heard the clock, after a reload; 0 otherwise. */
  awayMs: number;
  /** What ended on the clock while the screen was off, to be said when it is on again. */
  missed: Stretch[];
  tap(type: PlainEvent): void;
  stop(why: 'left' | 'hurt'): void;
  change(change: (run: KeptRun) => KeptRun): Promise<void>;
  voice: Voice;
}

/**
 * The player's clock over a run sheet: keeps the run log on the device with every event, comes back after a reload in a pause
 * at the place where it stopped, sounds the cues, and keeps the screen awake.
 */
export function useClock(sheet: readonly Interval[], fresh: () => KeptRun, nameOf: (interval: Interval) => string): Clock {
  const [run, setRun] = useState<KeptRun | null>(null);
  const [state, setState] = useState<ClockState>(NOT_STARTED);
  const [awayMs, setAwayMs] = useState(0);
  const [missed, setMissed] = useState<Stretch[]>([]);
  const hiddenAt = useRef<number | null>(null);
  const [loading, setLoading] = useState(true);
  const runRef = useRef<KeptRun | null>(null);
  const stateRef = useRef<ClockState>(NOT_STARTED);
  const voice = useMemo(() => new Voice(), []);
  const freshRef = useRef(fresh);
  const sessionId = useMemo(() => freshRef.current().sessionId, []);

  const show = useCallback((next: ClockState) => {
    stateRef.current = next;
    setState(next);
  }, []);

  const keep = useCallback(async (next: KeptRun) => {
    runRef.current = next;
    setRun(next);
    await keepRun(next);
  }, []);

  useEffect(() => {
    let gone = false;
    void unfinishedRun(sessionId).then(async (kept) => {
      if (gone) return;
      // A log of an older release of the week does not fit this run sheet; what was done of it was sent with each score.
      const begun = kept?.events.length && kept.revisionId === freshRef.current().revisionId ? kept : null;
      if (begun) {
        const until = deviceNow();
        const at = Math.min(Math.max(begun.aliveAt, begun.events.at(-1)?.at ?? 0), until);
        const paused = replay(sheet, begun.events, at).phase === 'paused';
        const events: ClockEvent[] = paused ? begun.events : [...begun.events, { type: 'gap', at, until }];
        setAwayMs(until - at);
        show(replay(sheet, events, until));
        await keep({ ...begun, events, aliveAt: until });
      } else {
        runRef.current = freshRef.current();
        setRun(runRef.current);
      }
      setLoading(false);
    });
    return () => {
      gone = true;
    };
  }, [sheet, sessionId, keep, show]);

  const add = useCallback(
    (event: ClockEvent) => {
      const now = runRef.current;
      if (!now) return;
      const next = applyEvent(sheet, stateRef.current, event);
      show(next);
      setAwayMs(0);
      setMissed([]);
      const over = next.phase === 'finished' || next.phase === 'stopped';
      void keep({
        ...now,
        events: [...now.events, event],
        aliveAt: event.at,
        startedAt: now.events.length === 0 ? event.at : now.startedAt,
        over,
      });
    },
    [sheet, show, keep],
  );

  // The clock runs on between events; the run log says how long the page was alive.
  useEffect(() => {
    if (state.phase !== 'running') return;
    let lastKept = deviceNow();
    const timer = setInterval(() => {
      const now = deviceNow();
      show(advance(sheet, stateRef.current, now));
      if (now - lastKept > ALIVE_MS && runRef.current) {
        lastKept = now;
        const over = stateRef.current.phase === 'finished';
        void keep({ ...runRef.current, aliveAt: now, over });
      }
    }, FRAME_MS);
    return () => clearInterval(timer);
  }, [state.phase, sheet, show, keep]);

  const finished = state.phase === 'finished';
  useEffect(() => {
    const now = runRef.current;
    if (finished && now && !now.over) void keep({ ...now, over: true });
  }, [finished, keep]);

  // Cues of the interval that is on, laid down anew after each change or pause.
  const attempt = state.stretches.length;
  // biome-ignore lint/correctness/useExhaustiveDependencies: the number of stretches tells one go at an interval from the next.
  useEffect(() => {
    const interval = sheet[state.index];
    if (state.phase !== 'running' || !interval) {
      voice.hush();
      return;
    }
    voice.schedule(cuesOf(interval, nameOf(interval), sheet[state.index + 1]), stateRef.current.ranMs);
  }, [state.phase, state.index, attempt, sheet, voice]);

  useEffect(() => {
    if (state.phase !== 'running') return;
    let lock: WakeLockSentinel | null = null;
    const ask = async () => {
      if (!('wakeLock' in navigator)) return;
      lock = await navigator.wakeLock.request('screen').catch(() => null);
    };
    const seen = () => {
      const now = deviceNow();
      add({ type: document.hidden ? 'hide' : 'show', at: now });
      if (document.hidden) hiddenAt.current = now;
      else {
        if (hiddenAt.current !== null) setMissed(endedBetween(stateRef.current, hiddenAt.current, now));
        hiddenAt.current = null;
        void ask();
      }
    };
    void ask();
    document.addEventListener('visibilitychange', seen);
    return () => {
      document.removeEventListener('visibilitychange', seen);
      void lock?.release();
    };
  }, [state.phase, add]);

  const tap = useCallback((type: PlainEvent) => add({ type, at: deviceNow() }), [add]);
  const stop = useCallback((why: 'left' | 'hurt') => add({ type: 'stop', at: deviceNow(), why }), [add]);
  const change = useCallback(
    async (how: (run: KeptRun) => KeptRun) => {
      if (runRef.current) await keep(how(runRef.current));
    },
    [keep],
  );
  return { state, run, loading, awayMs, missed, tap, stop, change, voice };
}
