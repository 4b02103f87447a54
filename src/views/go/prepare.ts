import type { PrepareReply } from '../../workers/prepare-clip.ts';
import { ServerProblem } from '../client.ts';

/**
 * Makes a clip ready to send, in a worker: small, searchable, without a word of place or device.
 * @throws ServerProblem-like refusal with a sentence when this browser cannot read the file.
 */
export function prepareClip(file: Blob, progress: (share: number) => void): Promise<Blob> {
  return new Promise((resolve, reject) => {
    const worker = new Worker(new URL('../../workers/prepare-clip.ts', import.meta.url), { type: 'module' });
    const end = (after: () => void) => {
      worker.terminate();
      after();
    };
    worker.onmessage = ({ data }: MessageEvent<PrepareReply>) => {
      if (data.type === 'progress') progress(data.share);
      else if (data.type === 'done') end(() => resolve(data.file));
      else end(() => reject(new ServerProblem('clip refused', 422, data.sentence, [])));
    };
    worker.onerror = () =>
      end(() => reject(new ServerProblem('clip refused', 422, 'This clip could not be made ready on this phone. Try a shorter one.', [])));
    worker.postMessage(file);
  });
}
