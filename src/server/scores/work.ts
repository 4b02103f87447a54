import { and, desc, eq, sql } from 'drizzle-orm';
import type { Span } from '../../core/clips/signals.ts';
import { marksOf, recountedValue, recountOf } from '../../core/review/index.ts';
import { workSpans } from '../../core/training/index.ts';
import type { Db } from '../platform/db/connection.ts';
import { prepared } from '../platform/db/prepared.ts';
import { clips, recounts, runs } from '../platform/db/schema.ts';
import type { ScoreFact } from './facts.ts';
import { ranOf } from './ran.ts';

export type WorkFrom = 'run log' | 'claim';

const keptClipOf = prepared((db) =>
  db
    .select()
    .from(clips)
    .where(and(eq(clips.scoreId, sql.placeholder('score')), eq(clips.playerId, sql.placeholder('player')), eq(clips.state, 'kept')))
    .prepare(),
);

/** The clip of a score that is kept, whoever may see it. */
export const keptClip = (db: Db, score: Pick<ScoreFact, 'id' | 'playerId'>): typeof clips.$inferSelect | undefined =>
  keptClipOf(db).get({ score: score.id, player: score.playerId });

/** When the work ran, in seconds after its start, as the kept run log has it. Empty when there is none, or it knows nothing of it. */
function spansOfRun(db: Db, score: ScoreFact): Span[] {
  const run = score.runId ? db.select().from(runs).where(eq(runs.id, score.runId)).get() : undefined;
  const ran = run && ranOf(db, run);
  return ran ? workSpans(ran.sheet, ran.log, score) : [];
}

/**
 * The stretches of work in a score's clip, in seconds of media time: from the run log where there is one whose work is as long as the
 * score says, else the claimed seconds from the clip's mark of the start.
 */
export function workOf(db: Db, score: ScoreFact, clip: { workAt: number; seconds: number | null }): { work: Span[]; from: WorkFrom } {
  const ran = score.clocked ? spansOfRun(db, score) : [];
  const seconds = ran.reduce((sum, span) => sum + span.to - span.from, 0);
  const spans = Math.abs(seconds - score.seconds) < 0.5 ? ran : [];
  const end = clip.seconds ?? clip.workAt + score.seconds;
  const work = (spans.length > 0 ? spans : [{ from: 0, to: score.seconds }])
    .map(({ from, to }) => ({ from: clip.workAt + from, to: Math.min(clip.workAt + to, end) }))
    .filter((span) => span.to > span.from);
  return { work, from: spans.length > 0 ? 'run log' : 'claim' };
}

const wholeRecounts = prepared((db) =>
  db
    .select({ log: recounts.log, workAt: clips.workAt, seconds: clips.seconds })
    .from(recounts)
    .innerJoin(clips, eq(clips.id, recounts.clipId))
    .where(and(eq(recounts.scoreId, sql.placeholder('score')), eq(recounts.whole, true)))
    .orderBy(desc(recounts.savedAt))
    .limit(1)
    .prepare(),
);

/**
 * What the newest whole recount of a score comes to; null without one, or where marks cannot tell.
 * What was counted holds also when the clip is deleted afterwards.
 */
export function recountedOf(db: Db, score: ScoreFact): number | null {
  const newest = wholeRecounts(db).get({ score: score.id });
  return newest ? recountedValue(recountOf(marksOf(newest.log), workOf(db, score, newest).work), score.measure, score.foot) : null;
}
