export { attemptOf } from './attempt.ts';
export {
  advance,
  applyEvent,
  type ClockEvent,
  type ClockState,
  endedBetween,
  NOT_STARTED,
  replay,
  type Stretch,
  startOfGo,
} from './clock.ts';
export { compileRunSheet, roundsOf } from './compile.ts';
export { type Cue, cuesOf, sideInWords, type ToneName } from './cues.ts';
export { type ClockedWork, shareOfWork, workOfGo } from './goes.ts';
export { paceAtLevel, plannedPace } from './pace.ts';
export { feetOfRound, feetToScore, strongerOf } from './sides.ts';
export * from './types.ts';
