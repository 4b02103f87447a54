import type { BetterAuthPlugin } from 'better-auth';
import { type APIError, createAuthEndpoint } from 'better-auth/api';
import { setSessionCookie } from 'better-auth/cookies';
import { and, eq, isNull } from 'drizzle-orm';
import { FamilyLinkSignIn, SquadSignIn } from '../../contract/accounts.ts';
import { players, squadPlayers, squads } from '../platform/db/schema.ts';
import { ADDRESS_HEADER } from '../platform/http/address.ts';
import { Problem } from '../platform/problems.ts';
import { invitationBy } from './codes.ts';
import { cookieAttributes, DEVICE_COOKIE, DEVICE_SECONDS, knownDevice, withAccount } from './device.ts';
import { deviceInWords } from './device-words.ts';
import { isLeaving } from './leaving.ts';
import type { Try } from './limits.ts';
import type { AuthParts } from './parts.ts';

/** How a nickname is compared when signing in. */
export const signInName = (nickname: string) => nickname.trim().toLowerCase();

const WRONG = 'Squad code, nickname and PIN do not fit together. Check each one and try again.';
const WRONG_LINK = 'This link does not work any more. Ask your guardian or your coach for a new one.';

/** What an endpoint of the library is called with. */
type SignInContext = Parameters<typeof setSessionCookie>[0];

/**
 * Sign-in of a player: by squad code, nickname and PIN, or by a family link. An unknown name costs the same time as a wrong PIN,
 * so that names cannot be found out.
 */
export const squadSignIn = ({ db, config, hashes, limits, now, tell }: AuthParts, asApiError: (problem: Problem) => APIError) => {
  const decoy = hashes.hash('no such player');
  const begin = (one: Try) =>
    limits.begin(one).catch((error: unknown) => {
      throw error instanceof Problem ? asApiError(error) : error;
    });
  const wrong = (sentence: string) => asApiError(new Problem('not signed in', sentence));

  /**
   * Signs a player in. The way in is looked at once more after the session is made: a PIN that was changed, or a link that was ended
   * meanwhile, lets nobody in any more, and whoever changes it ends the sessions that are there.
   */
  async function enter(ctx: SignInContext, player: { id: string; userId: string }, stillOpen: () => boolean, sentence: string) {
    const owner = await ctx.context.internalAdapter.findUserById(player.userId);
    if (!owner) throw wrong(sentence);
    const made = await ctx.context.internalAdapter.createSession(owner.id, false);
    if (!stillOpen()) {
      await ctx.context.internalAdapter.deleteSession(made.token);
      throw wrong(sentence);
    }
    await setSessionCookie(ctx, { session: made, user: owner });
    const cookie = ctx.getCookie(DEVICE_COOKIE);
    if (knownDevice(config.secret, cookie, player.id) === null)
      tell({ kind: 'new device', userId: owner.id, detail: deviceInWords(ctx.headers?.get('user-agent') ?? null) });
    const value = withAccount(config.secret, cookie, player.id);
    ctx.setCookie(DEVICE_COOKIE, value, { ...cookieAttributes(config), maxAge: DEVICE_SECONDS });
  }

  return {
    id: 'squad-sign-in',
    endpoints: {
      signInSquad: createAuthEndpoint('/sign-in/squad', { method: 'POST', body: SquadSignIn }, async (ctx) => {
        const { nickname, pin } = ctx.body;
        const code = ctx.body.code.trim().toUpperCase();
        const from = ctx.headers?.get(ADDRESS_HEADER) ?? '';
        const found = db
          .select({ id: players.id, userId: players.userId, pinHash: players.pinHash })
          .from(squadPlayers)
          .innerJoin(squads, eq(squads.id, squadPlayers.squadId))
          .innerJoin(players, eq(players.id, squadPlayers.playerId))
          .where(and(eq(squads.code, code), eq(squadPlayers.signInName, signInName(nickname)), isNull(squadPlayers.leftOn)))
          .get();
        const who = found?.id ?? `${code}/${signInName(nickname)}`;
        const giveBack = await begin({ who, from, squad: code, device: knownDevice(config.secret, ctx.getCookie(DEVICE_COOKIE), who) });
        const fits = await hashes.verify(found?.pinHash ?? (await decoy), pin);
        if (!found || !fits || isLeaving(db, found.id)) throw wrong(WRONG);
        await giveBack();
        const pinNow = () => db.select({ pinHash: players.pinHash }).from(players).where(eq(players.id, found.id)).get()?.pinHash;
        await enter(ctx, found, () => pinNow() === found.pinHash && !isLeaving(db, found.id), WRONG);
        return ctx.json({ ok: true });
      }),
      signInFamilyLink: createAuthEndpoint('/sign-in/family-link', { method: 'POST', body: FamilyLinkSignIn }, async (ctx) => {
        const linked = () => {
          const link = invitationBy(db, ctx.body.code, now());
          return link?.kind === 'family link' && link.playerId && !isLeaving(db, link.playerId)
            ? db.select({ id: players.id, userId: players.userId }).from(players).where(eq(players.id, link.playerId)).get()
            : undefined;
        };
        // No wrong tries are counted: the link is too long to be guessed, and is the way in when strangers guess PINs.
        const player = linked();
        if (!player) throw wrong(WRONG_LINK);
        await enter(ctx, player, () => linked() !== undefined, WRONG_LINK);
        return ctx.json({ ok: true });
      }),
    },
  } satisfies BetterAuthPlugin;
};
