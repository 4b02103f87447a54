import type { BrowserContext, Response } from '@playwright/test';
import { operationAt, strangeAnswer, strangeStatus } from '../published.ts';

/** What one answer has that the document does not, or the other way round; nothing for what is not of the interface. */
async function strangeIn(response: Response): Promise<string[]> {
  const { pathname } = new URL(response.url());
  if (!pathname.startsWith('/api/v1/')) return [];
  const method = response.request().method();
  const operation = operationAt(method === 'HEAD' ? 'GET' : method, pathname);
  if (!operation) return [`${method} ${pathname} is not in the document`];
  if (method === 'HEAD') return strangeStatus(operation, response.status());
  const isJson = response.headers()['content-type']?.startsWith('application/json');
  return strangeAnswer(operation, response.status(), isJson ? await response.json() : undefined);
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
