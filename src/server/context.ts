import pino, { type Logger } from 'pino';
import { type Auth, createAuth } from './accounts/auth.ts';
import { type Hashes, hashesWith, type Seal, sealWhatIsOpen, sealWith } from './accounts/hashes.ts';
import { createSignInLimits, type SignInLimits } from './accounts/limits.ts';
import type { AccountMail, AccountNews } from './accounts/parts.ts';
import { putAccountMail } from './mail/mail.ts';
import { tellAccount } from './mail/tell.ts';
import { copyBeforeUpgrade } from './operations/backups.ts';
import type { Config } from './platform/config.ts';
import { type Db, openBeside, openDatabase } from './platform/db/connection.ts';
import { whileBusy } from './platform/db/while-busy.ts';
import { type FarStore, farStore } from './platform/far-store.ts';
import { type Heavy, noHeavy } from './platform/heavy.ts';
import { createRooms, type Rooms } from './platform/rooms.ts';

/** What every server function works with. The clock is part of it, so that tests can set it. */
export interface Context {
  db: Db;
  config: Config;
  auth: Auth;
  limits: SignInLimits;
  hashes: Hashes;
  seal: Seal;
  /** Where what takes long is done. */
  heavy: Heavy;
  /** The store for clips somewhere else; null where they lie here. */
  far: FarStore | null;
  /** Who is connected to what is on right now. */
  rooms: Rooms;
  log: Logger;
  now(): number;
}

/** Nicknames, lines and addresses never reach the log: only ids, routes and times are written. */
const REDACTED = ['req.headers', 'nickname', 'line', 'email', 'pin', 'password', '*.nickname', '*.email', '*.pin', '*.password'];

/** An error for the log: what it was and where, without the values that a query carried. */
const errorForLog = (error: unknown) => {
  const { type, message, stack, ...rest } = pino.stdSerializers.err(error as Error);
  const without = (text: string | undefined) => text?.replaceAll(/\bparams: ?.*$/gm, 'params: …');
  return { type, code: (rest as { code?: unknown }).code, message: without(message), stack: without(stack) };
};

/** What every context is made of, over an open database. */
function contextOver(db: Db, config: Config, now: () => number, logLevel: string): Context {
  const log = pino({ level: logLevel, redact: REDACTED, serializers: { err: errorForLog } });
  const limits = createSignInLimits(config.limitsFile);
  const seal = sealWith(config.secret);
  const hashes = hashesWith(seal);
  // Whoever signs in waits while another writes.
  const mail = (one: AccountMail) => whileBusy(() => putAccountMail(db, seal, one, now()));
  const tell = (news: AccountNews) => whileBusy(() => tellAccount(context, news));
  const auth = createAuth({ db, config, limits, hashes, now, mail, tell });
  const far = config.clipStore && farStore(config.clipStore);
  const context: Context = { db, config, limits, hashes, seal, auth, heavy: noHeavy, far, rooms: createRooms(), log, now };
  return context;
}

/** A context of its own: opens the database and brings it to the newest schema. It has no threads for heavy work until it is given some. */
export function createContext(config: Config, now: () => number = Date.now, logLevel = 'info'): Context {
  const db = openDatabase(config.databaseFile, () => copyBeforeUpgrade(config, now()));
  const context = contextOver(db, config, now, logLevel);
  sealWhatIsOpen(db, context.seal);
  return context;
}

/** The context of a thread beside the one that answers: the database is open there already, and waiting for it stops nobody here. */
export const threadContext = (config: Config): Context => contextOver(openBeside(config.databaseFile), config, Date.now, 'warn');

const KEY = Symbol.for('eager-feet.house');
type Held = { [KEY]?: Context };

/** The one running house of this process; pages and the upload server are bundled apart and meet here. */
export function appContext(): Context {
  const held = (globalThis as Held)[KEY];
  if (!held) throw new Error('The server has not been started through server.mjs.');
  return held;
}

export function setAppContext(context: Context): void {
  (globalThis as Held)[KEY] = context;
}
