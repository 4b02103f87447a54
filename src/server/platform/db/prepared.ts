import type { Db } from './connection.ts';

/**
 * A query that is built once for each database and then only run: building takes longer than running for what is asked
 * thousands of times. Parameters are `sql.placeholder`s.
 */
export function prepared<Q>(build: (db: Db) => Q): (db: Db) => Q {
  const built = new WeakMap<Db, Q>();
  return (db) => {
    const had = built.get(db);
    if (had) return had;
    const made = build(db);
    built.set(db, made);
    return made;
  };
}

/**
 * Many rows at once, as lists of their columns: SQLite writes them as one JSON text, which is read faster than rows one by one.
 * @param columns SQL of each column; JSON columns as json(…)
 * @param from what follows “from”, with its order in a sub-select where one is needed
 */
export function rowsAsJson(db: Db, columns: readonly string[], from: string): (...values: unknown[]) => unknown[][] {
  const statement = db.$client.prepare(`select json_group_array(json_array(${columns.join(', ')})) from ${from}`).pluck();
  return (...values) => JSON.parse(statement.get(...values) as string) as unknown[][];
}
