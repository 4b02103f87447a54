import type { MovesById } from './by-id.ts';

const BOTH_INSIDES = `on the route
right inside pushes along
left steps
left inside pushes along
right steps
again`;
const ROLLED_ASIDE = `on the route
right inside pushes along
left steps
left inside pushes along
right steps
sideways
far sole rolls along
near steps
again`;
const WITH_LACES = `on the route
right laces pushes along
left steps
again`;
const WITHOUT_BALL = `no ball; on the route
right steps
left steps
again`;
const TWO_STEPS = '2 times: right laces pushes forward 1.5, left steps after it';

/** Moves of dribbling, turns and courses. */
export const onTheWayMoves: MovesById = {
  'line-laces': WITH_LACES,
  'slalom-right': `on the route
right outside pushes along
left steps
right inside pushes along
left steps
again`,
  'slalom-left': `on the route
left outside pushes along
right steps
left inside pushes along
right steps
again`,
  'slalom-both': `on the route
far inside pushes along
near steps
near outside pushes along
far steps
again`,
  'speed-change-half-way': WITH_LACES,
  'busy-line': 'on the route',
  'sole-roll-line': `ball in front of the right
right sole rolls across 1 long
moving along
again`,
  'dribble-stop-go': `ball in front of the right
${TWO_STEPS}
right sole stops
moving along
again`,
  'fake-and-go': `cone 4 steps ahead
ball in front of the right
${TWO_STEPS}
fake left
right outside takes it forward and out 2
right laces pushes forward 2 *
again from the start`,
  'push-in-go-round': `cone 3 steps ahead
ball in front of the right
${TWO_STEPS}
right inside pushes forward and across 3
right steps forward and right 1 step
right laces pushes forward 2 *
again from the start`,
  'three-gates': BOTH_INSIDES,
  'drag-back-turn': `ball in front of the right
${TWO_STEPS}
right sole drags back 3 and turn half right *
again`,
  'cut-behind-turn': `ball in front of the right
${TWO_STEPS}
right inside taps behind 2 and turn half left *
again`,
  'l-turn': `ball in front of the right
${TWO_STEPS}
right sole pulls back 2
right inside taps behind 1.5 *
turn quarter left
again`,
  'outside-hook': `ball in front of the right
${TWO_STEPS}
right outside takes it out 1 and turn quarter right
right outside takes it out 1 and turn quarter right *
again`,
  'reverse-step-over': `ball in front of the right
${TWO_STEPS}
right steps over from the outside
left inside takes it across 1 and turn quarter right
left inside takes it across 1 and turn quarter right *
again`,
  'u-turn-away': `ball in front of the right
right laces pushes forward 2
left steps after it
2 times: right inside taps across 1.3 and turn quarter left
right laces pushes forward 2
right laces pushes forward 2 *
again`,
  'drag-back-and-swing': `ball in front of the right
right laces pushes forward 2
left steps after it
right sole drags back 3 and turn half right
left steps over from the inside
right outside takes it out 2
right laces pushes forward 2 *
again from the start`,
  'cross-course': WITHOUT_BALL,
  'cross-course-ball': ROLLED_ASIDE,
  'staircase-course': WITHOUT_BALL,
  'staircase-course-ball': ROLLED_ASIDE,
};
