import FFT from 'fft.js';
import { median } from 'simple-statistics';

/** A curve sampled at a constant rate. */
export interface SoundCurve {
  /** Samples a second. */
  rate: number;
  values: Float64Array;
}

/** The highest value of a curve near an instant. */
export function near(curve: SoundCurve, t: number, reach: number): number {
  let most = curve.values[Math.round(t * curve.rate)] ?? 0;
  for (let i = Math.max(0, Math.round((t - reach) * curve.rate)); i <= (t + reach) * curve.rate; i++)
    most = Math.max(most, curve.values[i] ?? 0);
  return most;
}

/** Samples a second of the curves that are computed of a clip. */
export const CURVE_RATE = 100;

export const BANDS = 24;
const LOWEST = 80;
const HIGHEST = 6000;
const WINDOW_SECONDS = 0.032;
/** Rise, in decibels, of one band that says something began there. */
const RISE_FULL = 12;

/** Edges of bands that are evenly spaced in pitch, as spectrum bins. */
function bandEdges(size: number, rate: number): number[] {
  const top = Math.min(HIGHEST, rate / 2);
  return Array.from({ length: BANDS + 1 }, (_, b) => (LOWEST * (top / LOWEST) ** (b / BANDS) * size) / rate);
}

/** Measures how loud each band of a short window is. */
export class BandMeter {
  /** Samples of a window. */
  readonly size: number;
  private readonly fft: FFT;
  private readonly input: number[];
  private readonly spectrum: number[];
  private readonly shape: Float64Array;
  private readonly edges: readonly number[];

  /** @param rate samples a second, at least 8000 */
  constructor(rate: number) {
    const size = 2 ** Math.round(Math.log2(WINDOW_SECONDS * rate));
    this.size = size;
    this.fft = new FFT(size);
    this.input = new Array<number>(size).fill(0);
    this.spectrum = this.fft.createComplexArray() as number[];
    this.shape = Float64Array.from({ length: size }, (_, i) => 0.5 - 0.5 * Math.cos((2 * Math.PI * i) / (size - 1)));
    this.edges = bandEdges(size, rate);
  }

  /** Energy in each band of the window that begins at a sample, in decibels; what lies outside the samples is silence. */
  levels(samples: ArrayLike<number>, start: number): Float64Array {
    const { input, spectrum, edges } = this;
    for (let i = 0; i < this.size; i++) input[i] = (samples[start + i] ?? 0) * (this.shape[i] ?? 0);
    this.fft.realTransform(spectrum, input);
    const levels = new Float64Array(BANDS);
    for (let b = 0; b < BANDS; b++) {
      const low = Math.floor(edges[b] ?? 0);
      const high = Math.max(low + 1, Math.floor(edges[b + 1] ?? 0));
      let energy = 0;
      for (let k = low; k < high; k++) energy += (spectrum[2 * k] ?? 0) ** 2 + (spectrum[2 * k + 1] ?? 0) ** 2;
      levels[b] = 10 * Math.log10(energy / (high - low) + 1e-7);
    }
    return levels;
  }
}

/** Energy in each band of each frame, in decibels. */
function bandLevels(samples: Float32Array, rate: number): Float64Array[] {
  const meter = new BandMeter(rate);
  const hop = rate / CURVE_RATE;
  const frames = Math.max(0, Math.floor(samples.length / hop));
  return Array.from({ length: frames }, (_, n) => meter.levels(samples, Math.round(n * hop - meter.size / 2)));
}

/** The quiet level of each band: its median, which short contacts do not move. */
function quietLevels(levels: readonly Float64Array[]): Float64Array {
  return Float64Array.from({ length: BANDS }, (_, b) => (levels.length > 0 ? median(levels.map((one) => one[b] ?? 0)) : 0));
}

/** A rise is looked for over so many frames: 30 ms. */
export const RISE_FRAMES = Math.round(0.03 * CURVE_RATE);

/** How much each band rose against a frame before it, and only above its usual level: 0 to 1, which is 12 dB and more. */
export const risesOf = (now: Float64Array, before: Float64Array, quiet: Float64Array): Float64Array =>
  now.map((level, b) => Math.min(RISE_FULL, Math.max(0, level - Math.max(before[b] ?? 0, quiet[b] ?? 0))) / RISE_FULL);

/** Level of all bands together, in decibels. */
export const loudnessOf = (bands: Float64Array): number => 10 * Math.log10(bands.reduce((sum, level) => sum + 10 ** (level / 10), 0));

/** What is heard of a clip, a hundred times a second. */
export interface Sounds {
  /** How much each of 24 bands rose within 30 ms, from 0 to 1 (12 dB and more). */
  rises: Float64Array[];
  /** The mean of the rises: how suddenly the sound begins anew. */
  beginnings: SoundCurve;
  /** Level of all bands together, in decibels. */
  loudness: SoundCurve;
}

/**
 * Where sounds begin, by bands from 80 Hz to 6 kHz: the rise of each against 30 ms earlier, and only above its usual level.
 * Knocks are broad and sudden; voices and tones rise in few bands.
 * (Spectral flux by bands, after Bello et al. 2005, "A tutorial on onset detection in music signals".)
 * @param samples mono, −1…1
 * @param rate samples a second, at least 8000
 */
export function soundsOf(samples: Float32Array, rate: number): Sounds {
  const levels = bandLevels(samples, rate);
  const quiet = quietLevels(levels);
  const rises = levels.map((now, n) => risesOf(now, levels[Math.max(0, n - RISE_FRAMES)] ?? now, quiet));
  const loudness = Float64Array.from(levels, loudnessOf);
  const even = new Float64Array(BANDS).fill(1 / BANDS);
  return { rises, beginnings: beginningsBy(rises, even), loudness: { rate: CURVE_RATE, values: loudness } };
}

/** Beginnings with each band at its own weight; the weights add up to 1. */
export const beginningsBy = (rises: readonly Float64Array[], weights: Float64Array): SoundCurve => ({
  rate: CURVE_RATE,
  values: Float64Array.from(rises, (bands) => bands.reduce((sum, rise, b) => sum + rise * (weights[b] ?? 0), 0)),
});

/**
 * Weights by which some instants stand out best: the mean rise of a band there, less that of all the time, over the variance of all the
 * time (Fisher's linear discriminant with independent bands). Bands that do not rise there weigh nothing.
 * @param times seconds; the highest rise within 50 ms of each is taken
 */
export function weightsFor(rises: readonly Float64Array[], times: readonly number[]): Float64Array {
  const weights = new Float64Array(BANDS);
  for (let b = 0; b < BANDS; b++) {
    let [sum, squares] = [0, 0];
    for (const bands of rises) {
      sum += bands[b] ?? 0;
      squares += (bands[b] ?? 0) ** 2;
    }
    const mean = sum / Math.max(1, rises.length);
    const variance = squares / Math.max(1, rises.length) - mean ** 2;
    let there = 0;
    for (const t of times) {
      let most = 0;
      for (let n = Math.round((t - 0.05) * CURVE_RATE); n <= (t + 0.05) * CURVE_RATE; n++) most = Math.max(most, rises[n]?.[b] ?? 0);
      there += most / times.length;
    }
    weights[b] = Math.max(0, there - mean) / (variance + 0.005);
  }
  const total = weights.reduce((sum, w) => sum + w, 0);
  return total > 0 ? weights.map((w) => w / total) : weights.fill(1 / BANDS);
}
