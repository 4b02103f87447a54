import pino, { type Logger } from 'pino';
import { type Auth, createAuth } from './auth/auth.ts';
import { createSignInLimits, type SignInLimits } from './auth/limits.ts';
import type { Config } from './config.ts';
import { type Db, openDatabase } from './db/connection.ts';

/** What every server function works with. The clock is part of it, so that tests can set it. */
export interface Context {
  db: Db;
  config: Config;
  auth: Auth;
  limits: SignInLimits;
  log: Logger;
  now(): number;
}

/** Nicknames, lines and addresses never reach the log: only ids, routes and times are written. */
const REDACTED = ['req.headers', 'nickname', 'line', 'email', 'pin', 'password', '*.nickname', '*.email', '*.pin', '*.password'];

export function createContext(config: Config, now: () => number = Date.now, logLevel = 'info'): Context {
  const db = openDatabase(config.databaseFile);
  const log = pino({ level: logLevel, redact: REDACTED });
  const limits = createSignInLimits();
  return { db, config, limits, auth: createAuth(db, config, limits), log, now };
}

const KEY = Symbol.for('eager-feet.house');
type Held = { [KEY]?: Context };

/** The one running house of this process; pages and the upload server are bundled apart and meet here. */
export function house(): Context {
  const held = (globalThis as Held)[KEY];
  if (!held) throw new Error('The server has not been started through server.mjs.');
  return held;
}

export function openHouse(context: Context): void {
  (globalThis as Held)[KEY] = context;
}
