/** Containers and players round times differently, by up to a millisecond. */
const ROUNDING = 0.002;

/** Index of the picture that is shown at a media time: the last that began by then. Times ascend; 0 before the first. */
export function pictureAt(times: readonly number[], at: number): number {
  let low = 0;
  let high = times.length - 1;
  while (low < high) {
    const middle = Math.ceil((low + high) / 2);
    if ((times[middle] ?? 0) <= at + ROUNDING) low = middle;
    else high = middle - 1;
  }
  return low;
}

/**
 * Where to seek so that a picture is surely shown: the middle of its own time, however unevenly the camera took them.
 * @param times when each picture begins, in seconds, ascending
 * @param seconds length of the clip
 */
export function middleOfFrame(times: readonly number[], index: number, seconds: number): number {
  const here = times[index] ?? 0;
  const next = times[index + 1] ?? Math.max(seconds, here);
  return (here + next) / 2;
}

/** Where to seek for some pictures on (positive) or back from what is shown at `at`. Stays at the first and the last. */
export function stepFrames(times: readonly number[], at: number, by: number, seconds: number): number {
  const index = Math.min(Math.max(pictureAt(times, at) + by, 0), times.length - 1);
  return middleOfFrame(times, index, seconds);
}

/** Evenly spaced frame times for a clip whose own are not known yet. */
export const evenFrames = (seconds: number, fps = 30): number[] =>
  Array.from({ length: Math.max(1, Math.floor(seconds * fps)) }, (_, i) => i / fps);

/** Media time of one clip for the same instant of the work as `at` in another; never before its start. */
export const inStepWith = (at: number, fromWorkAt: number, toWorkAt: number): number => Math.max(0, at - fromWorkAt + toWorkAt);
