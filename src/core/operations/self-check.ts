import { type Letter, letterOf } from '../mail/index.ts';
import { momentInWords, plural, t } from '../text/translate.ts';
import { BACKUP_LATE_MS, gigabytes, LEAST_FREE_BYTES } from './limits.ts';

/* Once a week the house says how it is, to who is responsible for it: what has to be looked at first, then how it was kept. */

/** What a week of a house comes to. Instants are epoch ms; nothing of it is about a person. */
export interface HouseWeek {
  at: number;
  /** The zone of the server’s own clock. */
  timeZone: string;
  address: string;
  versions: { eagerFeet: string; node: string; migrations: number };
  /** The newest whole backup, which was opened and compared after it was made; null for none. */
  backup: { madeAt: number; files: number | null } | null;
  /** Nightly works of the week: how many went well, and those that did not. */
  nights: { well: number; failed: readonly { job: string; at: number; trouble: string }[] };
  /** Bytes that are free where the data lie. */
  freeBytes: number;
  /** Bytes of clips, spoken lines and films; how many there may be; how many there were a week ago, null where nobody knows. */
  clips: { bytes: number; most: number; before: number | null };
  mails: { sent: number; givenUp: number };
  /** Requests that broke in the server, and pages that broke in a browser. */
  errors: { server: number; browsers: number };
}

/** Room that is full within so many weeks is said while there is time to act. */
const WEEKS_AHEAD = 8;

const dayOf = (at: number, timeZone: string): string => momentInWords(at, { weekday: 'long', month: 'short', day: 'numeric', timeZone });

/** In how many weeks the room for clips is full at the pace of the last one: whole weeks, null where nothing grew or nobody knows. */
export function weeksOfRoom({ clips, freeBytes }: Pick<HouseWeek, 'clips' | 'freeBytes'>): number | null {
  const grown = clips.before === null ? 0 : clips.bytes - clips.before;
  if (grown <= 0) return null;
  return Math.floor(Math.max(0, Math.min(clips.most - clips.bytes, freeBytes)) / grown);
}

/** What somebody has to look at, each in a sentence; none when all is well. */
export function houseTroubles(week: HouseWeek): string[] {
  const { at, timeZone, backup, nights, freeBytes, mails, errors } = week;
  const weeks = weeksOfRoom(week);
  return [
    ...(backup === null ? [t('There is no backup.')] : []),
    ...(backup !== null && at - backup.madeAt > BACKUP_LATE_MS
      ? [t('The newest backup is of {day}: none has been made since.', { day: dayOf(backup.madeAt, timeZone) })]
      : []),
    ...nights.failed.map(({ job, at: when, trouble }) =>
      t('The nightly {job} of {day} did not go well: {trouble}', { job, day: dayOf(when, timeZone), trouble }),
    ),
    ...(freeBytes < LEAST_FREE_BYTES ? [t('There is little room on the disk: {room} are free.', { room: gigabytes(freeBytes) })] : []),
    ...(weeks !== null && weeks < WEEKS_AHEAD
      ? [t('Clips grow: in about {weeks} there is no room for more.', { weeks: plural(weeks, 'week') })]
      : []),
    ...(mails.givenUp > 0
      ? [t('Mail that could not be handed over, and was given up: {n}. Is SMTP_URL right?', { n: mails.givenUp })]
      : []),
    ...(errors.server > 0
      ? [t('{requests} broke in the server: its log says where.', { requests: plural(errors.server, 'request') })]
      : []),
    ...(errors.browsers > 0
      ? [t('{pages} broke in a browser: the log says in which part.', { pages: plural(errors.browsers, 'page') })]
      : []),
  ];
}

/** The letter of the week to who is responsible for the house. */
export function selfCheckLetter(week: HouseWeek): Letter {
  const { address, timeZone, versions, backup, nights, freeBytes, clips, mails } = week;
  const troubles = houseTroubles(week);
  const kept =
    backup === null
      ? []
      : [
          backup.files === null
            ? t('The newest backup, of {day}, holds the database.', { day: dayOf(backup.madeAt, timeZone) })
            : t('The newest backup, of {day}, holds the database and {files}. It was opened and compared after it was made.', {
                day: dayOf(backup.madeAt, timeZone),
                files: plural(backup.files, 'file'),
              }),
        ];
  return letterOf(
    troubles.length === 0
      ? t('Your Eager Feet this week: all is well')
      : t('Your Eager Feet this week: {things} to look at', { things: plural(troubles.length, 'thing') }),
    t('How {address} was kept this week.', { address }),
    [
      { heading: t('To look at'), lines: troubles, list: true },
      {
        heading: t('How it was kept'),
        lines: [
          ...kept,
          t('{works} went well.', { works: plural(nights.well, 'nightly job') }),
          t('Clips take {taken} of {most}; {free} are free on the disk.', {
            taken: gigabytes(clips.bytes),
            most: gigabytes(clips.most),
            free: gigabytes(freeBytes),
          }),
          t('{mails} went out.', { mails: plural(mails.sent, 'mail') }),
          t('Eager Feet {version} on Node {node}, {migrations}.', {
            version: versions.eagerFeet,
            node: versions.node,
            migrations: plural(versions.migrations, 'migration'),
          }),
        ],
        list: true,
      },
    ],
    t('It comes once a week to the coach who was here first. What to do about each of these stands in docs/operations.md.'),
  );
}
