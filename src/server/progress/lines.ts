import { and, asc, eq, isNull, sql } from 'drizzle-orm';
import type { SQLiteColumn } from 'drizzle-orm/sqlite-core';
import type { LineView } from '../../contract/parts.ts';
import { resultUnit } from '../../core/drills/index.ts';
import { grouped } from '../../core/grouped.ts';
import { recountOf } from '../../core/review/index.ts';
import { remarksOn } from '../../core/scores/index.ts';
import { asRead } from '../../core/text/in-two.ts';
import type { Db } from '../platform/db/connection.ts';
import { prepared } from '../platform/db/prepared.ts';
import { clips, reviewFacts, spokenLines } from '../platform/db/schema.ts';
import { coachNames } from '../review/items.ts';
import type { JudgedScore } from '../scores/facts.ts';
import { workOf } from '../scores/work.ts';

type Decided = JudgedScore & { decision: NonNullable<JudgedScore['decision']> };

const LINES_SHOWN = 30;

const byScore = <R extends { scoreId: string }>(rows: readonly R[]) => grouped(rows, (row) => row.scoreId);

/** What goes with the answers to some scores, looked up once for all of them. */
function withAnswers(db: Db, scoreIds: readonly string[]) {
  // As one value each: a query with a hundred of them takes longer to write than to run.
  const among = (column: SQLiteColumn) => sql`${column} in (select value from json_each(${JSON.stringify(scoreIds)}))`;
  const kept = db
    .select()
    .from(clips)
    .where(and(among(clips.scoreId), eq(clips.state, 'kept')))
    .all();
  const facts = db.select().from(reviewFacts).where(among(reviewFacts.scoreId)).orderBy(asc(reviewFacts.at)).all();
  const spoken = db
    .select()
    .from(spokenLines)
    .where(and(among(spokenLines.scoreId), isNull(spokenLines.deletedAt)))
    .orderBy(asc(spokenLines.at))
    .all();
  return {
    coach: coachNames(db),
    clips: byScore(kept),
    facts: byScore(facts),
    spoken: byScore(spoken),
  };
}

const COUNTED_KEPT = 2000;
/** What corrections came to, by decision and clip: both are frozen, and replaying a run for each is the longest part of a page of lines. */
const countedOnce = prepared(() => new Map<string, LineView['recount']>());

/** Left and right of the marks that a correction rests on; null where the number was typed, or only one foot works. */
function recountWords(db: Db, { score, decision }: Decided, clip: typeof clips.$inferSelect | undefined): LineView['recount'] {
  if (!decision.marks || score.foot !== 'both') return null;
  const known = countedOnce(db);
  const key = `${decision.id}|${clip?.id}|${clip?.workAt}`;
  const had = known.get(key);
  if (had) return had;
  const { left, right } = recountOf(decision.marks, clip ? workOf(db, score, clip).work : []);
  if (known.size >= COUNTED_KEPT) known.clear();
  known.set(key, { left, right });
  return { left, right };
}

/** The line as who reads gets it; of a score that was set aside without one, the reason. */
function saidLine(decision: Decided['decision']): Pick<LineView, 'line' | 'lineLanguage'> {
  const { line, reason, verdict, written, also } = decision;
  const text = line ?? (verdict === 'set aside' ? reason : null);
  if (text === null) return { line: null, lineLanguage: null };
  const read = asRead({ text, written, also: line === null ? null : also });
  return { line: read.text, lineLanguage: read.language };
}

/**
 * A coach's answers to some scores, newest first, with the remarks on the clip and what was said aloud.
 * Undecided scores, and those counted without a word, have nothing to read.
 */
export function linesOf(db: Db, judged: readonly JudgedScore[], drillName: (id: string) => string, most = LINES_SHOWN): LineView[] {
  const decided = judged
    .filter((one): one is Decided => one.decision !== null && one.decision.verdict !== 'undo')
    .sort((a, b) => b.decision.at - a.decision.at);
  const { coach, ...of } = withAnswers(
    db,
    decided.map((one) => one.score.id),
  );
  const lines: LineView[] = [];
  for (const one of decided) {
    if (lines.length >= most) break;
    const { decision, score } = one;
    const clip = of.clips.get(score.id)?.find((row) => row.playerId === score.playerId);
    const remarks = remarksOn(of.facts.get(score.id) ?? [], clip?.id).map(({ fact, ...remark }) => ({
      ...remark,
      coach: coach(fact.coachId),
    }));
    const spoken = (of.spoken.get(score.id) ?? []).map(({ id, seconds }) => ({ id, seconds }));
    const silent = !decision.line && decision.cues.length === 0 && remarks.length === 0 && spoken.length === 0;
    if (decision.verdict === 'undo' || (decision.verdict === 'counted' && silent)) continue;
    lines.push({
      decisionId: decision.id,
      coach: coach(decision.coachId),
      clip: clip ? { id: clip.id, workAt: clip.workAt } : null,
      remarks,
      spoken,
      recount: recountWords(db, one, clip),
      drillName: drillName(score.drillId),
      foot: score.foot,
      verdict: decision.verdict,
      claimed: score.value,
      value: decision.value,
      unit: resultUnit(score.measure),
      ...saidLine(decision),
      cues: decision.cues,
      at: decision.at,
    });
  }
  return lines;
}
