import type { Shelf } from '../../contract/drills.ts';
import { CATALOGUE } from '../../core/drills/index.ts';
import type { Actor } from '../auth/actor.ts';
import type { Context } from '../house.ts';
import { allow } from '../policy.ts';

/** The drills that a coach can plan with and a player can read up. */
export function shelf(context: Context, actor: Actor): Shelf {
  allow(context.db, actor, 'see the shelf');
  return { drills: [...CATALOGUE] };
}
