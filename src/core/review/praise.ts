import { english, term } from '../text/translate.ts';
/** Short words for numbers that are counted, to choose from. Each says what was done, none compares children. */
export const PRAISES = [
  english('Counted. Well done!'),
  english('All counted. You kept at it.'),
  english('Counted. I see that you train.'),
  english('Counted. Good work with both feet.'),
  english('Counted. Thank you for sending it.'),
  english('Counted. Keep it going.'),
] as const;

/** The line for a child: what the coach chose; where the child was told the very same the last time, the next of the usual ones. */
export function praiseFor(chosen: string, last: string | null): string {
  if (chosen !== last) return chosen;
  const usual = PRAISES.map(term);
  return usual[(usual.indexOf(chosen) + 1) % usual.length] ?? chosen;
}
