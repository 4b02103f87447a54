import type { LanguageCode } from '../../core/text/languages.ts';
import type { Context } from '../context.ts';
import { readers } from '../platform/db/schema.ts';
import { allow } from '../policy.ts';
import type { Actor } from './actor.ts';

/** Keeps what somebody reads; of nobody it is kept on the device alone. */
export function chooseLanguage({ db }: Context, actor: Actor, input: { language: LanguageCode }): void {
  allow(db, actor, 'choose my language');
  if (actor.kind === 'nobody') return;
  const { language } = input;
  db.insert(readers).values({ userId: actor.userId, language }).onConflictDoUpdate({ target: readers.userId, set: { language } }).run();
}
