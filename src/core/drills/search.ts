import type { Drill } from './schema.ts';

const fold = (text: string) =>
  text
    .toLowerCase()
    .normalize('NFD')
    .replace(/[\u0300-\u036f]/g, '')
    .replace(/[^a-z0-9]+/g, ' ')
    .trim();

/**
 * The drills that hold every word of `query` in name, aliases, family or purpose.
 * Name hits come before alias hits, those before the rest; within a rank the given order stays.
 * An empty query returns all drills as given. Case, accents and punctuation are ignored.
 */
export function searchDrills(drills: readonly Drill[], query: string): Drill[] {
  const terms = fold(query).split(' ').filter(Boolean);
  if (terms.length === 0) return [...drills];
  const ranked: { drill: Drill; rank: number }[] = [];
  for (const drill of drills) {
    const name = fold(drill.name);
    const aliases = fold(drill.aliases.join(' '));
    const all = `${name} ${aliases} ${fold(drill.family)} ${fold(drill.purpose)}`;
    if (!terms.every((term) => all.includes(term))) continue;
    const rank = terms.every((t) => name.includes(t)) ? 0 : terms.every((t) => `${name} ${aliases}`.includes(t)) ? 1 : 2;
    ranked.push({ drill, rank });
  }
  return ranked.sort((a, b) => a.rank - b.rank).map((r) => r.drill);
}
