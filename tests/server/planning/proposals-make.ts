import { catalogueById, type Drill } from '../../../src/core/drills/index.ts';
import { itemsOf } from '../../../src/core/planning/index.ts';
import { type ProposedWeek, proposeWeek, type Wishes } from '../../../src/core/planning/propose/index.ts';
import { TYPICAL_RUNNER } from '../../../src/core/training/index.ts';
import { solver } from '../../../src/server/planning/solver.ts';
import { type SquadToPlan, squadToPlan } from '../../../src/testkit/squads-to-plan.ts';

export const drills = catalogueById;
export const PATIENT_SECONDS = 25;

/** Proposes a week with the real solver, as many seconds as it may take. */
export async function propose(
  squad: SquadToPlan,
  change: Partial<Wishes> = {},
  shelf: ReadonlyMap<string, Drill> = drills,
  seconds = PATIENT_SECONDS,
): Promise<ProposedWeek> {
  return proposeWeek(
    { facts: squad.facts, wishes: { ...squad.wishes, ...change }, drills: shelf, runner: TYPICAL_RUNNER },
    // With time enough: whether a machine is busy must not decide what is found.
    await solver(seconds),
    squad.id,
  );
}

/** A squad that has all it needs at home, has met a good deal, and trains thrice. */
export function atEase(seed = 5): SquadToPlan {
  const squad = squadToPlan(seed, drills);
  const met = [...drills.values()].filter((drill) => drill.easier.length === 0 && drill.loads.length === 0).map((drill) => drill.id);
  return {
    ...squad,
    facts: { ...squad.facts, players: [], met, earlier: [], past: [], meanTouches: null, sessionMinutes: 20, notThere: [], headersMax: 20 },
    wishes: { ...squad.wishes, style: 'balanced', days: [1, 3, 5], minutes: 20, focus: [], aim: null },
  };
}
export const drillIds = (proposal: ProposedWeek) => proposal.sessions.flatMap(itemsOf).map((item) => item.drillId);
