export { type FootBalance, type FootLedger, footBalance, footLedger, lastOf, medianOfLast, middleBalance } from './feet.ts';
export { LADDER, nextStepAbove } from './ladder.ts';
export { type Milestone, milestonesOf } from './milestones.ts';
export { GOES_FOR_NEXT, type Next, nextOf } from './next.ts';
export { type NextStep, nextSteps, type Plateau, plateauOf, STEPS, type StepKind, type Stuck, saidOften } from './plateau.ts';
export { lastGoInWords, QUIET_AFTER_DAYS, quietFor } from './quiet.ts';
export { type Better, beats, DIP_SHARE, type Dip, dipOf, recordOf, recordsOf, shareOfRecord } from './records.ts';
export { doneOnTime } from './share.ts';
export { type Direction, type TimedResult, type Trend, theilSen, trendOf } from './trend.ts';
