import { useCallback, useEffect, useRef, useState } from 'react';
import type { Drill } from '../../core/drills/schema.ts';
import { t } from '../../core/text/translate.ts';
import type { ClockState, Interval, WorkOfFoot } from '../../core/training/index.ts';
import type { CountingAlong, HeardStretch } from './count-along.ts';

interface Along extends Pick<HeardStretch, 'sheet' | 'about' | 'tapped'> {
  playerId: string;
  state: ClockState;
  drillOf(interval: Interval | undefined): Drill | undefined;
  /** Writes into the run log what was heard of a foot's work, and what a helper counted. */
  onHeard(work: WorkOfFoot, count: number, helper: number | null): void;
}

/** The names of the drills that can be counted by ear; none where the browser cannot listen beside the page. */
export async function namesHeard(drills: readonly Drill[]): Promise<string[]> {
  if (typeof AudioWorkletNode === 'undefined') return [];
  const { heardDrill } = await import('../../core/rep-counter/heard.ts');
  return drills.filter((drill) => heardDrill(drill) !== null).map((drill) => drill.name);
}

/** The phone counts along by ear, while it is switched on; it says a number only where it is sure, and fills in nothing. */
export function useCountAlong(along: Along) {
  const { playerId, state } = along;
  const latest = useRef(along);
  latest.current = along;
  const ear = useRef<CountingAlong | null>(null);
  const [counting, setCounting] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);

  const countOn = useCallback(
    async (on: boolean) => {
      ear.current?.close();
      ear.current = null;
      setCounting(false);
      setProblem(null);
      if (!on) return;
      try {
        const { countAlong } = await import('./count-along.ts');
        ear.current = await countAlong(playerId);
        setCounting(true);
      } catch {
        setProblem(t('The microphone did not open. Count for yourself, as always.'));
      }
    },
    [playerId],
  );
  useEffect(() => () => ear.current?.close(), []);

  // Work that runs from its start to its end without a pause is listened to.
  const { index, phase, startedAt } = state;
  const begun = useRef<{ index: number; startedAt: number } | null>(null);
  useEffect(() => {
    if (!counting || phase !== 'running' || latest.current.sheet[index]?.kind !== 'work') return;
    if (begun.current?.index === index && begun.current.startedAt === startedAt) return;
    begun.current = { index, startedAt };
    ear.current?.begin();
  }, [counting, phase, index, startedAt]);

  const ended = state.stretches.at(-1);
  useEffect(() => {
    const work = begun.current;
    if (!ended || !work || ended.index !== work.index || ended.startedAt !== work.startedAt) return;
    begun.current = null;
    const { sheet, about, tapped, drillOf } = latest.current;
    const drill = drillOf(sheet[ended.index]);
    if (!drill || ended.ended !== 'clock' || ended.pausedMs > 0) return;
    void ear.current?.ended({ sheet, index: ended.index, drill, about, tapped }).then((heard) => {
      if (heard) latest.current.onHeard(heard.of, heard.count, heard.helper);
    });
  }, [ended]);

  return { counting, problem, countOn };
}
