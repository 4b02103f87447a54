import { existsSync, readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import Database from 'better-sqlite3';
import { type BetterSQLite3Database, drizzle } from 'drizzle-orm/better-sqlite3';
import { migrate } from 'drizzle-orm/better-sqlite3/migrator';
import * as schema from './schema.ts';

export type Db = BetterSQLite3Database<typeof schema> & { $client: Database.Database };

/** How long a write waits at once for a writer outside this process. */
const BUSY_MS = 50;

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

/** How many migrations this installation brings. */
export function migrationsThere(): number {
  const journal = JSON.parse(readFileSync(join(migrationsFolder(), 'meta', '_journal.json'), 'utf8')) as { entries: unknown[] };
  return journal.entries.length;
}

/** How many migrations a database has had; 0 for a new file. */
export function migrationsDone(sqlite: Database.Database): number {
  const table = sqlite.prepare("select 1 from sqlite_master where name = '__drizzle_migrations'").get();
  return table ? (sqlite.prepare('select count(*) as n from __drizzle_migrations').get() as { n: number }).n : 0;
}

/** How long a thread beside waits for the one that answers, and for others. */
const BESIDE_BUSY_MS = 10_000;

function openFile(file: string, busyMs: number): Database.Database {
  const sqlite = new Database(file);
  sqlite.pragma('journal_mode = WAL');
  // Somebody else's writing is not waited for where nothing else could go on meanwhile: acts are tried again by whoever called them.
  sqlite.pragma(`busy_timeout = ${busyMs}`);
  sqlite.pragma('synchronous = FULL');
  // 64 MB: a season's rows lie far apart, and the usual 2 MB would fetch the same pages again for every page that is shown.
  sqlite.pragma('cache_size = -65536');
  // What is deleted is overwritten: a child that was deleted is gone from the file too.
  sqlite.pragma('secure_delete = ON');
  return sqlite;
}

/** Statements that are kept made: more than this, and the one that was used longest ago goes. */
const STATEMENTS_MAX = 600;

/**
 * A connection as the query builder sees it: statements are made once for each text and then only run. Making one takes longer than running
 * it, for what is asked again and again.
 */
function withKeptStatements(sqlite: Database.Database): Database.Database {
  const kept = new Map<string, Database.Statement>();
  const prepare = (text: string): Database.Statement => {
    const had = kept.get(text);
    const statement = had ?? sqlite.prepare(text);
    if (had) kept.delete(text);
    kept.set(text, statement);
    const [oldest] = kept.size > STATEMENTS_MAX ? kept.keys() : [];
    if (oldest !== undefined) kept.delete(oldest);
    return statement;
  };
  return new Proxy(sqlite, {
    get(target, name) {
      if (name === 'prepare') return prepare;
      const value = Reflect.get(target, name, target);
      return typeof value === 'function' ? value.bind(target) : value;
    },
  });
}

/** The query builder over a connection; what is asked of `$client` goes to the connection itself. */
function builderOver(sqlite: Database.Database): Db {
  const db = drizzle(withKeptStatements(sqlite), { schema });
  return Object.assign(db, { $client: sqlite });
}

/** One more connection to a database that this process has open and up to date. */
export function openBeside(file: string): Db {
  const sqlite = openFile(file, BESIDE_BUSY_MS);
  sqlite.pragma('foreign_keys = ON');
  return builderOver(sqlite);
}

/** @throws Error when a row points at one that is not there: the upgrade is not gone on with */
function checkReferences(sqlite: Database.Database, file: string): void {
  const broken = sqlite.pragma('foreign_key_check') as { table: string; rowid: number; parent: string }[];
  const [first] = broken;
  if (!first) return;
  sqlite.close();
  const what = `${first.table} row ${first.rowid} points at ${first.parent}`;
  throw new Error(
    `${file}: after the upgrade ${broken.length} rows point at others that are not there (${what}). Put the backup of before back.`,
  );
}

/**
 * Opens (and makes, if need be) the database file and brings it to the newest schema.
 * @param beforeUpgrade called before a database that holds something is changed by a migration
 */
export function openDatabase(file: string, beforeUpgrade: () => void = () => undefined): Db {
  const sqlite = openFile(file, BUSY_MS);
  const done = migrationsDone(sqlite);
  if (done > 0 && done < migrationsThere()) beforeUpgrade();
  const db = builderOver(sqlite);
  // Migrations that rebuild a table would trip over foreign keys; they are checked again right after.
  sqlite.pragma('foreign_keys = OFF');
  migrate(db, { migrationsFolder: migrationsFolder() });
  if (done < migrationsThere()) checkReferences(sqlite, file);
  sqlite.pragma('foreign_keys = ON');
  return db;
}
