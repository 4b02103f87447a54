import type { Interval } from './types.ts';

export type ToneName = 'count' | 'go' | 'tick' | 'change' | 'stop';

/** Something to hear `atMs` after an interval begins. */
export type Cue = { atMs: number } & ({ tone: ToneName } | { say: string });

const footWords = (interval: Interval): string => {
  if (interval.surface) return interval.surface;
  return interval.foot === 'both' ? '' : `${interval.foot} foot`;
};

const paceWords = (interval: Interval): string => (interval.pace ? `${interval.pace} pace` : '');

/** Side and pace as the clock shows and says them: "right foot, half pace"; empty when there is nothing to say. */
export function sideInWords(interval: Interval): string {
  return [footWords(interval), paceWords(interval)].filter(Boolean).join(', ');
}

const HALF_TIME_FROM_SECONDS = 20;

function workCues(interval: Interval, next: Interval | undefined): Cue[] {
  const cues: Cue[] = [{ atMs: 0, tone: 'go' }];
  if (interval.ends !== 'clock') return cues;
  const end = interval.seconds * 1000;
  if (interval.pace) cues.push({ atMs: 0, say: paceWords(interval) });
  if (interval.seconds >= HALF_TIME_FROM_SECONDS) cues.push({ atMs: end / 2, say: 'half-time' });
  for (let s = 3; s >= 1; s--) cues.push({ atMs: end - s * 1000, tone: 'tick' });
  cues.push({ atMs: end, tone: next?.kind === 'work' ? 'change' : 'stop' });
  return cues;
}

/**
 * The cues of an interval, by time from its start: name and side before, the count-in, half-time, the last three seconds, stop.
 * @param name the drill's name, spoken in the lead-in
 * @param next the interval that follows, which decides between "change" and "stop"
 */
export function cuesOf(interval: Interval, name: string, next?: Interval): Cue[] {
  switch (interval.kind) {
    case 'set-up':
      return [{ atMs: 0, say: 'Set up. Press ready when you are.' }];
    case 'lead-in': {
      const cues: Cue[] = [{ atMs: 0, say: [name, sideInWords(interval)].filter(Boolean).join(', ') }];
      for (let s = Math.min(5, interval.seconds); s >= 1; s--) cues.push({ atMs: (interval.seconds - s) * 1000, tone: 'count' });
      return cues;
    }
    case 'work':
      return workCues(interval, next);
    case 'switch':
      return [{ atMs: 0, say: `Switch. ${sideInWords(interval)}` }];
    case 'turn-round':
      return [{ atMs: 0, say: 'Turn round' }];
    case 'rest':
      return [{ atMs: 0, say: 'Rest' }];
    case 'drink':
      return [{ atMs: 0, say: 'Have a drink. Go when you are ready.' }];
    case 'score':
      return [{ atMs: 0, say: 'How many?' }];
  }
}
