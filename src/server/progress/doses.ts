import { eq, inArray, sql } from 'drizzle-orm';
import type { Dose } from '../../core/weeks/index.ts';
import type { Db } from '../platform/db/connection.ts';
import { prepared } from '../platform/db/prepared.ts';
import { paperResults, practiceGoes, scores } from '../platform/db/schema.ts';
import type { Figure } from '../scores/figures.ts';

const doseIn = (table: typeof scores | typeof paperResults | typeof practiceGoes) =>
  prepared((db) =>
    db
      .select({ dose: table.dose })
      .from(table)
      .where(eq(table.id, sql.placeholder('id')))
      .prepare(),
  );
const doseOfScore = doseIn(scores);
const doseOnPaper = doseIn(paperResults);
const doseOfPractice = doseIn(practiceGoes);

/** The dose that a figure was done at. */
export function doseOfFigure(db: Db, figure: Pick<Figure, 'scoreId' | 'weekId'>): Dose {
  const id = { id: figure.scoreId };
  const row = figure.weekId === null ? (doseOnPaper(db).get(id) ?? doseOfPractice(db).get(id)) : doseOfScore(db).get(id);
  if (!row) throw new Error(`The score ${figure.scoreId} of a figure is gone.`);
  return row.dose;
}

/** The doses of some figures, looked up at once; by score. */
export function dosesOf(db: Db, figures: readonly Pick<Figure, 'scoreId'>[]): Map<string, Dose> {
  const ids = figures.map((one) => one.scoreId);
  if (ids.length === 0) return new Map();
  const sent = db.select({ id: scores.id, dose: scores.dose }).from(scores).where(inArray(scores.id, ids)).all();
  const read = db.select({ id: paperResults.id, dose: paperResults.dose }).from(paperResults).where(inArray(paperResults.id, ids)).all();
  const practiced = db
    .select({ id: practiceGoes.id, dose: practiceGoes.dose })
    .from(practiceGoes)
    .where(inArray(practiceGoes.id, ids))
    .all();
  return new Map([...sent, ...read, ...practiced].map((row) => [row.id, row.dose]));
}
