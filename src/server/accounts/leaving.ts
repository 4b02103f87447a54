import { and, eq, isNull, type SQL, type SQLWrapper, sql } from 'drizzle-orm';
import type { Db } from '../platform/db/connection.ts';
import { deletions, players } from '../platform/db/schema.ts';

/** That a guardian asked for everything of a player to be deleted, while it still can be undone; null otherwise. */
export function leavingOf(db: Db, playerId: string): { id: string; askedAt: number; dueAt: number } | null {
  return (
    db
      .select({ id: deletions.id, askedAt: deletions.askedAt, dueAt: deletions.dueAt })
      .from(deletions)
      .where(and(eq(deletions.playerId, playerId), isNull(deletions.undoneAt), isNull(deletions.doneAt)))
      .get() ?? null
  );
}

export const isLeaving = (db: Db, playerId: string): boolean => leavingOf(db, playerId) !== null;

/** Players who are not leaving: for queries that read `players`. Nobody but the family sees the others any more. */
export const staying = (): SQL => sql`not exists (
  select 1 from deletions d where d.player_id = ${players.id} and d.undone_at is null and d.done_at is null)`;

/** Rows of players who are in a squad now and are not leaving: the others' things are no coach's to see any more. */
export const inSquadNow = (squadId: SQLWrapper, playerId: SQLWrapper): SQL => sql`(exists (
  select 1 from squad_players m where m.squad_id = ${squadId} and m.player_id = ${playerId} and m.left_on is null)
  and not exists (
  select 1 from deletions d where d.player_id = ${playerId} and d.undone_at is null and d.done_at is null))`;
