import { eq } from 'drizzle-orm';
import type { HomeSaid } from '../../contract/training.ts';
import type { Home } from '../../core/drills/home-schema.ts';
import type { Actor } from '../accounts/actor.ts';
import type { Context } from '../context.ts';
import { players } from '../platform/db/schema.ts';
import { allow, asPlayer, checkIsThem } from '../policy.ts';

/** Keeps what a player has at home and which foot is the stronger one; both can be said anew at any time. */
export function saveHome(context: Context, actor: Actor, said: HomeSaid): HomeSaid {
  allow(context.db, actor, 'say what is at home');
  checkIsThem(actor, said.playerId);
  const { strongerFoot, has, yard, step, cones } = said;
  const home: Home = { has, yard, step, ...(cones ? { cones } : {}) };
  context.db
    .update(players)
    .set({ home, ...(strongerFoot ? { strongerFoot } : {}) })
    .where(eq(players.id, asPlayer(actor).playerId))
    .run();
  return { strongerFoot, ...home };
}
