import { BANDS, BandMeter, CURVE_RATE, loudnessOf, RISE_FRAMES, risesOf } from './sound.ts';

/** What a stretch of work sounded like, a hundred frames a second from where it began. No sound is in it, and none can be made of it. */
export interface HeardWork {
  /** How much each band rose in each frame, 0–1. */
  rises: Float64Array[];
  /** Level of each frame, in decibels. */
  loudness: number[];
}

/** No timed work is longer: what follows in a rest is not kept. */
const MOST_FRAMES = 310 * CURVE_RATE;
/** The quiet level goes up and down by this many decibels a frame; faster until it has settled. */
const FOLLOWS = 0.12;
const FOLLOWS_AT_FIRST = 3;
const SETTLES_AFTER = 20;

/**
 * Hears where sounds begin while they come: the streaming form of `soundsOf`. Samples may come in pieces of any length; what is heard is the
 * same. The quiet level of each band is a running median (it goes up a little with each frame above it and down with each below), where a
 * clip has the median of its whole.
 */
export class LiveEar {
  private readonly meter: BandMeter;
  private readonly hop: number;
  /** Samples that a coming window still needs, and the place of the first of them in all that came. */
  private held: Float32Array = new Float32Array(0);
  private heldFrom = 0;
  private frames = 0;
  private readonly quiet = new Float64Array(BANDS);
  /** The last frames, the newest last. */
  private before: Float64Array[] = [];
  private heard: HeardWork = { rises: [], loudness: [] };

  /** @param rate samples a second, at least 8000 */
  constructor(rate: number) {
    this.meter = new BandMeter(rate);
    this.hop = rate / CURVE_RATE;
  }

  /** Forgets what was heard, but not how loud it is when it is quiet: the work begins. */
  begin(): void {
    this.heard = { rises: [], loudness: [] };
  }

  /** What was heard since the work began. */
  get work(): HeardWork {
    return this.heard;
  }

  /** @param samples mono, −1…1, that follow on those before */
  push(samples: Float32Array): void {
    const all = new Float32Array(this.held.length + samples.length);
    all.set(this.held);
    all.set(samples, this.held.length);
    const until = this.heldFrom + all.length;
    for (;;) {
      const start = Math.round(this.frames * this.hop - this.meter.size / 2);
      if (start + this.meter.size > until) break;
      this.hear(this.meter.levels(all, start - this.heldFrom));
      this.frames++;
    }
    const needed = Math.max(this.heldFrom, Math.round(this.frames * this.hop - this.meter.size / 2));
    this.held = all.slice(needed - this.heldFrom);
    this.heldFrom = needed;
  }

  private hear(now: Float64Array): void {
    const step = Math.max(FOLLOWS, FOLLOWS_AT_FIRST / (1 + this.frames / SETTLES_AFTER));
    for (let b = 0; b < BANDS; b++) {
      const [level, quiet] = [now[b] ?? 0, this.quiet[b] ?? 0];
      this.quiet[b] = this.frames === 0 ? level : quiet + Math.max(-step, Math.min(step, level - quiet));
    }
    const before = this.before[0] ?? now;
    if (this.heard.loudness.length < MOST_FRAMES) {
      this.heard.rises.push(risesOf(now, before, this.quiet));
      this.heard.loudness.push(loudnessOf(now));
    }
    this.before.push(now);
    if (this.before.length > RISE_FRAMES) this.before.shift();
  }
}
