import { and, asc, desc, eq } from 'drizzle-orm';
import type { Child, FamilyPage } from '../../contract/screens.ts';
import { addDays } from '../../core/calendar/days.ts';
import { t } from '../../core/text/translate.ts';
import type { Actor } from '../accounts/actor.ts';
import { leavingOf } from '../accounts/leaving.ts';
import { CLIP_CONSENT, mayFilm, TABLE_CONSENT } from '../consent/consent.ts';
import { choicesFor, mayPost, POST_CONSENT } from '../consent/mail-choices.ts';
import type { Context } from '../context.ts';
import { drillNames } from '../drills/shelf.ts';
import type { Db } from '../platform/db/connection.ts';
import { type ConsentKind, clips, clipViews, consents, players, scores, squadPlayers, squads, user } from '../platform/db/schema.ts';
import { writeLedger } from '../platform/ledger.ts';
import { notFound } from '../platform/problems.ts';
import { allow, asPerson } from '../policy.ts';
import { guardianRequestsOf, requestsBy } from '../squads/guardian-requests.ts';
import { hurtsOf } from '../squads/hurts.ts';
import { memberEver, squadById, squadDay } from '../squads/squads.ts';
import { streakStateOf } from '../streaks/days.ts';
import { outOfTables } from '../tables/tables.ts';
import { eveningsAhead } from '../weeks/evenings.ts';
import { feedsOf } from '../weeks/feeds.ts';
import { familyWeekOf } from './family-week.ts';
import { linesFor } from './feet.ts';
import { lettersOf } from './letters.ts';

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
  const views = new Map<string, Child['clips'][number]['views']>();
  const seen = db
    .select({ clipId: clipViews.clipId, who: user.name, kind: clipViews.kind, seconds: clipViews.seconds, at: clipViews.at })
    .from(clipViews)
    .innerJoin(clips, eq(clips.id, clipViews.clipId))
    .innerJoin(user, eq(user.id, clipViews.userId))
    .where(eq(clips.playerId, playerId))
    .orderBy(desc(clipViews.at))
    .all();
  for (const { clipId, ...view } of seen) views.set(clipId, [...(views.get(clipId) ?? []), view]);
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
      drillName: drillId ? drillName(drillId) : t('a go that is still on the way'),
      foot: foot ?? 'both',
      seconds: clip.seconds ?? 0,
      at: keptAt,
      goneOn: addDays(squadDay(squad, keptAt), squad.clipDays),
      views: views.get(clip.id) ?? [],
    };
  });
}

const LINES_SHOWN = 100;

/** A child's page for one of its guardians, for who was let in. */
export function childFor(context: Context, actor: Actor, playerId: string): Child {
  const { db } = context;
  const player = db.select().from(players).where(eq(players.id, playerId)).get();
  if (!player) throw notFound();
  const memberships = db
    .select({ id: squads.id, name: squads.name, leftOn: squadPlayers.leftOn })
    .from(squadPlayers)
    .innerJoin(squads, eq(squads.id, squadPlayers.squadId))
    .where(eq(squadPlayers.playerId, playerId))
    .orderBy(asc(squadPlayers.joinedOn))
    .all();
  const current = memberships.find((one) => one.leftOn === null);
  const first = current ?? memberships[0];
  if (!first) throw notFound();
  const squad = squadById(db, first.id);
  const drillName = drillNames(db, squad.id);
  const leaving = leavingOf(db, playerId);
  return {
    playerId,
    timeZone: squad.timeZone,
    nickname: player.nickname,
    squads: memberships.map((one) =>
      one.leftOn === null ? one.name : t('{name} (until {leftOn})', { name: one.name, leftOn: one.leftOn }),
    ),
    pictures: player.pictures,
    week: current && !leaving ? familyWeekOf(context, squad.id, memberEver(db, squad.id, playerId)) : null,
    together: current && !leaving ? eveningsAhead(db, squad.id, context.now()).map((one) => one.view) : [],
    clipsAllowed: mayFilm(db, playerId),
    consents: consentsOf(db, playerId),
    clips: clipsOf(context, playerId, drillName),
    hurts: hurtsOf(db, playerId, context.now()),
    lines: linesFor(db, playerId, drillName, LINES_SHOWN),
    squadId: squad.id,
    feeds: feedsOf(db, { player: playerId }),
    streak:
      current && !leaving ? streakStateOf(db, squad.id, memberEver(db, squad.id, playerId), squadDay(squad, context.now())).streak : null,
    tableSchool: squad.tableSchool,
    inTables: !outOfTables(db, [playerId]).has(playerId),
    mayPost: mayPost(db, playerId),
    leaving,
    guardianRequests: guardianRequestsOf(db, playerId),
    inSquad: current !== undefined,
    letters: lettersOf(db, asPerson(actor).userId, playerId),
  };
}

/** Whose hours hold until a guardian said others: those of the first child's squad, or the usual ones. */
function postChoicesOf(context: Context, userId: string, playerId: string | undefined) {
  const squad = context.db
    .select({ quietFrom: squads.quietFrom, quietTo: squads.quietTo, mailsPerDay: squads.mailsPerDay })
    .from(squadPlayers)
    .innerJoin(squads, eq(squads.id, squadPlayers.squadId))
    .where(eq(squadPlayers.playerId, playerId ?? 'none'))
    .get();
  return choicesFor(context.db, userId, squad ?? { quietFrom: 20, quietTo: 7, mailsPerDay: 2 });
}

/** A guardian's children with everything that is kept of them. */
export function family(context: Context, actor: Actor): FamilyPage {
  allow(context.db, actor, 'see my family');
  const children = actor.kind === 'guardian' ? actor.children : [];
  return {
    name: asPerson(actor).name,
    consentText: CLIP_CONSENT.text,
    consentTextVersion: CLIP_CONSENT.version,
    tableText: TABLE_CONSENT.text,
    tableTextVersion: TABLE_CONSENT.version,
    postText: POST_CONSENT.text,
    postTextVersion: POST_CONSENT.version,
    post: postChoicesOf(context, asPerson(actor).userId, children[0]),
    mail: context.config.smtpUrl ? 'smtp' : 'local mailbox',
    children: children.map((id) => childFor(context, actor, id)),
    asked: requestsBy(context.db, asPerson(actor).userId),
  };
}

/** A guardian's yes or no, written down with its time. It holds at once. */
export function giveConsent(
  context: Context,
  actor: Actor,
  input: { player: string; id: string; kind: ConsentKind; yes: boolean; textVersion: number },
): Child {
  const { db, config } = context;
  const { id, player, kind, yes, textVersion } = input;
  allow(db, actor, 'give consent', { player });
  const guardian = asPerson(actor).userId;
  const at = context.now();
  // Written down outside the database first: a no must outlive a backup that is put back.
  writeLedger(config, { what: 'consent', player, guardian, kind, yes, version: textVersion, at });
  db.insert(consents).values({ id, playerId: player, guardianId: guardian, kind, yes, textVersion, at }).onConflictDoNothing().run();
  return childFor(context, actor, input.player);
}
