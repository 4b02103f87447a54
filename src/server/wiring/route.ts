import type { z } from 'zod';
import type { Endpoint } from '../../contract/endpoint.ts';
import { routeOf } from '../../core/text/route-of.ts';
import { t } from '../../core/text/translate.ts';
import { type Actor, type Asking, askingFrom } from '../accounts/actor.ts';
import { appContext, type Context } from '../context.ts';
import { noteUnforeseen } from '../operations/errors.ts';
import { inReadersWords } from '../platform/answers.ts';
import { whileBusy } from '../platform/db/while-busy.ts';
import { REQUEST_ID_HEADER } from '../platform/http/request-log.ts';
import { tidy } from '../platform/http/texts.ts';
import { PROBLEMS, Problem, parseInput, problemDocument, problemHeaders, problemOf } from '../platform/problems.ts';

/** A body of ours is short: whoever takes longer than this to send it holds a connection for nothing. */
const BODY_MS_MAX = 30_000;
const BODY_BYTES_MAX = 1024 * 1024;

/** What an endpoint of ours reads of a request; Astro's APIContext fits. */
interface Asked {
  request: Request;
  params: Record<string, string | undefined>;
  url: URL;
}

/**
 * Reads a body of at most so many bytes; they are counted, whatever the headers say.
 * @throws Problem "too large" or "too slow"
 */
export async function readBody(request: Request, bytesMax: number, msMax = BODY_MS_MAX): Promise<Buffer> {
  const chunks: Uint8Array[] = [];
  let bytes = 0;
  let slow = false;
  const reader = request.body?.getReader();
  const timer = setTimeout(() => {
    slow = true;
    reader?.cancel().catch(() => undefined);
  }, msMax);
  try {
    while (reader) {
      const { done, value: chunk } = await reader.read();
      if (slow) throw new Problem('too slow', t('That took too long to arrive. Send it again when the line is better.'));
      if (done) break;
      bytes += chunk.byteLength;
      if (bytes > bytesMax)
        throw new Problem('too large', t('This is more than {bytesMax} kB.', { bytesMax: Math.round(bytesMax / 1024) }));
      chunks.push(chunk);
    }
    return Buffer.concat(chunks);
  } finally {
    clearTimeout(timer);
  }
}

const JSON_TYPE = /^application\/json\s*(?:;|$)/i;

/** @throws Problem "wrong kind" for a body that does not say that it is JSON: a form of another site can send everything else */
export function checkIsJson(request: Request, bytes: number): void {
  if (bytes > 0 && !JSON_TYPE.test(request.headers.get('content-type') ?? ''))
    throw new Problem('wrong kind', t('This takes JSON alone: send it with the type application/json.'));
}

async function readJson(request: Request): Promise<unknown> {
  const body = await readBody(request, BODY_BYTES_MAX);
  checkIsJson(request, body.length);
  if (body.length === 0) return undefined;
  try {
    return JSON.parse(body.toString('utf8'));
  } catch {
    throw new Problem('bad input', t('The body is not JSON.'));
  }
}

const PRIVATE = { 'cache-control': 'no-store' };

/** A problem as an answer; what nobody foresaw is logged and answered without its details. */
export function problemResponse(context: Context, error: unknown, asked: Request): Response {
  const about = { request: asked.headers.get(REQUEST_ID_HEADER), route: routeOf(new URL(asked.url).pathname) };
  const problem = problemOf(error, (err) => noteUnforeseen(context, err, about));
  return Response.json(problemDocument(problem), {
    status: PROBLEMS[problem.kind],
    headers: {
      ...problemHeaders(problem),
      // The rest of a body that was not read must not be taken for the next request.
      ...(problem.kind === 'too large' || problem.kind === 'too slow' ? { connection: 'close' } : {}),
    },
  });
}

/**
 * An Astro route for an endpoint of the contract: parses with its schemas, calls one server function, answers.
 * Parameters and body come to the function as one object.
 */
export function route<P extends z.ZodType, B extends z.ZodType, R extends z.ZodType>(
  endpoint: Endpoint<P, B, R>,
  act: (context: Context, actor: Actor, input: z.output<P> & z.output<B>, asking: Asking) => z.input<R> | Promise<z.input<R>>,
) {
  return async ({ request, params, url }: Asked): Promise<Response> => {
    const context = appContext();
    try {
      const asking = await whileBusy(() => askingFrom(context, request.headers));
      const now = context.now();
      const asked = parseInput(endpoint.params, tidy({ ...Object.fromEntries(url.searchParams), ...params }, now));
      const hasBody = request.method !== 'GET' && request.method !== 'DELETE';
      const body = hasBody ? parseInput(endpoint.body, tidy(await readJson(request), now)) : undefined;
      const input = { ...(asked as object), ...((body ?? {}) as object) } as z.output<P> & z.output<B>;
      const answer = await whileBusy(() => act(context, asking.actor, input, { ...asking, signal: request.signal }));
      if (!endpoint.file) return Response.json(inReadersWords(answer), { headers: PRIVATE });
      const { mediaType, name } = endpoint.file;
      const text = typeof answer === 'string' ? answer : JSON.stringify(answer, null, 2);
      return new Response(text, {
        headers: {
          ...PRIVATE,
          'content-type': `${mediaType}; charset=utf-8`,
          'content-disposition': `attachment; filename="${name}"`,
        },
      });
    } catch (error) {
      return problemResponse(context, error, request);
    }
  };
}
