import { and, desc, eq } from 'drizzle-orm';
import type { Db } from '../db/connection.ts';
import { consents } from '../db/schema.ts';

/** What a guardian agrees to, and its version: a changed text is a new version and is asked again. */
export const CLIP_CONSENT = {
  version: 1,
  text:
    'My child may film single goes for the coach. Clips are seen by the coaches of the squad and by our family only, ' +
    'never shown in tables, cleaned of place and device data, and deleted after the squad’s limit or at once when we ask. ' +
    'I can take this back at any time; then all clips are hidden from the coaches.',
};

/** Whether the newest word of a guardian is yes. Nobody's word yet is no. */
export function mayFilm(db: Db, playerId: string): boolean {
  const newest = db
    .select({ yes: consents.yes })
    .from(consents)
    .where(and(eq(consents.playerId, playerId), eq(consents.kind, 'clips')))
    .orderBy(desc(consents.at), desc(consents.id))
    .limit(1)
    .get();
  return newest?.yes ?? false;
}
