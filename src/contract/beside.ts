import { JSON_TYPE, problemsOf } from './problem-statuses.ts';

/* Addresses that are not of the contract, as the published document has them; the server takes no other methods there. */

type Json = Record<string, unknown>;

const PARAMETER = (name: string, description: string) => ({ name, in: 'path', required: true, description, schema: { type: 'string' } });
const ID = (name: string, description: string) => ({ ...PARAMETER(name, description), schema: { type: 'string', format: 'uuid' } });
const RANGE = { name: 'Range', in: 'header', required: false, description: 'A part of the file, in bytes.', schema: { type: 'string' } };
const TUS = {
  name: 'Tus-Resumable',
  in: 'header',
  required: true,
  description: 'The version of the protocol.',
  schema: { const: '1.0.0' },
};
const bytes = (type: string) => ({ [type]: { schema: { type: 'string', format: 'binary' } } });

/** An address that is not of the contract. */
export interface AddressBeside {
  path: string;
  method: string;
  tag: string;
  id: string;
  summary: string;
  description?: string;
  open?: boolean;
  /** Opened by something else than a sign-in. */
  security?: Json[];
  parameters?: Json[];
  body?: Json;
  answers: Json;
}

const watched = (what: string, summary: string, type: string): AddressBeside => ({
  path: `/api/v1/${what}/{id}/file`,
  method: 'get',
  tag: 'files',
  id: `files.${what}`,
  summary,
  description: 'Whole, or a part of it by Range.',
  parameters: [ID('id', 'The id.'), RANGE],
  answers: {
    200: { description: 'The file.', content: bytes(type) },
    206: { description: 'The part that was asked for.', content: bytes(type) },
    ...problemsOf([401, 403, 404, 429]),
    412: { description: 'Another version than the one that was asked for.' },
    416: { description: 'A part beyond the end of the file; Content-Range says how long it is.' },
  },
});

/** Signing in and out: what is open of the accounts library, with the fields that are taken. Everything else of it answers 404. */
export const SIGN_INS: readonly (readonly [path: string, summary: string, fields: readonly string[]])[] = [
  ['/sign-in/email', 'Signs a coach or a guardian in.', ['email', 'password']],
  ['/sign-in/squad', 'Signs a player in.', ['code', 'nickname', 'pin']],
  ['/sign-in/beside', 'Signs one more player in on the same device, beside who is there.', ['code', 'nickname', 'pin']],
  ['/sign-in/family-link', 'Signs a player in by the link that a guardian made.', ['code']],
  ['/sign-out', 'Signs out.', []],
  ['/change-password', 'Changes the own password, and signs out everywhere else.', ['currentPassword', 'newPassword']],
  ['/request-password-reset', 'Mails a link to a new password, if there is such an account.', ['email']],
  ['/reset-password', 'Sets a new password by such a link.', ['newPassword', 'token']],
  ['/two-factor/enable', 'Begins a second step at signing in.', ['password']],
  ['/two-factor/disable', 'Ends the second step.', ['password']],
  ['/two-factor/verify-totp', 'The second step, by the code of an authenticator.', ['code']],
  ['/two-factor/verify-backup-code', 'The second step, by a code kept for a lost device.', ['code']],
  ['/two-factor/generate-backup-codes', 'New codes for a lost device.', ['password']],
];

const signIn = ([path, summary, fields]: (typeof SIGN_INS)[number]): AddressBeside => ({
  path: `/api/auth${path}`,
  method: 'post',
  tag: 'sign-in',
  id: `sign-in${path.replaceAll('/', '.')}`,
  summary,
  open: true,
  body: {
    required: fields.length > 0,
    content: {
      [JSON_TYPE]: {
        schema: {
          type: 'object',
          required: [...fields],
          properties: Object.fromEntries(fields.map((field) => [field, { type: 'string' }])),
        },
      },
    },
  },
  answers: {
    200: {
      description: 'Done; where somebody was signed in, the cookie of the session is set.',
      content: { [JSON_TYPE]: { schema: { type: 'object' } } },
    },
    ...problemsOf([400, 401, 403, 404, 413, 415, 429]),
  },
});

const upload = (method: string, summary: string, parameters: Json[], answers: Json, body?: Json): AddressBeside => ({
  path: method === 'post' ? '/api/uploads' : '/api/uploads/{upload}',
  method,
  tag: 'uploads',
  id: `uploads.${method}`,
  summary,
  parameters: [...(method === 'post' ? [] : [PARAMETER('upload', 'The upload, as its beginning answered.')]), TUS, ...parameters],
  ...(body ? { body } : {}),
  answers: {
    ...answers,
    ...problemsOf([401, 403, 404, 429]),
    412: { description: 'Another version of the protocol; Tus-Version says which is spoken.' },
  },
});

const HEADER = (name: string, description: string, required = true) => ({
  ...{ name, in: 'header', required, description },
  schema: { type: 'string' },
});

/** Addresses that are not of the contract. */
export const BESIDE: readonly AddressBeside[] = [
  ...SIGN_INS.map(signIn),
  upload(
    'post',
    'Begins an upload of an announced clip or film.',
    [HEADER('Upload-Length', 'Its size in bytes.'), HEADER('Upload-Metadata', '`clip` or `film` with its id in base64.')],
    { 201: { description: 'Begun; Location has its address, Upload-Expires until when it waits.' }, ...problemsOf([413, 422, 507]) },
  ),
  upload('head', 'How much of an upload is here; all of it where it came whole.', [], {
    200: { description: 'Upload-Offset and Upload-Length say it.' },
  }),
  upload(
    'patch',
    'Sends the next part.',
    [
      HEADER('Upload-Offset', 'The byte at which the part begins.'),
      HEADER('Upload-Checksum', '`sha1` or `sha256`, a space, and the digest of the part in base64.', false),
    ],
    {
      204: { description: 'Upload-Offset says how much is here now.' },
      ...problemsOf([400, 409, 415, 422, 507]),
      460: { description: 'The part has not the checksum that was said of it, and is not kept.' },
    },
    { required: true, content: bytes('application/offset+octet-stream') },
  ),
  upload('delete', 'Gives an unfinished upload up.', [], { 204: { description: 'It is gone.' } }),
  watched('clips', 'A clip, for its family and its coaches.', 'video/*'),
  watched('spoken', 'A spoken line of a coach.', 'audio/*'),
  watched('films', 'A film of a coach.', 'video/*'),
  {
    path: '/api/v1/together/{evening}/events',
    method: 'get',
    tag: 'together',
    id: 'together.events',
    summary: 'What happens on a live evening, as server-sent events.',
    description:
      '`command` is what the coach said, with its number as the id; `scene` (players) and `board` (coaches) say how things stand. Whoever comes back says the last id in Last-Event-ID.',
    parameters: [
      ID('evening', 'The evening.'),
      { name: 'Last-Event-ID', in: 'header', required: false, description: 'The last id that was heard.', schema: { type: 'integer' } },
      { name: 'after', in: 'query', required: false, description: 'The same, where no header can be set.', schema: { type: 'integer' } },
    ],
    answers: {
      200: { description: 'Events, for as long as the line holds.', content: { 'text/event-stream': { schema: { type: 'string' } } } },
      ...problemsOf([401, 403, 404, 429]),
    },
  },
  {
    path: '/api/v1/family/{player}/everything',
    method: 'get',
    tag: 'files',
    id: 'files.everything',
    summary: 'Everything that is kept of a child, for the family.',
    parameters: [ID('player', 'The child.')],
    answers: { 200: { description: 'A ZIP archive.', content: bytes('application/zip') }, ...problemsOf([401, 403, 404, 429, 503]) },
  },
  {
    path: '/calendar/{token}.ics',
    method: 'get',
    tag: 'files',
    id: 'files.calendar',
    summary: 'A calendar behind its own address.',
    description: '`remind` gives each session with a day a reminder at that hour. An ETag lets a program ask cheaply.',
    open: true,
    parameters: [
      PARAMETER('token', 'As it was shown when the address was made.'),
      {
        name: 'remind',
        in: 'query',
        required: false,
        description: 'An hour of the day.',
        schema: { type: 'integer', minimum: 0, maximum: 23 },
      },
    ],
    answers: {
      200: { description: 'iCalendar (RFC 5545).', content: { 'text/calendar': { schema: { type: 'string' } } } },
      304: { description: 'As it was.' },
      ...problemsOf([404]),
    },
  },
  {
    path: '/api/schemas/{name}.json',
    method: 'get',
    tag: 'house',
    id: 'house.schema',
    summary: 'The JSON Schema of a published format.',
    open: true,
    parameters: [PARAMETER('name', '`drills`, `week` or another of the published formats.')],
    answers: {
      200: { description: 'JSON Schema.', content: { 'application/schema+json': { schema: { type: 'object' } } } },
      ...problemsOf([404]),
    },
  },
  {
    path: '/api/examples/{name}.json',
    method: 'get',
    tag: 'house',
    id: 'house.example',
    summary: 'What was sent to an operation, or answered by it, in the demo; long lists are cut.',
    open: true,
    parameters: [PARAMETER('name', 'The operation, with `.sent` or `.answer` after it.')],
    answers: {
      200: { description: 'As it was.', content: { [JSON_TYPE]: { schema: {} } } },
      ...problemsOf([404]),
    },
  },
  {
    path: '/api/openapi.json',
    method: 'get',
    tag: 'house',
    id: 'house.openapi',
    summary: 'This document.',
    open: true,
    answers: { 200: { description: 'OpenAPI 3.1.', content: { [JSON_TYPE]: { schema: { type: 'object' } } } }, ...problemsOf([429]) },
  },
  {
    path: '/language',
    method: 'post',
    tag: 'sign-in',
    id: 'sign-in.language',
    summary: 'What this device reads from now on; goes back to the page that asked.',
    open: true,
    body: {
      required: true,
      content: {
        'application/x-www-form-urlencoded': {
          schema: { type: 'object', properties: { language: { type: 'string' }, back: { type: 'string' } } },
        },
      },
    },
    answers: { 303: { description: 'Back to that page.' }, ...problemsOf([403]), default: { $ref: '#/components/responses/Trouble' } },
  },
  {
    path: '/health',
    method: 'get',
    tag: 'house',
    id: 'house.health',
    summary: 'Whether the server is well: database, disk room, backup.',
    open: true,
    answers: {
      200: { description: 'Well.', content: { [JSON_TYPE]: { schema: { type: 'object' } } } },
      '4XX': { description: 'Another method than reading.' },
      503: { description: 'Not well; the answer says what.', content: { [JSON_TYPE]: { schema: { type: 'object' } } } },
    },
  },
  {
    path: '/metrics',
    method: 'get',
    tag: 'house',
    id: 'house.metrics',
    summary: 'The server’s figures for a program that collects them, where METRICS_TOKEN is set. Nothing of people.',
    security: [{ collector: [] }],
    answers: {
      200: { description: 'In the open text format of metrics.', content: { 'text/plain': { schema: { type: 'string' } } } },
      ...problemsOf([401]),
      404: { description: 'No token is set.' },
      '4XX': { description: 'Another method than reading.' },
    },
  },
];
