import { v7 as uuid } from 'uuid';
import type { Actor } from '../accounts/actor.ts';
import type { Context } from '../context.ts';
import { ruleChanges } from '../platform/db/schema.ts';
import { asPerson } from '../policy.ts';

/** Changes a squad's rules and writes down what changed, with who and when: both, or neither. */
export function changeRule(
  context: Context,
  actor: Actor,
  { squad, rule, before, after }: { squad: string; rule: string; before: unknown; after: unknown },
  change: () => void,
): void {
  context.db.transaction(() => {
    writeChange(context, actor, squad, rule, before, after);
    change();
  });
}

/** Writes a change of a squad's rules down; one that changes nothing is none. To be called inside the transaction that makes it. */
export function writeChange({ db, now }: Context, actor: Actor, squadId: string, rule: string, before: unknown, after: unknown): void {
  if (JSON.stringify(before) === JSON.stringify(after)) return;
  db.insert(ruleChanges)
    .values({ id: uuid(), squadId, rule, before, after, by: asPerson(actor).userId, at: now() })
    .run();
}
