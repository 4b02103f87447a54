import { clamp, hermite, mix, smooth } from '../geometry.ts';

/** A value between keys in order of time, smooth through all of them (Catmull–Rom with uneven times). */
export function valueAt<T extends { t: number }>(keys: readonly T[], t: number, of: (key: T) => number): number {
  const at = (i: number) => keys[clamp(i, 0, keys.length - 1)] as T;
  if (t <= at(0).t) return of(at(0));
  let [low, high] = [0, keys.length - 1];
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (at(middle).t <= t) low = middle;
    else high = middle;
  }
  const [before, p, q, after] = [at(low - 1), at(low), at(low + 1), at(low + 2)];
  const seconds = q.t - p.t || 1;
  const slope = (a: T, b: T) => (b.t > a.t ? (of(b) - of(a)) / (b.t - a.t) : 0);
  return hermite(of(p), of(q), slope(before, q), slope(p, after), clamp((t - p.t) / seconds, 0, 1), seconds);
}

/** A weight between keys, at rest at each. */
export function weightAt(keys: readonly { t: number; weight: number }[], t: number): number {
  const i = keys.findIndex((key) => key.t > t);
  if (keys.length === 0) return 0;
  if (i === 0) return (keys[0] as { weight: number }).weight;
  if (i < 0) return (keys.at(-1) as { weight: number }).weight;
  const [p, q] = [keys[i - 1], keys[i]] as [{ t: number; weight: number }, { t: number; weight: number }];
  return mix(p.weight, q.weight, smooth((t - p.t) / (q.t - p.t || 1)));
}
