type Json = Record<string, unknown>;

/* What may go wrong, as the published document says it. */

export const JSON_TYPE = 'application/json';
export const PROBLEM_TYPE = 'application/problem+json';

/** Problems by status, as components. */
export const PROBLEM_STATUSES: Readonly<Record<string, { name: string; says: string; headers?: Json }>> = {
  400: { name: 'BadInput', says: 'Something that was sent is not right; `fields` names it.' },
  401: {
    name: 'NotSignedIn',
    says: 'Nobody is signed in.',
    headers: { 'WWW-Authenticate': { description: 'Session, with its realm.', schema: { type: 'string' } } },
  },
  403: { name: 'NotAllowed', says: 'Not for who is signed in, not without a guardian’s yes, or sent by a page of another site.' },
  404: { name: 'NotFound', says: 'Not here, or not theirs to see: both answer the same.' },
  408: { name: 'TooSlow', says: 'The body took too long to arrive.' },
  409: { name: 'ChangedElsewhere', says: 'Somebody else was first, or it is too late for it.' },
  413: { name: 'TooLarge', says: 'The body is too large.' },
  415: { name: 'WrongKind', says: 'The body is of another type than this address takes.' },
  422: { name: 'NotAsItIs', says: 'Understood, and it cannot be done as it is: the sentence says what to mend.' },
  429: {
    name: 'TooMany',
    says: 'Too much at once.',
    headers: { 'Retry-After': { description: 'Seconds to wait.', schema: { type: 'integer' } } },
  },
  503: { name: 'Busy', says: 'Busy with something long; try again in a moment.' },
  507: { name: 'NoRoom', says: 'The disk is full.' },
};

export const TROUBLE: { name: string; says: string; headers?: Json } = {
  name: 'Trouble',
  says: 'Busy, without room, or something that nobody foresaw: what was sent may be sent again.',
};

/** Answers of an operation that are problems, by their status. */
export const problemsOf = (statuses: readonly number[]): Json =>
  Object.fromEntries(statuses.map((status) => [String(status), { $ref: `#/components/responses/${PROBLEM_STATUSES[status]?.name}` }]));
