import { hash, verify } from '@node-rs/argon2';
import type { BetterAuthPlugin } from 'better-auth';
import { type APIError, createAuthEndpoint } from 'better-auth/api';
import { setSessionCookie } from 'better-auth/cookies';
import { and, eq, isNull } from 'drizzle-orm';
import { SquadSignIn } from '../../contract/accounts.ts';
import type { Db } from '../db/connection.ts';
import { players, squadPlayers, squads } from '../db/schema.ts';
import { Problem } from '../problems.ts';
import { ADDRESS_HEADER } from './address.ts';
import type { SignInLimits } from './limits.ts';

/** How a nickname is compared when signing in. */
export const signInName = (nickname: string) => nickname.trim().toLowerCase();

/** Hashing a PIN costs the same as any password; guessing is stopped by the limits. */
export const hashPin = (pin: string) => hash(pin);

const WRONG = 'Squad code, nickname and PIN do not fit together. Check each one and try again.';

/**
 * Sign-in of a player by squad code, nickname and PIN. An unknown name costs the same time as a wrong PIN,
 * so that names cannot be found out.
 */
export const squadSignIn = (db: Db, limits: SignInLimits, asApiError: (problem: Problem) => APIError) => {
  const decoy = hashPin('no such player');
  return {
    id: 'squad-sign-in',
    endpoints: {
      signInSquad: createAuthEndpoint('/sign-in/squad', { method: 'POST', body: SquadSignIn }, async (ctx) => {
        const { code, nickname, pin } = ctx.body;
        const from = ctx.headers?.get(ADDRESS_HEADER) ?? '';
        const found = db
          .select({ playerId: players.id, userId: players.userId, pinHash: players.pinHash })
          .from(squadPlayers)
          .innerJoin(squads, eq(squads.id, squadPlayers.squadId))
          .innerJoin(players, eq(players.id, squadPlayers.playerId))
          .where(
            and(eq(squads.code, code.trim().toUpperCase()), eq(squadPlayers.signInName, signInName(nickname)), isNull(squadPlayers.leftOn)),
          )
          .get();
        const who = found?.playerId ?? `${code.trim().toUpperCase()}/${signInName(nickname)}`;
        try {
          await limits.check(who, from);
        } catch (problem) {
          throw asApiError(problem as Problem);
        }
        const fits = await verify(found?.pinHash ?? (await decoy), pin);
        const owner = found && fits ? await ctx.context.internalAdapter.findUserById(found.userId) : null;
        if (!owner) {
          await limits.failed(who, from);
          throw asApiError(new Problem('not signed in', WRONG));
        }
        await limits.succeeded(who, from);
        const session = await ctx.context.internalAdapter.createSession(owner.id, false);
        await setSessionCookie(ctx, { session, user: owner });
        return ctx.json({ ok: true });
      }),
    },
  } satisfies BetterAuthPlugin;
};
