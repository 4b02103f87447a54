import { and, eq } from 'drizzle-orm';
import type { BenchItem, Say } from '../../contract/bench.ts';
import type { ReviewSaid } from '../../core/scores/index.ts';
import { t } from '../../core/text/translate.ts';
import type { Actor } from '../accounts/actor.ts';
import { mayFilm } from '../consent/consent.ts';
import type { Context } from '../context.ts';
import type { Db } from '../platform/db/connection.ts';
import { reviewFacts, scores } from '../platform/db/schema.ts';
import { badInput, notFound, Problem } from '../platform/problems.ts';
import { allow, asPerson } from '../policy.ts';
import type { ScoreFact } from '../scores/facts.ts';
import { refreshFigureOf } from '../scores/figures.ts';
import { readAnew, readScore } from '../scores/reading.ts';
import { keptClip } from '../scores/work.ts';
import { benchOf } from './bench.ts';

/** What is written down: with the figure of a doubt, and the clip of a remark, as they are now. */
function factOf(db: Db, score: ScoreFact, say: Say['say']): ReviewSaid {
  switch (say.kind) {
    case 'doubt cleared': {
      const doubt = readScore(db, score).doubts.find((one) => one.reason === say.reason);
      if (!doubt) throw badInput('say.reason', t('This doubt is not there any more.'));
      return { ...say, figure: doubt.figure };
    }
    case 'remark': {
      const clip = keptClip(db, score);
      if (!clip || !mayFilm(db, score.playerId)) throw notFound();
      if (say.at > (clip.seconds ?? 0)) throw badInput('say.at', t('The remark lies after the end of the clip.'));
      return { ...say, clipId: clip.id };
    }
    case 'clip asked for':
      if (!mayFilm(db, score.playerId)) throw new Problem('no consent', t('This family has said no to clips, so none can be asked for.'));
      return say;
  }
}

function scoreById(db: Db, id: string): ScoreFact {
  const score = db.select().from(scores).where(eq(scores.id, id)).get();
  if (!score) throw notFound();
  return score;
}

/** Clears a doubt with a reason, puts a remark on the clip, or asks for a clip. The same id again changes nothing. */
export function say(context: Context, actor: Actor, input: { score: string } & Say): BenchItem {
  const { db } = context;
  allow(db, actor, 'say something of a score', { score: input.score });
  const coachId = asPerson(actor).userId;
  db.transaction(() => {
    const score = scoreById(db, input.score);
    const had = db.select().from(reviewFacts).where(eq(reviewFacts.id, input.id)).get();
    if (had && had.scoreId !== score.id) throw notFound();
    if (had) return;
    const said = factOf(db, score, input.say);
    db.insert(reviewFacts).values({ id: input.id, scoreId: score.id, coachId, said, undoes: null, at: context.now() }).run();
    if (said.kind === 'doubt cleared') readAnew(db, score);
    else refreshFigureOf(db, score.id);
  });
  return benchOf(context, actor, input.score);
}

/** Takes such a fact back, as a fact of its own. */
export function takeBack(context: Context, actor: Actor, input: { score: string; fact: string; id: string }): BenchItem {
  const { db } = context;
  allow(db, actor, 'take back what was said', { score: input.score });
  const coachId = asPerson(actor).userId;
  db.transaction(() => {
    const score = scoreById(db, input.score);
    const fact = db
      .select()
      .from(reviewFacts)
      .where(and(eq(reviewFacts.id, input.fact), eq(reviewFacts.scoreId, score.id)))
      .get();
    if (!fact || fact.said.kind === 'taken back') throw notFound();
    db.insert(reviewFacts)
      .values({ id: input.id, scoreId: score.id, coachId, said: { kind: 'taken back' }, undoes: fact.id, at: context.now() })
      .onConflictDoNothing()
      .run();
    if (fact.said.kind === 'doubt cleared') readAnew(db, score);
    else refreshFigureOf(db, score.id);
  });
  return benchOf(context, actor, input.score);
}
