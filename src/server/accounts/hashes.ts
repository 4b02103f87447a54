import { createCipheriv, createDecipheriv, hkdfSync, randomBytes } from 'node:crypto';
import { hash, verify } from '@node-rs/argon2';
import { and, eq, isNull, like, ne, not } from 'drizzle-orm';
import type { SQLiteColumn } from 'drizzle-orm/sqlite-core';
import type { Db } from '../platform/db/connection.ts';
import { account, joinRequests, outbox, players } from '../platform/db/schema.ts';

/* Secrets in the database are sealed with the house's secret: a copy of the database alone opens nothing, and four digits cannot be tried on it. */

const CIPHER = 'aes-256-gcm';
const KEY_BYTES = 32;
const IV_BYTES = 12;
const TAG_BYTES = 16;
const MARK = 'sealed:';

export interface Seal {
  seal(text: string): string;
  /** What was sealed; a text that never was is given back as it is. @throws when it was sealed with another secret */
  unseal(text: string): string;
}

/** Seals texts with a key made from the house's secret (HKDF-SHA-256, AES-256-GCM). */
export function sealWith(secret: string): Seal {
  const key = Buffer.from(hkdfSync('sha256', secret, '', 'eager-feet sealed texts', KEY_BYTES));
  return {
    seal(text) {
      const iv = randomBytes(IV_BYTES);
      const cipher = createCipheriv(CIPHER, key, iv);
      const body = Buffer.concat([cipher.update(text, 'utf8'), cipher.final()]);
      return MARK + Buffer.concat([iv, cipher.getAuthTag(), body]).toString('base64url');
    },
    unseal(text) {
      if (!text.startsWith(MARK)) return text;
      const whole = Buffer.from(text.slice(MARK.length), 'base64url');
      const decipher = createDecipheriv(CIPHER, key, whole.subarray(0, IV_BYTES));
      decipher.setAuthTag(whole.subarray(IV_BYTES, IV_BYTES + TAG_BYTES));
      return Buffer.concat([decipher.update(whole.subarray(IV_BYTES + TAG_BYTES)), decipher.final()]).toString('utf8');
    },
  };
}

/** Hashes of passwords and PINs (argon2id), sealed. Hashing a PIN costs the same as any password; guessing is stopped by the limits. */
export interface Hashes {
  hash(plain: string): Promise<string>;
  verify(stored: string, plain: string): Promise<boolean>;
}

export const hashesWith = ({ seal, unseal }: Seal): Hashes => ({
  hash: async (plain) => seal(await hash(plain)),
  verify: (stored, plain) => verify(unseal(stored), plain),
});

/** Seals what a program before 0.7 left open: hashes of PINs and passwords, and letters that carry a link. */
export function sealWhatIsOpen(db: Db, { seal }: Seal): void {
  const open = (column: SQLiteColumn) => and(ne(column, ''), not(like(column, `${MARK}%`)));
  db.transaction(() => {
    for (const { id, pinHash } of db.select().from(players).where(open(players.pinHash)).all())
      db.update(players)
        .set({ pinHash: seal(pinHash) })
        .where(eq(players.id, id))
        .run();
    for (const { id, pinHash } of db.select().from(joinRequests).where(open(joinRequests.pinHash)).all())
      db.update(joinRequests)
        .set({ pinHash: seal(pinHash) })
        .where(eq(joinRequests.id, id))
        .run();
    for (const { id, password } of db.select().from(account).where(open(account.password)).all())
      if (password !== null)
        db.update(account)
          .set({ password: seal(password) })
          .where(eq(account.id, id))
          .run();
    for (const { id, plain, html } of db
      .select()
      .from(outbox)
      .where(and(isNull(outbox.letterId), open(outbox.plain)))
      .all())
      db.update(outbox)
        .set({ plain: seal(plain), html: seal(html) })
        .where(eq(outbox.id, id))
        .run();
  });
}
