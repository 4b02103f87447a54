import { and, eq, ne } from 'drizzle-orm';
import type { CoachRole } from '../../contract/invitations.ts';
import { defaultsForAge } from '../../core/rules/index.ts';
import { t } from '../../core/text/translate.ts';
import type { Actor, Asking } from '../accounts/actor.ts';
import type { Context } from '../context.ts';
import { tell } from '../mail/tell.ts';
import type { Db } from '../platform/db/connection.ts';
import { squadCoaches, squads } from '../platform/db/schema.ts';
import { writeLedger } from '../platform/ledger.ts';
import { badInput, notFound } from '../platform/problems.ts';
import { allow, asPerson } from '../policy.ts';
import { checkStillGiven, findInvitation, spend } from './invitations.ts';
import { accountFor, type NewAccount } from './new-accounts.ts';
import { addCoach, freshSquadCode, insertSquad } from './people.ts';
import { squadDay } from './squads.ts';
import { knownZone } from './zone.ts';

const isCoach = (db: Db, squadId: string, userId: string): boolean =>
  db
    .select({ id: squadCoaches.userId })
    .from(squadCoaches)
    .where(and(eq(squadCoaches.squadId, squadId), eq(squadCoaches.userId, userId)))
    .get() !== undefined;

export interface NewSquadSent {
  id: string;
  name: string;
  town: string;
  timeZone: string;
  age: number;
}

/** Makes a squad with the safe usual rules of its players' age. Sending the same id twice makes one. */
export function makeSquad(context: Context, actor: Actor, input: NewSquadSent): { id: string; code: string } {
  const { db, now } = context;
  allow(db, actor, 'make a squad');
  const { userId } = asPerson(actor);
  const timeZone = knownZone(input.timeZone);
  const had = db.select({ id: squads.id, code: squads.code }).from(squads).where(eq(squads.id, input.id)).get();
  if (had) {
    if (!isCoach(db, had.id, userId)) throw notFound();
    return had;
  }
  const { rule, ...usual } = defaultsForAge(input.age);
  const { id, name, town } = input;
  const code = freshSquadCode(db);
  db.transaction(() => {
    insertSquad(context, id, { name, town, code, timeZone, rule, from: squadDay({ timeZone, dayEndsAt: 3 }, now()) }, usual);
    addCoach(context, id, userId, 'head coach');
  });
  return { id, code };
}

/** A coach's account out of an invitation, in the squad of the invitation. */
export async function acceptAsCoach(
  context: Context,
  actor: Actor,
  input: NewAccount & { code: string },
  asking: Asking,
): Promise<{ squad: string | null }> {
  const { db } = context;
  allow(db, actor, 'accept an invitation');
  const found = await findInvitation(context, input.code, asking);
  if (found.kind !== 'coach') throw badInput('code', t('This code is not for coaches.'));
  const account = await accountFor(context, input, 'coach', asking.from);
  const { squadId, role } = found;
  return db.transaction(() => {
    const userId = account();
    checkStillGiven(context, found);
    if (squadId && isCoach(db, squadId, userId)) throw badInput('email', t('You are a coach of this squad already.'));
    spend(context, found);
    if (squadId) {
      addCoach(context, squadId, userId, role ?? 'assistant');
      tell(context, { kind: 'coach joined', userId, squadId, by: userId, detail: role ?? 'assistant' });
    }
    return { squad: squadId };
  });
}

type OfCoach = { squad: string; user: string };

function coachRow(db: Db, input: OfCoach) {
  const both = and(eq(squadCoaches.squadId, input.squad), eq(squadCoaches.userId, input.user));
  const row = db.select().from(squadCoaches).where(both).get();
  if (!row) throw notFound();
  return both;
}

/** @throws Problem when nobody but this coach could change the squad's people and rules */
function checkAnotherHead(db: Db, input: OfCoach): void {
  const others = and(eq(squadCoaches.squadId, input.squad), eq(squadCoaches.role, 'head coach'), ne(squadCoaches.userId, input.user));
  if (!db.select().from(squadCoaches).where(others).get())
    throw badInput('role', t('A squad needs a head coach. Make another coach head coach first.'));
}

export function setRole(context: Context, actor: Actor, input: OfCoach & { role: CoachRole }): { role: CoachRole } {
  const { db, config, now } = context;
  allow(db, actor, 'change coaches', { squad: input.squad });
  const { role } = input;
  db.transaction(() => {
    const both = coachRow(db, input);
    if (role === 'assistant') checkAnotherHead(db, input);
    writeLedger(config, { what: 'coach', squad: input.squad, user: input.user, role, at: now() });
    db.update(squadCoaches).set({ role }).where(both).run();
    tell(context, { kind: 'role changed', userId: input.user, squadId: input.squad, by: asPerson(actor).userId, detail: role });
  });
  return { role };
}

export function removeCoach(context: Context, actor: Actor, input: OfCoach): { id: string } {
  const { db, config, now } = context;
  allow(db, actor, 'change coaches', { squad: input.squad });
  db.transaction(() => {
    const both = coachRow(db, input);
    checkAnotherHead(db, input);
    writeLedger(config, { what: 'coach', squad: input.squad, user: input.user, role: null, at: now() });
    db.delete(squadCoaches).where(both).run();
    tell(context, { kind: 'coach removed', userId: input.user, squadId: input.squad, by: asPerson(actor).userId });
  });
  return { id: input.user };
}
