import { t } from '../core/text/translate.ts';
import { NoAnswer, ServerProblem } from './client.ts';
import { brokenOff } from './prepare.ts';

/** A file to send resumably. */
export interface Sending {
  file: Blob;
  /** Where an earlier try stopped; null for a first one. */
  uploadUrl: string | null;
  /** What it is for: the announced clip of a player, or film of a coach. */
  notes: { clip: string } | { film: string };
  /** Which player of those on this device it is of; left out for a film. */
  player?: string;
}

interface Hooks {
  progress(share: number): void;
  keepUrl(url: string): Promise<void>;
}

const CHUNK_BYTES = 256 * 1024;

/** Sends a file resumably. The upload's address is kept beside it, so that a closed tab goes on where it stopped. */
export function uploadFile({ file, uploadUrl, notes, player }: Sending, hooks: Hooks): { done: Promise<void>; cancel(): void } {
  let breakOff = () => {};
  const done = import('tus-js-client').then(
    ({ Upload, DetailedError }) =>
      new Promise<void>((resolve, reject) => {
        const upload = new Upload(file, {
          endpoint: '/api/uploads',
          uploadUrl,
          metadata: { ...notes },
          headers: player ? { 'x-player': player } : {},
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
                new ServerProblem(
                  'clip refused',
                  answer.getStatus(),
                  answer.getBody().trim() || t('The clip was not taken. Try again.'),
                  [],
                ),
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
