import { hash, verify } from '@node-rs/argon2';
import { betterAuth } from 'better-auth';
import { drizzleAdapter } from 'better-auth/adapters/drizzle';
import { APIError, createAuthMiddleware } from 'better-auth/api';
import * as schema from '../db/schema.ts';
import type { Problem } from '../problems.ts';
import { ADDRESS_HEADER } from './address.ts';
import { cookieAttributes, DEVICE_COOKIE, DEVICE_SECONDS, knownDevice, withAccount } from './device.ts';
import type { Try } from './limits.ts';
import type { AuthParts } from './parts.ts';
import { squadSignIn } from './squad-sign-in.ts';

const asApiError = (problem: Problem) =>
  new APIError(problem.kind === 'too many tries' ? 'TOO_MANY_REQUESTS' : 'UNAUTHORIZED', { message: problem.message, code: problem.kind });

/** Minutes that a link for a new password works. */
export const RESET_MINUTES = 60;

/** Sign-in by e-mail and password (coach, guardian), by squad code, nickname and PIN, or by a family link (player). */
export function createAuth(parts: AuthParts) {
  const { db, config, limits } = parts;
  const emailOf = (body: unknown) => String((body as { email?: unknown } | undefined)?.email ?? '').toLowerCase();
  const tryOf = (ctx: { body?: unknown; headers?: Headers | undefined; getCookie(name: string): string | null }): Try => {
    const who = emailOf(ctx.body);
    const device = knownDevice(config.secret, ctx.getCookie(DEVICE_COOKIE), who);
    return { who, from: ctx.headers?.get(ADDRESS_HEADER) ?? '', squad: null, device };
  };
  return betterAuth({
    baseURL: config.baseAddress,
    secret: config.secret,
    telemetry: { enabled: false },
    logger: { disabled: true },
    database: drizzleAdapter(db, { provider: 'sqlite', schema }),
    user: { additionalFields: { kind: { type: 'string', input: false, required: false, defaultValue: 'guardian' } } },
    session: { expiresIn: 60 * 60 * 24 * 60, updateAge: 60 * 60 * 24 },
    emailAndPassword: {
      enabled: true,
      disableSignUp: true,
      minPasswordLength: 10,
      maxPasswordLength: 200,
      password: { hash: (password) => hash(password), verify: ({ hash: stored, password }) => verify(stored, password) },
      resetPasswordTokenExpiresIn: RESET_MINUTES * 60,
      revokeSessionsOnPasswordReset: true,
      sendResetPassword: async ({ user, token }) => {
        if (await limits.mayAsk(user.id))
          parts.mail({ userId: user.id, kind: 'new password', address: `${config.baseAddress}/new-password#${token}` });
      },
      onPasswordReset: async ({ user }) => parts.mail({ userId: user.id, kind: 'password changed', address: null }),
    },
    rateLimit: { enabled: false },
    // Only what the interface uses is open; the rest of the library's endpoints is not.
    disabledPaths: [
      '/update-user',
      '/change-email',
      '/delete-user',
      '/list-sessions',
      '/revoke-session',
      '/revoke-sessions',
      '/revoke-other-sessions',
      '/sign-up/email',
      '/sign-in/social',
      '/link-social',
      '/list-accounts',
      '/unlink-account',
      '/refresh-token',
      '/get-access-token',
      '/account-info',
      '/send-verification-email',
      '/verify-email',
    ],
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
        if (ctx.path !== '/sign-in/email') return;
        await limits.check(tryOf(ctx)).catch((problem: Problem) => {
          throw asApiError(problem);
        });
      }),
      after: createAuthMiddleware(async (ctx) => {
        if (ctx.path === '/change-password' && ctx.context.session && !(ctx.context.returned instanceof APIError))
          parts.mail({ userId: ctx.context.session.user.id, kind: 'password changed', address: null });
        if (ctx.path !== '/sign-in/email') return;
        if (!ctx.context.newSession) return limits.failed(tryOf(ctx));
        await limits.succeeded(tryOf(ctx));
        const value = withAccount(config.secret, ctx.getCookie(DEVICE_COOKIE), emailOf(ctx.body));
        ctx.setCookie(DEVICE_COOKIE, value, { ...cookieAttributes(config), maxAge: DEVICE_SECONDS });
      }),
    },
    plugins: [squadSignIn(parts, asApiError)],
  });
}
export type Auth = ReturnType<typeof createAuth>;
