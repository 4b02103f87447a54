import { eq } from 'drizzle-orm';
import type { Home } from '../../core/drills/index.ts';
import type { Actor } from '../auth/actor.ts';
import { players } from '../db/schema.ts';
import type { Context } from '../house.ts';
import { allow, asPlayer } from '../policy.ts';

/** Keeps what a player has at home; it can be said anew at any time. */
export function saveHome(context: Context, actor: Actor, home: Home): Home {
  allow(context.db, actor, 'say what is at home');
  context.db
    .update(players)
    .set({ home })
    .where(eq(players.id, asPlayer(actor).playerId))
    .run();
  return home;
}
