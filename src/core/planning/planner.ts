import type { Drill } from '../drills/index.ts';
import { listed } from '../text/listed.ts';
import type { Runner } from '../training/index.ts';
import { hasGroups, planFor } from '../weeks/groups.ts';
import type { WeekPlan } from '../weeks/schema.ts';
import { loadChecks } from './check-load.ts';
import { placeChecks } from './check-place.ts';
import { safetyChecks } from './check-safety.ts';
import { sequenceChecks } from './check-sequence.ts';
import { measureWeek } from './measure.ts';
import { checkKey } from './mending.ts';
import type { Check, PlannedPlayer, PlannerFacts, PlannerView } from './planner-view.ts';

/** What one part of the squad's week comes to: the plan as that part does it, and who is in it. */
function checksOf(plan: WeekPlan, drills: ReadonlyMap<string, Drill>, runner: Runner, facts: PlannerFacts, newId: () => string): Check[] {
  const view: PlannerView = { plan, drills, runner, facts, week: measureWeek(plan, drills, runner), newId };
  return [...safetyChecks(view), ...loadChecks(view), ...sequenceChecks(view), ...placeChecks(view)];
}

interface Part {
  group: string | null;
  name: string;
  players: PlannedPlayer[];
}

/** The parts of a squad, which stays the same while a coach edits: checks of the place remember what they found for a list of players. */
const parted = new WeakMap<readonly PlannedPlayer[], Part[]>();

/** The groups of a squad with their players; who is in none is one of them. */
function partsOf({ players, groups = [] }: PlannerFacts): Part[] {
  const known = parted.get(players);
  if (known) return known;
  const parts = [{ id: null, name: 'Who is in no group' }, ...groups]
    .map(({ id, name }) => ({ group: id, name, players: players.filter((player) => (player.group ?? null) === id) }))
    .filter((part) => part.players.length > 0);
  parted.set(players, parts);
  return parts;
}

/**
 * All that the planner notices about a week, what blocks first, then in the order of the sessions. Where groups do it each in their own way,
 * each group's week is looked at by itself; what is not so for all of them says whose it is.
 * @param newId makes ids for what mends add; core makes no chance of its own.
 */
export function checkWeek(
  plan: WeekPlan,
  drills: ReadonlyMap<string, Drill>,
  runner: Runner,
  facts: PlannerFacts,
  newId: () => string,
): Check[] {
  const aside = new Set(facts.aside);
  const kept = (all: Check[]) => all.filter((check) => check.blocks || !aside.has(check.name));
  const inOrder = (all: Check[]) => all.sort((a, b) => Number(b.blocks) - Number(a.blocks));
  const parts = hasGroups(plan) ? partsOf(facts) : [];
  if (parts.length === 0) return inOrder(kept(checksOf(plan, drills, runner, facts, newId)));
  const found = new Map<string, { check: Check; of: string[] }>();
  for (const { group, name, players } of parts) {
    const own = planFor(plan, group, (id) => drills.get(id)?.sides);
    for (const check of kept(checksOf(own, drills, runner, { ...facts, players }, newId))) {
      const key = checkKey(check);
      const known = found.get(key);
      if (known) known.of.push(name);
      else found.set(key, { check, of: [name] });
    }
  }
  return inOrder(
    [...found.values()].map(({ check, of }) => (of.length === parts.length ? check : { ...check, what: `${listed(of)}: ${check.what}` })),
  );
}
