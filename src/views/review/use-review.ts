import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { v7 as uuid } from 'uuid';
import { call, sentenceOf } from '../../client/client.ts';
import { InTurn } from '../../client/in-turn.ts';
import { type BenchItem, benchApi as benchContract } from '../../contract/bench.ts';
import { type BenchSettings, type Decide, type ReviewItem, type ReviewQueue, reviewApi, type WaitingPage } from '../../contract/review.ts';
import { inParts } from '../../core/in-parts.ts';
import { compareWaiting, decisionInForce, LONGEST_LOOK, standingOf } from '../../core/scores/index.ts';
import { plural, t } from '../../core/text/translate.ts';
import { isWaiting } from './claim-words.ts';
import { ClipShelf } from './clip-shelf.ts';
import { type DecisionOut, DecisionsOut } from './decisions-out.ts';
import { FreshReads } from './fresh-reads.ts';
import { Places } from './places.ts';
import { NO_FILTER, passes, type QueueFilter } from './Queue.tsx';
import { UnsentDecisions } from './unsent.ts';

/** What was done last, and how it is taken back. */
interface Last {
  words: string;
  undo(): Promise<void>;
}

/** Scores of a wave that are sent at once. */
const WAVE_PART = 100;

const inQueueOrder = (items: readonly ReviewItem[]): ReviewItem[] => [...items].sort(compareWaiting);

/** Seconds that a score has been in front, without the time that the page was hidden. */
function useSpent(scoreId: string | null, places: Places) {
  const since = useRef<number | null>(null);
  useEffect(() => {
    if (!scoreId) return;
    const begin = () => {
      since.current = document.hidden ? null : performance.now();
    };
    const bank = () => {
      if (since.current === null) return;
      places.put(scoreId, { spent: places.get(scoreId).spent + (performance.now() - since.current) / 1000 });
      since.current = null;
    };
    const onHide = () => (document.hidden ? bank() : begin());
    begin();
    document.addEventListener('visibilitychange', onHide);
    return () => {
      document.removeEventListener('visibilitychange', onHide);
      bank();
    };
  }, [scoreId, places]);
  return (id: string) => places.get(id).spent + (since.current === null ? 0 : (performance.now() - since.current) / 1000);
}

/**
 * The review in the hands of one coach: what waits and what was decided, one score in front, the next one fetched ahead.
 * A decision moves on at once and is sent behind the coach's back; one that cannot be saved waits and says so.
 */
export function useReview(queue: ReviewQueue) {
  const [items, setItems] = useState<ReadonlyMap<string, ReviewItem>>(
    () => new Map([...queue.waiting, ...queue.decided].map((item) => [item.scoreId, item])),
  );
  const [decidedIds, setDecidedIds] = useState<string[]>(() => queue.decided.map((item) => item.scoreId));
  const [filter, setFilter] = useState<QueueFilter>(NO_FILTER);
  const [shownId, setShownId] = useState<string | null>(queue.waiting[0]?.scoreId ?? queue.decided[0]?.scoreId ?? null);
  const [benches, setBenches] = useState<ReadonlyMap<string, BenchItem>>(new Map());
  const [last, setLast] = useState<Last | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [unsent, setUnsent] = useState(0);
  const [settings, setSettings] = useState<BenchSettings>(queue.bench);
  const [rules, setRules] = useState(queue.rules);
  /** Whether all that waits has been read, and how many the server said there are. */
  const [whole, setWhole] = useState(queue.more === null);
  const [inAll, setInAll] = useState(queue.waitingInAll);
  const [shelf] = useState(() => new ClipShelf());
  const [places] = useState(() => new Places(queue.squad.id));
  const [reads] = useState(() => new FreshReads());
  const [line] = useState(() => new InTurn());
  const [kept] = useState(() => new UnsentDecisions(queue.squad.id, queue.coachId));
  const spentOn = useSpent(shownId, places);
  const shownNow = useRef(shownId);
  shownNow.current = shownId;

  const allWaiting = useMemo(() => inQueueOrder([...items.values()].filter(isWaiting)), [items]);
  const waiting = useMemo(() => allWaiting.filter((item) => passes(filter, item)), [allWaiting, filter]);
  const decided = useMemo(
    () =>
      decidedIds.flatMap((id) => {
        const item = items.get(id);
        return item && !isWaiting(item) && passes(filter, item) ? [item] : [];
      }),
    [items, decidedIds, filter],
  );
  const shown = shownId ? (items.get(shownId) ?? null) : null;

  const putItem = useCallback((item: ReviewItem) => setItems((all) => new Map(all).set(item.scoreId, item)), []);
  const takeBench = useCallback(
    (bench: BenchItem) => {
      setBenches((all) => new Map(all).set(bench.item.scoreId, bench));
      // As long as a decision is on its way, the score stands as it was decided here.
      if (!reads.isOnWay(bench.item.scoreId)) putItem(bench.item);
    },
    [putItem, reads],
  );
  /** What the server said after something was done to a score. */
  const putBench = useCallback(
    (bench: BenchItem) => {
      reads.changed(bench.item.scoreId);
      takeBench(bench);
    },
    [reads, takeBench],
  );
  const attempt = useCallback((work: () => Promise<void>) => {
    setProblem(null);
    work().catch((error) => setProblem(sentenceOf(error)));
  }, []);
  const reload = useCallback(
    async (id: string) => {
      try {
        const bench = await reads.read(id, () => call(benchContract.item, { score: id }));
        if (bench) takeBench(bench);
      } catch (error) {
        setProblem(sentenceOf(error));
      }
    },
    [reads, takeBench],
  );

  // What is in front, and the next two, are read and fetched ahead.
  useEffect(() => {
    if (!shown) return;
    const place = waiting.findIndex((item) => item.scoreId === shown.scoreId);
    const ahead = [shown, ...waiting.slice(place + 1, place + 3)];
    for (const item of ahead) if (!benches.has(item.scoreId)) void reload(item.scoreId);
    const clips = ahead.flatMap((item) => item.clip ?? []);
    void (async () => {
      // One after the other, so that what is in front is not held up.
      for (const { id, workAt } of clips) await shelf.fetch(id, workAt);
    })();
  }, [shown, waiting, benches, reload, shelf]);

  const nextAfter = (id: string): string | null => {
    const place = waiting.findIndex((item) => item.scoreId === id);
    const rest = waiting.filter((item) => item.scoreId !== id);
    return rest[Math.min(Math.max(place, 0), rest.length - 1)]?.scoreId ?? null;
  };
  const go = (by: number) => {
    const list = waiting.length > 0 ? waiting : decided;
    const place = list.findIndex((item) => item.scoreId === shownId);
    const next = list[Math.min(list.length - 1, Math.max(0, place < 0 ? 0 : place + by))];
    if (next) setShownId(next.scoreId);
  };

  const undoDecision = async (item: ReviewItem) => {
    const inForce = decisionInForce(item.history);
    if (!inForce) return;
    const now = await call(reviewApi.undo, { decision: inForce.id }, { id: uuid() });
    reads.changed(item.scoreId);
    putItem(now);
    setLast(null);
    setShownId(item.scoreId);
    void reload(item.scoreId);
  };

  const told = {
    arrived({ item }: DecisionOut, now: ReviewItem) {
      reads.arrived(item.scoreId);
      putItem(now);
      places.drop(item.scoreId);
      setLast((before) => {
        const words = t('{nickname}’s {name} is {standing}.', {
          nickname: item.player.nickname,
          name: item.drill.name,
          standing: now.standing,
        });
        return before?.words === words ? before : { words, undo: () => undoDecision(now) };
      });
      // What was read of it tells of before; whoever comes back to it has it read anew.
      setBenches((all) => new Map([...all].filter(([id]) => id !== item.scoreId || id === shownNow.current)));
      if (shownNow.current === item.scoreId) void reload(item.scoreId);
    },
    // It waits again, with what was typed still there.
    refused({ item }: DecisionOut, error: unknown) {
      setProblem(sentenceOf(error));
      reads.arrived(item.scoreId);
      putItem(item);
      setShownId(item.scoreId);
    },
    waiting(all: readonly DecisionOut[], error: unknown) {
      if (error) setProblem(sentenceOf(error));
      setUnsent(all.length);
    },
  };
  const toldNow = useRef(told);
  toldNow.current = told;
  const [out] = useState(
    () =>
      new DecisionsOut(kept, (score, decision) => call(reviewApi.decide, { score }, decision), {
        arrived: (...of) => toldNow.current.arrived(...of),
        refused: (...of) => toldNow.current.refused(...of),
        waiting: (...of) => toldNow.current.waiting(...of),
      }),
  );

  /** Shows a score as it will stand, and sends what was decided of it. */
  const letGo = (item: ReviewItem, decision: Decide) => {
    reads.sent(item.scoreId);
    const { standing } = standingOf(item.value, item.result !== 'clear', { ...decision, undoes: null, faults: null, at: 0 });
    putItem({ ...item, standing });
    setDecidedIds((ids) => [item.scoreId, ...ids.filter((id) => id !== item.scoreId)]);
    void out.send({ item, decision });
  };
  const decide = (item: ReviewItem, given: Decide) => {
    const decision = { ...given, tookSeconds: Math.min(LONGEST_LOOK, Math.round(spentOn(item.scoreId) * 10) / 10) };
    setProblem(null);
    setShownId(nextAfter(item.scoreId) ?? item.scoreId);
    letGo(item, decision);
  };

  /** Some of the queue came in: what an earlier page had decided of it and not sent goes on its way. Says what nobody decided yet. */
  const goOnWith = (came: readonly ReviewItem[], left: Map<string, Decide>): ReviewItem | undefined => {
    const open = came.filter((item) => !left.has(item.scoreId));
    for (const item of came) {
      const decision = left.get(item.scoreId);
      left.delete(item.scoreId);
      if (decision) letGo(item, decision);
    }
    return open[0];
  };
  /** Reads a long queue to its end, an answer at a time. A newer reading ends an older one. */
  const readings = useRef(0);
  const readOn = async (page: WaitingPage, left: Map<string, Decide>) => {
    const mine = ++readings.current;
    for (let place = page.more; place !== null; ) {
      const next: WaitingPage = await call(reviewApi.waitingAfter, { squad: queue.squad.id, after: place });
      if (mine !== readings.current) return;
      // What this page knows of a score is newer than the list.
      setItems((all) => new Map([...next.waiting.map((item) => [item.scoreId, item] as const), ...all]));
      goOnWith(next.waiting, left);
      place = next.more;
    }
    setWhole(true);
    // What waits no more has arrived, or somebody else was first.
    for (const decision of left.values()) kept.drop(decision.id);
  };
  // biome-ignore lint/correctness/useExhaustiveDependencies: once, with what an earlier page left on its way.
  useEffect(() => {
    const left = new Map(kept.all().map((one) => [one.score, one.decision]));
    const before = left.size;
    const first = goOnWith(queue.waiting, left);
    if (first && left.size < before) setShownId(first.scoreId);
    attempt(() => readOn(queue, left));
  }, []);

  /** Counts many at once. A long list goes in parts, one after the other, so that the server stays free for others; it is taken back as one. */
  const wave = (chosen: ReviewItem[], praise: string | null) =>
    attempt(async () => {
      const waves: string[] = [];
      const counted = new Set<string>();
      const left: string[] = [];
      const praised = new Set<string>();
      const tell = () =>
        setLast({
          words: t('{scores} counted.{left}', {
            scores: plural(counted.size, 'score'),
            left: left.length > 0 ? t(' {scores} stayed: {left}', { scores: plural(left.length, 'score'), left: left[0] }) : '',
          }),
          undo: () => undoWaves(waves),
        });
      for (const part of inParts(chosen, WAVE_PART)) {
        const id = uuid();
        const scores = part.map((item) => ({ score: item.scoreId, decision: uuid() }));
        const done = await call(
          reviewApi.wave,
          { squad: queue.squad.id },
          {
            ...{ id, scores },
            ...(praise ? { praise: { line: praise, except: [...praised] } } : {}),
          },
        );
        for (const item of part) if (done.counted.includes(item.scoreId)) praised.add(item.player.id);
        waves.push(id);
        left.push(...done.left.map((one) => one.why));
        const now = new Set(done.counted);
        for (const one of now) {
          reads.changed(one);
          counted.add(one);
        }
        setItems((all) => new Map([...all].map(([key, item]) => [key, now.has(key) ? { ...item, standing: 'counted' as const } : item])));
        setDecidedIds((ids) => [...done.counted, ...ids.filter((one) => !now.has(one))]);
        setShownId((at) => (at && now.has(at) ? (waiting.find((item) => !counted.has(item.scoreId))?.scoreId ?? at) : at));
        setBenches((all) => new Map([...all].filter(([key]) => !now.has(key))));
        tell();
      }
    });
  const undoWaves = async (waves: string[]) => {
    for (const one of waves) {
      const { undone } = await call(reviewApi.undoWave, { squad: queue.squad.id, wave: one });
      const back = new Set(undone);
      for (const score of back) reads.changed(score);
      setItems((all) => new Map([...all].map(([key, item]) => [key, back.has(key) ? { ...item, standing: 'clear' as const } : item])));
      setBenches((all) => new Map([...all].filter(([key]) => !back.has(key))));
    }
    setLast(null);
  };

  const saveSettings = (next: BenchSettings) => {
    setSettings(next);
    attempt(() => line.do(async () => void (await call(reviewApi.settings, {}, next)), 'settings'));
  };

  /** A queue that was read anew, as after other rules. */
  const take = (fresh: ReviewQueue) => {
    setItems(new Map([...fresh.waiting, ...fresh.decided].map((item) => [item.scoreId, item])));
    setDecidedIds(fresh.decided.map((item) => item.scoreId));
    setRules(fresh.rules);
    setBenches(new Map());
    setInAll(fresh.waitingInAll);
    setWhole(false);
    attempt(() => readOn(fresh, new Map()));
  };

  useEffect(() => {
    const onLine = () => void out.retry();
    window.addEventListener('online', onLine);
    return () => window.removeEventListener('online', onLine);
  }, [out]);

  return {
    mayChange: queue.mayChange,
    ...{ shown, waiting, decided, allWaiting, last, problem, settings, rules, shelf, places, filter },
    everything: [...items.values()],
    inAll: whole ? allWaiting.length : Math.max(inAll, allWaiting.length),
    whole,
    unsent,
    retry: () => void out.retry(),
    benchOf: (id: string) => benches.get(id) ?? null,
    show: (id: string) => setShownId(id),
    undo: (item: ReviewItem) => attempt(() => undoDecision(item)),
    undoLast: () => last && attempt(last.undo),
    ...{ setFilter, putBench, reload, attempt, go, decide, wave, saveSettings, take },
  };
}
