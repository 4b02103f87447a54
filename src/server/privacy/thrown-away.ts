import { and, desc, eq, isNotNull, isNull, lte } from 'drizzle-orm';
import { DAY_MS } from '../../core/calendar/lengths.ts';
import { t } from '../../core/text/translate.ts';
import type { Actor } from '../accounts/actor.ts';
import type { Context } from '../context.ts';
import { runs, scoreFigures, squadCoaches, squadPlayers, squads } from '../platform/db/schema.ts';
import { notFound, Problem } from '../platform/problems.ts';
import { allow, asPerson } from '../policy.ts';
import { purgePlayer, purgeSquad } from './purge.ts';

/** So long a squad that was thrown away can be brought back. */
const KEPT_DAYS = 30;
const goneAt = (thrownAt: number) => thrownAt + KEPT_DAYS * DAY_MS;

/** Throws a squad away that was made by mistake. One in which somebody has trained stays: what children did is not a coach's to throw away. */
export function throwAway(context: Context, actor: Actor, input: { squad: string }): { id: string; until: number } {
  const { db, now } = context;
  allow(db, actor, 'throw a squad away', input);
  return db.transaction(() => {
    const ran = db.select({ id: runs.id }).from(runs).where(eq(runs.squadId, input.squad)).limit(1).get();
    const scored = db.select({ id: scoreFigures.scoreId }).from(scoreFigures).where(eq(scoreFigures.squadId, input.squad)).limit(1).get();
    if (ran || scored)
      throw new Problem('not allowed', t('Players have trained in this squad, so it stays. When it is over, remove its players.'));
    db.update(squads).set({ thrownAt: now() }).where(eq(squads.id, input.squad)).run();
    return { id: input.squad, until: goneAt(now()) };
  });
}

const mine = (context: Context, userId: string) =>
  context.db
    .select({ id: squads.id, name: squads.name, town: squads.town, thrownAt: squads.thrownAt })
    .from(squads)
    .innerJoin(squadCoaches, eq(squadCoaches.squadId, squads.id))
    .where(and(isNotNull(squads.thrownAt), eq(squadCoaches.userId, userId), eq(squadCoaches.role, 'head coach')))
    .orderBy(desc(squads.thrownAt))
    .all();

/** Squads that a head coach threw away and can bring back. */
export function thrownAway(context: Context, actor: Actor) {
  allow(context.db, actor, 'bring a squad back');
  return {
    squads: mine(context, asPerson(actor).userId).map(({ thrownAt, ...squad }) => ({ ...squad, until: goneAt(thrownAt ?? 0) })),
  };
}

/** Brings a squad back, with its coaches, players and weeks as they were. */
export function bringSquadBack(context: Context, actor: Actor, input: { squad: string }): { id: string } {
  const { db } = context;
  allow(db, actor, 'bring a squad back');
  if (!mine(context, asPerson(actor).userId).some((squad) => squad.id === input.squad)) throw notFound();
  db.update(squads).set({ thrownAt: null }).where(eq(squads.id, input.squad)).run();
  return { id: input.squad };
}

/** Squads whose days are over. */
export const overSquads = ({ db, now }: Context) =>
  db
    .select({ id: squads.id })
    .from(squads)
    .where(lte(squads.thrownAt, now() - KEPT_DAYS * DAY_MS))
    .all();

/** Deletes them, with the players who were in no other squad. Returns how many. */
export function finishThrownAway(context: Context): number {
  const { db } = context;
  const over = overSquads(context);
  for (const { id } of over) {
    const inIt = db.select({ playerId: squadPlayers.playerId }).from(squadPlayers).where(eq(squadPlayers.squadId, id)).all();
    for (const { playerId } of inIt) {
      const others = db
        .select({ squadId: squadPlayers.squadId })
        .from(squadPlayers)
        .innerJoin(squads, eq(squads.id, squadPlayers.squadId))
        .where(and(eq(squadPlayers.playerId, playerId), isNull(squads.thrownAt)))
        .all();
      if (others.length === 0) purgePlayer(context, playerId);
    }
    purgeSquad(context, id);
  }
  return over.length;
}
