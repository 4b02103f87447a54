import { z } from 'zod';
import { Home } from '../core/drills/home-schema.ts';
import { Drill } from '../core/drills/schema.ts';
import { CLIP_HEIGHTS, KIT } from '../core/drills/terms.ts';
import { LEVELS } from '../core/squads/terms.ts';
import { english, says } from '../core/text/translate.ts';
import { TODAY_WHYS } from '../core/training/instead.ts';
import { PublishedWeek, RunTimes } from '../core/weeks/schema.ts';
import { endpoint } from './endpoint.ts';
import {
  DayText,
  FootName,
  Id,
  Instant,
  LineView,
  NoParams,
  Nothing,
  StandingName,
  StreakView,
  StripView,
  StrongerFootName,
  TargetView,
} from './parts.ts';

/** What the clock needs to know of the player. */
export const RunnerView = z.object({
  strongerFoot: StrongerFootName,
  level: z.enum(LEVELS),
  ownPace: z.record(z.string(), z.number()),
  /** The squad’s own lengths of the run sheet, in seconds. */
  times: RunTimes.partial().optional(),
});

export const NumberToBeat = z.object({
  itemId: Id,
  foot: FootName,
  target: TargetView,
  record: z.number().nullable(),
  /** How the course is tuned for this player, in words; null for what has no cones. */
  tuning: z.string().nullable(),
});
export type NumberToBeat = z.infer<typeof NumberToBeat>;

/** An item that cannot be done at a home, and the name of the drill that takes its place there. */
export const SwapView = z.object({ itemId: Id, planned: z.string(), lacks: z.array(z.string()), instead: z.string().nullable() });

/** A film that a player may watch. */
export const FilmOfCoach = z.object({ id: Id, seconds: z.number(), bytes: z.number(), coach: z.string() });
export type FilmOfCoach = z.infer<typeof FilmOfCoach>;

/** A live evening, as players and families are told of it. */
export const TogetherView = z.object({
  id: Id,
  /** The session that it is of. */
  name: z.string(),
  startsAt: Instant,
  minutes: z.number().int(),
  /** From when on players may come in. */
  doorsAt: Instant,
  /** Whether they may now. */
  isOpen: z.boolean(),
});
export type TogetherView = z.infer<typeof TogetherView>;

export const ThisWeek = z.object({
  playerId: Id,
  nickname: z.string(),
  /** Under 8: a grown-up helps. */
  young: z.boolean(),
  /** Does not read yet: the screens are pictures and sound. Left out in a week kept by an older version. */
  pictures: z.boolean().optional(),
  squad: z.object({ id: Id, name: z.string(), timeZone: z.string() }).nullable(),
  /** All squads of the player, the one that is looked at among them. */
  squads: z.array(z.object({ id: Id, name: z.string() })),
  /** Null between weeks. */
  week: z
    .object({
      id: Id,
      revisionId: Id,
      number: z.number().int(),
      opensAt: Instant,
      closesAt: Instant,
      content: PublishedWeek,
    })
    .nullable(),
  /** What the coach changed since the week was first released, newest revision beside the one before it. */
  changes: z.array(z.string()),
  /** The next week, so that kit can be found in time; a surprise says only when it opens. */
  upcoming: z
    .object({
      opensAt: Instant,
      /** Null for a surprise. */
      about: z.object({ number: z.number().int(), title: z.string(), focus: z.string(), kit: z.array(z.enum(KIT)) }).nullable(),
    })
    .nullable(),
  home: Home.nullable(),
  /** What cannot be done at this player's home, and what takes its place; null where nothing can. */
  swaps: z.array(SwapView),
  runner: RunnerView,
  numbers: z.array(NumberToBeat),
  /** Drills of the week that this player knows; others are met before their first go. Left out in a week kept by an older version. */
  met: z.array(z.string()).optional(),
  /**
   * Easier and harder neighbours of the week's drills that this player may do in their place for a day, by the planned drill, and what they
   * are. Left out in a week kept by an older version.
   */
  beside: z
    .object({
      of: z.record(z.string(), z.object({ easier: z.string().nullable(), harder: z.string().nullable() })),
      drills: z.record(z.string(), Drill),
    })
    .optional(),
  /** Free practice of one drill outside any week, and whether it counts for records and the streak. Left out in a week. */
  practice: z.object({ counts: z.boolean() }).optional(),
  /** Sessions of the week that are done, by id. */
  done: z.array(Id),
  /** Live evenings of the squad that lie ahead or are on. Left out in a week kept by an older version. */
  together: z.array(TogetherView).optional(),
  /** Goes the coach asked for again, with the line that came back. */
  again: z.array(z.object({ sessionId: Id, itemId: Id, line: LineView })),
  mayFilm: z.boolean(),
  /** Drills of which the coach would like to see a clip. */
  clipAsks: z.array(z.object({ sessionId: Id, drillId: z.string(), drillName: z.string() })),
  /** Films of the coach: of the week’s drills, by their id, and the welcome to the week. */
  films: z.object({
    drills: z.record(z.string(), FilmOfCoach),
    welcome: FilmOfCoach.nullable(),
    /** What a coach says of drills, in the own voice. */
    voices: z.record(z.string(), FilmOfCoach).optional(),
  }),
  /** How this squad’s clips are sent: lines of the picture, and whether with their sound. */
  film: z.object({ height: z.literal(CLIP_HEIGHTS), sound: z.boolean() }),
  streak: StreakView,
  strip: StripView,
  /** The server's clock, for devices whose own is wrong. */
  now: Instant,
});
export type ThisWeek = z.infer<typeof ThisWeek>;

const amount = (what: string) =>
  z
    .number(says('{what} must be a number.', { what }))
    .min(0, says('{what} cannot be negative.', { what }))
    .max(10_000, says('{what} is at most 10,000.', { what }));

/** Tries of an unbroken run in one slot, of which each is a number of its own. */
const PARTS_MAX = 100;

/** One foot's number in a go. The id is made on the device: sending it twice changes nothing. */
export const ScoreSent = z.object({
  id: Id,
  foot: FootName,
  /** Null: "I lost count". */
  value: amount(english('The count')).nullable(),
  faults: amount(english('Losses of control')).int(says('Losses of control must be a whole number.')),
  seconds: z
    .number(says('The seconds must be a number.'))
    .min(0, says('The seconds cannot be negative.'))
    .max(7200, says('A go lasts at most two hours.')),
  clocked: z.boolean(),
  /** Best by surface, or every try of the slot. */
  parts: z
    .record(z.string().max(30), amount(english('Each number')))
    .refine((parts) => Object.keys(parts).length <= PARTS_MAX, says('A go has at most {most} single numbers.', { most: PARTS_MAX }))
    .nullable(),
  /** The number to reach that stood before the player; null for none, left out by devices that do not say. */
  saw: amount(english('The number to reach')).nullable().optional(),
  /** Whether that was a stretch number, made from the player’s own goes. */
  sawStretch: z.boolean().optional(),
});
export type ScoreSent = z.infer<typeof ScoreSent>;

/** Whose device it was done on; when somebody else is signed in at sending, it is refused and waits. */
const doneBy = { playerId: Id.optional() };

export const GoSent = z.object({
  ...doneBy,
  goId: Id,
  revisionId: Id,
  sessionId: Id,
  itemId: Id,
  /** The drill that was really done, where another one took its place at home. */
  drillId: z.string().min(1).max(80).optional(),
  round: z.number().int().min(0).max(19),
  runId: Id.nullable(),
  /** The live evening that it was done on. */
  togetherId: Id.optional(),
  /** When it was done, on the device’s clock. */
  doneAt: Instant,
  /** The same clock at sending: what counts is the time between the two. Left out where the clock is the server’s own. */
  sentAt: Instant.optional(),
  scores: z.array(ScoreSent).min(1, says('A go needs at least one number.')).max(2, says('A go has at most two feet.')),
});
export type GoSent = z.infer<typeof GoSent>;

/** What the player sees at once after a go. */
export const GoAnswer = z.object({
  results: z.array(
    z.object({
      scoreId: Id,
      foot: FootName,
      result: z.number().nullable(),
      standing: StandingName,
      /** The best before this go; null for the first. */
      recordBefore: z.number().nullable(),
      isRecord: z.boolean(),
    }),
  ),
});
export type GoAnswer = z.infer<typeof GoAnswer>;

/** The numbers of one go in free practice: the drill at its usual dose, by the own clock. */
export const PracticeSent = z.object({
  ...doneBy,
  goId: Id,
  squadId: Id,
  drillId: z.string().min(1).max(80),
  doneAt: Instant,
  sentAt: Instant.optional(),
  scores: GoSent.shape.scores,
});
export type PracticeSent = z.infer<typeof PracticeSent>;

/** Whether the numbers of a practice count for records and the streak. */
const PracticeAnswer = z.object({ counts: z.boolean() });

/** A number that a player puts right after all; the newest word of a go is the one that holds. */
export const MendSent = z.object({
  ...doneBy,
  id: Id,
  value: ScoreSent.shape.value,
  faults: ScoreSent.shape.faults,
  parts: ScoreSent.shape.parts,
  /** The device's clock when it was said, and at sending. */
  saidAt: Instant,
  sentAt: Instant,
});
export type MendSent = z.infer<typeof MendSent>;

const at = { at: z.number().min(0).max(8_640_000_000_000_000) };
export const ClockEventSent = z.discriminatedUnion('type', [
  z.object({ type: z.enum(['start', 'resume', 'ready', 'done', 'skip', 'again', 'hide', 'show', 'over']), ...at }),
  /** `led`: the coach of a live evening stopped it. */
  z.object({ type: z.literal('pause'), ...at, led: z.literal(true).optional() }),
  /** Put where the squad's clock stands on a live evening; `seq` is the coach's word that began the go. */
  z.object({
    ...{ type: z.literal('join'), ...at, index: z.number().int().min(0).max(2000) },
    ...{ ranMs: z.number().min(0).max(7_200_000), seq: z.number().int().min(0), anew: z.boolean() },
  }),
  z.object({ type: z.literal('gap'), ...at, until: z.number().min(0).max(8_640_000_000_000_000) }),
  z.object({ type: z.literal('stop'), ...at, why: z.enum(['left', 'hurt']) }),
  z.object({
    ...{ type: z.literal('heard'), ...at, itemId: Id, round: z.number().int().min(0).max(19), foot: FootName },
    /** What was counted by ear, and what a helper counted; null where nobody did. */
    ...{ count: z.number().int().min(1).max(2000), helper: z.number().int().min(0).max(2000).nullable() },
  }),
  z.object({ type: z.literal('instead'), ...at, itemId: Id, drillId: z.string().min(1).max(80).nullable(), why: z.enum(TODAY_WHYS) }),
]);

/** A run log as it stands; a longer one of the same run may follow, an event already kept is never changed. */
export const RunSent = z.object({
  ...doneBy,
  id: Id,
  revisionId: Id,
  sessionId: Id,
  /** The live evening that it was done on; its sheet is the evening’s. */
  togetherId: Id.optional(),
  startedAt: Instant,
  /** The device's clock at sending. */
  sentAt: Instant,
  events: z.array(ClockEventSent).min(1, says('A run begins with its start.')).max(5000, says('A run has at most 5,000 events.')),
});
export type RunSent = z.infer<typeof RunSent>;

/** How far back a session done with the printed sheet may be entered. */
export const BY_HAND_HOURS = 72;

/** A session done with the printed sheet and entered afterwards; marked as by hand. */
export const ByHandSent = z.object({
  ...doneBy,
  id: Id,
  revisionId: Id,
  sessionId: Id,
  /** Training days before the one of the entry. */
  daysAgo: z
    .number(says('Say on which day it was.'))
    .int()
    .min(0, says('The day cannot lie ahead.'))
    .max(3, says('Only the last 72 hours can be entered.')),
  hour: z.number(says('Say at about what hour.')).int().min(0, says('Hours are 0 to 23.')).max(23, says('Hours are 0 to 23.')),
  /** The device’s clock at the entry and at sending. */
  enteredAt: Instant,
  sentAt: Instant,
  /** Items that were done, scored or not. */
  done: z.array(Id).min(1, says('Tick at least one drill that was done.')).max(200),
  goes: z
    .array(
      z.object({
        goId: Id,
        itemId: Id,
        drillId: z.string().min(1).max(80).optional(),
        round: z.number().int().min(0).max(19),
        scores: z.array(ScoreSent).min(1, says('A go needs at least one number.')).max(2, says('A go has at most two feet.')),
      }),
    )
    .max(200),
});
export type ByHandSent = z.infer<typeof ByHandSent>;

export const ClipSent = z.object({
  ...doneBy,
  id: Id,
  scoreId: Id,
  squadId: Id,
  /** Seconds into the clip at which the work begins. */
  workAt: z.number().min(0).max(180),
});
export type ClipSent = z.infer<typeof ClipSent>;

export const ClipState = z.object({
  id: Id,
  state: z.enum(['expected', 'kept', 'refused', 'deleted']),
  refusal: z.string().nullable(),
  seconds: z.number().nullable(),
});
export type ClipState = z.infer<typeof ClipState>;

/** A clip may last 3 minutes and weigh 300 MB. */
export const CLIP_SECONDS_MAX = 180;
export const CLIP_BYTES_MAX = 300 * 1024 * 1024;

/** What is at home and which foot is the stronger one, as the player says it. */
export const HomeSaid = Home.extend({
  ...doneBy,
  /** Left as it is when not said. */
  strongerFoot: StrongerFootName.optional(),
});
export type HomeSaid = z.infer<typeof HomeSaid>;

export const trainingApi = {
  home: endpoint({
    method: 'PUT',
    path: '/go/home',
    act: 'say what is at home',
    summary: 'Keeps what kit and ground a player has, and the stronger foot; every drill is then shown as it can be done there.',
    params: NoParams,
    body: HomeSaid,
    response: HomeSaid,
  }),
  thisWeek: endpoint({
    method: 'GET',
    path: '/go/this-week',
    act: 'see this week',
    summary: 'The open week with the numbers to beat, the streak, and what was asked for again.',
    params: NoParams,
    body: Nothing,
    response: ThisWeek,
  }),
  sendGo: endpoint({
    method: 'POST',
    path: '/go/scores',
    act: 'send a go',
    summary: 'Keeps the numbers of one go. Ids come from the device, so a retry changes nothing.',
    params: NoParams,
    body: GoSent,
    response: GoAnswer,
  }),
  heardBefore: endpoint({
    method: 'GET',
    path: '/go/heard',
    act: 'see this week',
    summary:
      'What the phone heard of the player’s goes in the last weeks, beside what a helper or a coach counted, by drill, oldest first.',
    params: NoParams,
    body: Nothing,
    response: z.object({ before: z.array(z.object({ drillId: z.string(), heard: z.number(), counted: z.number() })) }),
  }),
  sendPractice: endpoint({
    method: 'POST',
    path: '/go/practice',
    act: 'practice a drill',
    summary: 'Keeps the numbers of a drill done in free practice. Whether they count for records and the streak is the squad’s rule.',
    params: NoParams,
    body: PracticeSent,
    response: PracticeAnswer,
  }),
  mend: endpoint({
    method: 'POST',
    path: '/go/scores/{score}/mends',
    act: 'mend a number',
    summary: 'Puts a number right, or says “I lost count” after all, until the coach has decided. Both words stay, the newest holds.',
    params: z.object({ score: Id }),
    body: MendSent,
    response: GoAnswer.shape.results.element,
  }),
  sendRun: endpoint({
    method: 'POST',
    path: '/go/runs',
    act: 'send a run',
    summary: 'Keeps a run log; events already kept stay as they are.',
    params: NoParams,
    body: RunSent,
    response: z.object({ id: Id, events: z.number().int(), share: z.number(), done: z.boolean() }),
  }),
  byHand: endpoint({
    method: 'POST',
    path: '/go/by-hand',
    act: 'send a session by hand',
    summary: 'Keeps a session done with the printed sheet within the last 72 hours, marked as by hand.',
    params: NoParams,
    body: ByHandSent,
    response: z.object({ id: Id, day: DayText.nullable(), share: z.number(), doneAt: Instant }),
  }),
  announceClip: endpoint({
    method: 'POST',
    path: '/go/clips',
    act: 'announce a clip',
    summary: 'Says that a clip of a score will be uploaded. Needs the guardian’s yes.',
    params: NoParams,
    body: ClipSent,
    response: ClipState,
  }),
  clip: endpoint({
    method: 'GET',
    path: '/clips/{clip}',
    act: 'watch a clip',
    summary: 'The state of a clip.',
    params: z.object({ clip: Id }),
    body: Nothing,
    response: ClipState,
  }),
  deleteClip: endpoint({
    method: 'DELETE',
    path: '/clips/{clip}',
    act: 'delete a clip',
    summary: 'Deletes a clip for good: the file goes, the fact that it was there stays.',
    params: z.object({ clip: Id }),
    body: Nothing,
    response: ClipState,
  }),
};
