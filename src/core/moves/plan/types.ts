import type { ShoePose } from '../contact.ts';
import type { Course } from '../course.ts';
import type { Beat, Movement, Point2, Point3, Side, Surface } from '../terms.ts';

/** Why the ball moves. */
export type Cause = 'touch' | 'rolling on' | 'gravity' | 'wall' | 'hands' | 'bounce' | 'none';

/** The ball from one instant to another, seconds. */
export interface BallSpan {
  t0: number;
  t1: number;
  kind: 'rest' | 'ride' | 'roll' | 'flight' | 'hands';
  cause: Cause;
  /** Its middle at a share of the span, 0 to 1. */
  at(share: number): Point3;
}

/** A foot from one instant to another. */
export interface FootSpan {
  t0: number;
  t1: number;
  /** On the ground; turning there on its ball; in the air; on the ball; swinging round it. */
  kind: 'down' | 'pivot' | 'air' | 'ride' | 'swing';
  a: ShoePose;
  b: ShoePose;
  /** Speeds at both ends, metres a second. */
  va: Point3;
  vb: Point3;
  /** How high it is lifted between. */
  lift: number;
  /** How far it swerves from the straight way half-way: round behind the ball. */
  swerve: Point2;
  /** It comes from under the ball and does not mind it. */
  fromBelow: boolean;
  /** The contact that it comes to or from; null for none. */
  contact: number | null;
  /** Of a swing: the ball in the middle and the angles round it, 0 on the outer side, 90 in front. */
  round: { at: Point2; from: number; to: number; ra: number; rb: number; face: number; side: Side } | null;
}

/** A meeting of the ball with a body part, the hands or the ground. */
export interface Contact {
  /** Number of its beat in the unrolled text. */
  k: number;
  t: number;
  /** When it ends. */
  t1: number;
  who: Side | 'feet' | 'hands' | 'chest' | 'head' | 'ball';
  surface: Surface;
  at: Point3;
  /** The way in which the ball leaves; null when it stays. */
  way: Point2 | null;
  face: number;
}

/** A beat on the time line. */
export interface Tick {
  k: number;
  /** Its number in the text. */
  index: number;
  /** When its touch is, how long until the next, and when the touch ends. */
  t: number;
  gap: number;
  release: number;
  beat: Beat;
  /** The foot that works; null for both or none. */
  worker: Side | null;
  /** Middle between the feet and the way the body faces when it begins. */
  middle: Point2;
  face: number;
  /** Seconds that gravity or the wall fix. */
  fixed: number;
}

/** Both feet, or one leg, off the ground because it was said. */
export interface Leap {
  t0: number;
  t1: number;
  high: number;
  leg: Side | 'both';
}

/** Where the hips are at an instant, how far they sink (metres) and how far the trunk leans forward (degrees). */
export interface TrunkKey extends Point2 {
  t: number;
  low: number;
  lean: number;
}

/** How much the hands are at the ball, 0 to 1. */
export interface HandKey {
  t: number;
  weight: number;
}

/** A movement on the time line: everything that a picture at any moment is made from. Times are seconds from the first beat. */
export interface Plan {
  movement: Movement;
  ticks: Tick[];
  contacts: Contact[];
  ball: BallSpan[];
  feet: Record<Side, FootSpan[]>;
  trunk: TrunkKey[];
  leaps: Leap[];
  hands: HandKey[];
  /** The loop: from `start` for `period` seconds, `passes` times through the text, its first beat being `first`. */
  start: number;
  period: number;
  passes: number;
  first: number;
  closes: 'same place' | 'moves along' | 'begins anew' | 'open';
  /** How far it wanders in one loop. */
  drift: Point2;
  course: Course | null;
  /** Metres to the wall or goal ahead of where the player first stood. */
  wall: number | null;
  goal: number | null;
  cones: Point2[];
  /** Whether there is a ball in it. */
  hasBall: boolean;
}
