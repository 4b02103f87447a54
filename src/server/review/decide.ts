import { and, desc, eq, inArray, isNotNull } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import type { z } from 'zod';
import type { DecideSent, ReviewItem, Wave } from '../../contract/review.ts';
import { asWritten } from '../../core/drills/in-words.ts';
import { PRAISES, praiseFor, recountedValue, recountOf } from '../../core/review/index.ts';
import { mayBeWaved } from '../../core/scores/index.ts';
import type { Written } from '../../core/text/in-two.ts';
import { isLanguage, LANGUAGE_CODES, type LanguageCode } from '../../core/text/languages.ts';
import { language, t, term } from '../../core/text/translate.ts';
import type { Actor } from '../accounts/actor.ts';
import type { Context } from '../context.ts';
import type { Db } from '../platform/db/connection.ts';
import { decisions, scores } from '../platform/db/schema.ts';
import { inLanguage } from '../platform/languages.ts';
import { badInput, notFound } from '../platform/problems.ts';
import { allow, asPerson } from '../policy.ts';
import { judgedScores, type ScoreFact } from '../scores/facts.ts';
import { refreshFigureOf } from '../scores/figures.ts';
import { drillOfScore, refreshLater } from '../scores/reading.ts';
import { keptClip, workOf } from '../scores/work.ts';
import { pokeEveningOf } from '../weeks/evenings.ts';
import { itemOf } from './items.ts';

/** The language that a coach reads now, and so writes. */
const writtenNow = (): LanguageCode | null => {
  const now = language();
  return isLanguage(now) ? now : null;
};

/** A praise of ours in the other language; null for words of the coach's own. */
function praiseInOther(line: string): Written['also'] {
  const praise = PRAISES.find((one) => term(one) === line);
  const other = LANGUAGE_CODES.find((one) => one !== language());
  return praise && other ? { language: other, text: inLanguage(other, () => term(praise)) } : null;
}

/** What a decision is without its words. */
const BARE = {
  undoes: null,
  value: null,
  faults: null,
  marks: null,
  reason: null,
  line: null,
  written: null,
  also: null,
  cues: [],
  waveId: null,
  tookSeconds: null,
};

/** Number and faults of a correction: by marks they are counted here, not believed. */
function correctionOf(db: Db, score: ScoreFact, sent: DecideSent): { value: number | null; faults: number | null } {
  if (sent.verdict !== 'corrected') return { value: null, faults: null };
  if (!sent.marks) return { value: sent.value, faults: null };
  const clip = keptClip(db, score);
  if (!clip) throw badInput('marks', t('The clip of this score is gone, so its marks cannot be checked. Type the number.'));
  const recount = recountOf(sent.marks, workOf(db, score, clip).work);
  const value = recountedValue(recount, score.measure, score.foot);
  if (value === null) throw badInput('marks', t('Marks cannot give the number of this measure. Type it.'));
  if (value !== sent.value)
    throw badInput('value', t('The marks come to {value}, not {value2}. Load the page anew.', { value, value2: sent.value }));
  return { value, faults: recount.drops };
}

/** Cues that a coach chose from the drill are kept as the drill has them, so that the child and every other coach reads them in their own language. */
function cuesAsWritten(db: Db, score: ScoreFact, cues: readonly string[]): string[] {
  const drill = drillOfScore(db, score);
  return cues.map((cue) => asWritten(drill, cue));
}

/** Writes a decision down. The same id again changes nothing; a newer decision on the same score takes its place, and both stay on record. */
export function decideScore(context: Context, actor: Actor, input: { score: string } & DecideSent): ReviewItem {
  const { db } = context;
  allow(db, actor, 'decide a score', { score: input.score });
  const { score: scoreId, ...said } = input;
  const had = db.select().from(decisions).where(eq(decisions.id, said.id)).get();
  if (had && had.scoreId !== scoreId) throw notFound();
  const score = db.select().from(scores).where(eq(scores.id, scoreId)).get();
  if (!score) throw notFound();
  if (said.verdict === 'counted' && score.value === null)
    throw badInput('verdict', t('The player lost count, so there is no number to count. Recount it, ask again, or set it aside.'));
  if (!had) {
    const correction = correctionOf(db, score, said);
    const marks = said.verdict === 'corrected' ? (said.marks ?? null) : null;
    return changing(context, score, () =>
      db
        .insert(decisions)
        .values({
          ...BARE,
          ...said,
          ...correction,
          marks,
          cues: cuesAsWritten(db, score, said.cues),
          written: writtenNow(),
          also: said.also ?? null,
          scoreId,
          coachId: asPerson(actor).userId,
          at: context.now(),
        })
        .run(),
    );
  }
  return itemOf(db, scoreId).item;
}

/** Does something to a score's decisions. Where another number counts afterwards, what waits after it is read anew. */
function changing(context: Context, score: ScoreFact, change: () => unknown): ReviewItem {
  const { db } = context;
  const item = db.transaction(() => {
    const before = judgedScores(db, eq(scores.id, score.id))[0]?.result;
    change();
    refreshFigureOf(db, score.id);
    const { item, judged } = itemOf(db, score.id);
    if (judged.result !== before) refreshLater(db, score);
    return item;
  });
  pokeEveningOf(context, score.runId);
  return item;
}

function insertUndo(context: Context, actor: Actor, id: string, decision: { id: string; scoreId: string }): void {
  context.db
    .insert(decisions)
    .values({
      ...BARE,
      id,
      scoreId: decision.scoreId,
      coachId: asPerson(actor).userId,
      verdict: 'undo',
      undoes: decision.id,
      at: context.now(),
    })
    .onConflictDoNothing()
    .run();
}

/** Takes a decision back, as a fact of its own; the decision before it holds again. */
export function undoDecision(context: Context, actor: Actor, input: { decision: string; id: string }): ReviewItem {
  const { db } = context;
  allow(db, actor, 'undo a decision', { decision: input.decision });
  const undone = db.select().from(decisions).where(eq(decisions.id, input.decision)).get();
  if (!undone || undone.verdict === 'undo') throw notFound();
  const score = db.select().from(scores).where(eq(scores.id, undone.scoreId)).get();
  if (!score) throw notFound();
  return changing(context, score, () => insertUndo(context, actor, input.id, undone));
}

/** Why a score is not waved through; null when it may be. */
function notWaved(squadId: string, one: ReturnType<typeof judgedScores>[number] | undefined): string | null {
  if (!one || one.score.squadId !== squadId) return t('It is not here any more.');
  if (one.standing === 'waiting for the coach') return t('Something speaks against it by now.');
  if (one.standing !== 'clear') return t('It was decided meanwhile.');
  return mayBeWaved({ result: 'clear', value: one.score.value }) ? null : t('The player lost count, so there is no number.');
}

/** The line for a child in a wave: at the first of the child's scores alone, and never what the child was told the last time. */
function praiseOnce(db: Db, squadId: string, playerId: string, chosen: string, praised: Set<string>): string | null {
  if (praised.has(playerId)) return null;
  praised.add(playerId);
  const last = db
    .select({ line: decisions.line })
    .from(decisions)
    .innerJoin(scores, eq(scores.id, decisions.scoreId))
    .where(and(eq(scores.squadId, squadId), eq(scores.playerId, playerId), isNotNull(decisions.line)))
    .orderBy(desc(decisions.at), desc(decisions.id))
    .limit(1)
    .get();
  return praiseFor(chosen, last?.line ?? null);
}

/** Counts many clear scores as one act; the same wave again changes nothing. What is not clear by now is left, with the reason. */
export function waveThrough(
  context: Context,
  actor: Actor,
  input: { squad: string } & z.output<typeof Wave>,
): { id: string; counted: string[]; left: { score: string; why: string }[] } {
  const { db } = context;
  allow(db, actor, 'wave clear ones through', { squad: input.squad });
  const coachId = asPerson(actor).userId;
  return db.transaction(() => {
    const ids = input.scores.map((one) => one.score);
    const judged = new Map(judgedScores(db, inArray(scores.id, ids)).map((one) => [one.score.id, one]));
    const had = db.select().from(decisions).where(eq(decisions.waveId, input.id)).all();
    const counted = had.map((one) => one.scoreId);
    const left: { score: string; why: string }[] = [];
    const praised = new Set(input.praise?.except);
    for (const { score, decision } of input.scores) {
      if (counted.includes(score)) continue;
      const why = had.length > 0 ? t('It was not part of this wave.') : notWaved(input.squad, judged.get(score));
      if (why) {
        left.push({ score, why });
        continue;
      }
      const player = judged.get(score)?.score.playerId ?? '';
      const line = input.praise ? praiseOnce(db, input.squad, player, input.praise.line, praised) : null;
      const { changes } = db
        .insert(decisions)
        .values({
          ...{ ...BARE, id: decision, scoreId: score, coachId, verdict: 'counted', waveId: input.id, at: context.now() },
          ...{ line, written: writtenNow(), also: line === null ? null : praiseInOther(line) },
        })
        .onConflictDoNothing()
        .run();
      if (changes > 0) {
        refreshFigureOf(db, score);
        counted.push(score);
      } else left.push({ score, why: t('Its id was used before. Load the page anew.') });
    }
    return { id: input.id, counted, left };
  });
}

/** Takes back every decision of a wave that still stands. */
export function undoWave(context: Context, actor: Actor, input: { squad: string; wave: string }): { undone: string[] } {
  const { db } = context;
  allow(db, actor, 'undo a wave', { squad: input.squad });
  return db.transaction(() => {
    const all = db
      .select({ id: decisions.id, scoreId: decisions.scoreId })
      .from(decisions)
      .innerJoin(scores, eq(scores.id, decisions.scoreId))
      .where(and(eq(decisions.waveId, input.wave), eq(scores.squadId, input.squad)))
      .all();
    if (all.length === 0) throw notFound();
    const taken = new Set(
      db
        .select({ undoes: decisions.undoes })
        .from(decisions)
        .where(
          inArray(
            decisions.undoes,
            all.map((one) => one.id),
          ),
        )
        .all()
        .map((row) => row.undoes),
    );
    const standing = all.filter((one) => !taken.has(one.id));
    for (const one of standing) {
      insertUndo(context, actor, uuid(), one);
      refreshFigureOf(db, one.scoreId);
    }
    return { undone: standing.map((one) => one.scoreId) };
  });
}
