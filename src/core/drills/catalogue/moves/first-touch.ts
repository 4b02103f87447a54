import type { MovesById } from './by-id.ts';

const THROWN = `ball in the hands
hands throw up to the head`;
const THROWN_HIGH = `ball in the hands
hands throw up over the head`;

/** Moves of first touch, shooting and stretches. */
export const firstTouchMoves: MovesById = {
  'inside-across-touch': `${THROWN}
right inside cushions across 1 step *
again from the start`,
  'thigh-foot': `${THROWN_HIGH}
right thigh cushions
right laces brings it down *
hands pick it up
again`,
  'outside-down': `${THROWN}
right outside cushions out 1 step *
again from the start`,
  'laces-cushion': `cone 2.8 steps left; cone 2.8 steps right
${THROWN_HIGH}
right laces brings it down *
right outside takes it out 1 step
again from the start`,
  'laces-step-over': `cone 2.8 steps left; cone 2.8 steps right
${THROWN_HIGH}
right laces brings it down
left steps over from the inside
right outside takes it out 1 step *
again from the start`,
  'laces-roll-step': `cone 2.8 steps left; cone 2.8 steps right
${THROWN_HIGH}
right laces brings it down
wait short
right sole rolls across 2
left outside takes it out 1 step *
again from the start`,
  'thigh-outside-turn': `cone 2.8 steps left; cone 2.8 steps right
${THROWN_HIGH}
right thigh cushions
right outside cushions out 1 and turn quarter right
right laces pushes forward 1 step *
again from the start`,
  'turn-reverse-step-over': `cone 2.8 steps left; cone 2.8 steps right
${THROWN}
right inside cushions across 1.5 and turn quarter left
right steps over from the outside
right outside takes it out 1 step *
again from the start`,
  'chest-laces-l-turn': `cone 2.8 steps left; cone 2.8 steps right
${THROWN_HIGH}
chest cushions
right laces brings it down
wait short
right sole pulls back 3
right inside taps behind 1.5
left outside takes it out 1 step *
again from the start`,
  'bag-goal-laces': `goal 5 steps ahead
ball in front of the right
left steps forward half a step
right laces strikes at the goal *
again from the start`,
  'laces-through-middle': `wall 5 steps ahead
ball in front of the right
right laces strikes to the wall
left sole stops *
again mirrored`,
  'bag-goal-each-foot': `goal 5 steps ahead
ball in front of the right
left steps forward half a step
right laces strikes at the goal *
again from the start`,
  'ankle-hip-hold': `no ball
right foot holds behind
again`,
  'hip-circle-hold': `no ball
right foot holds out
again`,
  'calf-ankle-hold': `no ball
right foot holds back
again`,
};
