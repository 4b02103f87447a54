export { clipSeconds, layOutClip, type Point, poseAt, type SyntheticClip, soundOf } from './synthetic.ts';
