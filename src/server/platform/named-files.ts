import type Database from 'better-sqlite3';

export interface NamedFile {
  name: string;
  bytes: number;
}

const OF_PLAYERS = `select file_name as name, bytes from clips where state = 'kept' and file_name is not null
  union all select file_name, bytes from spoken_lines where deleted_at is null`;
const OF_COACHES = "select file_name, bytes from films where state = 'kept' and file_name is not null";

/** The files that a database names: kept clips, spoken lines, and films of coaches; of one that is older than films, what it has. */
export function namedFilesIn(db: Database.Database): NamedFile[] {
  const hasFilms = db.prepare("select 1 from sqlite_master where type = 'table' and name = 'films'").get() !== undefined;
  return db.prepare(`${OF_PLAYERS}${hasFilms ? ` union all ${OF_COACHES}` : ''} order by 1`).all() as NamedFile[];
}
