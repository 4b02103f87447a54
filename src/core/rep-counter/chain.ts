import type { SoundCurve } from './sound.ts';

/** A place where a curve is highest among its neighbours. */
export interface Peak {
  /** Seconds. */
  at: number;
  /** Height of the curve there; 1 is a usual rep. */
  height: number;
}

/** All local maxima above a floor, at least `apart` seconds from a higher one, by time. */
export function peaksOf(curve: SoundCurve, floor: number, apart: number): Peak[] {
  const { values, rate } = curve;
  const reach = Math.max(1, Math.round(apart * rate));
  const peaks: Peak[] = [];
  for (let i = 0; i < values.length; i++) {
    const height = values[i] ?? 0;
    if (height <= floor) continue;
    let highest = true;
    for (let k = Math.max(0, i - reach); k <= Math.min(values.length - 1, i + reach) && highest; k++) {
      const other = values[k] ?? 0;
      if (other > height || (other === height && k < i)) highest = false;
    }
    if (highest) peaks.push({ at: i / rate, height });
  }
  return peaks;
}

/** What a chain of reps is worth. */
export interface Chain {
  peaks: Peak[];
  worth: number;
}

/** Price of each rep in a chain, so that a faint peak is not taken for one. */
const PRICE = 0.4;
/** Price of a gap that is twice too long or too short, and of a break. */
const UNEVEN = 1.6;
const BREAK = 0.6;
const LONGEST_STEP = 1.75;
const SHORTEST_STEP = 0.42;

/**
 * The chain of peaks that are high and follow each other at an even pace, with breaks where the ball was lost.
 * Dynamic programming over the peaks after D. Ellis 2007, "Beat tracking by dynamic programming", with breaks added.
 * @param peaks by time, heights about 1 for a usual rep
 * @param gap seconds between reps
 */
export function bestChain(peaks: readonly Peak[], gap: number): Chain {
  const worth: number[] = [];
  const before: number[] = [];
  let bestSoFar = { worth: 0, index: -1 };
  const settled: { worth: number; index: number }[] = [];
  peaks.forEach((peak, i) => {
    const own = Math.min(1.3, peak.height) - PRICE;
    let best = { worth: own, from: -1 };
    // A break: the best chain that ended long enough ago goes on here.
    let k = i - 1;
    for (; k >= 0 && peak.at - (peaks[k]?.at ?? 0) < LONGEST_STEP * gap; k--) {
      const step = peak.at - (peaks[k]?.at ?? 0);
      if (step < SHORTEST_STEP * gap) continue;
      const value = own + (worth[k] ?? 0) - UNEVEN * Math.log2(step / gap) ** 2;
      if (value > best.worth) best = { worth: value, from: k };
    }
    const old = k >= 0 ? settled[k] : undefined;
    if (old && old.worth - BREAK + own > best.worth) best = { worth: old.worth - BREAK + own, from: old.index };
    worth.push(best.worth);
    before.push(best.from);
    if (best.worth > bestSoFar.worth) bestSoFar = { worth: best.worth, index: i };
    settled.push(bestSoFar);
  });
  const chain: Peak[] = [];
  for (let i = bestSoFar.index; i >= 0; i = before[i] ?? -1) {
    const peak = peaks[i];
    if (peak) chain.unshift(peak);
  }
  return { peaks: chain, worth: bestSoFar.worth };
}
