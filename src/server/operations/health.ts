import { and, desc, eq, isNotNull, isNull } from 'drizzle-orm';
import { DAY_MS } from '../../core/calendar/lengths.ts';
import type { HouseHealth } from '../../core/operations/index.ts';
import type { Context } from '../context.ts';
import type { Db } from '../platform/db/connection.ts';
import { jobRuns } from '../platform/db/schema.ts';
import { freeBytes } from '../platform/disk-space.ts';

const LEAST_ROOM_MB = 200;

function isWritable(db: Db): boolean {
  try {
    db.$client.exec('begin immediate');
    db.$client.exec('rollback');
    return true;
  } catch (error) {
    return String((error as { code?: unknown }).code).startsWith('SQLITE_BUSY');
  }
}

/** How the house is, for whoever watches it: no names, no counts of people. */
export function healthOf({ db, config, now }: Context): HouseHealth {
  const roomMb = Math.floor(freeBytes(config.dataDir) / 1024 / 1024);
  try {
    const last = db
      .select({ at: jobRuns.endedAt })
      .from(jobRuns)
      .where(and(eq(jobRuns.job, 'backup'), isNull(jobRuns.trouble), isNotNull(jobRuns.endedAt)))
      .orderBy(desc(jobRuns.startedAt))
      .limit(1)
      .get();
    const backupHours = last?.at ? Math.floor((now() - last.at) / (DAY_MS / 24)) : null;
    const writable = isWritable(db);
    return { ok: roomMb >= LEAST_ROOM_MB && writable, database: true, writable, roomMb, backupHours };
  } catch {
    return { ok: false, database: false, writable: false, roomMb, backupHours: null };
  }
}
