import { renameSync } from 'node:fs';
import { readdir, readFile, rm, stat } from 'node:fs/promises';
import { join } from 'node:path';
import { eq } from 'drizzle-orm';
import { clips } from '../db/schema.ts';
import { whileBusy } from '../db/while-busy.ts';
import type { Context } from '../house.ts';
import { syncPath } from '../keeping/files.ts';
import { Problem } from '../problems.ts';
import { clipById, keepClip, refuseClip } from './clips.ts';
import { mayFilm } from './consent.ts';
import { inspectBeside } from './inspect.ts';

/**
 * Moves a whole uploaded file to the clips, once its container was read; what is not a clip is thrown away with its reason. Reading takes
 * time: the clip and the guardian's yes are looked at again after it, and from there to the row nothing is waited for. So of two films for
 * one clip, of a film and rubbish, of a film and a no or a deletion, one outcome stands, on the disk as in the database.
 */
export async function settleClip(context: Context, clipId: string, from: string): Promise<void> {
  const { db, config } = context;
  try {
    if (clipById(db, clipId).state !== 'expected') return;
    const found = await inspectBeside(context.heavy, from);
    const { size } = await stat(from);
    syncPath(from);
    await whileBusy(() =>
      db.transaction(() => {
        const clip = clipById(db, clipId);
        if (clip.state !== 'expected') return;
        if (!mayFilm(db, clip.playerId)) throw new Problem('no consent', 'Clips are off. A guardian can switch them on for your family.');
        const name = `${clipId}.${found.extension}`;
        keepClip(context, clipId, { name, mediaType: found.mediaType, bytes: size, seconds: found.seconds });
        // Last: a row without its file would be worse than a file without its row, which the next start finishes.
        renameSync(from, join(config.clipDir, name));
      }),
    );
  } catch (error) {
    if (!(error instanceof Problem)) throw error;
    refuseClip(context, clipId, error.message);
    throw error;
  } finally {
    await rm(from, { force: true });
  }
}

/** What the upload protocol's store keeps beside an unfinished file. */
interface UploadNote {
  size?: number;
  metadata?: { clip?: string | null };
}

async function noteOf(file: string): Promise<UploadNote | null> {
  try {
    return JSON.parse(await readFile(file, 'utf8')) as UploadNote;
  } catch {
    return null;
  }
}

const sizeOf = (file: string): Promise<number | null> =>
  stat(file).then(
    (found) => found.size,
    () => null,
  );

/**
 * Finishes at the start what a crash left between two steps: uploads whose last byte had come, and clips that were moved to their place
 * before it was written down. Unfinished uploads stay and go on where they stopped.
 */
export async function finishUploads(context: Context): Promise<void> {
  const { clipDir, uploadDir } = context.config;
  for (const name of (await readdir(uploadDir)).filter((one) => one.endsWith('.json'))) {
    const file = join(uploadDir, name.slice(0, -'.json'.length));
    const note = await noteOf(join(uploadDir, name));
    if (note?.size === undefined || (await sizeOf(file)) !== note.size) continue;
    // What is no clip is refused with its reason, as it would have been.
    await settleClip(context, note.metadata?.clip ?? 'none', file).catch((error: unknown) => {
      if (!(error instanceof Problem)) throw error;
    });
    await rm(join(uploadDir, name), { force: true });
  }
  for (const name of await readdir(clipDir)) {
    const id = name.split('.')[0] ?? '';
    const clip = context.db.select({ state: clips.state }).from(clips).where(eq(clips.id, id)).get();
    if (clip?.state !== 'expected') continue;
    const path = join(clipDir, name);
    const found = await inspectBeside(context.heavy, path).catch(() => null);
    if (found && mayFilm(context.db, clipById(context.db, id).playerId))
      keepClip(context, id, { name, mediaType: found.mediaType, bytes: (await sizeOf(path)) ?? 0, seconds: found.seconds });
    else await rm(path, { force: true });
  }
}
