import { type Board, type TogetherScene, togetherApi } from '../contract/together.ts';
import {
  estimateOffset,
  type OffsetEstimate,
  offsetAt,
  slewed,
  type TimeSample,
  waitBeforeQuestion,
  withSample,
} from '../core/together/clock-sync.ts';
import type { Command } from '../core/together/squad-clock.ts';
import { call } from './client.ts';
import { deviceNow } from './now.ts';

/** How things stand on an evening, as this device heard of it. */
export interface Heard {
  commands: readonly Command[];
  /** What a player sees of the others; null until it is told, and for coaches. */
  scene: TogetherScene | null;
  /** What a coach sees; null until it is told, and for players. */
  board: Board | null;
  /** Whether the line holds just now. */
  isOnLine: boolean;
}

/** A line that was closed for good is opened again after this time. */
const AGAIN_MS = 3000;

/**
 * The line of a device to a live evening: what the coach says, how things stand, and the server's clock. It comes back by itself, with the last that
 * was heard; what was heard stays while it is gone.
 */
export class SquadLine {
  private heard: Heard;
  private readonly listeners = new Set<() => void>();
  private source: EventSource | null = null;
  private samples: TimeSample[] = [];
  private known: OffsetEstimate | null = null;
  private used: { offset: number; at: number } | null = null;
  private asked = 0;
  private asking: ReturnType<typeof setTimeout> | null = null;
  private again: ReturnType<typeof setTimeout> | null = null;
  private readonly evening: string;

  constructor(evening: string, first: Omit<Heard, 'isOnLine'>) {
    this.evening = evening;
    this.heard = { ...first, isOnLine: false };
  }

  /** Opens it; returns the way to close it. */
  open(): () => void {
    this.listen();
    void this.ask();
    const back = () => {
      if (document.hidden) return;
      if (this.source?.readyState !== EventSource.OPEN) this.listen();
      void this.ask();
    };
    document.addEventListener('visibilitychange', back);
    window.addEventListener('online', back);
    return () => {
      document.removeEventListener('visibilitychange', back);
      window.removeEventListener('online', back);
      if (this.asking) clearTimeout(this.asking);
      if (this.again) clearTimeout(this.again);
      this.source?.close();
      this.source = null;
    };
  }

  readonly now = (): Heard => this.heard;

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => void this.listeners.delete(listener);
  };

  /** The server's clock in epoch ms, put right without a jump that could be heard; null until it was asked once. */
  serverNow(): number | null {
    if (this.known === null) return null;
    const now = deviceNow();
    const known = offsetAt(this.known, now);
    const offset = this.used === null ? known : slewed(this.used.offset, known, now - this.used.at);
    this.used = { offset, at: now };
    return now + offset;
  }

  /** Takes in what this device has just said itself, without waiting for the line. */
  take(one: Command): void {
    if (this.heard.commands.some((had) => had.seq === one.seq)) return;
    this.tell({ commands: [...this.heard.commands, one] });
  }

  private tell(change: Partial<Heard>): void {
    this.heard = { ...this.heard, ...change };
    for (const listener of this.listeners) listener();
  }

  private listen(): void {
    this.source?.close();
    if (this.again) clearTimeout(this.again);
    const last = Math.max(0, ...this.heard.commands.map((one) => one.seq));
    const source = new EventSource(`/api/v1/together/${this.evening}/events?after=${last}`);
    this.source = source;
    const on = (name: string, take: (data: never) => void) =>
      source.addEventListener(name, (event) => take(JSON.parse((event as MessageEvent<string>).data) as never));
    on('command', (one: Command) => this.take(one));
    on('scene', (scene: TogetherScene) => this.tell({ scene }));
    on('board', (board: Board) => this.tell({ board }));
    source.addEventListener('open', () => this.tell({ isOnLine: true }));
    source.addEventListener('error', () => {
      this.tell({ isOnLine: false });
      // The browser comes back by itself, save where it was told something else than events.
      if (source.readyState === EventSource.CLOSED && this.source === source) this.again = setTimeout(() => this.listen(), AGAIN_MS);
    });
  }

  private async ask(): Promise<void> {
    if (this.asking) clearTimeout(this.asking);
    const sentAt = deviceNow();
    try {
      const { now } = await call(togetherApi.time, {});
      this.samples = withSample(this.samples, { sentAt, serverAt: now, receivedAt: deviceNow() });
      this.known = estimateOffset(this.samples);
    } catch {
      // Asked again in its turn: a clock that runs needs no answer now.
    }
    // Another question may have been asked meanwhile: one row of them is enough.
    if (this.asking) clearTimeout(this.asking);
    if (this.source) this.asking = setTimeout(() => void this.ask(), waitBeforeQuestion(this.asked++));
  }
}
