/** The steps of a step ladder and of milestones. */
export const LADDER = [5, 10, 15, 25, 50, 100, 200, 500] as const;

/** The next step above a record, or the first; beyond 500 the next full 500. */
export function nextStepAbove(record: number | null): number {
  const above = record ?? 0;
  return LADDER.find((step) => step > above) ?? (Math.floor(above / 500) + 1) * 500;
}
