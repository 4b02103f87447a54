import type { Drill } from '../drills/schema.ts';
import type { Measure } from '../drills/terms.ts';
import type { Cue } from '../training/cues.ts';
import { spokenSeconds } from '../training/spoken.ts';
import type { Covered, HeardDrill } from './live-count.ts';

/** So many touches of one rep can still be told apart from so many reps. */
const MOST_SOUNDS = 4;
/** A drill that may be slower than this many reps a second has too few sounds to find a rhythm in. */
const SLOWEST_EASY = 0.3;

type Heard = Pick<Drill, 'measure' | 'kit' | 'touchesPerRep' | 'pace' | 'moves'>;

/** Measures in which the touches of the whole work can be counted in a clip. */
const IN_CLIPS: readonly Measure[] = ['count in time', 'fixed reps', 'unbroken run'];

function heardIn({ kit, touchesPerRep, pace, moves }: Heard): HeardDrill | null {
  const isHeard = kit.includes('ball') && !kit.includes('wall') && moves?.free !== true;
  const whole = Number.isInteger(touchesPerRep) && touchesPerRep >= 1 && touchesPerRep <= MOST_SOUNDS;
  return isHeard && whole && pace.easy >= SLOWEST_EASY ? { pace, soundsPerRep: touchesPerRep } : null;
}

/**
 * What to listen for in a drill along with the child; null where its touches cannot be counted by ear: nothing is counted in time, a wall
 * sounds as well, the feet are free, or a rep has no whole number of touches.
 */
export const heardDrill = (drill: Heard): HeardDrill | null => (drill.measure === 'count in time' ? heardIn(drill) : null);

/** What to listen for in a clip of a drill, where tries and reps of any number are heard as well; null as above. */
export const clipDrill = (drill: Heard): HeardDrill | null => (IN_CLIPS.includes(drill.measure) ? heardIn(drill) : null);

/** A tone is in the air from a little before it to its end, in seconds; a word until its echo is gone. */
const TONE = { before: 0.03, after: 0.16 };
const AFTER_WORDS = 0.25;

/** When the phone itself is heard during a stretch of work, from the cues that are laid for it. */
export const coveredBy = (cues: readonly Cue[]): Covered[] =>
  cues.map((cue) => {
    const at = cue.atMs / 1000;
    return 'tone' in cue
      ? { from: at - TONE.before, to: at + TONE.after }
      : { from: at - TONE.before, to: at + spokenSeconds(cue.say) + AFTER_WORDS };
  });

/** What the phone said of a go, and what a helper or a coach at the clip counted. */
export interface HeardBefore {
  heard: number;
  counted: number;
}

/** How many of a player's last goes of a drill are looked at, and how many of them may have been heard wrong. */
const LOOKED_AT = 8;
const MAY_BE_WRONG = 1;
const WRONG_SHARE = 0.05;

/** Whether a count is off the right one by more than 5 %, and by more than one. */
export const isOff = (said: number, right: number): boolean => Math.abs(said - right) > Math.max(1, WRONG_SHARE * right);

/**
 * Whether a player's own sound of a drill may be believed: not after two of the last eight goes that somebody counted were heard wrong.
 * @param before oldest first
 */
export const isTrusted = (before: readonly HeardBefore[]): boolean =>
  before.slice(-LOOKED_AT).filter(({ heard, counted }) => isOff(heard, counted)).length <= MAY_BE_WRONG;
