import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { type ClipsOfGo, type KeptRun, keepClips, keepLog, keepRun, type LogRow, logOf, type Outgoing } from '../../client/device-store.ts';
import { deviceNow } from '../../client/now.ts';
import { sendSoon } from '../../client/send-queue.ts';
import { english, term } from '../../core/text/translate.ts';
import {
  type Announced,
  advance,
  applyEvent,
  type ClockEvent,
  type ClockState,
  endedBetween,
  type Interval,
  laidCues,
  NOT_STARTED,
  resume,
  type Stretch,
  shareOfWork,
  type TodayWhy,
  type WorkOfFoot,
} from '../../core/training/index.ts';
import { clockLock, lookAfterRuns, visitedBy } from './left-runs.ts';
import type { SquadOn } from './live.ts';
import { useAwake } from './use-awake.ts';
import { LATE_MS, Voice } from './voice.ts';

export type PlainEvent = 'start' | 'pause' | 'resume' | 'ready' | 'done' | 'skip' | 'again';

const ALIVE_MS = 1000;
/** The picture is drawn anew at least this often while the clock runs; a new second is drawn in its own frame. */
const DRAW_MS = 100;
/** A hidden page gets no frames. */
const HIDDEN_MS = 250;
/** A page that did nothing for this long was frozen: nobody heard the clock meanwhile. */
const FROZEN_MS = 75_000;
/** Cues are laid anew this often: a sound card that lost some milliseconds is followed before the next tone. */
const LAY_MS = 500;

export interface Clock {
  state: ClockState;
  run: KeptRun;
  /** The whole log, also what is not on the disk yet. */
  log(): readonly ClockEvent[];
  loading: boolean;
  /** Milliseconds nobody heard the clock, after a reload; 0 otherwise. */
  awayMs: number;
  /** A visit of this session was too old to go on with, and was closed with what was done. */
  closedBefore: boolean;
  /** What ended on the clock while the screen was off, to be said when it is on again. */
  missed: Stretch[];
  /** The same session is open in another tab, which has the clock. */
  elsewhere: boolean;
  /** Why the device does not keep the log; null while it does. */
  keepProblem: string | null;
  /** The device does not keep its screen on. */
  goesDark: boolean;
  /** On a live evening: the squad is within a go that this one did not begin, and the next one is joined. */
  waitsForSquad: boolean;
  tap(type: PlainEvent): void;
  stop(why: 'left' | 'hurt'): void;
  /** Another drill is done in the place of an item's from now on; null for the planned one. */
  replace(itemId: string, drillId: string | null, why: TodayWhy): void;
  /** Writes down what the phone counted by ear of a foot's work, and what a helper counted. */
  hear(work: WorkOfFoot, count: number, helper: number | null): void;
  /** Numbers were given: the score is left, and what is to be sent is kept with it, at once. Rejected while it could not be kept yet. */
  give(out: readonly Outgoing[], takes: readonly string[]): Promise<void>;
  /** The time on the log's clock, epoch ms. */
  now(): number;
  /** What that clock is ahead of the page's, in ms: more than 0 once the device's clock was set back between two lives of the page. */
  aheadMs: number;
  voice: Voice;
}

const CLIP_WAITS = english(
  'Your number is kept. For its clip there is no room yet: make some room on this phone and leave this page open, and it is kept as well.',
);
const CANNOT_KEEP = english(
  'This browser does not let the app keep anything. Free some room, or use a normal window instead of a private one. It is tried again and again; until then a reload would lose what you do.',
);

/** What could not be kept is tried again this often. */
const KEEP_AGAIN_MS = 2000;

/** What of the state is seen: the picture is drawn anew when it changes. */
const seen = (sheet: readonly Interval[], state: ClockState) => {
  const interval = sheet[state.index];
  const left = interval?.ends === 'clock' ? interval.seconds * 1000 - state.ranMs : -state.ranMs;
  return `${state.phase}|${state.index}|${state.stretches.length}|${Math.ceil(left / 1000)}`;
};

const isOver = (state: ClockState) => state.phase === 'finished' || state.phase === 'stopped';

/**
 * The player's clock over a run sheet: every event goes into the run log on the device before anything else, a reload comes back
 * in a pause at the place where it stopped, cues are laid down ahead, and the screen is kept awake.
 * @param make a run for a visit that begins
 * @param leftOut items that cannot be done at this home
 * @param isQuiet somebody else has the phone: nothing is said of this clock
 * @param squad the squad's clock, which this one follows on a live evening; null alone
 */
export function useClock(
  sheet: readonly Interval[],
  make: () => KeptRun,
  about: (interval: Interval) => Announced,
  leftOut: ReadonlySet<string>,
  isQuiet = false,
  squad: SquadOn | null = null,
): Clock {
  const [run, setRun] = useState<KeptRun>(make);
  const [state, setState] = useState<ClockState>(NOT_STARTED);
  const [awayMs, setAwayMs] = useState(0);
  const [closedBefore, setClosedBefore] = useState(false);
  const [missed, setMissed] = useState<Stretch[]>([]);
  const [keepProblem, setKeepProblem] = useState<string | null>(null);
  const [loading, setLoading] = useState(true);
  const [elsewhere, setElsewhere] = useState(false);
  const hiddenAt = useRef<number | null>(null);
  const runRef = useRef(run);
  const stateRef = useRef<ClockState>(NOT_STARTED);
  const logRef = useRef<ClockEvent[]>([]);
  const shown = useRef({ what: '', at: 0 });
  const laidAt = useRef(0);
  const voice = useMemo(() => new Voice(), []);
  const ahead = useRef(0);
  /** What the server's clock is ahead of the log's on an evening, for the whole run; null until it is known. */
  const serverAhead = useRef<number | null>(null);
  const logNow = useCallback(() => {
    const device = deviceNow();
    const server = squad?.serverNow() ?? null;
    // The log keeps the device's epoch and the server's pace.
    if (server !== null) {
      serverAhead.current ??= server - device;
      ahead.current = server - serverAhead.current - device;
      voice.aheadMs = ahead.current;
    }
    return device + ahead.current;
  }, [squad, voice]);
  const aboutRef = useRef(about);
  aboutRef.current = about;
  const quietRef = useRef(isQuiet);
  quietRef.current = isQuiet;

  const layCues = useCallback(() => {
    laidAt.current = performance.now();
    voice.lay(quietRef.current ? [] : laidCues(sheet, stateRef.current, (interval) => aboutRef.current(interval), LATE_MS));
  }, [sheet, voice]);

  const show = useCallback(
    (next: ClockState) => {
      stateRef.current = next;
      shown.current = { what: seen(sheet, next), at: performance.now() };
      setState(next);
    },
    [sheet],
  );

  const setBoth = useCallback((next: KeptRun) => {
    runRef.current = next;
    setRun(next);
  }, []);

  // What is not on the disk yet, in order. A write that fails leaves it here, and the next one takes it along.
  const unkept = useRef<LogRow[]>([]);
  /** Clips whose numbers are kept, and which had no room beside them. */
  const clipsLeft = useRef<readonly ClipsOfGo[]>([]);
  const writing = useRef<Promise<void>>(Promise.resolve());
  const persist = useCallback((): Promise<void> => {
    const work = writing.current.then(async () => {
      const rows = unkept.current;
      if (rows.length === 0) await keepRun(runRef.current);
      else clipsLeft.current = [...clipsLeft.current, ...(await keepLog(runRef.current, rows))];
      unkept.current = unkept.current.slice(rows.length);
    });
    const keepLeft = async () => {
      if (clipsLeft.current.length === 0) return setKeepProblem(null);
      try {
        await keepClips(runRef.current.id, clipsLeft.current);
        clipsLeft.current = [];
        void sendSoon();
        setKeepProblem(null);
      } catch {
        setKeepProblem(term(CLIP_WAITS));
      }
    };
    writing.current = work.then(keepLeft, () => setKeepProblem(term(CANNOT_KEEP)));
    return work;
  }, []);
  useEffect(() => {
    if (!keepProblem) return;
    const timer = setInterval(() => void persist().catch(() => {}), KEEP_AGAIN_MS);
    return () => clearInterval(timer);
  }, [keepProblem, persist]);

  /** Takes an event in, and keeps it with what goes along. */
  const take = useCallback(
    (event: ClockEvent, out: readonly Outgoing[] = [], takes: readonly string[] = []): Promise<void> => {
      const state = applyEvent(sheet, stateRef.current, event);
      const seq = logRef.current.length;
      logRef.current = [...logRef.current, event];
      unkept.current = [...unkept.current, { seq, event, out, takes }];
      show(state);
      layCues();
      setAwayMs(0);
      setMissed([]);
      setBoth({
        ...runRef.current,
        aliveAt: event.at,
        startedAt: seq === 0 ? event.at : runRef.current.startedAt,
        ...(serverAhead.current === null ? {} : { serverAhead: serverAhead.current }),
        over: isOver(state),
        share: shareOfWork(sheet, state, leftOut),
      });
      return persist();
    },
    [sheet, leftOut, show, setBoth, layCues, persist],
  );
  const add = useCallback((event: ClockEvent) => void take(event).catch(() => {}), [take]);

  useEffect(() => {
    let gone = false;
    const open = async () => {
      const { playerId, revisionId } = runRef.current;
      const visited = visitedBy(runRef.current);
      const { goOn, closed } = await lookAfterRuns(playerId, revisionId, visited);
      setClosedBefore(closed.includes(visited));
      const begun = goOn.find((one) => visitedBy(one) === visited);
      const log = begun ? await logOf(begun.id) : [];
      if (gone || !begun) return;
      const found = resume(sheet, log, begun.aliveAt, deviceNow());
      // The log's clock never runs back, whatever was done to the device's.
      ahead.current = Math.max(0, found.state.at - deviceNow());
      voice.aheadMs = ahead.current;
      serverAhead.current = begun.serverAhead ?? null;
      logRef.current = found.event ? [...log, found.event] : log;
      if (found.event) unkept.current = [{ seq: log.length, event: found.event, out: [], takes: [] }];
      setBoth({ ...begun, playerId, aliveAt: logNow(), over: isOver(found.state), share: shareOfWork(sheet, found.state, leftOut) });
      setAwayMs(found.awayMs);
      show(found.state);
      await persist();
    };
    let letGo = () => {};
    // One tab has the clock of a session: two would write one log.
    void navigator.locks.request(clockLock(runRef.current.playerId, visitedBy(runRef.current)), { ifAvailable: true }, async (lock) => {
      if (gone) return;
      if (!lock) setElsewhere(true);
      else await open().catch(() => setKeepProblem(term(CANNOT_KEEP)));
      setLoading(false);
      if (lock && !gone)
        await new Promise<void>((resolve) => {
          letGo = resolve;
        });
    });
    return () => {
      gone = true;
      letGo();
    };
  }, [sheet, leftOut, persist, setBoth, show, voice, logNow]);

  // The clock runs on between events; the run log says how long the page was alive.
  const running = state.phase === 'running';
  useEffect(() => {
    if (!running) return;
    let frame = 0;
    let lastKept = logNow();
    const step = () => {
      const now = logNow();
      const heardUntil = stateRef.current.at;
      if (now - heardUntil > FROZEN_MS) {
        add({ type: 'gap', at: heardUntil, until: now });
        setAwayMs(now - heardUntil);
        return;
      }
      const next = advance(sheet, stateRef.current, now);
      const moved = next.index !== stateRef.current.index;
      stateRef.current = next;
      // Where nothing moves on the screen, once a second is enough.
      const still = ['score', 'set-up'].includes(sheet[next.index]?.kind ?? '');
      const stale = !still && performance.now() - shown.current.at >= DRAW_MS;
      if (stale || seen(sheet, next) !== shown.current.what) show(next);
      if (moved || performance.now() - laidAt.current > LAY_MS) layCues();
      if (next.phase === 'finished') add({ type: 'over', at: next.at });
      else if (now - lastKept > ALIVE_MS) {
        lastKept = now;
        runRef.current = { ...runRef.current, aliveAt: now, share: shareOfWork(sheet, next, leftOut) };
        void persist().catch(() => {});
      }
    };
    const draw = () => {
      step();
      frame = requestAnimationFrame(draw);
    };
    frame = requestAnimationFrame(draw);
    const hidden = setInterval(() => document.hidden && step(), HIDDEN_MS);
    return () => {
      cancelAnimationFrame(frame);
      clearInterval(hidden);
    };
  }, [running, sheet, leftOut, show, layCues, persist, add, logNow]);

  const [waitsForSquad, setWaits] = useState(false);
  useEffect(() => {
    const own = () => ({ now: logNow(), state: stateRef.current, log: logRef.current, serverAhead: serverAhead.current });
    return squad?.keep(sheet, { own, add, onWait: setWaits });
  }, [squad, sheet, add, logNow]);

  const goesDark = useAwake(state.phase);
  useEffect(() => {
    if (!running) return;
    const turned = () => {
      const now = logNow();
      if (document.hidden) hiddenAt.current = now;
      add({ type: document.hidden ? 'hide' : 'show', at: now });
      if (document.hidden) return;
      if (hiddenAt.current !== null) setMissed(endedBetween(stateRef.current, hiddenAt.current, now));
      hiddenAt.current = null;
    };
    document.addEventListener('visibilitychange', turned);
    return () => document.removeEventListener('visibilitychange', turned);
  }, [running, add, logNow]);

  useEffect(() => () => voice.close(), [voice]);

  const tap = useCallback((type: PlainEvent) => add({ type, at: logNow() }), [add, logNow]);
  const stop = useCallback((why: 'left' | 'hurt') => add({ type: 'stop', at: logNow(), why }), [add, logNow]);
  const replace = useCallback(
    (itemId: string, drillId: string | null, why: TodayWhy) => add({ type: 'instead', at: logNow(), itemId, drillId, why }),
    [add, logNow],
  );
  const hear = useCallback(
    (work: WorkOfFoot, count: number, helper: number | null) => add({ type: 'heard', at: logNow(), ...work, count, helper }),
    [add, logNow],
  );
  const give = useCallback(
    (out: readonly Outgoing[], takes: readonly string[]) => take({ type: 'done', at: logNow() }, out, takes),
    [take, logNow],
  );
  const log = useCallback(() => logRef.current, []);
  const aheadMs = ahead.current;
  return {
    state,
    run,
    log,
    loading,
    elsewhere,
    awayMs,
    closedBefore,
    missed,
    keepProblem,
    goesDark,
    waitsForSquad,
    tap,
    stop,
    replace,
    hear,
    give,
    now: logNow,
    aheadMs,
    voice,
  };
}
