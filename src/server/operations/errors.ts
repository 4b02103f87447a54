import { inArray, sql } from 'drizzle-orm';
import type { Context } from '../context.ts';
import type { Db } from '../platform/db/connection.ts';
import { houseFacts } from '../platform/db/schema.ts';

/** Where something broke. */
export type BrokeIn = 'server' | 'browsers';

const KEYS = { server: 'broke in the server', browsers: 'broke in browsers' } as const satisfies Record<BrokeIn, string>;

/** Writes down what nobody foresaw in the server: which request, and where in the program. */
export function noteUnforeseen({ db, log }: Pick<Context, 'db' | 'log'>, err: unknown, about: object): void {
  log.error({ err, ...about }, 'unforeseen');
  countBroken(db, 'server');
}

/** Counts something that broke, for the house's letter of the week. Never in the way of an answer: a database that cannot be written is the log's. */
export function countBroken(db: Db, where: BrokeIn): void {
  try {
    db.insert(houseFacts)
      .values({ key: KEYS[where], value: '1' })
      .onConflictDoUpdate({ target: houseFacts.key, set: { value: sql`cast(${houseFacts.value} as integer) + 1` } })
      .run();
  } catch {}
}

/** How much broke since the last letter. */
export function brokenSince(db: Db): Record<BrokeIn, number> {
  const rows = db
    .select()
    .from(houseFacts)
    .where(inArray(houseFacts.key, Object.values(KEYS)))
    .all();
  const of = (where: BrokeIn) => Number(rows.find((row) => row.key === KEYS[where])?.value ?? 0);
  return { server: of('server'), browsers: of('browsers') };
}

/** Begins to count anew. */
export function forgetBroken(db: Db): void {
  db.delete(houseFacts)
    .where(inArray(houseFacts.key, Object.values(KEYS)))
    .run();
}
