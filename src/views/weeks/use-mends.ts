import { useEffect, useRef, useState } from 'react';
import type { Drill } from '../../core/drills/schema.ts';
import type { PlannerFacts } from '../../core/planning/planner-view.ts';
import type { Runner } from '../../core/training/index.ts';
import type { WeekPlan } from '../../core/weeks/schema.ts';
import type { MendAsk, MendReply } from '../../workers/mend-week.ts';

/** The mends that hold what they promise, for a plan as it was. */
export interface Mends {
  /** The plan they were found for. */
  plan: WeekPlan;
  byKey: ReadonlyMap<string, { label: string; plan: WeekPlan }>;
  all: WeekPlan | null;
}

/**
 * Looks for the mends of a week's checks in a worker: each is tried out with what follows from it, which takes longer than a letter may.
 * While somebody types only the newest plan is looked at.
 * @returns null until the first answer is there
 */
export function useMends(plan: WeekPlan, drills: ReadonlyMap<string, Drill>, facts: PlannerFacts, runner: Runner): Mends | null {
  const look = useRef<((plan: WeekPlan) => void) | null>(null);
  const [mends, setMends] = useState<Mends | null>(null);
  useEffect(() => {
    const worker = new Worker(new URL('../../workers/mend-week.ts', import.meta.url), { type: 'module' });
    const tell = (message: MendAsk) => worker.postMessage(message);
    let asked: WeekPlan | null = null;
    let waiting: WeekPlan | null = null;
    const ask = (next: WeekPlan) => {
      asked = next;
      tell({ type: 'look', plan: next });
    };
    worker.onmessage = ({ data }: MessageEvent<MendReply>) => {
      const [done, next] = [asked, waiting];
      asked = waiting = null;
      if (next) ask(next);
      else if (done) setMends({ plan: done, byKey: new Map(data.mends.map(({ key, ...mend }) => [key, mend])), all: data.all });
    };
    tell({ type: 'open', drills, facts, runner });
    look.current = (next) => {
      if (asked) waiting = next;
      else ask(next);
    };
    return () => worker.terminate();
  }, [drills, facts, runner]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: a new worker, too, has to be told the plan.
  useEffect(() => look.current?.(plan), [plan, drills, facts, runner]);
  return mends;
}
