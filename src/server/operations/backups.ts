import { createHash } from 'node:crypto';
import {
  closeSync,
  createReadStream,
  createWriteStream,
  existsSync,
  mkdirSync,
  openSync,
  readdirSync,
  readSync,
  renameSync,
  rmSync,
  statSync,
} from 'node:fs';
import { copyFile } from 'node:fs/promises';
import { join } from 'node:path';
import { Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import Database from 'better-sqlite3';
import type { z } from 'zod';
import { type BackupKind, endOfBackup, overBackups, stampInName } from '../../core/operations/index.ts';
import {
  ASIDE,
  type Backup,
  blobPath,
  DATABASE_NAME,
  foldersIn,
  type KeptFile,
  listBackups,
  MANIFEST_NAME,
  type Manifest,
  manifestIn,
  PRIVATE_DIR,
  UNFINISHED,
  unreadableBackups,
} from '../platform/backup-folder.ts';
import type { Config } from '../platform/config.ts';
import { sumOf, syncPath, syncTree, writeWhole } from '../platform/files.ts';
import { alignLedgers } from '../platform/ledger.ts';
import { lockBackups } from '../platform/lock.ts';
import { farFilesIn, namedFilesIn } from '../platform/named-files.ts';

/* Backups: a copy of the database as of one instant, and the files it names, each kept once by what is in it. */

export type Progress = (sentence: string) => void;

/** Sets aside what cannot be read, under a name that says so: it stops nothing else, and nothing of it is thrown away. */
function setUnreadableAside(backupDir: string): void {
  for (const name of foldersIn(backupDir))
    if (manifestIn(join(backupDir, name)) === null) renameSync(join(backupDir, name), join(backupDir, `${name}${ASIDE}`));
}

/** Copies a file into the blobs and says what its sum is; what is there already is not written again. */
async function keepBlob(backupDir: string, from: string): Promise<{ sha256: string; bytes: number }> {
  const hash = createHash('sha256');
  let bytes = 0;
  const count = new Transform({
    transform(chunk: Buffer, _encoding, done) {
      hash.update(chunk);
      bytes += chunk.length;
      done(null, chunk);
    },
  });
  mkdirSync(join(backupDir, 'blobs'), PRIVATE_DIR);
  const half = join(backupDir, 'blobs', `${process.pid}-${Date.now()}${UNFINISHED}`);
  try {
    await pipeline(createReadStream(from), count, createWriteStream(half, { mode: 0o600, flush: true }));
    const sha256 = hash.digest('hex');
    const to = blobPath(backupDir, sha256);
    if (!existsSync(to)) {
      mkdirSync(join(to, '..'), PRIVATE_DIR);
      renameSync(half, to);
    }
    return { sha256, bytes };
  } finally {
    rmSync(half, { force: true });
  }
}

/** The files that a copy of the database names, and those of them that lie in the store for clips. */
function filesNamedIn(database: string) {
  const db = new Database(database, { readonly: true });
  try {
    return { names: namedFilesIn(db).map((file) => file.name), far: new Map(farFilesIn(db).map((file) => [file.name, file])) };
  } finally {
    db.close();
  }
}

const migrationsIn = (database: string): number => {
  const db = new Database(database, { readonly: true });
  try {
    return (db.prepare('select count(*) as n from __drizzle_migrations').get() as { n: number }).n;
  } finally {
    db.close();
  }
};

async function keepFiles(config: Config, { names, far }: ReturnType<typeof filesNamedIn>, before: Manifest | undefined, say: Progress) {
  const known = new Map((before?.files ?? []).map((file) => [file.name, file]));
  const files: z.infer<typeof KeptFile>[] = [];
  const missing: string[] = [];
  let copied = 0;
  for (const name of names) {
    const from = join(config.clipDir, name);
    const size = existsSync(from) ? statSync(from).size : null;
    const had = known.get(name);
    const there = far.get(name);
    // The store keeps it: a copy here would take the room that the store is there to save.
    if (there) {
      files.push({ ...there, far: true });
      continue;
    }
    // Clips never change: one of the same name and size is the same.
    if (size === null) missing.push(name);
    else if (had?.bytes === size && existsSync(blobPath(config.backupDir, had.sha256))) files.push(had);
    else {
      files.push({ name, ...(await keepBlob(config.backupDir, from)) });
      copied++;
      if (copied % 50 === 0) say(`${files.length} of ${names.length} files`);
    }
  }
  say(`${names.length} files, ${copied} of them new`);
  return { files, missing };
}

/** A backup that is being made: its folder has another name until it is whole. */
interface Begun {
  kind: BackupKind;
  now: number;
  name: string;
  folder: string;
  half: string;
  database: string;
}

const BEFORE_UPGRADE = '-before-upgrade';

/**
 * Takes away what a backup that was cut (a stopped server, a power cut) has left. Whoever makes backups is alone in the folder, and
 * so is whoever upgrades the database; but the two may meet, so neither touches what the other has begun.
 */
function sweep(backupDir: string, kind: BackupKind): void {
  const left = (folder: string) =>
    existsSync(folder) ? readdirSync(folder, { withFileTypes: true }).filter((entry) => entry.name.endsWith(UNFINISHED)) : [];
  const upgrade = kind === 'before upgrade';
  const folders = left(backupDir).filter(
    (entry) => entry.isDirectory() && entry.name.endsWith(`${BEFORE_UPGRADE}${UNFINISHED}`) === upgrade,
  );
  for (const { name } of folders) rmSync(join(backupDir, name), { recursive: true, force: true });
  const blobs = join(backupDir, 'blobs');
  if (!upgrade) for (const { name } of left(blobs)) rmSync(join(blobs, name), { force: true });
}

function begin({ backupDir }: Pick<Config, 'backupDir'>, kind: BackupKind, now: number): Begun {
  sweep(backupDir, kind);
  const name = stampInName(now) + (kind === 'before upgrade' ? BEFORE_UPGRADE : '');
  const folder = join(backupDir, name);
  const half = `${folder}${UNFINISHED}`;
  mkdirSync(half, PRIVATE_DIR);
  return { kind, now, name, folder, half, database: join(half, DATABASE_NAME) };
}

/** What is wrong with the database of a backup, found by opening it; null when nothing is. */
function troubleIn(database: string, { database: { bytes, sha256 } }: Pick<Manifest, 'database'>): string | null {
  if (!existsSync(database)) return 'its database is missing';
  if (statSync(database).size !== bytes) return 'its database has another size';
  if (sumAtOnce(database) !== sha256) return 'its database is not what it was';
  try {
    const db = new Database(database, { readonly: true });
    try {
      const found = db.pragma('quick_check(1)', { simple: true });
      return found === 'ok' ? null : String(found);
    } finally {
      db.close();
    }
  } catch (error) {
    return error instanceof Error ? error.message : 'it cannot be opened';
  }
}

/** Writes the manifest and gives the folder its name: from here on the backup counts. */
function seal(begun: Begun, copied: Pick<Manifest, 'files' | 'missing'> & { sha256: string }): Backup {
  const { kind, now, name, folder, half, database } = begun;
  const { sha256, files, missing } = copied;
  const manifest: Manifest = {
    ...{ format: 'eager-feet/backup', version: 1, kind, madeAt: now, endsAt: endOfBackup(now, kind) },
    ...{ migrations: migrationsIn(database), database: { sha256, bytes: statSync(database).size }, files, missing },
  };
  const trouble = troubleIn(database, manifest);
  if (trouble) throw new Error(`The copy that was made is not whole (${trouble}); it was thrown away.`);
  writeWhole(join(half, MANIFEST_NAME), JSON.stringify(manifest, null, 2));
  syncTree(half);
  renameSync(half, folder);
  syncPath(join(folder, '..'));
  return { name, folder, manifest };
}

const drop = ({ half }: Begun) => rmSync(half, { recursive: true, force: true });

/** Pages that are copied before others may write; a write in between makes SQLite begin anew, and then more are taken at once, until it ends. */
const PAGES_AT_ONCE = 200;

/**
 * Makes a backup while the house is open: first a consistent copy of the database, then the files it names that are not in the folder yet.
 * One that was cut leaves nothing that looks whole.
 * @throws what the disk throws (no room, no right), after the unfinished part was taken away
 */
export async function makeBackup(config: Config, kind: BackupKind, now: number, say: Progress = () => undefined): Promise<Backup> {
  const begun = begin(config, kind, now);
  const { database, half } = begun;
  try {
    const source = new Database(config.databaseFile, { readonly: true, fileMustExist: true });
    try {
      let [pages, least] = [PAGES_AT_ONCE, Number.POSITIVE_INFINITY];
      await source.backup(database, {
        progress({ totalPages, remainingPages }) {
          if (totalPages > 0) say(`database ${Math.round(100 - (100 * remainingPages) / totalPages)} %`);
          if (remainingPages >= least) pages *= 2;
          least = Math.min(least, remainingPages);
          return pages;
        },
      });
    } finally {
      source.close();
    }
    const kept = await keepFiles(config, filesNamedIn(database), listBackups(config).at(-1)?.manifest, say);
    const secret = join(config.dataDir, 'secret');
    if (existsSync(secret)) await copyFile(secret, join(half, 'secret'));
    return seal(begun, { ...kept, sha256: await sumOf(database) });
  } catch (error) {
    drop(begun);
    throw error;
  }
}

const CHUNK = 1024 * 1024;

/** The sum of a file's bytes at once, however large it is: nothing else may run while a database waits for its upgrade. */
function sumAtOnce(file: string): string {
  const hash = createHash('sha256');
  const chunk = Buffer.alloc(CHUNK);
  const handle = openSync(file, 'r');
  try {
    for (let read = readSync(handle, chunk); read > 0; read = readSync(handle, chunk)) hash.update(chunk.subarray(0, read));
  } finally {
    closeSync(handle);
  }
  return hash.digest('hex');
}

/** A copy of the database alone, at once and before anything is changed in it: made before an upgrade. Clips are not touched by upgrades. */
export function copyBeforeUpgrade(config: Pick<Config, 'backupDir' | 'databaseFile'>, now: number): string {
  const begun = begin(config, 'before upgrade', now);
  try {
    const source = new Database(config.databaseFile);
    try {
      source.prepare('vacuum into ?').run(begun.database);
    } finally {
      source.close();
    }
    return seal(begun, { sha256: sumAtOnce(begun.database), files: null, missing: [] }).folder;
  } catch (error) {
    drop(begun);
    throw error;
  }
}

/** Makes a backup and takes away those that are over, alone in the folder while it does. */
export async function backUp(config: Config, kind: BackupKind, now: number, say?: Progress) {
  const unlock = lockBackups(config.backupDir);
  try {
    setUnreadableAside(config.backupDir);
    const made = await makeBackup(config, kind, now, say);
    alignLedgers(config);
    return { made, over: rotateBackups(config, now), unreadable: unreadableBackups(config) };
  } finally {
    unlock();
  }
}

/** Takes away the backups that are over, then the files that no backup names any more. Returns how many of each. */
export function rotateBackups(config: Pick<Config, 'backupDir'>, now: number): { backups: number; files: number } {
  const all = listBackups(config).map((one) => ({ ...one, madeAt: one.manifest.madeAt, endsAt: one.manifest.endsAt }));
  // The newest that can be opened stays, and until one is found none goes: a bad one must not push a good one out.
  const good = all.findLast((one) => one.manifest.files !== null && troubleIn(join(one.folder, DATABASE_NAME), one.manifest) === null);
  const over = good ? overBackups(all, now).filter((one) => one.name !== good.name) : [];
  for (const one of over) rmSync(one.folder, { recursive: true, force: true });
  const named = new Set(listBackups(config).flatMap((one) => (one.manifest.files ?? []).map((file) => file.sha256)));
  const blobs = join(config.backupDir, 'blobs');
  const folders = existsSync(blobs) ? readdirSync(blobs, { withFileTypes: true }).filter((entry) => entry.isDirectory()) : [];
  let files = 0;
  for (const { name: part } of folders)
    for (const sha256 of readdirSync(join(blobs, part)))
      if (!named.has(sha256)) {
        rmSync(join(blobs, part, sha256), { force: true });
        files++;
      }
  return { backups: over.length, files };
}
