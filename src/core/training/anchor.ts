/** Readings of two clocks taken at one moment: the page's in ms and the sound card's in seconds. */
export interface ClockReading {
  pageMs: number;
  audioSeconds: number;
}

/** Single readings jump by a buffer's length; the middle one of this many does not. */
const READINGS = 15;

/**
 * Ties the page's clock to the sound card's, so that a tone is laid down where it belongs. Two crystals never run alike:
 * the tie is made anew with every reading, and only the newest readings count.
 */
export class AudioAnchor {
  private readonly offsets: number[] = [];

  read({ pageMs, audioSeconds }: ClockReading): void {
    this.offsets.push(audioSeconds - pageMs / 1000);
    if (this.offsets.length > READINGS) this.offsets.shift();
  }

  get ready(): boolean {
    return this.offsets.length > 0;
  }

  /** The sound card's time (seconds) of a moment on the page's clock (ms). Throws RangeError before the first reading. */
  audioAt(pageMs: number): number {
    const sorted = [...this.offsets].sort((a, b) => a - b);
    const middle = sorted[Math.floor(sorted.length / 2)];
    if (middle === undefined) throw new RangeError('No reading of the two clocks yet.');
    return pageMs / 1000 + middle;
  }
}
