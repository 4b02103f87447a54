import type { Drill } from '../drills/schema.ts';
import type { Runner } from '../training/index.ts';
import { withItems } from '../weeks/edit.ts';
import type { Session, WeekPlan } from '../weeks/schema.ts';
import { allItems } from './measure.ts';
import { mendAll } from './mending.ts';
import { checkWeek } from './planner.ts';
import type { CheckName, PlannerFacts } from './planner-view.ts';
import { inReach, insteadForAll, isForMost, withDrill } from './reach.ts';
import { type ShapeName, type ShapeOrder, shapeSession } from './shapes.ts';

/** Each drill of a session that is out of reach gives way to the nearest one down its stairs that is not. */
function inReachOnly(session: Session, drills: ReadonlyMap<string, Drill>, facts: PlannerFacts, metBefore: ReadonlySet<string>): Session {
  const met = new Set(metBefore);
  return withItems(session, (item) => {
    const planned = drills.get(item.drillId);
    if (!planned) return item;
    const near = inReach(planned, met, drills, (one) => isForMost(one, facts));
    const drill = isForMost(near, facts) ? near : (insteadForAll(planned, met, drills, facts) ?? near);
    met.add(drill.id);
    return drill === planned ? item : withDrill(item, drill);
  });
}

/** Checks that look at the whole week: they are the coach's to mend, in whichever session; a shape stays what it is. */
const OF_THE_WEEK: readonly CheckName[] = ['no recap', 'many more touches', 'many headers'];

/**
 * A starting shape as it suits one squad: no longer than its sessions, of drills that are in reach and done at most homes, so that the planner
 * has nothing to say of it that it could mend itself.
 * @param others the sessions that the week has already
 * @throws RangeError when the shelf lacks a drill that the shape is made of
 */
export function fittedShape(
  name: ShapeName,
  order: Omit<ShapeOrder, 'recent'>,
  facts: PlannerFacts,
  runner: Runner,
  others: WeekPlan['sessions'] = [],
): Session {
  const { drills, id } = order;
  const minutes = Math.min(order.minutes, facts.sessionMinutes);
  const there = allItems({ title: '', focus: '', sessions: others });
  const met = new Set([...facts.met, ...there.map((item) => item.drillId)]);
  const made = inReachOnly(
    shapeSession(name, { ...order, minutes, recent: facts.earlier.flatMap((week) => week.drills) }),
    drills,
    facts,
    met,
  );
  const aside = [...(facts.aside ?? []), ...OF_THE_WEEK, ...(others.length > 0 ? (['no challenge'] as const) : [])];
  const look = (plan: WeekPlan) => checkWeek(plan, drills, runner, { ...facts, met: [...met], aside }, id);
  return mendAll({ title: 'A week', focus: '', sessions: [made] }, look).sessions[0] ?? made;
}
