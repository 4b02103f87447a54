import { index, integer, sqliteTable, text } from 'drizzle-orm/sqlite-core';
import { flag } from './columns.ts';

/* Accounts: the tables that better-auth reads and writes, in its own field names. */

const moment = (name: string) => integer(name, { mode: 'timestamp_ms' });

export const user = sqliteTable('user', {
  id: text('id').primaryKey(),
  name: text('name').notNull(),
  email: text('email').notNull().unique(),
  emailVerified: flag('email_verified').notNull().default(false),
  image: text('image'),
  kind: text('kind').$type<'coach' | 'guardian' | 'player'>().notNull().default('guardian'),
  /** Whether a code of an authenticator app is asked for beside the password. */
  twoFactorEnabled: flag('two_factor_enabled').notNull().default(false),
  createdAt: moment('created_at').notNull(),
  updatedAt: moment('updated_at').notNull(),
});

/** What somebody chose to read: the language of the interface, and of the letters to them. */
export const readers = sqliteTable('readers', {
  userId: text('user_id')
    .primaryKey()
    .references(() => user.id, { onDelete: 'cascade' }),
  language: text('language').notNull(),
});

export const session = sqliteTable('session', {
  id: text('id').primaryKey(),
  expiresAt: moment('expires_at').notNull(),
  token: text('token').notNull().unique(),
  createdAt: moment('created_at').notNull(),
  updatedAt: moment('updated_at').notNull(),
  ipAddress: text('ip_address'),
  userAgent: text('user_agent'),
  userId: text('user_id')
    .notNull()
    .references(() => user.id, { onDelete: 'cascade' }),
});

export const account = sqliteTable('account', {
  id: text('id').primaryKey(),
  accountId: text('account_id').notNull(),
  providerId: text('provider_id').notNull(),
  userId: text('user_id')
    .notNull()
    .references(() => user.id, { onDelete: 'cascade' }),
  accessToken: text('access_token'),
  refreshToken: text('refresh_token'),
  idToken: text('id_token'),
  accessTokenExpiresAt: moment('access_token_expires_at'),
  refreshTokenExpiresAt: moment('refresh_token_expires_at'),
  scope: text('scope'),
  password: text('password'),
  createdAt: moment('created_at').notNull(),
  updatedAt: moment('updated_at').notNull(),
});

export const verification = sqliteTable('verification', {
  id: text('id').primaryKey(),
  identifier: text('identifier').notNull(),
  value: text('value').notNull(),
  expiresAt: moment('expires_at').notNull(),
  createdAt: moment('created_at'),
  updatedAt: moment('updated_at'),
});

/** What an authenticator app shares with the house, and the codes for when it is lost; both encrypted with the house's secret. */
export const twoFactor = sqliteTable(
  'two_factor',
  {
    id: text('id').primaryKey(),
    secret: text('secret').notNull(),
    backupCodes: text('backup_codes').notNull(),
    userId: text('user_id')
      .notNull()
      .references(() => user.id, { onDelete: 'cascade' }),
    verified: flag('verified').notNull().default(true),
    failedVerificationCount: integer('failed_verification_count').notNull().default(0),
    lockedUntil: moment('locked_until'),
  },
  (t) => [index('two_factor_of_user').on(t.userId)],
);
