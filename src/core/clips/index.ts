export { evenFrames, frameAt, inStepWith, middleOfFrame, stepFrames } from './frames.ts';
export { describeClip, RANGE_CONDITIONS, type RangeClip, type RangeCondition, type RangeTake, takeOf } from './range.ts';
export type { ClipSignals } from './signals.ts';
export { type NoSuggestion, type Suggestion, suggestCount } from './suggest.ts';
export { clipSeconds, layOutClip, type Point, poseAt, type SyntheticClip, soundOf } from './synthetic.ts';
