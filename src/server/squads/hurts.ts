import { and, desc, eq, gt, isNotNull, isNull } from 'drizzle-orm';
import type { Child, Today } from '../../contract/screens.ts';
import { DAY_MS } from '../../core/calendar/lengths.ts';
import type { Actor } from '../accounts/actor.ts';
import { inSquadNow } from '../accounts/leaving.ts';
import type { Context } from '../context.ts';
import type { Db } from '../platform/db/connection.ts';
import { hurtsSeen, players, runs, weekRevisions } from '../platform/db/schema.ts';
import { notFound } from '../platform/problems.ts';
import { allow, asPerson } from '../policy.ts';

/** The family's page tells of the last weeks. */
const TOLD_FOR_MS = 56 * DAY_MS;

const columns = {
  runId: runs.id,
  sessionId: runs.sessionId,
  content: weekRevisions.content,
  hurtAt: runs.hurtAt,
  seenAt: hurtsSeen.at,
  playerId: players.id,
  nickname: players.nickname,
};

const stopped = (db: Db) =>
  db
    .select(columns)
    .from(runs)
    .innerJoin(weekRevisions, eq(weekRevisions.id, runs.revisionId))
    .innerJoin(players, eq(players.id, runs.playerId))
    .leftJoin(hurtsSeen, eq(hurtsSeen.runId, runs.id));

type Stopped = ReturnType<ReturnType<typeof stopped>['all']>[number];
const sessionName = (row: Stopped) => row.content.sessions.find((one) => one.id === row.sessionId)?.name ?? 'a session';

/** Sessions of a squad that ended because something hurt, and no coach has seen it yet; newest first. */
export function unseenHurts(db: Db, squadId: string): Today['hurts'] {
  return stopped(db)
    .where(and(eq(runs.squadId, squadId), isNotNull(runs.hurtAt), isNull(hurtsSeen.at), inSquadNow(runs.squadId, runs.playerId)))
    .orderBy(desc(runs.hurtAt))
    .all()
    .map((row) => ({ runId: row.runId, playerId: row.playerId, nickname: row.nickname, session: sessionName(row), at: row.hurtAt ?? 0 }));
}

/** The same of one child over the last eight weeks, as the family sees it. */
export function hurtsOf(db: Db, playerId: string, now: number): Child['hurts'] {
  return stopped(db)
    .where(and(eq(runs.playerId, playerId), gt(runs.hurtAt, now - TOLD_FOR_MS)))
    .orderBy(desc(runs.hurtAt))
    .all()
    .map((row) => ({ session: sessionName(row), at: row.hurtAt ?? 0, seenAt: row.seenAt }));
}

/** Writes down that a coach has seen it; the first one to see it counts. */
export function seeHurt(context: Context, actor: Actor, input: { squad: string; run: string }): { at: number } {
  const { db } = context;
  allow(db, actor, 'see that something hurt', { squad: input.squad });
  const run = db
    .select({ id: runs.id })
    .from(runs)
    .where(and(eq(runs.id, input.run), eq(runs.squadId, input.squad), isNotNull(runs.hurtAt)))
    .get();
  if (!run) throw notFound();
  db.insert(hurtsSeen)
    .values({ runId: run.id, coachId: asPerson(actor).userId, at: context.now() })
    .onConflictDoNothing()
    .run();
  return { at: db.select({ at: hurtsSeen.at }).from(hurtsSeen).where(eq(hurtsSeen.runId, run.id)).get()?.at ?? context.now() };
}
