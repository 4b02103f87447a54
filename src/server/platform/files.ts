import { createHash } from 'node:crypto';
import {
  chmodSync,
  closeSync,
  createReadStream,
  existsSync,
  fsyncSync,
  openSync,
  readdirSync,
  renameSync,
  statSync,
  writeSync,
} from 'node:fs';
import { dirname, join } from 'node:path';
import { pipeline } from 'node:stream/promises';

/* Files that must be there whole or not at all, whatever is cut off when, and that nobody else on the machine may read. */

const PRIVATE_FOLDER = 0o700;
const PRIVATE_FILE = 0o600;
const RIGHTS = 0o777;

/** The sum of a file's bytes: SHA-256 in hexadecimal digits. */
export async function sumOf(file: string): Promise<string> {
  const hash = createHash('sha256');
  await pipeline(createReadStream(file), hash);
  return hash.digest('hex');
}

/** Has a file or a folder written through to the disk. */
export function syncPath(path: string): void {
  const handle = openSync(path, 'r');
  try {
    fsyncSync(handle);
  } finally {
    closeSync(handle);
  }
}

/** Has every file under a folder, and the folders themselves, written through to the disk. */
export function syncTree(path: string): void {
  if (statSync(path).isDirectory()) for (const name of readdirSync(path)) syncTree(join(path, name));
  syncPath(path);
}

/** Writes a file under a temporary name, through to the disk, and then gives it its name: it is there whole, or as it was before. */
export function writeWhole(file: string, content: string): void {
  const half = `${file}.unfinished`;
  const handle = openSync(half, 'w', PRIVATE_FILE);
  try {
    writeSync(handle, content);
    fsyncSync(handle);
  } finally {
    closeSync(handle);
  }
  renameSync(half, file);
  syncPath(dirname(file));
}

/** Takes everybody else's rights from a folder and all that is in it, also where it was made by something else. */
export function makePrivate(path: string): void {
  const stat = statSync(path, { throwIfNoEntry: false });
  if (!stat) return;
  const wanted = stat.isDirectory() ? PRIVATE_FOLDER : PRIVATE_FILE;
  if ((stat.mode & RIGHTS) !== wanted) chmodSync(path, wanted);
  if (stat.isDirectory()) for (const name of readdirSync(path)) makePrivate(join(path, name));
}

/** The names in a folder; none where it is not there. */
export const namesIn = (folder: string): string[] => (existsSync(folder) ? readdirSync(folder) : []);
