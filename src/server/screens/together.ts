import type { JoinPage } from '../../contract/together.ts';
import { swapsFor, withSwaps } from '../../core/weeks/index.ts';
import type { Actor } from '../accounts/actor.ts';
import type { Context } from '../context.ts';
import { shelfOf } from '../drills/shelf.ts';
import { notFound } from '../platform/problems.ts';
import { allow, asPlayer } from '../policy.ts';
import { keysOf, knownOfOne, numbersOf, ownTargetsOf, reachedOfOne, runnerOf } from '../scores/known.ts';
import { memberOf, squadById } from '../squads/squads.ts';
import { sceneOf } from '../together/board.ts';
import { ledOf } from '../together/evenings.ts';
import { eveningWeek, standingEvening } from '../weeks/evenings.ts';
import { thisWeek } from './this-week.ts';

/** An evening as one player does it, in the shape of a visit to a week that has its items alone. */
export function joinEvening(context: Context, actor: Actor, input: { evening: string }): JoinPage {
  const { db } = context;
  allow(db, actor, 'join a live evening', input);
  const player = asPlayer(actor);
  const evening = standingEvening(db, input.evening);
  const now = context.now();
  const squad = squadById(db, evening.squadId);
  const member = memberOf(db, evening.squadId, player.playerId);
  const others = player.squads.filter((id) => id !== evening.squadId);
  // Nothing takes a drill's place for a day: everybody does the same.
  const { beside: _, ...visit } = thisWeek(context, { ...player, squads: [evening.squadId, ...others] });
  const { week } = visit;
  if (!week) throw notFound();
  const planned = eveningWeek(db, squad, member, evening);
  const swaps = swapsFor(planned, member.home, [...shelfOf(db, squad.id).values()]);
  const content = withSwaps(planned, swaps);
  const known = knownOfOne(db, member.id, keysOf(content));
  const led = ledOf(db, evening, now);
  const own = ownTargetsOf(db, week.id).get(member.id);
  return {
    // The session as this player has it: the same goes, with the own drills in their places.
    evening: { ...led, session: content.sessions[0] ?? led.session },
    scene: sceneOf(context, evening, led.commands),
    visit: {
      ...visit,
      week: { ...week, revisionId: evening.revisionId, content },
      swaps: swaps.map(({ instead, ...swap }) => ({ ...swap, instead: instead?.name ?? null })),
      runner: { ...runnerOf(db, member, content), ownPace: {} },
      numbers: numbersOf({ content, member, squad, known, reached: reachedOfOne(db, member.id), own, steps: [], at: now }),
      // Nothing is met here: the coach shows what is new on the call, and the picture is a press away.
      met: Object.keys(content.drills),
      done: [],
      again: [],
      clipAsks: [],
    },
  };
}
