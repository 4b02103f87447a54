import { and, asc, desc, eq, gt, isNull, sql } from 'drizzle-orm';
import { DAY_MS, HOUR_MS } from '../../core/calendar/lengths.ts';
import { onlyItems } from '../../core/together/sheet.ts';
import type { Command } from '../../core/together/squad-clock.ts';
import type { PublishedWeek } from '../../core/weeks/index.ts';
import type { Context } from '../context.ts';
import type { Db } from '../platform/db/connection.ts';
import { prepared } from '../platform/db/prepared.ts';
import { eveningCommands, evenings, runs } from '../platform/db/schema.ts';
import { type Member, type Squad, weekFor } from '../squads/squads.ts';
import { contentOf } from './contents.ts';

/* Live evenings as what they are of a released week: which items, when, and what the coach said on them. */

export type Evening = typeof evenings.$inferSelect;

/** Players may come this long before the hour. */
const DOORS_MS = HOUR_MS / 4;
/** An evening that nobody ended is over after this time. */
const LASTS_MS = 4 * HOUR_MS;

export const eveningById = (db: Db, id: string): Evening | undefined => db.select().from(evenings).where(eq(evenings.id, id)).get();

const eveningIdOf = prepared((db) =>
  db
    .select({ id: runs.eveningId })
    .from(runs)
    .where(eq(runs.id, sql.placeholder('run')))
    .prepare(),
);

/** The live evening that a run was done on; null for one done alone, or that is not known yet. */
export function eveningOfRun(db: Db, runId: string | null): Evening | null {
  const id = runId === null ? null : eveningIdOf(db).get({ run: runId })?.id;
  return id ? (eveningById(db, id) ?? null) : null;
}

/** Whoever is on the evening of a run sees that something about it has changed. */
export function pokeEveningOf({ db, rooms }: Pick<Context, 'db' | 'rooms'>, runId: string | null): void {
  if (rooms.size === 0) return;
  const evening = eveningOfRun(db, runId);
  if (evening) rooms.poke(evening.id);
}

/** What the coach said on an evening, in order. */
export function commandsOf(db: Db, eveningId: string): Command[] {
  const rows = db.select().from(eveningCommands).where(eq(eveningCommands.eveningId, eveningId)).orderBy(asc(eveningCommands.seq)).all();
  return rows.map(({ seq, at, type, go }): Command => (type === 'go' ? { seq, at, type, go: go ?? 0 } : { seq, at, type }));
}

/** When an evening was ended by its coach; null while it was not. */
export const endOf = (commands: readonly Command[]): number | null => commands.find((one) => one.type === 'end')?.at ?? null;

/** Whether players may be on an evening now. */
export const isOpenNow = (evening: Evening, commands: readonly Command[], now: number): boolean =>
  evening.calledOffAt === null && endOf(commands) === null && now >= evening.startsAt - DOORS_MS && now < evening.startsAt + LASTS_MS;

/** A squad's evenings that are not called off, the newest first, from some time ago on. */
export const eveningsOf = (db: Db, squadId: string, since: number): Evening[] =>
  db
    .select()
    .from(evenings)
    .where(and(eq(evenings.squadId, squadId), isNull(evenings.calledOffAt), gt(evenings.startsAt, since)))
    .orderBy(desc(evenings.startsAt), desc(evenings.id))
    .all();

/** The evenings of a squad that lie ahead or are on, the next one first, each with whether it may be joined now. */
export function eveningsAhead(db: Db, squadId: string, now: number): { evening: Evening; isOpen: boolean }[] {
  const rows = eveningsOf(db, squadId, now - LASTS_MS).toReversed();
  return rows.flatMap((evening) => {
    const commands = commandsOf(db, evening.id);
    const isOpen = isOpenNow(evening, commands, now);
    return isOpen || (endOf(commands) === null && evening.startsAt > now) ? [{ evening, isOpen }] : [];
  });
}

/** The name of the session that an evening is of. */
export const nameOf = (db: Db, evening: Evening): string =>
  contentOf(db, evening.revisionId).sessions.find((one) => one.id === evening.sessionId)?.name ?? '';

/** How players and families are told of an evening. */
export const eveningView = (db: Db, evening: Evening, isOpen: boolean) => ({
  id: evening.id,
  name: nameOf(db, evening),
  startsAt: evening.startsAt,
  minutes: Math.max(1, Math.round(evening.seconds / 60)),
  isOpen,
});

/** What is told of a squad's evenings: those of the next week, and what is on. */
export const eveningsTold = (db: Db, squadId: string, now: number) =>
  eveningsAhead(db, squadId, now)
    .filter(({ evening }) => evening.startsAt < now + 7 * DAY_MS)
    .map(({ evening, isOpen }) => eveningView(db, evening, isOpen));

/** A week with nothing but an evening's items in it. */
export const eveningOnly = (content: PublishedWeek, evening: Pick<Evening, 'sessionId' | 'itemIds'>): PublishedWeek => ({
  ...content,
  sessions: content.sessions.filter((one) => one.id === evening.sessionId).map((one) => onlyItems(one, evening.itemIds)),
});

/**
 * An evening as a player does it: what was planned for all, in the own school and for the own feet. Own steps, groups and catch-up goes are
 * for the sessions done alone: here everybody does the same, on one clock.
 */
export const eveningWeek = (
  db: Db,
  squad: Pick<Squad, 'contactSchool'>,
  member: Pick<Member, 'contactSchool' | 'strongerFoot'>,
  evening: Evening,
): PublishedWeek => eveningOnly(weekFor(squad, member, contentOf(db, evening.revisionId)), evening);
