import { existsSync, mkdirSync, readdirSync, renameSync, statSync } from 'node:fs';
import { copyFile } from 'node:fs/promises';
import { join } from 'node:path';
import { stampInName } from '../../core/keeping/index.ts';
import { type Config, SettingError } from '../config.ts';
import { createContext } from '../house.ts';
import { type Backup, blobPath, DATABASE_NAME, type Progress, sumOf } from './backups.ts';
import { type CheckReport, checkHouse } from './check.ts';
import { goneFrom } from './gone.ts';
import { lockBackups, lockHouse } from './lock.ts';
import { purgePlayer } from './purge.ts';

/** What of the data folder a backup takes the place of. */
const PARTS = ['eager-feet.sqlite', 'eager-feet.sqlite-wal', 'eager-feet.sqlite-shm', 'clips', 'secret'];

/** Looks at a backup before anything is changed: every part must be there, and be what it was. */
async function checkBackup(backupDir: string, { folder, manifest }: Backup, say: Progress): Promise<void> {
  const database = join(folder, DATABASE_NAME);
  if (!existsSync(database) || (await sumOf(database)) !== manifest.database.sha256)
    throw new SettingError(
      `The database in ${folder} is not what it was when the backup was made. Nothing was changed; take another backup.`,
    );
  for (const file of manifest.files ?? []) {
    const blob = blobPath(backupDir, file.sha256);
    if (!existsSync(blob) || statSync(blob).size !== file.bytes || (await sumOf(blob)) !== file.sha256)
      throw new SettingError(`The file ${file.name} of the backup is missing or damaged. Nothing was changed; take another backup.`);
  }
  say('the backup is whole');
}

/** Moves what is there aside, so that nothing is lost when the wrong backup was taken. Returns the folder, or null for an empty house. */
function moveAside(config: Config, now: number, withClips: boolean): string | null {
  const there = PARTS.filter((part) => (withClips || (part !== 'clips' && part !== 'secret')) && existsSync(join(config.dataDir, part)));
  const empty = there.every((part) => part === 'secret' || (part === 'clips' && readdirSync(config.clipDir).length === 0));
  if (empty) return null;
  const aside = join(config.dataDir, `replaced-${stampInName(now)}`);
  mkdirSync(aside, { recursive: true, mode: 0o700 });
  for (const part of there) renameSync(join(config.dataDir, part), join(aside, part));
  return aside;
}

/**
 * Puts a backup back into the data folder of a house that is closed, deletes again who was deleted since, and checks the result.
 * @param over moves what is there aside; without it a house that is not empty is left alone
 * @throws SettingError with what to do, before anything was changed
 */
export async function restoreBackup(
  config: Config,
  backup: Backup,
  { over, now, say = () => undefined }: { over: boolean; now: number; say?: Progress },
): Promise<{ aside: string | null; report: CheckReport }> {
  const unlock = lockHouse(config.dataDir);
  const unlockBackups = lockBackups(config.backupDir);
  try {
    await checkBackup(config.backupDir, backup, say);
    if (existsSync(config.databaseFile) && !over)
      throw new SettingError(
        `${config.dataDir} already holds a database. To put the backup in its place, run this again with --over; what is there is moved aside.`,
      );
    const { files } = backup.manifest;
    const aside = moveAside(config, now, files !== null);
    if (aside) say(`what was there lies in ${aside}`);
    mkdirSync(config.clipDir, { recursive: true, mode: 0o700 });
    for (const file of files ?? []) await copyFile(blobPath(config.backupDir, file.sha256), join(config.clipDir, file.name));
    say(`${files?.length ?? 0} files`);
    const secret = join(backup.folder, 'secret');
    if (files !== null && existsSync(secret)) await copyFile(secret, join(config.dataDir, 'secret'));
    await copyFile(join(backup.folder, DATABASE_NAME), config.databaseFile);
    const context = createContext(config, () => now, 'warn');
    try {
      for (const { playerId } of goneFrom(config)) purgePlayer(context, playerId);
    } finally {
      context.db.$client.close();
    }
    return { aside, report: checkHouse(config) };
  } finally {
    unlockBackups();
    unlock();
  }
}
