import { and, eq } from 'drizzle-orm';
import type { Choices } from '../../contract/screens.ts';
import type { ContactSchool } from '../../core/drills/index.ts';
import { english } from '../../core/text/translate.ts';
import type { Actor } from '../accounts/actor.ts';
import type { Context } from '../context.ts';
import { players, squadPlayers, squads } from '../platform/db/schema.ts';
import { allow } from '../policy.ts';
import { changeRule } from './changes.ts';
import { type Squad, squadById } from './squads.ts';

/** What a squad has chosen. */
export const choicesOf = (squad: Squad): Choices => ({
  contactSchool: squad.contactSchool,
  footOrder: squad.footOrder,
  sessionMinutes: squad.sessionMinutes,
  clipHeight: squad.clipHeight,
  clipSound: squad.clipSound,
  practiceCounts: squad.practiceCounts,
  stretchAim: squad.stretchAim,
});

/** Sets how a squad learns and films: its schools of contact and foot order, how long a session may be, how clips are sent. */
export function setChoices(context: Context, actor: Actor, input: { squad: string } & Choices): Choices {
  const { squad, ...choices } = input;
  allow(context.db, actor, 'set squad choices', { squad });
  const before = choicesOf(squadById(context.db, squad));
  changeRule(context, actor, { squad, rule: english('how the squad learns'), before, after: choices }, () => {
    context.db.update(squads).set(choices).where(eq(squads.id, squad)).run();
  });
  return choices;
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

/** How often one player is meant to reach stretch numbers, for who needs to win more often just now; null follows the squad again. */
export function setPlayerAim(
  context: Context,
  actor: Actor,
  input: { squad: string; player: string; stretchAim: number | null },
): { stretchAim: number | null } {
  const { squad, player, stretchAim } = input;
  allow(context.db, actor, 'set a player’s aim', { squad, player });
  context.db
    .update(squadPlayers)
    .set({ stretchAim })
    .where(and(eq(squadPlayers.squadId, squad), eq(squadPlayers.playerId, player)))
    .run();
  return { stretchAim };
}

/** Whether a player's screens are pictures and sound, for who does not read yet; in every squad, as it is the same child. */
export function setPlayerReading(
  context: Context,
  actor: Actor,
  input: { squad: string; player: string; pictures: boolean },
): { pictures: boolean } {
  const { squad, player, pictures } = input;
  allow(context.db, actor, 'set how a player reads', { squad, player });
  context.db.update(players).set({ pictures }).where(eq(players.id, player)).run();
  return { pictures };
}
