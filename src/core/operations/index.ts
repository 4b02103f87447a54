export { BACKUP_KINDS, type BackupKind, endOfBackup, KEPT_DAYS, overBackups } from './rotation.ts';
export { stampInName } from './stamp.ts';
