import { and, desc, eq, gte } from 'drizzle-orm';
import type { ClockEvent } from '../../core/training/index.ts';
import { insteadIn, type TodayWhy } from '../../core/training/index.ts';
import type { Session } from '../../core/weeks/index.ts';
import { inSquadNow } from '../accounts/leaving.ts';
import type { Db } from '../platform/db/connection.ts';
import { saidToday } from '../platform/db/schema.ts';

/** That a drill was too hard or too easy for a player on a day, and which one was done in its place. */
export type SaidToday = typeof saidToday.$inferSelect & { why: TodayWhy };

/**
 * Keeps what the log of a run says of drills that were too hard or too easy, in the place of what an earlier, shorter log said.
 * @param at when the run was, on the server's clock
 */
export function keepSaidToday(
  db: Db,
  run: { id: string; playerId: string; squadId: string },
  session: Session,
  log: readonly ClockEvent[],
  at: number,
): void {
  const planned = new Map(session.blocks.flatMap((block) => block.items).map((item) => [item.id, item.drillId]));
  const rows = [...insteadIn(log)].flatMap(([itemId, { drillId: done, why }]) => {
    const drillId = planned.get(itemId);
    return drillId && drillId !== done
      ? [{ runId: run.id, itemId, playerId: run.playerId, squadId: run.squadId, drillId, done, why, at }]
      : [];
  });
  db.delete(saidToday).where(eq(saidToday.runId, run.id)).run();
  if (rows.length > 0) db.insert(saidToday).values(rows).run();
}

/** What players of a squad said since an instant, newest first; of one player or of all who are in it now. */
export const saidSince = (db: Db, squadId: string, since: number, playerId?: string): SaidToday[] =>
  db
    .select()
    .from(saidToday)
    .where(
      and(
        eq(saidToday.squadId, squadId),
        gte(saidToday.at, since),
        playerId ? eq(saidToday.playerId, playerId) : inSquadNow(saidToday.squadId, saidToday.playerId),
      ),
    )
    .orderBy(desc(saidToday.at))
    .all() as SaidToday[];
