import { type ActName, OPEN_ACTS } from './acts.ts';
import { type AddressBeside, BESIDE } from './beside.ts';
import { Components } from './components.ts';
import type { Endpoint } from './endpoint.ts';
import { exampleAt } from './examples.ts';
import { NoParams } from './parts.ts';
import { JSON_TYPE, PROBLEM_STATUSES, PROBLEM_TYPE, problemsOf, TROUBLE } from './problem-statuses.ts';

type Json = Record<string, unknown>;

const problem: Json = {
  type: 'object',
  description: 'What went wrong (RFC 9457), in the language of who asked.',
  required: ['type', 'title', 'status', 'detail', 'fields'],
  additionalProperties: false,
  properties: {
    type: { type: 'string', format: 'uri' },
    title: { type: 'string', description: 'The kind of problem, always in English.' },
    status: { type: 'integer' },
    detail: { type: 'string', description: 'A sentence for people.' },
    fields: {
      type: 'array',
      description: 'What to mend, field by field.',
      items: {
        type: 'object',
        required: ['field', 'sentence'],
        additionalProperties: false,
        properties: { field: { type: 'string' }, sentence: { type: 'string' } },
      },
    },
  },
};

/** What an area of the interface is about. */
const AREAS: Readonly<Record<string, string>> = {
  accounts: 'Who is signed in, on which devices, and what happened to the account.',
  people: 'Squads, their coaches, players, groups and guardians.',
  invitations: 'Codes and links by which people come into a squad.',
  keys: 'Who may open a child’s account.',
  drills: 'The shelf of drills: those that ship and a squad’s own.',
  weeks: 'Weeks: planned, previewed, released, taken along as files, and their calendars.',
  season: 'A season on one sheet: themes over weeks.',
  numbers: 'Stretch numbers of players.',
  go: 'What a player’s device sends: goes, runs, practice, clips.',
  together: 'Live evenings: goes that a squad does at the same time, by one clock that the coach leads.',
  films: 'What a coach shows or says to a squad.',
  review: 'What came in and waits for a coach, and what was decided.',
  bench: 'One score with its clip: recount, remarks, cues.',
  answers: 'What went back to a player.',
  progress: 'Records, curves, streaks of a player.',
  paper: 'Lists kept on paper, read in.',
  squad: 'Pages of a coach, a player and a family.',
  tables: 'Tables of a squad, and how fair its numbers are.',
  rules: 'Rules of a squad: streaks, breaks, tables, figures.',
  post: 'Letters to families and coaches.',
  keeping: 'Backups, deletion, and errors of pages.',
  uploads: 'Clips and films, sent resumably (tus 1.0).',
  files: 'What is watched, heard or taken along whole.',
  'sign-in': 'Signing in and out.',
  house: 'The server itself, and its published formats.',
};

const isOpen = (act: ActName): boolean => (OPEN_ACTS as readonly ActName[]).includes(act);
const sendsBody = ({ method }: Endpoint): boolean => method === 'POST' || method === 'PUT';

/** What may go wrong at an endpoint, by what it takes. */
function statusesOf(one: Endpoint): number[] {
  const writes = one.method !== 'GET';
  return [
    400,
    ...(isOpen(one.act) ? [] : [401]),
    403,
    404,
    ...(sendsBody(one) ? [408, 413, 415] : []),
    ...(writes ? [409, 422] : []),
    429,
  ].sort((a, b) => a - b);
}

const inWords = (name: string): string => name.replace(/([A-Z])/g, ' $1').toLowerCase();

function parametersOf(endpoint: Endpoint, components: Components) {
  if (endpoint.params === NoParams) return [];
  const schema = components.of(endpoint.params, 'input') as { properties?: Record<string, object>; required?: string[] };
  return Object.entries(schema.properties ?? {}).map(([name, value]) => {
    const inPath = endpoint.path.includes(`{${name}}`);
    const required = inPath || (schema.required ?? []).includes(name);
    const parameter = { name, in: inPath ? 'path' : 'query', required, description: `The ${inWords(name)}.`, schema: value };
    return components.parameter(parameter);
  });
}

/** A body of JSON with the address of an example of it, where there is one. */
function withExample(baseAddress: string, body: Json, id: string): Json {
  const media = (body.content as Record<string, Json>)[JSON_TYPE];
  return media ? { ...body, content: { [JSON_TYPE]: { ...media, ...exampleAt(baseAddress, id, 'sent') } } } : body;
}

const besideOperation = (baseAddress: string, one: AddressBeside): Json => ({
  operationId: one.id,
  tags: [one.tag],
  summary: one.summary,
  description: one.description ?? one.summary,
  ...(one.open ? { security: [] } : one.security ? { security: one.security } : {}),
  ...(one.parameters ? { parameters: one.parameters } : {}),
  ...(one.body ? { requestBody: withExample(baseAddress, one.body, one.id) } : {}),
  responses: one.answers,
});

function operationOf(baseAddress: string, area: string, name: string, one: Endpoint, components: Components): Json {
  const parameters = parametersOf(one, components);
  const named = [area, name].map((word) => `${word.charAt(0).toUpperCase()}${word.slice(1)}`).join('');
  const id = `${area}.${name}`;
  const sent = () => ({ schema: components.of(one.body, 'input', `${named}Sent`), ...exampleAt(baseAddress, id, 'sent') });
  const answered = { schema: components.of(one.response, 'output', named), ...exampleAt(baseAddress, id, 'answer') };
  return {
    operationId: id,
    tags: [area],
    summary: one.summary,
    description: `Act: ${one.act}.`,
    'x-act': one.act,
    ...(isOpen(one.act) ? { security: [] } : {}),
    ...(parameters.length > 0 ? { parameters } : {}),
    ...(sendsBody(one) ? { requestBody: { required: true, content: { [JSON_TYPE]: sent() } } } : {}),
    responses: {
      200: { description: 'As asked.', content: { [one.file?.mediaType ?? JSON_TYPE]: answered } },
      ...problemsOf(statusesOf(one)),
      '5XX': { $ref: '#/components/responses/Trouble' },
    },
  };
}

/** The house that a document is of: the release that runs, its address without a slash, and where its keeper reads mail. */
interface House {
  version: string;
  baseAddress: string;
  mail: string;
}
const SOME_HOUSE: House = { version: '1', baseAddress: 'https://house.example', mail: 'keeper@house.example' };

/**
 * The HTTP interface as an OpenAPI 3.1 document, made from the contract; what is not of the contract is described beside it.
 * @param areas endpoints by area and name, as in `contract`
 */
export function openApiDocument(areas: Record<string, Record<string, Endpoint>>, { version, baseAddress, mail } = SOME_HOUSE) {
  const paths: Record<string, Record<string, unknown>> = {};
  const components = new Components();
  const put = (path: string, method: string, operation: Json) => {
    paths[path] ??= {};
    paths[path][method] = operation;
  };
  for (const [area, endpoints] of Object.entries(areas))
    for (const [name, one] of Object.entries(endpoints))
      put(`/api/v1${one.path}`, one.method.toLowerCase(), operationOf(baseAddress, area, name, one, components));
  components.done();
  for (const one of BESIDE) put(one.path, one.method, besideOperation(baseAddress, one));
  const answers = [...Object.values(PROBLEM_STATUSES), TROUBLE].map(({ name, says, headers }) => [
    name,
    {
      description: says,
      ...(headers ? { headers } : {}),
      content: { [PROBLEM_TYPE]: { schema: { $ref: '#/components/schemas/Problem' } } },
    },
  ]);
  return {
    openapi: '3.1.0',
    info: {
      title: 'Eager Feet',
      version,
      summary: 'Home training for a squad.',
      description:
        'Home training for a squad: weeks, goes, clips, review, progress. Times are milliseconds since 1970, UTC; days are those of the squad’s zone. Sentences are in the language of the cookie `language`, else of Accept-Language.',
      contact: { name: 'Whoever runs this server', url: `${baseAddress}/.well-known/security.txt`, email: mail },
      license: { name: 'MIT', identifier: 'MIT' },
    },
    servers: [{ url: '/', description: 'This server.' }],
    tags: Object.entries(AREAS)
      .map(([name, description]) => ({ name, description }))
      .sort((a, b) => (a.name < b.name ? -1 : 1)),
    security: [{ session: [] }, { secureSession: [] }],
    components: {
      securitySchemes: {
        collector: { type: 'http', scheme: 'bearer', description: 'METRICS_TOKEN of the server’s settings.' },
        session: { type: 'apiKey', in: 'cookie', name: 'eager-feet.session_token', description: 'Over http.' },
        secureSession: { type: 'apiKey', in: 'cookie', name: '__Secure-eager-feet.session_token', description: 'Over https.' },
      },
      responses: Object.fromEntries(answers) as Json,
      parameters: components.parameters as Json,
      schemas: { Problem: problem, ...components.schemas } as Json,
    },
    paths,
  };
}
