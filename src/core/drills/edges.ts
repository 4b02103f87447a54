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
