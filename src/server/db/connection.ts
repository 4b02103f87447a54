import { existsSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import Database from 'better-sqlite3';
import { type BetterSQLite3Database, drizzle } from 'drizzle-orm/better-sqlite3';
import { migrate } from 'drizzle-orm/better-sqlite3/migrator';
import * as schema from './schema.ts';

export type Db = BetterSQLite3Database<typeof schema> & { $client: Database.Database };

/** The folder of migrations: found from this file upwards, because sources and bundles lie at different depths. */
function migrationsFolder(): string {
  let folder = dirname(fileURLToPath(import.meta.url));
  while (!existsSync(join(folder, 'drizzle', 'meta', '_journal.json'))) {
    const up = dirname(folder);
    if (up === folder) throw new Error('The folder of database migrations (drizzle/) is missing from this installation.');
    folder = up;
  }
  return join(folder, 'drizzle');
}

/** Opens (and makes, if need be) the database file and brings it to the newest schema. */
export function openDatabase(file: string): Db {
  const sqlite = new Database(file);
  sqlite.pragma('journal_mode = WAL');
  sqlite.pragma('busy_timeout = 5000');
  sqlite.pragma('synchronous = FULL');
  const db = drizzle(sqlite, { schema });
  // Migrations that rebuild a table would trip over foreign keys; they are checked again right after.
  sqlite.pragma('foreign_keys = OFF');
  migrate(db, { migrationsFolder: migrationsFolder() });
  sqlite.pragma('foreign_keys = ON');
  return db;
}
