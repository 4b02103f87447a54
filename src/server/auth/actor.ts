import { and, eq, isNull } from 'drizzle-orm';
import type { Db } from '../db/connection.ts';
import { playerGuardians, players, squadCoaches, squadPlayers } from '../db/schema.ts';
import type { Context } from '../house.ts';

/** Who asks: what the policy needs to know, and no more. */
export type Actor =
  | { kind: 'nobody' }
  | { kind: 'coach'; userId: string; name: string; squads: readonly string[] }
  | { kind: 'player'; userId: string; name: string; playerId: string; squads: readonly string[] }
  | { kind: 'guardian'; userId: string; name: string; children: readonly string[] };

export const NOBODY: Actor = { kind: 'nobody' };

/** The actor behind a signed-in user, with the squads or children that are theirs now. */
export function actorOf(db: Db, user: { id: string; name: string; kind: string }): Actor {
  const who = { userId: user.id, name: user.name };
  if (user.kind === 'coach') {
    const rows = db.select({ id: squadCoaches.squadId }).from(squadCoaches).where(eq(squadCoaches.userId, user.id)).all();
    return { kind: 'coach', ...who, squads: rows.map((row) => row.id) };
  }
  if (user.kind === 'player') {
    const player = db.select({ id: players.id }).from(players).where(eq(players.userId, user.id)).get();
    if (!player) return NOBODY;
    const rows = db
      .select({ id: squadPlayers.squadId })
      .from(squadPlayers)
      .where(and(eq(squadPlayers.playerId, player.id), isNull(squadPlayers.leftOn)))
      .all();
    return { kind: 'player', ...who, playerId: player.id, squads: rows.map((row) => row.id) };
  }
  const rows = db.select({ id: playerGuardians.playerId }).from(playerGuardians).where(eq(playerGuardians.userId, user.id)).all();
  return { kind: 'guardian', ...who, children: rows.map((row) => row.id) };
}

/** The actor of a request, from its session cookie. */
export async function actorFrom(context: Context, headers: Headers): Promise<Actor> {
  const signedIn = await context.auth.api.getSession({ headers });
  return signedIn ? actorOf(context.db, signedIn.user as { id: string; name: string; kind: string }) : NOBODY;
}
