import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { SettingError } from './config.ts';

/** Locks that are held: one that nobody remembered would be given back when memory is tidied up. */
const held = new Set<Database.Database>();

/**
 * Takes the data folder for this process. The lock is the system's own (through an empty database beside the real one), so it ends
 * with the process, however that ends; nothing has to be tidied up after a crash.
 * @returns gives the folder back
 * @throws SettingError when another process has it
 */
export function lockHouse(dataDir: string): () => void {
  return lockFolder(dataDir, `Another Eager Feet works on ${dataDir} already. Stop that one first, or set DATA_DIR to another folder.`);
}

/** Takes the folder of backups: what one backup is about to name must not be tidied away by another. */
export function lockBackups(backupDir: string): () => void {
  mkdirSync(backupDir, { recursive: true, mode: 0o700 });
  return lockFolder(backupDir, `A backup is being made or put back in ${backupDir} just now. Try again when it is done.`);
}

function lockFolder(folder: string, sentence: string): () => void {
  const lock = new Database(join(folder, 'lock.sqlite'), { timeout: 0 });
  try {
    lock.pragma('journal_mode = MEMORY');
    lock.exec('begin exclusive');
  } catch (error) {
    lock.close();
    if ((error as { code?: string }).code !== 'SQLITE_BUSY') throw error;
    throw new SettingError(sentence);
  }
  held.add(lock);
  return () => {
    held.delete(lock);
    lock.close();
  };
}
