import { statfsSync } from 'node:fs';

/** Bytes below which a disk counts as full. */
const LEAST_ROOM = 1024 * 1024;

/** Bytes that are free where a folder lies. */
export function freeBytes(folder: string): number {
  const { bavail, bsize } = statfsSync(folder);
  return bavail * bsize;
}

/** Whether there is no room left where a folder lies: for errors of libraries that do not say why they could not write. */
export const isFull = (folder: string): boolean => freeBytes(folder) < LEAST_ROOM;
