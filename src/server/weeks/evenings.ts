import { and, asc, desc, eq, getTableColumns, gt, isNull, lte, or, sql } from 'drizzle-orm';
import { HOUR_MS, WEEK_MS } from '../../core/calendar/lengths.ts';
import { onlyItems } from '../../core/together/sheet.ts';
import type { Command } from '../../core/together/squad-clock.ts';
import type { PublishedWeek } from '../../core/weeks/index.ts';
import type { Context } from '../context.ts';
import type { Db } from '../platform/db/connection.ts';
import { prepared } from '../platform/db/prepared.ts';
import { eveningCommands, evenings, runs, weekRevisions } from '../platform/db/schema.ts';
import { notFound } from '../platform/problems.ts';
import { type Member, type Squad, weekFor } from '../squads/squads.ts';
import { contentOf } from './contents.ts';

/* Live evenings as what they are of a released week: which items, when, and what the coach said on them. */

export type Evening = typeof evenings.$inferSelect;

/** Players may come this long before the hour. */
const DOORS_MS = HOUR_MS / 4;
/** An evening that nobody ended is over after this time. */
const LASTS_MS = 4 * HOUR_MS;

export const eveningById = (db: Db, id: string): Evening | undefined => db.select().from(evenings).where(eq(evenings.id, id)).get();

/** @throws Problem "not found" for an evening that is not there, or is called off */
export function standingEvening(db: Db, id: string): Evening {
  const evening = eveningById(db, id);
  if (!evening || evening.calledOffAt !== null) throw notFound();
  return evening;
}

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
export const commandsOf = (db: Db, eveningId: string): Command[] =>
  db
    .select({ seq: eveningCommands.seq, at: eveningCommands.at, type: eveningCommands.type, go: eveningCommands.go })
    .from(eveningCommands)
    .where(eq(eveningCommands.eveningId, eveningId))
    .orderBy(asc(eveningCommands.seq))
    .all();

/** When an evening was ended by its coach; null while it was not. */
export const endOf = (commands: readonly Command[]): number | null => commands.find((one) => one.type === 'end')?.at ?? null;

/** From when on players may come to an evening. */
const doorsOf = ({ startsAt }: Evening): number => startsAt - DOORS_MS;

/** Whether an evening lies ahead, may be joined, or is over. */
export function timeOf(evening: Evening, commands: readonly Command[], now: number): 'ahead' | 'open' | 'over' {
  if (evening.calledOffAt !== null || endOf(commands) !== null || now >= evening.startsAt + LASTS_MS) return 'over';
  return now < doorsOf(evening) ? 'ahead' : 'open';
}

const standingSince = (squadId: string, since: number) =>
  and(eq(evenings.squadId, squadId), isNull(evenings.calledOffAt), gt(evenings.startsAt, since));
const NEWEST_FIRST = [desc(evenings.startsAt), desc(evenings.id)];

/** A squad's evenings that are not called off, the newest first, from some time ago on. */
export const eveningsOf = (db: Db, squadId: string, since: number): Evening[] =>
  db
    .select()
    .from(evenings)
    .where(standingSince(squadId, since))
    .orderBy(...NEWEST_FIRST)
    .all();

/** The same as players and families may know of them: of a week that is a surprise nothing is told before it opens. */
export const eveningsTold = (db: Db, squadId: string, since: number, now: number): Evening[] =>
  db
    .select(getTableColumns(evenings))
    .from(evenings)
    .innerJoin(weekRevisions, eq(weekRevisions.id, evenings.revisionId))
    .where(and(standingSince(squadId, since), or(eq(weekRevisions.surprise, false), lte(weekRevisions.opensAt, now))))
    .orderBy(...NEWEST_FIRST)
    .all();

/** The name of the session that an evening is of. */
export const nameOf = (db: Db, evening: Evening): string =>
  contentOf(db, evening.revisionId).sessions.find((one) => one.id === evening.sessionId)?.name ?? '';

/** How people are told of an evening. */
export const eveningView = (db: Db, evening: Evening, time: ReturnType<typeof timeOf>) => ({
  id: evening.id,
  name: nameOf(db, evening),
  startsAt: evening.startsAt,
  minutes: Math.max(1, Math.round(evening.seconds / 60)),
  doorsAt: doorsOf(evening),
  isOpen: time === 'open',
});

/** The evenings of a squad that players may know of, that lie ahead within a week, or are on: the next one first. */
export function eveningsAhead(db: Db, squadId: string, now: number): { evening: Evening; view: ReturnType<typeof eveningView> }[] {
  const soon = eveningsTold(db, squadId, now - LASTS_MS, now).filter((one) => one.startsAt < now + WEEK_MS);
  return soon.toReversed().flatMap((evening) => {
    const time = timeOf(evening, commandsOf(db, evening.id), now);
    return time === 'over' ? [] : [{ evening, view: eveningView(db, evening, time) }];
  });
}

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
