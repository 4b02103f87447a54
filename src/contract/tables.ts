import { z } from 'zod';
import { endpoint } from './endpoint.ts';
import { FootName, Id, MeasureName, Nothing } from './parts.ts';
import { Tables } from './progress.ts';

/** Of a drill at one dose: how many of the squad tried it lately, and how many met the band of their own level on every foot they did. */
export const GroundRow = z.object({
  key: z.string(),
  drillId: z.string(),
  drillName: z.string(),
  doseWords: z.string(),
  tried: z.number().int(),
  met: z.number().int(),
  /** Nicknames of those who have not met it yet. */
  notYet: z.array(z.string()),
  /** And of those who have. */
  has: z.array(z.string()),
  /** Middle foot balance of those who did both feet; null without. */
  balance: z.number().nullable(),
  estimated: z.boolean(),
});
export type GroundRow = z.infer<typeof GroundRow>;

export const NotThereYet = z.object({ weeks: z.number().int(), players: z.number().int(), rows: z.array(GroundRow) });
export type NotThereYet = z.infer<typeof NotThereYet>;

const WeekName = z.object({ id: Id, number: z.number().int(), title: z.string() });

export const WeekSide = z.object({
  week: WeekName,
  /** Sessions set for all players together, done, and on time. */
  set: z.number().int(),
  done: z.number().int(),
  onTime: z.number().int(),
  trained: z.number().int(),
  goes: z.number().int(),
  touches: z.object({ left: z.number(), right: z.number() }),
  records: z.number().int(),
});
export type WeekSide = z.infer<typeof WeekSide>;

export const WeekComparison = z.object({
  weeks: z.array(WeekName),
  a: WeekSide.nullable(),
  b: WeekSide.nullable(),
  /** Drills at the same dose in both weeks: the squad's middle in each, and how many are better in the second. */
  drills: z.array(
    z.object({
      key: z.string(),
      drillName: z.string(),
      doseWords: z.string(),
      foot: FootName,
      unit: z.string(),
      better: z.enum(['more', 'less']),
      a: z.number(),
      b: z.number(),
      players: z.number().int(),
      improved: z.number().int(),
    }),
  ),
  players: z.array(
    z.object({
      playerId: Id,
      nickname: z.string(),
      doneA: z.number().int(),
      doneB: z.number().int(),
      touchesA: z.number(),
      touchesB: z.number(),
      recordsA: z.number().int(),
      recordsB: z.number().int(),
    }),
  ),
});
export type WeekComparison = z.infer<typeof WeekComparison>;

export const Reach = z.object({ name: z.string(), goes: z.number().int(), reached: z.number().int() });
export type Reach = z.infer<typeof Reach>;

/** How often stretch numbers were reached, beside how often they were meant to be. */
export const Calibration = z.object({
  /** Numbers that were given as stretch numbers. */
  given: Reach,
  /** What stretch numbers would have been for every counted go that has earlier ones, whatever its rule was. */
  reckoned: Reach,
  /** Times in a hundred that they are meant to be reached. */
  aim: z.number().int(),
  /** With the points in a hundred by which the next numbers are made easier (harder below 0) for what came of those before. */
  byMeasure: z.array(Reach.extend({ name: MeasureName, easier: z.number().int() })),
  /** By four weeks, oldest first, named by their first day. */
  byPeriod: z.array(Reach),
  byPlayer: z.array(Reach.extend({ playerId: Id })),
});
export type Calibration = z.infer<typeof Calibration>;

const ofSquad = z.object({ squad: Id });

export const tablesApi = {
  ground: endpoint({
    method: 'GET',
    path: '/squads/{squad}/ground',
    act: 'see the register',
    summary: 'What the squad cannot do yet: the share that met each drill’s band in the last weeks.',
    params: ofSquad,
    body: Nothing,
    response: NotThereYet,
  }),
  tables: endpoint({
    method: 'GET',
    path: '/squads/{squad}/tables',
    act: 'see the register',
    summary: 'The squad’s tables of a week, as players with tables on may see them.',
    params: ofSquad.extend({ week: Id.optional() }),
    body: Nothing,
    response: Tables.extend({ weeks: z.array(WeekName), weekId: Id.nullable() }),
  }),
  compare: endpoint({
    method: 'GET',
    path: '/squads/{squad}/compare',
    act: 'see the register',
    summary: 'Two weeks of a squad side by side; without any, the last two that opened.',
    params: ofSquad.extend({ a: Id.optional(), b: Id.optional() }),
    body: Nothing,
    response: WeekComparison,
  }),
  calibration: endpoint({
    method: 'GET',
    path: '/squads/{squad}/calibration',
    act: 'see the register',
    summary: 'How often stretch numbers were reached, beside how often they were meant to be, and what is done about the difference.',
    params: ofSquad,
    body: Nothing,
    response: Calibration,
  }),
};
