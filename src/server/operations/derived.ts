import { eq } from 'drizzle-orm';
import type { Context } from '../context.ts';
import type { Db } from '../platform/db/connection.ts';
import { derivedVersions, streakStates, trainingDays, weekOutlines } from '../platform/db/schema.ts';
import { fillFigures } from '../scores/figures.ts';
import { READING_VERSION, refreshOldReadings } from '../scores/reading.ts';
import { fillDays } from '../streaks/days.ts';
import { fillOutlines } from '../weeks/outlines.ts';

interface Derived {
  name: string;
  /** Goes up with every change of the formula that makes it. */
  version: number;
  /** Makes what is missing; or all of it anew. */
  make(db: Db, anew: boolean): void;
}

/** What follows from the facts and is kept beside them, in the order in which it is made: later ones read earlier ones. */
export const DERIVED: readonly Derived[] = [
  {
    name: 'week outlines',
    version: 2,
    make(db, anew) {
      if (anew) db.delete(weekOutlines).run();
      fillOutlines(db);
    },
  },
  // What was decided keeps the reading that it was decided by: only what waits is read anew.
  { name: 'score readings', version: READING_VERSION, make: (db) => refreshOldReadings(db) },
  { name: 'score figures', version: 2, make: fillFigures },
  {
    name: 'training days',
    version: 1,
    make(db, anew) {
      if (anew) db.delete(trainingDays).run();
      fillDays(db);
    },
  },
  {
    name: 'streaks',
    version: 4,
    // Computed by the work that turns the day.
    make(db, anew) {
      if (anew) db.delete(streakStates).run();
    },
  },
];

/**
 * Makes the derived tables that are missing or were made by another version of their formula.
 * @param all makes every one anew, whatever its version
 * @returns the names of those that were made anew
 */
export function makeDerived({ db, now }: Pick<Context, 'db' | 'now'>, all = false): string[] {
  const made: string[] = [];
  for (const { name, version, make } of DERIVED)
    db.transaction(() => {
      const had = db.select().from(derivedVersions).where(eq(derivedVersions.name, name)).get();
      // Before versions were written down there was only the first formula of each.
      const isOld = all || (had !== undefined && had.version !== version);
      make(db, isOld);
      if (!isOld && had) return;
      const set = { version, madeAt: now() };
      db.insert(derivedVersions)
        .values({ name, ...set })
        .onConflictDoUpdate({ target: derivedVersions.name, set })
        .run();
      if (isOld) made.push(name);
    });
  return made;
}
