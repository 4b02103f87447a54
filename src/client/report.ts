import type { ErrorReport } from '../contract/operations.ts';
import { routeOf } from '../core/text/route-of.ts';
import { call } from './client.ts';

/** Reports a page sends at most: one fault is often met again and again. */
const REPORTS_MAX = 3;
const PLACES_MAX = 12;
let sent = 0;

/** What is told of an error: its kind and its places in the program. Its sentence stays here, because it may name somebody. */
export function reportOf(view: string, error: unknown, path: string): ErrorReport {
  const { name = '', stack = '' } = error instanceof Error ? error : {};
  return {
    view: view.replace(/\W/g, '').slice(0, 60) || 'page',
    route: routeOf(path),
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
