/** A stream of seeded chance: the same seed gives the same stream for ever. */
export interface Chance {
  /** Uniform in [0, 1). */
  next(): number;
  /** Whole number from `low` to `high`, both included. */
  whole(low: number, high: number): number;
  /** True with probability `p`. */
  happens(p: number): boolean;
  /** Normal with the given mean and standard deviation. */
  normal(mean: number, sd: number): number;
  pick<T>(list: readonly T[]): T;
}

/** mulberry32, a 32-bit generator of public domain (T. Ettinger, 2017): small, fast, good enough for a simulation. */
export function chance(seed: number): Chance {
  let state = seed >>> 0;
  const next = () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
  return {
    next,
    whole: (low, high) => low + Math.floor(next() * (high - low + 1)),
    happens: (p) => next() < p,
    // Box–Muller: one of the pair is enough here.
    normal: (mean, sd) => mean + sd * Math.sqrt(-2 * Math.log(1 - next())) * Math.cos(2 * Math.PI * next()),
    pick: (list) => {
      const one = list[Math.floor(next() * list.length)];
      if (one === undefined) throw new RangeError('Cannot pick from an empty list.');
      return one;
    },
  };
}

/** A UUIDv7-shaped id from seeded chance and an instant, so that a simulated squad is the same each time. */
export function seededId(at: number, random: Chance): string {
  const hex = (n: number, digits: number) => n.toString(16).padStart(digits, '0');
  const time = hex(Math.floor(at), 12);
  const rest = Array.from({ length: 4 }, () => hex(random.whole(0, 0xffff), 4));
  const version = hex(0x7000 | random.whole(0, 0x0fff), 4);
  const variant = hex(0x8000 | random.whole(0, 0x3fff), 4);
  return `${time.slice(0, 8)}-${time.slice(8)}-${version}-${variant}-${rest.slice(0, 3).join('')}`;
}
