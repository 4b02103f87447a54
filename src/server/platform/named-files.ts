import type Database from 'better-sqlite3';

export interface NamedFile {
  name: string;
  bytes: number;
}

const MORE = 5;
/** Some of many names, for a sentence. */
export const someOf = (names: readonly string[]): string =>
  names.slice(0, MORE).join(', ') + (names.length > MORE ? ` and ${names.length - MORE} more` : '');

const OF_PLAYERS = `select file_name as name, bytes from clips where state = 'kept' and file_name is not null
  union all select file_name, bytes from spoken_lines where deleted_at is null`;
const OF_COACHES = "select file_name, bytes from films where state = 'kept' and file_name is not null";

const hasTable = (db: Database.Database, name: string): boolean =>
  db.prepare("select 1 from sqlite_master where type = 'table' and name = ?").get(name) !== undefined;

/** Those that lie whole in the store for clips, with what is in them; none where the database is older than that. */
export const farFilesIn = (db: Database.Database): (NamedFile & { sha256: string })[] =>
  hasTable(db, 'far_files')
    ? (db.prepare('select name, bytes, sha256 from far_files where stored_at is not null').all() as (NamedFile & { sha256: string })[])
    : [];

/** The files that a database names: kept clips, spoken lines, and films of coaches; of one that is older than films, what it has. */
export function namedFilesIn(db: Database.Database): NamedFile[] {
  return db.prepare(`${OF_PLAYERS}${hasTable(db, 'films') ? ` union all ${OF_COACHES}` : ''} order by 1`).all() as NamedFile[];
}
