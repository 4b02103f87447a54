import { statfsSync } from 'node:fs';

/** Bytes below which a disk counts as full. */
const LEAST_ROOM = 1024 * 1024;

/** Whether there is no room left where a folder lies: for errors of libraries that do not say why they could not write. */
export function isFull(folder: string): boolean {
  const { bavail, bsize } = statfsSync(folder);
  return bavail * bsize < LEAST_ROOM;
}
