import { and, asc, eq, sql } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import type { Claimed } from '../../contract/invitations.ts';
import type { ChildKeys } from '../../contract/keys.ts';
import { english, t } from '../../core/text/translate.ts';
import type { Actor, Asking } from '../accounts/actor.ts';
import type { Invitation } from '../accounts/codes.ts';
import { endSignIns } from '../accounts/end-sign-ins.ts';
import { childSignIns } from '../accounts/sign-ins.ts';
import type { Context } from '../context.ts';
import { tell } from '../mail/tell.ts';
import type { Db } from '../platform/db/connection.ts';
import { guardianRequests, playerGuardians, players, user } from '../platform/db/schema.ts';
import { writeLedger } from '../platform/ledger.ts';
import { badInput, notFound, Problem } from '../platform/problems.ts';
import { allow, asPerson } from '../policy.ts';
import { guardianRequestsOf } from './guardian-requests.ts';
import { checkStillGiven, endFamilyLinks, findInvitation, spend, workingInvitations } from './invitations.ts';
import { accountFor, type NewAccount } from './new-accounts.ts';
import { addGuardian } from './people.ts';

/* Guardians of a child: the first comes with a head coach's code; each further one needs the yes of one who is there. */

/** The child that a code is for. */
function childOf({ kind, playerId }: Invitation): string {
  if (kind !== 'guardian' || !playerId) throw badInput('code', t('This code is not for guardians.'));
  return playerId;
}

const guardiansNow = (db: Db, playerId: string) =>
  db.select({ id: playerGuardians.userId }).from(playerGuardians).where(eq(playerGuardians.playerId, playerId)).all();

/** Accounts of those who read what is written to a child: the own one, and those of the guardians. */
export const readersOfFamily = (db: Db, playerId: string): string[] =>
  [...db.select({ id: players.userId }).from(players).where(eq(players.id, playerId)).all(), ...guardiansNow(db, playerId)].map(
    (one) => one.id,
  );

/**
 * Connects an account with the child of a code, and uses the code up; who is connected already keeps the code for somebody else. Where the
 * child has a guardian, that one is asked first.
 */
function connect(context: Context, found: Invitation, account: () => string): Claimed {
  const { db, now } = context;
  const playerId = childOf(found);
  return db.transaction(() => {
    checkStillGiven(context, found);
    const userId = account();
    const there = guardiansNow(db, playerId);
    if (there.some((one) => one.id === userId)) return { playerId, state: 'connected' };
    const mine = and(eq(guardianRequests.playerId, playerId), eq(guardianRequests.userId, userId), eq(guardianRequests.state, 'waiting'));
    if (db.select().from(guardianRequests).where(mine).get()) return { playerId, state: 'waiting' };
    spend(context, found);
    if (there.length === 0) {
      addGuardian(context, playerId, userId);
      tell(context, { kind: 'guardian joined', userId, playerId, squadId: found.squadId, by: userId });
      return { playerId, state: 'connected' };
    }
    db.insert(guardianRequests).values({ id: uuid(), playerId, userId, at: now(), state: 'waiting' }).run();
    tell(context, { kind: 'guardian asked', playerId, squadId: found.squadId, by: userId });
    return { playerId, state: 'waiting' };
  });
}

type Accepted = NewAccount & { code: string };

/** A guardian's account out of a child's one-time code. */
export async function claimChild(context: Context, actor: Actor, input: Accepted, asking: Asking): Promise<Claimed> {
  allow(context.db, actor, 'accept an invitation');
  const found = await findInvitation(context, input.code, asking);
  childOf(found);
  return connect(context, found, await accountFor(context, input, 'guardian', asking.from));
}

/** One more child for a guardian who is signed in. */
export async function claimMore(context: Context, actor: Actor, input: { code: string }, asking: Asking): Promise<Claimed> {
  allow(context.db, actor, 'claim a child');
  const { userId } = asPerson(actor);
  return connect(context, await findInvitation(context, input.code, asking), () => userId);
}

/** Says yes or no to somebody who asks to be a guardian too. */
export function answerGuardian(context: Context, actor: Actor, input: { player: string; request: string; yes: boolean }): ChildKeys {
  const { db, now } = context;
  const { player, yes } = input;
  allow(db, actor, 'see a child’s keys', { player });
  const by = asPerson(actor).userId;
  db.transaction(() => {
    const asked = db.select().from(guardianRequests).where(eq(guardianRequests.id, input.request)).get();
    if (!asked || asked.playerId !== player) throw notFound();
    if (asked.state !== 'waiting')
      throw new Problem('changed elsewhere', t('This was answered already: it was {state}.', { state: asked.state }));
    db.update(guardianRequests)
      .set({ state: yes ? 'admitted' : 'refused', decidedAt: now(), decidedBy: by })
      .where(eq(guardianRequests.id, asked.id))
      .run();
    if (yes) addGuardian(context, player, asked.userId);
    tell(context, { kind: yes ? 'guardian joined' : 'guardian refused', userId: asked.userId, playerId: player, by });
  });
  return childKeys(context, actor, { player });
}

/** Guardians in the order they came. The order of rows is that of connecting. */
function guardianList(db: Db, playerId: string) {
  return db
    .select({ userId: user.id, name: user.name })
    .from(playerGuardians)
    .innerJoin(user, eq(user.id, playerGuardians.userId))
    .where(eq(playerGuardians.playerId, playerId))
    .orderBy(asc(playerGuardians.since), sql`${playerGuardians}.rowid`)
    .all();
}

/** Ends that somebody is a guardian; the yes and no that were said stay. */
function disconnect(context: Context, by: string, playerId: string, userId: string, squadId: string | null): void {
  const { db, config, now } = context;
  const row = and(eq(playerGuardians.playerId, playerId), eq(playerGuardians.userId, userId));
  if (!db.select().from(playerGuardians).where(row).get()) throw notFound();
  writeLedger(config, { what: 'guardian', player: playerId, user: userId, on: false, at: now() });
  db.transaction(() => {
    db.delete(playerGuardians).where(row).run();
    tell(context, { kind: 'guardian removed', userId, playerId, squadId, by });
  });
}

/** The first guardian takes a later one out; anybody takes themselves out, as long as the child has another. */
export function removeGuardian(context: Context, actor: Actor, input: { player: string; user: string }): ChildKeys {
  const { db } = context;
  allow(db, actor, 'see a child’s keys', { player: input.player });
  const me = asPerson(actor).userId;
  const there = guardianList(db, input.player);
  if (!there.some((one) => one.userId === input.user)) throw notFound();
  if (there.length === 1) throw badInput('user', t('A child needs a guardian. Ask the head coach, or delete everything instead.'));
  if (there[0]?.userId !== me && input.user !== me)
    throw new Problem('not allowed', t('Only the first guardian takes others out. The head coach can help.'));
  disconnect(context, me, input.player, input.user, null);
  return input.user === me ? { guardians: [], requests: [], links: [], signIns: [] } : childKeys(context, actor, { player: input.player });
}

/** A head coach takes a guardian out: after a separation, or when the wrong person used a code. */
export function removeGuardianAsCoach(
  context: Context,
  actor: Actor,
  input: { squad: string; player: string; user: string },
): { id: string } {
  allow(context.db, actor, 'take a guardian out', { squad: input.squad, player: input.player });
  disconnect(context, asPerson(actor).userId, input.player, input.user, input.squad);
  return { id: input.user };
}

/** Every key to a child: guardians and who asks to be one, links and cards, devices. */
export function childKeys(context: Context, actor: Actor, input: { player: string }): ChildKeys {
  const { db } = context;
  allow(db, actor, 'see a child’s keys', input);
  const me = asPerson(actor).userId;
  const there = guardianList(db, input.player);
  return {
    guardians: there.map((one, i) => ({
      ...one,
      me: one.userId === me,
      first: i === 0,
      mayEnd: there.length > 1 && (there[0]?.userId === me || one.userId === me),
    })),
    requests: guardianRequestsOf(db, input.player),
    links: workingInvitations(context, input),
    signIns: childSignIns(context, actor, input).signIns,
  };
}

/** Ends every link and every sign-in of a child at once; guardians and the PIN stay. */
export function endChildKeys(context: Context, actor: Actor, input: { player: string }): ChildKeys {
  const { db } = context;
  allow(db, actor, 'see a child’s keys', input);
  const row = db.select({ userId: players.userId }).from(players).where(eq(players.id, input.player)).get();
  if (!row) throw notFound();
  db.transaction(() => {
    endSignIns(db, row.userId);
    endFamilyLinks(context, input.player);
    tell(context, {
      kind: 'link ended',
      userId: row.userId,
      playerId: input.player,
      by: asPerson(actor).userId,
      detail: english('every link and every sign-in of the child'),
    });
  });
  return childKeys(context, actor, input);
}
