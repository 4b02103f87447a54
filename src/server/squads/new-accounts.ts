import { and, eq } from 'drizzle-orm';
import { t } from '../../core/text/translate.ts';
import type { Context } from '../context.ts';
import { account, user } from '../platform/db/schema.ts';
import { badInput } from '../platform/problems.ts';
import { insertAccount } from './people.ts';

export interface NewAccount {
  name: string;
  email: string;
  password: string;
}

/**
 * The account of somebody who was invited: a new one, or the one of that address when the password is its own. Every wrong password counts
 * against the limits of signing in. What takes time is done first; the account itself is made by what this resolves to, in one transaction
 * with the use of the invitation, so that an invitation that was used meanwhile leaves no account behind.
 */
export async function accountFor(context: Context, given: NewAccount, kind: 'coach' | 'guardian', from: string): Promise<() => string> {
  const { db, hashes, limits } = context;
  const email = given.email.toLowerCase();
  const find = () =>
    db
      .select({ id: user.id, kind: user.kind, password: account.password })
      .from(user)
      .innerJoin(account, and(eq(account.userId, user.id), eq(account.providerId, 'credential')))
      .where(eq(user.email, email))
      .get();
  const had = find();
  if (!had) {
    const password = await hashes.hash(given.password);
    return () => {
      if (find()) throw badInput('email', t('An account with this e-mail was made just now. Send the form again.'));
      return insertAccount(context, { name: given.name, email, kind }, password);
    };
  }
  const one = { who: email, from, squad: null, device: null };
  const giveBack = await limits.begin(one);
  if (!had.password || !(await hashes.verify(had.password, given.password))) {
    throw badInput(
      'password',
      t('There is an account with this e-mail already. Type its own password, or ask for a new one at “Sign in”.'),
    );
  }
  await giveBack();
  if (had.kind !== kind)
    throw badInput(
      'email',
      t('This e-mail belongs to a {kind}’s account. Take another address for the {kind2}’s.', { kind: had.kind, kind2: kind }),
    );
  return () => had.id;
}
