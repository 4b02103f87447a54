import { and, asc, eq } from 'drizzle-orm';
import { compileRunSheet } from '../../core/training/index.ts';
import type { Db } from '../platform/db/connection.ts';
import { players, runEvents, type runs, squadPlayers } from '../platform/db/schema.ts';
import { squadById } from '../squads/squads.ts';
import { contentOf } from '../weeks/contents.ts';
import { playedWeek } from '../weeks/given.ts';

/** A run as it was kept: its log, and the sheet that it ran by. Null without a log, or where its session is not known. */
export function ranOf(db: Db, run: typeof runs.$inferSelect) {
  const events = db.select({ event: runEvents.event }).from(runEvents).where(eq(runEvents.runId, run.id)).orderBy(asc(runEvents.seq)).all();
  // Somebody who has left the squad meanwhile is still in these rows.
  const member = db
    .select({ id: players.id, strongerFoot: players.strongerFoot, contactSchool: players.contactSchool, level: squadPlayers.level })
    .from(players)
    .innerJoin(squadPlayers, and(eq(squadPlayers.playerId, players.id), eq(squadPlayers.squadId, run.squadId)))
    .where(eq(players.id, run.playerId))
    .get();
  if (!member || events.length === 0) return null;
  const revision = { id: run.revisionId, content: contentOf(db, run.revisionId) };
  const content = playedWeek(db, squadById(db, run.squadId), member, revision, run.startedAt);
  const session = content.sessions.find((one) => one.id === run.sessionId);
  if (!session) return null;
  const sheet = compileRunSheet(session, new Map(Object.entries(content.drills)), { ...member, ownPace: {}, times: content.times });
  return { sheet, log: events.map((row) => row.event) };
}
