/** A number with one digit after the point at most. */
export const round1 = (n: number): number => Math.round(n * 10) / 10;
