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
