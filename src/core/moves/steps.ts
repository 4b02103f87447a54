import type { Moment } from './moments.ts';

/** Words that say nothing about which beat is meant. */
const PLAIN = new Set(
  (
    'the a an it its is of to and or with from in on at your you one other foot feet ball right left both each again then once go next way stay keep ' +
    'el la los las un una del al con por para que tu otro otra pie balon izquierdo izquierda derecho derecha cada vez luego vuelve sigue'
  ).split(' '),
);
/** Letters by which two forms of a word are known to be the same: pull and pulls, inside and insides. */
const STEM = 4;

/** What a step calls otherwise than the beats do, by their stems. */
const SAME: Readonly<Record<string, string>> = { swin: 'over', hook: 'turn', drib: 'push', carr: 'push', jugg: 'kick' };

const stemsOf = (words: string): Set<string> =>
  new Set(
    (
      words
        .toLowerCase()
        .normalize('NFD')
        .replace(/\p{M}/gu, '')
        .match(/[a-z]+/g) ?? []
    )
      .filter((word) => word.length > 2 && !PLAIN.has(word))
      .map((word) => word.replace(/s$/, '').slice(0, STEM))
      .map((stem) => SAME[stem] ?? stem),
  );

/** How many words two texts share, by their stems. */
const shared = (a: ReadonlySet<string>, b: ReadonlySet<string>): number => [...a].filter((stem) => b.has(stem)).length;

/**
 * Which moment of a movement each step of its description tells of, by the words they share; in the order of both, so that a later step
 * never goes back before an earlier one. Null for a step that tells of none of them: of how to stand, or of all of it.
 * Of several ways to match them the one with the most shared words is taken, and of equal ones the earliest moments.
 * @param steps sentences, in order
 * @param moments of the plan, in order
 * @returns an index into `moments` for each step
 */
export function momentsOfSteps(steps: readonly string[], moments: readonly Pick<Moment, 'words'>[]): (number | null)[] {
  const told = moments.map((moment) => stemsOf(moment.words));
  const score = steps.map((step) => {
    const stems = stemsOf(step);
    return told.map((words) => shared(stems, words));
  });
  // best[i][m]: the most that steps from i on can share with moments from m on.
  const best = Array.from({ length: steps.length + 1 }, () => new Array<number>(moments.length + 1).fill(0));
  const at = (i: number, m: number) => best[i]?.[m] ?? 0;
  for (let i = steps.length - 1; i >= 0; i--)
    for (let m = moments.length; m >= 0; m--) {
      let most = at(i + 1, m);
      for (let n = m; n < moments.length; n++) {
        const here = score[i]?.[n] ?? 0;
        if (here > 0) most = Math.max(most, here + at(i + 1, n));
      }
      (best[i] as number[])[m] = most;
    }
  let from = 0;
  return steps.map((_, i) => {
    for (let n = from; n < moments.length; n++) {
      const here = score[i]?.[n] ?? 0;
      if (here > 0 && here + at(i + 1, n) === at(i, from)) {
        from = n;
        return n;
      }
    }
    return null;
  });
}
