import { createHmac } from 'node:crypto';
import { and, eq, gt, inArray } from 'drizzle-orm';
import type { Db } from '../platform/db/connection.ts';
import { players, session, user } from '../platform/db/schema.ts';
import { isSameSecret } from '../platform/same-secret.ts';

/** The cookie of the players who take turns with whoever is signed in: a sign-in of each, made with the own PIN. */
export const BESIDE_COOKIE = 'eager-feet.beside';
/** They are asked again on the next day. */
export const BESIDE_SECONDS = 12 * 3600;
/** Which player of those on a device a request is for; left out by whoever is alone. */
export const PLAYER_HEADER = 'x-player';

/** As many as can take turns with one. */
const MOST = 3;

const sealOf = (secret: string, tokens: readonly string[]) =>
  createHmac('sha256', secret)
    .update(`beside|${tokens.join('.')}`)
    .digest('base64url');

/** What the cookie holds: tokens of sign-ins, the newest first, sealed by the house's secret; nothing of a cookie that somebody else made. */
function tokensIn(secret: string, cookie: string | null | undefined): string[] {
  const [seal = '', ...tokens] = (cookie ?? '').split('.');
  return isSameSecret(seal, sealOf(secret, tokens)) ? tokens : [];
}

/** The cookie's value out of a request's headers. */
export const besideCookieOf = (headers: Headers): string | null =>
  headers
    .get('cookie')
    ?.split(';')
    .map((one) => one.trim())
    .find((one) => one.startsWith(`${BESIDE_COOKIE}=`))
    ?.slice(BESIDE_COOKIE.length + 1) ?? null;

/** Sign-ins of players, by their tokens, that still hold. */
const signInsBy = (db: Db, tokens: readonly string[], now: number) =>
  db
    .select({ id: session.id, token: session.token, userId: session.userId, name: user.name, kind: user.kind, playerId: players.id })
    .from(session)
    .innerJoin(user, eq(user.id, session.userId))
    .innerJoin(players, eq(players.userId, session.userId))
    .where(and(inArray(session.token, [...tokens]), gt(session.expiresAt, new Date(now))))
    .all();

function end(db: Db, tokens: readonly string[]): void {
  if (tokens.length > 0)
    db.delete(session)
      .where(inArray(session.token, [...tokens]))
      .run();
}

/** The sign-in of a player beside, by the cookie; undefined where there is none. */
export const companionOf = (db: Db, secret: string, cookie: string | null, playerId: string, now: number) =>
  signInsBy(db, tokensIn(secret, cookie), now).find((one) => one.playerId === playerId);

/** The cookie's value once somebody has come; sign-ins that it does not hold any more end. */
export function withBeside(db: Db, secret: string, cookie: string | null, come: { token: string; userId: string }, now: number): string {
  const held = tokensIn(secret, cookie);
  const others = signInsBy(db, held, now).filter((one) => one.userId !== come.userId);
  const kept = [come.token, ...held.filter((token) => others.some((one) => one.token === token))].slice(0, MOST);
  end(
    db,
    held.filter((token) => !kept.includes(token)),
  );
  return [sealOf(secret, kept), ...kept].join('.');
}

/** Ends the sign-ins of all who came along. */
export const endBeside = (db: Db, secret: string, cookie: string | null): void => end(db, tokensIn(secret, cookie));
