import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { call, NoAnswer, ServerProblem, sentenceOf } from '../../client/client.ts';
import { InTurn } from '../../client/in-turn.ts';
import { keepDraft, keptDraft } from '../../client/kept-drafts.ts';
import { type WeekDetail, weeksApi } from '../../contract/weeks.ts';
import { english, t, term } from '../../core/text/translate.ts';
import { faultsOf, type PlanFault, savablePlan } from '../../core/weeks/savable.ts';
import type { WeekPlan } from '../../core/weeks/schema.ts';
import { useSaving } from './use-saving.ts';

/** What is true of what is on the screen: on the server, kept on this device alone, not even there (its store is full or denied), on its way, or refused with a sentence. */
export type SaveState = { kind: 'saved' | 'kept' | 'saving' | 'not kept' } | { kind: 'problem'; sentence: string; again?: true };

const SAVE_AFTER_MS = 700;
const STEPS_KEPT = 60;
/** Without a line it is tried again after so long, twice as long each time. */
const RETRY_MS = 2000;

const CHANGED_MEANWHILE = english(
  'This week was changed in another tab or by another coach since you typed here. Your version is on this screen.',
);

const same = (a: WeekPlan, b: WeekPlan): boolean => JSON.stringify(a) === JSON.stringify(b);
/** A plan as the server would give it back. */
const asSent = (plan: WeekPlan): WeekPlan => savablePlan(plan, plan) ?? plan;

/**
 * A draft while it is edited: undo and redo; kept on this device with every change, saved by itself shortly after it and as soon as there is
 * a line, also after a reload; never over somebody else's work. A field that does not hold keeps nothing else from being saved.
 */
export function useDraft(first: WeekDetail) {
  const [week, setWeek] = useState(first);
  const [plan, setPlan] = useState(first.plan);
  const [past, setPast] = useState<WeekPlan[]>([]);
  const [future, setFuture] = useState<WeekPlan[]>([]);
  const [save, setSave] = useState<SaveState>({ kind: 'saved' });
  /** Fields that do not hold, as they were typed; the server has what they were before. */
  const [faults, setFaults] = useState<PlanFault[]>([]);
  /** What somebody else saved in between; both versions are shown until the coach has chosen. */
  const [theirs, setTheirs] = useState<WeekDetail | null>(null);
  const draft = useRef(first.draft);
  const newest = useRef(first.plan);
  /** The plan that the server has, and the one on the screen that it came from, as far as this page knows. */
  const onServer = useRef({ plan: first.plan, typed: first.plan });
  const tries = useRef(0);
  const [line] = useState(() => new InTurn());

  /** What was sent and not answered yet. */
  const unanswered = useRef<WeekPlan | null>(null);
  const keep = useCallback(() => keepDraft(first.id, { base: draft.current, plan: newest.current, sent: unanswered.current }), [first.id]);

  const put = useCallback(
    (next: WeekPlan) => {
      newest.current = next;
      const isKept = keep();
      setPlan(next);
      setFaults(faultsOf(next));
      setSave({ kind: isKept ? 'kept' : 'not kept' });
    },
    [keep],
  );

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
    const typed = newest.current;
    const holds = faultsOf(typed).length === 0;
    const sent = savablePlan(typed, onServer.current.plan);
    if (!sent) {
      setSave({ kind: 'problem', sentence: faultsOf(typed)[0]?.sentence ?? t('Something is not right yet.') });
      return false;
    }
    const settled = () => {
      tries.current = 0;
      const isNewest = newest.current === typed;
      if (isNewest && holds) keepDraft(first.id, null);
      else keep();
      setSave({ kind: isNewest ? 'saved' : 'kept' });
      return holds;
    };
    /** Nothing is known yet: it is tried again by itself. */
    const later = () => {
      tries.current++;
      setSave({ kind: keep() ? 'kept' : 'not kept' });
      return false;
    };
    if (onServer.current.typed === typed || same(sent, onServer.current.plan)) return settled();
    setSave({ kind: 'saving' });
    const before = unanswered.current;
    unanswered.current = sent;
    keep();
    try {
      const saved = await call(weeksApi.save, { week: first.id }, { draft: draft.current, plan: sent });
      unanswered.current = null;
      draft.current = saved.draft;
      onServer.current = { plan: sent, typed };
      setWeek(saved);
      return settled();
    } catch (error) {
      if (error instanceof NoAnswer) return later();
      const isOurs = error instanceof ServerProblem && error.status < 500;
      // A server in trouble, or what stands before it, may have kept it all the same.
      if (isOurs) unanswered.current = null;
      if (isOurs && error.kind === 'changed elsewhere') {
        const there = await call(weeksApi.open, { week: first.id }).catch(() => null);
        // An answer that was lost was an answer, and another tab may have sent what was kept here: the change elsewhere is the one from here.
        if (there && (same(there.plan, sent) || (before && same(there.plan, before)))) {
          draft.current = there.draft;
          onServer.current = { plan: there.plan, typed: there.plan };
          setSave({ kind: 'kept' });
          return false;
        }
        // Without theirs there is nothing to choose between: it is asked for again, as after a lost line.
        if (!there) return later();
        setTheirs(there);
      }
      if (!isOurs) tries.current++;
      setSave({ kind: 'problem', sentence: sentenceOf(error), ...(isOurs ? {} : { again: true }) });
      return false;
    }
  }, [first.id, keep]);
  /** Saves what is on the screen, after every saving that was asked for before; true when it is on the server. */
  const saveNow = useCallback(() => line.do(saveOnce), [line, saveOnce]);

  /** Ends a conflict: mine goes over theirs, or theirs takes its place and mine stays one undo away. */
  const settle = useCallback(
    (choice: 'mine' | 'theirs') => {
      if (!theirs) return;
      draft.current = theirs.draft;
      onServer.current = { plan: theirs.plan, typed: theirs.plan };
      setWeek(theirs);
      setTheirs(null);
      const mine = newest.current;
      setPast((steps) => [...steps.slice(1 - STEPS_KEPT), choice === 'mine' ? theirs.plan : mine]);
      setFuture([]);
      put(choice === 'mine' ? mine : theirs.plan);
    },
    [theirs, put],
  );

  useSaving({
    ...{ edited: plan, state: save, isHeld: theirs !== null, afterMs: SAVE_AFTER_MS, retryMs: RETRY_MS, tries, saveNow },
    isAhead: () => newest.current !== onServer.current.typed,
  });

  // What a page that was left, reloaded or lost had not sent yet is here again.
  const looked = useRef(false);
  useEffect(() => {
    if (looked.current) return;
    looked.current = true;
    const kept = keptDraft(first.id);
    if (!kept) return;
    if (same(asSent(kept.plan), first.plan)) return void keepDraft(first.id, null);
    newest.current = kept.plan;
    unanswered.current = kept.sent;
    setPlan(kept.plan);
    setPast([first.plan]);
    setFaults(faultsOf(kept.plan));
    // An answer that was lost was an answer: what was on its way is there.
    if (kept.base === first.draft || (kept.sent && same(asSent(kept.sent), first.plan))) {
      keep();
      setSave({ kind: 'kept' });
    } else {
      draft.current = kept.base;
      setSave({ kind: 'problem', sentence: term(CHANGED_MEANWHILE) });
      setTheirs(first);
    }
  }, [first, keep]);

  /** As much of what is on the screen as holds: what minutes, touches and checks are reckoned from. */
  const held = useMemo(() => (faults.length > 0 ? savablePlan(plan, onServer.current.plan) : null) ?? plan, [plan, faults]);

  return {
    week,
    setWeek,
    plan,
    held,
    edit,
    undo,
    redo,
    canUndo: past.length > 0,
    canRedo: future.length > 0,
    save,
    saveNow,
    faults,
    theirs,
    settle,
  };
}
