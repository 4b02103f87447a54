import { inArray } from 'drizzle-orm';
import type { Me } from '../../contract/accounts.ts';
import type { Actor } from '../accounts/actor.ts';
import type { Context } from '../context.ts';
import { squads } from '../platform/db/schema.ts';
import { allow } from '../policy.ts';

/** Who is signed in. */
export function me(context: Context, actor: Actor): Me {
  allow(context.db, actor, 'see myself');
  if (actor.kind === 'nobody') return { kind: 'nobody', name: null, squads: [] };
  const ids = 'squads' in actor ? [...actor.squads] : [];
  const rows = context.db.select({ id: squads.id, name: squads.name, town: squads.town }).from(squads).where(inArray(squads.id, ids)).all();
  return { kind: actor.kind, name: actor.name, squads: rows };
}
