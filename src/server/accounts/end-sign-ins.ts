import { eq } from 'drizzle-orm';
import type { Db } from '../platform/db/connection.ts';
import { session } from '../platform/db/schema.ts';

/** Signs somebody out everywhere, or everywhere but on one device. */
export function endSignIns(db: Db, userId: string, but?: string): void {
  for (const row of db.select({ id: session.id }).from(session).where(eq(session.userId, userId)).all())
    if (row.id !== but) db.delete(session).where(eq(session.id, row.id)).run();
}
