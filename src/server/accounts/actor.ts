import { and, asc, eq, isNull } from 'drizzle-orm';
import { t } from '../../core/text/translate.ts';
import type { Context } from '../context.ts';
import type { Db } from '../platform/db/connection.ts';
import { playerGuardians, players, squadCoaches, squadPlayers, squads } from '../platform/db/schema.ts';
import { ADDRESS_HEADER } from '../platform/http/address.ts';
import { Problem } from '../platform/problems.ts';
import { besideCookieOf, companionOf, PLAYER_HEADER } from './companions.ts';
import { isLeaving } from './leaving.ts';
import { needsTwoFactor } from './needs-two-factor.ts';

/** Who asks: what the policy needs to know, and no more. */
export type Actor =
  | { kind: 'nobody' }
  | { kind: 'coach'; userId: string; name: string; squads: readonly string[]; heads: readonly string[] }
  | { kind: 'player'; userId: string; name: string; playerId: string; squads: readonly string[] }
  | { kind: 'guardian'; userId: string; name: string; children: readonly string[] };

export const NOBODY: Actor = { kind: 'nobody' };

/** The actor behind a signed-in user, with the squads or children that are theirs now. */
export function actorOf(db: Db, user: { id: string; name: string; kind: string }): Actor {
  const who = { userId: user.id, name: user.name };
  if (user.kind === 'coach') {
    const rows = db
      .select({ id: squadCoaches.squadId, role: squadCoaches.role })
      .from(squadCoaches)
      .innerJoin(squads, eq(squads.id, squadCoaches.squadId))
      // One that was thrown away is nobody's until it is brought back.
      .where(and(eq(squadCoaches.userId, user.id), isNull(squads.thrownAt)))
      .orderBy(asc(squadCoaches.squadId))
      .all();
    const heads = rows.filter((row) => row.role === 'head coach').map((row) => row.id);
    return { kind: 'coach', ...who, squads: rows.map((row) => row.id), heads };
  }
  if (user.kind === 'player') {
    const player = db.select({ id: players.id, inView: players.squadInView }).from(players).where(eq(players.userId, user.id)).get();
    if (!player || isLeaving(db, player.id)) return NOBODY;
    const rows = db
      .select({ id: squadPlayers.squadId })
      .from(squadPlayers)
      .innerJoin(squads, eq(squads.id, squadPlayers.squadId))
      .where(and(eq(squadPlayers.playerId, player.id), isNull(squadPlayers.leftOn), isNull(squads.thrownAt)))
      .orderBy(asc(squadPlayers.joinedOn), asc(squadPlayers.squadId))
      .all();
    const ids = rows.map((row) => row.id);
    // The squad that the player looks at comes first.
    const inOrder = [...ids.filter((id) => id === player.inView), ...ids.filter((id) => id !== player.inView)];
    return { kind: 'player', ...who, playerId: player.id, squads: inOrder };
  }
  const rows = db.select({ id: playerGuardians.playerId }).from(playerGuardians).where(eq(playerGuardians.userId, user.id)).all();
  return { kind: 'guardian', ...who, children: rows.map((row) => row.id) };
}

/** Somebody asking: who, from which address, and by which sign-in. */
export interface Asking {
  actor: Actor;
  /** The socket's address. */
  from: string;
  /** The id of the sign-in, null for nobody. */
  signInId: string | null;
  /** Ends when whoever asks has gone. */
  signal?: AbortSignal;
}

/**
 * Who asks, from the session cookie of a request; where several take turns on a device, the one that the request names.
 * @throws Problem "somebody else" when the named player is neither signed in here nor came along
 */
export async function askingFrom(context: Context, headers: Headers): Promise<Asking> {
  const signedIn = await context.auth.api.getSession({ headers });
  const from = headers.get(ADDRESS_HEADER) ?? '';
  if (!signedIn) return { actor: NOBODY, from, signInId: null };
  const { user } = signedIn;
  const actor = actorOf(context.db, user as { id: string; name: string; kind: string });
  const signInId = signedIn.session.id;
  const named = headers.get(PLAYER_HEADER);
  if (named && !(actor.kind === 'player' && actor.playerId === named)) {
    const beside =
      actor.kind === 'player' ? companionOf(context.db, context.config.secret, besideCookieOf(headers), named, context.now()) : undefined;
    if (!beside) throw new Problem('somebody else', t('This player is not signed in here now. It waits on this device until they are.'));
    return { actor: actorOf(context.db, { ...beside, id: beside.userId }), from, signInId: beside.id };
  }
  // Without the app that the house asks for, a head coach gets to the own account only.
  const waits = actor.kind === 'coach' && !user.twoFactorEnabled && needsTwoFactor(context, actor.userId);
  return { actor: waits ? { ...actor, squads: [], heads: [] } : actor, from, signInId };
}

/** The actor of a request. */
export const actorFrom = async (context: Context, headers: Headers): Promise<Actor> => (await askingFrom(context, headers)).actor;
