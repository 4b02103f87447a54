import type { Config } from '../config.ts';
import type { Db } from '../db/connection.ts';
import type { SignInLimits } from './limits.ts';

/** Mail that an account asked for itself, or is told for its safety. */
export interface AccountMail {
  userId: string;
  kind: 'new password' | 'password changed';
  /** The address to open; null where there is none. */
  address: string | null;
}

/** What sign-in needs. */
export interface AuthParts {
  db: Db;
  config: Config;
  limits: SignInLimits;
  now(): number;
  mail(mail: AccountMail): void;
}
