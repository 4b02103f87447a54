import { existsSync, readdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { nameToken, WHO_LEFT } from '../../core/mail/index.ts';
import { term } from '../../core/text/translate.ts';
import type { Context } from '../context.ts';
import { mailboxOf } from '../mail/mail.ts';
import type { Db } from '../platform/db/connection.ts';

interface Reference {
  /** The table and column that refer. */
  table: string;
  column: string;
  /** What they refer to. */
  to: string;
  key: string;
}

const quoted = (name: string) => `"${name}"`;

function tablesOf(db: Db): string[] {
  const rows = db.$client.prepare("select name from sqlite_master where type = 'table' and name not like 'sqlite_%'").all();
  return (rows as { name: string }[]).map((row) => row.name);
}

function referencesOf(db: Db, tables: readonly string[]): Reference[] {
  return tables.flatMap((table) => {
    const rows = db.$client.prepare('select "from" as "column", "table" as "to", "to" as "key" from pragma_foreign_key_list(?)').all(table);
    return (rows as { column: string; to: string; key: string | null }[]).map((row) => ({ ...row, table, key: row.key ?? 'id' }));
  });
}

const columnsOf = (db: Db, table: string): string[] =>
  (db.$client.prepare('select name from pragma_table_info(?)').all(table) as { name: string }[]).map((row) => row.name);

type Value = string | number | null;

/** Deletes the rows of a table with one of the values in a column, and before them whatever refers to them, however far. */
function deleteRows(db: Db, references: readonly Reference[], table: string, column: string, values: readonly Value[]): void {
  if (values.length === 0) return;
  const among = `${quoted(column)} in (select value from json_each(?))`;
  const given = JSON.stringify(values);
  for (const one of references.filter((reference) => reference.to === table)) {
    const rows = db.$client.prepare(`select distinct ${quoted(one.key)} as v from ${quoted(table)} where ${among}`).all(given);
    const found = (rows as { v: Value }[]).flatMap((row) => (row.v === null ? [] : [row.v]));
    deleteRows(db, references, one.table, one.column, found);
  }
  db.$client.prepare(`delete from ${quoted(table)} where ${among}`).run(given);
}

/** The accounts that are left without anything once a child is gone: the child's own, and guardians with no other child. */
function accountsOf(db: Db, playerId: string): string[] {
  const rows = db.$client
    .prepare(
      `select user_id as id from players where id = :player
       union
       select user_id from player_guardians g where player_id = :player
       and not exists (select 1 from player_guardians o where o.user_id = g.user_id and o.player_id != :player)`,
    )
    .all({ player: playerId });
  return (rows as { id: string }[]).map((row) => row.id);
}

/**
 * Takes a player out of the letters to coaches that told of it, and out of their mails: they name players by id, and say now that somebody
 * has left. What was mailed to the local mailbox about the child, or tells of it, is deleted there.
 */
function forgetInLetters({ db, config }: Context, playerId: string): void {
  const sql = db.$client;
  const words = { token: nameToken(playerId), who: term(WHO_LEFT) };
  const NAMES = 'instr(subject || plain || html, :token) > 0';
  const OUT = 'subject = replace(subject, :token, :who), plain = replace(plain, :token, :who), html = replace(html, :token, :who)';
  sql.prepare(`update letters set ${OUT} where player_id is null and ${NAMES}`).run(words);
  const mails = sql.prepare(`select id from outbox where player_id = :player or ${NAMES}`).all({ token: words.token, player: playerId });
  sql.prepare(`update outbox set ${OUT} where ${NAMES}`).run(words);
  const gone = (mails as { id: string }[]).map((mail) => `-${mail.id}.eml`);
  const mailbox = mailboxOf(config);
  for (const file of existsSync(mailbox) ? readdirSync(mailbox) : [])
    if (gone.some((ending) => file.endsWith(ending))) rmSync(join(mailbox, file));
}

/** Where a plan says which step a player is on, by the player's id. */
const PLANS = [
  { table: 'weeks', column: 'plan' },
  { table: 'week_revisions', column: 'content' },
  { table: 'templates', column: 'sessions' },
] as const;

/** Takes a player out of the plans that name the own step of a staircase for that player. */
function forgetInPlans({ db }: Context, playerId: string): void {
  const without = (key: string, value: unknown) => {
    if (key !== 'players' || typeof value !== 'object' || value === null || !(playerId in value)) return value;
    return Object.fromEntries(Object.entries(value).filter(([id]) => id !== playerId));
  };
  for (const { table, column } of PLANS) {
    const rows = db.$client.prepare(`select id, ${column} as plan from ${table} where instr(${column}, ?) > 0`).all(playerId);
    for (const { id, plan } of rows as { id: string; plan: string }[])
      db.$client.prepare(`update ${table} set ${column} = ? where id = ?`).run(JSON.stringify(JSON.parse(plan, without)), id);
  }
}

/**
 * Deletes everything of a player: the rows of every table that lead to the player (found from the schema, so that a table added later is
 * not forgotten), the accounts that only this child had, and the files of clips and spoken lines. What is deleted is overwritten in the database file.
 */
export function purgePlayer(context: Context, playerId: string): void {
  const { db, config } = context;
  const files = db.$client
    .prepare(
      'select file_name as name from clips where player_id = :player and file_name is not null union select file_name from spoken_lines where player_id = :player',
    )
    .all({ player: playerId }) as { name: string }[];
  const tables = tablesOf(db);
  const references = referencesOf(db, tables);
  db.transaction(() => {
    forgetInLetters(context, playerId);
    forgetInPlans(context, playerId);
    const accounts = accountsOf(db, playerId);
    deleteRows(db, references, 'players', 'id', [playerId]);
    // Derived figures, and whatever else names a player without a reference.
    for (const table of tables.filter((one) => one !== 'deletions' && columnsOf(db, one).includes('player_id')))
      deleteRows(db, references, table, 'player_id', [playerId]);
    deleteRows(db, references, 'account_events', 'user_id', accounts);
    deleteRows(db, references, 'user', 'id', accounts);
  });
  for (const { name } of files) rmSync(join(config.clipDir, name), { force: true });
  // The log beside the database still holds what was overwritten until it is folded in.
  db.$client.pragma('wal_checkpoint(TRUNCATE)');
}

/** Deletes a squad with everything that leads to it. Its players are deleted before, where they are in no other. */
export function purgeSquad({ db }: Context, squadId: string): void {
  const tables = tablesOf(db);
  const references = referencesOf(db, tables);
  db.transaction(() => {
    deleteRows(db, references, 'squads', 'id', [squadId]);
    for (const table of tables.filter((one) => columnsOf(db, one).includes('squad_id')))
      deleteRows(db, references, table, 'squad_id', [squadId]);
  });
}
