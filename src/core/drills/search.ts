import type { Drill } from './schema.ts';

const fold = (text: string) =>
  text
    .toLowerCase()
    .normalize('NFD')
    .replace(/[\u0300-\u036f]/g, '')
    .replace(/[^a-z0-9]+/g, ' ')
    .trim();

/** Metres of ground on each side that a room at home has. */
const INDOORS = 2.5;

/** The usual words for what a drill is like, which its own words do not say. */
function usualWords({ easier, sides, kit, space, loads, measure, family }: Drill): string {
  const words: string[] = [];
  if (easier.length === 0) words.push('beginner beginners easy easiest start starter');
  if (sides === 'each foot' || sides === 'other foot only' || sides === 'stronger then other')
    words.push('weak weaker other foot both feet one foot');
  if (sides === 'alternating') words.push('both feet in turn');
  if (!kit.includes('ball') && !kit.includes('tennis ball')) words.push('without ball');
  if (kit.every((one) => one === 'ball') && space.length <= INDOORS && space.width <= INDOORS)
    words.push('indoors inside room small space rain');
  if (loads.includes('single-leg hop')) words.push('hop hopping jump leg burner legs hard work');
  if (measure === 'unbroken run' || family === 'juggling') words.push('in a row keep up keep ups air');
  if (measure === 'course time' || measure === 'sets') words.push('cones course speed');
  return words.join(' ');
}

interface Folded {
  name: string;
  names: string;
  all: string;
  /** Those and the usual words for what it is like. */
  usual: string;
  /** Those and what feet and ball do, in the words of the moves. */
  withMoves: string;
}

/** Folding is what costs, so each drill is folded once. */
const folded = new WeakMap<Drill, Folded>();

function foldedOf(drill: Drill): Folded {
  const known = folded.get(drill);
  if (known) return known;
  const name = fold(drill.name);
  const names = `${name} ${fold(drill.aliases.join(' '))} ${fold(drill.also?.texts[drill.name] ?? '')}`;
  const all = `${names} ${fold(drill.family)} ${fold(drill.purpose)}`;
  const usual = `${all} ${usualWords(drill)}`;
  const made = { name, names, all, usual, withMoves: `${usual} ${fold((drill.moves?.texts ?? []).join(' '))}` };
  folded.set(drill, made);
  return made;
}

/** Words shorter than this are taken as they are typed; from the longer length on two letters may be wrong. */
const FORGIVEN_FROM = 4;
const TWICE_FROM = 8;

/**
 * How many letters one word is from the beginning of another: put in, left out, wrong, or two changed about (restricted Damerau–Levenshtein
 * distance to the best prefix).
 */
export function wrongLetters(typed: string, word: string): number {
  let before: number[] = [];
  let last = Array.from({ length: word.length + 1 }, (_, j) => j);
  for (let i = 1; i <= typed.length; i++) {
    const row = [i];
    for (let j = 1; j <= word.length; j++) {
      const same = typed[i - 1] === word[j - 1];
      let best = Math.min((last[j] ?? 0) + 1, (row[j - 1] ?? 0) + 1, (last[j - 1] ?? 0) + (same ? 0 : 1));
      if (i > 1 && j > 1 && typed[i - 1] === word[j - 2] && typed[i - 2] === word[j - 1]) best = Math.min(best, (before[j - 2] ?? 0) + 1);
      row.push(best);
    }
    before = last;
    last = row;
  }
  return Math.min(...last);
}

/** The words of some texts that a typed word may have been meant for. Each word is looked at once, however many drills have it. */
function meantFor(typed: string, vocabulary: ReadonlySet<string>): string[] {
  if (typed.length < FORGIVEN_FROM) return [];
  const most = typed.length >= TWICE_FROM ? 2 : 1;
  return [...vocabulary].filter((word) => word.length >= typed.length - most && wrongLetters(typed, word) <= most);
}

/** Words that say nothing of a drill. */
const EMPTY = new Set(['a', 'an', 'the', 'of', 'for', 'with', 'to', 'and']);

/**
 * The drills that hold every word of `query` in name, aliases, family, purpose, the usual words for what they are like (“weak foot”, “beginners”)
 * or movement (“pull back, push”). Name hits come before alias hits, those before family and purpose, what is found by its movement last;
 * within a rank the given order stays. Where nothing holds every word, words with a letter wrong are taken for what was meant.
 * An empty query returns all drills as given. Case, accents and punctuation are ignored.
 */
export function searchDrills<D extends Drill>(drills: readonly D[], query: string): D[] {
  const typed = fold(query).split(' ').filter(Boolean);
  const said = typed.filter((term) => !EMPTY.has(term));
  const terms = said.length > 0 ? said : typed;
  if (terms.length === 0) return [...drills];
  const ranked = (holds: (term: string, text: string) => boolean) => {
    const found: { drill: D; rank: number }[] = [];
    for (const drill of drills) {
      const { name, names, all, usual, withMoves } = foldedOf(drill);
      const rank = [name, names, all, usual, withMoves].findIndex((text) => terms.every((term) => holds(term, text)));
      if (rank >= 0) found.push({ drill, rank });
    }
    return found.sort((a, b) => a.rank - b.rank).map((one) => one.drill);
  };
  const exact = ranked((term, text) => text.includes(term));
  if (exact.length > 0) return exact;
  const vocabulary = new Set(drills.flatMap((drill) => foldedOf(drill).withMoves.split(' ')));
  const meant = new Map(terms.map((term) => [term, meantFor(term, vocabulary)]));
  return ranked((term, text) => text.includes(term) || (meant.get(term) ?? []).some((word) => text.includes(word)));
}
