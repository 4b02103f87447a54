import { rename, rm, stat } from 'node:fs/promises';
import { join } from 'node:path';
import type { Context } from '../house.ts';
import { Problem } from '../problems.ts';
import { clipById, keepClip, refuseClip } from './clips.ts';
import { inspectClip } from './inspect.ts';

/** Moves a whole uploaded file to the clips, once its container was read; what is not a clip is thrown away with its reason. */
export async function settleClip(context: Context, clipId: string, from: string): Promise<void> {
  const clip = clipById(context.db, clipId);
  try {
    if (clip.state !== 'expected') return;
    const found = await inspectClip(from);
    const name = `${clipId}.${found.extension}`;
    const { size } = await stat(from);
    await rename(from, join(context.config.clipDir, name));
    keepClip(context, clipId, { name, mediaType: found.mediaType, bytes: size, seconds: found.seconds });
  } catch (error) {
    if (!(error instanceof Problem)) throw error;
    refuseClip(context, clipId, error.message);
    throw error;
  } finally {
    await rm(from, { force: true });
  }
}
