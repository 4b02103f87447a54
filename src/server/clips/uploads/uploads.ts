import { rm } from 'node:fs/promises';
import { join } from 'node:path';
import { FileStore } from '@tus/file-store';
import { Server } from '@tus/server';
import { FILM_BYTES_MAX } from '../../../contract/clips.ts';
import { CLIP_BYTES_MAX } from '../../../contract/training.ts';
import { t } from '../../../core/text/translate.ts';
import { actorFrom } from '../../accounts/actor.ts';
import { mayFilm } from '../../consent/consent.ts';
import type { Context } from '../../context.ts';
import { isFull } from '../../platform/disk-space.ts';
import { isNoRoom, noRoom, PROBLEMS, Problem } from '../../platform/problems.ts';
import { allow } from '../../policy.ts';
import { clipById, clipsAreOff } from '../clips.ts';
import { filmToSend } from '../films/films.ts';
import { checkBegun, checkQuota, checkRoom } from '../quota.ts';
import { acceptUpload, uploadedFor } from './settle.ts';

export const UPLOAD_PATH = '/api/uploads';

/** An error in the shape that the upload protocol's server throws on. */
const asReply = (problem: Problem) => ({ status_code: PROBLEMS[problem.kind], body: `${problem.message}\n` });

async function orReply<T>(work: () => Promise<T> | T): Promise<T> {
  try {
    return await work();
  } catch (error) {
    throw error instanceof Problem ? asReply(error) : error;
  }
}

type Notes = Record<string, string | null> | undefined;

/**
 * Whether somebody may send the file that an upload is for, now.
 * @param begins its size in bytes where the upload begins, which needs room; null where it goes on
 */
async function checkUpload(context: Context, headers: Headers, notes: Notes, begins: number | null): Promise<void> {
  const { db } = context;
  const actor = await actorFrom(context, headers);
  const { what, id } = uploadedFor(notes);
  if (what === 'film') {
    const film = filmToSend(context, actor, { film: id });
    if (begins === null) return;
    if (begins > FILM_BYTES_MAX)
      throw new Problem('clip refused', t('This film is too large. Send it through the app, which makes it small.'));
    checkRoom(context, film.squadId, begins);
    return;
  }
  allow(db, actor, 'upload a clip', { clip: id });
  const clip = clipById(db, id);
  if (clip.state === 'deleted' || clip.state === 'refused') throw new Problem('clip refused', clip.refusal ?? t('This clip was deleted.'));
  if (!mayFilm(db, clip.playerId)) throw clipsAreOff();
  if (begins === null) return;
  checkBegun(context, clip.playerId);
  checkQuota(context, clip.playerId, clip.squadId, begins);
}

/**
 * The resumable uploads (tus 1.0) of clips and films. Each belongs to an announced one of whoever is signed in; a cut connection goes on at
 * the byte where it stopped, also after the tab was closed.
 */
export function createUploads(context: Context): Server {
  const store = new FileStore({ directory: context.config.uploadDir });
  return new Server({
    path: UPLOAD_PATH,
    datastore: store,
    relativeLocation: true,
    respectForwardedHeaders: false,
    disableTerminationForFinishedUploads: true,
    maxSize: CLIP_BYTES_MAX,
    // The store says only that it could not write; the disk says why. What has come so far stays, and goes on from there.
    onResponseError: (_req, error) => (isNoRoom(error) || isFull(context.config.uploadDir) ? asReply(noRoom()) : undefined),
    onIncomingRequest: (req, uploadId) =>
      orReply(async () => {
        // A new upload says in its notes what it is for, which onUploadCreate checks.
        if (req.method === 'POST' || req.method === 'OPTIONS') return;
        if (req.method === 'GET') throw new Problem('not found', t('Clips are watched through their own address.'));
        const upload = await store.getUpload(uploadId).catch(() => null);
        await checkUpload(context, req.headers, upload?.metadata, null);
      }),
    onUploadCreate: (req, upload) =>
      orReply(async () => {
        await checkUpload(context, req.headers, upload.metadata, upload.size ?? CLIP_BYTES_MAX);
        const { what, id } = uploadedFor(upload.metadata);
        return { metadata: { [what]: id } };
      }),
    onUploadFinish: (_req, upload) =>
      orReply(async () => {
        try {
          const { what, id } = uploadedFor(upload.metadata);
          await acceptUpload(context, what, id, join(context.config.uploadDir, upload.id));
        } finally {
          // Taken or refused, the note that the store keeps beside the file goes too.
          await store.remove(upload.id).catch(() => undefined);
          await rm(join(context.config.uploadDir, `${upload.id}.json`), { force: true });
        }
        return {};
      }),
  });
}
