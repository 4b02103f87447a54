import type { z } from 'zod';
import type { Endpoint } from '../contract/endpoint.ts';
import { t } from '../core/text/translate.ts';

export interface FieldToMend {
  field: string;
  sentence: string;
}

const SERVER_PROBLEM = Symbol.for('eager-feet.server-problem');

/** An answer that was a problem: with the server's sentence, its kind and the fields to mend. */
export class ServerProblem extends Error {
  readonly [SERVER_PROBLEM] = true;
  readonly kind: string;
  readonly status: number;
  readonly fields: FieldToMend[];
  constructor(kind: string, status: number, sentence: string, fields: FieldToMend[]) {
    super(sentence);
    this.kind = kind;
    this.status = status;
    this.fields = fields;
  }

  /** What is loaded later may be loaded apart, with a class of its own. */
  static override [Symbol.hasInstance](thrown: unknown): boolean {
    return typeof thrown === 'object' && thrown !== null && SERVER_PROBLEM in thrown;
  }
}

/** No answer came: the line is down, or the server is. */
export class NoAnswer extends Error {
  constructor() {
    super(t('No connection just now. What you did is kept on this device.'));
  }
}

/** Whoever asked stopped it. */
export class Stopped extends Error {
  constructor() {
    super(t('Stopped. Nothing was changed.'));
  }
}

type PathOf = Pick<Endpoint, 'method' | 'path'>;

/** The address of an endpoint: parameters in the path where it names them, else in the query. */
export function endpointAddress(endpoint: PathOf, params: Record<string, string | undefined> = {}): string {
  let path = endpoint.path;
  const query = new URLSearchParams();
  for (const [name, value] of Object.entries(params)) {
    if (value === undefined) continue;
    if (path.includes(`{${name}}`)) path = path.replace(`{${name}}`, encodeURIComponent(value));
    else query.set(name, value);
  }
  // `query.size` is missing in browsers that are still in use.
  const asked = query.toString();
  return `/api/v1${path}${asked ? `?${asked}` : ''}`;
}

/**
 * Sends JSON to an address of ours and gives the answer back, or throws ServerProblem or NoAnswer.
 * @param player which player of those on this device it is for
 */
export async function sendJson(method: string, address: string, body?: unknown, signal?: AbortSignal, player = ''): Promise<unknown> {
  let response: Response;
  try {
    response = await fetch(address, {
      method,
      headers: { ...(body === undefined ? {} : { 'content-type': 'application/json' }), ...(player ? { 'x-player': player } : {}) },
      ...(body === undefined ? {} : { body: JSON.stringify(body) }),
      ...(signal ? { signal } : {}),
    });
  } catch {
    throw signal?.aborted ? new Stopped() : new NoAnswer();
  }
  const answer = (await response.json().catch(() => null)) as {
    title?: string;
    detail?: string;
    fields?: FieldToMend[];
    code?: string;
    message?: string;
  } | null;
  if (response.ok) return answer;
  throw new ServerProblem(
    answer?.title ?? answer?.code ?? 'server trouble',
    response.status,
    answer?.detail ?? answer?.message ?? t('The server did not answer as it should. Try again.'),
    answer?.fields ?? [],
  );
}

/** Calls an endpoint of the contract. */
export function call<P extends z.ZodType, B extends z.ZodType, R extends z.ZodType>(
  endpoint: Endpoint<P, B, R>,
  params: z.input<P>,
  ...body: undefined extends z.input<B> ? [] : [z.input<B>]
): Promise<z.output<R>> {
  return sendJson(endpoint.method, endpointAddress(endpoint, params as Record<string, string>), body[0]) as Promise<z.output<R>>;
}

/** The same for one of the players on this device; refused as “somebody else” when they are not signed in here. */
export function callAs<P extends z.ZodType, B extends z.ZodType, R extends z.ZodType>(
  player: string,
  endpoint: Endpoint<P, B, R>,
  params: z.input<P>,
  ...body: undefined extends z.input<B> ? [] : [z.input<B>]
): Promise<z.output<R>> {
  const address = endpointAddress(endpoint, params as Record<string, string>);
  return sendJson(endpoint.method, address, body[0], undefined, player) as Promise<z.output<R>>;
}

/** The same for what may take long: it ends, here and on the server, when the signal says so. */
export function callStoppably<P extends z.ZodType, B extends z.ZodType, R extends z.ZodType>(
  signal: AbortSignal,
  endpoint: Endpoint<P, B, R>,
  params: z.input<P>,
  ...body: undefined extends z.input<B> ? [] : [z.input<B>]
): Promise<z.output<R>> {
  return sendJson(endpoint.method, endpointAddress(endpoint, params as Record<string, string>), body[0], signal) as Promise<z.output<R>>;
}

/** The sentence of whatever went wrong. */
export const sentenceOf = (error: unknown): string => (error instanceof Error ? error.message : t('Something went wrong. Try again.'));
