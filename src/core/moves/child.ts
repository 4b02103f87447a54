import type { Height } from './terms.ts';

/** The child who shows it, 1.35 m tall, and the ball of that age (size 4). Metres. */

export const SHOE = 0.22;
/** A big step. */
export const STEP = 0.54;
export const BALL = 0.103;
export const GRAVITY = 9.81;
export const HALF_SHOE = 0.042;

/** Lengths of bones and where joints lie; hips are the height of the hip joints when standing tall. */
export const BODY = {
  hip: 0.665,
  hipHalf: 0.075,
  thigh: 0.335,
  shin: 0.315,
  ankleUp: 0.075,
  ankleBack: 0.055,
  back: 0.37,
  shoulderHalf: 0.135,
  upperArm: 0.2,
  foreArm: 0.2,
  headUp: 0.185,
  head: 0.105,
} as const;

/** Height of the middle of a ball that is played "to the knee" and so on. */
export const BALL_HEIGHT: Record<Height, number> = {
  ankle: 0.33,
  knee: 0.52,
  belt: 0.88,
  chest: 1.08,
  head: 1.38,
  'over the head': 1.9,
};

/** Half the distance between the feet. */
export const HALF_STANCE = { apart: 0.125, wide: 0.215, together: 0.075 } as const;

/** Where hands hold it: forward of the body, and its height. */
export const HELD = { forward: 0.27, z: 0.86 } as const;

/** Where body parts meet a dropping ball: forward and outward of the body's middle, and the height of the ball's middle. */
export const MEETING = {
  thigh: { forward: 0.21, out: 0.085, z: 0.86 },
  chest: { forward: 0.2, out: 0, z: 1.03 },
  head: { forward: 0.16, out: 0, z: 1.4 },
  laces: { forward: 0.3, out: 0.1, z: 0.29 },
  inside: { forward: 0.28, out: 0.03, z: 0.36 },
  outside: { forward: 0.2, out: 0.24, z: 0.36 },
  toe: { forward: 0.34, out: 0.1, z: 0.24 },
} as const;

/** A ball whose middle is higher than this is in the air. */
export const IN_AIR = BALL + 0.06;
