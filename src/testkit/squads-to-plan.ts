import { type Chance, chance, seededId } from '../core/chance.ts';
import { type Drill, FAMILIES, type Home, type Kit } from '../core/drills/index.ts';
import type { ProposalFacts, Wishes } from '../core/planning/propose/index.ts';
import { isForAll, isInReach } from '../core/planning/reach.ts';

/* Squads of all kinds for the planner: kit, ground, ages, what they have done. The same seed gives the same squad. */

export interface SquadToPlan {
  facts: ProposalFacts;
  wishes: Wishes;
  id(): string;
}

const KIT_AT_HOME: [Kit, number][] = [
  ['ball', 0.99],
  ['cones', 0.6],
  ['wall', 0.6],
  ['mini-goal', 0.3],
  ['tennis ball', 0.4],
];

function homeOf(random: Chance, roomy: number): Home | null {
  if (random.happens(0.2)) return null;
  const has = KIT_AT_HOME.filter(([, share]) => random.happens(share)).map(([kit]) => kit);
  const yard = random.happens(0.2) ? null : { length: random.whole(3, roomy), width: random.whole(3, roomy) };
  return { has, yard, step: null };
}

/** Drills that a squad of some seasons would have met: up the stairs, never past a missing step. */
function metBy(random: Chance, drills: ReadonlyMap<string, Drill>, many: number, players: ProposalFacts['players']): string[] {
  const met = new Set<string>();
  for (let i = 0; i < many; i++) {
    const next = [...drills.values()].filter(
      (one) =>
        !met.has(one.id) && isInReach(one, met, drills) && !one.loads.includes('heading') && isForAll(one, { players, headingAge: 12 }),
    );
    if (next.length === 0) break;
    met.add(random.pick(next).id);
  }
  return [...met];
}

/** A squad with a history and the wishes of its coach for the next week. */
export function squadToPlan(seed: number, drills: ReadonlyMap<string, Drill>): SquadToPlan {
  const random = chance(seed);
  const id = () => seededId(1_700_000_000_000, random);
  const roomy = random.pick([4, 8, 15]);
  const age = random.whole(7, 14);
  const players = Array.from({ length: random.whole(0, 16) }, (_, i) => ({
    id: String(i),
    nickname: `Player ${i + 1}`,
    age: age + random.whole(0, 2),
    level: random.pick(['starting', 'steady', 'strong'] as const),
    home: homeOf(random, roomy),
  }));
  const met = metBy(random, drills, random.pick([0, 4, 12, 30, 60]), players);
  const weeks = met.length === 0 ? 0 : random.whole(1, 8);
  const past = Array.from({ length: weeks }, (_, i) => ({
    ago: i + 1,
    newSkills: Array.from({ length: random.whole(0, 3) }, () => random.pick(met)),
    drills: Array.from({ length: random.whole(4, 10) }, () => random.pick(met)),
    seconds: Object.fromEntries(FAMILIES.filter(() => random.happens(0.6)).map((family) => [family, random.whole(0, 900)])),
  }));
  const minutes = random.pick([10, 15, 20, 30, 45]);
  const everyDay = [1, 2, 3, 4, 5, 6, 7].filter(() => random.happens(0.5));
  return {
    id,
    facts: {
      sessionMinutes: minutes,
      headingAge: 12,
      headersMax: random.pick([0, 20]),
      footOrder: random.pick(['alternate', 'catch-up']),
      contactSchool: random.pick(['toe-up', 'laces']),
      players,
      met,
      earlier: past
        .slice(0, 3)
        .map(({ ago, newSkills, drills: done }) => ({ number: 20 - ago, newSkills, drills: [...done, ...newSkills] })),
      meanTouches: weeks === 0 ? null : random.whole(600, 6000),
      past,
      notThere: met.filter(() => random.happens(0.1)),
    },
    wishes: {
      style: random.pick(['calm', 'balanced', 'bold']),
      days: everyDay.length > 0 ? everyDay : [2, 4],
      minutes,
      focus: FAMILIES.filter((family) => family !== 'stretch' && random.happens(0.15)),
      aim: random.happens(0.3) ? random.pick([...drills.keys()]) : null,
      ...{ pins: [], bans: [], swap: null, seed },
    },
  };
}
