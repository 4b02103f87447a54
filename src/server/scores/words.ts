import { asc, eq, sql } from 'drizzle-orm';
import { type SaidWord, wordBefore } from '../../core/scores/index.ts';
import type { Db } from '../platform/db/connection.ts';
import { prepared } from '../platform/db/prepared.ts';
import { scoreWords } from '../platform/db/schema.ts';

const ofScore = prepared((db) =>
  db
    .select({ id: scoreWords.id, value: scoreWords.value, faults: scoreWords.faults, parts: scoreWords.parts, at: scoreWords.at })
    .from(scoreWords)
    .where(eq(scoreWords.scoreId, sql.placeholder('id')))
    .orderBy(asc(scoreWords.at), asc(scoreWords.id))
    .prepare(),
);

/** Every word that a player said of a score, oldest first; empty for a score that was never mended. */
export const wordsOf = (db: Db, scoreId: string): SaidWord[] => ofScore(db).all({ id: scoreId });

/** What a player said at first of a score that was mended since; null where it never was. */
export const firstWordOf = (db: Db, scoreId: string): SaidWord | null => wordBefore(wordsOf(db, scoreId));

/** First words of those of some scores that were mended, by score. */
export function firstWordsAmong(db: Db, scoreIds: readonly string[]): Map<string, { value: number | null; faults: number }> {
  const rows = db.$client
    .prepare(
      `select score_id as id, value, faults from (
         select w.*, row_number() over (partition by score_id order by at, id) as place from score_words w
         where score_id in (select value from json_each(?))) where place = 1`,
    )
    .all(JSON.stringify(scoreIds)) as { id: string; value: number | null; faults: number }[];
  return new Map(rows.map(({ id, ...word }) => [id, word]));
}
