import { and, eq } from 'drizzle-orm';
import type { RecountSent, RecountView } from '../../contract/bench.ts';
import type { Actor } from '../accounts/actor.ts';
import type { Context } from '../context.ts';
import { recounts, scores } from '../platform/db/schema.ts';
import { notFound } from '../platform/problems.ts';
import { allow, asPerson } from '../policy.ts';
import { readAnew } from '../scores/reading.ts';
import { keptClip } from '../scores/work.ts';

export type KeptRecount = typeof recounts.$inferSelect;

export const recountView = ({ id, log, edit, whole, delay }: KeptRecount): RecountView => ({
  id,
  log: { done: [...log.done], undone: [...log.undone] },
  edit,
  whole,
  delay,
});

/**
 * Keeps the coach's recount of a score's clip as it stands. A save with fewer edits than the kept one came late and changes nothing.
 * Once the whole work was counted, the claim is compared with it.
 */
export function saveRecount(context: Context, actor: Actor, input: { score: string } & RecountSent): RecountView {
  const { db } = context;
  allow(db, actor, 'save a recount', { score: input.score });
  const coachId = asPerson(actor).userId;
  return db.transaction(() => {
    const score = db.select().from(scores).where(eq(scores.id, input.score)).get();
    const clip = score && keptClip(db, score);
    if (!score || !clip) throw notFound();
    const { id, log, edit, whole, delay } = input;
    const mine = and(eq(recounts.clipId, clip.id), eq(recounts.coachId, coachId));
    const had = db.select().from(recounts).where(mine).get();
    const foreign = db.select({ id: recounts.id }).from(recounts).where(eq(recounts.id, id)).get();
    if (!had && foreign) throw notFound();
    const now = context.now();
    if (!had) {
      const row = { id, scoreId: score.id, clipId: clip.id, coachId, log, edit, whole, delay, startedAt: now, savedAt: now };
      db.insert(recounts).values(row).run();
    } else if (edit >= had.edit) {
      db.update(recounts).set({ log, edit, whole, delay, savedAt: now }).where(eq(recounts.id, had.id)).run();
    }
    const kept = db.select().from(recounts).where(mine).get();
    if (!kept) throw notFound();
    if (kept.whole || had?.whole) readAnew(db, score);
    return recountView(kept);
  });
}
