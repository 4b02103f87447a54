import { eq, getTableColumns, sql } from 'drizzle-orm';
import type { GoAnswer, GoSent, ScoreSent } from '../../contract/training.ts';
import { creditedDay, doneOnServerClock } from '../../core/calendar/days.ts';
import { BETTER, type Drill } from '../../core/drills/index.ts';
import { recordKey, resultOf, type Word } from '../../core/scores/index.ts';
import { t } from '../../core/text/translate.ts';
import { feetToScore, roundsOf } from '../../core/training/index.ts';
import type { Item } from '../../core/weeks/index.ts';
import type { Actor } from '../accounts/actor.ts';
import type { Context } from '../context.ts';
import { shelfOf } from '../drills/shelf.ts';
import type { Db } from '../platform/db/connection.ts';
import { prepared } from '../platform/db/prepared.ts';
import { scores, weekRevisions, weeks } from '../platform/db/schema.ts';
import { badInput, notFound, Problem } from '../platform/problems.ts';
import { allow, asPlayer, checkIsThem } from '../policy.ts';
import { judgedByIds, type ScoreFact } from '../scores/facts.ts';
import { hasOwnNumber } from '../scores/known.ts';
import { refreshReading } from '../scores/reading.ts';
import { type Member, memberOf, type Squad, squadById } from '../squads/squads.ts';
import { refreshDay } from '../streaks/days.ts';
import { contentOf, revisionColumns } from '../weeks/contents.ts';
import { type Evening, eveningById, eveningWeek } from '../weeks/evenings.ts';
import { playedWeek } from '../weeks/given.ts';

/** A device clock may run a little ahead of ours. */
const CLOCK_SLACK_MS = 5 * 60_000;

const { plan: _plan, ...weekColumns } = getTableColumns(weeks);

export interface Released {
  week: Omit<typeof weeks.$inferSelect, 'plan'>;
  revision: typeof weekRevisions.$inferSelect;
  squad: Squad;
}

const releasedBy = prepared((db) =>
  db
    .select({ week: weekColumns, revision: revisionColumns })
    .from(weekRevisions)
    .innerJoin(weeks, eq(weeks.id, weekRevisions.weekId))
    .where(eq(weekRevisions.id, sql.placeholder('id')))
    .prepare(),
);

/** The released week that a player sends something for; a foreign squad's answers like a missing one. */
export function releasedFor(db: Db, squads: readonly string[], revisionId: string, now: number): Released {
  const row = releasedBy(db).get({ id: revisionId });
  if (!row || !squads.includes(row.week.squadId)) throw notFound();
  // A surprise that is not open yet is not there for players, whatever they know of it.
  if (row.revision.surprise && row.revision.opensAt > now) throw notFound();
  return { week: row.week, revision: { ...row.revision, content: contentOf(db, revisionId) }, squad: squadById(db, row.week.squadId) };
}

/** Refuses what was not done while the week was open. A device whose clock runs ahead is taken at the time of arrival. */
export function checkOpen(released: Released, doneAt: number, now: number): void {
  const { opensAt, closesAt } = released.revision;
  const done = Math.min(doneAt, now);
  if (done >= opensAt - CLOCK_SLACK_MS && done < closesAt) return;
  const sentence =
    done < opensAt
      ? t('Week {number} is not open yet.', { number: released.week.number })
      : t('Week {number} is closed. What was done in time still counts; this came after.', { number: released.week.number });
  throw new Problem('week closed', sentence, [{ field: 'doneAt', sentence }]);
}

/** A go as it is kept, with the time it was done on the server's clock. */
export type GoDone = Pick<GoSent, 'goId' | 'sessionId' | 'itemId' | 'drillId' | 'round' | 'runId' | 'togetherId' | 'scores'> & {
  doneAt: number;
};

interface Place {
  item: Item;
  drill: Drill;
}

/** The evening of a released week that something says it was done on. */
export function eveningFor(db: Db, { squad, revision }: Released, id: string): Evening {
  const evening = eveningById(db, id);
  if (!evening || evening.squadId !== squad.id || evening.revisionId !== revision.id) throw notFound();
  return evening;
}

/**
 * The item as this player got it, and the drill that was done: the planned one in the player's school, or the one
 * that took its place at home. What takes a place is measured the same way and never has heading.
 */
function placeOf(db: Db, released: Released, sent: GoDone, member: Member): Place {
  const evening = sent.togetherId === undefined ? null : eveningFor(db, released, sent.togetherId);
  const content = evening ? eveningWeek(db, released.squad, member, evening) : playedWeek(db, released.squad, member, released.revision);
  const session = content.sessions.find((one) => one.id === sent.sessionId);
  const item = session?.blocks.flatMap((block) => block.items).find((one) => one.id === sent.itemId);
  if (!item?.scored || sent.round >= roundsOf(item)) throw notFound();
  const done = sent.drillId ?? item.drillId;
  const drill = content.drills[done] ?? shelfOf(db, released.squad.id).get(done);
  if (!drill || drill.measure !== item.dose.measure) throw notFound();
  if (done !== item.drillId && drill.loads.includes('heading')) throw notFound();
  return { item, drill };
}

/** The single numbers that a dose can have: one for each of its surfaces, one for each try of an unbroken run, else none. */
function checkPartNames(parts: Record<string, number>, dose: Item['dose'], wrong: (sentence: string) => Problem): void {
  const names = Object.keys(parts);
  const surfaces: readonly string[] = dose.measure === 'surfaces' ? dose.surfaces : [];
  const fits =
    dose.measure === 'unbroken run' ? (name: string) => /^try [1-9]\d?\d?$/.test(name) : (name: string) => surfaces.includes(name);
  const stranger = names.find((name) => !fits(name));
  if (stranger !== undefined) throw wrong(t('This drill has no number called “{stranger}”.', { stranger }));
}

/** Bad input that a schema cannot know: single numbers that a dose does not have, or a sum that they do not make. `before` names the field. */
export function checkWord(word: Pick<Word, 'value' | 'parts'>, dose: Item['dose'], before = ''): void {
  const wrong = (sentence: string) => badInput(`${before}parts`, sentence);
  if (word.parts !== null) checkPartNames(word.parts, dose, wrong);
  if (word.value === null || word.parts === null) return;
  const parts = Object.values(word.parts);
  const expected = dose.measure === 'surfaces' ? parts.reduce((sum, n) => sum + n, 0) : Math.max(0, ...parts);
  if (expected !== word.value) throw wrong(t('The single numbers do not make the number sent.'));
}

/** A foot that the item does not score, or a word that does not hold together. */
export function checkScore(one: ScoreSent, index: number, item: Item, feet: readonly string[]): void {
  const foot = one.foot === 'both' ? t('both feet together') : t('the {foot} foot', { foot: one.foot });
  if (!feet.includes(one.foot)) throw badInput(`scores.${index}.foot`, t('This drill is not scored for {foot}.', { foot }));
  checkWord(one, item.dose, `scores.${index}.`);
}

function factOf(context: Context, released: Released, place: Place, sent: GoDone, one: ScoreSent, playerId: string): ScoreFact {
  const now = context.now();
  const { squad, revision, week } = released;
  return {
    id: one.id,
    goId: sent.goId,
    playerId,
    squadId: squad.id,
    weekId: week.id,
    revisionId: revision.id,
    sessionId: sent.sessionId,
    itemId: sent.itemId,
    round: sent.round,
    foot: one.foot,
    drillId: place.drill.id,
    drillVersion: place.drill.version,
    recordKey: recordKey(place.drill, place.item.dose, one.foot),
    measure: place.item.dose.measure,
    dose: place.item.dose,
    value: one.value,
    faults: one.faults,
    seconds: one.seconds,
    clocked: one.clocked,
    parts: one.parts,
    saw: one.saw ?? null,
    runId: sent.runId,
    doneAt: Math.min(sent.doneAt, now),
    receivedAt: now,
    day: creditedDay(sent.doneAt, now, squad.timeZone, squad.dayEndsAt),
  };
}

/** What the player sees of a score at once. */
export function answerOf(db: Db, score: ScoreFact): GoAnswer['results'][number] {
  const judged = judgedByIds(db, [score.id])[0];
  const better = BETTER[score.measure];
  const recordBefore = judged?.recordBefore ?? null;
  const result = resultOf(score, score.dose);
  const beats = result !== null && (recordBefore === null || (better === 'more' ? result > recordBefore : result < recordBefore));
  return { scoreId: score.id, foot: score.foot, result, standing: judged?.standing ?? 'clear', recordBefore, isRecord: beats };
}

const scoreById = prepared((db) =>
  db
    .select()
    .from(scores)
    .where(eq(scores.id, sql.placeholder('id')))
    .prepare(),
);
const insertScore = prepared((db) => {
  const values = Object.fromEntries(Object.keys(getTableColumns(scores)).map((name) => [name, sql.placeholder(name)]));
  return db
    .insert(scores)
    .values(values as unknown as ScoreFact)
    .prepare();
});

/** Whether a go had a stretch number to reach: as its device says; of one that does not say, by the rule, where no coach set another. */
const hadStretch = (db: Db, fact: ScoreFact, item: Item, { saw, sawStretch }: ScoreSent): boolean =>
  item.target.rule === 'stretch' && (saw === undefined ? !hasOwnNumber(db, fact) : sawStretch === true);

/**
 * Keeps the numbers of one go; to be called inside a transaction. Whatever is already there stays as it is.
 * An id that another player used answers like a missing thing.
 */
export function keepGo(context: Context, released: Released, member: Member, go: GoDone): GoAnswer['results'] {
  const { db } = context;
  const place = placeOf(db, released, go, member);
  const feet = feetToScore(place.item, member.strongerFoot);
  return go.scores.map((one, index) => {
    const had = scoreById(db).get({ id: one.id });
    if (had && had.playerId !== member.id) throw notFound();
    if (had) return answerOf(db, had);
    checkOpen(released, go.doneAt, context.now());
    checkScore(one, index, place.item, feet);
    const fact = factOf(context, released, place, go, one, member.id);
    insertScore(db).run(fact);
    refreshReading(db, fact, place.drill, hadStretch(db, fact, place.item, one));
    refreshDay(db, fact.squadId, fact.playerId, fact.day);
    return answerOf(db, fact);
  });
}

/**
 * Keeps the numbers of one go; sending again, in any order, changes nothing. When the device tells its own clock at sending,
 * the go was done that much before its arrival, however wrong that clock is.
 */
export function sendGo(context: Context, actor: Actor, sent: GoSent): GoAnswer {
  const { db } = context;
  allow(db, actor, 'send a go');
  const player = asPlayer(actor);
  checkIsThem(actor, sent.playerId);
  const now = context.now();
  const released = releasedFor(db, player.squads, sent.revisionId, now);
  const member = memberOf(db, released.squad.id, player.playerId);
  const doneAt = sent.sentAt === undefined ? sent.doneAt : doneOnServerClock(sent.doneAt, sent.sentAt, now);
  const answer = db.transaction(() => ({ results: keepGo(context, released, member, { ...sent, doneAt }) }));
  // The coach sees it come in.
  if (sent.togetherId !== undefined) context.rooms.poke(sent.togetherId);
  return answer;
}
