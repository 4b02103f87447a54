import type { Drill } from './schema.ts';

/** The drills that name `id` as their easier drill: the steps up from it. */
export function harderThan(drills: readonly Drill[], id: string): Drill[] {
  return drills.filter((drill) => drill.easier.includes(id));
}

/**
 * A circle in the easier links as a list of ids (first = last), or null when there is none.
 * Links to drills that are not in the list are left out of account.
 */
export function findCircle(drills: readonly Drill[]): string[] | null {
  const easier = new Map(drills.map((drill) => [drill.id, drill.easier]));
  const done = new Set<string>();
  const walk = (id: string, path: string[]): string[] | null => {
    if (path.includes(id)) return [...path.slice(path.indexOf(id)), id];
    if (done.has(id)) return null;
    for (const next of easier.get(id) ?? []) {
      if (!easier.has(next)) continue;
      const circle = walk(next, [...path, id]);
      if (circle) return circle;
    }
    done.add(id);
    return null;
  };
  for (const drill of drills) {
    const circle = walk(drill.id, []);
    if (circle) return circle;
  }
  return null;
}

/**
 * On which step of the stairs each drill stands: 0 for one without an easier drill, else one above its highest easier drill.
 * Links to drills that are not in the list count for nothing. Meant for drills without a circle; a circle is walked once.
 */
export function stepsOf(drills: readonly Drill[]): Map<string, number> {
  const byId = new Map(drills.map((drill) => [drill.id, drill]));
  const steps = new Map<string, number>();
  const stepOf = (id: string, path: ReadonlySet<string>): number => {
    const known = steps.get(id);
    if (known !== undefined) return known;
    const below = (byId.get(id)?.easier ?? []).filter((easier) => byId.has(easier) && !path.has(easier));
    const step = below.length === 0 ? 0 : 1 + Math.max(...below.map((easier) => stepOf(easier, new Set([...path, easier]))));
    steps.set(id, step);
    return step;
  };
  for (const drill of drills) stepOf(drill.id, new Set([drill.id]));
  return steps;
}

/**
 * One staircase through a drill, the easiest first: down along the highest easier link each time, and up along the lowest harder one
 * for at most `above` steps. A drill that is not in the list gives an empty staircase.
 */
export function stairsThrough(drills: readonly Drill[], id: string, above = 2): Drill[] {
  const byId = new Map(drills.map((drill) => [drill.id, drill]));
  const steps = stepsOf(drills);
  const stepOf = (drill: Drill) => steps.get(drill.id) ?? 0;
  const stairs: Drill[] = [];
  for (let at = byId.get(id); at && !stairs.includes(at); ) {
    stairs.unshift(at);
    const below = at.easier.flatMap((easier) => byId.get(easier) ?? []);
    at = below.sort((a, b) => stepOf(b) - stepOf(a))[0];
  }
  for (let at = byId.get(id), n = 0; at && n < above; n++) {
    at = harderThan(drills, at.id).sort((a, b) => stepOf(a) - stepOf(b))[0];
    if (at) stairs.push(at);
  }
  return stairs;
}
