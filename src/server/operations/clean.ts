import { readdirSync, rmSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { and, eq, inArray, isNull, lt, notExists, or, sql } from 'drizzle-orm';
import type { CleanReport } from '../../contract/operations.ts';
import { addDays } from '../../core/calendar/days.ts';
import { DAY_MS } from '../../core/calendar/lengths.ts';
import { stampInName } from '../../core/operations/index.ts';
import { isLeaving } from '../accounts/leaving.ts';
import { NEWS_DAYS } from '../accounts/told.ts';
import { UPLOAD_DAYS } from '../clips/uploads/uploads.ts';
import { newestWord } from '../consent/consent.ts';
import type { Context } from '../context.ts';
import { mailboxOf } from '../mail/mail.ts';
import {
  accountEvents,
  clips,
  films,
  invitations,
  jobRuns,
  joinRequests,
  outbox,
  session,
  spokenLines,
  squads,
  verification,
} from '../platform/db/schema.ts';
import { namesIn } from '../platform/files.ts';
import { namedFilesIn } from '../platform/named-files.ts';
import { dueDeletions, finishDeletions } from '../privacy/deletion.ts';
import { finishThrownAway, overSquads } from '../privacy/thrown-away.ts';
import { squadDay } from '../squads/squads.ts';
import { REPLACED } from './restore.ts';

/** Who deleted what went by itself. */
export const BY_HOUSE = 'the house';
/** Days after which things are taken away that nobody waits for any more. */
const DAYS = { upload: UPLOAD_DAYS, orphan: 1, announced: 30, asked: 60, answered: 30, mail: 30, jobs: 180, replaced: 7 } as const;
/** Of clips that go by their date, and of files that nothing names, at most this share goes at once, and in a small house this many. */
const SHARE_AT_ONCE = 0.1;
const FEW = 10;

/** A clip or a spoken line that is kept. */
interface Kept {
  id: string;
  playerId: string;
  squadId: string;
  at: number | null;
}

const keptClips = ({ db }: Context): Kept[] =>
  db
    .select({ id: clips.id, playerId: clips.playerId, squadId: clips.squadId, at: clips.keptAt })
    .from(clips)
    .where(eq(clips.state, 'kept'))
    .all();

const keptSpoken = ({ db }: Context): Kept[] =>
  db
    .select({ id: spokenLines.id, playerId: spokenLines.playerId, squadId: spokenLines.squadId, at: spokenLines.at })
    .from(spokenLines)
    .where(isNull(spokenLines.deletedAt))
    .all();

/**
 * What of it has to go: past the squad's days, oldest first, or without a guardian's yes for it now. A child that is leaving keeps
 * everything as long as that can be undone. Where no guardian ever said no, the yes is what is missing, and it goes with those past their days.
 */
function overdue({ db, now }: Context, kept: readonly Kept[]): { late: string[]; refused: string[] } {
  const squad = new Map(
    db
      .select()
      .from(squads)
      .all()
      .map((one) => [one.id, { ...one, today: squadDay(one, now()) }]),
  );
  const words = new Map(
    [...new Set(kept.map((one) => one.playerId))].map((id) => [id, isLeaving(db, id) ? 'leaving' : newestWord(db, id, 'clips')]),
  );
  const isPast = ({ squadId, at }: Kept) => {
    const of = squad.get(squadId);
    return of !== undefined && at !== null && addDays(squadDay(of, at), of.clipDays) <= of.today;
  };
  const late = kept
    .filter((one) => {
      const word = words.get(one.playerId);
      return word === null || (word === true && isPast(one));
    })
    .sort((a, b) => (a.at ?? 0) - (b.at ?? 0));
  const refused = kept.filter((one) => words.get(one.playerId) === false);
  return { late: late.map((one) => one.id), refused: refused.map((one) => one.id) };
}

function dropClips({ db, config, now }: Context, ids: readonly string[]): void {
  for (const row of db
    .select()
    .from(clips)
    .where(inArray(clips.id, [...ids]))
    .all()) {
    if (row.fileName) rmSync(join(config.clipDir, row.fileName), { force: true });
    db.update(clips).set({ state: 'deleted', deletedAt: now(), deletedBy: BY_HOUSE }).where(eq(clips.id, row.id)).run();
  }
}

function dropSpoken({ db, config, now }: Context, ids: readonly string[]): void {
  for (const row of db
    .select()
    .from(spokenLines)
    .where(inArray(spokenLines.id, [...ids]))
    .all()) {
    rmSync(join(config.clipDir, row.fileName), { force: true });
    db.update(spokenLines).set({ deletedAt: now(), deletedBy: BY_HOUSE }).where(eq(spokenLines.id, row.id)).run();
  }
}

/** Files of a folder that were not touched for some days. */
function oldFiles(folder: string, now: number, days: number): string[] {
  let names: string[] = [];
  try {
    names = readdirSync(folder);
  } catch {
    return [];
  }
  return names.filter((name) => {
    const stat = statSync(join(folder, name), { throwIfNoEntry: false });
    return stat?.isFile() && now - stat.mtimeMs > days * DAY_MS;
  });
}

/** Files in the folder of clips that nothing on record names. */
function orphans({ db, config, now }: Context): string[] {
  const named = new Set(namedFilesIn(db.$client).map((file) => file.name));
  return oldFiles(config.clipDir, now(), DAYS.orphan).filter((name) => !named.has(name));
}

/** What of the rows that only wait is too old: the conditions, by what the report calls them. */
function staleRows({ db, now }: Context) {
  const at = now();
  const before = (days: number) => at - days * DAY_MS;
  const asked = db.select({ id: joinRequests.id }).from(joinRequests).where(eq(joinRequests.invitationId, invitations.id));
  return {
    signIns: { table: session, where: lt(session.expiresAt, new Date(at)) },
    tokens: { table: verification, where: lt(verification.expiresAt, new Date(at)) },
    requests: {
      table: joinRequests,
      where: or(
        and(eq(joinRequests.state, 'waiting'), lt(joinRequests.at, before(DAYS.asked))),
        and(eq(joinRequests.state, 'refused'), lt(joinRequests.decidedAt, before(DAYS.answered))),
      ),
    },
    invitations: {
      table: invitations,
      where: and(or(lt(invitations.endsAt, before(DAYS.answered)), lt(invitations.revokedAt, before(DAYS.answered))), notExists(asked)),
    },
    mails: { table: outbox, where: or(lt(outbox.sentAt, before(DAYS.mail)), lt(outbox.givenUpAt, before(DAYS.mail))) },
    jobs: { table: jobRuns, where: lt(jobRuns.startedAt, before(DAYS.jobs)) },
    news: { table: accountEvents, where: lt(accountEvents.at, before(NEWS_DAYS)) },
  } as const;
}

/** Houses that a backup took the place of, some days ago. */
const replacedHouses = ({ config, now }: Context): string[] =>
  namesIn(config.dataDir).filter(
    (name) => name.startsWith(REPLACED) && name <= `${REPLACED}${stampInName(now() - DAYS.replaced * DAY_MS)}`,
  );

/** What goes at once of lists that go by their date: as much as a tenth of all clips allows, from the first list on. */
function withinShare(total: number, all: boolean, ...lists: readonly (readonly string[])[]): { now: string[][]; held: number } {
  let left = all ? Number.POSITIVE_INFINITY : Math.max(FEW, Math.floor(total * SHARE_AT_ONCE));
  let held = 0;
  const now = lists.map((list) => {
    const taken = list.slice(0, left);
    left -= taken.length;
    held += list.length - taken.length;
    return taken;
  });
  return { now, held };
}

/**
 * The nightly cleaning. Everything goes by its own date, so that a house that was off for a week catches up the next time.
 * A wrong clock or a lost table would have all clips go in one night: at most a tenth of them does, the oldest first, and the rest waits.
 * @param dry only says what would go
 * @param all lets everything go that is over, however much it is
 */
export function cleanHouse(context: Context, { dry, all = false }: { dry: boolean; all?: boolean }): CleanReport {
  const { db, config, now } = context;
  const [clipsKept, spokenKept] = [keptClips(context), keptSpoken(context)];
  const filmed = overdue(context, clipsKept);
  const spoken = overdue(context, spokenKept);
  const uploads = oldFiles(config.uploadDir, now(), DAYS.upload);
  const mailbox = oldFiles(mailboxOf(config), now(), DAYS.mail);
  const share = withinShare(clipsKept.length + spokenKept.length, all, filmed.late, spoken.late, orphans(context));
  const [lateClips = [], lateSpoken = [], lost = []] = share.now;
  const replaced = replacedHouses(context);
  const never = and(eq(clips.state, 'expected'), lt(clips.announcedAt, now() - DAYS.announced * DAY_MS));
  const filmsNever = and(eq(films.state, 'expected'), lt(films.announcedAt, now() - DAYS.announced * DAY_MS));
  const stale = staleRows(context);
  const countOf = ({ table, where }: (typeof stale)[keyof typeof stale]) =>
    db.select({ n: sql<number>`count(*)` }).from(table).where(where).get()?.n ?? 0;
  const report: CleanReport = {
    dry,
    clipsPastDays: lateClips.length,
    clipsWithoutYes: filmed.refused.length,
    spokenLines: lateSpoken.length + spoken.refused.length,
    clipsNeverCame:
      (db.select({ n: sql<number>`count(*)` }).from(clips).where(never).get()?.n ?? 0) +
      (db.select({ n: sql<number>`count(*)` }).from(films).where(filmsNever).get()?.n ?? 0),
    uploads: uploads.length,
    orphans: lost.length,
    signIns: countOf(stale.signIns),
    tokens: countOf(stale.tokens),
    requests: countOf(stale.requests),
    invitations: countOf(stale.invitations),
    mails: countOf(stale.mails) + mailbox.length,
    children: dueDeletions(context).length,
    squads: overSquads(context).length,
    replaced: replaced.length,
    news: countOf(stale.news),
    held: share.held,
  };
  if (dry) return report;
  dropClips(context, [...lateClips, ...filmed.refused]);
  dropSpoken(context, [...lateSpoken, ...spoken.refused]);
  db.update(clips).set({ state: 'refused', refusal: 'It never arrived.' }).where(never).run();
  db.update(films).set({ state: 'refused', refusal: 'It never arrived.' }).where(filmsNever).run();
  for (const { table, where } of Object.values(stale)) db.delete(table).where(where).run();
  for (const name of uploads) rmSync(join(config.uploadDir, name), { force: true });
  for (const name of lost) rmSync(join(config.clipDir, name), { force: true });
  for (const name of mailbox) rmSync(join(mailboxOf(config), name), { force: true });
  for (const name of replaced) rmSync(join(config.dataDir, name), { recursive: true, force: true });
  context.limits.tidy(now());
  finishDeletions(context);
  finishThrownAway(context);
  return report;
}
