import { tellSession } from '../../client/media.ts';
import { localVoice, sayAloud, unlockVoice } from '../../client/read-aloud.ts';
import { t } from '../../core/text/translate.ts';
import { AudioAnchor, type Down, inTheAir, type LaidCue, type MotifName, relay, type ToneName } from '../../core/training/index.ts';

interface Note {
  pitch: number;
  seconds: number;
  /** −1 left ear … 1 right ear. */
  pan?: number;
  /** Of the usual loudness, 0 to 1. */
  share?: number;
}

const TONES: Record<ToneName, Note> = {
  count: { pitch: 440, seconds: 0.09 },
  go: { pitch: 880, seconds: 0.35 },
  tick: { pitch: 590, seconds: 0.08 },
  change: { pitch: 700, seconds: 0.25 },
  stop: { pitch: 330, seconds: 0.6 },
  beat: { pitch: 262, seconds: 0.06, share: 0.5 },
};

const LEFT: Note = { pitch: 392, seconds: 0.16, pan: -0.8 };
const RIGHT: Note = { pitch: 587, seconds: 0.16, pan: 0.8 };

/** Two to four notes for each thing that is said, where the device has no voice: left is low and on the left, right high and on the right. */
const MOTIFS: Record<MotifName, readonly Note[]> = {
  left: [LEFT, LEFT],
  right: [RIGHT, RIGHT],
  both: [LEFT, RIGHT],
  'set-up': [
    { pitch: 523, seconds: 0.14 },
    { pitch: 659, seconds: 0.14 },
  ],
  'half-time': [{ pitch: 784, seconds: 0.1 }],
  rest: [
    { pitch: 494, seconds: 0.16 },
    { pitch: 370, seconds: 0.24 },
  ],
  'turn-round': [
    { pitch: 494, seconds: 0.1 },
    { pitch: 622, seconds: 0.1 },
    { pitch: 494, seconds: 0.1 },
  ],
  drink: [
    { pitch: 622, seconds: 0.16 },
    { pitch: 494, seconds: 0.16 },
    { pitch: 370, seconds: 0.24 },
  ],
  // What is called during the work stands on the screen instead.
  call: [],
  score: [
    { pitch: 494, seconds: 0.14 },
    { pitch: 740, seconds: 0.3 },
  ],
};
const NOTE_GAP = 0.05;

/** Cues heard a little late (a tab that slept) are worse than none. */
export const LATE_MS = 150;
const READ_EVERY_MS = 100;

type Laid = Down & { silence(): void };

/**
 * The clock's voice. Tones are laid down ahead on the sound card's clock, so that nothing the page does makes them late;
 * words are spoken when their moment comes, or stand as notes where the device has no voice. Must be opened by a tap, as browsers ask.
 */
export class Voice {
  private audio: AudioContext | null = null;
  private readonly anchor = new AudioAnchor();
  private reading: ReturnType<typeof setInterval> | null = null;
  private laid: Laid[] = [];
  private voice: SpeechSynthesisVoice | null = null;
  /** Until when something is being said or tried out, in ms on the page's clock. */
  private saysUntil = 0;
  /** What the log's clock is ahead of the page's, in ms. */
  aheadMs = 0;

  open(): void {
    if (!this.audio) {
      tellSession();
      this.audio = new AudioContext({ latencyHint: 'interactive' });
      // A call, or another app that plays, takes the sound away: it is asked for again as soon as it may be had.
      this.audio.addEventListener('statechange', this.again);
      document.addEventListener('visibilitychange', this.again);
      this.reading = setInterval(() => this.read(), READ_EVERY_MS);
      this.findVoice();
      if ('speechSynthesis' in window) {
        window.speechSynthesis.addEventListener?.('voiceschanged', () => this.findVoice());
        unlockVoice();
      }
    }
    void this.audio.resume();
    this.read();
  }

  private readonly again = (): void => {
    const { audio } = this;
    if (audio && !document.hidden && audio.state !== 'running' && audio.state !== 'closed') void audio.resume().catch(() => {});
  };

  close(): void {
    this.lay([]);
    document.removeEventListener('visibilitychange', this.again);
    this.audio?.removeEventListener('statechange', this.again);
    if (this.reading) clearInterval(this.reading);
    this.reading = null;
    void this.audio?.close();
    this.audio = null;
  }

  /** Whether words are spoken; otherwise notes stand for them. */
  get speaks(): boolean {
    return this.voice !== null;
  }

  /** A voice that lives on the device speaks the page’s language; one that needs the net is no use in a yard. */
  private findVoice(): void {
    this.voice = localVoice();
  }

  /** Whether one of our own sounds is in the air. */
  get sounding(): boolean {
    return performance.now() < this.saysUntil || inTheAir(this.laid, this.now());
  }

  /** Now on the log's clock. */
  private now(): number {
    return performance.timeOrigin + performance.now() + this.aheadMs;
  }

  private read(): void {
    if (this.audio?.state !== 'running') return;
    const { contextTime, performanceTime } = this.audio.getOutputTimestamp();
    if (contextTime && performanceTime) this.anchor.read({ pageMs: performanceTime, audioSeconds: contextTime });
    else this.anchor.read({ pageMs: performance.now(), audioSeconds: this.audio.currentTime });
  }

  /** The sound card's time of a moment of the run log; null while there is no sound card. */
  private audioAt(at: number): number | null {
    if (!this.audio) return null;
    if (!this.anchor.ready) return this.audio.currentTime + Math.max(0, at - this.now()) / 1000;
    return this.anchor.audioAt(at - this.aheadMs - performance.timeOrigin);
  }

  /** Makes what is laid down be exactly these cues: others that have not begun are taken back, drifted ones are moved. */
  lay(cues: readonly LaidCue[]): void {
    const now = this.now();
    const { taken, stays, put } = relay(this.laid, cues, (at) => this.audioAt(at), now);
    for (const one of taken) one.silence();
    this.laid = [...stays, ...put.map((cue) => this.put(cue, now))];
  }

  private put(cue: LaidCue, now: number): Laid {
    const audioAt = this.audioAt(cue.at);
    const { id, at } = cue;
    if ('tone' in cue) return { id, at, audioAt, silence: this.notes([TONES[cue.tone]], audioAt) };
    if (!this.speaks) return { id, at, audioAt, silence: this.notes(MOTIFS[cue.motif], audioAt) };
    const timer = setTimeout(() => this.say(cue.say), Math.max(0, cue.at - now));
    return {
      id,
      at,
      audioAt: null,
      silence: () => {
        clearTimeout(timer);
        window.speechSynthesis.cancel();
      },
    };
  }

  /** Says something now, or sounds the notes that stand for it. */
  tell(words: string, motif: MotifName): void {
    if (this.speaks) this.say(words);
    else if (this.audio) this.notes(MOTIFS[motif], this.audio.currentTime + 0.02);
  }

  /** Reads a sentence out where the device has a voice; it stands on the screen too. */
  readOut(words: string): void {
    if (this.speaks) this.say(words);
  }

  /** Ends what is being read. */
  hush(): void {
    if (this.speaks) window.speechSynthesis.cancel();
  }

  /** Sounds a tone now. */
  sound(tone: ToneName): void {
    if (this.audio) this.notes([TONES[tone]], this.audio.currentTime + 0.02);
  }

  /** A short try of everything that will be heard. */
  check(): void {
    this.open();
    if (!this.audio) return;
    const now = this.audio.currentTime + 0.05;
    this.saysUntil = performance.now() + 3500;
    this.notes([TONES.count], now);
    this.notes([TONES.count], now + 0.5);
    this.notes([TONES.go], now + 1);
    setTimeout(() => this.tell(t('Right foot. I am loud enough if you hear this from the grass.'), 'right'), 1600);
  }

  private say(words: string): void {
    this.saysUntil = performance.now() + 6000;
    sayAloud(words, this.voice, () => {
      this.saysUntil = performance.now() + 300;
    });
  }

  /** Lays notes one after the other from a time of the sound card on; returns what takes them back. */
  private notes(notes: readonly Note[], from: number | null): () => void {
    const { audio } = this;
    if (!audio || from === null) return () => {};
    const nodes: OscillatorNode[] = [];
    let at = Math.max(from, audio.currentTime);
    for (const { pitch, seconds, pan = 0, share = 1 } of notes) {
      const node = audio.createOscillator();
      const volume = audio.createGain();
      const side = audio.createStereoPanner();
      node.frequency.value = pitch;
      side.pan.value = pan;
      volume.gain.setValueAtTime(0, at);
      volume.gain.linearRampToValueAtTime(0.5 * share, at + 0.005);
      volume.gain.exponentialRampToValueAtTime(0.001, at + seconds);
      node.connect(volume).connect(side).connect(audio.destination);
      node.start(at);
      node.stop(at + seconds);
      nodes.push(node);
      at += seconds + NOTE_GAP;
    }
    return () => {
      for (const node of nodes) {
        node.stop();
        node.disconnect();
      }
    };
  }
}
