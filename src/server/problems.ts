import type { z } from 'zod';

/** Every kind of error that people can meet, with its HTTP status. */
export const PROBLEMS = {
  'bad input': 400,
  'not signed in': 401,
  'not allowed': 403,
  'not found': 404,
  'no consent': 403,
  'week closed': 409,
  'somebody else': 409,
  'changed elsewhere': 409,
  'not releasable': 422,
  'clip refused': 422,
  'too large': 413,
  'too many tries': 429,
  'wrong origin': 403,
  'server trouble': 500,
} as const;
export type ProblemKind = keyof typeof PROBLEMS;

export interface FieldProblem {
  field: string;
  sentence: string;
}

/** An error of a named kind with a sentence for people; `fields` names what to mend. */
export class Problem extends Error {
  readonly kind: ProblemKind;
  readonly fields: FieldProblem[];
  constructor(kind: ProblemKind, sentence: string, fields: FieldProblem[] = []) {
    super(sentence);
    this.kind = kind;
    this.fields = fields;
  }
}

export const notFound = () => new Problem('not found', 'This is not here, or not yours to see.');

/** Parses what came over the wire; a mistake names its field. */
export function parseInput<S extends z.ZodType>(schema: S, given: unknown): z.output<S> {
  const parsed = schema.safeParse(given);
  if (parsed.success) return parsed.data;
  const fields = parsed.error.issues.map((issue) => ({ field: issue.path.join('.'), sentence: issue.message }));
  throw new Problem('bad input', fields[0]?.sentence ?? 'Something in the form is not right.', fields);
}

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
