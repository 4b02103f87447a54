import type { MovesById } from './by-id.ts';

const WALL = `wall 3 steps ahead
ball in front of the right`;

/** Moves of the wall drills. */
export const wallMoves: MovesById = {
  'wall-two-touch': `${WALL}
right inside passes to the wall *
right inside receives
again`,
  'goal-and-sole-stop': `${WALL}
right inside passes to the wall *
right sole stops
again`,
  'pass-carry-pass': `${WALL}
right inside passes to the wall
right inside takes it across 1.5 *
again mirrored`,
  'wall-one-touch': `${WALL}
right inside passes to the wall *
again`,
  'wall-sole-stop': `${WALL}
right inside passes to the wall *
right sole stops
again`,
  'wall-roll-pass': `${WALL}
right inside passes to the wall
right sole stops
right sole rolls across 1.5 *
again mirrored`,
  'wall-open-up': `${WALL}
right inside passes to the wall
left inside takes it out 1 step *
again mirrored`,
  'wall-across-body': `${WALL}
right inside passes to the wall
right inside takes it across 2 *
again mirrored`,
  'wall-outside-touch': `${WALL}
right inside passes to the wall
right outside takes it out 1 step *
moving along
again`,
  'wall-cut-behind': `${WALL}
right inside passes to the wall
right inside taps behind 1.5 *
moving along
again mirrored`,
  'wall-inside-turn': `wall 3 steps ahead; cone 2 steps behind
ball in front of the right
right inside passes to the wall
left inside takes it across 1 step and turn quarter right
left inside takes it across 3 steps and turn quarter right
left inside takes it across 2 steps and turn quarter right
left inside takes it across 2 steps and turn quarter right
right laces plays it home *
again`,
  'wall-outside-turn': `wall 3 steps ahead; cone 2 steps behind
ball in front of the right
right inside passes to the wall
right outside takes it out 1 step and turn quarter right
right outside takes it out 3 steps and turn quarter right
right outside takes it out 2 steps and turn quarter right
right outside takes it out 2 steps and turn quarter right
right laces plays it home *
again`,
  'wall-give-and-go': `${WALL}
right inside passes to the wall and left steps right 1 step *
right outside pushes right 1
moving along
again`,
  'wall-weight-of-pass': `wall 2 steps ahead
ball in front of the right
2 times: right inside passes to the wall and left steps back half a step
2 times: right inside passes to the wall and left steps forward half a step
again`,
  'wall-juggle-free': `wall 2 steps ahead
ball in the hands
hands drop
right laces passes to the wall *
right thigh cushions
right laces kicks up to the chest
hands catch
again`,
  'wall-juggle-two': `wall 2 steps ahead
ball in the air
right laces kicks up to the belt
right laces passes to the wall *
again`,
  'wall-juggle-one': `wall 2 steps ahead
ball in the air
right laces passes to the wall *
left laces passes to the wall *
again`,
  'goal-and-inside-stop': `${WALL}
right inside passes to the wall *
right inside stops
again`,
  'goal-and-across': `${WALL}
right inside passes to the wall *
right inside takes it across 1.5
again mirrored`,
};
