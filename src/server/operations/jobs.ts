import { Cron } from 'croner';
import { and, desc, eq, isNotNull, isNull, lte } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import { DAY_MS } from '../../core/calendar/lengths.ts';
import { english } from '../../core/text/translate.ts';
import type { Context } from '../context.ts';
import { jobRuns } from '../platform/db/schema.ts';
import { THE_HOUSE } from '../platform/heavy.ts';
import { backUp } from './backups.ts';
import { checkHouse } from './check.ts';
import { cleanHouse } from './clean.ts';
import { writeSelfCheck } from './self-check.ts';
import { clockDoubt } from './start.ts';

export const JOBS = [english('cleaning'), english('backup'), english('check')] as const;
export type Job = (typeof JOBS)[number];

/** What each nightly work does, in a thread beside; its answer is kept as its report. Cleaning goes first, so that no backup takes along what has to go. */
const WORK: Record<Job, (context: Context) => unknown> = {
  cleaning(context) {
    const doubt = clockDoubt(context.db, context.now());
    if (doubt) throw new Error(`${doubt}. Nothing was cleaned.`);
    return cleanHouse(context, { dry: false });
  },
  async backup({ config, now }) {
    const { made, over, unreadable } = await backUp(config, 'daily', now());
    return { name: made.name, bytes: made.manifest.database.bytes, files: made.manifest.files?.length ?? 0, over, unreadable };
  },
  check({ config }) {
    const { troubles, looked } = checkHouse(config);
    if (troubles.length > 0) throw new Error(troubles.join(' '));
    return { looked };
  },
};

/** Does a nightly work. */
export const nightWork = (context: Context, job: Job): unknown => WORK[job](context);

/** Does a work and writes down how it went; trouble with it never stops the house. */
export async function doJob(context: Context, job: Job): Promise<void> {
  const { db, now, log } = context;
  const id = uuid();
  db.insert(jobRuns).values({ id, job, startedAt: now() }).run();
  const end = (change: { report?: unknown; trouble?: string }) =>
    db
      .update(jobRuns)
      .set({ endedAt: now(), ...change })
      .where(eq(jobRuns.id, id))
      .run();
  try {
    end({ report: await context.heavy.run('night work', THE_HOUSE, job) });
  } catch (error) {
    log.error({ err: error, job }, 'nightly work');
    end({ trouble: error instanceof Error ? error.message : String(error) });
  }
}

/** Whether a work has not been done well for a day. */
function isLate({ db, now }: Context, job: Job): boolean {
  const last = db
    .select({ at: jobRuns.startedAt })
    .from(jobRuns)
    // A night that lies ahead was written down while the clock was wrong.
    .where(and(eq(jobRuns.job, job), isNull(jobRuns.trouble), isNotNull(jobRuns.endedAt), lte(jobRuns.startedAt, now())))
    .orderBy(desc(jobRuns.startedAt))
    .limit(1)
    .get();
  return !last || now() - last.at >= DAY_MS;
}

/** Does what the nights before have left undone: after the house was off, or when a night's work went wrong. */
export async function catchUp(context: Context): Promise<Job[]> {
  const late = JOBS.filter((job) => isLate(context, job));
  for (const job of late) await doJob(context, job);
  if (late.length > 0) writeSelfCheck(context);
  return late;
}

/** A night's work, and once a week the letter that says how the house was kept. */
export async function night(context: Context): Promise<void> {
  for (const job of JOBS) await doJob(context, job);
  writeSelfCheck(context);
}

/** Starts the nightly work at the hour of the settings; returns what stops it. */
export function workByNight(context: Context): () => void {
  const cron = new Cron(
    `0 ${context.config.nightHour} * * *`,
    { protect: true, catch: (error) => context.log.error({ err: error }, 'night') },
    () => night(context),
  );
  return () => cron.stop();
}
