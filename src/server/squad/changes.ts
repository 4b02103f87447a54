import { v7 as uuid } from 'uuid';
import type { Actor } from '../auth/actor.ts';
import { ruleChanges } from '../db/schema.ts';
import type { Context } from '../house.ts';
import { asPerson } from '../policy.ts';

/** Writes a change of a squad's rules down, with who and when; one that changes nothing is none. */
export function writeChange({ db, now }: Context, actor: Actor, squadId: string, rule: string, before: unknown, after: unknown): void {
  if (JSON.stringify(before) === JSON.stringify(after)) return;
  db.insert(ruleChanges)
    .values({ id: uuid(), squadId, rule, before, after, by: asPerson(actor).userId, at: now() })
    .run();
}
