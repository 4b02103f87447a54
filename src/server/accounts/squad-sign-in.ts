import type { BetterAuthPlugin } from 'better-auth';
import { type APIError, createAuthEndpoint, getSessionFromCtx } from 'better-auth/api';
import { setSessionCookie } from 'better-auth/cookies';
import { and, eq, isNull } from 'drizzle-orm';
import type { z } from 'zod';
import { FamilyLinkSignIn, SquadSignIn } from '../../contract/accounts.ts';
import { english, t, term } from '../../core/text/translate.ts';
import { players, squadPlayers, squads } from '../platform/db/schema.ts';
import { whileBusy } from '../platform/db/while-busy.ts';
import { ADDRESS_HEADER } from '../platform/http/address.ts';
import { Problem } from '../platform/problems.ts';
import { invitationBy } from './codes.ts';
import { BESIDE_COOKIE, BESIDE_SECONDS, endBeside, withBeside } from './companions.ts';
import { cookieAttributes, DEVICE_COOKIE, DEVICE_SECONDS, knownDevice, withAccount } from './device.ts';
import { deviceInWords } from './device-words.ts';
import { isLeaving } from './leaving.ts';
import type { Try } from './limits.ts';
import type { AuthParts } from './parts.ts';

/** How a nickname is compared when signing in. */
export const signInName = (nickname: string) => nickname.trim().toLowerCase();

/** A nickname by its letters and digits alone: without accents, capitals, spaces and pictures. Empty for one that has neither. */
export const plainName = (nickname: string) =>
  nickname
    .normalize('NFKD')
    .toLowerCase()
    .replace(/[^\p{Letter}\p{Number}]/gu, '');

/** The one whose nickname was typed: to the letter, or the only one who has it without accents and pictures. */
export function meantBy<T extends { name: string }>(typed: string, among: readonly T[]): T | undefined {
  const exact = among.find((one) => one.name === signInName(typed));
  if (exact) return exact;
  const plain = plainName(typed);
  const alike = plain === '' ? [] : among.filter((one) => plainName(one.name) === plain);
  return alike.length === 1 ? alike[0] : undefined;
}

const WRONG = english('Squad code, nickname and PIN do not fit together. Check each one and try again.');
const WRONG_LINK = english('This link does not work any more. Ask your guardian or your coach for a new one.');

/** A player whose way in was found. */
interface Found {
  id: string;
  userId: string;
}

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
  async function enter(ctx: SignInContext, player: Found, stillOpen: () => boolean, sentence: string, beside = false) {
    const owner = await ctx.context.internalAdapter.findUserById(player.userId);
    if (!owner) throw wrong(sentence);
    const made = await ctx.context.internalAdapter.createSession(owner.id, beside);
    if (!stillOpen()) {
      await ctx.context.internalAdapter.deleteSession(made.token);
      throw wrong(sentence);
    }
    const came = ctx.getCookie(BESIDE_COOKIE);
    if (beside) {
      const besides = await whileBusy(() => withBeside(db, config.secret, came, made, now()));
      ctx.setCookie(BESIDE_COOKIE, besides, {
        ...cookieAttributes(config),
        maxAge: BESIDE_SECONDS,
      });
    } else {
      // Who came along came with somebody else.
      await whileBusy(() => endBeside(db, config.secret, came));
      if (came) ctx.setCookie(BESIDE_COOKIE, '', { ...cookieAttributes(config), maxAge: 0 });
      await setSessionCookie(ctx, { session: made, user: owner });
    }
    const cookie = ctx.getCookie(DEVICE_COOKIE);
    if (knownDevice(config.secret, cookie, player.id) === null)
      await tell({ kind: 'new device', userId: owner.id, detail: deviceInWords(ctx.headers?.get('user-agent') ?? null) });
    const value = withAccount(config.secret, cookie, player.id);
    ctx.setCookie(DEVICE_COOKIE, value, { ...cookieAttributes(config), maxAge: DEVICE_SECONDS });
  }

  /** Lets in whoever knows squad code, nickname and PIN. */
  async function enterByPin(ctx: SignInContext, asked: z.infer<typeof SquadSignIn>, not: string | null = null) {
    const { nickname, pin } = asked;
    const code = asked.code.trim().toUpperCase();
    const from = ctx.headers?.get(ADDRESS_HEADER) ?? '';
    const squad = db
      .select({ id: players.id, userId: players.userId, pinHash: players.pinHash, name: squadPlayers.signInName })
      .from(squadPlayers)
      .innerJoin(squads, eq(squads.id, squadPlayers.squadId))
      .innerJoin(players, eq(players.id, squadPlayers.playerId))
      .where(and(eq(squads.code, code), isNull(squads.thrownAt), isNull(squadPlayers.leftOn)))
      .all();
    const found = meantBy(nickname, squad);
    const who = found?.id ?? `${code}/${signInName(nickname)}`;
    const giveBack = await begin({ who, from, squad: code, device: knownDevice(config.secret, ctx.getCookie(DEVICE_COOKIE), who) });
    const fits = await hashes.verify(found?.pinHash ?? (await decoy), pin);
    if (!found || !fits || isLeaving(db, found.id)) throw wrong(term(WRONG));
    await giveBack();
    const pinNow = () => db.select({ pinHash: players.pinHash }).from(players).where(eq(players.id, found.id)).get()?.pinHash;
    if (found.userId === not) throw asApiError(new Problem('bad input', t('That is you. Ask somebody else to type a PIN.')));
    const stillOpen = () => pinNow() === found.pinHash && !isLeaving(db, found.id);
    await enter(ctx, found, stillOpen, term(WRONG), not !== null);
    return { ok: true, playerId: found.id };
  }

  return {
    id: 'squad-sign-in',
    endpoints: {
      signInSquad: createAuthEndpoint('/sign-in/squad', { method: 'POST', body: SquadSignIn }, async (ctx) =>
        ctx.json(await enterByPin(ctx, ctx.body)),
      ),
      /** Somebody who plays on the same phone, in turns with whoever is signed in. */
      signInBeside: createAuthEndpoint('/sign-in/beside', { method: 'POST', body: SquadSignIn }, async (ctx) => {
        const here = await getSessionFromCtx(ctx);
        if ((here?.user as { kind?: string } | undefined)?.kind !== 'player') throw wrong(t('Sign in yourself first.'));
        return ctx.json(await enterByPin(ctx, ctx.body, here?.user.id ?? null));
      }),
      signInFamilyLink: createAuthEndpoint('/sign-in/family-link', { method: 'POST', body: FamilyLinkSignIn }, async (ctx) => {
        const linked = () => {
          const link = invitationBy(db, ctx.body.code, now());
          return link?.kind === 'family link' && link.playerId && !isLeaving(db, link.playerId)
            ? db
                .select({ id: players.id, userId: players.userId, pinMade: players.pinMade })
                .from(players)
                .where(eq(players.id, link.playerId))
                .get()
            : undefined;
        };
        // No wrong tries are counted: the link is too long to be guessed, and is the way in when strangers guess PINs.
        const player = linked();
        if (!player) throw wrong(term(WRONG_LINK));
        await enter(ctx, player, () => linked() !== undefined, term(WRONG_LINK));
        return ctx.json({ ok: true, choosePin: player.pinMade });
      }),
    },
  } satisfies BetterAuthPlugin;
};
