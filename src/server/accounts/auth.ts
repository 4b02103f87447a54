import { betterAuth } from 'better-auth';
import { drizzleAdapter } from 'better-auth/adapters/drizzle';
import { APIError, createAuthMiddleware, getSessionFromCtx } from 'better-auth/api';
import { twoFactor } from 'better-auth/plugins/two-factor';
import { and, desc, eq, ne } from 'drizzle-orm';
import type { Db } from '../platform/db/connection.ts';
import * as schema from '../platform/db/schema.ts';
import { whileBusy } from '../platform/db/while-busy.ts';
import { ADDRESS_HEADER } from '../platform/http/address.ts';
import { writeLedger } from '../platform/ledger.ts';
import { Problem } from '../platform/problems.ts';
import { BESIDE_COOKIE, endBeside } from './companions.ts';
import { cookieAttributes, DEVICE_COOKIE, DEVICE_SECONDS, knownDevice, withAccount } from './device.ts';
import { deviceInWords } from './device-words.ts';
import type { Try } from './limits.ts';
import type { AuthParts } from './parts.ts';
import { squadSignIn } from './squad-sign-in.ts';

const asApiError = (problem: Problem) =>
  new APIError(
    problem.kind === 'too many tries' ? 'TOO_MANY_REQUESTS' : 'UNAUTHORIZED',
    { message: problem.message, code: problem.kind },
    problem.retryAfter === null ? undefined : { 'retry-after': String(problem.retryAfter) },
  );

/** Minutes that a link for a new password works. */
export const RESET_MINUTES = 60;

/** Sign-ins that one account may have at once; the ones that were used longest ago end. */
export const SIGN_INS_MAX = 20;

function endOldSignIns(db: Db, userId: string, newest: string): void {
  const rows = db
    .select({ id: schema.session.id })
    .from(schema.session)
    .where(and(eq(schema.session.userId, userId), ne(schema.session.id, newest)))
    .orderBy(desc(schema.session.updatedAt), desc(schema.session.id))
    .all();
  for (const { id } of rows.slice(SIGN_INS_MAX - 1)) db.delete(schema.session).where(eq(schema.session.id, id)).run();
}

/**
 * The accounts library's way into the database, patient: each of its steps is one statement, and is done again while the database is held
 * (by the house's own threads, too, at the turn of a day). The library itself would answer that something went wrong.
 */
function patientAdapter(db: Db): ReturnType<typeof drizzleAdapter> {
  const made = drizzleAdapter(db, { provider: 'sqlite', schema });
  return (options) => {
    const adapter = made(options);
    return {
      ...adapter,
      create: (asked) => whileBusy(() => adapter.create(asked)) as never,
      findOne: (asked) => whileBusy(() => adapter.findOne(asked)) as never,
      findMany: (asked) => whileBusy(() => adapter.findMany(asked)) as never,
      count: (asked) => whileBusy(() => adapter.count(asked)),
      update: (asked) => whileBusy(() => adapter.update(asked)) as never,
      updateMany: (asked) => whileBusy(() => adapter.updateMany(asked)),
      delete: (asked) => whileBusy(() => adapter.delete(asked)),
      deleteMany: (asked) => whileBusy(() => adapter.deleteMany(asked)),
    };
  };
}

/** Paths on which somebody signed in says the own password: a wrong one counts like one of signing in. */
const OWN_PASSWORD = new Set(['/change-password', '/two-factor/enable', '/two-factor/disable', '/two-factor/generate-backup-codes']);

/** What of a request of signing in is looked at before and after the library answers it. */
interface Asked {
  path: string;
  body?: unknown;
  headers?: Headers | undefined;
  getCookie(name: string): string | null;
}

/** Sign-in by e-mail and password (coach, guardian), by squad code, nickname and PIN, or by a family link (player). */
export function createAuth(parts: AuthParts) {
  const { db, config, hashes, limits, tell } = parts;
  const emailOf = (body: unknown) => String((body as { email?: unknown } | undefined)?.email ?? '').toLowerCase();
  const fromOf = (ctx: Asked) => ctx.headers?.get(ADDRESS_HEADER) ?? '';
  const tryOf = (ctx: Asked): Try => {
    const who = emailOf(ctx.body);
    return { who, from: fromOf(ctx), squad: null, device: knownDevice(config.secret, ctx.getCookie(DEVICE_COOKIE), who) };
  };
  /** What gives a try back that was right, by the request that made it. */
  const begun = new WeakMap<object, () => Promise<void>>();
  /** Requests by which an authenticator app is set up. */
  const settingUp = new WeakSet<object>();
  const begin = async (request: object, one: Try) => {
    const giveBack = await limits.begin(one).catch((error: unknown) => {
      throw error instanceof Problem ? asApiError(error) : error;
    });
    begun.set(request, giveBack);
  };
  /** A new password is written down outside the database, and links that were asked for with the old one end. */
  const passwordChanged = async (userId: string) => {
    const own = and(eq(schema.account.userId, userId), eq(schema.account.providerId, 'credential'));
    const row = db.select({ password: schema.account.password }).from(schema.account).where(own).get();
    if (row?.password) writeLedger(config, { what: 'password', user: userId, hash: row.password, at: parts.now() });
    await whileBusy(() => db.delete(schema.verification).where(eq(schema.verification.value, userId)).run());
    await tell({ kind: 'password changed', userId, detail: null });
  };
  return betterAuth({
    baseURL: config.baseAddress,
    secret: config.secret,
    telemetry: { enabled: false },
    logger: { disabled: true },
    database: patientAdapter(db),
    user: { additionalFields: { kind: { type: 'string', input: false, required: false, defaultValue: 'guardian' } } },
    session: { expiresIn: 60 * 60 * 24 * 60, updateAge: 60 * 60 * 24 },
    // A link to a new password is known by its hash only: who reads the database cannot use it.
    verification: { storeIdentifier: 'hashed' },
    emailAndPassword: {
      enabled: true,
      disableSignUp: true,
      minPasswordLength: 10,
      maxPasswordLength: 200,
      password: { hash: hashes.hash, verify: ({ hash: stored, password }) => hashes.verify(stored, password) },
      resetPasswordTokenExpiresIn: RESET_MINUTES * 60,
      revokeSessionsOnPasswordReset: true,
      sendResetPassword: async ({ user, token }) =>
        parts.mail({ userId: user.id, kind: 'new password', address: `${config.baseAddress}/new-password#${token}` }),
      onPasswordReset: ({ user }) => passwordChanged(user.id),
    },
    rateLimit: { enabled: false },
    databaseHooks: { session: { create: { after: ({ id, userId }) => whileBusy(() => endOldSignIns(db, userId, id)) } } },
    advanced: {
      ipAddress: { ipAddressHeaders: [ADDRESS_HEADER] },
      cookiePrefix: 'eager-feet',
      defaultCookieAttributes: cookieAttributes(config),
      // Origins are compared with the Host header by our own server, for every unsafe method.
      disableOriginCheck: true,
      disableCSRFCheck: true,
    },
    hooks: {
      before: createAuthMiddleware(async (ctx) => {
        if (ctx.path === '/sign-in/email') await begin(ctx.context, tryOf(ctx));
        // Somebody who is signed in shows that a new app works; anybody else takes the second step of signing in.
        if (ctx.path === '/two-factor/verify-totp' && (await getSessionFromCtx(ctx))) settingUp.add(ctx.context);
        if (!OWN_PASSWORD.has(ctx.path)) return;
        const userId = (await getSessionFromCtx(ctx))?.user.id;
        if (userId) await begin(ctx.context, { who: `own password of ${userId}`, from: fromOf(ctx), squad: null, device: null });
      }),
      after: createAuthMiddleware(async (ctx) => {
        if (ctx.path === '/sign-out' && ctx.getCookie(BESIDE_COOKIE)) {
          await whileBusy(() => endBeside(db, config.secret, ctx.getCookie(BESIDE_COOKIE)));
          ctx.setCookie(BESIDE_COOKIE, '', { ...cookieAttributes(config), maxAge: 0 });
        }
        const failed = ctx.context.returned instanceof APIError;
        const userId = ctx.context.newSession?.user.id ?? ctx.context.session?.user.id;
        const giveBack = begun.get(ctx.context);
        begun.delete(ctx.context);
        if (ctx.path === '/sign-in/email') {
          if (!ctx.context.newSession || failed) return;
          await giveBack?.();
          // A second step may follow, which signs in.
          if (ctx.context.newSession.user.twoFactorEnabled) return;
        } else if (OWN_PASSWORD.has(ctx.path)) {
          if (failed || !userId) return;
          await giveBack?.();
          if (ctx.path === '/change-password') await passwordChanged(userId);
          if (ctx.path === '/two-factor/disable') await tell({ kind: 'two-factor off', userId, detail: null });
          return;
        } else if (!ctx.path.startsWith('/two-factor/verify-')) return;
        const signedIn = ctx.context.newSession;
        if (!failed && settingUp.has(ctx.context) && userId) await tell({ kind: 'two-factor on', userId, detail: null });
        if (failed || !signedIn) return;
        const who = signedIn.user.email.toLowerCase();
        const cookie = ctx.getCookie(DEVICE_COOKIE);
        if (knownDevice(config.secret, cookie, who) === null)
          await tell({ kind: 'new device', userId: signedIn.user.id, detail: deviceInWords(ctx.headers?.get('user-agent') ?? null) });
        ctx.setCookie(DEVICE_COOKIE, withAccount(config.secret, cookie, who), { ...cookieAttributes(config), maxAge: DEVICE_SECONDS });
      }),
    },
    plugins: [twoFactor({ issuer: 'Eager Feet' }), squadSignIn(parts, asApiError)],
  });
}
export type Auth = ReturnType<typeof createAuth>;
