import { useEffect, useMemo, useRef, useState } from 'react';
import { v7 as uuid } from 'uuid';
import { call, sentenceOf } from '../../client/client.ts';
import { keepHere, keptHere } from '../../client/kept-here.ts';
import { benchApi as benchContract, type RecountView } from '../../contract/bench.ts';
import {
  changed,
  type Mark,
  type MarkChange,
  type MarkLog,
  marksOf,
  NO_MARKS,
  redo,
  toMillisecond,
  undo,
} from '../../core/review/index.ts';
import { t } from '../../core/text/translate.ts';

const SAVE_AFTER_MS = 400;
const RETRY_AFTER_MS = 4000;

interface Kept {
  id: string;
  log: MarkLog;
  edit: number;
  whole: boolean;
  delay: number;
}

const draftKey = (clipId: string) => `recount:${clipId}`;

/** What this browser kept of a recount, in case a save did not get through. */
const draftOf = (clipId: string) => keptHere(draftKey(clipId)) as Kept | null;

/** The newer of what the server and what this browser kept. */
function newest(clipId: string, saved: RecountView | null): Kept {
  const draft = draftOf(clipId);
  if (draft && (!saved || draft.edit > saved.edit)) return draft;
  return saved ?? { id: uuid(), log: NO_MARKS, edit: 0, whole: false, delay: 0 };
}

/** A recount that is being made. */
export interface Recounting {
  marks: Mark[];
  whole: boolean;
  canUndo: boolean;
  canRedo: boolean;
  /** Words on how the saving goes; empty when all is kept. */
  saving: string;
  put(at: number, what: Mark['what'], delay: number): void;
  take(mark: Mark): void;
  shift(mark: Mark, to: number): void;
  replace(marks: Mark[]): void;
  undo(): void;
  redo(): void;
  setWhole(whole: boolean): void;
}

/**
 * The own recount of a clip. Each change is kept in this browser at once and sent to the server a moment later;
 * a save that fails is tried again until it gets through.
 */
export function useRecount(scoreId: string, clipId: string, saved: RecountView | null, onWhole: () => void): Recounting {
  const [kept, setKept] = useState<Kept>(() => newest(clipId, saved));
  const [saving, setSaving] = useState('');
  const sent = useRef(saved?.edit ?? 0);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const now = useRef(kept);

  const send = async () => {
    const { current } = now;
    if (current.edit === sent.current) return;
    try {
      const { id, edit, whole, delay } = current;
      const log = { done: [...current.log.done], undone: [...current.log.undone] };
      await call(benchContract.recount, { score: scoreId }, { id, log, edit, whole, delay });
      sent.current = edit;
      if (now.current.edit === edit) {
        keepHere(draftKey(clipId), null);
        setSaving('');
      }
      if (whole) onWhole();
    } catch (error) {
      setSaving(t('{sentenceOf} The marks are kept in this browser and sent again.', { sentenceOf: sentenceOf(error) }));
      timer.current = setTimeout(() => void send(), RETRY_AFTER_MS);
    }
  };

  const keep = (next: Kept) => {
    now.current = next;
    setKept(next);
    keepHere(draftKey(clipId), next);
    clearTimeout(timer.current);
    timer.current = setTimeout(() => void send(), SAVE_AFTER_MS);
  };

  // A draft of an earlier visit goes out now; leaving the clip sends what waits.
  // biome-ignore lint/correctness/useExhaustiveDependencies: once for each clip; the latest state is in refs.
  useEffect(() => {
    void send();
    return () => {
      clearTimeout(timer.current);
      void send();
    };
  }, []);

  const edit = (next: Partial<Kept>) => keep({ ...now.current, ...next, edit: now.current.edit + 1 });
  const change = (one: MarkChange, delay = now.current.delay) => edit({ log: changed(now.current.log, one), delay });
  const marks = useMemo(() => marksOf(kept.log), [kept.log]);
  return {
    marks,
    whole: kept.whole,
    saving,
    canUndo: kept.log.done.length > 0,
    canRedo: kept.log.undone.length > 0,
    put: (at, what, delay) => change({ type: 'put', mark: { id: uuid(), at, what } }, delay),
    take: (mark) => change({ type: 'take', mark }),
    shift: (mark, to) => change({ type: 'shift', id: mark.id, from: mark.at, to: toMillisecond(to) }),
    replace: (after) => change({ type: 'all', before: marks, after }),
    undo: () => kept.log.done.length > 0 && edit({ log: undo(now.current.log) }),
    redo: () => kept.log.undone.length > 0 && edit({ log: redo(now.current.log) }),
    setWhole: (whole) => whole !== now.current.whole && edit({ whole }),
  };
}
