import { Ajv2020, type ValidateFunction } from 'ajv/dist/2020.js';
import { contract } from '../src/contract/index.ts';
import { openApiDocument } from '../src/contract/openapi.ts';

/* What the server takes and answers, held against the document that it publishes: a property that it has not is an error. */

interface Operation {
  operationId: string;
  requestBody?: { content: Record<string, object> };
  responses: Record<string, { content?: Record<string, object> }>;
}

/** An operation with the place where it stands. */
export interface Published extends Operation {
  path: string;
  method: string;
}

const document = openApiDocument(contract);
const ajv = new Ajv2020({ strict: false, validateFormats: false, allErrors: true });
ajv.addSchema({ $id: 'all', ...document });

const JSON_TYPE = 'application/json';
const escaped = (text: string) => text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');
const pointer = (part: string) => encodeURIComponent(part.replaceAll('~', '~0').replaceAll('/', '~1'));

const PUBLISHED: readonly (Published & { pattern: RegExp })[] = Object.entries(document.paths)
  .flatMap(([path, methods]) => {
    const pattern = new RegExp(
      `^${path
        .split(/\{[^}]+\}/)
        .map(escaped)
        .join('[^/]+')}$`,
    );
    return Object.entries(methods as Record<string, Operation>).map(([method, one]) => ({ ...one, path, method, pattern }));
  })
  // “/weeks/new” before “/weeks/{week}”.
  .sort((a, b) => a.path.split('{').length - b.path.split('{').length);

/** The operation of a request, or of an `area.name`. */
export const operationAt = (method: string, pathname: string) =>
  PUBLISHED.find((one) => one.method === method.toLowerCase() && one.pattern.test(pathname));
export const operationNamed = (operationId: string) => PUBLISHED.find((one) => one.operationId === operationId);

const known = new Map<string, ValidateFunction>();

function validator(at: string): ValidateFunction {
  const made = known.get(at) ?? ajv.compile({ $ref: `all#/paths/${at}` });
  known.set(at, made);
  return made;
}

function faultsOf(one: Published, part: string, value: unknown): string[] {
  const validate = validator(`${pointer(one.path)}/${one.method}/${part}/content/${pointer(JSON_TYPE)}/schema`);
  if (validate(value)) return [];
  return (validate.errors ?? []).slice(0, 5).map((fault) => {
    return `${one.operationId} ${part}${fault.instancePath} ${fault.message} ${JSON.stringify(fault.params)}`;
  });
}

/** Whether an operation may answer with a status; the server’s own trouble is said of all as one. */
const mayAnswer = ({ responses }: Operation, status: number): boolean =>
  String(status) in responses || `${Math.floor(status / 100)}XX` in responses || [206, 304].includes(status);

export const strangeStatus = (one: Published, status: number): string[] =>
  mayAnswer(one, status) ? [] : [`${one.operationId} answers ${status}, which the document has not`];

/** What an answer has that the document has not, or the other way round. */
export function strangeAnswer(one: Published, status: number, answer: unknown): string[] {
  if (!mayAnswer(one, status)) return strangeStatus(one, status);
  return status === 200 && one.responses[200]?.content?.[JSON_TYPE] ? faultsOf(one, 'responses/200', answer) : [];
}

/** What the body of a request has that the document does not take. */
export const strangeBody = (one: Published, body: unknown): string[] =>
  one.requestBody?.content[JSON_TYPE] ? faultsOf(one, 'requestBody', body) : [];

const isJson = (answer: Response) => answer.headers.get('content-type')?.startsWith(JSON_TYPE) ?? false;

/** `fetch` for tests of the server: what it gets is held against the document, and is an error where it has something else. */
export async function fetchHeld(...asked: Parameters<typeof fetch>): Promise<Response> {
  const request = new Request(...asked);
  const { pathname } = new URL(request.url);
  const answer = await fetch(...asked);
  const operation = operationAt(request.method, pathname) ?? (request.method === 'HEAD' ? operationAt('GET', pathname) : undefined);
  // A method that an address does not take is said of all addresses at once.
  if (!operation || answer.status === 405) return answer;
  // A body that says of no kind comes from what stands in for the pages.
  const hasBody = request.method !== 'HEAD' && answer.headers.has('content-type');
  const strange = hasBody
    ? strangeAnswer(operation, answer.status, isJson(answer) ? await answer.clone().json() : undefined)
    : strangeStatus(operation, answer.status);
  if (strange.length > 0) throw new Error(strange.join('\n'));
  return answer;
}
