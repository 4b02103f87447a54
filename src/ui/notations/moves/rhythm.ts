import type { Contact, Plan } from '../../../core/moves/index.ts';

const HERTZ = { left: 392, right: 784, other: 196 } as const;
const RISE = 0.004;
const FALL = 0.07;
const LOUD = 0.3;
/** Seconds that tones are laid down ahead. */
const AHEAD = 0.2;

/** The sound of a movement's touches, left low and right high, laid down ahead on the sound card's own clock. */
export class Rhythm {
  /** Up to where tones have been laid down, in seconds of the loop's own time, counted on without end. */
  private until: number | null = null;

  /** @param audio made by whoever was pressed: browsers let nothing sound that was made later */
  constructor(private readonly audio: AudioContext) {}

  /**
   * Lays down what sounds soon.
   * @param time seconds of the movement's own time now
   * @param rate how fast it is played
   */
  lay(plan: Plan, time: number, rate: number): void {
    const from = this.until === null || this.until < time - 0.5 || this.until > time + AHEAD * rate + 0.5 ? time : this.until;
    const to = time + AHEAD * rate;
    if (to <= from) return;
    const loops = [Math.floor(from / plan.period), Math.floor(to / plan.period)];
    for (const contact of plan.contacts) {
      const at = contact.t - plan.start;
      if (at < 0 || at >= plan.period) continue;
      for (const loop of new Set(loops)) {
        const own = at + loop * plan.period;
        if (own >= from && own < to) this.tone(contact.who, this.audio.currentTime + Math.max(0, (own - time) / rate));
      }
    }
    this.until = to;
  }

  forget(): void {
    this.until = null;
  }

  private tone(who: Contact['who'], at: number): void {
    const [tone, loudness] = [this.audio.createOscillator(), this.audio.createGain()];
    tone.type = 'triangle';
    tone.frequency.value = who === 'left' || who === 'right' ? HERTZ[who] : HERTZ.other;
    loudness.gain.setValueAtTime(0.0001, at);
    loudness.gain.exponentialRampToValueAtTime(LOUD, at + RISE);
    loudness.gain.exponentialRampToValueAtTime(0.0001, at + FALL);
    tone.connect(loudness).connect(this.audio.destination);
    tone.start(at);
    tone.stop(at + FALL + 0.01);
  }

  close(): void {
    void this.audio.close();
  }
}
