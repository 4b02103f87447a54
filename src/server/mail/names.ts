import { and, eq, isNotNull, isNull } from 'drizzle-orm';
import { escaped, nameToken } from '../../core/mail/index.ts';
import { staying } from '../accounts/leaving.ts';
import type { Db } from '../platform/db/connection.ts';
import { houseFacts, letters, outbox, players, squadPlayers } from '../platform/db/schema.ts';

/** Nicknames of the players of a squad by id; who left, or is leaving, has none any more. */
export function namesNow(db: Db, squadId: string): (playerId: string) => string | undefined {
  const rows = db
    .select({ id: players.id, nickname: players.nickname })
    .from(squadPlayers)
    .innerJoin(players, eq(players.id, squadPlayers.playerId))
    .where(and(eq(squadPlayers.squadId, squadId), isNull(squadPlayers.leftOn), staying()))
    .all();
  const names = new Map(rows.map((row) => [row.id, row.nickname]));
  return (id) => names.get(id);
}

const DONE = 'letters name players by id';

/** The nickname as a whole word, in a text or in HTML. */
const wordOf = (name: string) => new RegExp(`(?<![\\p{L}\\p{N}])${name.replaceAll(/[.*+?^${}()|[\]\\]/g, '\\$&')}(?![\\p{L}\\p{N}])`, 'gu');

/** Letters to coaches that a program before 0.7 wrote carry nicknames: each gets its id, once. */
export function nameOldLettersById(db: Db): void {
  if (db.select().from(houseFacts).where(eq(houseFacts.key, DONE)).get()) return;
  db.transaction(() => {
    const rows = db.select().from(letters).where(isNull(letters.playerId)).all();
    for (const letter of rows) {
      const named = db
        .select({ id: players.id, nickname: players.nickname })
        .from(squadPlayers)
        .innerJoin(players, eq(players.id, squadPlayers.playerId))
        .where(eq(squadPlayers.squadId, letter.squadId))
        .all()
        // A longer name first: it may hold a shorter one.
        .sort((a, b) => b.nickname.length - a.nickname.length);
      const put = (text: string, form: (name: string) => string) =>
        named.reduce((said, { id, nickname }) => said.replaceAll(wordOf(form(nickname)), nameToken(id)), text);
      const bare = (name: string) => name;
      const change = { subject: put(letter.subject, bare), plain: put(letter.plain, bare), html: put(letter.html, escaped) };
      db.update(letters).set(change).where(eq(letters.id, letter.id)).run();
      db.update(outbox)
        .set(change)
        .where(and(isNotNull(outbox.letterId), eq(outbox.letterId, letter.id)))
        .run();
    }
    db.insert(houseFacts).values({ key: DONE, value: '1' }).run();
  });
}
