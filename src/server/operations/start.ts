import { createHmac } from 'node:crypto';
import { existsSync, statSync } from 'node:fs';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { eq } from 'drizzle-orm';
import { DAY_MS } from '../../core/calendar/lengths.ts';
import type { Context } from '../context.ts';
import { listBackups } from '../platform/backup-folder.ts';
import { type Config, SettingError } from '../platform/config.ts';
import { type Db, migrationsDone, migrationsThere } from '../platform/db/connection.ts';
import { houseFacts } from '../platform/db/schema.ts';
import { namesIn } from '../platform/files.ts';
import { LEDGER_NAME } from '../platform/ledger.ts';

/* A start on data that look wrong is refused with a sentence, before anything is changed or cleaned. */

/** How far the clock may be ahead of when it was last seen: longer, and somebody says that it is right. */
const AHEAD_MS = 2 * DAY_MS;
/** How far it may run back: what a clock is corrected by. */
const BACK_MS = 10 * 60_000;

const counted = (n: number, one: string, many: string) => `${n} ${n === 1 ? one : many}`;

const RESTORE = 'Put a backup back with: npm run restore -- latest --over';

/** A missing or empty database beside things that belong to one. */
function checkThere(config: Config): void {
  const { databaseFile, dataDir, clipDir } = config;
  if (existsSync(databaseFile) && statSync(databaseFile).size > 0) return;
  const clips = namesIn(clipDir).length;
  const backups = listBackups(config).length;
  const beside = [
    ...(clips > 0 ? [counted(clips, 'clip', 'clips')] : []),
    ...(backups > 0 ? [counted(backups, 'backup', 'backups')] : []),
    ...(existsSync(join(dataDir, LEDGER_NAME)) ? ['the record of what was deleted'] : []),
  ];
  if (beside.length === 0) return;
  throw new SettingError(
    `The database ${databaseFile} is ${existsSync(databaseFile) ? 'empty' : 'missing'}, but beside it lie ${beside.join(' and ')}. Nothing was changed. ${RESTORE}, or set DATA_DIR to the right folder.`,
  );
}

/** Damaged pages, and a database of a newer program. */
function checkWhole({ databaseFile }: Config): void {
  if (!existsSync(databaseFile) || statSync(databaseFile).size === 0) return;
  const damaged = (what: string) =>
    new SettingError(
      `The database ${databaseFile} is damaged (${what}). Nothing was changed. Copy the file somewhere safe first. ${RESTORE}`,
    );
  let db: Database.Database | null = null;
  try {
    db = new Database(databaseFile, { readonly: true });
    const found = db.pragma('quick_check(1)', { simple: true });
    if (found !== 'ok') throw damaged(String(found).slice(0, 120));
    const [done, there] = [migrationsDone(db), migrationsThere()];
    if (done > there)
      throw new SettingError(
        `The database ${databaseFile} belongs to a newer Eager Feet (${done} migrations; this one knows ${there}). Nothing was changed. Start the newer one, or put the copy back that was made before the upgrade.`,
      );
  } catch (error) {
    const code = String((error as { code?: unknown }).code ?? '');
    if (code.startsWith('SQLITE_CORRUPT') || code.startsWith('SQLITE_NOTADB')) throw damaged(code);
    throw error;
  } finally {
    db?.close();
  }
}

/** Looks at the data before the house is opened. @throws SettingError with what to do */
export function checkData(config: Config): void {
  checkThere(config);
  checkWhole(config);
}

const factOf = (db: Db, key: string): string | null => db.select().from(houseFacts).where(eq(houseFacts.key, key)).get()?.value ?? null;
const setFact = (db: Db, key: string, value: string): void =>
  void db.insert(houseFacts).values({ key, value }).onConflictDoUpdate({ target: houseFacts.key, set: { value } }).run();

export const SECRET_FACT = 'made with this secret';
const SEEN_FACT = 'clock last seen';

/** What a secret is known by; it says nothing of the secret. */
const markOf = (secret: string) => createHmac('sha256', secret).update('this house').digest('hex');

/** Looks whether the secret is the one the database was made with; a new or older database takes the one that is there. */
function checkSecret({ db, config }: Context): void {
  const [known, mark] = [factOf(db, SECRET_FACT), markOf(config.secret)];
  if (known === null) setFact(db, SECRET_FACT, mark);
  else if (known !== mark)
    throw new SettingError(
      `The secret in ${join(config.dataDir, 'secret')} is not the one that this database was made with: no PIN or password would fit any more. Nothing was changed. Put the right one back from a backup (each holds one).`,
    );
}

/** What looks wrong with the clock beside when it was last seen; null when nothing does. */
export function clockDoubt(db: Db, now: number): string | null {
  const seen = Number(factOf(db, SEEN_FACT) ?? Number.NaN);
  if (Number.isNaN(seen)) return null;
  const day = (at: number) => new Date(at).toISOString().slice(0, 16).replace('T', ' ');
  if (now < seen - BACK_MS) return `The clock says ${day(now)} UTC, but was at ${day(seen)} UTC already`;
  if (now > seen + AHEAD_MS) return `The clock says ${day(now)} UTC, and was last seen at ${day(seen)} UTC`;
  return null;
}

/** Notes the clock, unless it looks wrong: then nothing is noted, and nothing is cleaned. */
export function seeClock({ db, now, log }: Context): void {
  const doubt = clockDoubt(db, now());
  if (doubt === null) setFact(db, SEEN_FACT, String(now()));
  else log.error({ doubt }, 'the clock looks wrong; nothing is cleaned until a start with TODAY');
}

/**
 * Looks at the secret and the clock once the database is open.
 * @throws SettingError with what to do
 */
export function checkOpened(context: Context, { clock }: { clock: boolean }): void {
  checkSecret(context);
  const { db, config, now } = context;
  const doubt = clock ? clockDoubt(db, now()) : null;
  const today = new Date(now()).toISOString().slice(0, 10);
  if (doubt !== null && config.today !== today)
    throw new SettingError(
      `${doubt}. With a wrong clock clips and children would be deleted too early, so nothing was started and nothing cleaned. Set the clock; when it is right, start once with TODAY=${today}`,
    );
  setFact(db, SEEN_FACT, String(now()));
}
