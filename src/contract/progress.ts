import { z } from 'zod';
import { CONTACT_SCHOOLS } from '../core/drills/terms.ts';
import { STEPS } from '../core/progress/plateau.ts';
import { GROUNDS } from '../core/scores/reasons.ts';
import { LEVELS } from '../core/squads/terms.ts';
import { TABLE_SCHOOLS } from '../core/tables/index.ts';
import { says, t } from '../core/text/translate.ts';
import { endpoint } from './endpoint.ts';
import {
  DayText,
  FootName,
  Id,
  Instant,
  LineView,
  MeasureName,
  NoParams,
  Nothing,
  RecordView,
  StandingName,
  StreakView,
  StripView,
  StrongerFootName,
} from './parts.ts';

/** Robust trend: change a week with its 90 % interval, in the unit of the result; the direction in the sense of better. */
export const TrendView = z.object({
  perWeek: z.number(),
  low: z.number(),
  high: z.number(),
  direction: z.enum(['rising', 'steady', 'dipping']),
  points: z.number().int(),
});

/** What the next go is likely to bring: the middle, and between what four of five fall. */
export const NextView = z.object({
  middle: z.number(),
  spread: z.number(),
  low: z.number(),
  high: z.number(),
  goes: z.number().int(),
});

export const FootProgress = z.object({
  foot: FootName,
  record: z.object({ result: z.number(), at: Instant, clocked: z.boolean(), checkedByClip: z.boolean() }).nullable(),
  last: z.object({ result: z.number(), at: Instant }).nullable(),
  /** Median of the last five. */
  median: z.number().nullable(),
  /** The number to beat next. */
  next: z.number().nullable(),
  trend: TrendView.nullable(),
  /** The last go is below 85 % of the record: a dip, and a part of it. */
  dip: z.boolean(),
});
export type FootProgress = z.infer<typeof FootProgress>;

/** Everything under one record key but the foot. */
export const DrillProgress = z.object({
  key: z.string(),
  drillId: z.string(),
  drillName: z.string(),
  measure: MeasureName,
  doseWords: z.string(),
  unit: z.string(),
  better: z.enum(['more', 'less']),
  feet: z.array(FootProgress),
  balance: z.object({ balance: z.number(), behind: FootName }).nullable(),
  /** Best of each of the last weeks by foot, oldest first. */
  weeks: z.array(
    z.object({ number: z.number().int(), left: z.number().nullable(), right: z.number().nullable(), both: z.number().nullable() }),
  ),
  milestones: z.array(z.object({ label: z.string(), foot: FootName, at: Instant })),
});
export type DrillProgress = z.infer<typeof DrillProgress>;

export const Ledger = z.object({ left: z.number(), right: z.number(), deficit: z.number(), behind: FootName });

/** One staircase with the player's shoes on it. */
export const StairsView = z.object({
  name: z.string(),
  stairs: z.array(z.object({ id: z.string(), name: z.string(), reached: z.enum(['left', 'right', 'both']).nullable(), here: z.boolean() })),
});
export type StairsView = z.infer<typeof StairsView>;

export const TableRowView = z.object({
  nickname: z.string(),
  place: z.number().int().nullable(),
  best: z.number(),
  /** Gain on the own middle of the four weeks before, as a share. */
  gain: z.number().nullable(),
});

export const TableView = z.object({
  key: z.string(),
  title: z.string(),
  unit: z.string(),
  rows: z.array(TableRowView),
  /** The line of whoever looks; null for a coach, and without a go. */
  own: TableRowView.nullable(),
});
export type TableView = z.infer<typeof TableView>;

export const Tables = z.object({ school: z.enum(TABLE_SCHOOLS), week: z.number().int().nullable(), tables: z.array(TableView) });
export type Tables = z.infer<typeof Tables>;

/** The newest record, for one small celebration. */
export const NewRecord = RecordView.extend({ scoreId: Id });
export type NewRecord = z.infer<typeof NewRecord>;

export const MyFeet = z.object({
  playerId: Id,
  nickname: z.string(),
  /** Does not read yet: the screens are pictures and sound. Left out in what an older version kept. */
  pictures: z.boolean().optional(),
  timeZone: z.string(),
  streak: StreakView,
  strip: StripView,
  drills: z.array(DrillProgress),
  ledger: Ledger,
  stairs: z.array(StairsView),
  /** A record of the last days; null without one. */
  newRecord: NewRecord.nullable(),
  /** Numbers that a coach has to look at before they count, newest first. Left out in what an older version kept. */
  waiting: z
    .array(z.object({ scoreId: Id, drillName: z.string(), foot: FootName, value: z.number(), faults: z.number().optional(), at: Instant }))
    .optional(),
  /** What the squad's table shows this player; null where tables are off. */
  tables: Tables.nullable(),
  lines: z.array(LineView),
  clips: z.array(z.object({ id: Id, drillName: z.string(), foot: FootName, at: Instant })),
});
export type MyFeet = z.infer<typeof MyFeet>;

export const ScoreInList = z.object({
  scoreId: Id,
  drillName: z.string(),
  doseWords: z.string(),
  foot: FootName,
  /** Null where the player lost count. */
  value: z.number().nullable(),
  counts: z.number().nullable(),
  unit: z.string(),
  faults: z.number().int(),
  seconds: z.number(),
  clocked: z.boolean(),
  /** From a list on paper that was read in. */
  paper: z.boolean(),
  /** Done in free practice, where the squad's rule lets it count. */
  practice: z.boolean().optional(),
  /** Done on a live evening, with the squad. */
  together: z.literal(true).optional(),
  isRecord: z.boolean(),
  standing: StandingName,
  doubt: z.enum(['clear', 'look', 'cannot be']),
  byClip: z.boolean(),
  doneAt: Instant,
});
export type ScoreInList = z.infer<typeof ScoreInList>;

/** What may get somebody unstuck. */
export const NextStepView = z.object({
  kind: z.enum(STEPS),
  drillId: z.string().nullable(),
  drillName: z.string().nullable(),
  reason: z.string(),
});
export type NextStepView = z.infer<typeof NextStepView>;

/** What only the coach sees of a drill. */
export const CoachDrill = DrillProgress.extend({
  plateau: z.object({ foot: FootName, goes: z.number().int(), days: z.number().int(), record: z.number() }).nullable(),
  /** Goes running below 85 % of the record, where there are three or more. */
  fallen: z.object({ foot: FootName, goes: z.number().int() }).nullable(),
  /** Days lately on which the player said that it was too hard, and too easy. */
  said: z.object({ hard: z.number().int(), easy: z.number().int() }),
  steps: z.array(NextStepView),
});
export type CoachDrill = z.infer<typeof CoachDrill>;

export const WeekOfPlayer = z.object({
  number: z.number().int(),
  startsOn: DayText,
  /** Sessions that were set, done, and done by their wished day (or in the week, without one). */
  set: z.number().int(),
  done: z.number().int(),
  onTime: z.number().int(),
  /** Counted reps by foot; those of both feet together count half for each. */
  touches: z.object({ left: z.number(), right: z.number() }),
  /** Middle foot balance of what was done with each foot; null without. */
  balance: z.number().nullable(),
  records: z.number().int(),
});
export type WeekOfPlayer = z.infer<typeof WeekOfPlayer>;

export const NoteView = z.object({ id: Id, coach: z.string(), text: z.string(), at: Instant, mine: z.boolean() });
export type NoteView = z.infer<typeof NoteView>;

export const OwnStepView = z.object({
  id: Id,
  week: z.number().int(),
  drillId: z.string(),
  drillName: z.string(),
  kind: z.enum(STEPS),
  toDrillName: z.string().nullable(),
});
export type OwnStepView = z.infer<typeof OwnStepView>;

/** One foot's number of a go in free practice, whether it counts or not. */
export const PracticeView = z.object({
  id: Id,
  drillName: z.string(),
  doseWords: z.string(),
  foot: FootName,
  value: z.number().nullable(),
  unit: z.string(),
  counts: z.boolean(),
  doneAt: Instant,
});
export type PracticeView = z.infer<typeof PracticeView>;

export const PauseView = z.object({ id: Id, from: DayText, to: DayText.nullable() });
export type PauseView = z.infer<typeof PauseView>;

export const PlayerPage = MyFeet.omit({ tables: true, newRecord: true, drills: true }).extend({
  squadName: z.string(),
  drills: z.array(CoachDrill),
  level: z.enum(LEVELS),
  strongerFoot: StrongerFootName,
  squadId: Id,
  /** The own school of contact; null follows the squad's. */
  contactSchool: z.enum(CONTACT_SCHOOLS).nullable(),
  squadSchool: z.enum(CONTACT_SCHOOLS),
  /** Times in a hundred that stretch numbers are meant to be reached: the own, null as the squad; and the squad’s. */
  stretchAim: z.number().int().nullable(),
  squadAim: z.number().int(),
  /** Does not read yet: the screens are pictures and sound. */
  pictures: z.boolean(),
  age: z.number().int(),
  quietDays: z.number().int(),
  quiet: z.boolean(),
  /** Has done a go. */
  begun: z.boolean(),
  today: DayText,
  weeks: z.array(WeekOfPlayer),
  /** Why clips of the next goes would help; none for nearly everybody. */
  grounds: z.array(z.enum(GROUNDS)),
  notes: z.array(NoteView),
  ownSteps: z.array(OwnStepView),
  pauses: z.array(PauseView),
  /** The newest free practice. */
  practice: z.array(PracticeView),
  scores: z.array(ScoreInList),
  moreScores: z.boolean(),
});
export type PlayerPage = z.infer<typeof PlayerPage>;

/** Every counted result under one record key, with what is drawn of it. */
export const Curve = z.object({
  key: z.string(),
  drillName: z.string(),
  doseWords: z.string(),
  unit: z.string(),
  better: z.enum(['more', 'less']),
  timeZone: z.string(),
  feet: z.array(
    z.object({
      foot: FootName,
      points: z.array(z.object({ at: Instant, result: z.number(), clocked: z.boolean(), byClip: z.boolean(), record: z.boolean() })),
      trend: TrendView.nullable(),
      /** What the next go is likely to bring, and when it is computed for. */
      next: NextView.nullable(),
    }),
  ),
  nextAt: Instant,
  weeks: DrillProgress.shape.weeks,
});
export type Curve = z.infer<typeof Curve>;

const ofPlayer = z.object({ squad: Id, player: Id });

export const progressApi = {
  myFeet: endpoint({
    method: 'GET',
    path: '/progress/my-feet',
    act: 'see my feet',
    summary: 'The player’s own records, feet side by side, streak, and the coach’s lines.',
    params: NoParams,
    body: Nothing,
    response: MyFeet,
  }),
  player: endpoint({
    method: 'GET',
    path: '/squads/{squad}/players/{player}',
    act: 'see a player',
    summary: 'A player as the coach sees them, with the newest scores.',
    params: ofPlayer,
    body: Nothing,
    response: PlayerPage,
  }),
  curve: endpoint({
    method: 'GET',
    path: '/squads/{squad}/players/{player}/curve',
    act: 'see a player',
    summary: 'Every counted result of one drill at one dose, records, trend and prediction. `key` is a record key without its foot.',
    params: ofPlayer.extend({ key: z.string().min(1).max(300) }),
    body: Nothing,
    response: Curve,
  }),
  scores: endpoint({
    method: 'GET',
    path: '/squads/{squad}/players/{player}/scores',
    act: 'see a player',
    summary: 'Scores of a player with their facts, newest first, 60 at a time; `before` is the instant of the last one known.',
    params: ofPlayer.extend({ before: z.coerce.number().int().optional() }),
    body: Nothing,
    response: z.object({ scores: z.array(ScoreInList), more: z.boolean() }),
  }),
  history: endpoint({
    method: 'GET',
    path: '/squads/{squad}/players/{player}/history',
    act: 'export a history',
    summary: 'A player’s whole history in a squad as JSON, by the published schema.',
    params: ofPlayer,
    body: Nothing,
    response: z.unknown(),
    file: { mediaType: 'application/json', name: 'history.json' },
  }),
  recordsCsv: endpoint({
    method: 'GET',
    path: '/squads/{squad}/records.csv',
    act: 'export scores',
    summary: 'Every record of the squad’s players with its full key, as CSV.',
    params: z.object({ squad: Id }),
    body: Nothing,
    response: z.string(),
    file: { mediaType: 'text/csv', name: 'records.csv' },
  }),
  streaksCsv: endpoint({
    method: 'GET',
    path: '/squads/{squad}/streaks.csv',
    act: 'export scores',
    summary: 'The streak calendar of the squad’s players, as CSV.',
    params: z.object({ squad: Id }),
    body: Nothing,
    response: z.string(),
    file: { mediaType: 'text/csv', name: 'streaks.csv' },
  }),
  takeStep: endpoint({
    method: 'POST',
    path: '/squads/{squad}/players/{player}/steps',
    act: 'take a next step',
    summary: 'Puts a next step for one player into the week after the open one.',
    params: ofPlayer,
    body: z.object({
      id: Id,
      drillId: z.string().min(1).max(80),
      kind: z.enum(STEPS, says('Choose one of the steps.')),
      toDrillId: z.string().min(1).max(80).nullable(),
    }),
    response: OwnStepView,
  }),
  dropStep: endpoint({
    method: 'DELETE',
    path: '/squads/{squad}/players/{player}/steps/{step}',
    act: 'take a next step',
    summary: 'Takes a next step back, as long as the player was not given it.',
    params: ofPlayer.extend({ step: Id }),
    body: Nothing,
    response: z.object({ id: Id }),
  }),
  note: endpoint({
    method: 'POST',
    path: '/squads/{squad}/players/{player}/notes',
    act: 'note on a player',
    summary: 'A note for the squad’s coaches alone.',
    params: ofPlayer,
    body: z.object({
      id: Id,
      text: z.string().trim().min(1, says('Write the note first.')).max(1000, says('A note has at most 1,000 letters.')),
    }),
    response: NoteView,
  }),
  dropNote: endpoint({
    method: 'DELETE',
    path: '/squads/{squad}/players/{player}/notes/{note}',
    act: 'note on a player',
    summary: 'Takes an own note away.',
    params: ofPlayer.extend({ note: Id }),
    body: Nothing,
    response: z.object({ id: Id }),
  }),
  pause: endpoint({
    method: 'PUT',
    path: '/squads/{squad}/players/{player}/pauses/{pause}',
    act: 'pause a player',
    summary: 'A pause (ill, hurt, away) in which nothing breaks a streak; without an end it lasts until one is set.',
    params: ofPlayer.extend({ pause: Id }),
    body: z
      .object({ from: DayText, to: DayText.nullable() })
      .refine((pause) => pause.to === null || pause.to >= pause.from, { path: ['to'], error: () => t('The pause ends before it begins.') }),
    response: PauseView,
  }),
  dropPause: endpoint({
    method: 'DELETE',
    path: '/squads/{squad}/players/{player}/pauses/{pause}',
    act: 'pause a player',
    summary: 'Takes a pause away, as if it had not been.',
    params: ofPlayer.extend({ pause: Id }),
    body: Nothing,
    response: z.object({ id: Id }),
  }),
};
