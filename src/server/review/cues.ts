import { and, eq } from 'drizzle-orm';
import type { Actor } from '../accounts/actor.ts';
import type { Context } from '../context.ts';
import { ownCues } from '../platform/db/schema.ts';
import { notFound } from '../platform/problems.ts';
import { allow, asPerson } from '../policy.ts';

/** Keeps a cue of the coaches' own for a drill. The same id again changes nothing. */
export function keepCue(
  context: Context,
  actor: Actor,
  input: { squad: string; id: string; drillId: string; text: string },
): { text: string; own: string } {
  const { db } = context;
  allow(db, actor, 'keep a cue', { squad: input.squad });
  const { squad: squadId, id, drillId, text } = input;
  const had = db.select().from(ownCues).where(eq(ownCues.id, id)).get();
  if (had && had.squadId !== squadId) throw notFound();
  if (!had) {
    const row = { id, squadId, drillId, text, madeBy: asPerson(actor).userId, madeAt: context.now() };
    db.insert(ownCues).values(row).run();
  }
  return { text: had?.text ?? text, own: id };
}

/** No longer offers such a cue; what was sent stays. */
export function dropCue(context: Context, actor: Actor, input: { squad: string; cue: string }): { id: string } {
  const { db } = context;
  allow(db, actor, 'drop a cue', { squad: input.squad });
  const mine = and(eq(ownCues.id, input.cue), eq(ownCues.squadId, input.squad));
  if (!db.select().from(ownCues).where(mine).get()) throw notFound();
  db.update(ownCues).set({ droppedAt: context.now() }).where(mine).run();
  return { id: input.cue };
}
