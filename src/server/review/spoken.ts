import { rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { eq } from 'drizzle-orm';
import type { BenchItem } from '../../contract/bench.ts';
import { t } from '../../core/text/translate.ts';
import type { Actor } from '../accounts/actor.ts';
import { inspectSpoken } from '../clips/inspect-spoken.ts';
import { mayFilm } from '../consent/consent.ts';
import type { Context } from '../context.ts';
import { scores, spokenLines } from '../platform/db/schema.ts';
import { notFound, Problem } from '../platform/problems.ts';
import { allow, asPerson } from '../policy.ts';
import { refreshFigureOf } from '../scores/figures.ts';
import { benchOf } from './bench.ts';

/** Keeps a spoken line under a score. It needs the same yes of a guardian as a clip. The same id again changes nothing. */
export async function speak(context: Context, actor: Actor, input: { score: string; id: string; data: string }): Promise<BenchItem> {
  const { db } = context;
  allow(db, actor, 'speak a line', { score: input.score });
  const score = db.select().from(scores).where(eq(scores.id, input.score)).get();
  if (!score) throw notFound();
  const had = db.select().from(spokenLines).where(eq(spokenLines.id, input.id)).get();
  if (had && had.scoreId !== score.id) throw notFound();
  if (!had) {
    if (!mayFilm(db, score.playerId))
      throw new Problem('no consent', t('This family has said no to clips, and a spoken line needs the same yes. Write the line.'));
    const bytes = Buffer.from(input.data, 'base64');
    const { mediaType, extension, seconds } = await inspectSpoken(bytes);
    const fileName = `spoken-${input.id}.${extension}`;
    // Looked at once more, and kept without a wait in between: a no that came meanwhile leaves no file.
    if (!mayFilm(db, score.playerId)) throw new Problem('no consent', t('This family has just said no to clips. Write the line.'));
    writeFileSync(join(context.config.clipDir, fileName), bytes, { mode: 0o600, flush: true });
    db.insert(spokenLines)
      .values({
        id: input.id,
        scoreId: score.id,
        playerId: score.playerId,
        squadId: score.squadId,
        coachId: asPerson(actor).userId,
        fileName,
        mediaType,
        bytes: bytes.length,
        seconds,
        at: context.now(),
      })
      .onConflictDoNothing()
      .run();
    refreshFigureOf(db, score.id);
  }
  return benchOf(context, actor, score.id);
}

/** The file of a spoken line for somebody who may hear it; hidden from coaches once the guardian's yes is gone. */
export function hearSpoken(context: Context, actor: Actor, input: { spoken: string }): { path: string; mediaType: string } {
  const { db } = context;
  allow(db, actor, 'hear a spoken line', input);
  const row = db.select().from(spokenLines).where(eq(spokenLines.id, input.spoken)).get();
  if (!row || row.deletedAt !== null) throw notFound();
  if (actor.kind === 'coach' && !mayFilm(db, row.playerId)) throw notFound();
  return { path: join(context.config.clipDir, row.fileName), mediaType: row.mediaType };
}

/** Deletes a spoken line for good; that it was there, and who deleted it, stays on record. */
export function deleteSpoken(context: Context, actor: Actor, input: { spoken: string }): { id: string } {
  const { db } = context;
  allow(db, actor, 'delete a spoken line', input);
  const row = db.select().from(spokenLines).where(eq(spokenLines.id, input.spoken)).get();
  if (!row) throw notFound();
  if (row.deletedAt === null) {
    rmSync(join(context.config.clipDir, row.fileName), { force: true });
    db.update(spokenLines)
      .set({ deletedAt: context.now(), deletedBy: asPerson(actor).userId })
      .where(eq(spokenLines.id, row.id))
      .run();
    refreshFigureOf(db, row.scoreId);
  }
  return { id: row.id };
}
