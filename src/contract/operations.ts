import { z } from 'zod';
import { BACKUP_KINDS } from '../core/operations/index.ts';
import { says } from '../core/text/translate.ts';
import { endpoint } from './endpoint.ts';
import { Done, Id, Instant, Nothing } from './parts.ts';

/* Keeping: what is deleted and when, backups, and what a family takes along. */

export const DeletionView = z.object({
  id: Id,
  askedAt: Instant,
  /** From then on it is gone and cannot be undone. */
  dueAt: Instant,
  /** Backups that hold the child, each with its own end. */
  backups: z.array(z.object({ madeAt: Instant, endsAt: Instant })),
  /** Texts of others that name the child; the head coach is asked to change them before the last day. */
  mentions: z.number().int(),
});
export type DeletionView = z.infer<typeof DeletionView>;

/** A text that names a child who is being deleted. */
export const MentionView = z.object({
  id: z.string(),
  playerId: Id,
  what: z.string(),
  /** The name with what stands around it. */
  around: z.string(),
  /** The last day. */
  until: Instant,
});
export type MentionView = z.infer<typeof MentionView>;
const Mentions = z.object({
  mentions: z.array(MentionView),
  /** Mails in the house's local mailbox that name the child: for whoever runs it. */
  mails: z.number().int(),
});

const count = z.number().int();

/** What a cleaning took away, or would. */
export const CleanReport = z.object({
  dry: z.boolean(),
  clipsPastDays: count,
  clipsWithoutYes: count,
  spokenLines: count,
  clipsNeverCame: count,
  uploads: count,
  orphans: count,
  signIns: count,
  tokens: count,
  requests: count,
  invitations: count,
  mails: count,
  children: count,
  /** Houses that a backup took the place of, seven days ago. */
  replaced: count.default(0),
  /** Squads that were thrown away thirty days ago. */
  squads: count.default(0),
  /** News of accounts older than a year. */
  news: count.default(0),
  /** What is over and waits: at once at most a tenth of the clips goes. */
  held: count.default(0),
});
export type CleanReport = z.infer<typeof CleanReport>;

/** How the house is kept, for head coaches. */
export const Keeping = z.object({
  cleaned: z.object({ at: Instant, report: CleanReport.nullable(), trouble: z.string().nullable() }).nullable(),
  /** What the next cleaning would take away. */
  next: CleanReport,
  backedUp: z.object({ at: Instant, trouble: z.string().nullable() }).nullable(),
  backups: z.array(z.object({ madeAt: Instant, endsAt: Instant, kind: z.enum(BACKUP_KINDS), files: count.nullable() })),
});
export type Keeping = z.infer<typeof Keeping>;

const ofChild = z.object({ player: Id });

/** What broke in a browser: where in the program, never what was in it. */
export const ErrorReport = z.object({
  /** The part of the page. */
  view: z.string().regex(/^\w{1,60}$/, says('The view is one word.')),
  /** The page, with ids and codes blanked. */
  route: z.string().regex(/^(\/[a-z0-9.*-]{0,40}){1,9}$/, says('The route is a path of short words.')),
  /** The kind of error; its sentence may name somebody and is left out. */
  error: z.string().regex(/^\w{1,60}$/, says('The error is one word.')),
  /** Places in the program: file, line and column. */
  stack: z
    .array(z.string().regex(/^[\w.-]{1,80}:\d{1,7}:\d{1,7}$/, says('A place is file:line:column.')))
    .max(12, says('At most 12 places.')),
});
export type ErrorReport = z.infer<typeof ErrorReport>;

export const operationsApi = {
  report: endpoint({
    method: 'POST',
    path: '/reports',
    act: 'report an error',
    summary:
      'Tells the house that something broke in a page: the part, the kind of error and its places in the program. Nothing of anybody.',
    params: Nothing,
    body: ErrorReport,
    response: z.object({ taken: z.literal(true) }),
  }),
  mentions: endpoint({
    method: 'GET',
    path: '/squads/{squad}/mentions',
    act: 'change what names a child',
    summary: 'Texts of the squad that name a child whose family asked for everything to be deleted.',
    params: z.object({ squad: Id }),
    body: Nothing,
    response: Mentions,
  }),
  changeMention: endpoint({
    method: 'POST',
    path: '/squads/{squad}/mentions',
    act: 'change what names a child',
    summary: 'Puts “a player who has left” in the place of the name in one of them.',
    params: z.object({ squad: Id }),
    body: z.object({ player: Id, mention: z.string().max(120) }),
    response: Mentions,
  }),
  read: endpoint({
    method: 'GET',
    path: '/squads/{squad}/keeping',
    act: 'see how the house is kept',
    summary: 'The last cleaning and backup, what the next cleaning would take away, and the backups with their ends.',
    params: z.object({ squad: Id }),
    body: Nothing,
    response: Keeping,
  }),
  deletion: endpoint({
    method: 'GET',
    path: '/family/{player}/deletion',
    act: 'delete a child',
    summary: 'A deletion that is under way, with the backups that still hold the child.',
    params: ofChild,
    body: Nothing,
    response: z.object({ deletion: DeletionView.nullable() }),
  }),
  askToDelete: endpoint({
    method: 'POST',
    path: '/family/{player}/deletion',
    act: 'delete a child',
    summary: 'Deletes everything of a child: hidden at once, gone after seven days.',
    params: ofChild,
    body: z.object({ id: Id, nickname: z.string().max(60) }),
    response: DeletionView,
  }),
  undoDeletion: endpoint({
    method: 'POST',
    path: '/family/{player}/deletion/{deletion}/undo',
    act: 'delete a child',
    summary: 'Takes a deletion back within its seven days.',
    params: ofChild.extend({ deletion: Id }),
    body: z.object({}),
    response: Done,
  }),
};
