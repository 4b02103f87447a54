import { STEP } from './child.ts';
import type { Side, Stance } from './terms.ts';

export const plainStance = (): Stance => ({
  ...{ ball: 'front', ballSide: null, stand: null, feet: 'apart', wall: null, goal: null, cones: [], route: false },
});

const PLACES: readonly (readonly [RegExp, Stance['ball']])[] = [
  [/^between/, 'between'],
  [/^beside/, 'beside'],
  [/^under/, 'under'],
  [/hand/, 'hands'],
  [/air/, 'air'],
];

const BALL =
  /^(?:the )?ball (between the feet|in front|in front of the (left|right)(?: foot)?|beside the (left|right)(?: foot)?|under the (left|right)(?: sole| foot)?|in the hands?|in the air|at the feet)$/;
const CONE =
  /^(?:a )?cone (\d+(?:\.\d+)?) steps? (ahead|forward|behind|back|left|right)(?: and (\d+(?:\.\d+)?)(?: steps?)? (left|right))?$/;
const WALL = /^(?:a |the )?(wall|goal) (\d+(?:\.\d+)?)(?: big)? steps? (?:ahead|away|in front|forward)$/;

/**
 * Takes a clause into the stance, when it is one that says where things are.
 * @returns whether it was, and what kind it is
 */
export function readStance(words: string, stance: Stance): 'ball' | 'feet' | 'other' | null {
  const ball = BALL.exec(words);
  if (ball) {
    const place = ball[1] as string;
    stance.ballSide = (ball[2] ?? ball[3] ?? ball[4] ?? null) as Side | null;
    stance.ball = PLACES.find(([pattern]) => pattern.test(place))?.[1] ?? 'front';
    return 'ball';
  }
  if (/^(no ball|without (a |the )?ball)$/.test(words)) {
    stance.ball = 'none';
    return 'ball';
  }
  const stand = /^stand (?:only )?on the (left|right)(?: leg| foot)?$/.exec(words);
  if (stand) {
    stance.stand = stand[1] as Side;
    return 'other';
  }
  const feet = /^feet (together|apart|wide|wide apart)$/.exec(words);
  if (feet) {
    stance.feet = feet[1] === 'together' ? 'together' : feet[1] === 'apart' ? 'apart' : 'wide';
    return 'feet';
  }
  const far = WALL.exec(words);
  if (far) {
    stance[far[1] as 'wall' | 'goal'] = Number(far[2]) * STEP;
    return 'other';
  }
  const cone = CONE.exec(words);
  if (cone) {
    const [, steps, way, aside, side] = cone;
    const metres = Number(steps) * STEP;
    const right = side ? Number(aside) * STEP * (side === 'right' ? 1 : -1) : 0;
    if (way === 'left' || way === 'right') stance.cones.push({ x: way === 'right' ? metres : -metres, y: 0 });
    else stance.cones.push({ x: right, y: way === 'ahead' || way === 'forward' ? metres : -metres });
    return 'other';
  }
  if (/^(on|over|along) the route( of the yard)?$/.test(words)) {
    stance.route = true;
    return 'other';
  }
  return null;
}
