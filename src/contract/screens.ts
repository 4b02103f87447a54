import { z } from 'zod';
import { CLIP_HEIGHTS, CONTACT_SCHOOLS, FOOT_ORDERS } from '../core/drills/terms.ts';
import { TABLE_SCHOOLS } from '../core/tables/index.ts';
import { LEAST_AIM, MOST_AIM, STRETCH_AIM } from '../core/targets/aims.ts';
import { says } from '../core/text/translate.ts';
import { endpoint } from './endpoint.ts';
import { LetterView, PostChoices } from './letters.ts';
import { DayText, FootName, Id, Instant, LineView, NoParams, Nothing, RecordView, SaidOfDrill, StreakView, StripView } from './parts.ts';
import { TogetherView } from './training.ts';
import { Feed } from './weeks.ts';

export const Today = z.object({
  squad: z.object({ id: Id, name: z.string(), town: z.string(), code: z.string(), timeZone: z.string() }),
  day: DayText,
  /** What comes first in a squad that begins; null once a first number has come in. */
  first: z
    .array(
      z.object({
        what: z.string(),
        done: z.boolean(),
        words: z.string(),
        action: z.object({ words: z.string(), path: z.string() }).nullable(),
      }),
    )
    .nullable(),
  /** What is open now. */
  open: z.object({ weekId: Id, number: z.number().int(), title: z.string(), closesAt: Instant }).nullable(),
  toReview: z.object({ doubted: z.number().int(), clips: z.number().int(), clear: z.number().int(), minutes: z.number().int() }),
  /** Players who stopped because something hurt, and nobody of the squad has seen it yet. */
  hurts: z.array(z.object({ runId: Id, playerId: Id, nickname: z.string(), session: z.string(), at: Instant })),
  /** Nicknames of who asked to join and waits for an answer. */
  asking: z.array(z.string()),
  /** Drills that were too hard or too easy for somebody in the last days, newest first. */
  said: z.array(SaidOfDrill.extend({ playerId: Id, nickname: z.string() })),
  /** Players of the squad. */
  players: z.number().int(),
  /** Days since the last go; since joining for who has not begun. */
  quiet: z.array(z.object({ playerId: Id, nickname: z.string(), days: z.number().int(), begun: z.boolean() })),
  /** Streaks about to come undone. */
  loosening: z.array(
    z.object({ playerId: Id, nickname: z.string(), current: z.number().int(), unit: z.enum(['day', 'week']), sentence: z.string() }),
  ),
  leaving: z.array(
    z.object({ weekId: Id, number: z.number().int(), title: z.string(), what: z.enum(['opens', 'closes', 'to be released']), at: Instant }),
  ),
  due: z.array(z.object({ playerId: Id, nickname: z.string(), sessions: z.array(z.string()) })),
});
export type Today = z.infer<typeof Today>;

export const CellState = z.enum(['done', 'together', 'by hand', 'part', 'scores only', 'to do', 'not done', 'ahead', 'of others']);
export type CellState = z.infer<typeof CellState>;

/** Times in a hundred that a stretch number is meant to be reached. */
const StretchAim = z
  .number(says('How often a number is reached must be a number.'))
  .int(says('How often a number is reached is a whole number.'))
  .min(100 * LEAST_AIM, says('A number is meant to be reached at least {least} times in a hundred.', { least: 100 * LEAST_AIM }))
  .max(100 * MOST_AIM, says('A number is meant to be reached at most {most} times in a hundred.', { most: 100 * MOST_AIM }));

export const Choices = z.object({
  contactSchool: z.enum(CONTACT_SCHOOLS),
  footOrder: z.enum(FOOT_ORDERS),
  sessionMinutes: z
    .number(says('The minutes of a session must be a number.'))
    .int(says('The minutes of a session must be a whole number.'))
    .min(5, says('A session has at least 5 minutes.'))
    .max(120, says('A session has at most 120 minutes.')),
  clipHeight: z.literal(CLIP_HEIGHTS, says('Clips have 360, 480 or 720 lines.')),
  clipSound: z.boolean(),
  /** What is done in free practice counts for records and the streak. */
  practiceCounts: z.boolean().default(false),
  /** Times in a hundred that a stretch number is meant to be reached. */
  stretchAim: StretchAim.default(100 * STRETCH_AIM),
});
export type Choices = z.infer<typeof Choices>;

export const Register = z.object({
  squad: z.object({ id: Id, name: z.string(), timeZone: z.string() }),
  weeks: z.array(z.object({ id: Id, number: z.number().int(), title: z.string() })),
  week: z.object({ id: Id, number: z.number().int(), title: z.string(), opensAt: Instant, closesAt: Instant }).nullable(),
  sessions: z.array(z.object({ id: Id, name: z.string(), day: z.number().int().nullable() })),
  players: z.array(
    z.object({
      id: Id,
      nickname: z.string(),
      cells: z.array(CellState),
      /** Sessions that were for this player. */
      set: z.number().int(),
      /** Sessions of the week that are done. */
      done: z.number().int(),
      streak: StreakView,
      strip: StripView,
      quietDays: z.number().int(),
      quiet: z.boolean(),
      /** Has done a go. */
      begun: z.boolean(),
      waiting: z.number().int(),
      /** Records in the week, one for each drill and foot. */
      records: z.number().int(),
    }),
  ),
  /** The newest records of the week. */
  records: z.array(RecordView.extend({ playerId: Id, nickname: z.string() })),
  recordsInAll: z.number().int(),
});
export type Register = z.infer<typeof Register>;

/** What a guardian says yes or no to. */
export const ConsentName = z.enum(['clips', 'table', 'post'], says('Say clips, table or post.'));

/** Somebody had a clip: loaded its file, or played some seconds of it. */
export const ClipView = z.object({ who: z.string(), kind: z.enum(['loaded', 'watched']), seconds: z.number().nullable(), at: Instant });
export type ClipView = z.infer<typeof ClipView>;

/** Somebody who asks to be a guardian of a child that has one. */
export const GuardianRequestView = z.object({ id: Id, name: z.string(), at: Instant });
export type GuardianRequestView = z.infer<typeof GuardianRequestView>;

/** A child's newest week, open or over, at a glance. */
export const FamilyWeek = z.object({
  number: z.number().int(),
  title: z.string(),
  closesAt: Instant,
  isOpen: z.boolean(),
  sessions: z.array(
    z.object({ id: Id, name: z.string(), day: z.number().int().nullable(), done: z.boolean(), drillIds: z.array(z.string()) }),
  ),
  /** Counted touches of the week's goes. */
  touches: z.object({ left: z.number(), right: z.number() }),
  /** Bests of the week. */
  records: z.array(
    z.object({ drill: z.string(), dose: z.string(), foot: FootName, result: z.number(), before: z.number(), unit: z.string() }),
  ),
  /** Names of drills whose results rise, the newest first. */
  rising: z.array(z.string()),
});
export type FamilyWeek = z.infer<typeof FamilyWeek>;

export const Child = z.object({
  playerId: Id,
  timeZone: z.string(),
  nickname: z.string(),
  squads: z.array(z.string()),
  /** The child’s screens are pictures and sound. */
  pictures: z.boolean(),
  /** Null before the first week, and in no squad. */
  week: FamilyWeek.nullable(),
  /** Live evenings that lie ahead or are on. */
  together: z.array(TogetherView),
  clipsAllowed: z.boolean(),
  consents: z.array(z.object({ kind: ConsentName, yes: z.boolean(), at: Instant, textVersion: z.number().int(), by: z.string() })),
  clips: z.array(
    z.object({
      id: Id,
      drillName: z.string(),
      foot: FootName,
      seconds: z.number(),
      at: Instant,
      goneOn: DayText,
      views: z.array(ClipView),
    }),
  ),
  /** Times the child stopped because something hurt in the last weeks, newest first, and when the coach saw it. */
  hurts: z.array(z.object({ session: z.string(), at: Instant, seenAt: Instant.nullable() })),
  lines: z.array(LineView),
  /** Null in no squad. */
  streak: StreakView.nullable(),
  tableSchool: z.enum(TABLE_SCHOOLS),
  /** Whether the child stands in the squad's tables, where they are on. */
  inTables: z.boolean(),
  /** Whether letters about this child may be mailed. */
  mayPost: z.boolean(),
  /** Everything is to be deleted then, unless it is undone; null when nobody asked for it. */
  leaving: z.object({ id: Id, dueAt: Instant, askedAt: Instant }).nullable(),
  /** In no squad now: what was done is still here. */
  inSquad: z.boolean(),
  /** Letters to this guardian about this child, newest first. */
  /** Who has a code and asks to be a guardian too. */
  guardianRequests: z.array(GuardianRequestView),
  letters: z.array(LetterView),
  squadId: Id,
  /** Calendar addresses of this child that still work. */
  feeds: z.array(Feed),
});
export type Child = z.infer<typeof Child>;

export const FamilyPage = z.object({
  name: z.string(),
  consentText: z.string(),
  consentTextVersion: z.number().int(),
  tableText: z.string(),
  tableTextVersion: z.number().int(),
  postText: z.string(),
  postTextVersion: z.number().int(),
  /** What this guardian wants mailed, and when not. */
  post: PostChoices,
  /** Whether mail leaves the house at all. */
  mail: z.enum(['smtp', 'local mailbox']),
  children: z.array(Child),
  /** Children of whom this account has asked to be a guardian, and waits for the yes of one who is. */
  asked: z.number().int(),
});
export type FamilyPage = z.infer<typeof FamilyPage>;

export const screensApi = {
  today: endpoint({
    method: 'GET',
    path: '/squads/{squad}/today',
    act: 'see today',
    summary: 'To review, gone quiet, streaks in danger, weeks that open or close soon.',
    params: z.object({ squad: Id }),
    body: Nothing,
    response: Today,
  }),
  hurtSeen: endpoint({
    method: 'POST',
    path: '/squads/{squad}/hurts/{run}/seen',
    act: 'see that something hurt',
    summary: 'A coach has seen that a player stopped because something hurt; the family is told so.',
    params: z.object({ squad: Id, run: Id }),
    body: z.object({}),
    response: z.object({ at: Instant }),
  }),
  register: endpoint({
    method: 'GET',
    path: '/squads/{squad}/register',
    act: 'see the register',
    summary: 'Players × sessions of a week; without a week, of the one that is open or was last.',
    params: z.object({ squad: Id, week: Id.optional() }),
    body: Nothing,
    response: Register,
  }),
  choices: endpoint({
    method: 'PUT',
    path: '/squads/{squad}/choices',
    act: 'set squad choices',
    summary: 'The squad’s schools of contact and foot order, how long its sessions may be, and how its clips are sent.',
    params: z.object({ squad: Id }),
    body: Choices,
    response: Choices,
  }),
  playerSchool: endpoint({
    method: 'PUT',
    path: '/squads/{squad}/players/{player}/school',
    act: 'set a player’s school',
    summary: 'Lets a player learn by the other school of contact; null follows the squad.',
    params: z.object({ squad: Id, player: Id }),
    body: z.object({ contactSchool: z.enum(CONTACT_SCHOOLS).nullable() }),
    response: z.object({ contactSchool: z.enum(CONTACT_SCHOOLS).nullable() }),
  }),
  playerAim: endpoint({
    method: 'PUT',
    path: '/squads/{squad}/players/{player}/aim',
    act: 'set a player’s aim',
    summary: 'How often, in a hundred, stretch numbers are meant to be reached by one player; null follows the squad.',
    params: z.object({ squad: Id, player: Id }),
    body: z.object({ stretchAim: StretchAim.nullable() }),
    response: z.object({ stretchAim: StretchAim.nullable() }),
  }),
  playerReading: endpoint({
    method: 'PUT',
    path: '/squads/{squad}/players/{player}/reading',
    act: 'set how a player reads',
    summary: 'Whether a player’s screens are pictures and sound, for who does not read yet.',
    params: z.object({ squad: Id, player: Id }),
    body: z.object({ pictures: z.boolean(says('Say whether the screens are pictures.')) }),
    response: z.object({ pictures: z.boolean() }),
  }),
  family: endpoint({
    method: 'GET',
    path: '/family',
    act: 'see my family',
    summary: 'A guardian’s children with consent, clips and every line exchanged.',
    params: NoParams,
    body: Nothing,
    response: FamilyPage,
  }),
  consent: endpoint({
    method: 'PUT',
    path: '/family/{player}/consent',
    act: 'give consent',
    summary: 'Says yes or no to clips or tables, as a fact with its time.',
    params: z.object({ player: Id }),
    body: z.object({ id: Id, kind: ConsentName, yes: z.boolean(), textVersion: z.number().int().min(1) }),
    response: Child,
  }),
};
