import { weekday } from '../calendar/days.ts';
import { DAY_MS } from '../calendar/lengths.ts';

/** Why a backup was made. */
export const BACKUP_KINDS = ['daily', 'by hand', 'before upgrade'] as const;
export type BackupKind = (typeof BACKUP_KINDS)[number];

/** Days that a backup is kept: of the daily ones those of a Monday stay five weeks, the others one. */
export const KEPT_DAYS = { daily: 7, monday: 35, other: 35 } as const;

/**
 * When a backup ends, fixed on the day it is made, so that a family can be told until when a deleted child is still in it.
 * @param madeAt epoch ms; the weekday is that of UTC
 */
export function endOfBackup(madeAt: number, kind: BackupKind): number {
  const monday = weekday(new Date(madeAt).toISOString().slice(0, 10)) === 1;
  const days = kind !== 'daily' ? KEPT_DAYS.other : monday ? KEPT_DAYS.monday : KEPT_DAYS.daily;
  return madeAt + days * DAY_MS;
}

/** The backups that are over. The newest stays whatever its end: a house that was off for months keeps one. */
export function overBackups<B extends { madeAt: number; endsAt: number }>(backups: readonly B[], now: number): B[] {
  const newest = Math.max(...backups.map((one) => one.madeAt));
  return backups.filter((one) => one.endsAt <= now && one.madeAt !== newest);
}
