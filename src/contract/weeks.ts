import { z } from 'zod';
import { WeekFile } from '../core/files/index.ts';
import { CHECKS } from '../core/planning/planner-view.ts';
import { Wishes } from '../core/planning/propose/wishes.ts';
import { says } from '../core/text/translate.ts';
import { Session, WeekPlan } from '../core/weeks/schema.ts';
import { endpoint } from './endpoint.ts';
import { DayText, Done, Id, Instant, Nothing } from './parts.ts';
import { Aside, Facts, OwnSteps, Preview, Proposal } from './planning.ts';

const WeekState = z.enum(['draft', 'released', 'open', 'closed']);

export const WeekRow = z.object({
  id: Id,
  number: z.number().int(),
  title: z.string(),
  focus: z.string(),
  startsOn: DayText,
  state: WeekState,
  sessions: z.number().int(),
  opensAt: Instant.nullable(),
  closesAt: Instant.nullable(),
  /** True when the plan was changed after the newest release. */
  changed: z.boolean(),
  /** Hidden from players until it opens. */
  surprise: z.boolean(),
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
      day: DayText,
      hour: z.number().int().min(0, says('The hour is 0 to 23.')).max(23, says('The hour is 0 to 23.')),
      minute: z.number().int().min(0, says('Minutes are 0 to 59.')).max(59, says('Minutes are 0 to 59.')),
    }),
  ]),
  /** Keeps title and content from players until the week opens. */
  surprise: z.boolean().default(false),
});
export type Release = z.input<typeof Release>;

const reason = z
  .string()
  .trim()
  .min(1, says('Say why in a few words: it is kept with it.'))
  .max(200, says('The reason has at most 200 letters.'));

export const Template = z.object({ id: Id, name: z.string(), sessions: z.array(Session), madeAt: Instant });
export type Template = z.infer<typeof Template>;

export const Feed = z.object({
  id: Id,
  /** Null: the squad's calendar. */
  playerId: Id.nullable(),
  nickname: z.string().nullable(),
  madeAt: Instant,
  madeBy: z.string(),
});
export type Feed = z.infer<typeof Feed>;

export const weeksApi = {
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
    body: z.object({
      id: Id,
      /** Starts from a copy of this week of the squad. */
      fromWeek: Id.optional(),
      /** Starts from this template. */
      fromTemplate: Id.optional(),
    }),
    response: WeekDetail,
  }),
  stretchNext: endpoint({
    method: 'POST',
    path: '/squads/{squad}/next-week/stretch',
    act: 'save a week',
    summary: 'Gives every counted drill of the next week that is not released yet the stretch rule.',
    params: z.object({ squad: Id }),
    body: z.object({}),
    response: z.object({ week: WeekDetail, changed: z.number().int() }),
  }),
  putIn: endpoint({
    method: 'POST',
    path: '/squads/{squad}/next-week/drills',
    act: 'make a week',
    summary: 'Puts a drill into the next week that is not released yet, as a recap; a week is made where there is none.',
    params: z.object({ squad: Id }),
    body: z.object({
      /** The id of the week, should one be made. */
      id: Id,
      drill: z.string().max(80),
    }),
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
  move: endpoint({
    method: 'PUT',
    path: '/weeks/{week}/date',
    act: 'move a week',
    summary: 'Gives a week that players do not see yet another Monday.',
    params: z.object({ week: Id }),
    body: z.object({ startsOn: DayText }),
    response: WeekDetail,
  }),
  facts: endpoint({
    method: 'GET',
    path: '/weeks/{week}/facts',
    act: 'see planner facts',
    summary: 'What the planner must know of the squad to check this week.',
    params: z.object({ week: Id }),
    body: Nothing,
    response: Facts,
  }),
  takeBack: endpoint({
    method: 'DELETE',
    path: '/weeks/{week}/release',
    act: 'release a week',
    summary: 'Takes a release back that has not opened yet: the week is a draft again, or what it was before.',
    params: z.object({ week: Id }),
    body: Nothing,
    response: WeekDetail,
  }),
  drop: endpoint({
    method: 'DELETE',
    path: '/weeks/{week}',
    act: 'save a week',
    summary: 'Throws a week away that was never released.',
    params: z.object({ week: Id }),
    body: Nothing,
    response: Done,
  }),
  setAside: endpoint({
    method: 'PUT',
    path: '/weeks/{week}/aside',
    act: 'save a week',
    summary: 'Sets a kind of check aside, for this week or for the squad, or looks at it again.',
    params: z.object({ week: Id }),
    body: z.discriminatedUnion('scope', [
      z.object({ check: z.enum(CHECKS), scope: z.enum(['week', 'squad']), reason }),
      z.object({ check: z.enum(CHECKS), scope: z.literal('look again') }),
    ]),
    response: z.object({ asides: z.array(Aside) }),
  }),
  propose: endpoint({
    method: 'POST',
    path: '/weeks/{week}/proposal',
    act: 'see planner facts',
    summary: 'Proposes sessions for a week by the coach’s wishes; nothing is saved.',
    params: z.object({ week: Id }),
    body: Wishes,
    response: Proposal,
  }),
  steps: endpoint({
    method: 'GET',
    path: '/weeks/{week}/steps',
    act: 'preview a week',
    summary: 'Which step each player would get in the items of the saved draft that are the step each is on.',
    params: z.object({ week: Id }),
    body: Nothing,
    response: z.object({ items: z.array(OwnSteps) }),
  }),
  preview: endpoint({
    method: 'GET',
    path: '/weeks/{week}/preview/{player}',
    act: 'preview a week',
    summary: 'The saved draft as one player would get it: numbers, stand-ins, school.',
    params: z.object({ week: Id, player: Id }),
    body: Nothing,
    response: Preview,
  }),
  exportWeek: endpoint({
    method: 'GET',
    path: '/weeks/{week}/bundle',
    act: 'export a week',
    summary: 'A week with its drills as a file of the published format.',
    params: z.object({ week: Id }),
    body: Nothing,
    response: WeekFile,
    file: { mediaType: 'application/json', name: 'week.json' },
  }),
  doseCsv: endpoint({
    method: 'GET',
    path: '/weeks/{week}/dose',
    act: 'export a week',
    summary: 'What each item of a week costs, as CSV.',
    params: z.object({ week: Id }),
    body: Nothing,
    response: z.string(),
    file: { mediaType: 'text/csv', name: 'dose.csv' },
  }),
  calendarFile: endpoint({
    method: 'GET',
    path: '/weeks/{week}/calendar',
    act: 'export a week',
    summary: 'The sessions of a week as an iCalendar file.',
    params: z.object({ week: Id }),
    body: Nothing,
    response: z.string(),
    file: { mediaType: 'text/calendar', name: 'week.ics' },
  }),
  importWeek: endpoint({
    method: 'POST',
    path: '/squads/{squad}/bundles',
    act: 'import a week',
    summary: 'Makes the next week of a squad from a file; drills it lacks come along.',
    params: z.object({ squad: Id }),
    body: z.object({ id: Id, file: WeekFile }),
    response: z.object({ week: WeekDetail, broughtAlong: z.array(z.string()) }),
  }),
  templates: endpoint({
    method: 'GET',
    path: '/squads/{squad}/templates',
    act: 'list templates',
    summary: 'What the coaches of a squad keep to start from.',
    params: z.object({ squad: Id }),
    body: Nothing,
    response: z.object({ templates: z.array(Template) }),
  }),
  keepTemplate: endpoint({
    method: 'POST',
    path: '/squads/{squad}/templates',
    act: 'keep a template',
    summary: 'Keeps sessions under a name. Sending the same id twice keeps one.',
    params: z.object({ squad: Id }),
    body: z.object({
      id: Id,
      name: z.string().trim().min(1, says('Give the template a name.')).max(60, says('The name has at most 60 letters.')),
      sessions: z.array(Session).min(1, says('A template needs at least one session.')).max(7, says('At most 7 sessions.')),
    }),
    response: Template,
  }),
  dropTemplate: endpoint({
    method: 'DELETE',
    path: '/templates/{template}',
    act: 'drop a template',
    summary: 'Throws a template away.',
    params: z.object({ template: Id }),
    body: Nothing,
    response: Done,
  }),
  feeds: endpoint({
    method: 'GET',
    path: '/squads/{squad}/feeds',
    act: 'list feeds',
    summary: 'Calendar addresses of a squad that still work. The addresses themselves are not kept.',
    params: z.object({ squad: Id }),
    body: Nothing,
    response: z.object({ feeds: z.array(Feed) }),
  }),
  makeFeed: endpoint({
    method: 'POST',
    path: '/squads/{squad}/feeds',
    act: 'make a feed',
    summary: 'Makes a calendar address: of the squad, or of one player. It is shown this once.',
    params: z.object({ squad: Id }),
    body: z.object({ id: Id, player: Id.nullable() }),
    response: z.object({ feed: Feed, address: z.string() }),
  }),
  revokeFeed: endpoint({
    method: 'DELETE',
    path: '/feeds/{feed}',
    act: 'revoke a feed',
    summary: 'Makes a calendar address stop working at once.',
    params: z.object({ feed: Id }),
    body: Nothing,
    response: Done,
  }),
};
