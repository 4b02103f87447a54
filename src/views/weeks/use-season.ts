import { useCallback, useEffect, useRef, useState } from 'react';
import { call, NoAnswer, ServerProblem, sentenceOf } from '../../client/client.ts';
import { InTurn } from '../../client/in-turn.ts';
import { keepHere, keptHere } from '../../client/kept-here.ts';
import { SeasonDraft, type SeasonOnSheet, seasonApi } from '../../contract/season.ts';
import type { SeasonPlan } from '../../core/planning/season/plan.ts';
import { useSaving } from './use-saving.ts';

/** Where a season stands: on the server, kept on this device, on its way, or refused with a sentence. */
export type SeasonState = { kind: 'saved' | 'kept' | 'not kept' | 'saving' } | { kind: 'problem'; sentence: string; again?: true };

const SAVE_AFTER_MS = 500;
const RETRY_MS = 3000;
const STEPS_KEPT = 60;

/** Under this name, by squad, stands a season that is not wholly on the server. */
export const SEASONS_HERE = 'eager-feet.season.';

const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);

/**
 * A season while it is planned: kept on this device with every change, saved by itself shortly after it, and as soon as there is a line;
 * never over somebody else's work without a choice.
 */
export function useSeason(first: SeasonOnSheet) {
  const [sheet, setSheet] = useState(first);
  const [season, setSeason] = useState<SeasonDraft | null>(first.season);
  const [past, setPast] = useState<SeasonDraft[]>([]);
  const [state, setState] = useState<SeasonState>({ kind: 'saved' });
  /** What somebody else saved in between, until the coach has chosen. */
  const [theirs, setTheirs] = useState<SeasonOnSheet | null>(null);
  const newest = useRef(first.season);
  const saved = useRef(first.season);
  const tries = useRef(0);
  /** What was sent and not answered yet. */
  const unanswered = useRef<SeasonPlan | null>(null);
  const [line] = useState(() => new InTurn());
  const squad = first.squad.id;
  const name = SEASONS_HERE + squad;

  const put = useCallback(
    (next: SeasonDraft) => {
      newest.current = next;
      setSeason(next);
      setState({ kind: keepHere(name, next) ? 'kept' : 'not kept' });
    },
    [name],
  );

  const edit = useCallback(
    (change: (plan: SeasonPlan) => SeasonPlan) => {
      const before = newest.current;
      if (!before) return;
      const plan = change(before.plan);
      if (plan === before.plan) return;
      setPast((steps) => [...steps.slice(1 - STEPS_KEPT), before]);
      put({ ...before, plan });
    },
    [put],
  );

  /** Another season, which takes the place of the one that is shown. */
  const begin = useCallback(
    (next: SeasonDraft) => {
      const before = newest.current;
      if (before) setPast((steps) => [...steps.slice(1 - STEPS_KEPT), before]);
      put(next);
    },
    [put],
  );

  const undo = useCallback(() => {
    const before = past.at(-1);
    if (!before) return;
    setPast(past.slice(0, -1));
    // Undone is the plan, not what the server has come to.
    put(before.id === newest.current?.id ? { ...before, draft: newest.current.draft } : before);
  }, [past, put]);

  const saveOnce = useCallback(async () => {
    const sent = newest.current;
    if (!sent) return;
    if (same(sent, saved.current)) {
      keepHere(name, null);
      return setState({ kind: 'saved' });
    }
    setState({ kind: 'saving' });
    const before = unanswered.current;
    unanswered.current = sent.plan;
    try {
      const answer = await call(seasonApi.save, { squad }, sent);
      tries.current = 0;
      unanswered.current = null;
      const there = answer.season;
      saved.current = there;
      setSheet(answer);
      if (newest.current === sent) {
        newest.current = there;
        setSeason(there);
        keepHere(name, null);
        setState({ kind: 'saved' });
      } else if (there && newest.current?.id === there.id) put({ ...newest.current, draft: there.draft });
    } catch (error) {
      if (error instanceof NoAnswer) {
        tries.current++;
        setState({ kind: keepHere(name, newest.current) ? 'kept' : 'not kept' });
        return;
      }
      const isOurs = error instanceof ServerProblem && error.status < 500;
      // A server in trouble, or what stands before it, may have kept it all the same.
      if (isOurs) unanswered.current = null;
      else tries.current++;
      setState({ kind: 'problem', sentence: sentenceOf(error), ...(isOurs ? {} : { again: true }) });
      if (!isOurs || error.kind !== 'changed elsewhere') return;
      const there = await call(seasonApi.sheet, { squad }).catch(() => null);
      if (!there?.season) return;
      // Where only the answer was lost, the change elsewhere is the one from here.
      if (same(there.season.plan, sent.plan) || (before && same(there.season.plan, before))) {
        saved.current = there.season;
        setSheet(there);
        put({ ...(newest.current ?? there.season), draft: there.season.draft });
      } else setTheirs(there);
    }
  }, [squad, name, put]);
  const saveNow = useCallback(() => line.do(saveOnce), [line, saveOnce]);

  /** Ends a conflict: what was chosen is the season, and the other one is an undo away. */
  const settle = useCallback(
    (choice: 'mine' | 'theirs') => {
      const [mine, other] = [newest.current, theirs?.season];
      if (!mine || !other) return;
      setTheirs(null);
      saved.current = other;
      const [kept, left] = choice === 'mine' ? [mine, other] : [other, mine];
      setPast((steps) => [...steps.slice(1 - STEPS_KEPT), { ...left, id: other.id, draft: other.draft }]);
      put({ ...kept, id: other.id, draft: other.draft });
    },
    [theirs, put],
  );

  useSaving({
    ...{ edited: season, state, isHeld: theirs !== null, afterMs: SAVE_AFTER_MS, retryMs: RETRY_MS, tries, saveNow },
    isAhead: () => !same(newest.current, saved.current),
  });

  // What a page that was left had not sent yet is here again.
  useEffect(() => {
    const kept = SeasonDraft.safeParse(keptHere(name));
    if (!kept.success) return;
    if (same(kept.data.plan, first.season?.plan)) return void keepHere(name, null);
    newest.current = kept.data;
    setSeason(kept.data);
    if (first.season) setPast([first.season]);
    setState({ kind: 'kept' });
  }, [name, first]);

  return { sheet, season, state, theirs, edit, begin, undo, canUndo: past.length > 0, settle };
}
