import { and, eq, isNull } from 'drizzle-orm';
import type { Act } from '../contract/acts.ts';
import type { Actor } from './auth/actor.ts';
import type { Db } from './db/connection.ts';
import { clips, decisions, feeds, scores, squadPlayers, templates, weeks } from './db/schema.ts';
import { notFound, Problem } from './problems.ts';

/** What an act is done to; at most one of them is named. */
export type Subject =
  | { squad: string }
  | { week: string }
  | { player: string; squad?: string }
  | { score: string }
  | { decision: string }
  | { clip: string }
  | { template: string }
  | { feed: string }
  | null;

/** Where a subject belongs. */
interface Home {
  squad: string | null;
  player: string | null;
}

type Rule = (actor: Actor, home: Home) => boolean;

const coachOfSquad: Rule = (actor, home) => actor.kind === 'coach' && home.squad !== null && actor.squads.includes(home.squad);
const thatPlayer: Rule = (actor, home) => actor.kind === 'player' && actor.playerId === home.player;
const theirGuardian: Rule = (actor, home) => actor.kind === 'guardian' && home.player !== null && actor.children.includes(home.player);
const anyOf =
  (...rules: Rule[]): Rule =>
  (actor, home) =>
    rules.some((rule) => rule(actor, home));
const always: Rule = () => true;

/** Who may do what: the kinds of people an act is open to at all, and the tie they need to its subject. */
const RULES: Record<Act, { kinds: readonly Actor['kind'][]; tie: Rule }> = {
  'see myself': { kinds: ['nobody', 'coach', 'player', 'guardian'], tie: always },
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
  'send a run': { kinds: ['player'], tie: always },
  'send a session by hand': { kinds: ['player'], tie: always },
  'announce a clip': { kinds: ['player'], tie: always },
  'upload a clip': { kinds: ['player'], tie: thatPlayer },
  'watch a clip': { kinds: ['coach', 'player', 'guardian'], tie: anyOf(coachOfSquad, thatPlayer, theirGuardian) },
  'delete a clip': { kinds: ['player', 'guardian'], tie: anyOf(thatPlayer, theirGuardian) },
  'see the review queue': { kinds: ['coach'], tie: coachOfSquad },
  'decide a score': { kinds: ['coach'], tie: coachOfSquad },
  'undo a decision': { kinds: ['coach'], tie: coachOfSquad },
  'see today': { kinds: ['coach'], tie: coachOfSquad },
  'see that something hurt': { kinds: ['coach'], tie: coachOfSquad },
  'see the register': { kinds: ['coach'], tie: coachOfSquad },
  'see a player': { kinds: ['coach'], tie: coachOfSquad },
  'set squad choices': { kinds: ['coach'], tie: coachOfSquad },
  'set a player’s school': { kinds: ['coach'], tie: coachOfSquad },
  'see my feet': { kinds: ['player'], tie: always },
  'see my family': { kinds: ['guardian'], tie: always },
  'give consent': { kinds: ['guardian'], tie: theirGuardian },
};

function homeOf(db: Db, subject: Subject): Home | null {
  if (!subject) return { squad: null, player: null };
  if ('player' in subject) {
    const belongs = subject.squad
      ? db
          .select({ id: squadPlayers.playerId })
          .from(squadPlayers)
          .where(and(eq(squadPlayers.squadId, subject.squad), eq(squadPlayers.playerId, subject.player), isNull(squadPlayers.leftOn)))
          .get()
      : true;
    return belongs ? { squad: subject.squad ?? null, player: subject.player } : null;
  }
  if ('squad' in subject) return { squad: subject.squad, player: null };
  if ('week' in subject) {
    const row = db.select({ squad: weeks.squadId }).from(weeks).where(eq(weeks.id, subject.week)).get();
    return row ? { squad: row.squad, player: null } : null;
  }
  if ('template' in subject) {
    const row = db.select({ squad: templates.squadId }).from(templates).where(eq(templates.id, subject.template)).get();
    return row ? { squad: row.squad, player: null } : null;
  }
  if ('feed' in subject) {
    return db.select({ squad: feeds.squadId, player: feeds.playerId }).from(feeds).where(eq(feeds.id, subject.feed)).get() ?? null;
  }
  if ('score' in subject) {
    return db.select({ squad: scores.squadId, player: scores.playerId }).from(scores).where(eq(scores.id, subject.score)).get() ?? null;
  }
  if ('decision' in subject) {
    const row = db
      .select({ squad: scores.squadId, player: scores.playerId })
      .from(decisions)
      .innerJoin(scores, eq(scores.id, decisions.scoreId))
      .where(eq(decisions.id, subject.decision))
      .get();
    return row ?? null;
  }
  return db.select({ squad: clips.squadId, player: clips.playerId }).from(clips).where(eq(clips.id, subject.clip)).get() ?? null;
}

/**
 * Lets an act pass or throws: "not signed in" for nobody, "not allowed" for people it is never open to,
 * and "not found" for everyone else's things, so that foreign ids answer like missing ones.
 */
export function allow(db: Db, actor: Actor, act: Act, subject: Subject = null): void {
  const rule = RULES[act];
  if (!rule.kinds.includes(actor.kind)) {
    if (actor.kind === 'nobody') throw new Problem('not signed in', 'Sign in first.');
    throw new Problem('not allowed', 'This is not open to you.');
  }
  const home = homeOf(db, subject);
  if (!home || !rule.tie(actor, home)) throw notFound();
}

/** Narrows an actor to a player after `allow` let a player's act pass. */
export function asPlayer(actor: Actor): Extract<Actor, { kind: 'player' }> {
  if (actor.kind !== 'player') throw new Problem('not allowed', 'This is not open to you.');
  return actor;
}

/**
 * What a device kept for one player is not taken as another's, when somebody else has signed in there since.
 * @throws Problem "somebody else"; the device keeps it until they sign in again.
 */
export function checkIsThem(actor: Actor, playerId: string | undefined): void {
  if (playerId === undefined || playerId === asPlayer(actor).playerId) return;
  throw new Problem('somebody else', 'This was done by another player. It waits on this device until they sign in again.');
}

/** Narrows an actor to a signed-in person. */
export function asPerson(actor: Actor): Exclude<Actor, { kind: 'nobody' }> {
  if (actor.kind === 'nobody') throw new Problem('not signed in', 'Sign in first.');
  return actor;
}
