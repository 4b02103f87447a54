/** A stretch of work in a clip, in seconds of media time. A pause on the clock lies between two of them. */
export interface Span {
  from: number;
  to: number;
}

/** What the counter gets of a clip: sound and small grey pictures, as plain numbers. */
export interface ClipSignals {
  /** Mono, −1…1; null without a sound track. */
  sound: { samples: Float32Array; rate: number } | null;
  /** Luma 0–255 by rows, all of one size, with the time of each in seconds. */
  pictures: { luma: readonly Float32Array[]; times: readonly number[]; width: number; height: number };
  /** The work, in seconds of the clip; what lies outside is not counted. */
  work: Span;
}
