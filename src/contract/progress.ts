import { z } from 'zod';
import { CONTACT_SCHOOLS, LEVELS } from '../core/drills/terms.ts';
import { endpoint } from './endpoint.ts';
import {
  FootName,
  Id,
  Instant,
  LineView,
  MeasureName,
  NoParams,
  Nothing,
  StandingName,
  StreakView,
  StripView,
  StrongerFootName,
} from './parts.ts';

export const FootProgress = z.object({
  foot: FootName,
  record: z.object({ result: z.number(), at: Instant, clocked: z.boolean(), checkedByClip: z.boolean() }).nullable(),
  last: z.object({ result: z.number(), at: Instant }).nullable(),
  /** Median of the last five. */
  median: z.number().nullable(),
  /** The number to beat next. */
  next: z.number().nullable(),
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
  /** Best of each week by foot, oldest first. */
  weeks: z.array(
    z.object({ number: z.number().int(), left: z.number().nullable(), right: z.number().nullable(), both: z.number().nullable() }),
  ),
});
export type DrillProgress = z.infer<typeof DrillProgress>;

export const Ledger = z.object({ left: z.number(), right: z.number(), deficit: z.number(), behind: FootName });

export const MyFeet = z.object({
  playerId: Id,
  nickname: z.string(),
  timeZone: z.string(),
  streak: StreakView,
  strip: StripView,
  drills: z.array(DrillProgress),
  ledger: Ledger,
  lines: z.array(LineView),
  clips: z.array(z.object({ id: Id, drillName: z.string(), foot: FootName, at: Instant })),
});
export type MyFeet = z.infer<typeof MyFeet>;

export const ScoreRow = z.object({
  scoreId: Id,
  drillName: z.string(),
  doseWords: z.string(),
  foot: FootName,
  value: z.number().nullable(),
  counts: z.number().nullable(),
  unit: z.string(),
  faults: z.number().int(),
  clocked: z.boolean(),
  standing: StandingName,
  doneAt: Instant,
});

export const PlayerPage = MyFeet.extend({
  playerId: Id,
  level: z.enum(LEVELS),
  strongerFoot: StrongerFootName,
  squadId: Id,
  /** The own school of contact; null follows the squad's. */
  contactSchool: z.enum(CONTACT_SCHOOLS).nullable(),
  squadSchool: z.enum(CONTACT_SCHOOLS),
  age: z.number().int(),
  quietDays: z.number().int(),
  quiet: z.boolean(),
  scores: z.array(ScoreRow),
});
export type PlayerPage = z.infer<typeof PlayerPage>;

export const progress = {
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
    params: z.object({ squad: Id, player: Id }),
    body: Nothing,
    response: PlayerPage,
  }),
};
