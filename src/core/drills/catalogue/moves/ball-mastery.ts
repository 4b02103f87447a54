import type { MovesById } from './by-id.ts';

const FOUR_TAPS = '2 times: right inside taps across, left inside taps across';

/** Moves of the ball mastery drills; “right” is the foot that works, or starts. */
export const ballMasteryMoves: MovesById = {
  'inside-taps': `ball between the feet
right inside taps across *
left inside taps across *
again`,
  'sole-taps': `ball in front
right sole taps and jump to change *
left sole taps and jump to change *
again`,
  'counted-step-overs': `ball in front
right steps over from the inside *
left steps over from the inside *
again`,
  'any-surface-touches': [
    `ball between the feet
right inside taps across *
left outside taps out *
left inside taps in *
left sole taps *
left inside taps across *
right sole taps *
moving along
again`,
    `ball in front of the right
right outside taps out *
right inside taps in *
right sole rolls across *
left inside taps across *
moving along
again`,
  ],
  'hop-out-in-taps': `stand on the left; ball beside the right
right outside taps out and left hops *
right inside taps in and left hops *
again`,
  'sole-circle': `stand on the left; ball in front of the right
right sole circles quarter left and left hops
again`,
  'pull-push-laces': `stand on the left; ball in front of the right
right sole pulls back 2
right laces pushes forward 2 *
again`,
  'v-inside': `stand on the left; ball in front of the right
right sole pulls back 1.5
right inside pushes forward and out 2
right sole brings it home *
again`,
  'inside-shift': `ball in front of the right
right inside taps across 2
left inside stops
left inside taps across 2
right inside stops
again`,
  'drag-forward-back': `stand on the left; ball in front of the right
right sole pulls back 2
right sole rolls forward 2 *
again`,
  'other-foot-rolls': `ball in front of the right
right sole rolls across 2 *
right sole rolls out 2 *
again`,
  'free-combination': [
    `ball between the feet
${FOUR_TAPS}
right sole rolls across 2
left inside stops
left steps over from the inside
again mirrored`,
    `ball in front of the right
right sole pulls back 1.5
right inside pushes forward and out 2
right sole brings it home
right inside taps across
left sole stops
moving along
again mirrored`,
  ],
  'inside-taps-side-to-side': `ball between the feet
2 times: right inside taps across *, left inside taps across half a step *
2 times: right inside taps across half a step *, left inside taps across *
again`,
  'inside-taps-up-and-back': `ball between the feet
3 times: right inside taps forward and across 0.8 *, left inside taps forward and across 0.8 *
3 times: right inside taps back and across 0.8 *, left inside taps back and across 0.8 *
again`,
  'sole-taps-round-the-ball': `ball in front
4 times: right sole taps *, left sole taps *, wait short, turn quarter left
again mirrored`,
  'sole-taps-pulling-back': `ball in front
3 times: right sole pulls back 0.5 *, left sole pulls back 0.5 *
right sole pushes forward 3
again`,
  'two-inside-two-sole': `ball between the feet
right inside taps across *
left inside taps across *
right sole taps *
left sole taps *
again`,
  'sole-rolls': `ball in front of the right
right sole rolls across 1.5 long *
moving along
again`,
  'double-roll-stop': `ball in front of the right
2 times: right sole rolls across 1
left inside stops *
again mirrored`,
  'out-out-in-in': `ball in front of the right
2 times: right outside taps out 0.6 *
2 times: right inside taps in 0.6 *
again`,
  'pull-out-tap-in': `ball in front of the right
right sole pulls out 1.5 long
right inside taps across 2.5 *
again mirrored`,
  'tap-push-diagonal-pull': `ball in front of the left
left inside taps across
right outside pushes forward and out half a step
right sole pulls back and across half a step *
again mirrored`,
  'taps-and-roll': `ball between the feet
${FOUR_TAPS}
right sole rolls across 1.2
again mirrored`,
  'taps-catch-open-up': `ball between the feet
${FOUR_TAPS}
right sole stops
right inside pushes forward and out 1.5 *
right sole brings it home
again`,
  'v-outside': `stand on the left; ball in front of the right
right sole pulls back 1.5
right outside pushes forward and out 2
right sole brings it home *
again`,
  'v-diagonal': `ball in front of the right
right sole pulls back and across 1.5
left inside pushes forward and out 1.5 *
again mirrored`,
  'v-wide': `ball in front of the right
right sole pulls back 1.5
right inside pushes forward and out 1 step long
right sole brings it home long *
again`,
  'v-short': `stand on the left; ball in front of the right
right sole pulls back and across 0.5
right inside taps forward and out 0.5 *
again`,
  'taps-step-over': `ball between the feet
${FOUR_TAPS}
right steps over from the inside
${FOUR_TAPS}
left steps over from the inside
again`,
  'taps-half-turn': `ball between the feet
${FOUR_TAPS}
right sole pulls back 2 and turn half right
left sole stops *
again mirrored`,
  'roll-stop-step-over': `ball in front of the right
right sole rolls across 2
left inside stops
right steps over from the inside *
again mirrored`,
  'four-step-overs': `ball in front
left steps over from the inside *
right steps over from the inside *
left steps over from the outside *
left steps over from the inside *
again mirrored`,
  'square-shuffle': `ball in front of the right
right sole pushes forward 2 long
right sole rolls across 2 long
right sole pulls back 2 long
right sole rolls out 2 long *
again`,
  'scissor-away': `ball in front of the right
right inside pushes forward 3, rolling
left steps over from the inside
right outside takes it out 2 and turn quarter right *
again`,
  'step-over-away': `ball between the feet
right inside taps across
left inside taps across
right steps over from the outside
right outside takes it out 2 and turn quarter right
right laces pushes forward 2 *
again`,
  'half-turn-away': `ball between the feet
right inside taps across
left inside taps across
right sole pulls back 2 and turn half right
left laces pushes forward 2
left laces pushes forward 2 *
right sole stops
again`,
  'l-behind': `ball in front of the right
right sole pulls back 3
right inside taps behind 1.5
left inside takes it home *
again`,
  'drag-stop': `ball in front of the right
2 times: right laces pushes forward 1
right sole stops *
turn half right
again mirrored`,
  'slide-drag-stop': `ball in front of the right
right inside pushes across 2.5
left sole stops *
again mirrored`,
  shielding: [
    `ball beside the right
right sole rolls back 1 and shield
right sole rolls forward 1 and shield
again`,
    `ball beside the right
right sole rolls out 1 and shield
right sole rolls across 1 and shield
again`,
  ],
  'other-foot-mix': `ball in front of the right
right inside taps in *
right outside taps out *
right sole rolls across 1.5 long *
right sole brings it home long *
again`,
};
