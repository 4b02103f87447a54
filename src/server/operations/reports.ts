import type { ErrorReport } from '../../contract/operations.ts';
import type { Actor } from '../accounts/actor.ts';
import type { Context } from '../context.ts';
import { allow } from '../policy.ts';
import { countBroken } from './errors.ts';

/** Writes down that something broke in somebody's browser; not in whose. */
export function reportError({ db, log }: Context, actor: Actor, report: ErrorReport): { taken: true } {
  allow(db, actor, 'report an error');
  const { view, route, error, stack } = report;
  countBroken(db, 'browsers');
  log.warn({ view, route, error, stack }, 'broke in a browser');
  return { taken: true };
}
