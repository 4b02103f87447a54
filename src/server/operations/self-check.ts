import { and, asc, desc, eq, gt, isNotNull, isNull, ne, sql } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import { z } from 'zod';
import about from '../../../package.json' with { type: 'json' };
import { HOUR_MS, WEEK_MS } from '../../core/calendar/lengths.ts';
import { type HouseWeek, selfCheckLetter } from '../../core/operations/index.ts';
import { ENGLISH } from '../../core/text/translate.ts';
import { houseBytes, houseBytesMost } from '../clips/quota.ts';
import type { Context } from '../context.ts';
import { putMail } from '../mail/mail.ts';
import { NO_YES } from '../mail/outbox.ts';
import { listBackups } from '../platform/backup-folder.ts';
import { type Db, migrationsThere } from '../platform/db/connection.ts';
import { jobRuns, outbox, squadCoaches, user } from '../platform/db/schema.ts';
import { freeBytes } from '../platform/disk-space.ts';
import { inEachLanguage } from '../platform/readers.ts';
import { brokenSince, forgetBroken } from './errors.ts';

const LETTER = 'letter';
/** Nights begin at the same hour, give or take a change of the clocks. */
const ABOUT_MS = 2 * HOUR_MS;

/** What a letter leaves behind for the next one. */
const Left = z.object({ clipBytes: z.number().int().min(0) });

const lastLetter = (db: Db) =>
  db
    .select()
    .from(jobRuns)
    .where(and(eq(jobRuns.job, LETTER), isNull(jobRuns.trouble)))
    .orderBy(desc(jobRuns.startedAt))
    .limit(1)
    .get();

/** Since when there is something to tell of: the last letter, else the first night; null before that. */
const toldUpTo = (db: Db): number | null =>
  lastLetter(db)?.startedAt ??
  db.select({ at: jobRuns.startedAt }).from(jobRuns).orderBy(asc(jobRuns.startedAt)).limit(1).get()?.at ??
  null;

/** The coach who answers for the house: of the head coaches the one whose account is the oldest. */
const whoAnswers = (db: Db) =>
  db
    .select({ id: user.id })
    .from(user)
    .innerJoin(squadCoaches, and(eq(squadCoaches.userId, user.id), eq(squadCoaches.role, 'head coach')))
    .orderBy(asc(user.createdAt), asc(user.id))
    .limit(1)
    .get();

/**
 * How the house was since an instant.
 * @param since epoch ms
 */
export function houseWeek({ db, config, now }: Context, since: number): HouseWeek {
  const runs = db
    .select()
    .from(jobRuns)
    .where(and(gt(jobRuns.startedAt, since), ne(jobRuns.job, LETTER), isNotNull(jobRuns.endedAt)))
    .orderBy(asc(jobRuns.startedAt))
    .all();
  const mails = db
    .select({
      sent: sql<number>`coalesce(sum(${outbox.sentAt} > ${since}), 0)`,
      givenUp: sql<number>`coalesce(sum(${outbox.givenUpAt} > ${since} and ${outbox.trouble} <> ${NO_YES}), 0)`,
    })
    .from(outbox)
    .get() ?? { sent: 0, givenUp: 0 };
  const newest = listBackups(config).at(-1)?.manifest;
  return {
    at: now(),
    timeZone: Intl.DateTimeFormat().resolvedOptions().timeZone,
    address: config.baseAddress,
    versions: { eagerFeet: about.version, node: process.versions.node, migrations: migrationsThere() },
    backup: newest ? { madeAt: newest.madeAt, files: newest.files?.length ?? null } : null,
    nights: {
      well: runs.filter((run) => run.trouble === null).length,
      failed: runs.flatMap(({ job, startedAt, trouble }) => (trouble === null ? [] : [{ job, at: startedAt, trouble }])),
    },
    freeBytes: freeBytes(config.dataDir),
    clips: {
      bytes: houseBytes(db),
      most: houseBytesMost(config),
      before: Left.safeParse(lastLetter(db)?.report).data?.clipBytes ?? null,
    },
    mails,
    errors: brokenSince(db),
  };
}

/** Writes the letter of the week to who answers for the house, when a week of nights is over and there is somebody; returns whether it did. */
export function writeSelfCheck(context: Context): boolean {
  const { db, now } = context;
  const since = toldUpTo(db);
  const reader = whoAnswers(db);
  if (since === null || !reader || now() - since < WEEK_MS - ABOUT_MS) return false;
  const week = houseWeek(context, since);
  db.transaction(() => {
    for (const { letter } of inEachLanguage(db, [reader], ENGLISH.language, () => selfCheckLetter(week)))
      putMail(db, { userId: reader.id, letterId: null, playerId: null, ...letter }, now(), now());
    const report = { clipBytes: week.clips.bytes };
    db.insert(jobRuns).values({ id: uuid(), job: LETTER, startedAt: now(), endedAt: now(), report }).run();
    forgetBroken(db);
  });
  return true;
}
