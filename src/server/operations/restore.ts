import { existsSync, mkdirSync, readdirSync, readFileSync, renameSync, rmSync, statSync } from 'node:fs';
import { copyFile } from 'node:fs/promises';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { z } from 'zod';
import { stampInName } from '../../core/operations/index.ts';
import { createContext } from '../context.ts';
import { type Backup, blobPath, DATABASE_NAME, PRIVATE_DIR } from '../platform/backup-folder.ts';
import { type Config, readSecret, SettingError } from '../platform/config.ts';
import { migrationsDone, migrationsThere } from '../platform/db/connection.ts';
import { makePrivate, namesIn, sumOf, syncPath, syncTree, writeWhole } from '../platform/files.ts';
import { alignLedgers, readLedger } from '../platform/ledger.ts';
import { lockBackups, lockHouse } from '../platform/lock.ts';
import { purgePlayer } from '../privacy/purge.ts';
import { endEverySignIn, leftovers } from './again.ts';
import type { Progress } from './backups.ts';
import { type CheckReport, checkHouse } from './check.ts';
import { goneFrom } from './gone.ts';
import { SECRET_FACT } from './start.ts';

/*
 * A backup is put back beside the house that stands, made whole there and written through to the disk. Then one small file says that it
 * is to take its place; from that moment on, whoever starts the house or its commands finishes the exchange. Cut at any moment, the old
 * house stands, or the new one.
 */

const DATABASE = 'eager-feet.sqlite';
/** What of the data folder is exchanged, in this order: the logs beside the database go with the database they belong to. */
const PARTS = [`${DATABASE}-wal`, `${DATABASE}-shm`, DATABASE, 'clips', 'secret'] as const;

const RESTORING = 'restoring-';
export const REPLACED = 'replaced-';
const INTENT = 'exchange.json';

const Intent = z.object({
  from: z.string().regex(/^restoring-[\w-]+$/),
  aside: z.string().regex(/^replaced-[\w-]+$/),
  parts: z.array(z.enum(PARTS)),
});

/** The files that lie beside a backup; others are in the store for clips. */
const nearIn = ({ files }: Backup['manifest']) => (files ?? []).filter((file) => !file.far);

/** Looks at a backup before anything is changed: every part must be there, and be what it was. */
async function checkBackup(backupDir: string, { folder, manifest }: Backup, say: Progress): Promise<void> {
  const database = join(folder, DATABASE_NAME);
  if (!existsSync(database) || (await sumOf(database)) !== manifest.database.sha256)
    throw new SettingError(
      `The database in ${folder} is not what it was when the backup was made. Nothing was changed; take another backup.`,
    );
  for (const file of nearIn(manifest)) {
    const blob = blobPath(backupDir, file.sha256);
    if (!existsSync(blob) || statSync(blob).size !== file.bytes || (await sumOf(blob)) !== file.sha256)
      throw new SettingError(`The file ${file.name} of the backup is missing or damaged. Nothing was changed; take another backup.`);
  }
  say('the backup is whole');
}

/** Looks at a database that is to take the place of a backup's: it must be whole, of this house, and of no newer program. */
function checkReplica(file: string, { folder }: Backup): void {
  const wrong = (what: string) => new SettingError(`${file} ${what}. Nothing was changed.`);
  if (!existsSync(file)) throw wrong('is not there');
  let replica: Database.Database | null = null;
  const own = new Database(join(folder, DATABASE_NAME), { readonly: true });
  try {
    replica = new Database(file, { readonly: true });
    const found = replica.pragma('quick_check(1)', { simple: true });
    if (found !== 'ok') throw wrong(`is damaged (${String(found).slice(0, 120)})`);
    if (migrationsDone(replica) > migrationsThere()) throw wrong('belongs to a newer Eager Feet');
    const secretOf = (db: Database.Database) => db.prepare('select value from house_facts where key = ?').pluck().get(SECRET_FACT);
    if (secretOf(replica) !== secretOf(own)) throw wrong('belongs to another house than the backup');
  } catch (error) {
    if (error instanceof SettingError) throw error;
    throw wrong(`cannot be read (${(error as Error).message})`);
  } finally {
    replica?.close();
    own.close();
  }
}

/**
 * Finishes an exchange that was begun, and takes away what one that was not begun has left. To be called by whoever has the folder for
 * itself, before anything in it is opened.
 * @returns whether a house was exchanged
 */
export function finishExchange(dataDir: string): boolean {
  const file = join(dataDir, INTENT);
  const exchanged = existsSync(file);
  if (exchanged) {
    const { from, aside, parts } = Intent.parse(JSON.parse(readFileSync(file, 'utf8')));
    mkdirSync(join(dataDir, aside), PRIVATE_DIR);
    for (const part of parts) {
      const [here, gone, fresh] = [join(dataDir, part), join(dataDir, aside, part), join(dataDir, from, part)];
      // What lies aside already was moved before a cut; what is here then is the new part.
      if (existsSync(here) && !existsSync(gone) && (existsSync(fresh) || part.endsWith('-wal') || part.endsWith('-shm')))
        renameSync(here, gone);
      if (existsSync(fresh)) renameSync(fresh, here);
    }
    syncPath(dataDir);
    rmSync(file);
    syncPath(dataDir);
  }
  for (const name of namesIn(dataDir)) if (name.startsWith(RESTORING)) rmSync(join(dataDir, name), { recursive: true, force: true });
  if (exchanged)
    for (const name of namesIn(dataDir))
      if (name.startsWith(REPLACED) && readdirSync(join(dataDir, name)).length === 0) rmSync(join(dataDir, name), { recursive: true });
  return exchanged;
}

/** The settings of the house that is being built beside the one that stands. */
function besideOf(config: Config, folder: string): Config {
  return {
    ...config,
    dataDir: folder,
    databaseFile: join(folder, DATABASE),
    limitsFile: join(folder, 'limits.sqlite'),
    clipDir: join(folder, 'clips'),
    uploadDir: join(folder, 'uploads'),
  };
}

/** Brings a house that was put back up to what is known since: nobody is there again who was deleted, taken out, or got a new key. */
function takeAwayAgain(config: Config, folder: string, now: number, say: Progress): void {
  const beside = besideOf(config, folder);
  const own = join(folder, 'secret');
  const secret = readSecret(existsSync(own) ? own : join(config.dataDir, 'secret'));
  const context = createContext({ ...beside, secret }, () => now, 'silent');
  try {
    const { db } = context;
    for (const { playerId } of goneFrom(config)) purgePlayer(context, playerId);
    const found = leftovers(db, readLedger(config).entries, {
      clipFile: (name) => rmSync(join(beside.clipDir, name), { force: true }),
      child: (id) => purgePlayer(context, id),
    });
    db.transaction(() => {
      for (const one of found) one.mend();
      endEverySignIn(db);
    });
    if (found.length > 0) say(`${found.length} things were taken away again that were taken away since the backup`);
  } finally {
    context.limits.close();
    context.db.$client.pragma('wal_checkpoint(TRUNCATE)');
    context.db.$client.close();
  }
  rmSync(beside.limitsFile, { force: true });
}

/**
 * Puts a backup back into the data folder of a house that is closed, takes away again what was taken away since, and checks the result.
 * @param over moves what is there aside; without it a house that is not empty is left alone
 * @param database a newer database to put in the place of the backup's own, such as a replica; null for its own
 * @throws SettingError with what to do, before anything was changed
 */
export async function restoreBackup(
  config: Config,
  backup: Backup,
  { over, now, database = null, say = () => undefined }: { over: boolean; now: number; database?: string | null; say?: Progress },
): Promise<{ aside: string | null; report: CheckReport }> {
  const unlock = lockHouse(config.dataDir);
  const unlockBackups = lockBackups(config.backupDir);
  try {
    finishExchange(config.dataDir);
    await checkBackup(config.backupDir, backup, say);
    if (database) checkReplica(database, backup);
    if (existsSync(config.databaseFile) && !over)
      throw new SettingError(
        `${config.dataDir} already holds a database. To put the backup in its place, run this again with --over; what is there is moved aside.`,
      );
    const { files } = backup.manifest;
    const stamp = stampInName(now);
    const from = join(config.dataDir, `${RESTORING}${stamp}`);
    mkdirSync(from, PRIVATE_DIR);
    if (files) mkdirSync(join(from, 'clips'), PRIVATE_DIR);
    const near = nearIn(backup.manifest);
    for (const file of near) await copyFile(blobPath(config.backupDir, file.sha256), join(from, 'clips', file.name));
    say(`${near.length} files`);
    const secret = join(backup.folder, 'secret');
    if (files !== null && existsSync(secret)) await copyFile(secret, join(from, 'secret'));
    await copyFile(database ?? join(backup.folder, DATABASE_NAME), join(from, DATABASE));
    alignLedgers(config);
    takeAwayAgain(config, from, now, say);
    makePrivate(from);
    syncTree(from);
    const aside = `${REPLACED}${stamp}`;
    const parts = PARTS.filter((part) => (files !== null ? true : part.startsWith(DATABASE)));
    const isEmpty = !existsSync(config.databaseFile) && namesIn(config.clipDir).length === 0;
    writeWhole(join(config.dataDir, INTENT), JSON.stringify({ from: `${RESTORING}${stamp}`, aside, parts }));
    finishExchange(config.dataDir);
    const moved = !isEmpty && existsSync(join(config.dataDir, aside));
    if (moved) say(`what was there lies in ${join(config.dataDir, aside)}`);
    else rmSync(join(config.dataDir, aside), { recursive: true, force: true });
    const report = checkHouse(config);
    return { aside: moved ? join(config.dataDir, aside) : null, report };
  } finally {
    unlockBackups();
    unlock();
  }
}
