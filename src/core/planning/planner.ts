import type { Drill } from '../drills/index.ts';
import type { Runner } from '../training/index.ts';
import type { WeekPlan } from '../weeks/schema.ts';
import { loadChecks } from './check-load.ts';
import { placeChecks } from './check-place.ts';
import { safetyChecks } from './check-safety.ts';
import { sequenceChecks } from './check-sequence.ts';
import { measureWeek } from './measure.ts';
import type { Check, PlannerFacts, PlannerView } from './planner-view.ts';

/**
 * All that the planner notices about a week, what blocks first, then in the order of the sessions.
 * @param newId makes ids for what mends add; core makes no chance of its own.
 */
export function checkWeek(
  plan: WeekPlan,
  drills: ReadonlyMap<string, Drill>,
  runner: Runner,
  facts: PlannerFacts,
  newId: () => string,
): Check[] {
  const view: PlannerView = { plan, drills, runner, facts, week: measureWeek(plan, drills, runner), newId };
  const aside = new Set(facts.aside);
  const all = [...safetyChecks(view), ...loadChecks(view), ...sequenceChecks(view), ...placeChecks(view)];
  const found = all.filter((check) => check.blocks || !aside.has(check.name));
  return found.sort((a, b) => Number(b.blocks) - Number(a.blocks));
}
