import { and, eq, gte } from 'drizzle-orm';
import { z } from 'zod';
import { SIGN_INS } from '../../contract/beside.ts';
import { EmailText } from '../../contract/invitations.ts';
import { t } from '../../core/text/translate.ts';
import { qrOf } from '../accounts/codes.ts';
import { appContext, type Context } from '../context.ts';
import { account, session, user } from '../platform/db/schema.ts';
import { whileBusy } from '../platform/db/while-busy.ts';
import { isFull } from '../platform/disk-space.ts';
import { ADDRESS_HEADER } from '../platform/http/address.ts';
import { noRoom, notFound, Problem, type ProblemKind, parseInput } from '../platform/problems.ts';
import { checkIsJson, problemResponse, readBody } from './route.ts';

/* The accounts library answers signing in and out; only what the interface uses of it is open, and only with what the interface sends. */

/** What somebody types to sign in is short. */
const SIGN_IN_BYTES_MAX = 16 * 1024;

const PREFIX = '/api/auth';

/** The addresses that are open, with the fields that are handed on; everything else of the library answers 404. */
const OPEN = new Map(SIGN_INS.map(([path, , fields]) => [path, fields]));

/** What is always said on behalf of who asks: whoever changes a password is signed out everywhere else. */
const ALWAYS: Record<string, object> = { '/change-password': { revokeOtherSessions: true } };

/** Fields of the library's answers that are given on; no token, and no address to go to. */
const TOLD = ['playerId', 'choosePin', 'twoFactorRedirect', 'totpURI', 'backupCodes'] as const;

const ANY = z.record(z.string(), z.unknown(), 'The body is not an object.');

async function fieldsOf(request: Request, names: readonly string[]): Promise<Record<string, unknown>> {
  const body = request.body ? await readBody(request, SIGN_IN_BYTES_MAX) : Buffer.alloc(0);
  checkIsJson(request, body.length);
  if (body.length === 0) return {};
  let parsed: unknown;
  try {
    parsed = JSON.parse(body.toString('utf8'));
  } catch {
    throw new Problem('bad input', t('The body is not JSON.'));
  }
  const all = parseInput(ANY, parsed);
  return Object.fromEntries(names.flatMap((name) => (Object.hasOwn(all, name) ? [[name, all[name]]] : [])));
}

const KINDS: Record<number, ProblemKind> = { 401: 'not signed in', 403: 'not allowed', 429: 'too many tries' };

/** What the library refused, as the house says it. */
async function asProblem(answer: Response): Promise<Problem> {
  const said = (await answer.json().catch(() => null)) as { message?: string } | null;
  const retry = Number(answer.headers.get('retry-after'));
  return new Problem(
    KINDS[answer.status] ?? 'bad input',
    said?.message ?? t('This could not be done. Check what was typed and try again.'),
    [],
    Number.isFinite(retry) && retry > 0 ? retry : null,
  );
}

/** The password that an account has now, as it is kept. */
const passwordOf = ({ db }: Context, email: unknown) =>
  db
    .select({ userId: user.id, password: account.password })
    .from(user)
    .innerJoin(account, and(eq(account.userId, user.id), eq(account.providerId, 'credential')))
    .where(eq(user.email, String(email).toLowerCase()))
    .get();

/**
 * Asks for a mail with a link to a new password. The work is done after the answer went: how long it takes must not tell whether there is
 * such an account.
 */
async function askForPassword(context: Context, request: Request, given: Record<string, unknown>, answerAs: (body: object) => Request) {
  const email = parseInput(z.object({ email: EmailText }), given).email.toLowerCase();
  const from = request.headers.get(ADDRESS_HEADER) ?? '';
  const may = await context.limits.mayAsk(email, from);
  if (may) setImmediate(() => void context.auth.handler(answerAs({ email })).catch((err) => context.log.error({ err }, 'password mail')));
  return Response.json({ ok: true }, { headers: { 'cache-control': 'no-store' } });
}

/** A refused sign-in takes at least this long, whether or not there is such an account: what was looked up on the way cannot be timed. */
const REFUSED_MS = 150;

const notBefore = (at: number) => new Promise<void>((done) => setTimeout(done, Math.max(0, at - Date.now())));

/** Hands a request to the accounts library. */
export async function signInRoute(request: Request): Promise<Response> {
  const context = appContext();
  try {
    const url = new URL(request.url);
    const path = url.pathname.slice(PREFIX.length);
    const names = request.method === 'POST' ? OPEN.get(path) : undefined;
    if (!names) throw notFound();
    const given = await fieldsOf(request, names);
    const headers = new Headers(request.headers);
    headers.set('content-type', 'application/json');
    headers.delete('content-length');
    const answerAs = (body: object) =>
      new Request(`${url.origin}${url.pathname}`, { method: 'POST', headers, body: JSON.stringify({ ...body, ...ALWAYS[path] }) });
    if (path === '/request-password-reset') return await askForPassword(context, request, given, answerAs);
    const signingIn = path === '/sign-in/email';
    const before = signingIn ? passwordOf(context, given.email) : undefined;
    const startedAt = Date.now();
    const answer = await context.auth.handler(answerAs(given));
    // The library says only that something went wrong.
    if (answer.status >= 500) throw isFull(context.config.dataDir) ? noRoom() : new Error(`the accounts library answered ${answer.status}`);
    if (signingIn && !answer.ok) await notBefore(startedAt + REFUSED_MS);
    if (!answer.ok) throw await asProblem(answer);
    // A password that was changed while the old one was looked at opens nothing.
    if (before && passwordOf(context, given.email)?.password !== before.password) {
      const since = and(eq(session.userId, before.userId), gte(session.createdAt, new Date(startedAt)));
      await whileBusy(() => context.db.delete(session).where(since).run());
      throw new Problem('not signed in', t('The password was changed just now. Sign in with the new one.'));
    }
    const said = (await answer.json().catch(() => null)) as Record<string, unknown> | null;
    const told = Object.fromEntries(TOLD.flatMap((name) => (said?.[name] === undefined ? [] : [[name, said[name]]])));
    const qr = typeof told.totpURI === 'string' ? { qr: qrOf(told.totpURI) } : {};
    const reply = Response.json({ ok: true, ...told, ...qr }, { headers: { 'cache-control': 'no-store' } });
    for (const cookie of answer.headers.getSetCookie()) reply.headers.append('set-cookie', cookie);
    return reply;
  } catch (error) {
    return problemResponse(context, error, request);
  }
}
