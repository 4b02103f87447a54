import { renameSync } from 'node:fs';
import { readdir, readFile, rm, stat } from 'node:fs/promises';
import { join } from 'node:path';
import type { Context } from '../../context.ts';
import { whileBusy } from '../../platform/db/while-busy.ts';
import { syncPath } from '../../platform/files.ts';
import { Problem } from '../../platform/problems.ts';
import { CLIPS } from '../clips.ts';
import { FILMS } from '../films/films.ts';
import { inspectBeside } from '../inspect.ts';
import type { Receiver } from '../receiver.ts';

/** What is uploaded, by the field of the upload's notes that names it. */
export const RECEIVERS = { clip: CLIPS, film: FILMS } as const;
export type UploadFor = keyof typeof RECEIVERS;

/** What an upload is for, by its notes; a clip that does not exist where they say nothing. */
export function uploadedFor(notes: Record<string, string | null> | undefined): { what: UploadFor; id: string } {
  return notes?.film ? { what: 'film', id: notes.film } : { what: 'clip', id: notes?.clip ?? 'none' };
}

/**
 * Moves a whole uploaded file to where it is kept, once its container was read; what is no clip is thrown away with its reason. Reading
 * takes time: whether it is still wanted and allowed is looked at again after it, and from there to the row nothing is waited for. So of two
 * files for one clip, of a file and rubbish, of a file and a no or a deletion, one outcome stands, on the disk as in the database.
 */
export async function acceptUpload(context: Context, what: UploadFor, id: string, from: string): Promise<void> {
  const { db, config } = context;
  const receiver: Receiver = RECEIVERS[what];
  try {
    if (!receiver.isExpected(context, id)) return;
    const found = await inspectBeside(context.heavy, from);
    const { size } = await stat(from);
    syncPath(from);
    const isKept = await whileBusy(() =>
      db.transaction(() => {
        if (!receiver.isExpected(context, id)) return false;
        receiver.check(context, id, found);
        const name = `${receiver.prefix}${id}.${found.extension}`;
        receiver.keep(context, id, { name, mediaType: found.mediaType, bytes: size, seconds: found.seconds });
        // Last: a row without its file would be worse than a file without its row, which the next start finishes.
        renameSync(from, join(config.clipDir, name));
        return true;
      }),
    );
    if (isKept) await whileBusy(() => receiver.settled?.(context, id));
  } catch (error) {
    if (!(error instanceof Problem)) throw error;
    receiver.refuse(context, id, error.message);
    throw error;
  } finally {
    await rm(from, { force: true });
  }
}

/** What the upload protocol's store keeps beside an unfinished file. */
interface UploadNote {
  size?: number;
  metadata?: Record<string, string | null>;
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

/** Whether a file of the folder waits for its row; nothing that is not there is waited for. */
function isWaitedFor(context: Context, receiver: Receiver, id: string): boolean {
  try {
    return receiver.isExpected(context, id);
  } catch (error) {
    if (error instanceof Problem) return false;
    throw error;
  }
}

async function finishMoved(context: Context, name: string): Promise<void> {
  const film = name.startsWith(FILMS.prefix);
  const receiver: Receiver = film ? FILMS : CLIPS;
  const id = name.slice(film ? FILMS.prefix.length : 0).split('.')[0] ?? '';
  if (!isWaitedFor(context, receiver, id)) return;
  const path = join(context.config.clipDir, name);
  try {
    const found = await inspectBeside(context.heavy, path);
    receiver.check(context, id, found);
    receiver.keep(context, id, { name, mediaType: found.mediaType, bytes: (await sizeOf(path)) ?? 0, seconds: found.seconds });
    receiver.settled?.(context, id);
  } catch (error) {
    if (!(error instanceof Problem)) throw error;
    await rm(path, { force: true });
  }
}

/**
 * Finishes at the start what a crash left between two steps: uploads whose last byte had come, and files that were moved to their place
 * before it was written down. Unfinished uploads stay and go on where they stopped.
 */
export async function finishUploads(context: Context): Promise<void> {
  const { clipDir, uploadDir } = context.config;
  for (const name of (await readdir(uploadDir)).filter((one) => one.endsWith('.json'))) {
    const file = join(uploadDir, name.slice(0, -'.json'.length));
    const note = await noteOf(join(uploadDir, name));
    if (note?.size === undefined || (await sizeOf(file)) !== note.size) continue;
    const { what, id } = uploadedFor(note.metadata);
    // What is no clip is refused with its reason, as it would have been.
    await acceptUpload(context, what, id, file).catch((error: unknown) => {
      if (!(error instanceof Problem)) throw error;
    });
    await rm(join(uploadDir, name), { force: true });
  }
  for (const name of await readdir(clipDir)) await finishMoved(context, name);
}
