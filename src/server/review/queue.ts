import { and, desc, eq, isNotNull, sql } from 'drizzle-orm';
import type { BenchSettings, ReviewQueue } from '../../contract/review.ts';
import { compareWaiting, doubtResult, type Habits, habitsOf, reviewKind } from '../../core/counts/index.ts';
import type { Actor } from '../auth/actor.ts';
import type { Db } from '../db/connection.ts';
import { benchSettings, clips, decisions, scoreReadings, scores } from '../db/schema.ts';
import { judgedByIds } from '../go/facts.ts';
import { doubtRulesOf } from '../go/reading.ts';
import type { Context } from '../house.ts';
import { allow, asPerson } from '../policy.ts';
import { waitingIn } from '../progress/figures.ts';
import { squadById } from '../squad/squads.ts';
import { itemsOf } from './items.ts';

const DECIDED_SHOWN = 40;
/** Newest decisions from which a coach's pace is learned. */
const DECISIONS_READ = 200;

/** Seconds that a coach takes for what waits, learned from the own decisions; waves are not looks. */
export function habitsOfCoach(db: Db, coachId: string): Habits {
  const filmed = sql<number>`exists (select 1 from ${clips} c where c.score_id = ${decisions.scoreId} and c.state in ('kept', 'deleted'))`;
  const rows = db
    .select({ seconds: decisions.tookSeconds, doubts: scoreReadings.doubts, filmed })
    .from(decisions)
    .leftJoin(scoreReadings, eq(scoreReadings.scoreId, decisions.scoreId))
    .where(and(eq(decisions.coachId, coachId), isNotNull(decisions.tookSeconds)))
    .orderBy(desc(decisions.at))
    .limit(DECISIONS_READ)
    .all();
  return habitsOf(rows.map((row) => ({ kind: reviewKind(doubtResult(row.doubts ?? []), Boolean(row.filmed)), seconds: row.seconds ?? 0 })));
}

/** A coach's own keys and tapping delay; nothing set yet is the usual. */
export function settingsOf(db: Db, coachId: string): BenchSettings {
  const row = db.select().from(benchSettings).where(eq(benchSettings.coachId, coachId)).get();
  return { keys: row?.keys ?? {}, delay: row?.delay ?? null };
}

/** Keeps a coach's own keys and tapping delay. */
export function setUpBench(context: Context, actor: Actor, input: BenchSettings): BenchSettings {
  const { db } = context;
  allow(db, actor, 'set up my bench');
  const { keys, delay } = input;
  db.insert(benchSettings)
    .values({ coachId: asPerson(actor).userId, keys, delay })
    .onConflictDoUpdate({ target: benchSettings.coachId, set: { keys, delay } })
    .run();
  return { keys, delay };
}

/** What waits for the coach, doubted first, and the latest decided ones. */
export function reviewQueue(context: Context, actor: Actor, input: { squad: string }): ReviewQueue {
  const { db } = context;
  allow(db, actor, 'see the review queue', input);
  const squad = squadById(db, input.squad);
  const { userId } = asPerson(actor);
  const ids = db
    .select({ id: scores.id })
    .from(scores)
    .where(sql`${scores.id} in ${waitingIn(squad.id)}`)
    .all();
  const waiting = itemsOf(
    db,
    squad.id,
    judgedByIds(
      db,
      ids.map((row) => row.id),
    ),
  );
  waiting.sort(compareWaiting);
  const latest = db
    .selectDistinct({ id: decisions.scoreId, at: decisions.at })
    .from(decisions)
    .innerJoin(scores, eq(scores.id, decisions.scoreId))
    .where(eq(scores.squadId, squad.id))
    .orderBy(desc(decisions.at))
    .limit(DECIDED_SHOWN)
    .all();
  const decidedIds = [...new Set(latest.map((row) => row.id))];
  const decided = itemsOf(db, squad.id, judgedByIds(db, decidedIds))
    .filter((item) => item.standing !== 'clear' && item.standing !== 'waiting for the coach')
    .sort((a, b) => (b.history.at(-1)?.at ?? 0) - (a.history.at(-1)?.at ?? 0));
  return {
    squad: { id: squad.id, name: squad.name, timeZone: squad.timeZone },
    coachId: userId,
    waiting,
    decided,
    habits: habitsOfCoach(db, userId),
    rules: doubtRulesOf(db, squad.id),
    mayChange: actor.kind === 'coach' && actor.heads.includes(squad.id),
    bench: settingsOf(db, userId),
  };
}
