import { NoAnswer, ServerProblem } from '../client.ts';
import { brokenOff } from './prepare.ts';
import type { Outgoing } from './store.ts';

type Clip = Extract<Outgoing, { kind: 'clip' }>;

interface Hooks {
  progress(share: number): void;
  keepUrl(url: string): Promise<void>;
}

const CHUNK_BYTES = 256 * 1024;

/** Sends a clip's file resumably. The upload's address is kept with the clip, so that a closed tab goes on where it stopped. */
export function uploadClip(clip: Clip, hooks: Hooks): { done: Promise<void>; cancel(): void } {
  let breakOff = () => {};
  const done = import('tus-js-client').then(
    ({ Upload, DetailedError }) =>
      new Promise<void>((resolve, reject) => {
        const upload = new Upload(clip.file, {
          endpoint: '/api/uploads',
          uploadUrl: clip.uploadUrl,
          metadata: { clip: clip.id },
          chunkSize: CHUNK_BYTES,
          retryDelays: [],
          storeFingerprintForResuming: false,
          onUploadUrlAvailable: () => {
            if (upload.url) void hooks.keepUrl(upload.url);
          },
          onProgress: (sent, total) => hooks.progress(total > 0 ? sent / total : 0),
          onSuccess: () => resolve(),
          onError: (error) => {
            const answer = error instanceof DetailedError ? error.originalResponse : null;
            if (!answer || answer.getStatus() === 0) reject(new NoAnswer());
            else
              reject(
                new ServerProblem('clip refused', answer.getStatus(), answer.getBody().trim() || 'The clip was not taken. Try again.', []),
              );
          },
        });
        breakOff = () => {
          void upload.abort();
          reject(brokenOff());
        };
        upload.start();
      }),
  );
  return { done, cancel: () => breakOff() };
}
