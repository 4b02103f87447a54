import { eq } from 'drizzle-orm';
import type { DoubtRulesSent } from '../../contract/review.ts';
import { english } from '../../core/text/translate.ts';
import type { Actor } from '../accounts/actor.ts';
import type { Context } from '../context.ts';
import type { Db } from '../platform/db/connection.ts';
import { squads } from '../platform/db/schema.ts';
import { allow } from '../policy.ts';
import { doubtRulesOf, refreshWaitingIn } from '../scores/reading.ts';
import { writeChange } from '../squads/changes.ts';

/** The figures that a squad may set; how small a number is that comes out the same by chance is none of them. */
export function doubtRulesToSet(db: Db, squad: string): DoubtRulesSent {
  const { sameFrom: _, ...rules } = doubtRulesOf(db, squad);
  return rules;
}

/** Sets the squad's figures of the doubt rules; what waits is read anew by them, what is decided stays as it was seen. */
export function setDoubtRules(context: Context, actor: Actor, input: { squad: string } & DoubtRulesSent): DoubtRulesSent {
  const { db } = context;
  const { squad, ...doubtRules } = input;
  allow(db, actor, 'set doubt rules', { squad });
  db.transaction(() => {
    writeChange(context, actor, squad, english('figures of doubts'), doubtRulesOf(db, squad), doubtRules);
    db.update(squads).set({ doubtRules }).where(eq(squads.id, squad)).run();
    refreshWaitingIn(db, squad);
  });
  return doubtRulesToSet(db, squad);
}
