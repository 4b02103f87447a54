import { median } from 'simple-statistics';
import type { ClipSignals } from '../clips/signals.ts';

type Pictures = ClipSignals['pictures'];

/** What moves where, sampled evenly: one row of figures per instant. */
export interface MovementTrack {
  /** Instants a second. */
  rate: number;
  /** Each figure over time, spread 1 over the clip. */
  features: Float64Array[];
  length: number;
}

export const MOVEMENT_RATE = 30;
const ROWS = 9;
const SHIFT_MAX = 3;

const at = (list: ArrayLike<number>, i: number) => list[i] ?? 0;

/** Mean brightness of each column and of each row. */
function profiles(luma: Float32Array, width: number, height: number): { x: Float64Array; y: Float64Array } {
  const x = new Float64Array(width);
  const y = new Float64Array(height);
  for (let row = 0, i = 0; row < height; row++) {
    let sum = 0;
    for (let column = 0; column < width; column++, i++) {
      const light = luma[i] as number;
      sum += light;
      x[column] = (x[column] as number) + light / height;
    }
    y[row] = sum / width;
  }
  return { x, y };
}

/** The middle brightness of a picture, to a whole step of 0–255, by counting. */
function middleLight(luma: Float32Array): number {
  const counts = new Uint32Array(256);
  for (let i = 0; i < luma.length; i++) {
    const step = Math.max(0, Math.min(255, Math.round(luma[i] as number)));
    counts[step] = (counts[step] as number) + 1;
  }
  let seen = 0;
  for (let step = 0; step < 256; step++) {
    seen += counts[step] as number;
    if (2 * seen >= luma.length) return step;
  }
  return 255;
}

/** Shift (in pixels, to a tenth) at which two profiles lie on each other best, least squares with a parabola through the best three. */
function shiftBetween(a: Float64Array, b: Float64Array): number {
  const costs: number[] = [];
  for (let s = -SHIFT_MAX; s <= SHIFT_MAX; s++) {
    let sum = 0;
    for (let i = SHIFT_MAX; i < a.length - SHIFT_MAX; i++) sum += (at(a, i) - at(b, i + s)) ** 2;
    costs.push(sum);
  }
  const best = costs.indexOf(Math.min(...costs));
  const [l, m, r] = [costs[best - 1], costs[best] ?? 0, costs[best + 1]];
  const bend = l === undefined || r === undefined ? 0 : l + r - 2 * m;
  return best - SHIFT_MAX + (bend > 0 && l !== undefined && r !== undefined ? (l - r) / (2 * bend) : 0);
}

/** A picture moved by a part of a pixel, edges repeated. */
function moved(luma: Float32Array, width: number, height: number, dx: number, dy: number): Float32Array {
  const out = new Float32Array(luma.length);
  for (let y = 0; y < height; y++) {
    const fy = Math.max(0, Math.min(height - 1, y + dy));
    const [y0, ty] = [Math.floor(fy), fy - Math.floor(fy)];
    const y1 = Math.min(height - 1, y0 + 1);
    for (let x = 0; x < width; x++) {
      const fx = Math.max(0, Math.min(width - 1, x + dx));
      const [x0, tx] = [Math.floor(fx), fx - Math.floor(fx)];
      const x1 = Math.min(width - 1, x0 + 1);
      const top = at(luma, y0 * width + x0) * (1 - tx) + at(luma, y0 * width + x1) * tx;
      const low = at(luma, y1 * width + x0) * (1 - tx) + at(luma, y1 * width + x1) * tx;
      out[y * width + x] = top * (1 - ty) + low * ty;
    }
  }
  return out;
}

/** Pictures with the light evened out and the camera held still against the first one. */
function steadied({ luma, width, height }: Pictures): Float32Array[] {
  const first = luma[0];
  if (!first) return [];
  let [sx, sy] = [0, 0];
  let before = profiles(first, width, height);
  const level = middleLight(first) || 1;
  return luma.map((raw) => {
    const gain = level / (middleLight(raw) || 1);
    const even = gain === 1 ? raw : raw.map((v) => v * gain);
    // Followed from picture to picture, so that a slow drift of the camera is found too.
    const now = profiles(even, width, height);
    sx = 0.98 * (sx + shiftBetween(before.x, now.x));
    sy = 0.98 * (sy + shiftBetween(before.y, now.y));
    before = now;
    return Math.hypot(sx, sy) < 0.05 ? even : moved(even, width, height, sx, sy);
  });
}

/** The usual picture: the median of a few over the clip, pixel by pixel. */
function usualPicture(pictures: readonly Float32Array[]): Float32Array {
  const step = Math.max(1, Math.floor(pictures.length / 25));
  const some = pictures.filter((_, n) => n % step === 0);
  return Float32Array.from({ length: pictures[0]?.length ?? 0 }, (_, i) => median(some.map((one) => at(one, i))));
}

/** How far two pictures differ, by rows: the sum of each row of what lies above the grain. */
function differenceByRows(one: Float32Array, other: Float32Array, width: number, height: number, grain: number): Float64Array {
  const rows = new Float64Array(ROWS);
  for (let y = 0, i = 0; y < height; y++) {
    let sum = 0;
    for (let x = 0; x < width; x++, i++) {
      const off = Math.abs((one[i] as number) - (other[i] as number)) - grain;
      if (off > 0) sum += off;
    }
    const row = Math.min(ROWS - 1, Math.floor((y * ROWS) / height));
    rows[row] = (rows[row] as number) + sum;
  }
  return rows;
}

/** A figure over uneven instants, read at even ones. */
function evenly(times: readonly number[], values: readonly number[], length: number): Float64Array {
  let n = 0;
  return Float64Array.from({ length }, (_, i) => {
    const t = i / MOVEMENT_RATE;
    while (n < times.length - 2 && at(times, n + 1) < t) n++;
    const [t0, t1] = [at(times, n), at(times, n + 1)];
    const share = t1 > t0 ? Math.max(0, Math.min(1, (t - t0) / (t1 - t0))) : 0;
    return at(values, n) * (1 - share) + at(values, Math.min(n + 1, values.length - 1)) * share;
  });
}

/** Takes the slow part away (a running mean over about 2 s) and brings the spread to 1; a figure that hardly changes becomes 0. */
function levelled(values: Float64Array): Float64Array {
  const half = MOVEMENT_RATE;
  const sums = new Float64Array(values.length + 1);
  for (let i = 0; i < values.length; i++) sums[i + 1] = at(sums, i) + at(values, i);
  const out = values.map((v, i) => {
    const [from, to] = [Math.max(0, i - half), Math.min(values.length, i + half + 1)];
    return v - (at(sums, to) - at(sums, from)) / (to - from);
  });
  // A walk to the ball moves much more than a rep: the middle of the spread is that of the reps, with a floor for figures that mostly rest.
  const whole = Math.sqrt(out.reduce((sum, v) => sum + v * v, 0) / Math.max(1, out.length));
  const spread = Math.max(1.4826 * median(Array.from(out, Math.abs)), 0.4 * whole);
  return spread > 1e-6 ? out.map((v) => Math.max(-3, Math.min(3, v / spread))) : out.fill(0);
}

/**
 * What moves in the pictures, by rows from top to bottom and the same for left and right: how much changes from picture to picture,
 * and how much stands out from the usual picture. Light is evened out and the camera's own movement taken off first.
 * @param pictures at least two, of one size
 */
export function movementTrack(pictures: Pictures): MovementTrack {
  const { width, height, times } = pictures;
  const still = steadied(pictures);
  const usual = usualPicture(still);
  const grain =
    1.5 * median(still.slice(1, 60).map((one, n) => median(Array.from(one, (v, i) => Math.abs(v - at(still[n] ?? one, i)))))) + 2;
  const changes = still.map((one, n) => differenceByRows(one, still[Math.max(0, n - 1)] ?? one, width, height, grain));
  const stands = still.map((one) => differenceByRows(one, usual, width, height, 2 * grain));
  // A change belongs between the two pictures.
  const between = times.map((t, n) => (t + at(times, Math.max(0, n - 1))) / 2);
  const length = Math.max(2, Math.floor((times.at(-1) ?? 0) * MOVEMENT_RATE));
  const features: Float64Array[] = [];
  for (let row = 0; row < ROWS; row++) {
    features.push(
      levelled(
        evenly(
          between,
          changes.map((one) => one[row] ?? 0),
          length,
        ),
      ),
    );
    features.push(
      levelled(
        evenly(
          times,
          stands.map((one) => one[row] ?? 0),
          length,
        ),
      ),
    );
  }
  return { rate: MOVEMENT_RATE, features, length };
}
