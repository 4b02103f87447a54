import type { Chance } from '../src/core/chance.ts';
import {
  AudioAnchor,
  advance,
  applyEvent,
  type ClockState,
  type Down,
  type Interval,
  laidCues,
  NOT_STARTED,
  relay,
} from '../src/core/training/index.ts';

/** How a page gets on in a simulated run of the clock. */
export interface Conditions {
  /** How much faster the sound card's crystal runs, in parts per million. */
  skewPpm: number;
  /** A single reading of the sound card's clock is off by up to this, in ms. */
  readingMs: number;
  /** The sound card loses 10 ms every so many seconds, as one does whose buffer ran dry; 0 for never. */
  losesEverySeconds: number;
  /** Milliseconds between two turns of the page: 16 with a screen, 1000 in a hidden tab. */
  turnMs: number;
  /** The page does nothing for this long, every ten seconds. */
  blockedMs: number;
}

const READ_EVERY_MS = 100;
const LAY_EVERY_MS = 500;

/** One tone as it sounded: how late, in ms (early when below 0), and when it was due, in ms from the start. */
export interface Sounded {
  dueMs: number;
  errorMs: number;
}

/**
 * Runs the clock over a sheet in virtual time, with a page whose turns come late and a sound card whose crystal runs at its own speed,
 * through the same steps as the page: advance, lay down ahead, move what has drifted. Waits for the player are ended at once.
 * @returns every tone that sounded, compared with the moment it belonged to
 */
export function runTwoClocks(sheet: readonly Interval[], how: Conditions, random: Chance): Sounded[] {
  const about = () => ({ name: 'A drill', rule: null, cues: [], beat: null });
  const anchor = new AudioAnchor();
  const lost = (ms: number) => (how.losesEverySeconds > 0 ? Math.floor(ms / (how.losesEverySeconds * 1000)) * 0.01 : 0);
  const audioOf = (ms: number) => 2 + (ms / 1000) * (1 + how.skewPpm / 1e6) - lost(ms);
  const pageOf = (seconds: number, near: number) => ((seconds - 2 + lost(near)) / (1 + how.skewPpm / 1e6)) * 1000;
  const jitter = () => (random.next() * 2 - 1) * how.readingMs;
  const sounded: Sounded[] = [];
  let down: Down[] = [];
  let state: ClockState = applyEvent(sheet, NOT_STARTED, { type: 'start', at: 0 });
  let now = 0;
  let readAt = Number.NEGATIVE_INFINITY;
  let laidAt = Number.NEGATIVE_INFINITY;
  let blockedAt = 5000;
  let heardUntil = 0;
  while (state.phase === 'running' && now < 4 * 3_600_000) {
    now += how.turnMs * (1 + random.next() * 0.3);
    if (now > blockedAt) {
      now += how.blockedMs;
      blockedAt += 10_000;
    }
    // The sound card has played what was due meanwhile, whatever the page did.
    for (const one of down) {
      if (one.audioAt === null) continue;
      const at = pageOf(one.audioAt, now);
      if (at > heardUntil && at <= now) sounded.push({ dueMs: one.at, errorMs: at - one.at });
    }
    heardUntil = now;
    if (now - readAt >= READ_EVERY_MS) {
      readAt = now;
      anchor.read({ pageMs: now + jitter(), audioSeconds: audioOf(now) });
    }
    const before = state.index;
    state = advance(sheet, state, now);
    const here = sheet[state.index];
    let tapped = false;
    if (state.phase === 'running' && here && here.ends !== 'clock') {
      const type = here.kind === 'score' || here.kind === 'work' ? 'done' : 'ready';
      state = applyEvent(sheet, state, { type, at: now });
      tapped = true;
    }
    if (!tapped && state.index === before && now - laidAt < LAY_EVERY_MS) continue;
    laidAt = now;
    const { stays, put } = relay(down, laidCues(sheet, state, about, 150), (at) => anchor.audioAt(at), now);
    down = [
      ...stays,
      ...put.map((cue) => ({ id: cue.id, at: cue.at, audioAt: 'tone' in cue ? Math.max(anchor.audioAt(cue.at), audioOf(now)) : null })),
    ];
  }
  return sounded;
}
