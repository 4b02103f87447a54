import { v7 as uuid } from 'uuid';
import type { Drill } from '../core/drills/schema.ts';
import { checkKey, type Look, mendAll, withSoundMends } from '../core/planning/mending.ts';
import { checkWeek } from '../core/planning/planner.ts';
import type { PlannerFacts } from '../core/planning/planner-view.ts';
import type { Runner } from '../core/training/index.ts';
import type { WeekPlan } from '../core/weeks/schema.ts';

/** What the bench tells: what is known of shelf and squad, then each plan that is to be looked at. */
export type MendAsk =
  | { type: 'open'; drills: ReadonlyMap<string, Drill>; facts: PlannerFacts; runner: Runner }
  | { type: 'look'; plan: WeekPlan };

/** The mend of each check that has one, with the plan it leads to; and the plan with all of them made. Answers come in the order of the plans. */
export interface MendReply {
  mends: { key: string; label: string; plan: WeekPlan }[];
  all: WeekPlan | null;
}

let look: Look | null = null;

addEventListener('message', ({ data }: MessageEvent<MendAsk>) => {
  if (data.type === 'open') {
    const { drills, facts, runner } = data;
    look = (plan) => checkWeek(plan, drills, runner, facts, uuid);
  } else if (look) {
    const { plan } = data;
    const looking = look;
    const checks = looking(plan);
    const mends = withSoundMends(plan, checks, looking).flatMap((check) =>
      check.mend ? [{ key: checkKey(check), label: check.mend.label, plan: check.mend.apply(plan) }] : [],
    );
    const reply: MendReply = { mends, all: mends.length > 1 ? mendAll(plan, looking) : null };
    postMessage(reply);
  }
});
