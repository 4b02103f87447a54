import { and, desc, eq, gt, inArray, isNull, or, sql } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import type { Card, CoachRole, InvitationView, Invited } from '../../contract/invitations.ts';
import type { Actor, Asking } from '../auth/actor.ts';
import type { Config } from '../config.ts';
import type { Db } from '../db/connection.ts';
import { invitations, playerGuardians, players, user } from '../db/schema.ts';
import type { Context } from '../house.ts';
import { allow, asPerson } from '../policy.ts';
import { badInput, notFound } from '../problems.ts';
import { membersOf, squadById } from '../squad/squads.ts';
import { codeOf, hashOfCode, type Invitation, invitationBy, isLong, showCode } from './codes.ts';

const DAY_MS = 24 * 3_600_000;
/** How long codes work that nobody gives a time: a link in a child's hands, a code on paper, a mail to a coach. */
const DAYS = { guardian: 30, coach: 14, 'family link': 90 } as const;

type NewInvitation = Pick<Invitation, 'id' | 'kind'> & Partial<Pick<Invitation, 'squadId' | 'playerId' | 'role' | 'usesLeft' | 'madeBy'>>;

/** Writes an invitation down. Sending the same id twice makes one. */
export function makeInvitation({ db, config, now }: Context, one: NewInvitation, days: number): Invitation {
  const at = now();
  db.insert(invitations)
    .values({
      ...{ squadId: null, playerId: null, role: null, usesLeft: null, madeBy: null, revokedAt: null, ...one },
      codeHash: hashOfCode(codeOf(config, one)),
      madeAt: at,
      endsAt: at + days * DAY_MS,
    })
    .onConflictDoNothing()
    .run();
  const made = db.select().from(invitations).where(eq(invitations.id, one.id)).get();
  if (!made || made.kind !== one.kind || made.squadId !== (one.squadId ?? null) || made.playerId !== (one.playerId ?? null))
    throw notFound();
  return made;
}

/** Invitations with what is shown of them, to be narrowed. */
const shownOf = (db: Db) =>
  db
    .select({ one: invitations, nickname: players.nickname, madeBy: user.name })
    .from(invitations)
    .leftJoin(players, eq(players.id, invitations.playerId))
    .leftJoin(user, eq(user.id, invitations.madeBy));

type Shown = ReturnType<ReturnType<typeof shownOf>['all']>[number];

const viewOf = (config: Config, { one, nickname, madeBy }: Shown): InvitationView => {
  const { id, kind, role, playerId, madeAt, endsAt, usesLeft } = one;
  return { id, kind, role, playerId, nickname, madeAt, madeBy, endsAt, usesLeft, ...showCode(config, one) };
};

/** Invitations that still work, newest first. */
export function workingInvitations({ db, config, now }: Context, of: { squad: string } | { player: string }): InvitationView[] {
  return shownOf(db)
    .where(
      and(
        'squad' in of ? eq(invitations.squadId, of.squad) : and(eq(invitations.playerId, of.player), eq(invitations.kind, 'family link')),
        isNull(invitations.revokedAt),
        gt(invitations.endsAt, now()),
        or(isNull(invitations.usesLeft), gt(invitations.usesLeft, 0)),
      ),
    )
    .orderBy(desc(invitations.madeAt), desc(invitations.id))
    .all()
    .map((row) => viewOf(config, row));
}

/** Makes an invitation, and gives what is handed on. */
function invite(context: Context, one: NewInvitation, days: number): InvitationView {
  const { id } = makeInvitation(context, one, days);
  const row = shownOf(context.db).where(eq(invitations.id, id)).get();
  if (!row) throw notFound();
  return viewOf(context.config, row);
}

/** A code, link and QR with which families ask to join the squad. */
export function invitePlayers(
  context: Context,
  actor: Actor,
  input: { squad: string; id: string; days: number; uses: number },
): InvitationView {
  allow(context.db, actor, 'invite players', { squad: input.squad });
  const { squad: squadId, id, uses: usesLeft } = input;
  return invite(context, { id, kind: 'players', squadId, usesLeft, madeBy: asPerson(actor).userId }, input.days);
}

export function inviteCoach(context: Context, actor: Actor, input: { squad: string; id: string; role: CoachRole }): InvitationView {
  allow(context.db, actor, 'invite a coach', { squad: input.squad });
  const { squad: squadId, id, role } = input;
  const one: NewInvitation = { id, kind: 'coach', squadId, role, usesLeft: 1, madeBy: asPerson(actor).userId };
  return invite(context, one, DAYS.coach);
}

/** A one-time code with which a guardian claims a child. */
export function inviteGuardian(context: Context, actor: Actor, input: { squad: string; player: string; id: string }): InvitationView {
  const { squad: squadId, player: playerId, id } = input;
  allow(context.db, actor, 'invite a guardian', { squad: squadId, player: playerId });
  const one: NewInvitation = { id, kind: 'guardian', squadId, playerId, usesLeft: 1, madeBy: asPerson(actor).userId };
  return invite(context, one, DAYS.guardian);
}

/** A link that signs a child in on the family's device. */
export function makeFamilyLink(context: Context, actor: Actor, input: { player: string; id: string }): InvitationView {
  allow(context.db, actor, 'make a family link', { player: input.player });
  const one: NewInvitation = { id: input.id, kind: 'family link', playerId: input.player, madeBy: asPerson(actor).userId };
  return invite(context, one, DAYS['family link']);
}

export function familyLinks(context: Context, actor: Actor, input: { player: string }): { links: InvitationView[] } {
  allow(context.db, actor, 'make a family link', input);
  return { links: workingInvitations(context, input) };
}

export function revokeInvitation(context: Context, actor: Actor, input: { invitation: string }): { id: string } {
  const { db, now } = context;
  allow(db, actor, 'revoke an invitation', input);
  db.update(invitations)
    .set({ revokedAt: now() })
    .where(and(eq(invitations.id, input.invitation), isNull(invitations.revokedAt)))
    .run();
  return { id: input.invitation };
}

/** A card for each player of the squad. Links and codes that still work are printed again, so that old cards stay good. */
export function printCards(context: Context, actor: Actor, input: { squad: string }): { cards: Card[] } {
  const { db } = context;
  const { squad } = input;
  allow(db, actor, 'print cards', { squad });
  const madeBy = asPerson(actor).userId;
  const members = membersOf(db, squad);
  const claimed = new Set(
    db
      .select({ id: playerGuardians.playerId })
      .from(playerGuardians)
      .where(
        inArray(
          playerGuardians.playerId,
          members.map((one) => one.id),
        ),
      )
      .all()
      .map((row) => row.id),
  );
  const working = workingInvitations(context, { squad });
  const take = (playerId: string, kind: 'guardian' | 'family link'): InvitationView =>
    working.find((one) => one.playerId === playerId && one.kind === kind) ??
    invite(context, { id: uuid(), kind, squadId: squad, playerId, madeBy, usesLeft: kind === 'guardian' ? 1 : null }, DAYS[kind]);
  return {
    cards: members.map(({ id, nickname }) => ({
      playerId: id,
      nickname,
      familyLink: take(id, 'family link'),
      guardian: claimed.has(id) ? null : take(id, 'guardian'),
    })),
  };
}

const WRONG_CODE = 'This code does not work. It may be mistyped, used up, taken back or too old. Ask your coach for another.';

/** Finds what a code opens. Wrong ones count against the limits of the address they come from, and past those no short one is tried. */
export async function findInvitation(context: Context, typed: string, { from }: Asking): Promise<Invitation> {
  const one = { who: `codes from ${from}`, from, squad: null, device: null };
  if (!isLong(typed)) await context.limits.check(one);
  const found = invitationBy(context.db, typed, context.now());
  if (found) return found;
  await context.limits.failed(one);
  throw badInput('code', WRONG_CODE);
}

export async function lookAtInvitation(context: Context, actor: Actor, input: { code: string }, asking: Asking): Promise<Invited> {
  const { db } = context;
  allow(db, actor, 'look at an invitation');
  const { kind, role, endsAt, squadId, playerId } = await findInvitation(context, input.code, asking);
  const squad = squadId ? squadById(db, squadId) : null;
  const player = playerId ? db.select({ nickname: players.nickname }).from(players).where(eq(players.id, playerId)).get() : undefined;
  return { kind, role, endsAt, squad: squad && { name: squad.name, town: squad.town }, nickname: player?.nickname ?? null };
}

/** Uses one of an invitation's uses up, if there still is one. */
export function spend(db: Db, one: Invitation): void {
  if (one.usesLeft === null) return;
  const { changes } = db
    .update(invitations)
    .set({ usesLeft: sql`${invitations.usesLeft} - 1` })
    .where(and(eq(invitations.id, one.id), gt(invitations.usesLeft, 0)))
    .run();
  if (changes === 0) throw badInput('code', WRONG_CODE);
}
