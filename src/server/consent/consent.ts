import { and, desc, eq } from 'drizzle-orm';
import { t } from '../../core/text/translate.ts';
import { isLeaving } from '../accounts/leaving.ts';
import type { Db } from '../platform/db/connection.ts';
import { type ConsentKind, consents } from '../platform/db/schema.ts';

/** What a guardian agrees to, and its version: a changed text is a new version and is asked again. */
export const CLIP_CONSENT = {
  version: 3,
  get text() {
    return t(
      'My child may film single goes for the coach, with sound only where the coach’s rules ask for it, so that touches can be heard. My child looks at each clip before it leaves the phone, or says to send it without looking. Clips are seen by the coaches of the squad and by our family only, never shown in tables, cleaned of place and device data, and deleted after the squad’s limit or at once when we ask. I can take this back at any time; then all clips are hidden from the coaches at once and deleted within a day.',
    );
  },
};

/** The first version of that text that speaks of sound. */
const SOUND_SINCE = 3;

/** What a guardian says of the squad's tables. Nobody's word yet leaves the child in, where the squad has them on. */
export const TABLE_CONSENT = {
  version: 1,
  get text() {
    return t(
      'My child’s nickname may stand in the squad’s tables where the coach has them on: nicknames only, the upper half only, never a last place. Out of the tables, my child still sees the own line.',
    );
  },
};

/** What a guardian said last, and to which version of the text. */
const newestSaid = (db: Db, playerId: string, kind: ConsentKind) =>
  db
    .select({ yes: consents.yes, version: consents.textVersion })
    .from(consents)
    .where(and(eq(consents.playerId, playerId), eq(consents.kind, kind)))
    .orderBy(desc(consents.at), desc(consents.id))
    .limit(1)
    .get();

/** The newest word of a guardian; null when none was said. */
export const newestWord = (db: Db, playerId: string, kind: ConsentKind): boolean | null => newestSaid(db, playerId, kind)?.yes ?? null;

/** Whether the newest word of a guardian is yes. Nobody's word yet is no, and so is a child that is leaving. */
export const saidYes = (db: Db, playerId: string, kind: ConsentKind): boolean =>
  !isLeaving(db, playerId) && newestWord(db, playerId, kind) === true;

export const mayFilm = (db: Db, playerId: string): boolean => saidYes(db, playerId, 'clips');

/** Whether clips may have sound: the guardian's newest word is a yes to a text that says so. */
export const saidYesToSound = (db: Db, playerId: string): boolean =>
  mayFilm(db, playerId) && (newestSaid(db, playerId, 'clips')?.version ?? 0) >= SOUND_SINCE;

/** Who of some children may film, read at once. */
export function mayFilmAmong(db: Db, playerIds: readonly string[]): Set<string> {
  const rows = db.$client
    .prepare(
      `select c.player_id as id from (
         select player_id, yes, row_number() over (partition by player_id order by at desc, id desc) as place
         from consents where kind = 'clips' and player_id in (select value from json_each(?))) c
       where c.place = 1 and c.yes = 1 and not exists (
         select 1 from deletions d where d.player_id = c.player_id and d.undone_at is null and d.done_at is null)`,
    )
    .all(JSON.stringify(playerIds)) as { id: string }[];
  return new Set(rows.map((row) => row.id));
}
