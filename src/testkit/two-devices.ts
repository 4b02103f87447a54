import type { Chance } from '../core/chance.ts';
import { estimateOffset, offsetAt, slewed, type TimeSample, waitBeforeQuestion, withSample } from '../core/together/clock-sync.ts';

/** A line between a device and the server. */
export interface Line {
  /** The shortest way there and back, in ms. */
  quickestMs: number;
  /** How much longer a way may take, each way on its own, in ms: most add little, some nearly all of it. */
  variesMs: number;
  /** The share of the variation that falls on the way there; the rest is on the way back. */
  there: number;
  /** The share of questions that are lost. */
  lost: number;
}

/** What two devices heard of one evening. */
export interface Apart {
  /** How far apart they heard the first "go", 12 s after both had joined, in ms. */
  atFirstGo: number;
  /** How far apart they were in the twenty minutes after it, at the worst, in ms. */
  atMost: number;
  /** How far from the server's clock the worse of them was at the first "go", in ms. */
  fromServer: number;
}

const MINUTE_MS = 60_000;
const STEP_MS = 250;

/** A device that follows the server's clock over a line; gives what it takes for the server's time at an instant of that clock. */
function aDevice(line: Line, random: Chance) {
  const between = (low: number, high: number) => low + random.next() * (high - low);
  const aheadMs = between(-3_600_000, 3_600_000);
  const ppm = between(-300, 300);
  // A crystal in the sun: some more millionths over the evening.
  const wanders = between(-3, 3);
  const own = (server: number) => aheadMs + server * (1 + (ppm + (wanders * server) / (20 * MINUTE_MS)) / 1e6);
  const way = (share: number) => line.quickestMs / 2 + 2 * share * line.variesMs * random.next() ** 3;
  let samples: TimeSample[] = [];
  let used: number | null = null;
  let usedAt = 0;
  const ask = (now: number) => {
    if (random.next() < line.lost) return;
    const there = way(line.there);
    const back = way(1 - line.there);
    samples = withSample(samples, { sentAt: own(now), serverAt: Math.round(now + there), receivedAt: own(now + there + back) });
  };
  let asked = 0;
  let nextAt = between(0, 1000);
  return {
    step(now: number) {
      if (now >= nextAt) {
        ask(now);
        asked++;
        nextAt += waitBeforeQuestion(asked);
      }
      if (samples.length === 0) return;
      const known = offsetAt(estimateOffset(samples), own(now));
      used = used === null ? known : slewed(used, known, own(now) - usedAt);
      usedAt = own(now);
    },
    /** What it takes for the server's time, beside what it is. */
    errorAt: (now: number) => (used === null ? Number.NaN : own(now) + used - now),
  };
}

/** Two devices on lines of one kind, from a second before they join to twenty minutes after the first "go". */
export function twoDevices(line: Line, random: Chance): Apart {
  const devices = [aDevice(line, random), aDevice(line, random)];
  const apart = (now: number) => {
    const [a = Number.NaN, b = Number.NaN] = devices.map((one) => one.errorAt(now));
    return { apart: Math.abs(a - b), from: Math.max(Math.abs(a), Math.abs(b)) };
  };
  const FIRST_GO_MS = 12_000;
  let [atFirstGo, fromServer, atMost] = [Number.NaN, Number.NaN, 0];
  for (let now = 0; now <= FIRST_GO_MS + 20 * MINUTE_MS; now += STEP_MS) {
    for (const one of devices) one.step(now);
    const here = apart(now);
    if (now === FIRST_GO_MS) [atFirstGo, fromServer] = [here.apart, here.from];
    if (now >= FIRST_GO_MS) atMost = Math.max(atMost, here.apart);
  }
  return { atFirstGo, atMost, fromServer };
}

/** Lines as families have them. */
export const LINES: Readonly<Record<string, Line>> = {
  'home network': { quickestMs: 20, variesMs: 60, there: 0.5, lost: 0.02 },
  'home network, busy': { quickestMs: 30, variesMs: 300, there: 0.7, lost: 0.05 },
  'phone network': { quickestMs: 60, variesMs: 200, there: 0.6, lost: 0.05 },
  'phone network, far out': { quickestMs: 150, variesMs: 650, there: 0.75, lost: 0.15 },
};
