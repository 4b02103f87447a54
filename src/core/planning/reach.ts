import { atHome } from '../drills/home.ts';
import type { Drill } from '../drills/schema.ts';
import { usualDose } from '../weeks/defaults.ts';
import type { Item } from '../weeks/schema.ts';
import type { PlannerFacts } from './planner-view.ts';

type Shelf = ReadonlyMap<string, Drill>;

/** Whether a drill needs nothing that was not met: it was met itself, has no easier one on the shelf, or one of those was met. */
export function isInReach(drill: Drill, met: ReadonlySet<string>, shelf: Shelf): boolean {
  const easier = drill.easier.filter((id) => shelf.has(id));
  return met.has(drill.id) || easier.length === 0 || easier.some((id) => met.has(id));
}

/**
 * The nearest drill down the stairs that is in reach: the drill itself, or a drill it is a step up from, and so on.
 * @param fits what else must hold for it; a drill that is refused is walked past
 */
export function inReach(drill: Drill, met: ReadonlySet<string>, shelf: Shelf, fits: (drill: Drill) => boolean = () => true): Drill {
  const seen = new Set([drill.id]);
  let ring = [drill];
  let lowest = drill;
  while (ring.length > 0) {
    const found = ring.find((one) => isInReach(one, met, shelf) && fits(one));
    if (found) return found;
    lowest = ring[0] ?? lowest;
    ring = ring.flatMap((one) => one.easier.flatMap((id) => shelf.get(id) ?? [])).filter((one) => !seen.has(one.id) && seen.add(one.id));
  }
  return lowest;
}

/** An item with another drill: in the same dose and pace where that is measured alike, else in its usual one. */
export function withDrill(item: Item, drill: Drill): Item {
  const alike = drill.measure === item.dose.measure;
  return {
    ...item,
    drillId: drill.id,
    dose: alike ? item.dose : usualDose(drill),
    paces: alike ? item.paces : [],
    side: drill.sides,
    scored: item.scored && drill.measure !== 'time on',
    target: drill.measure === 'time on' ? { rule: 'no number' } : item.target,
  };
}

/** Whether a drill is for everybody of a squad: done at every home, and nobody is too young for it. */
export function isForAll(drill: Drill, { players, headingAge }: Pick<PlannerFacts, 'players' | 'headingAge'>): boolean {
  if (drill.loads.includes('heading') && players.some((player) => player.age < headingAge)) return false;
  return players.every((player) => atHome(drill, player.home).can);
}

/** Whether a drill is for most of a squad: at least half can do it at home, where the others see the nearest one; nobody is too young for it. */
export function isForMost(drill: Drill, facts: Pick<PlannerFacts, 'players' | 'headingAge'>): boolean {
  const { players } = facts;
  const can = players.filter((player) => atHome(drill, player.home).can).length;
  return 2 * can >= players.length && isForAll(drill, { ...facts, players: players.map((player) => ({ ...player, home: null })) });
}

/**
 * A drill that everybody can do in the place of one that not everybody can: in reach, without any special load, of the same family where there
 * is one, measured alike where there is one. Null when the shelf has none.
 */
export function insteadForAll(
  drill: Drill,
  met: ReadonlySet<string>,
  shelf: Shelf,
  facts: Pick<PlannerFacts, 'players' | 'headingAge'>,
): Drill | null {
  const worth = (one: Drill) => 2 * Number(one.family === drill.family) + Number(one.measure === drill.measure);
  let best: Drill | null = null;
  for (const one of shelf.values()) {
    if (one.id === drill.id || one.loads.length > 0 || (best && worth(one) <= worth(best))) continue;
    if (isInReach(one, met, shelf) && isForAll(one, facts)) best = one;
  }
  return best;
}
