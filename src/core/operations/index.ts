export { BACKUP_KINDS, type BackupKind, endOfBackup, KEPT_DAYS, overBackups } from './rotation.ts';
export { type HouseWeek, houseTroubles, selfCheckLetter, weeksOfRoom } from './self-check.ts';
export { stampInName } from './stamp.ts';
