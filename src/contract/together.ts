import { z } from 'zod';
import { Drill } from '../core/drills/schema.ts';
import { TABLE_SCHOOLS } from '../core/tables/index.ts';
import { says } from '../core/text/translate.ts';
import { COMMANDS } from '../core/together/squad-clock.ts';
import { RunTimes, Session } from '../core/weeks/schema.ts';
import { endpoint } from './endpoint.ts';
import { Done, FootName, Id, Instant, NoParams, Nothing, StandingName } from './parts.ts';
import { ThisWeek, TogetherView } from './training.ts';

/** Live evenings: a squad that is apart does goes at the same time, by one clock that the coach leads. */

/** What a coach said, at the instant (server’s clock) at which it holds. */
export const CommandView = z.object({ seq: z.number().int(), at: Instant, type: z.enum(COMMANDS), go: z.number().int().nullable() });

export const CommandSent = z
  .object({
    /** Made on the device: sending it twice changes nothing. */
    id: Id,
    type: z.enum(COMMANDS),
    /** Which go begins, from 0; null for everything else. */
    go: z.number().int().min(0).max(500).nullable(),
  })
  .refine(({ type, go }) => (type === 'go') === (go !== null), { path: ['go'], ...says('Say which go begins.') });
export type CommandSent = z.infer<typeof CommandSent>;

export const OpenSent = z.object({
  id: Id,
  revisionId: Id,
  sessionId: Id,
  itemIds: z.array(Id).min(1, says('Choose at least one drill.')).max(200),
  /** Null for now. */
  startsAt: Instant.nullable(),
});
export type OpenSent = z.infer<typeof OpenSent>;

/** What an evening may be made of: a session of a released week. */
export const TogetherSource = z.object({
  revisionId: Id,
  weekNumber: z.number().int(),
  opensAt: Instant,
  closesAt: Instant,
  session: Session,
  drillNames: z.record(z.string(), z.string()),
});
export type TogetherSource = z.infer<typeof TogetherSource>;

export const TogetherRow = TogetherView.extend({
  code: z.string(),
  drills: z.array(z.string()),
  endedAt: Instant.nullable(),
  /** Players who did a go on it. */
  players: z.number().int(),
});
export type TogetherRow = z.infer<typeof TogetherRow>;

export const TogetherList = z.object({
  timeZone: z.string(),
  evenings: z.array(TogetherRow),
  sources: z.array(TogetherSource),
  now: Instant,
});
export type TogetherList = z.infer<typeof TogetherList>;

/** What a player does on an evening, as the device says it. */
export const DOINGS = ['here', 'ready', 'with', 'waits'] as const;

export const NumberView = z.object({
  scoreId: Id,
  /** Which go, from 0. */
  go: z.number().int(),
  foot: FootName,
  value: z.number().nullable(),
  result: z.number().nullable(),
  standing: StandingName,
  doubts: z.array(z.string()),
  /** When it came in. */
  at: Instant,
});
export type NumberView = z.infer<typeof NumberView>;

export const PersonTogether = z.object({
  playerId: Id,
  nickname: z.string(),
  /** `away`: no device of theirs is connected. */
  doing: z.enum(['away', ...DOINGS]),
  numbers: z.array(NumberView),
});
export type PersonTogether = z.infer<typeof PersonTogether>;

/** What a coach sees change while an evening is on. */
export const Board = z.object({ people: z.array(PersonTogether) });
export type Board = z.infer<typeof Board>;

/** What the players see of each other, by the squad’s school of tables. */
export const TogetherScene = z.object({
  /** Which go it is of; null before the first. */
  go: z.number().int().nullable(),
  on: z.number().int(),
  sent: z.number().int(),
  of: z.number().int(),
  school: z.enum(TABLE_SCHOOLS),
  lines: z.array(z.object({ playerId: Id, nickname: z.string(), foot: FootName, result: z.number().nullable() })),
  /** Goes, by number, that the coach asks somebody to do again. */
  again: z.array(z.object({ playerId: Id, go: z.number().int() })),
});
export type TogetherScene = z.infer<typeof TogetherScene>;

const Led = z.object({
  id: Id,
  squadId: Id,
  code: z.string(),
  startsAt: Instant,
  session: Session,
  commands: z.array(CommandView),
  now: Instant,
});

export const LeadPage = Led.extend({
  timeZone: z.string(),
  drills: z.record(z.string(), Drill),
  times: RunTimes.partial().optional(),
  board: Board,
});
export type LeadPage = z.infer<typeof LeadPage>;

export const JoinPage = z.object({ evening: Led, visit: ThisWeek, scene: TogetherScene });
export type JoinPage = z.infer<typeof JoinPage>;

const ofOne = z.object({ evening: Id });
const ofSquad = z.object({ squad: Id });

export const togetherApi = {
  list: endpoint({
    method: 'GET',
    path: '/squads/{squad}/together',
    act: 'see live evenings',
    summary: 'Live evenings of a squad, and what one may be made of.',
    params: ofSquad,
    body: Nothing,
    response: TogetherList,
  }),
  open: endpoint({
    method: 'POST',
    path: '/squads/{squad}/together',
    act: 'lead a live evening',
    summary: 'Opens a live evening, for now or for an hour of the week.',
    params: ofSquad,
    body: OpenSent,
    response: TogetherRow,
  }),
  callOff: endpoint({
    method: 'DELETE',
    path: '/together/{evening}',
    act: 'lead a live evening',
    summary: 'Calls a live evening off that has not begun.',
    params: ofOne,
    body: Nothing,
    response: Done,
  }),
  lead: endpoint({
    method: 'GET',
    path: '/together/{evening}',
    act: 'lead a live evening',
    summary: 'Everything that a coach needs to lead an evening.',
    params: ofOne,
    body: Nothing,
    response: LeadPage,
  }),
  say: endpoint({
    method: 'POST',
    path: '/together/{evening}/commands',
    act: 'lead a live evening',
    summary: 'Begins a go, stops and goes on, asks whether everybody is ready, or ends the evening. Devices follow at once.',
    params: ofOne,
    body: CommandSent,
    response: CommandView,
  }),
  byCode: endpoint({
    method: 'GET',
    path: '/go/together/{code}',
    act: 'join by a code',
    summary: 'The evening of the player’s own squads that a code read aloud is of.',
    params: z.object({ code: z.string().trim().min(1, says('Type the code.')).max(12) }),
    body: Nothing,
    response: Done,
  }),
  join: endpoint({
    method: 'GET',
    path: '/together/{evening}/visit',
    act: 'join a live evening',
    summary: 'An evening as one player does it, in the shape of a visit to a session.',
    params: ofOne,
    body: Nothing,
    response: JoinPage,
  }),
  here: endpoint({
    method: 'POST',
    path: '/together/{evening}/here',
    act: 'join a live evening',
    summary: 'Says what a player does: is here, is ready, is with the squad, waits for the next go.',
    params: ofOne,
    body: z.object({
      doing: z.enum(DOINGS),
      /** Whose line it is, where several share a device: who says it is there for as long as that line holds. */
      beside: Id.optional(),
    }),
    response: Done,
  }),
  time: endpoint({
    method: 'GET',
    path: '/together/time',
    act: 'ask for the time',
    summary: 'The server’s clock, to the millisecond.',
    params: NoParams,
    body: Nothing,
    response: z.object({ now: Instant }),
  }),
};
