export { evenFrames, inStepWith, middleOfFrame, pictureAt, stepFrames } from './frames.ts';
export type { ClipSignals } from './signals.ts';
export { clipSeconds, layOutClip, type Point, poseAt, type SyntheticClip, soundOf } from './synthetic.ts';
export { type ClipKinds, type ClipWay, type ClipWish, type DeviceCan, waysToPrepare } from './ways.ts';
