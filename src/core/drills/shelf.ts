import type { Drill } from './schema.ts';
import { searchDrills } from './search.ts';
import type { Family, Kit, Load, Measure } from './terms.ts';

/** What a shelf is looked through for; an empty field leaves all in. */
export interface ShelfFilter {
  query: string;
  family: Family | null;
  /** Nothing but this kit is needed: a drill with a wall is out when only `ball` is named. Null for any kit. */
  kit: readonly Kit[] | null;
  /** Free ground in metres, either way round. */
  space: { length: number; width: number } | null;
  measure: Measure | null;
  /** Only drills with this load; `none` for drills without any. */
  load: Load | 'none' | null;
  /** Leaves out drills that the squad has done. */
  notMet: boolean;
  /** Shows archived drills instead of those in use. */
  archived: boolean;
}

export const WHOLE_SHELF: ShelfFilter = {
  query: '',
  family: null,
  kit: null,
  space: null,
  measure: null,
  load: null,
  notMet: false,
  archived: false,
};

/**
 * The drills that pass a filter, best hits of the query first.
 * @param met ids of the drills the squad has done
 */
export function lookThrough<D extends Drill>(drills: readonly D[], filter: ShelfFilter, met: ReadonlySet<string>): D[] {
  const { family, kit, space, measure, load } = filter;
  const passing = drills.filter((drill) => {
    if (family && drill.family !== family) return false;
    if (kit && !drill.kit.every((one) => kit.includes(one))) return false;
    if (measure && drill.measure !== measure) return false;
    if (load && (load === 'none' ? drill.loads.length > 0 : !drill.loads.includes(load))) return false;
    if (space) {
      const [long, short] = [Math.max(space.length, space.width), Math.min(space.length, space.width)];
      if (Math.max(drill.space.length, drill.space.width) > long || Math.min(drill.space.length, drill.space.width) > short) return false;
    }
    return !(filter.notMet && met.has(drill.id));
  });
  return searchDrills(passing, filter.query);
}
