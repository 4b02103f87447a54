import { t } from '../core/text/translate.ts';
import type { PrepareAsk, PrepareReply } from '../workers/prepare-clip.ts';
import { ServerProblem } from './client.ts';

/** Work that can be broken off; the promise is then rejected with an AbortError. */
export interface Making {
  file: Promise<Blob>;
  cancel(): void;
}

export const brokenOff = () => new DOMException(t('Broken off.'), 'AbortError');
const WHY: Record<Extract<PrepareReply, { type: 'refused' }>['why'], string> = {
  get 'not read'() {
    return t('This file is not a video this phone can read. Film with the app, or pick an MP4 or WebM file.');
  },
  get 'not cut'() {
    return t('This phone cannot cut the beginning off this clip. Send it whole, or film with the app.');
  },
};
const refused = (sentence: string) => new ServerProblem('clip refused', 422, sentence, []);

/**
 * Makes a clip ready to send, in a worker: small, searchable, cut, without a word of place or device.
 * Is rejected with a ServerProblem whose sentence says why, when this browser cannot do it.
 */
export function prepareClip(file: Blob, how: Omit<PrepareAsk, 'file'>, progress: (share: number) => void): Making {
  const worker = new Worker(new URL('../workers/prepare-clip.ts', import.meta.url), { type: 'module' });
  let breakOff = () => {};
  const made = new Promise<Blob>((resolve, reject) => {
    breakOff = () => reject(brokenOff());
    worker.onmessage = ({ data }: MessageEvent<PrepareReply>) => {
      if (data.type === 'progress') progress(data.share);
      else if (data.type === 'done') resolve(data.file);
      else reject(refused(WHY[data.why]));
    };
    worker.onerror = () => reject(refused(t('This clip could not be made ready on this phone. Try a shorter one.')));
    worker.postMessage({ file, ...how } satisfies PrepareAsk);
  });
  return { file: made.finally(() => worker.terminate()), cancel: () => breakOff() };
}
