import { and, desc, eq, isNull } from 'drizzle-orm';
import type { NoteView, PauseView } from '../../contract/progress.ts';
import type { Actor } from '../accounts/actor.ts';
import type { Context } from '../context.ts';
import type { Db } from '../platform/db/connection.ts';
import { coachNotes, playerPauses, user } from '../platform/db/schema.ts';
import { notFound } from '../platform/problems.ts';
import { allow, asPerson } from '../policy.ts';
import { forgetStreaksOf } from '../streaks/days.ts';

/** The notes of a squad's coaches on a player, newest first. They never leave the coaches' pages. */
export function notesOf(db: Db, actor: Actor, squadId: string, playerId: string): NoteView[] {
  const { userId } = asPerson(actor);
  return db
    .select({ id: coachNotes.id, coach: user.name, coachId: coachNotes.coachId, text: coachNotes.text, at: coachNotes.at })
    .from(coachNotes)
    .innerJoin(user, eq(user.id, coachNotes.coachId))
    .where(and(eq(coachNotes.squadId, squadId), eq(coachNotes.playerId, playerId), isNull(coachNotes.droppedAt)))
    .orderBy(desc(coachNotes.at), desc(coachNotes.id))
    .all()
    .map(({ coachId, ...note }) => ({ ...note, mine: coachId === userId }));
}

/** Keeps a note; the same id again changes nothing. */
export function addNote(context: Context, actor: Actor, input: { squad: string; player: string; id: string; text: string }): NoteView {
  const { db } = context;
  const { squad, player, id, text } = input;
  allow(db, actor, 'note on a player', { squad, player });
  const { userId } = asPerson(actor);
  db.insert(coachNotes)
    .values({ id, squadId: squad, playerId: player, coachId: userId, text, at: context.now() })
    .onConflictDoNothing()
    .run();
  const kept = notesOf(db, actor, squad, player).find((note) => note.id === id);
  if (!kept) throw notFound();
  return kept;
}

/** Takes an own note away; another coach's answers like a missing one. */
export function dropNote(context: Context, actor: Actor, input: { squad: string; player: string; note: string }): { id: string } {
  const { db } = context;
  allow(db, actor, 'note on a player', { squad: input.squad, player: input.player });
  const { changes } = db
    .update(coachNotes)
    .set({ droppedAt: context.now() })
    .where(
      and(
        eq(coachNotes.id, input.note),
        eq(coachNotes.squadId, input.squad),
        eq(coachNotes.playerId, input.player),
        eq(coachNotes.coachId, asPerson(actor).userId),
      ),
    )
    .run();
  if (changes === 0) throw notFound();
  return { id: input.note };
}

type PauseInput = { squad: string; player: string; pause: string };

function pauseOf(db: Db, { player, pause }: PauseInput) {
  const had = db.select().from(playerPauses).where(eq(playerPauses.id, pause)).get();
  if (had && had.playerId !== player) throw notFound();
  return had;
}

/** Begins, changes or ends a pause of a player. */
export function setPause(context: Context, actor: Actor, input: PauseInput & { from: string; to: string | null }): PauseView {
  const { db } = context;
  allow(db, actor, 'pause a player', { squad: input.squad, player: input.player });
  pauseOf(db, input);
  const { pause: id, player: playerId, from, to } = input;
  db.insert(playerPauses).values({ id, playerId, from, to }).onConflictDoUpdate({ target: playerPauses.id, set: { from, to } }).run();
  forgetStreaksOf(db, playerId);
  return { id, from, to };
}

export function dropPause(context: Context, actor: Actor, input: PauseInput): { id: string } {
  const { db } = context;
  allow(db, actor, 'pause a player', { squad: input.squad, player: input.player });
  if (!pauseOf(db, input)) throw notFound();
  db.delete(playerPauses).where(eq(playerPauses.id, input.pause)).run();
  forgetStreaksOf(db, input.player);
  return { id: input.pause };
}
