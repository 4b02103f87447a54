import { t } from '../../text/translate.ts';
import type { Course } from '../course.ts';
import { mirrorBeat } from '../mirror.ts';
import { MovesProblem } from '../problem.ts';
import { type Act, type Beat, isSide, type Movement, movesBall, otherSide, type Side } from '../terms.ts';
import { allZoneBeats, beatsOfZone } from '../zone-beats.ts';

/** Metres of one short step on a route: with the ball, and running. */
const STRIDE = 0.3;
const RUNNING_STRIDE = 0.45;
/** After the last beat of a movement that begins anew: it stands. */
const STANDS: Beat = {
  acts: [{ who: 'body', surface: null, verb: 'wait', ways: [], far: null, high: null, turn: 0, from: null, rolling: false }],
  ...{ length: 1, rep: false, line: 1, words: '' },
};

/** A text said over and over: its beats in a row, as far as they are planned. */
export interface Unrolled {
  movement: Movement;
  beats: Beat[];
  /** What of each beat the feet are judged by: a touch before a swing before a step. */
  mains: Act[];
  /** The working foot of each; null for both or none. */
  sides: (Side | null)[];
  /** The number of each in the text; those of the way sideways count on, and after them those of the route's zones. */
  indices: number[];
  /** Beats of one time through. */
  perPass: number;
  course: Course | null;
  /** Metres gone on the course when beat `k` begins; 0 without one. */
  metres(k: number): number;
  /** The next beat after `k` that changes the ball; −1 for none. */
  nextWithBall(k: number): number;
  /** Whether beat `k` is in a mirrored time through. */
  isMirrored(k: number): boolean;
}

/** Whether the ball is met: touched, handled, or held on the foot. */
export const isWithBall = (act: Act): boolean => movesBall(act) || (act.verb === 'hold' && act.surface !== null && act.surface !== act.who);

const mainOf = (beat: Beat): Act =>
  beat.acts.find(isWithBall) ??
  beat.acts.find((act) => act.verb === 'over') ??
  beat.acts.find((act) => act.verb === 'step') ??
  (beat.acts[0] as Act);

export const problemIn = (beat: Beat, sentence: string): MovesProblem => new MovesProblem(sentence, beat.line, 0, beat.words.length);

/** Degrees that the body turns in a beat. */
export const turnOf = (beat: Beat): number => beat.acts.reduce((sum, act) => sum + act.turn, 0);

/**
 * Says a text so many times over.
 * @param more beats after that
 * @param warm beats before that, on a route: its end, so that the feet have settled where it begins; a multiple of the text's beats
 * @throws MovesProblem when it needs a route that is not there
 */
export function unroll(movement: Movement, course: Course | null, passes: number, more = 0, warm = 0): Unrolled {
  const said = movement.beats;
  const first = said[0] as Beat;
  const onRoute = movement.stance.route;
  if (onRoute && !course) throw problemIn(first, t('The route is not there. Lay it in the yard first.'));
  const way = onRoute ? course : null;
  const step = movement.stance.ball === 'none' ? RUNNING_STRIDE : STRIDE;
  // On a route: so many beats, one short step each, as go into the way once round.
  const perPass = way ? Math.max(said.length, Math.round(way.length / step / said.length) * said.length) : said.length;
  const stride = way ? way.length / perPass : 0;
  const metres = (k: number) => (k - warm) * stride;
  const isMirrored = (k: number) => movement.again === 'mirrored' && Math.floor(k / perPass) % 2 === 1;
  const ofZones = way?.saysFeet ? allZoneBeats() : null;
  const all = [...said, ...movement.sideways, ...(ofZones?.beats ?? [])];
  const indices = Array.from({ length: warm + passes * perPass + more }, (_, k) => {
    const feet = way?.feet(metres(k));
    if (feet && ofZones) return said.length + movement.sideways.length + (ofZones.from.get(feet) ?? 0) + (k % beatsOfZone(feet).length);
    const aside = way && movement.sideways.length > 0 && way.sideways(metres(k)) !== 0;
    return aside ? said.length + (k % movement.sideways.length) : (k % perPass) % said.length;
  });
  const beats = indices.map((index, k) => {
    const beat = all[index] as Beat;
    return isMirrored(k) ? mirrorBeat(beat) : beat;
  });
  if (movement.again === 'anew') {
    beats.push(STANDS);
    indices.push(said.length - 1);
  }
  const mains = beats.map(mainOf);
  const sides = mains.map(({ who }, k) => {
    if (isSide(who)) return who;
    if (who !== 'far' && who !== 'near') return null;
    if (!way) throw problemIn(beats[k] as Beat, t('“Far” and “near” foot are said on a route. Say right or left here.'));
    // Sideways the near foot is the one that goes first; on a bend the one on its inner side.
    const aside = way.sideways(metres(k));
    const outer: Side = (aside === 0 ? way.bend(metres(k)) : aside) > 0 ? 'left' : 'right';
    return who === 'far' ? outer : otherSide(outer);
  });
  // From the back, so that each is found once.
  const following = new Array<number>(mains.length).fill(-1);
  for (let k = mains.length - 2; k >= 0; k--) following[k] = isWithBall(mains[k + 1] as Act) ? k + 1 : (following[k + 1] as number);
  const nextWithBall = (k: number) => following[k] ?? -1;
  return { movement, beats, mains, sides, indices, perPass, course: way, metres, nextWithBall, isMirrored };
}
