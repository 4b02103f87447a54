import { and, eq, gte, sql } from 'drizzle-orm';
import { inParts } from '../../core/in-parts.ts';
import { type ReadStreak, type Streak, type StripCell, streakAndStrip, streakInWords } from '../../core/streaks/index.ts';
import { DONE_SHARE } from '../../core/training/index.ts';
import type { Context } from '../context.ts';
import type { Db } from '../platform/db/connection.ts';
import { prepared } from '../platform/db/prepared.ts';
import { runs, scores, squads, streakStates, trainingDays } from '../platform/db/schema.ts';
import { THE_HOUSE } from '../platform/heavy.ts';
import { type Member, membersOf, squadDay } from '../squads/squads.ts';
import { type Judged, lastTrained, streakInputs } from './calendar.ts';

const of = { squad: sql.placeholder('squad'), player: sql.placeholder('player'), day: sql.placeholder('day') };

const finishedOn = prepared((db) =>
  db
    .select({ n: sql<number>`count(distinct ${runs.sessionId})` })
    .from(runs)
    .where(and(eq(runs.playerId, of.player), eq(runs.squadId, of.squad), eq(runs.day, of.day), gte(runs.share, DONE_SHARE)))
    .prepare(),
);
const putDay = prepared((db) =>
  db
    .insert(trainingDays)
    .values({ squadId: of.squad, playerId: of.player, day: of.day, sessions: sql.placeholder('sessions') })
    .onConflictDoUpdate({
      target: [trainingDays.squadId, trainingDays.playerId, trainingDays.day],
      set: { sessions: sql`excluded.sessions` },
    })
    .prepare(),
);
const forget = prepared((db) =>
  db
    .delete(streakStates)
    .where(and(eq(streakStates.squadId, of.squad), eq(streakStates.playerId, of.player)))
    .prepare(),
);

/** Writes down that a player did something on a training day, with the sessions finished on it; the streak is computed anew when asked for. */
export function refreshDay(db: Db, squadId: string, playerId: string, day: string | null): void {
  if (day === null) return;
  const asked = { squad: squadId, player: playerId, day };
  putDay(db).run({ ...asked, sessions: finishedOn(db).get(asked)?.n ?? 0 });
  forget(db).run({ squad: squadId, player: playerId });
}

/** Forgets the computed streaks of a squad: a rule or a break has changed. They are computed beside, as soon as that is kept. */
export function forgetStreaksIn(context: Context, squadId: string): void {
  context.db.delete(streakStates).where(eq(streakStates.squadId, squadId)).run();
  setImmediate(() => {
    context.heavy.run('compute streaks', THE_HOUSE, undefined).catch((err) => context.log.error({ err }, 'compute streaks'));
  });
}

/** Forgets the computed streaks of a player in all squads: a pause has changed. */
export const forgetStreaksOf = (db: Db, playerId: string): void =>
  void db.delete(streakStates).where(eq(streakStates.playerId, playerId)).run();

export interface StreakState {
  streak: ReadStreak;
  strip: StripCell[];
  /** The last training day with a go; null before the first. */
  lastDay: string | null;
}

const statesOn = prepared((db) =>
  db
    .select()
    .from(streakStates)
    .where(and(eq(streakStates.squadId, of.squad), eq(streakStates.asOf, of.day)))
    .prepare(),
);

const compute = (db: Db, squadId: string, members: readonly Judged[], today: string) =>
  [...streakInputs(db, squadId, members, today)].map(([playerId, input]) => ({
    ...{ squadId, playerId, asOf: today, lastDay: lastTrained(input) },
    ...streakAndStrip(input),
  }));

/** What is kept is facts; what keeps the streak is put into words for whoever reads. */
const read = <R extends Pick<ReturnType<typeof compute>[number], 'streak' | 'strip' | 'lastDay'>>({
  streak,
  strip,
  lastDay,
}: R): StreakState => ({
  streak: streakInWords(streak),
  strip,
  lastDay,
});

/** Up to 0.18.0 a streak was kept with a sentence in place of what keeps it: it is computed anew. */
const isWhole = ({ streak }: { streak: Partial<Streak> }): boolean => streak.asks !== undefined;

const knownOn = (db: Db, squadId: string, today: string) =>
  new Map(
    statesOn(db)
      .all({ squad: squadId, day: today })
      .filter(isWhole)
      .map((row) => [row.playerId, read(row)]),
  );

/** The streaks of some members on a training day, by player. What is not kept for that day yet is computed; only `computeStreaks` keeps it. */
export function streakStatesOf(db: Db, squadId: string, members: readonly Judged[], today: string): Map<string, StreakState> {
  const known = new Map<string, StreakState>(knownOn(db, squadId, today));
  const missing = members.filter((member) => !known.has(member.id));
  if (missing.length > 0) for (const row of compute(db, squadId, missing, today)) known.set(row.playerId, read(row));
  return known;
}

/** The streak of one member on a training day. */
export function streakStateOf(db: Db, squadId: string, member: Pick<Member, 'id' | 'joinedOn'>, today: string): StreakState {
  const row = db
    .select()
    .from(streakStates)
    .where(and(eq(streakStates.squadId, squadId), eq(streakStates.playerId, member.id), eq(streakStates.asOf, today)))
    .get();
  const state = row && isWhole(row) ? read(row) : streakStatesOf(db, squadId, [member], today).get(member.id);
  if (!state) throw new Error('A member is always among the members.');
  return state;
}

/** Members whose streaks are computed while others wait to write. */
const AT_ONCE = 20;

/**
 * Computes and keeps what is not kept yet of today, in all squads, so that nobody waits for it. Reading and keeping are one transaction that
 * no other writer comes between: a go that arrived meanwhile would be forgotten by what was computed before it.
 */
export function computeStreaks({ db, now }: Pick<Context, 'db' | 'now'>): void {
  for (const squad of db.select().from(squads).all()) {
    const today = squadDay(squad, now());
    const known = knownOn(db, squad.id, today);
    for (const part of inParts(
      membersOf(db, squad.id).filter((member) => !known.has(member.id)),
      AT_ONCE,
    ))
      db.transaction(
        () => {
          for (const { squadId, playerId, ...set } of compute(db, squad.id, part, today))
            db.insert(streakStates)
              .values({ squadId, playerId, ...set })
              .onConflictDoUpdate({ target: [streakStates.squadId, streakStates.playerId], set })
              .run();
        },
        { behavior: 'immediate' },
      );
  }
}

/** Makes the training days that an older program did not keep. */
export function fillDays(db: Db): void {
  if (db.select({ day: trainingDays.day }).from(trainingDays).limit(1).get()) return;
  const rows = db
    .selectDistinct({ squadId: scores.squadId, playerId: scores.playerId, day: scores.day })
    .from(scores)
    .all()
    .concat(
      db.selectDistinct({ squadId: runs.squadId, playerId: runs.playerId, day: runs.day }).from(runs).where(sql`${runs.share} > 0`).all(),
    );
  db.transaction(() => {
    for (const { squadId, playerId, day } of rows) refreshDay(db, squadId, playerId, day);
  });
}
