import { footInWords } from '../../client/words.ts';
import type { NumberToBeat, ScoreSent } from '../../contract/training.ts';
import type { Drill } from '../../core/drills/schema.ts';
import type { Level } from '../../core/squads/terms.ts';
import type { ClockedWork } from '../../core/training/index.ts';
import type { Item } from '../../core/weeks/schema.ts';
import { numbersAfter, type Outcome, oddScore, outcomeOf } from './score-form.ts';

/** The numbers of one go of this visit, as the player gave them or has put them right since. */
export interface Give {
  goId: string;
  item: Item;
  drill: Drill;
  round: number;
  work: readonly ClockedWork[];
  scores: ScoreSent[];
  /** Ids of the mends that were made of it, as they are sent. */
  mends: readonly string[];
  courseMetres: number | null;
  /** Another drill than the planned one was done: its number says nothing of the planned one's. */
  replaced: boolean;
  /** Done in free practice, and whether that counts; left out in a session of the week. */
  practice?: { counts: boolean } | undefined;
}

/** What a go came to, beside the numbers to beat before it. */
export const outcomesOf = ({ item, drill, scores, courseMetres, replaced, practice }: Give, numbers: readonly NumberToBeat[]): Outcome[] =>
  scores.map((score) => {
    const beat = replaced ? undefined : numbers.find((one) => one.itemId === item.id && one.foot === score.foot);
    const odd = oddScore(score, item, drill, beat, courseMetres);
    if (!practice) return outcomeOf(score, item, beat, odd);
    // Nobody decides on practice: what is odd counts for nothing, and where practice never counts no best is broken.
    if (odd) return outcomeOf(score, item, undefined);
    return outcomeOf(score, item, beat && !practice.counts ? { ...beat, record: null } : beat);
  });

const bestWords = (drillName: string, { foot, sentence }: Outcome) =>
  `${drillName}${foot === 'both' ? '' : `, ${footInWords(foot)}`}: ${sentence}`;

/**
 * What follows from all goes of a visit, in the order they were done: the numbers to beat after them, and what was better than ever.
 * A number that was mended leaves no trace of the one before it.
 */
export function afterGives(
  before: readonly NumberToBeat[],
  gives: readonly Give[],
  level: Level,
): { numbers: NumberToBeat[]; bests: string[] } {
  let numbers = [...before];
  const bests: string[] = [];
  for (const give of gives) {
    bests.push(...outcomesOf(give, numbers).flatMap((one) => (one.kind === 'record' ? [bestWords(give.drill.name, one)] : [])));
    if (!give.replaced) numbers = numbersAfter(numbers, give.scores, give.item, give.drill, level, give.courseMetres);
  }
  return { numbers, bests };
}

/** The scores of a go that say something else than before, with the ids that they had. */
export function mendedScores(before: readonly ScoreSent[], now: readonly ScoreSent[]): ScoreSent[] {
  const same = (a: ScoreSent, b: ScoreSent) =>
    a.value === b.value && a.faults === b.faults && JSON.stringify(a.parts) === JSON.stringify(b.parts);
  return before.flatMap((had) => {
    const said = now.find((one) => one.foot === had.foot);
    return said && !same(had, said) ? [{ ...had, value: said.value, faults: said.faults, parts: said.parts }] : [];
  });
}
