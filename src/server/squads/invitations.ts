import { and, desc, eq, gt, inArray, isNull, or, sql } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import type { Card, CoachRole, InvitationView, Invited } from '../../contract/invitations.ts';
import { INVITATION_KINDS, type InvitationKindName } from '../../contract/invitations.ts';
import { DAY_MS } from '../../core/calendar/lengths.ts';
import { english, term } from '../../core/text/translate.ts';
import type { Actor, Asking } from '../accounts/actor.ts';
import { codeOf, hashOfCode, type Invitation, invitationBy, isLong, senderStillMay, showCode } from '../accounts/codes.ts';
import type { Context } from '../context.ts';
import { tell } from '../mail/tell.ts';
import type { Config } from '../platform/config.ts';
import type { Db } from '../platform/db/connection.ts';
import { invitations, playerGuardians, players, user } from '../platform/db/schema.ts';
import { networkOf } from '../platform/http/address.ts';
import { writeLedger } from '../platform/ledger.ts';
import { badInput, notFound } from '../platform/problems.ts';
import { allow, asPerson } from '../policy.ts';
import { membersOf, squadById } from './squads.ts';

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
export function workingInvitations(
  { db, config, now }: Context,
  of: { squad: string } | { player: string },
  kinds: readonly InvitationKindName[] = INVITATION_KINDS,
): InvitationView[] {
  return shownOf(db)
    .where(
      and(
        inArray(invitations.kind, [...kinds]),
        'squad' in of ? eq(invitations.squadId, of.squad) : and(eq(invitations.playerId, of.player), eq(invitations.kind, 'family link')),
        isNull(invitations.revokedAt),
        gt(invitations.endsAt, now()),
        or(isNull(invitations.usesLeft), gt(invitations.usesLeft, 0)),
      ),
    )
    .orderBy(desc(invitations.madeAt), desc(invitations.id))
    .all()
    .filter((row) => senderStillMay(db, row.one))
    .map((row) => viewOf(config, row));
}

/** The kinds of invitations whose codes a coach of a squad may see: who is no head coach gets none that could make one. */
export const kindsFor = (actor: Actor, squad: string): readonly InvitationKindName[] =>
  actor.kind === 'coach' && actor.heads.includes(squad) ? INVITATION_KINDS : ['players', 'family link'];

const IN_WORDS: Record<InvitationKindName, string> = {
  players: english('a code with which players ask to join'),
  coach: english('an invitation for a coach'),
  guardian: english('a code for a guardian'),
  'family link': english('a link that signs the child in'),
};

/** Makes an invitation, and gives what is handed on. */
function invite(context: Context, one: NewInvitation, days: number): InvitationView {
  const { id } = makeInvitation(context, one, days);
  const { playerId, squadId, madeBy } = one;
  tell(context, {
    kind: 'link made',
    playerId: playerId ?? null,
    squadId: squadId ?? null,
    by: madeBy ?? null,
    detail: IN_WORDS[one.kind],
  });
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
  const { db, now, config } = context;
  allow(db, actor, 'revoke an invitation', input);
  const row = db.select().from(invitations).where(eq(invitations.id, input.invitation)).get();
  if (!row) throw notFound();
  const { id, kind, squadId, playerId } = row;
  // What was made by a head coach is a head coach's to end; whoever cannot see it cannot end it.
  if (actor.kind === 'coach' && squadId && !kindsFor(actor, squadId).includes(kind)) throw notFound();
  if (row.revokedAt !== null) return { id };
  writeLedger(config, { what: 'invitation ended', invitation: id, at: now() });
  db.update(invitations).set({ revokedAt: now() }).where(eq(invitations.id, id)).run();
  tell(context, { kind: 'link ended', squadId, playerId, by: asPerson(actor).userId, detail: IN_WORDS[kind] });
  return { id };
}

/** Ends every link that signs a child in: with a new PIN, whatever opened the account before opens it no more. */
export function endFamilyLinks({ db, config, now }: Context, playerId: string): void {
  const rows = db
    .select({ id: invitations.id })
    .from(invitations)
    .where(and(eq(invitations.playerId, playerId), eq(invitations.kind, 'family link'), isNull(invitations.revokedAt)))
    .all();
  for (const { id } of rows) {
    writeLedger(config, { what: 'invitation ended', invitation: id, at: now() });
    db.update(invitations).set({ revokedAt: now() }).where(eq(invitations.id, id)).run();
  }
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
  const kinds = kindsFor(actor, squad);
  const working = workingInvitations(context, { squad }, kinds);
  const take = (playerId: string, kind: 'guardian' | 'family link'): InvitationView =>
    working.find((one) => one.playerId === playerId && one.kind === kind) ??
    invite(context, { id: uuid(), kind, squadId: squad, playerId, madeBy, usesLeft: kind === 'guardian' ? 1 : null }, DAYS[kind]);
  return {
    cards: members.map(({ id, nickname }) => ({
      playerId: id,
      nickname,
      familyLink: take(id, 'family link'),
      guardian: claimed.has(id) || !kinds.includes('guardian') ? null : take(id, 'guardian'),
    })),
  };
}

const WRONG_CODE = english('This code does not work. It may be mistyped, used up, taken back or too old. Ask your coach for another.');

/** Finds what a code opens. Wrong ones count against the limits of the address they come from, and past those no short one is tried. */
export async function findInvitation(context: Context, typed: string, { from }: Asking): Promise<Invitation> {
  const { db, limits, now } = context;
  const find = () => invitationBy(db, typed, now());
  // A long code cannot be guessed: whatever others do from the same address, it goes on working.
  const long = isLong(typed) ? find() : undefined;
  if (long) return long;
  const giveBack = await limits.begin({
    who: `codes from ${networkOf(from)}`,
    from,
    squad: null,
    device: null,
  });
  const found = find();
  if (!found) throw badInput('code', term(WRONG_CODE));
  await giveBack();
  return found;
}

export async function lookAtInvitation(context: Context, actor: Actor, input: { code: string }, asking: Asking): Promise<Invited> {
  const { db } = context;
  allow(db, actor, 'look at an invitation');
  const { kind, role, endsAt, squadId, playerId } = await findInvitation(context, input.code, asking);
  const squad = squadId ? squadById(db, squadId) : null;
  const player = playerId ? db.select({ nickname: players.nickname }).from(players).where(eq(players.id, playerId)).get() : undefined;
  return { kind, role, endsAt, squad: squad && { name: squad.name, town: squad.town }, nickname: player?.nickname ?? null };
}

/**
 * Looks once more, in the transaction that lets somebody in: hashing a password took time, and the invitation may have been ended meanwhile.
 * @throws Problem when it works no more
 */
export function checkStillGiven({ db, now }: Context, { id }: Invitation): void {
  const row = db.select().from(invitations).where(eq(invitations.id, id)).get();
  if (!row || row.revokedAt !== null || row.endsAt <= now() || !senderStillMay(db, row)) throw badInput('code', term(WRONG_CODE));
}

/** Uses one of an invitation's uses up, if there still is one. */
export function spend({ db, config, now }: Context, one: Invitation): void {
  if (one.usesLeft === null) return;
  const { changes } = db
    .update(invitations)
    .set({ usesLeft: sql`${invitations.usesLeft} - 1` })
    .where(and(eq(invitations.id, one.id), gt(invitations.usesLeft, 0)))
    .run();
  if (changes === 0) throw badInput('code', term(WRONG_CODE));
  // A backup that is put back does not know that the last use is gone.
  if (one.usesLeft === 1) writeLedger(config, { what: 'invitation ended', invitation: one.id, at: now() });
}
