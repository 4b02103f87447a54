import { DAY_MS } from '../calendar/lengths.ts';
import { locale } from '../text/translate.ts';

/* Where whoever runs a house has to act. */

/** A backup that is older than two nights is late. */
export const BACKUP_LATE_MS = 2 * DAY_MS;
const GB = 1024 ** 3;
/** Free room below which somebody has to act: ten times what makes the house unwell. */
export const LEAST_FREE_BYTES = 2 * GB;

/** Bytes as people read them: “3.4 GB”. */
export const gigabytes = (bytes: number): string =>
  new Intl.NumberFormat(locale(), { style: 'unit', unit: 'gigabyte', maximumFractionDigits: 1 }).format(bytes / GB);
