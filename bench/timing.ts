/** What a piece of work took, in milliseconds. */
export interface Timed {
  median: number;
  p95: number;
}

/** Times work that is done over and over, without the first few times. */
export function timeOf(work: () => unknown, { runs, warmUp }: { runs: number; warmUp: number }): Timed {
  const taken: number[] = [];
  for (let i = 0; i < runs + warmUp; i++) {
    const from = performance.now();
    work();
    if (i >= warmUp) taken.push(performance.now() - from);
  }
  taken.sort((a, b) => a - b);
  return { median: taken[Math.floor(runs / 2)] ?? 0, p95: taken[Math.floor(runs * 0.95)] ?? 0 };
}
