import { and, eq } from 'drizzle-orm';
import type { Shelf, ShelfDrill } from '../../contract/drills.ts';
import { drillInWords, shelfText } from '../../core/drills/in-words.ts';
import { CATALOGUE, type Drill } from '../../core/drills/index.ts';
import { allItems } from '../../core/planning/index.ts';
import { drillsOfItem } from '../../core/weeks/index.ts';
import type { Actor } from '../accounts/actor.ts';
import type { Context } from '../context.ts';
import type { Db } from '../platform/db/connection.ts';
import { squadDrills, squadDrillVersions, weeks } from '../platform/db/schema.ts';
import { allow } from '../policy.ts';
import { membersOf, squadById } from '../squads/squads.ts';

/** A squad's own drills in their newest version, archived ones too. */
export function ownDrills(db: Db, squadId: string): ShelfDrill[] {
  const rows = db
    .select({ drill: squadDrillVersions.drill, archivedAt: squadDrills.archivedAt })
    .from(squadDrills)
    .innerJoin(
      squadDrillVersions,
      and(eq(squadDrillVersions.squadId, squadDrills.squadId), eq(squadDrillVersions.drillId, squadDrills.drillId)),
    )
    .where(eq(squadDrills.squadId, squadId))
    .orderBy(squadDrillVersions.drillId, squadDrillVersions.version)
    .all();
  const newest = new Map(rows.map((row) => [row.drill.id, row]));
  return [...newest.values()].map(({ drill, archivedAt }) => ({ ...drill, own: true, archived: archivedAt !== null }));
}

const SHIPPED: readonly ShelfDrill[] = CATALOGUE.map((drill) => ({ ...drill, own: false, archived: false }));

/** Every drill a squad knows, archived ones too: its own first, then the shipped ones. */
export function shelfDrills(db: Db, squadId: string): ShelfDrill[] {
  return [...ownDrills(db, squadId), ...SHIPPED];
}

const plain = ({ own: _own, archived: _archived, ...drill }: ShelfDrill): Drill => drill;
const SHIPPED_BY_ID = new Map(SHIPPED.map((drill) => [drill.id, plain(drill)]));

/** The shelf of a squad by drill id, as plain drills: its own first, then the shipped ones. */
export function shelfOf(db: Db, squadId: string): ReadonlyMap<string, Drill> {
  const own = ownDrills(db, squadId);
  return own.length === 0 ? SHIPPED_BY_ID : new Map([...own.map((drill) => [drill.id, plain(drill)] as const), ...SHIPPED_BY_ID]);
}

/** The drills of a squad that are not archived; shipped ones are the same objects each time, so that what is known of them is not computed anew. */
export const liveShelf = (db: Db, squadId: string): Drill[] => [
  ...ownDrills(db, squadId).flatMap((drill) => (drill.archived ? [] : [plain(drill)])),
  ...SHIPPED_BY_ID.values(),
];

/** Names of all drills a squad knows, by id; an id that nobody knows any more is its own name. */
export function namesOnShelf(db: Db, squadId: string): (id: string) => string {
  const own = new Map(ownDrills(db, squadId).map((drill) => [drill.id, drill.name]));
  return (id) => SHIPPED_BY_ID.get(id)?.name ?? own.get(id) ?? id;
}

/** The same in the language of whoever reads. */
export function drillNames(db: Db, squadId: string): (id: string) => string {
  const own = new Map(ownDrills(db, squadId).map((drill) => [drill.id, drillInWords(drill).name]));
  return (id) => {
    const shipped = SHIPPED_BY_ID.get(id);
    return shipped ? shelfText(shipped.name) : (own.get(id) ?? id);
  };
}

/** Drill ids of all released weeks of a squad, whichever revision. */
export function metDrills(db: Db, squadId: string): Set<string> {
  // Only the keys of the frozen drills are read: the contents of two seasons are megabytes.
  const rows = db.$client
    .prepare(
      `select distinct drill.key as id from week_revisions r join weeks w on w.id = r.week_id,
       json_each(r.content, '$.drills') drill where w.squad_id = ?`,
    )
    .all(squadId) as { id: string }[];
  return new Set(rows.map((row) => row.id));
}

/** The weeks that a drill is in by their newest plan, by drill id. */
function usedIn(db: Db, squadId: string): Shelf['usedIn'] {
  const rows = db.select({ id: weeks.id, number: weeks.number, plan: weeks.plan }).from(weeks).where(eq(weeks.squadId, squadId)).all();
  const used: Shelf['usedIn'] = {};
  for (const week of rows) {
    for (const drillId of new Set(allItems(week.plan).flatMap(drillsOfItem))) {
      const list = used[drillId] ?? [];
      list.push({ id: week.id, number: week.number });
      used[drillId] = list;
    }
  }
  return used;
}

/** The drills that a squad's coaches can plan with. */
export function shelf(context: Context, actor: Actor, input: { squad: string }): Shelf {
  const { db } = context;
  allow(db, actor, 'see the shelf', input);
  const { id, name, contactSchool } = squadById(db, input.squad);
  return {
    squad: { id, name, contactSchool },
    drills: shelfDrills(db, id),
    players: membersOf(db, id).map((member) => ({ id: member.id, nickname: member.nickname })),
    met: [...metDrills(db, id)],
    usedIn: usedIn(db, id),
  };
}
