import { z } from 'zod';
import { FAMILIES } from '../core/drills/terms.ts';
import { SeasonFile } from '../core/files/index.ts';
import { SeasonPlan } from '../core/planning/season/plan.ts';
import { endpoint } from './endpoint.ts';
import { DayText, Id, Nothing } from './parts.ts';

/* The season: weeks as a plan of themes. */

export const SeasonDraft = z.object({ id: Id, draft: z.number().int(), plan: SeasonPlan });
export type SeasonDraft = z.infer<typeof SeasonDraft>;

/** What is known of one week of the season. */
export const SeasonWeek = z.object({
  startsOn: DayText,
  /** The week that was made for it. */
  week: z.object({ id: Id, number: z.number().int(), title: z.string(), released: z.boolean() }).nullable(),
  /** Once it has begun: who of the squad trained, and counted reps of each foot. */
  came: z.object({ trained: z.number().int(), players: z.number().int(), left: z.number(), right: z.number() }).nullable(),
});
export type SeasonWeek = z.infer<typeof SeasonWeek>;

export const SeasonOnSheet = z.object({
  squad: z.object({ id: Id, name: z.string() }),
  season: SeasonDraft.nullable(),
  /** What is known of each week of it; empty without a season. */
  weeks: z.array(SeasonWeek),
  /** Breaks of the squad, whole or in part in the season or later. */
  breaks: z.array(z.object({ from: DayText, to: DayText, title: z.string() })),
  /** The Monday that a new one begins on. */
  nextMonday: DayText,
  /** Families that most of the squad can train, the ones met least lately first. */
  families: z.array(z.enum(FAMILIES)),
  /** Seasons of the coach’s other squads, to copy. */
  others: z.array(z.object({ squad: Id, squadName: z.string(), title: z.string(), weeks: z.number().int() })),
});
export type SeasonOnSheet = z.infer<typeof SeasonOnSheet>;

const ofSquad = z.object({ squad: Id });

export const seasonApi = {
  sheet: endpoint({
    method: 'GET',
    path: '/squads/{squad}/season',
    act: 'see the season',
    summary: 'The season of a squad as a plan, and what came of its weeks.',
    params: ofSquad,
    body: Nothing,
    response: SeasonOnSheet,
  }),
  save: endpoint({
    method: 'PUT',
    path: '/squads/{squad}/season',
    act: 'plan the season',
    summary: 'Saves the season; a save on an older draft is refused. A new id begins another season.',
    params: ofSquad,
    body: SeasonDraft,
    response: SeasonOnSheet,
  }),
  copy: endpoint({
    method: 'POST',
    path: '/squads/{squad}/season/copy',
    act: 'plan the season',
    summary: 'Takes the season over from another squad of the same coach, from a Monday on.',
    params: ofSquad,
    body: z.object({ id: Id, from: Id, startsOn: DayText }),
    response: SeasonOnSheet,
  }),
  file: endpoint({
    method: 'GET',
    path: '/squads/{squad}/season/file',
    act: 'see the season',
    summary: 'The season as a file.',
    params: ofSquad,
    body: Nothing,
    response: SeasonFile,
  }),
};
