import type { Cue, ToneName } from '../../core/runsheet/index.ts';

const TONES: Record<ToneName, { pitch: number; seconds: number }> = {
  count: { pitch: 440, seconds: 0.09 },
  go: { pitch: 880, seconds: 0.35 },
  tick: { pitch: 590, seconds: 0.08 },
  change: { pitch: 700, seconds: 0.25 },
  stop: { pitch: 330, seconds: 0.6 },
};

/** Cues heard a little late (a tab that slept) are worse than none. */
const LATE_MS = 150;

/**
 * The clock's voice: tones are laid down ahead on the audio clock, words are spoken when their time comes.
 * Must be opened by a tap, as browsers ask.
 */
export class Voice {
  private audio: AudioContext | null = null;
  private playing: OscillatorNode[] = [];
  private timers: ReturnType<typeof setTimeout>[] = [];
  private canSpeak = typeof window !== 'undefined' && 'speechSynthesis' in window;

  open(): void {
    this.audio ??= new AudioContext();
    void this.audio.resume();
  }

  /** Lays down the cues of an interval that has already run for `ranMs`. */
  schedule(cues: readonly Cue[], ranMs: number): void {
    this.hush();
    for (const cue of cues) {
      const inMs = cue.atMs - ranMs;
      if (inMs < -LATE_MS) continue;
      if ('tone' in cue) this.tone(cue.tone, Math.max(0, inMs));
      else this.timers.push(setTimeout(() => this.say(cue.say), Math.max(0, inMs)));
    }
  }

  /** Takes back everything that has not sounded yet. */
  hush(): void {
    for (const node of this.playing) node.stop();
    for (const timer of this.timers) clearTimeout(timer);
    this.playing = [];
    this.timers = [];
  }

  say(words: string): void {
    if (!this.canSpeak) return;
    window.speechSynthesis.cancel();
    const spoken = new SpeechSynthesisUtterance(words);
    spoken.lang = 'en-US';
    window.speechSynthesis.speak(spoken);
  }

  private tone(name: ToneName, inMs: number): void {
    if (!this.audio) return;
    const { pitch, seconds } = TONES[name];
    const at = this.audio.currentTime + inMs / 1000;
    const node = this.audio.createOscillator();
    const volume = this.audio.createGain();
    node.frequency.value = pitch;
    volume.gain.setValueAtTime(0, at);
    volume.gain.linearRampToValueAtTime(0.5, at + 0.01);
    volume.gain.exponentialRampToValueAtTime(0.001, at + seconds);
    node.connect(volume).connect(this.audio.destination);
    node.start(at);
    node.stop(at + seconds);
    this.playing.push(node);
  }
}
