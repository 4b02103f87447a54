/* One clock for many devices: the server's, as each device measures it by asking the time again and again. */

/** One question for the time: when it was asked and answered on the device's clock, and what the server's said. Epoch ms. */
export interface TimeSample {
  sentAt: number;
  serverAt: number;
  receivedAt: number;
}

/** What a device knows of the server's clock. */
export interface OffsetEstimate {
  /** What is added to the device's clock for the server's at the instant `at` (device's clock), in ms. */
  offsetMs: number;
  at: number;
  /** How much the offset grows in a ms: two crystals differ by up to 300 millionths. */
  drift: number;
}

/** Samples older than this say nothing of how the clocks run now. */
const WINDOW_MS = 20 * 60_000;
const SAMPLES_MAX = 120;
/** How far crystals differ, as a standard deviation: what is believed before anything is measured. */
const DRIFT_SD = 150e-6;
/** What even the quickest answer is unsure by, in ms. */
const QUICKEST_SD_MS = 2;
/** A sample this far from what the others say, beyond what its own round trip explains, is of another clock: one that was set, or slept. */
const STEP_MS = 120;
const DRIFT_MAX = 500e-6;

const roundTrip = (one: TimeSample) => one.receivedAt - one.sentAt;
const middle = (one: TimeSample) => (one.sentAt + one.receivedAt) / 2;
const offsetOf = (one: TimeSample) => one.serverAt - middle(one);

/**
 * The offset and its drift by weighted least squares over the samples (a line with a normal prior on its slope): a sample counts the less, the
 * longer its round trip was beyond the quickest one, for that is what it may be wrong by. A way that is always slower one way than the other cannot be seen.
 * @param samples in the order in which they came; at least one
 * @throws RangeError without a sample
 */
export function estimateOffset(samples: readonly TimeSample[]): OffsetEstimate {
  const newest = samples.at(-1);
  if (!newest) throw new RangeError('No sample of the two clocks yet.');
  const quickest = Math.min(...samples.map(roundTrip));
  const at = newest.receivedAt;
  let [w, wx, wy, wxx, wxy] = [0, 0, 0, 0, 0];
  for (const one of samples) {
    const sd = QUICKEST_SD_MS + (roundTrip(one) - quickest) / 2;
    const weight = 1 / (sd * sd);
    const x = middle(one) - at;
    const y = offsetOf(one);
    w += weight;
    wx += weight * x;
    wy += weight * y;
    wxx += weight * x * x;
    wxy += weight * x * y;
  }
  const meanX = wx / w;
  const spread = wxx - wx * meanX + 1 / (DRIFT_SD * DRIFT_SD);
  const drift = (wxy - meanX * wy) / spread;
  const offsetMs = wy / w - drift * meanX;
  return { offsetMs, at, drift };
}

/** The offset at an instant of the device's clock. */
export const offsetAt = ({ offsetMs, at, drift }: OffsetEstimate, instant: number): number => offsetMs + drift * (instant - at);

/**
 * Samples with a new one. Those that are too old are let go, and so are all earlier ones when the new one can only be of another clock:
 * a device that slept, a server whose time was set.
 */
export function withSample(samples: readonly TimeSample[], one: TimeSample): TimeSample[] {
  if (samples.length === 0) return [one];
  const known = estimateOffset(samples);
  const off = Math.abs(offsetOf(one) - offsetAt(known, middle(one)));
  const explained = roundTrip(one) / 2 + DRIFT_MAX * (one.receivedAt - known.at) + STEP_MS;
  if (off > explained) return [one];
  const kept = [...samples.filter((had) => one.receivedAt - had.receivedAt <= WINDOW_MS), one];
  return kept.length <= SAMPLES_MAX ? kept : kept.filter((had) => had !== slowest(kept));
}

const slowest = (samples: readonly TimeSample[]): TimeSample | undefined =>
  // The newest ones say how the clocks run now.
  samples.slice(0, -10).reduce<TimeSample | undefined>((a, b) => (a && roundTrip(a) >= roundTrip(b) ? a : b), undefined);

/** How fast a clock that is heard may be put right, as a share of the time that passes: 20 ms in a second is heard by nobody. */
const SLEW = 0.02;
/** From this difference on it is put right at once, in ms. */
const AT_ONCE_MS = 250;

/**
 * The offset that is used, brought nearer to the one that is known without a jump that could be heard.
 * @param elapsedMs since it was last brought nearer, 0 or more
 */
export function slewed(used: number, known: number, elapsedMs: number): number {
  const off = known - used;
  if (Math.abs(off) > AT_ONCE_MS) return known;
  const most = SLEW * elapsedMs;
  return used + Math.max(-most, Math.min(most, off));
}

/**
 * How long to wait before the next question for the time, in ms: some in a row at first, some more while the drift is not known, then one now and then.
 * @param asked how many were asked so far, 0 or more
 */
export const waitBeforeQuestion = (asked: number): number => (asked < 8 ? 250 : asked < 32 ? 5000 : 15_000);
