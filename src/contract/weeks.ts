import { z } from 'zod';
import { WeekPlan } from '../core/weeks/schema.ts';
import { endpoint } from './endpoint.ts';
import { Day, Id, Instant, Nothing } from './parts.ts';

const WeekState = z.enum(['draft', 'released', 'open', 'closed']);

export const WeekRow = z.object({
  id: Id,
  number: z.number().int(),
  title: z.string(),
  focus: z.string(),
  startsOn: Day,
  state: WeekState,
  sessions: z.number().int(),
  opensAt: Instant.nullable(),
  closesAt: Instant.nullable(),
  /** True when the plan was changed after the newest release. */
  changed: z.boolean(),
});
export type WeekRow = z.infer<typeof WeekRow>;

export const WeekList = z.object({ squad: z.object({ id: Id, name: z.string(), timeZone: z.string() }), weeks: z.array(WeekRow) });
export type WeekList = z.infer<typeof WeekList>;

export const WeekDetail = WeekRow.extend({
  squadId: Id,
  timeZone: z.string(),
  plan: WeekPlan,
  /** Number of the draft; a save must name the one it was made from. */
  draft: z.number().int(),
  revision: z.number().int().nullable(),
});
export type WeekDetail = z.infer<typeof WeekDetail>;

/** A release: at once, or at a local hour of a day in the squad's zone. */
export const Release = z.object({
  when: z.discriminatedUnion('kind', [
    z.object({ kind: z.literal('now') }),
    z.object({
      kind: z.literal('at'),
      day: Day,
      hour: z.number().int().min(0, 'The hour is 0 to 23.').max(23, 'The hour is 0 to 23.'),
      minute: z.number().int().min(0, 'Minutes are 0 to 59.').max(59, 'Minutes are 0 to 59.'),
    }),
  ]),
});
export type Release = z.infer<typeof Release>;

export const weeks = {
  list: endpoint({
    method: 'GET',
    path: '/squads/{squad}/weeks',
    act: 'list weeks',
    summary: 'The season: all weeks of a squad, newest first.',
    params: z.object({ squad: Id }),
    body: Nothing,
    response: WeekList,
  }),
  make: endpoint({
    method: 'POST',
    path: '/squads/{squad}/weeks',
    act: 'make a week',
    summary: 'Makes the next week as an empty draft. Sending the same id twice makes one week.',
    params: z.object({ squad: Id }),
    body: z.object({ id: Id }),
    response: WeekDetail,
  }),
  open: endpoint({
    method: 'GET',
    path: '/weeks/{week}',
    act: 'open a week',
    summary: 'One week with its plan.',
    params: z.object({ week: Id }),
    body: Nothing,
    response: WeekDetail,
  }),
  save: endpoint({
    method: 'PUT',
    path: '/weeks/{week}',
    act: 'save a week',
    summary: 'Saves the plan, if nobody saved another one in between.',
    params: z.object({ week: Id }),
    body: z.object({ draft: z.number().int().min(1), plan: WeekPlan }),
    response: WeekDetail,
  }),
  release: endpoint({
    method: 'POST',
    path: '/weeks/{week}/release',
    act: 'release a week',
    summary: 'Freezes the plan with its drills as a new revision for the players.',
    params: z.object({ week: Id }),
    body: Release,
    response: WeekDetail,
  }),
};
