import { and, eq, isNull, type SQL, sql } from 'drizzle-orm';
import type { ActName } from '../contract/acts.ts';
import { t } from '../core/text/translate.ts';
import type { Actor } from './accounts/actor.ts';
import { inSquadNow, isLeaving } from './accounts/leaving.ts';
import type { Db } from './platform/db/connection.ts';
import {
  clips,
  decisions,
  evenings,
  feeds,
  films,
  invitations,
  scores,
  spokenLines,
  squadPlayers,
  templates,
  weeks,
} from './platform/db/schema.ts';
import { notFound, Problem } from './platform/problems.ts';

/** What an act is done to; at most one of them is named. */
export type Subject =
  | { squad: string }
  | { week: string }
  | { player: string; squad?: string }
  | { score: string }
  | { decision: string }
  | { clip: string }
  | { spoken: string }
  | { film: string }
  | { template: string }
  | { feed: string }
  | { invitation: string }
  | { evening: string }
  | null;

/** Where a subject belongs. */
interface Home {
  squad: string | null;
  player: string | null;
}

type Rule = (actor: Actor, home: Home) => boolean;

const coachOfSquad: Rule = (actor, home) => actor.kind === 'coach' && home.squad !== null && actor.squads.includes(home.squad);
const headOfSquad: Rule = (actor, home) => actor.kind === 'coach' && home.squad !== null && actor.heads.includes(home.squad);
const playerOfSquad: Rule = (actor, home) => actor.kind === 'player' && home.squad !== null && actor.squads.includes(home.squad);
const thatPlayer: Rule = (actor, home) => actor.kind === 'player' && actor.playerId === home.player;
const theirGuardian: Rule = (actor, home) => actor.kind === 'guardian' && home.player !== null && actor.children.includes(home.player);
const anyOf =
  (...rules: Rule[]): Rule =>
  (actor, home) =>
    rules.some((rule) => rule(actor, home));
const always: Rule = () => true;

const EVERYBODY = ['nobody', 'coach', 'player', 'guardian'] as const;

/** Who may do what: the kinds of people an act is open to at all, and the tie they need to its subject. */
const RULES: Record<ActName, { kinds: readonly Actor['kind'][]; tie: Rule }> = {
  'see myself': { kinds: EVERYBODY, tie: always },
  'choose my language': { kinds: EVERYBODY, tie: always },
  'report an error': { kinds: EVERYBODY, tie: always },
  'see the shelf': { kinds: ['coach'], tie: coachOfSquad },
  'save a drill': { kinds: ['coach'], tie: coachOfSquad },
  'archive a drill': { kinds: ['coach'], tie: coachOfSquad },
  'export drills': { kinds: ['coach'], tie: coachOfSquad },
  'import drills': { kinds: ['coach'], tie: coachOfSquad },
  'list weeks': { kinds: ['coach'], tie: coachOfSquad },
  'make a week': { kinds: ['coach'], tie: coachOfSquad },
  'open a week': { kinds: ['coach'], tie: coachOfSquad },
  'save a week': { kinds: ['coach'], tie: coachOfSquad },
  'release a week': { kinds: ['coach'], tie: coachOfSquad },
  'move a week': { kinds: ['coach'], tie: coachOfSquad },
  'see planner facts': { kinds: ['coach'], tie: coachOfSquad },
  'preview a week': { kinds: ['coach'], tie: coachOfSquad },
  'export a week': { kinds: ['coach'], tie: coachOfSquad },
  'see the season': { kinds: ['coach'], tie: coachOfSquad },
  'plan the season': { kinds: ['coach'], tie: coachOfSquad },
  'import a week': { kinds: ['coach'], tie: coachOfSquad },
  'list templates': { kinds: ['coach'], tie: coachOfSquad },
  'keep a template': { kinds: ['coach'], tie: coachOfSquad },
  'drop a template': { kinds: ['coach'], tie: coachOfSquad },
  'list feeds': { kinds: ['coach'], tie: coachOfSquad },
  'make a feed': { kinds: ['coach', 'guardian'], tie: anyOf(coachOfSquad, theirGuardian) },
  'revoke a feed': { kinds: ['coach', 'guardian'], tie: anyOf(coachOfSquad, theirGuardian) },
  'see this week': { kinds: ['player'], tie: always },
  'say what is at home': { kinds: ['player'], tie: always },
  'send a go': { kinds: ['player'], tie: always },
  'practice a drill': { kinds: ['player'], tie: always },
  'mend a number': { kinds: ['player'], tie: thatPlayer },
  'send a run': { kinds: ['player'], tie: always },
  'send a session by hand': { kinds: ['player'], tie: always },
  'see live evenings': { kinds: ['coach'], tie: coachOfSquad },
  'lead a live evening': { kinds: ['coach'], tie: coachOfSquad },
  'join a live evening': { kinds: ['player'], tie: playerOfSquad },
  'join by a code': { kinds: ['player'], tie: always },
  'follow a live evening': { kinds: ['coach', 'player'], tie: anyOf(coachOfSquad, playerOfSquad) },
  'ask for the time': { kinds: ['coach', 'player', 'guardian'], tie: always },
  'announce a clip': { kinds: ['player'], tie: always },
  'upload a clip': { kinds: ['player'], tie: thatPlayer },
  'watch a clip': { kinds: ['coach', 'player', 'guardian'], tie: anyOf(coachOfSquad, thatPlayer, theirGuardian) },
  'delete a clip': { kinds: ['player', 'guardian'], tie: anyOf(thatPlayer, theirGuardian) },
  'see the review queue': { kinds: ['coach'], tie: coachOfSquad },
  'decide a score': { kinds: ['coach'], tie: coachOfSquad },
  'undo a decision': { kinds: ['coach'], tie: coachOfSquad },
  'see the bench': { kinds: ['coach'], tie: coachOfSquad },
  'save a recount': { kinds: ['coach'], tie: coachOfSquad },
  'say something of a score': { kinds: ['coach'], tie: coachOfSquad },
  'take back what was said': { kinds: ['coach'], tie: coachOfSquad },
  'speak a line': { kinds: ['coach'], tie: coachOfSquad },
  'hear a spoken line': { kinds: ['coach', 'player', 'guardian'], tie: anyOf(coachOfSquad, thatPlayer, theirGuardian) },
  'delete a spoken line': { kinds: ['coach', 'player', 'guardian'], tie: anyOf(coachOfSquad, thatPlayer, theirGuardian) },
  'wave clear ones through': { kinds: ['coach'], tie: coachOfSquad },
  'undo a wave': { kinds: ['coach'], tie: coachOfSquad },
  'export marks': { kinds: ['coach'], tie: coachOfSquad },
  'export scores': { kinds: ['coach'], tie: coachOfSquad },
  'see films': { kinds: ['coach'], tie: coachOfSquad },
  'announce a film': { kinds: ['coach'], tie: coachOfSquad },
  'upload a film': { kinds: ['coach'], tie: coachOfSquad },
  'watch a film': { kinds: ['coach', 'player'], tie: anyOf(coachOfSquad, playerOfSquad) },
  'remove a film': { kinds: ['coach'], tie: coachOfSquad },
  'keep a cue': { kinds: ['coach'], tie: coachOfSquad },
  'drop a cue': { kinds: ['coach'], tie: coachOfSquad },
  'set doubt rules': { kinds: ['coach'], tie: headOfSquad },
  'set up my bench': { kinds: ['coach'], tie: always },
  'see today': { kinds: ['coach'], tie: coachOfSquad },
  'see that something hurt': { kinds: ['coach'], tie: coachOfSquad },
  'see the register': { kinds: ['coach'], tie: coachOfSquad },
  'see a player': { kinds: ['coach'], tie: coachOfSquad },
  'export a history': { kinds: ['coach', 'guardian'], tie: anyOf(coachOfSquad, theirGuardian) },
  'take a next step': { kinds: ['coach'], tie: coachOfSquad },
  'note on a player': { kinds: ['coach'], tie: coachOfSquad },
  'pause a player': { kinds: ['coach'], tie: coachOfSquad },
  'see the rules': { kinds: ['coach'], tie: coachOfSquad },
  'set the rules': { kinds: ['coach'], tie: headOfSquad },
  'see the post': { kinds: ['coach'], tie: coachOfSquad },
  'write to families': { kinds: ['coach'], tie: coachOfSquad },
  'send summaries': { kinds: ['coach'], tie: coachOfSquad },
  'see squad numbers': { kinds: ['coach'], tie: coachOfSquad },
  'set an own number': { kinds: ['coach'], tie: coachOfSquad },
  'read in a paper list': { kinds: ['coach'], tie: coachOfSquad },
  'set squad choices': { kinds: ['coach'], tie: headOfSquad },
  'set a player’s school': { kinds: ['coach'], tie: coachOfSquad },
  'set a player’s aim': { kinds: ['coach'], tie: coachOfSquad },
  'set how a player reads': { kinds: ['coach', 'guardian'], tie: anyOf(coachOfSquad, theirGuardian) },
  'see my feet': { kinds: ['player'], tie: always },
  'see my family': { kinds: ['guardian'], tie: always },
  'give consent': { kinds: ['guardian'], tie: theirGuardian },
  'see people': { kinds: ['coach'], tie: coachOfSquad },
  'make a squad': { kinds: ['coach'], tie: always },
  'throw a squad away': { kinds: ['coach'], tie: headOfSquad },
  // It is nobody's while it lies there: whose it was is looked up.
  'bring a squad back': { kinds: ['coach'], tie: always },
  'invite players': { kinds: ['coach'], tie: coachOfSquad },
  'invite a coach': { kinds: ['coach'], tie: headOfSquad },
  'invite a guardian': { kinds: ['coach'], tie: headOfSquad },
  'take a guardian out': { kinds: ['coach'], tie: headOfSquad },
  'see who came and went': { kinds: ['coach'], tie: headOfSquad },
  'see a child’s keys': { kinds: ['guardian'], tie: theirGuardian },
  'revoke an invitation': { kinds: ['coach', 'guardian'], tie: anyOf(coachOfSquad, theirGuardian) },
  'print cards': { kinds: ['coach'], tie: coachOfSquad },
  'admit a player': { kinds: ['coach'], tie: coachOfSquad },
  'read in a roster': { kinds: ['coach'], tie: coachOfSquad },
  'take over a player': { kinds: ['coach'], tie: coachOfSquad },
  'set a level': { kinds: ['coach'], tie: coachOfSquad },
  'change groups': { kinds: ['coach'], tie: coachOfSquad },
  'correct a player': { kinds: ['coach'], tie: coachOfSquad },
  'reset a PIN': { kinds: ['coach'], tie: coachOfSquad },
  'remove people': { kinds: ['coach'], tie: headOfSquad },
  'change coaches': { kinds: ['coach'], tie: headOfSquad },
  'look at an invitation': { kinds: EVERYBODY, tie: always },
  'ask to join': { kinds: EVERYBODY, tie: always },
  'accept an invitation': { kinds: EVERYBODY, tie: always },
  'claim a child': { kinds: ['guardian'], tie: always },
  'make a family link': { kinds: ['guardian'], tie: theirGuardian },
  'reset a child’s PIN': { kinds: ['guardian'], tie: theirGuardian },
  'see a child’s sign-ins': { kinds: ['guardian'], tie: theirGuardian },
  'see my sign-ins': { kinds: ['coach', 'player', 'guardian'], tie: always },
  'choose a squad': { kinds: ['player'], tie: always },
  'choose my PIN': { kinds: ['player'], tie: always },
  'see how the house is kept': { kinds: ['coach'], tie: headOfSquad },
  'delete a child': { kinds: ['guardian'], tie: theirGuardian },
  'change what names a child': { kinds: ['coach'], tie: headOfSquad },
  'download everything': { kinds: ['guardian'], tie: theirGuardian },
  'set what is mailed': { kinds: ['coach', 'guardian'], tie: always },
};

/** Where something that a player sent belongs: always to the player, and to the squad as long as the player is in it. */
function sentHome(db: Db, table: typeof scores | typeof clips | typeof spokenLines, where: SQL): Home | null {
  const now = sql<number>`${inSquadNow(table.squadId, table.playerId)}`;
  const row = db.select({ squad: table.squadId, player: table.playerId, now }).from(table).where(where).get();
  return row ? { squad: row.now ? row.squad : null, player: row.player } : null;
}

function homeOf(db: Db, subject: Subject): Home | null {
  if (!subject) return { squad: null, player: null };
  if ('player' in subject) {
    const belongs = subject.squad
      ? db
          .select({ id: squadPlayers.playerId })
          .from(squadPlayers)
          .where(and(eq(squadPlayers.squadId, subject.squad), eq(squadPlayers.playerId, subject.player), isNull(squadPlayers.leftOn)))
          .get() && !isLeaving(db, subject.player)
      : true;
    return belongs ? { squad: subject.squad ?? null, player: subject.player } : null;
  }
  if ('squad' in subject) return { squad: subject.squad, player: null };
  if ('week' in subject) {
    const row = db.select({ squad: weeks.squadId }).from(weeks).where(eq(weeks.id, subject.week)).get();
    return row ? { squad: row.squad, player: null } : null;
  }
  if ('evening' in subject) {
    const row = db.select({ squad: evenings.squadId }).from(evenings).where(eq(evenings.id, subject.evening)).get();
    return row ? { squad: row.squad, player: null } : null;
  }
  if ('film' in subject) {
    const row = db.select({ squad: films.squadId }).from(films).where(eq(films.id, subject.film)).get();
    return row ? { squad: row.squad, player: null } : null;
  }
  if ('template' in subject) {
    const row = db.select({ squad: templates.squadId }).from(templates).where(eq(templates.id, subject.template)).get();
    return row ? { squad: row.squad, player: null } : null;
  }
  if ('feed' in subject) {
    return db.select({ squad: feeds.squadId, player: feeds.playerId }).from(feeds).where(eq(feeds.id, subject.feed)).get() ?? null;
  }
  if ('invitation' in subject) {
    const row = db
      .select({ squad: invitations.squadId, player: invitations.playerId, kind: invitations.kind })
      .from(invitations)
      .where(eq(invitations.id, subject.invitation))
      .get();
    // Guardians may end a family link of their child, also one that came on a coach's card; codes for guardians are the coaches'.
    return row ? { squad: row.squad, player: row.kind === 'family link' ? row.player : null } : null;
  }
  if ('score' in subject) return sentHome(db, scores, eq(scores.id, subject.score));
  if ('spoken' in subject) return sentHome(db, spokenLines, eq(spokenLines.id, subject.spoken));
  if ('decision' in subject) {
    const row = db.select({ score: decisions.scoreId }).from(decisions).where(eq(decisions.id, subject.decision)).get();
    return row ? sentHome(db, scores, eq(scores.id, row.score)) : null;
  }
  return sentHome(db, clips, eq(clips.id, subject.clip));
}

/**
 * Lets an act pass or throws: "not signed in" for nobody, "not allowed" for people it is never open to,
 * and "not found" for everyone else's things, so that foreign ids answer like missing ones.
 */
export function allow(db: Db, actor: Actor, act: ActName, subject: Subject = null): void {
  const rule = RULES[act];
  if (!rule.kinds.includes(actor.kind)) {
    if (actor.kind === 'nobody') throw new Problem('not signed in', t('Sign in first.'));
    throw new Problem('not allowed', t('This is not open to you.'));
  }
  const home = homeOf(db, subject);
  if (!home || !rule.tie(actor, home)) throw notFound();
}

/** Narrows an actor to a player after `allow` let a player's act pass. */
export function asPlayer(actor: Actor): Extract<Actor, { kind: 'player' }> {
  if (actor.kind !== 'player') throw new Problem('not allowed', t('This is not open to you.'));
  return actor;
}

/**
 * What a device kept for one player is not taken as another's, when somebody else has signed in there since.
 * @throws Problem "somebody else"; the device keeps it until they sign in again.
 */
export function checkIsThem(actor: Actor, playerId: string | undefined): void {
  if (playerId === undefined || playerId === asPlayer(actor).playerId) return;
  throw new Problem('somebody else', t('This was done by another player. It waits on this device until they sign in again.'));
}

/** Narrows an actor to a signed-in person. */
export function asPerson(actor: Actor): Exclude<Actor, { kind: 'nobody' }> {
  if (actor.kind === 'nobody') throw new Problem('not signed in', t('Sign in first.'));
  return actor;
}
