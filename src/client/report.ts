import type { ErrorReport } from '../contract/operations.ts';
import { call } from './client.ts';

/** Reports a page sends at most: one fault is often met again and again. */
const REPORTS_MAX = 3;
const PLACES_MAX = 12;
const WORD = /^[a-z]+(-[a-z]+)*$/;
let sent = 0;

/** A path with every part blanked that is no plain word: ids, codes, dates. */
export const blanked = (path: string): string =>
  path
    .split('/')
    .slice(0, 9)
    .map((part) => (part === '' || (WORD.test(part) && part.length <= 24) ? part : '*'))
    .join('/') || '/';

/** What is told of an error: its kind and its places in the program. Its sentence stays here, because it may name somebody. */
export function reportOf(view: string, error: unknown, path: string): ErrorReport {
  const { name = '', stack = '' } = error instanceof Error ? error : {};
  return {
    view: view.replace(/\W/g, '').slice(0, 60) || 'page',
    route: blanked(path),
    error: name.replace(/\W/g, '').slice(0, 60) || 'Unknown',
    stack: [...stack.matchAll(/([\w.-]{1,80}\.(?:tsx?|m?js)):(\d{1,7}):(\d{1,7})/g)]
      .slice(0, PLACES_MAX)
      .map(([, file, line, column]) => `${file}:${line}:${column}`),
  };
}

/** Tells the own server; where there is no line nobody waits for it. How it is said is fetched when something broke. */
export function sendReport(report: ErrorReport): void {
  if (sent++ >= REPORTS_MAX) return;
  void import('../contract/operations.ts')
    .then(({ operationsApi }) => call(operationsApi.report, undefined, report))
    .catch(() => undefined);
}
