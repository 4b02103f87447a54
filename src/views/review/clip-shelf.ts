import type { Span } from '../../core/clips/signals.ts';
import type { HeardDrill, NoSuggestion, Suggestion } from '../../core/rep-counter/index.ts';
import { t } from '../../core/text/translate.ts';
import type { LookAsk, LookReply } from '../../workers/look-at-clip.ts';

/** A small picture out of a clip. */
export interface Glimpse {
  at: number;
  url: string;
}

/** A clip that was fetched: it plays from memory, and what was found in it is added as it is found. */
export interface ShelvedClip {
  id: string;
  url: string;
  file: Blob;
  /** When each picture is shown; null until it is known. */
  frames: number[] | null;
  glimpses: Glimpse[];
  /** A player with the first picture of the work decoded, so that it is shown at once. */
  video: HTMLVideoElement;
}

const KEPT = 6;
const GLIMPSES = 24;

const inWorker = (ask: LookAsk, hear: (reply: LookReply, worker: Worker) => void): Worker => {
  const worker = new Worker(new URL('../../workers/look-at-clip.ts', import.meta.url), { type: 'module' });
  worker.onmessage = ({ data }: MessageEvent<LookReply>) => hear(data, worker);
  worker.onerror = () => hear({ type: 'failed' }, worker);
  worker.postMessage(ask);
  return worker;
};

/** A player that stands at some second of a clip, or will as soon as it can. */
export function playerOf(url: string, at: number): HTMLVideoElement {
  const video = document.createElement('video');
  video.preload = 'auto';
  video.playsInline = true;
  video.src = `${url}#t=${at}`;
  return video;
}

/** Clips at hand, so that the next one is there at once: the newest few, fetched whole, looked through in a worker. */
export class ClipShelf {
  private readonly clips = new Map<string, ShelvedClip>();
  private readonly coming = new Map<string, Promise<ShelvedClip | null>>();
  private readonly listeners = new Set<() => void>();

  /** Tells when something was added; for `useSyncExternalStore`. */
  subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  get(id: string | undefined): ShelvedClip | null {
    return (id !== undefined && this.clips.get(id)) || null;
  }

  /**
   * Fetches a clip unless it is here or on its way. Null when it cannot be had.
   * @param workAt seconds into the clip at which its player is made to stand
   */
  fetch(id: string, workAt: number): Promise<ShelvedClip | null> {
    const here = this.clips.get(id);
    if (here) return Promise.resolve(here);
    const coming = this.coming.get(id) ?? this.load(id, workAt).finally(() => this.coming.delete(id));
    this.coming.set(id, coming);
    return coming;
  }

  private async load(id: string, workAt: number): Promise<ShelvedClip | null> {
    const response = await fetch(`/api/v1/clips/${id}/file`).catch(() => null);
    if (!response?.ok) return null;
    const file = await response.blob();
    const url = URL.createObjectURL(file);
    const clip: ShelvedClip = { id, url, file, frames: null, glimpses: [], video: playerOf(url, workAt) };
    this.clips.set(id, clip);
    for (const [old, { url: gone, glimpses, video }] of [...this.clips].slice(0, Math.max(0, this.clips.size - KEPT))) {
      if (video.isConnected) continue;
      this.clips.delete(old);
      video.removeAttribute('src');
      video.load();
      for (const one of [gone, ...glimpses.map((glimpse) => glimpse.url)]) URL.revokeObjectURL(one);
    }
    this.look(clip);
    this.tell();
    return clip;
  }

  private look(clip: ShelvedClip): void {
    const put = (change: Partial<ShelvedClip>) => {
      const now = this.clips.get(clip.id);
      if (!now) return;
      this.clips.set(clip.id, { ...now, ...change });
      this.tell();
    };
    inWorker({ type: 'look', file: clip.file, pictures: GLIMPSES }, (reply, worker) => {
      if (reply.type === 'frames') put({ frames: reply.times });
      else if (reply.type === 'picture') {
        const glimpse = { at: reply.at, url: URL.createObjectURL(reply.file) };
        put({ glimpses: [...(this.get(clip.id)?.glimpses ?? []), glimpse] });
      } else worker.terminate();
    });
  }

  private tell(): void {
    for (const listener of this.listeners) listener();
  }
}

/** What a suggestion came to: a count, or why there is none. */
export type Suggested = { kind: 'count'; suggestion: Suggestion } | { kind: 'none'; why: NoSuggestion | 'not readable' };

/** Asks a worker for a suggested count of the work in a clip. */
export function suggestFor(
  file: Blob,
  work: readonly Span[],
  drill: HeardDrill | null,
  progress: (share: number) => void,
): { result: Promise<Suggested>; cancel(): void } {
  let cancel = () => {};
  const result = new Promise<Suggested>((resolve, reject) => {
    const worker = inWorker({ type: 'suggest', file, work, drill }, (reply, mine) => {
      if (reply.type === 'progress') return progress(reply.share);
      mine.terminate();
      if (reply.type !== 'suggestion') resolve({ kind: 'none', why: 'not readable' });
      else if (typeof reply.suggestion === 'string') resolve({ kind: 'none', why: reply.suggestion });
      else resolve({ kind: 'count', suggestion: reply.suggestion });
    });
    cancel = () => {
      worker.terminate();
      reject(new DOMException(t('Broken off.'), 'AbortError'));
    };
  });
  return { result, cancel: () => cancel() };
}
