import { hash, verify } from '@node-rs/argon2';
import type { BetterAuthPlugin } from 'better-auth';
import { type APIError, createAuthEndpoint } from 'better-auth/api';
import { setSessionCookie } from 'better-auth/cookies';
import { and, eq, isNull } from 'drizzle-orm';
import { FamilyLinkSignIn, SquadSignIn } from '../../contract/accounts.ts';
import { players, squadPlayers, squads } from '../db/schema.ts';
import { invitationBy } from '../people/codes.ts';
import { isLeaving } from '../people/leaving.ts';
import { Problem } from '../problems.ts';
import { ADDRESS_HEADER } from './address.ts';
import { cookieAttributes, DEVICE_COOKIE, DEVICE_SECONDS, knownDevice, withAccount } from './device.ts';
import type { Try } from './limits.ts';
import type { AuthParts } from './parts.ts';

/** How a nickname is compared when signing in. */
export const signInName = (nickname: string) => nickname.trim().toLowerCase();

/** Hashing a PIN costs the same as any password; guessing is stopped by the limits. */
export const hashPin = (pin: string) => hash(pin);

const WRONG = 'Squad code, nickname and PIN do not fit together. Check each one and try again.';
const WRONG_LINK = 'This link does not work any more. Ask your guardian or your coach for a new one.';

/**
 * Sign-in of a player: by squad code, nickname and PIN, or by a family link. An unknown name costs the same time as a wrong PIN,
 * so that names cannot be found out.
 */
export const squadSignIn = ({ db, config, limits, now }: AuthParts, asApiError: (problem: Problem) => APIError) => {
  const decoy = hashPin('no such player');
  const check = (one: Try) =>
    limits.check(one).catch((problem: Problem) => {
      throw asApiError(problem);
    });
  const wrong = async (one: Try, sentence: string): Promise<never> => {
    await limits.failed(one);
    throw asApiError(new Problem('not signed in', sentence));
  };
  return {
    id: 'squad-sign-in',
    endpoints: {
      signInSquad: createAuthEndpoint('/sign-in/squad', { method: 'POST', body: SquadSignIn }, async (ctx) => {
        const { nickname, pin } = ctx.body;
        const code = ctx.body.code.trim().toUpperCase();
        const from = ctx.headers?.get(ADDRESS_HEADER) ?? '';
        const found = db
          .select({ playerId: players.id, userId: players.userId, pinHash: players.pinHash })
          .from(squadPlayers)
          .innerJoin(squads, eq(squads.id, squadPlayers.squadId))
          .innerJoin(players, eq(players.id, squadPlayers.playerId))
          .where(and(eq(squads.code, code), eq(squadPlayers.signInName, signInName(nickname)), isNull(squadPlayers.leftOn)))
          .get();
        const who = found?.playerId ?? `${code}/${signInName(nickname)}`;
        const cookie = ctx.getCookie(DEVICE_COOKIE);
        const one: Try = { who, from, squad: code, device: knownDevice(config.secret, cookie, who) };
        await check(one);
        const fits = await verify(found?.pinHash ?? (await decoy), pin);
        const owner = found && fits && !isLeaving(db, found.playerId) ? await ctx.context.internalAdapter.findUserById(found.userId) : null;
        if (!owner) return wrong(one, WRONG);
        await limits.succeeded(one);
        const session = await ctx.context.internalAdapter.createSession(owner.id, false);
        await setSessionCookie(ctx, { session, user: owner });
        ctx.setCookie(DEVICE_COOKIE, withAccount(config.secret, cookie, who), { ...cookieAttributes(config), maxAge: DEVICE_SECONDS });
        return ctx.json({ ok: true });
      }),
      signInFamilyLink: createAuthEndpoint('/sign-in/family-link', { method: 'POST', body: FamilyLinkSignIn }, async (ctx) => {
        const from = ctx.headers?.get(ADDRESS_HEADER) ?? '';
        const one: Try = { who: `a family link from ${from}`, from, squad: null, device: null };
        // No count of wrong tries comes before it: the link is too long to be guessed, and is the way in when strangers guess PINs.
        const link = invitationBy(db, ctx.body.code, now());
        const player =
          link?.kind === 'family link' && link.playerId && !isLeaving(db, link.playerId)
            ? db.select({ id: players.id, userId: players.userId }).from(players).where(eq(players.id, link.playerId)).get()
            : undefined;
        const owner = player ? await ctx.context.internalAdapter.findUserById(player.userId) : null;
        if (!player || !owner) return wrong(one, WRONG_LINK);
        const session = await ctx.context.internalAdapter.createSession(owner.id, false);
        await setSessionCookie(ctx, { session, user: owner });
        const value = withAccount(config.secret, ctx.getCookie(DEVICE_COOKIE), player.id);
        ctx.setCookie(DEVICE_COOKIE, value, { ...cookieAttributes(config), maxAge: DEVICE_SECONDS });
        return ctx.json({ ok: true });
      }),
    },
  } satisfies BetterAuthPlugin;
};
