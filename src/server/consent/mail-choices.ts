import { eq } from 'drizzle-orm';
import type { PostChoices } from '../../contract/letters.ts';
import { t } from '../../core/text/translate.ts';
import type { Actor } from '../accounts/actor.ts';
import type { Context } from '../context.ts';
import type { Db } from '../platform/db/connection.ts';
import { postChoices, type squads } from '../platform/db/schema.ts';
import { allow, asPerson } from '../policy.ts';
import { saidYes } from './consent.ts';

type Hours = Pick<typeof squads.$inferSelect, 'quietFrom' | 'quietTo' | 'mailsPerDay'>;

/** What a guardian agrees to when letters about the child are mailed. */
export const POST_CONSENT = {
  version: 1,
  get text() {
    return t(
      'Letters about my child may be mailed to my address: the Monday summary, and short reminders if I want them. They hold the nickname, the child’s own numbers and the coach’s lines, and nothing of other children. Without a yes the letters stay on this page only.',
    );
  },
};

/** Whether letters about a child may leave the house. */
export const mayPost = (db: Db, playerId: string): boolean => saidYes(db, playerId, 'post');

/** What somebody wants mailed and when; the squad's hours until something else was said. */
export function choicesFor(db: Db, userId: string, squad: Hours): PostChoices {
  const row = db.select().from(postChoices).where(eq(postChoices.userId, userId)).get();
  if (row) {
    const { userId: _user, ...choices } = row;
    return choices;
  }
  const { quietFrom, quietTo, mailsPerDay } = squad;
  return { reminders: true, summaries: true, quietFrom, quietTo, mailsPerDay };
}

/** Sets what somebody wants mailed, and when not. */
export function setPostChoices({ db }: Context, actor: Actor, input: PostChoices): PostChoices {
  allow(db, actor, 'set what is mailed');
  const { userId } = asPerson(actor);
  db.insert(postChoices)
    .values({ userId, ...input })
    .onConflictDoUpdate({ target: postChoices.userId, set: input })
    .run();
  return input;
}
