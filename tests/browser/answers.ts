import type { BrowserContext, Response } from '@playwright/test';
import { Ajv2020, type ValidateFunction } from 'ajv/dist/2020.js';
import { contract } from '../../src/contract/index.ts';
import { openApiDocument } from '../../src/contract/openapi.ts';

/* What the server answers to pages is held against the document that it publishes. */

interface Operation {
  operationId: string;
  responses: Record<string, { content?: Record<string, object> }>;
}

const document = openApiDocument(contract);
const ajv = new Ajv2020({ strict: false, validateFormats: false, allErrors: true });
ajv.addSchema({ $id: 'all', ...document });

const escaped = (text: string) => text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');
const paths = Object.entries(document.paths)
  .map(([path, methods]) => ({
    path,
    methods: methods as Record<string, Operation>,
    pattern: new RegExp(
      `^${path
        .split(/\{[^}]+\}/)
        .map(escaped)
        .join('[^/]+')}$`,
    ),
  }))
  // “/weeks/new” before “/weeks/{week}”.
  .sort((a, b) => a.path.split('{').length - b.path.split('{').length);

const known = new Map<string, ValidateFunction>();
const pointer = (part: string) => part.replaceAll('~', '~0').replaceAll('/', '~1');

function validatorOf(path: string, method: string): ValidateFunction {
  const key = `${method} ${path}`;
  const made =
    known.get(key) ??
    ajv.compile({
      $ref: `all#/paths/${encodeURIComponent(pointer(path))}/${method}/responses/200/content/${encodeURIComponent(pointer('application/json'))}/schema`,
    });
  known.set(key, made);
  return made;
}

/** What one answer has that the document does not, or the other way round; nothing for what is not of the interface. */
async function strangeIn(response: Response): Promise<string[]> {
  const { pathname } = new URL(response.url());
  if (!pathname.startsWith('/api/v1/')) return [];
  const method = response.request().method().toLowerCase();
  const found = paths.find((one) => one.pattern.test(pathname));
  if (!found?.methods[method]) return [`${method} ${pathname} is not in the document`];
  const { responses, operationId } = found.methods[method];
  const status = String(response.status());
  if (status.startsWith('5') || status === '304' || status === '206') return [];
  if (!responses[status]) return [`${operationId} answers ${status}, which the document has not`];
  if (status !== '200' || !responses[200]?.content?.['application/json']) return [];
  const answer: unknown = await response.json();
  const validate = validatorOf(found.path, method);
  if (validate(answer)) return [];
  return (validate.errors ?? []).slice(0, 5).map((one) => `${operationId}${one.instancePath} ${one.message} ${JSON.stringify(one.params)}`);
}

/** Looks at every answer that the pages of browser contexts see. */
export class Answers {
  private readonly looking = new Set<Promise<void>>();
  private readonly strange: string[] = [];

  watch(context: BrowserContext): BrowserContext {
    context.on('response', (response) => {
      // A page that went on before its answer was read tells nothing.
      const look: Promise<void> = strangeIn(response)
        .then(
          (found) => void this.strange.push(...found),
          () => undefined,
        )
        .finally(() => this.looking.delete(look));
      this.looking.add(look);
    });
    return context;
  }

  /** What was strange since the last time. */
  async told(): Promise<string[]> {
    await Promise.all(this.looking);
    return [...new Set(this.strange.splice(0))];
  }
}
