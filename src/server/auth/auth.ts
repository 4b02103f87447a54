import { hash, verify } from '@node-rs/argon2';
import { betterAuth } from 'better-auth';
import { drizzleAdapter } from 'better-auth/adapters/drizzle';
import { APIError, createAuthMiddleware } from 'better-auth/api';
import type { Config } from '../config.ts';
import type { Db } from '../db/connection.ts';
import * as schema from '../db/schema.ts';
import type { Problem } from '../problems.ts';
import { ADDRESS_HEADER } from './address.ts';
import type { SignInLimits } from './limits.ts';
import { squadSignIn } from './squad-sign-in.ts';

const asApiError = (problem: Problem) =>
  new APIError(problem.kind === 'too many tries' ? 'TOO_MANY_REQUESTS' : 'UNAUTHORIZED', { message: problem.message, code: problem.kind });

/** Sign-in by e-mail and password (coach, guardian) and by squad code, nickname and PIN (player). */
export function createAuth(db: Db, config: Config, limits: SignInLimits) {
  const emailOf = (body: unknown) => String((body as { email?: unknown } | undefined)?.email ?? '').toLowerCase();
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
      password: { hash: (password) => hash(password), verify: ({ hash: stored, password }) => verify(stored, password) },
    },
    rateLimit: { enabled: false },
    advanced: {
      ipAddress: { ipAddressHeaders: [ADDRESS_HEADER] },
      cookiePrefix: 'eager-feet',
      defaultCookieAttributes: { httpOnly: true, sameSite: 'lax' },
      // Origins are compared with the Host header by our own server, for every unsafe method.
      disableOriginCheck: true,
      disableCSRFCheck: true,
    },
    hooks: {
      before: createAuthMiddleware(async (ctx) => {
        if (ctx.path !== '/sign-in/email') return;
        await limits.check(emailOf(ctx.body), ctx.headers?.get(ADDRESS_HEADER) ?? '').catch((problem: Problem) => {
          throw asApiError(problem);
        });
      }),
      after: createAuthMiddleware(async (ctx) => {
        if (ctx.path !== '/sign-in/email') return;
        const from = ctx.headers?.get(ADDRESS_HEADER) ?? '';
        if (ctx.context.newSession) await limits.succeeded(emailOf(ctx.body), from);
        else await limits.failed(emailOf(ctx.body), from);
      }),
    },
    plugins: [squadSignIn(db, limits, asApiError)],
  });
}
export type Auth = ReturnType<typeof createAuth>;
