import { eq } from 'drizzle-orm';
import type { Choices } from '../../contract/squad.ts';
import type { ContactSchool } from '../../core/drills/index.ts';
import type { Actor } from '../auth/actor.ts';
import { players, squads } from '../db/schema.ts';
import type { Context } from '../house.ts';
import { allow } from '../policy.ts';

/** Sets how a squad learns: its schools of contact and foot order, and how long a session may be. */
export function setChoices(context: Context, actor: Actor, input: { squad: string } & Choices): Choices {
  const { squad, contactSchool, footOrder, sessionMinutes } = input;
  allow(context.db, actor, 'set squad choices', { squad });
  context.db.update(squads).set({ contactSchool, footOrder, sessionMinutes }).where(eq(squads.id, squad)).run();
  return { contactSchool, footOrder, sessionMinutes };
}

/** Lets one player learn by another school than the squad; null follows the squad again. */
export function setPlayerSchool(
  context: Context,
  actor: Actor,
  input: { squad: string; player: string; contactSchool: ContactSchool | null },
): { contactSchool: ContactSchool | null } {
  const { squad, player, contactSchool } = input;
  allow(context.db, actor, 'set a player’s school', { squad, player });
  context.db.update(players).set({ contactSchool }).where(eq(players.id, player)).run();
  return { contactSchool };
}
