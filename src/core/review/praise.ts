/** Short words for numbers that are counted, to choose from. Each says what was done, none compares children. */
export const PRAISES = [
  'Counted. Well done!',
  'All counted. You kept at it.',
  'Counted. I see that you train.',
  'Counted. Good work with both feet.',
  'Counted. Thank you for sending it.',
  'Counted. Keep it going.',
] as const;

/** The line for a child: what the coach chose; where the child was told the very same the last time, the next of the usual ones. */
export function praiseFor(chosen: string, last: string | null): string {
  if (chosen !== last) return chosen;
  const at = PRAISES.indexOf(chosen as (typeof PRAISES)[number]);
  return PRAISES[(at + 1) % PRAISES.length] ?? chosen;
}
