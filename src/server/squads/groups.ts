import { and, asc, eq, isNull, sql } from 'drizzle-orm';
import { type Day, mondayOf } from '../../core/calendar/days.ts';
import { grouped } from '../../core/grouped.ts';
import { type GroupStay, groupOn } from '../../core/weeks/groups.ts';
import type { Context } from '../context.ts';
import type { Db } from '../platform/db/connection.ts';
import { prepared } from '../platform/db/prepared.ts';
import { groupStays, squadGroups } from '../platform/db/schema.ts';
import { type Squad, squadDay } from './squads.ts';

export interface Group {
  id: string;
  name: string;
}

/** The groups of a squad, in the order they were made. */
export const groupsOf = (db: Db, squadId: string): Group[] =>
  db
    .select({ id: squadGroups.id, name: squadGroups.name })
    .from(squadGroups)
    .where(and(eq(squadGroups.squadId, squadId), isNull(squadGroups.goneAt)))
    .orderBy(asc(squadGroups.createdAt), asc(squadGroups.id))
    .all();

const staysQuery = prepared((db) =>
  db
    .select({ playerId: groupStays.playerId, from: groupStays.from, group: groupStays.groupId })
    .from(groupStays)
    .where(eq(groupStays.squadId, sql.placeholder('squad')))
    .prepare(),
);

/** Who of a squad is in which group on a day, read at once; null for none. */
export function groupsOnDays(db: Db, squadId: string): (playerId: string, day: Day) => string | null {
  const stays: ReadonlyMap<string, readonly GroupStay[]> = grouped(staysQuery(db).all({ squad: squadId }), (one) => one.playerId);
  return (playerId, day) => groupOn(stays.get(playerId) ?? [], day);
}

/** Who is in which group by what was said last, and from when on where that is still ahead. */
export function groupsSaid(context: Context, squad: Squad): Map<string, { group: string | null; from: string | null }> {
  const { db, now } = context;
  const monday = mondayOf(squadDay(squad, now()));
  const rows = db
    .select({ playerId: groupStays.playerId, from: groupStays.from, group: groupStays.groupId })
    .from(groupStays)
    .where(eq(groupStays.squadId, squad.id))
    .all();
  const last = new Map<string, { from: string; group: string | null }>();
  for (const row of rows) if (row.from > (last.get(row.playerId)?.from ?? '')) last.set(row.playerId, row);
  return new Map([...last].map(([id, { group, from }]) => [id, { group, from: from > monday ? from : null }]));
}
