import { useCallback, useEffect, useRef, useState } from 'react';
import { call, type FieldToMend, ServerProblem, sentenceOf } from '../../client/client.ts';
import { InTurn } from '../../client/in-turn.ts';
import { type WeekDetail, weeksApi } from '../../contract/weeks.ts';
import { WeekPlan } from '../../core/weeks/schema.ts';

export type SaveState = { kind: 'saved' | 'changed' | 'saving' } | { kind: 'problem'; sentence: string };

const SAVE_AFTER_MS = 700;
const STEPS_KEPT = 60;

/** A draft while it is edited: undo and redo, saved by itself shortly after each change, never over somebody else's work. */
export function useDraft(first: WeekDetail) {
  const [week, setWeek] = useState(first);
  const [plan, setPlan] = useState(first.plan);
  const [past, setPast] = useState<WeekPlan[]>([]);
  const [future, setFuture] = useState<WeekPlan[]>([]);
  const [save, setSave] = useState<SaveState>({ kind: 'saved' });
  const [problems, setProblems] = useState<FieldToMend[]>([]);
  /** What somebody else saved in between; both versions are shown until the coach has chosen. */
  const [theirs, setTheirs] = useState<WeekDetail | null>(null);
  const draft = useRef(first.draft);
  const newest = useRef(first.plan);
  /** The plan that the server has, as far as this page knows. */
  const onServer = useRef(first.plan);
  const [line] = useState(() => new InTurn());

  const put = useCallback((next: WeekPlan) => {
    newest.current = next;
    setPlan(next);
    setSave({ kind: 'changed' });
  }, []);

  const edit = useCallback(
    (change: (plan: WeekPlan) => WeekPlan) => {
      const before = newest.current;
      setPast((steps) => [...steps.slice(1 - STEPS_KEPT), before]);
      setFuture([]);
      put(change(before));
    },
    [put],
  );

  const undo = useCallback(() => {
    const before = past.at(-1);
    if (!before) return;
    setPast(past.slice(0, -1));
    setFuture([newest.current, ...future]);
    put(before);
  }, [past, future, put]);

  const redo = useCallback(() => {
    const after = future[0];
    if (!after) return;
    setFuture(future.slice(1));
    setPast([...past, newest.current]);
    put(after);
  }, [past, future, put]);

  const saveOnce = useCallback(async (): Promise<boolean> => {
    const sent = newest.current;
    const parsed = WeekPlan.safeParse(sent);
    const found = (parsed.error?.issues ?? []).map((issue) => ({ field: issue.path.join('.'), sentence: issue.message }));
    setProblems(found);
    if (!parsed.success) {
      setSave({ kind: 'problem', sentence: found[0]?.sentence ?? 'Something is not right yet.' });
      return false;
    }
    if (onServer.current === sent) {
      setSave({ kind: 'saved' });
      return true;
    }
    setSave({ kind: 'saving' });
    try {
      const saved = await call(weeksApi.save, { week: first.id }, { draft: draft.current, plan: parsed.data });
      draft.current = saved.draft;
      onServer.current = sent;
      setWeek(saved);
      setSave(newest.current === sent ? { kind: 'saved' } : { kind: 'changed' });
      return true;
    } catch (error) {
      setSave({ kind: 'problem', sentence: sentenceOf(error) });
      if (error instanceof ServerProblem && error.kind === 'changed elsewhere')
        setTheirs(await call(weeksApi.open, { week: first.id }).catch(() => null));
      return false;
    }
  }, [first.id]);
  /** Saves what is on the screen, after every saving that was asked for before; true when it is on the server. */
  const saveNow = useCallback(() => line.do(saveOnce), [line, saveOnce]);

  /** Ends a conflict: mine goes over theirs, or theirs takes its place and mine stays one undo away. */
  const settle = useCallback(
    (choice: 'mine' | 'theirs') => {
      if (!theirs) return;
      draft.current = theirs.draft;
      setWeek(theirs);
      setTheirs(null);
      const mine = newest.current;
      setPast((steps) => [...steps.slice(1 - STEPS_KEPT), choice === 'mine' ? theirs.plan : mine]);
      setFuture([]);
      put(choice === 'mine' ? mine : theirs.plan);
    },
    [theirs, put],
  );

  // biome-ignore lint/correctness/useExhaustiveDependencies: every new plan starts the wait anew.
  useEffect(() => {
    if (save.kind !== 'changed' || theirs) return;
    const timer = setTimeout(() => void saveNow(), SAVE_AFTER_MS);
    return () => clearTimeout(timer);
  }, [plan, save.kind, saveNow, theirs]);

  return {
    week,
    setWeek,
    plan,
    edit,
    undo,
    redo,
    canUndo: past.length > 0,
    canRedo: future.length > 0,
    save,
    saveNow,
    problems,
    theirs,
    settle,
  };
}
