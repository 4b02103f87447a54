import { DAY_MS } from '../calendar/lengths.ts';
import { plural, t } from '../text/translate.ts';
import { figureOf, type HouseFigures } from './figures.ts';
import { BACKUP_LATE_MS, gigabytes, LEAST_FREE_BYTES } from './limits.ts';

/* Many clubs are many houses: each with its own folder, people and secret. Whoever runs them sees them on one page, by what each says of itself. */

/** What `/health` of a house answers. */
export interface HouseHealth {
  ok: boolean;
  /** Whether the database answers. */
  database: boolean;
  /** Whether it can be written. Held by another program for a moment is not that it cannot. */
  writable: boolean;
  /** Megabytes that are free where the data lie. */
  roomMb: number;
  /** Hours since the last backup that went well; null for none yet. */
  backupHours: number | null;
}

/** What came of asking a house. */
export interface HouseAsked {
  name: string;
  address: string;
  /** Null where it did not answer; then `problem` says why. */
  health: HouseHealth | null;
  /** Null where no token is known, or it is not taken. */
  figures: HouseFigures | null;
  problem: string | null;
}

/** A house as it is shown. Bytes and epoch ms; null where the house does not say. */
export interface HouseSeen {
  name: string;
  address: string;
  isUp: boolean;
  release: string | null;
  freeBytes: number | null;
  clips: { bytes: number; most: number } | null;
  backupAt: number | null;
  /** The share of pages and answers that came within a quarter of a second since it was started, 0 to 1; null where few were asked for. */
  quick: number | null;
  /** What somebody has to look at, each in a sentence; none when all is well. */
  troubles: string[];
}

const MB = 1024 * 1024;
/** Answers within this are what a person calls at once (a bucket of the house's own figures). */
const QUICK_SECONDS = '0.25';
/** Below this share of quick answers a house has outgrown its machine. */
const LEAST_QUICK = 0.9;
/** So many answers say something. */
const ENOUGH_ANSWERS = 100;
/** A house whose clips take more than this of their room needs a word with its coach. */
const FULL_SHARE = 0.9;

/** Numbers of a release's name, for comparing: 0.24.0 is older than 0.100.0. */
const parts = (release: string): number[] => release.split(/[.-]/).map(Number);

/** Whether a release is older than another. @param a @param b names such as 0.24.0 */
export function isOlder(a: string, b: string): boolean {
  const [left, right] = [parts(a), parts(b)];
  for (let i = 0; i < Math.max(left.length, right.length); i++) {
    const difference = (left[i] ?? 0) - (right[i] ?? 0);
    if (difference !== 0) return difference < 0;
  }
  return false;
}

const releaseOf = ({ figures }: HouseAsked): string | null => figures?.get('eager_feet_info')?.[0]?.labels.version ?? null;

/** The share of pages and interface answers that came at once; null where too few were asked for. */
function quickShare(figures: HouseFigures): number | null {
  const name = 'eager_feet_request_duration_seconds';
  const kinds = ['page', 'interface'].map((kind) => ({ kind }));
  const sum = (of: string, more: Readonly<Record<string, string>> = {}) =>
    kinds.reduce((all, kind) => all + (figureOf(figures, `${name}_${of}`, { ...kind, ...more }) ?? 0), 0);
  const all = sum('count');
  return all < ENOUGH_ANSWERS ? null : sum('bucket', { le: QUICK_SECONDS }) / all;
}

function troublesOf(asked: HouseAsked, seen: Omit<HouseSeen, 'troubles'>, newest: string | null, now: number): string[] {
  const { health, figures, problem } = asked;
  if (!health) return [t('It does not answer: {problem}', { problem })];
  const said: (string | false)[] = [
    !health.database && t('Its database does not answer.'),
    health.database && !health.writable && t('Its database cannot be written.'),
    seen.backupAt === null && t('There is no backup.'),
    seen.backupAt !== null &&
      now - seen.backupAt > BACKUP_LATE_MS &&
      t('The newest backup is {days} old.', { days: plural(Math.floor((now - seen.backupAt) / DAY_MS), 'day') }),
    seen.freeBytes !== null &&
      seen.freeBytes < LEAST_FREE_BYTES &&
      t('There is little room on the disk: {room} are free.', { room: gigabytes(seen.freeBytes) }),
    problem !== null && problem,
  ];
  if (figures) {
    const mails = figureOf(figures, 'eager_feet_mails_given_up') ?? 0;
    const broke = figureOf(figures, 'eager_feet_broken') ?? 0;
    said.push(
      seen.clips !== null &&
        seen.clips.bytes > FULL_SHARE * seen.clips.most &&
        t('Clips take {taken} of {most}.', { taken: gigabytes(seen.clips.bytes), most: gigabytes(seen.clips.most) }),
      mails > 0 && t('Mail that could not be handed over, and was given up: {n}. Is SMTP_URL right?', { n: mails }),
      broke > 0 && t('{things} broke this week: its log says where.', { things: plural(broke, 'thing') }),
      seen.quick !== null &&
        seen.quick < LEAST_QUICK &&
        t('{share} % of its answers come within a quarter of a second: it may need a machine of its own (docs/scale.md).', {
          share: Math.round(seen.quick * 100),
        }),
      seen.release !== null &&
        newest !== null &&
        isOlder(seen.release, newest) &&
        t('It runs {release}; another house runs {newest}.', { release: seen.release, newest }),
    );
  }
  return said.filter((one) => one !== false);
}

/** Houses as they are shown, those with troubles first, then by name. @param now epoch ms */
export function housesSeen(all: readonly HouseAsked[], now: number): HouseSeen[] {
  const releases = all.flatMap((one) => releaseOf(one) ?? []);
  const newest = releases.reduce<string | null>((most, one) => (most === null || isOlder(most, one) ? one : most), null);
  return all
    .map((asked) => {
      const { name, address, health, figures } = asked;
      const night = figures && figureOf(figures, 'eager_feet_night_work_success_timestamp_seconds', { work: 'backup' });
      const [bytes, most] = ['eager_feet_clip_bytes', 'eager_feet_clip_bytes_limit'].map((one) => figures && figureOf(figures, one));
      const seen = {
        name,
        address,
        isUp: health?.ok === true,
        release: releaseOf(asked),
        freeBytes: (figures && figureOf(figures, 'eager_feet_disk_free_bytes')) ?? (health && health.roomMb * MB),
        clips: bytes == null || most == null ? null : { bytes, most },
        backupAt: night != null ? night * 1000 : health?.backupHours == null ? null : now - (health.backupHours * DAY_MS) / 24,
        quick: figures && quickShare(figures),
      };
      return { ...seen, troubles: troublesOf(asked, seen, newest, now) };
    })
    .sort((a, b) => Number(b.troubles.length > 0) - Number(a.troubles.length > 0) || a.name.localeCompare(b.name));
}
