import type { z } from 'zod';
import type { Endpoint } from '../../contract/endpoint.ts';
import { type Actor, actorFrom } from '../auth/actor.ts';
import { type Context, house } from '../house.ts';
import { PROBLEMS, Problem, parseInput, problemDocument } from '../problems.ts';

const BODY_BYTES_MAX = 1024 * 1024;

/** What an endpoint of ours reads of a request; Astro's APIContext fits. */
interface Asked {
  request: Request;
  params: Record<string, string | undefined>;
  url: URL;
}

/** Reads a body of at most 1 MB as JSON; the bytes are counted, whatever the headers say. */
async function readJson(request: Request): Promise<unknown> {
  const chunks: Uint8Array[] = [];
  let bytes = 0;
  const reader = request.body?.getReader();
  while (reader) {
    const { done, value: chunk } = await reader.read();
    if (done) break;
    bytes += chunk.byteLength;
    if (bytes > BODY_BYTES_MAX) throw new Problem('too large', 'This is more than 1 MB.');
    chunks.push(chunk);
  }
  if (bytes === 0) return undefined;
  try {
    return JSON.parse(Buffer.concat(chunks).toString('utf8'));
  } catch {
    throw new Problem('bad input', 'The body is not JSON.');
  }
}

const PRIVATE = { 'cache-control': 'no-store' };

/** A problem as an answer; what nobody foresaw is logged and answered without its details. */
export function problemResponse(context: Context, error: unknown): Response {
  const problem =
    error instanceof Problem
      ? error
      : new Problem('server trouble', 'Something went wrong here. Nothing you sent before is lost; try again.');
  if (!(error instanceof Problem)) context.log.error({ err: error }, 'unforeseen');
  return Response.json(problemDocument(problem), {
    status: PROBLEMS[problem.kind],
    headers: { ...PRIVATE, 'content-type': 'application/problem+json' },
  });
}

/**
 * An Astro route for an endpoint of the contract: parses with its schemas, calls one server function, answers.
 * Parameters and body come to the function as one object.
 */
export function route<P extends z.ZodType, B extends z.ZodType, R extends z.ZodType>(
  endpoint: Endpoint<P, B, R>,
  act: (context: Context, actor: Actor, input: z.output<P> & z.output<B>) => z.input<R> | Promise<z.input<R>>,
) {
  return async ({ request, params, url }: Asked): Promise<Response> => {
    const context = house();
    try {
      const actor = await actorFrom(context, request.headers);
      const asked = parseInput(endpoint.params, { ...Object.fromEntries(url.searchParams), ...params });
      const body = request.method === 'GET' || request.method === 'DELETE' ? undefined : parseInput(endpoint.body, await readJson(request));
      const input = { ...(asked as object), ...((body ?? {}) as object) } as z.output<P> & z.output<B>;
      const answer = await act(context, actor, input);
      if (!endpoint.file) return Response.json(answer, { headers: PRIVATE });
      const { mediaType, name } = endpoint.file;
      const text = typeof answer === 'string' ? answer : JSON.stringify(answer, null, 2);
      return new Response(text, {
        headers: { ...PRIVATE, 'content-type': `${mediaType}; charset=utf-8`, 'content-disposition': `attachment; filename="${name}"` },
      });
    } catch (error) {
      return problemResponse(context, error);
    }
  };
}
