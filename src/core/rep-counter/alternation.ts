import { median } from 'simple-statistics';

/** Under so many nothing is said of every other one. */
const FEWEST = 4;

/** How much the even and the odd of a list differ, by their medians: the difference, and the smaller as a share of the larger. */
export function alternation(list: readonly number[]): { apart: number; share: number } {
  if (list.length < FEWEST) return { apart: 0, share: 1 };
  const [even, odd] = [0, 1].map((n) => median(list.filter((_, i) => i % 2 === n))) as [number, number];
  return { apart: Math.abs(even - odd), share: Math.min(even, odd) / Math.max(even, odd, 1e-9) };
}
