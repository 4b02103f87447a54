import { eq, sql } from 'drizzle-orm';
import { z } from 'zod';
import { says } from '../../core/text/translate.ts';
import { isLanguage, type LanguageCode } from '../../messages/languages.ts';
import type { Context } from '../context.ts';
import type { Db } from '../platform/db/connection.ts';
import { prepared } from '../platform/db/prepared.ts';
import { readers } from '../platform/db/schema.ts';
import { inLanguage } from '../platform/languages.ts';
import { allow } from '../policy.ts';
import type { Actor } from './actor.ts';

/** A language of the interface. */
export const ChosenLanguage = z.custom<LanguageCode>(
  (value) => typeof value === 'string' && isLanguage(value),
  says('Choose one of the languages.'),
);

/** Keeps what somebody reads; of nobody it is kept on the device alone. */
export function chooseLanguage({ db }: Context, actor: Actor, input: { language: LanguageCode }): void {
  allow(db, actor, 'choose my language');
  if (actor.kind === 'nobody') return;
  const { language } = input;
  db.insert(readers).values({ userId: actor.userId, language }).onConflictDoUpdate({ target: readers.userId, set: { language } }).run();
}

const chosenBy = prepared((db) =>
  db
    .select({ language: readers.language })
    .from(readers)
    .where(eq(readers.userId, sql.placeholder('user')))
    .prepare(),
);

/** What somebody chose to read; null while they have not. */
export const languageChosen = (db: Db, userId: string): string | null => chosenBy(db).get({ user: userId })?.language ?? null;

/**
 * A letter to each of some readers, made once for each language among them.
 * @param usual what who has chosen nothing reads: the squad's
 */
export function inEachLanguage<R extends { id: string }, L>(
  db: Db,
  readers: readonly R[],
  usual: string,
  make: () => L,
): { reader: R; letter: L }[] {
  const made = new Map<string, L>();
  return readers.map((reader) => {
    const language = languageChosen(db, reader.id) ?? usual;
    const letter = made.get(language) ?? inLanguage(language, make);
    made.set(language, letter);
    return { reader, letter };
  });
}
