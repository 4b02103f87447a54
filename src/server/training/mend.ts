import { eq } from 'drizzle-orm';
import type { GoAnswer, MendSent } from '../../contract/training.ts';
import { doneOnServerClock } from '../../core/calendar/days.ts';
import { DAY_MS } from '../../core/calendar/lengths.ts';
import { MEND_DAYS, wordInForce } from '../../core/scores/index.ts';
import { t } from '../../core/text/translate.ts';
import type { Actor } from '../accounts/actor.ts';
import type { Context } from '../context.ts';
import { scoreFigures, scores, scoreWords } from '../platform/db/schema.ts';
import { notFound, Problem } from '../platform/problems.ts';
import { allow, checkIsThem } from '../policy.ts';
import { readAnew } from '../scores/reading.ts';
import { wordsOf } from '../scores/words.ts';
import { answerOf, checkWord } from './send-go.ts';

/**
 * Puts a number right that the player gave for a go. The first word stays beside it, and whatever order mends come in, the one that was
 * said last holds, in every figure. Sending again changes nothing.
 * @throws Problem "decided" once a coach has decided, or when the go is more than a week ago
 */
export function mendScore(context: Context, actor: Actor, sent: MendSent & { score: string }): GoAnswer['results'][number] {
  const { db, now } = context;
  checkIsThem(actor, sent.playerId);
  allow(db, actor, 'mend a number', { score: sent.score });
  return db.transaction(() => {
    const score = db.select().from(scores).where(eq(scores.id, sent.score)).get();
    if (!score) throw notFound();
    const words = wordsOf(db, score.id);
    const had = db.select({ scoreId: scoreWords.scoreId }).from(scoreWords).where(eq(scoreWords.id, sent.id)).get();
    if (had && had.scoreId !== score.id) throw notFound();
    if (had) return answerOf(db, score);
    const figure = db.select({ decided: scoreFigures.decided }).from(scoreFigures).where(eq(scoreFigures.scoreId, score.id)).get();
    if (figure?.decided) throw new Problem('decided', t('Your coach has looked at this number already. Tell your coach if it is wrong.'));
    const saidAt = Math.max(doneOnServerClock(sent.saidAt, sent.sentAt, now()), score.doneAt);
    if (saidAt > score.doneAt + MEND_DAYS * DAY_MS)
      throw new Problem('decided', t('This was more than {mendDays} days ago. Tell your coach if it is wrong.', { mendDays: MEND_DAYS }));
    checkWord(sent, score.dose);
    const { value, faults, parts } = sent;
    const of = { scoreId: score.id, receivedAt: now() };
    // The go's own word comes before any other, also when the mend was said in the same instant.
    const first = { id: score.id, value: score.value, faults: score.faults, parts: score.parts, at: Math.min(score.doneAt, saidAt - 1) };
    const mend = { id: sent.id, value, faults, parts, at: saidAt };
    const added = words.length === 0 ? [first, mend] : [mend];
    db.insert(scoreWords)
      .values(added.map((word) => ({ ...word, ...of })))
      .run();
    const holds = wordInForce([...words, ...added]);
    const mended = { ...score, value: holds.value, faults: holds.faults, parts: holds.parts };
    db.update(scores).set({ value: holds.value, faults: holds.faults, parts: holds.parts }).where(eq(scores.id, score.id)).run();
    readAnew(db, mended);
    return answerOf(db, mended);
  });
}
