import type { Config } from '../platform/config.ts';
import type { Db } from '../platform/db/connection.ts';
import type { Hashes } from './hashes.ts';
import type { SignInLimits } from './limits.ts';

/** Mail that an account asked for itself. */
export interface AccountMail {
  userId: string;
  kind: 'new password';
  /** The address to open. */
  address: string;
}

/** What is told of an account: by whom it may be entered, and what changed of that. */
export interface AccountNews {
  kind: 'new device' | 'password changed' | 'two-factor on' | 'two-factor off';
  userId: string;
  detail: string | null;
}

/** What sign-in needs. */
export interface AuthParts {
  db: Db;
  config: Config;
  limits: SignInLimits;
  hashes: Hashes;
  now(): number;
  mail(mail: AccountMail): Promise<void>;
  tell(news: AccountNews): Promise<void>;
}
