import type { z } from 'zod';
import { t } from '../../core/text/translate.ts';

/** Every kind of error that people can meet, with its HTTP status. */
export const PROBLEMS = {
  'bad input': 400,
  'not signed in': 401,
  'not allowed': 403,
  'not found': 404,
  'wrong method': 405,
  'no consent': 403,
  'week closed': 409,
  decided: 409,
  'somebody else': 409,
  'changed elsewhere': 409,
  'not releasable': 422,
  'clip refused': 422,
  'too large': 413,
  'too slow': 408,
  'wrong kind': 415,
  'too many tries': 429,
  'too many requests': 429,
  'wrong origin': 403,
  'no room': 507,
  busy: 503,
  'server trouble': 500,
} as const;
export type ProblemKind = keyof typeof PROBLEMS;

export interface FieldProblem {
  field: string;
  sentence: string;
}

const PROBLEM = Symbol.for('eager-feet.problem');

/** An error of a named kind with a sentence for people; `fields` names what to mend. */
export class Problem extends Error {
  readonly [PROBLEM] = true;
  readonly kind: ProblemKind;
  readonly fields: FieldProblem[];
  /** Seconds after which it may be tried again; null where waiting does not help. */
  readonly retryAfter: number | null;
  constructor(kind: ProblemKind, sentence: string, fields: FieldProblem[] = [], retryAfter: number | null = null) {
    super(sentence);
    this.kind = kind;
    this.fields = fields;
    this.retryAfter = retryAfter;
  }

  /** Pages and the server around them are bundled apart, each with a class of its own: what one throws is a problem to the other too. */
  static override [Symbol.hasInstance](thrown: unknown): boolean {
    return typeof thrown === 'object' && thrown !== null && PROBLEM in thrown;
  }
}

export const notFound = () => new Problem('not found', t('This is not here, or not yours to see.'));

/** Bad input that a schema cannot know: names the field and says what is wrong with it. */
export const badInput = (field: string, sentence: string): Problem => new Problem('bad input', sentence, [{ field, sentence }]);

const NO_ROOM_CODES = new Set(['SQLITE_FULL', 'ENOSPC', 'EDQUOT']);

/** Whether an error, or what caused it, has a code of some kind. */
function hasCode(error: unknown, fits: (code: string) => boolean): boolean {
  if (typeof error !== 'object' || error === null) return false;
  const { code, cause } = error as { code?: unknown; cause?: unknown };
  return fits(String(code)) || hasCode(cause, fits);
}

/** Whether an error, or what caused it, says that the disk is full. */
export const isNoRoom = (error: unknown): boolean => hasCode(error, (code) => NO_ROOM_CODES.has(code));

/** Whether the database was held by somebody else: another program that writes into it. */
export const isBusy = (error: unknown): boolean => hasCode(error, (code) => code.startsWith('SQLITE_BUSY'));

const BUSY_SECONDS = 2;
const busy = () =>
  new Problem(
    'busy',
    t('The server is busy with something else just now. It is tried again by itself, or try again in a moment.'),
    [],
    BUSY_SECONDS,
  );

export const noRoom = () =>
  new Problem(
    'no room',
    t(
      'There is no room left on the server, so this was not kept. Keep it on your device and try again later; your coach can tell who runs the server.',
    ),
  );

/**
 * Whatever was thrown as a problem for people: problems as they are, a full disk by its name, and what nobody foresaw without its details.
 * @param log is told what nobody foresaw
 */
export function problemOf(error: unknown, log: (error: unknown) => void): Problem {
  if (error instanceof Problem) return error;
  if (hasCode(error, (code) => code === 'SQLITE_CONSTRAINT_UNIQUE' || code === 'SQLITE_CONSTRAINT_PRIMARYKEY'))
    return new Problem('changed elsewhere', t('Somebody did this at the same moment. Look again, then try once more.'));
  if (isBusy(error)) return busy();
  log(error);
  return isNoRoom(error)
    ? noRoom()
    : new Problem('server trouble', t('Something went wrong here. Nothing you sent before is lost; try again.'));
}

/** Parses what came over the wire; a mistake names its field. */
export function parseInput<S extends z.ZodType>(schema: S, given: unknown): z.output<S> {
  const parsed = schema.safeParse(given);
  if (parsed.success) return parsed.data;
  const fields = parsed.error.issues.map((issue) => ({ field: issue.path.join('.'), sentence: issue.message }));
  throw new Problem('bad input', fields[0]?.sentence ?? t('Something in the form is not right.'), fields);
}

/** Headers that a problem's answer carries beside its body. */
export const problemHeaders = ({ kind, retryAfter }: Problem): Record<string, string> => ({
  'cache-control': 'no-store',
  'content-type': 'application/problem+json',
  // A way to sign in that no browser asks for by a window of its own.
  ...(kind === 'not signed in' ? { 'www-authenticate': 'Session realm="Eager Feet"' } : {}),
  ...(retryAfter === null ? {} : { 'retry-after': String(retryAfter) }),
});

/** A problem as RFC 9457 has it. */
export function problemDocument(problem: Problem) {
  return {
    type: `https://eager-feet.invalid/problems/${problem.kind.replaceAll(' ', '-')}`,
    title: problem.kind,
    status: PROBLEMS[problem.kind],
    detail: problem.message,
    fields: problem.fields,
  };
}
