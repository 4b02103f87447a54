import { rm } from 'node:fs/promises';
import { join } from 'node:path';
import { FileStore } from '@tus/file-store';
import { Server } from '@tus/server';
import { CLIP_BYTES_MAX } from '../../contract/go.ts';
import { actorFrom } from '../auth/actor.ts';
import type { Context } from '../house.ts';
import { allow } from '../policy.ts';
import { isNoRoom, noRoom, PROBLEMS, Problem } from '../problems.ts';
import { isFull } from '../room.ts';
import { clipById } from './clips.ts';
import { mayFilm } from './consent.ts';
import { checkBegun, checkQuota } from './quota.ts';
import { settleClip } from './settle.ts';

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

/**
 * The resumable uploads (tus 1.0) of clips. Each belongs to an announced clip of the signed-in player;
 * a cut connection goes on at the byte where it stopped, also after the tab was closed.
 */
export function createUploads(context: Context): Server {
  const store = new FileStore({ directory: context.config.uploadDir });
  const checkClip = async (headers: Headers, clipId: string | null | undefined) => {
    const actor = await actorFrom(context, headers);
    allow(context.db, actor, 'upload a clip', { clip: clipId ?? 'none' });
    const clip = clipById(context.db, clipId ?? 'none');
    if (clip.state === 'deleted' || clip.state === 'refused') throw new Problem('clip refused', clip.refusal ?? 'This clip was deleted.');
    if (!mayFilm(context.db, clip.playerId))
      throw new Problem('no consent', 'Clips are off. A guardian can switch them on for your family.');
  };
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
        // A new upload names its clip in the metadata, which onUploadCreate checks.
        if (req.method === 'POST' || req.method === 'OPTIONS') return;
        if (req.method === 'GET') throw new Problem('not found', 'Clips are watched through their own address.');
        const upload = await store.getUpload(uploadId).catch(() => null);
        await checkClip(req.headers, upload?.metadata?.clip);
      }),
    onUploadCreate: (req, upload) =>
      orReply(async () => {
        await checkClip(req.headers, upload.metadata?.clip);
        const { playerId, squadId } = clipById(context.db, upload.metadata?.clip ?? 'none');
        checkBegun(context, playerId);
        checkQuota(context, playerId, squadId, upload.size ?? CLIP_BYTES_MAX);
        return { metadata: { clip: upload.metadata?.clip ?? null } };
      }),
    onUploadFinish: (_req, upload) =>
      orReply(async () => {
        try {
          await settleClip(context, upload.metadata?.clip ?? 'none', join(context.config.uploadDir, upload.id));
        } finally {
          // Taken or refused, the note that the store keeps beside the file goes too.
          await store.remove(upload.id).catch(() => undefined);
          await rm(join(context.config.uploadDir, `${upload.id}.json`), { force: true });
        }
        return {};
      }),
  });
}
