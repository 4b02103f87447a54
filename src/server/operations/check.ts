import { existsSync, readdirSync, statSync } from 'node:fs';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { drizzle } from 'drizzle-orm/better-sqlite3';
import { DAY_MS } from '../../core/calendar/lengths.ts';
import { unreadableBackups } from '../platform/backup-folder.ts';
import type { Config } from '../platform/config.ts';
import { type Db, migrationsThere } from '../platform/db/connection.ts';
import * as schema from '../platform/db/schema.ts';
import { readLedger } from '../platform/ledger.ts';
import { farFilesIn, namedFilesIn, someOf } from '../platform/named-files.ts';
import { leftovers } from './again.ts';

export interface CheckReport {
  /** Sentences about what is wrong; none when all is well. */
  troubles: string[];
  /** Sentences about what was looked at. */
  looked: string[];
}

/** Whether a file is here for more than a day. */
const isOld = (path: string): boolean =>
  Date.now() - (statSync(path, { throwIfNoEntry: false })?.mtimeMs ?? Number.POSITIVE_INFINITY) > DAY_MS;

/**
 * Looks at a house, open or closed, and changes nothing: the database's own integrity and references, migrations, and orphans both ways
 * between the database and the folder of clips.
 */
export function checkHouse(config: Pick<Config, 'databaseFile' | 'clipDir' | 'dataDir' | 'backupDir' | 'clipStore'>): CheckReport {
  const troubles: string[] = [];
  const looked: string[] = [];
  if (!existsSync(config.databaseFile)) return { troubles: [`There is no database at ${config.databaseFile}.`], looked };
  const db = new Database(config.databaseFile, { readonly: true });
  try {
    const integrity = (db.pragma('integrity_check') as { integrity_check: string }[]).map((row) => row.integrity_check);
    if (integrity[0] !== 'ok') troubles.push(`The database is damaged: ${someOf(integrity)}.`);
    const foreign = db.pragma('foreign_key_check') as { table: string }[];
    if (foreign.length > 0)
      troubles.push(
        `${foreign.length} rows refer to something that is not there (${someOf([...new Set(foreign.map((row) => row.table))])}).`,
      );
    const done = (db.prepare('select count(*) as n from __drizzle_migrations').get() as { n: number }).n;
    const there = migrationsThere();
    if (done !== there) troubles.push(`${done} of ${there} migrations are done. Start the house once, and they are.`);
    looked.push(`the database, its references and ${done} migrations`);
    const named = namedFilesIn(db);
    const files = new Map(
      (existsSync(config.clipDir) ? readdirSync(config.clipDir) : []).map((name) => [name, statSync(join(config.clipDir, name)).size]),
    );
    const far = new Set(farFilesIn(db).map((one) => one.name));
    const lost = named.filter((one) => !files.has(one.name) && !far.has(one.name)).map((one) => one.name);
    if (lost.length > 0) troubles.push(`${lost.length} clips are on record, but their files are gone: ${someOf(lost)}.`);
    const out = named.filter((one) => !files.has(one.name) && far.has(one.name)).length;
    if (out > 0 && config.clipStore === null)
      troubles.push(`${out} files lie in a store for clips, and none is set. Set CLIP_STORE as it was, or nobody can look at them.`);
    const late = config.clipStore === null ? [] : named.filter(({ name }) => !far.has(name) && isOld(join(config.clipDir, name)));
    if (late.length > 0)
      troubles.push(
        `${late.length} files are not in the store for clips a day after they came: ${someOf(late.map(({ name }) => name))}. Does it answer?`,
      );
    const odd = named.filter((one) => files.has(one.name) && files.get(one.name) !== one.bytes).map((one) => one.name);
    if (odd.length > 0) troubles.push(`${odd.length} clips have not the size they had: ${someOf(odd)}.`);
    const names = new Set(named.map((one) => one.name));
    const orphans = [...files.keys()].filter((name) => !names.has(name));
    if (orphans.length > 0)
      troubles.push(
        `${orphans.length} files belong to nothing on record: ${someOf(orphans)}. The nightly cleaning takes them away after a day.`,
      );
    looked.push(
      `${named.length} clips, spoken lines and films, and ${files.size} files${far.size > 0 ? ` (${far.size} lie in the store for clips)` : ''}`,
    );
    const ledger = readLedger(config);
    if (ledger.unreadable > 0)
      troubles.push(
        `${ledger.unreadable} lines of the record of what was deleted cannot be read. Put the file back from beside the backups.`,
      );
    if (done === there) {
      const nothing = { clipFile: () => undefined, child: () => undefined };
      const back = leftovers(drizzle(db, { schema }) as Db, ledger.entries, nothing);
      if (back.length > 0)
        troubles.push(
          `${back.length} things are there that were taken away: ${someOf([...new Set(back.map((one) => one.sentence))])} Put the backup back once more with npm run restore.`,
        );
    }
    looked.push(`the record of what was deleted, ${ledger.entries.length} lines`);
    const unreadable = unreadableBackups(config);
    if (unreadable.length > 0) troubles.push(`${unreadable.length} backups cannot be read: ${someOf(unreadable)}.`);
    return { troubles, looked };
  } finally {
    db.close();
  }
}
