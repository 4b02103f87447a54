import { desc, eq } from 'drizzle-orm';
import { CleanReport, type Keeping } from '../../contract/operations.ts';
import type { Actor } from '../accounts/actor.ts';
import type { Context } from '../context.ts';
import { listBackups } from '../platform/backup-folder.ts';
import { jobRuns } from '../platform/db/schema.ts';
import { allow } from '../policy.ts';
import { cleanHouse } from './clean.ts';
import type { Job } from './jobs.ts';

const lastOf = ({ db }: Context, job: Job) =>
  db.select().from(jobRuns).where(eq(jobRuns.job, job)).orderBy(desc(jobRuns.startedAt)).limit(1).get();

/** How the house is kept: for head coaches, who are asked when something was deleted or lost. */
export function readKeeping(context: Context, actor: Actor, input: { squad: string }): Keeping {
  allow(context.db, actor, 'see how the house is kept', input);
  const cleaned = lastOf(context, 'cleaning');
  const backedUp = lastOf(context, 'backup');
  return {
    cleaned: cleaned
      ? { at: cleaned.startedAt, report: CleanReport.safeParse(cleaned.report).data ?? null, trouble: cleaned.trouble }
      : null,
    next: cleanHouse(context, { dry: true }),
    backedUp: backedUp ? { at: backedUp.startedAt, trouble: backedUp.trouble } : null,
    backups: listBackups(context.config)
      .toReversed()
      .map(({ manifest: { madeAt, endsAt, kind, files } }) => ({ madeAt, endsAt, kind, files: files?.length ?? null })),
  };
}
