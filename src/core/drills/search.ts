import type { Drill } from './schema.ts';

const fold = (text: string) =>
  text
    .toLowerCase()
    .normalize('NFD')
    .replace(/[\u0300-\u036f]/g, '')
    .replace(/[^a-z0-9]+/g, ' ')
    .trim();

interface Folded {
  name: string;
  names: string;
  all: string;
  /** Those and what feet and ball do, in the words of the moves. */
  withMoves: string;
}

/** Folding is what costs, so each drill is folded once. */
const folded = new WeakMap<Drill, Folded>();

function foldedOf(drill: Drill): Folded {
  const known = folded.get(drill);
  if (known) return known;
  const name = fold(drill.name);
  const names = `${name} ${fold(drill.aliases.join(' '))}`;
  const all = `${names} ${fold(drill.family)} ${fold(drill.purpose)}`;
  const made = { name, names, all, withMoves: `${all} ${fold((drill.moves?.texts ?? []).join(' '))}` };
  folded.set(drill, made);
  return made;
}

/**
 * The drills that hold every word of `query` in name, aliases, family, purpose or movement (“pull back, push”).
 * Name hits come before alias hits, those before family and purpose, what is found by its movement last; within a rank the given order stays.
 * An empty query returns all drills as given. Case, accents and punctuation are ignored.
 */
export function searchDrills<D extends Drill>(drills: readonly D[], query: string): D[] {
  const terms = fold(query).split(' ').filter(Boolean);
  if (terms.length === 0) return [...drills];
  const ranked: { drill: D; rank: number }[] = [];
  for (const drill of drills) {
    const { name, names, all, withMoves } = foldedOf(drill);
    const rank = [name, names, all, withMoves].findIndex((text) => terms.every((term) => text.includes(term)));
    if (rank >= 0) ranked.push({ drill, rank });
  }
  return ranked.sort((a, b) => a.rank - b.rank).map((r) => r.drill);
}
