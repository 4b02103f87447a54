import type { MovesById } from './by-id.ts';

const ALTERNATING = `ball in the air
right laces kicks up to the knee *
left laces kicks up to the knee *
again`;
const WITH_A_BOUNCE = `ball in the air
right laces kicks up to the knee *
ball bounces
again`;
const ON_THE_WAY = `ball in the air
right laces kicks up to the belt and left steps forward 1 *
left laces kicks up to the belt and right steps forward 1 *
moving along
again`;

/** Moves of the juggling drills. */
export const jugglingMoves: MovesById = {
  'drop-kick-catch': `ball in the hands
hands drop
right laces kicks up to the chest
hands catch *
again`,
  'juggle-one-foot': WITH_A_BOUNCE,
  'juggle-alternating': ALTERNATING,
  'twenty-fives': `ball in the air
2 times: right laces kicks up to the knee *
2 times: left laces kicks up to the knee *
left laces kicks up to the chest *
2 times: right thigh kicks up to the chest *
2 times: left thigh kicks up to the chest *
again`,
  'toe-lift-catch': `ball in the hands
hands drop
right toe kicks up to the chest
hands catch *
again`,
  'small-toe-lifts': `ball in the air
right toe kicks up to the ankle *
again`,
  'juggle-two-touches': `ball in the hands
hands drop
right laces kicks up to the belt
right laces kicks up to the chest
hands catch *
again`,
  'juggle-count-25': ALTERNATING,
  'juggle-tennis-ball': WITH_A_BOUNCE,
  'juggle-low-high': `ball in the air
right laces kicks up to the knee *
left laces kicks up to the knee *
right laces kicks up to the head *
again`,
  'juggle-inside': `ball in the air
right inside kicks up to the belt *
left inside kicks up to the belt *
again`,
  'juggle-outside': `ball in the air
right outside kicks up to the belt *
right laces kicks up to the belt
again`,
  'juggle-inside-outside': `ball in the air
right inside kicks up to the belt *
right outside kicks up to the belt *
again`,
  'juggle-over-head': `ball in the air
3 times: right laces kicks up to the knee
right laces kicks up over the head and turn half right
right laces kicks up to the belt *
again`,
  'juggle-walking': ON_THE_WAY,
  'juggle-zigzag': ON_THE_WAY,
  'juggle-over-a-cone': `cone 1 step ahead
ball in the air
2 times: right laces kicks up to the knee
right laces kicks up to the chest and left steps forward 2 steps *
right laces kicks up to the chest and turn half right
again`,
  'high-ball-down': `ball in the hands
hands throw up over the head
right laces brings it down *
hands pick it up
again`,
  'foot-hold': `ball in the air
2 times: right laces kicks up to the knee
right laces holds it
again`,
  'thighs-and-feet': `ball in the air
right thigh kicks up to the chest *
left thigh kicks up to the chest *
right laces kicks up to the belt *
left laces kicks up to the chest *
again`,
  'roll-and-flick-up': `ball in front of the right
right sole pulls back 1.5
right toe flicks it up to the belt
right laces kicks up to the chest
hands catch *
again from the start`,
  'squeeze-and-drop': `ball between the feet
feet lift it to the belt and jump
right laces kicks up to the chest
hands catch *
again from the start`,
  'other-foot-ladder': WITH_A_BOUNCE,
  'soft-header-catch': `ball in the hands
hands throw up over the head
head kicks up over the head
hands catch *
again`,
};
