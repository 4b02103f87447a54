import { t } from '../../core/text/translate.ts';
import type { VoiceAsk, VoiceReply } from '../../workers/prepare-voice.ts';

/** Makes a spoken line ready in a worker: Opus in WebM where the browser makes it, of known length, without a word of place or device. */
export function prepareVoice(file: Blob, most: number): Promise<Blob> {
  const worker = new Worker(new URL('../../workers/prepare-voice.ts', import.meta.url), { type: 'module' });
  return new Promise<Blob>((resolve, reject) => {
    const failed = () => reject(new Error(t('This browser could not make the recording ready. Write the line.')));
    worker.onmessage = ({ data }: MessageEvent<VoiceReply>) => (data.file ? resolve(data.file) : failed());
    worker.onerror = failed;
    worker.postMessage({ file, most } satisfies VoiceAsk);
  }).finally(() => worker.terminate());
}
