import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { v7 as uuid } from 'uuid';
import { changeRead } from '../../client/device-store.ts';
import { sendSoon } from '../../client/send-queue.ts';
import { goToSend, mendToSend, practiceToSend, runToSend } from '../../client/to-send.ts';
import type { ScoreSent, ThisWeek } from '../../contract/training.ts';
import type { Drill } from '../../core/drills/schema.ts';
import type { Foot } from '../../core/drills/terms.ts';
import { asSeen } from '../../core/targets/seen.ts';
import { attemptOf, type Interval, type insteadIn, workOfGo } from '../../core/training/index.ts';
import type { Item } from '../../core/weeks/schema.ts';
import type { Give } from './gives.ts';
import { courseMetres } from './LayOut.tsx';
import type { Outcome } from './score-form.ts';
import type { Clock } from './use-clock.ts';
import { type Filming, takeKey } from './use-filming.ts';
import type { OpenVisit } from './visiting.ts';

type Rules = typeof import('./gives.ts');

/** What follows from numbers; fetched with the rest of the session, for the page itself comes first. */
export const fetchRules = (): Promise<Rules> => import('./gives.ts');

interface Around {
  visit: OpenVisit;
  clock: Clock;
  filming: Filming;
  sheet: readonly Interval[];
  drills: ReadonlyMap<string, Drill>;
  /** What is done in the place of what was planned, by item. */
  instead: ReturnType<typeof insteadIn>;
}

/** The numbers of a visit: given, put right, kept with their log and clips, and all that follows from them. */
export function useGives({ visit, clock, filming, sheet, drills, instead }: Around) {
  const { state, run, now, log, tap } = clock;
  const { level } = visit.runner;
  const isPractice = visit.practice !== undefined;
  const [outcomes, setOutcomes] = useState<Outcome[]>([]);
  const [gives, setGives] = useState<readonly Give[]>([]);
  const [mending, setMending] = useState<Give | null>(null);
  /** There from the first number on. */
  const rules = useRef<Rules | null>(null);
  const after = useCallback(
    (some: readonly Give[]) => rules.current?.afterGives(visit.numbers, some, level) ?? { numbers: visit.numbers, bests: [] },
    [visit, level],
  );
  const { numbers, bests } = useMemo(() => after(gives), [after, gives]);
  // What was planned has its number; what takes its place for a day is done without one.
  const beats = useMemo(() => numbers.filter((one) => !instead.has(one.itemId)), [numbers, instead]);
  /** The clock stands because a number is being put right. */
  const pausedToMend = useRef(false);
  const given = useRef('');

  const sendLog = useCallback(async () => (isPractice ? sendSoon() : sendSoon(runToSend(run, log(), now()))), [isPractice, run, log, now]);
  const over = state.phase === 'finished' || state.phase === 'stopped';
  useEffect(() => {
    if (over && run.over && !clock.keepProblem) void sendLog().catch(() => {});
  }, [over, run.over, clock.keepProblem, sendLog]);

  /** Everything that follows from the goes of this visit is shown and kept; a number put right leaves no trace of the one before. */
  const keep = async (all: readonly Give[], keeping: Promise<unknown>) => {
    setGives(all);
    const { numbers: then } = after(all);
    try {
      await keeping;
      if (!isPractice) await changeRead<ThisWeek>(`visit:${visit.playerId}`, (read) => ({ ...read, numbers: then }));
      await sendLog();
    } catch {
      // The clock says that it is not kept yet, and keeps it as soon as there is room.
    }
  };

  const give = async (item: Item, round: number, entered: ScoreSent[]) => {
    const drill = drills.get(item.drillId);
    // Two quick taps are one, also when the second comes before the screen has changed.
    const go = `${item.id}|${round}|${attemptOf(state, state.index)}`;
    if (!drill || given.current === go) return;
    given.current = go;
    // The number that stood there goes with what was done: it is the one that is judged.
    const scores = isPractice ? entered : asSeen(entered, item.id, beats);
    const keyOf = (foot: Foot) => takeKey({ itemId: item.id, round, foot });
    // A recording that does not end leaves the numbers without a clip, never the clip without its numbers.
    const takes = await filming.collect(scores.map((score) => keyOf(score.foot))).catch(() => []);
    const takeOf = (score: ScoreSent) => takes.find((take) => take.key === keyOf(score.foot));
    // The log goes before the numbers: it is what proves that they were made on the clock.
    const goId = uuid();
    const sent = { goId, visit, run, item, round, scores, drillName: drill.name, takeOf };
    const out = isPractice ? [practiceToSend(sent)] : [runToSend(run, log(), now()), ...goToSend(sent)];
    const keys = takes.map((take) => take.key);
    const keeping = clock.give(out, keys);
    filming.takeAway(keys);
    const made: Give = {
      goId,
      item,
      drill,
      round,
      work: workOfGo(sheet, state, item.id, round),
      scores,
      mends: [],
      replaced: instead.has(item.id),
      courseMetres: courseMetres(visit, drill),
      practice: visit.practice,
    };
    // The number is on its way to be kept, whether or not there is anything to say of it.
    rules.current ??= await fetchRules().catch(() => null);
    setOutcomes(rules.current?.outcomesOf(made, beats) ?? []);
    await keep([...gives, made], keeping);
  };

  /** The numbers to beat as they were before a go. */
  const numbersBefore = ({ goId }: Give) => {
    const at = gives.findIndex((one) => one.goId === goId);
    return after(gives.slice(0, at)).numbers;
  };
  /**
   * Puts the newest number right.
   * @param pauses the clock runs, and stands meanwhile
   */
  const mendNewest = (pauses: boolean) => {
    pausedToMend.current = pauses;
    if (pauses) tap('pause');
    setMending(gives.at(-1) ?? null);
  };
  const endMending = () => {
    setMending(null);
    if (pausedToMend.current) tap('resume');
    pausedToMend.current = false;
  };
  const mend = (of: Give, said: readonly ScoreSent[]) => {
    const mended = rules.current?.mendedScores(of.scores, said) ?? [...said];
    if (mended.length === 0) return endMending();
    const scores = of.scores.map((had) => mended.find((one) => one.id === had.id) ?? had);
    const out = mended.map((score) => mendToSend(visit.playerId, run.id, of.drill.name, score));
    const mends = [...of.mends, ...out.map((one) => one.id)];
    const all = gives.map((one) => (one.goId === of.goId ? { ...of, scores, mends } : one));
    if (gives.at(-1)?.goId === of.goId) setOutcomes(rules.current?.outcomesOf({ ...of, scores }, numbersBefore(of)) ?? []);
    void keep(all, clock.give(out, []));
    // Only then the clock goes on: what is kept here ends no work.
    endMending();
  };

  // What was said about the last go is gone when the next one starts.
  const working = sheet[state.index]?.kind === 'work';
  useEffect(() => {
    if (working) setOutcomes([]);
  }, [working]);

  return { gives, outcomes, beats, bests, give, mending, setMending, mendNewest, endMending, mend, numbersBefore };
}
