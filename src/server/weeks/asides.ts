import { and, asc, eq, isNull, or } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import type { Aside } from '../../contract/planning.ts';
import type { CheckName } from '../../core/planning/planner-view.ts';
import { t } from '../../core/text/translate.ts';
import type { Actor } from '../accounts/actor.ts';
import type { Context } from '../context.ts';
import type { Db } from '../platform/db/connection.ts';
import { checkAsides, user } from '../platform/db/schema.ts';
import { badInput } from '../platform/problems.ts';
import { allow, asPerson } from '../policy.ts';
import { weekById } from './weeks.ts';

/** What blocks a release is never set aside. */
const NEVER: readonly CheckName[] = ['heading below the age', 'no caution'];

const ofWeek = (week: { id: string; squadId: string }) =>
  and(eq(checkAsides.squadId, week.squadId), or(eq(checkAsides.weekId, week.id), isNull(checkAsides.weekId)));

/** Kinds of checks that are set aside for a week, by itself or with the squad's. */
export const asidesOf = (db: Db, week: { id: string; squadId: string }): Aside[] =>
  db
    .select({ aside: checkAsides, by: user.name })
    .from(checkAsides)
    .innerJoin(user, eq(user.id, checkAsides.by))
    .where(ofWeek(week))
    .orderBy(asc(checkAsides.at))
    .all()
    .map(({ aside: { check, weekId, reason, at }, by }) => ({ check, scope: weekId === null ? 'squad' : 'week', reason, at, by }));

/** Sets a kind of check aside with the reason, or looks at it again: the last word of a kind is the one that holds. */
export function setAside(
  context: Context,
  actor: Actor,
  input: { week: string; check: CheckName } & ({ scope: 'week' | 'squad'; reason: string } | { scope: 'look again' }),
): { asides: Aside[] } {
  const { db } = context;
  allow(db, actor, 'save a week', { week: input.week });
  if (NEVER.includes(input.check)) throw badInput('check', t('This keeps children safe and is not set aside.'));
  const week = weekById(db, input.week);
  const by = asPerson(actor).userId;
  db.transaction(() => {
    db.delete(checkAsides)
      .where(and(ofWeek(week), eq(checkAsides.check, input.check)))
      .run();
    if (input.scope === 'look again') return;
    const row = { id: uuid(), squadId: week.squadId, check: input.check, reason: input.reason, at: context.now(), by };
    db.insert(checkAsides)
      .values({ ...row, weekId: input.scope === 'week' ? week.id : null })
      .run();
  });
  return { asides: asidesOf(db, week) };
}
