import { and, asc, count, desc, eq } from 'drizzle-orm';
import type { Child, Family } from '../../contract/squad.ts';
import { addDays, streakOf } from '../../core/streaks/index.ts';
import type { Actor } from '../auth/actor.ts';
import { CLIP_CONSENT, mayFilm } from '../clips/consent.ts';
import type { Db } from '../db/connection.ts';
import { clips, clipViews, consents, players, scores, squadPlayers, squads, user } from '../db/schema.ts';
import { drillNames } from '../drills/shelf.ts';
import { judgedScores } from '../go/facts.ts';
import type { Context } from '../house.ts';
import { allow, asPerson } from '../policy.ts';
import { notFound } from '../problems.ts';
import { streakInput } from '../progress/calendar.ts';
import { linesOf } from '../progress/feet.ts';
import { feedsOf } from '../weeks/feeds.ts';
import { hurtsOf } from './hurts.ts';
import { memberOf, squadById, squadDay } from './squads.ts';

function consentsOf(db: Db, playerId: string): Child['consents'] {
  return db
    .select({ kind: consents.kind, yes: consents.yes, at: consents.at, textVersion: consents.textVersion, by: user.name })
    .from(consents)
    .innerJoin(user, eq(user.id, consents.guardianId))
    .where(eq(consents.playerId, playerId))
    .orderBy(desc(consents.at), desc(consents.id))
    .all();
}

function clipsOf(context: Context, playerId: string, drillName: (id: string) => string): Child['clips'] {
  const { db } = context;
  const views = new Map(
    db
      .select({ clipId: clipViews.clipId, n: count() })
      .from(clipViews)
      .groupBy(clipViews.clipId)
      .all()
      .map((row) => [row.clipId, row.n]),
  );
  const kept = db
    .select({ clip: clips, drillId: scores.drillId, foot: scores.foot })
    .from(clips)
    .leftJoin(scores, eq(scores.id, clips.scoreId))
    .where(and(eq(clips.playerId, playerId), eq(clips.state, 'kept')))
    .orderBy(desc(clips.keptAt))
    .all();
  return kept.map(({ clip, drillId, foot }) => {
    const squad = squadById(db, clip.squadId);
    const keptAt = clip.keptAt ?? clip.announcedAt;
    return {
      id: clip.id,
      drillName: drillId ? drillName(drillId) : 'a go that is still on the way',
      foot: foot ?? 'both',
      seconds: clip.seconds ?? 0,
      at: keptAt,
      goneOn: addDays(squadDay(squad, keptAt), squad.clipDays),
      views: views.get(clip.id) ?? 0,
    };
  });
}

function childOf(context: Context, playerId: string): Child {
  const { db } = context;
  const player = db.select().from(players).where(eq(players.id, playerId)).get();
  if (!player) throw notFound();
  const memberships = db
    .select({ id: squads.id, name: squads.name })
    .from(squadPlayers)
    .innerJoin(squads, eq(squads.id, squadPlayers.squadId))
    .where(eq(squadPlayers.playerId, playerId))
    .orderBy(asc(squadPlayers.joinedOn))
    .all();
  const first = memberships[0];
  if (!first) throw notFound();
  const squad = squadById(db, first.id);
  const drillName = drillNames(db, squad.id);
  return {
    playerId,
    timeZone: squad.timeZone,
    nickname: player.nickname,
    squads: memberships.map((one) => one.name),
    clipsAllowed: mayFilm(db, playerId),
    consents: consentsOf(db, playerId),
    clips: clipsOf(context, playerId, drillName),
    hurts: hurtsOf(db, playerId, context.now()),
    lines: linesOf(judgedScores(db, eq(scores.playerId, playerId)), drillName, 100),
    squadId: squad.id,
    feeds: feedsOf(db, { player: playerId }),
    streak: streakOf(streakInput(db, squad.id, memberOf(db, squad.id, playerId), squadDay(squad, context.now()))),
  };
}

/** A guardian's children with everything that is kept of them. */
export function family(context: Context, actor: Actor): Family {
  allow(context.db, actor, 'see my family');
  const children = actor.kind === 'guardian' ? actor.children : [];
  return {
    name: asPerson(actor).name,
    consentText: CLIP_CONSENT.text,
    consentTextVersion: CLIP_CONSENT.version,
    children: children.map((id) => childOf(context, id)),
  };
}

/** A guardian's yes or no, written down with its time. It holds at once. */
export function giveConsent(
  context: Context,
  actor: Actor,
  input: { player: string; id: string; kind: 'clips'; yes: boolean; textVersion: number },
): Child {
  const { db } = context;
  allow(db, actor, 'give consent', { player: input.player });
  db.insert(consents)
    .values({
      id: input.id,
      playerId: input.player,
      guardianId: asPerson(actor).userId,
      kind: input.kind,
      yes: input.yes,
      textVersion: input.textVersion,
      at: context.now(),
    })
    .onConflictDoNothing()
    .run();
  return childOf(context, input.player);
}
