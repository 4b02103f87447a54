export { figureOf, figuresIn, type HouseFigures } from './figures.ts';
export { type HouseAsked, type HouseHealth, type HouseSeen, housesSeen, isOlder } from './houses.ts';
export { housesInWords, housesPage } from './houses-page.ts';
export { BACKUP_KINDS, type BackupKind, endOfBackup, KEPT_DAYS, overBackups } from './rotation.ts';
export { type HouseWeek, houseTroubles, selfCheckLetter, weeksOfRoom } from './self-check.ts';
export { stampInName } from './stamp.ts';
