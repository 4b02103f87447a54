import { eq, sql } from 'drizzle-orm';
import type { Db } from './db/connection.ts';
import { prepared } from './db/prepared.ts';
import { readers } from './db/schema.ts';
import { inLanguage } from './languages.ts';

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
