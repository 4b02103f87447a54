import { and, eq, inArray, notInArray, sql } from 'drizzle-orm';
import type { Today } from '../../contract/screens.ts';
import { instantOf } from '../../core/calendar/days.ts';
import { DAY_MS } from '../../core/calendar/lengths.ts';
import { allItems } from '../../core/planning/index.ts';
import { quietFor } from '../../core/progress/index.ts';
import { reviewMinutes } from '../../core/scores/index.ts';
import { type Beginning, firstSteps } from '../../core/squads/first-steps.ts';
import type { Actor } from '../accounts/actor.ts';
import { inSquadNow } from '../accounts/leaving.ts';
import type { Context } from '../context.ts';
import { drillNames } from '../drills/shelf.ts';
import type { Db } from '../platform/db/connection.ts';
import { clips, joinRequests, players, scoreFigures, session, weeks } from '../platform/db/schema.ts';
import { allow, asPerson } from '../policy.ts';
import { habitsOfCoach } from '../review/queue.ts';
import { unseenHurts } from '../squads/hurts.ts';
import { type Member, membersOf, type Squad, squadById, squadDay } from '../squads/squads.ts';
import { streakStatesOf } from '../streaks/days.ts';
import { saidSince } from '../training/said-today.ts';
import { releasedWeeks } from '../weeks/outlines.ts';
import { openWeekOf } from '../weeks/weeks.ts';
import { openSessions } from './register.ts';

const SOON_MS = 4 * DAY_MS;

function toReview(db: Db, squadId: string, coachId: string): Today['toReview'] {
  const rows = db
    .select({ result: scoreFigures.doubt, clipId: clips.id })
    .from(scoreFigures)
    .leftJoin(clips, and(eq(clips.scoreId, scoreFigures.scoreId), eq(clips.state, 'kept')))
    .where(and(eq(scoreFigures.squadId, squadId), eq(scoreFigures.decided, false), inSquadNow(scoreFigures.squadId, scoreFigures.playerId)))
    .all();
  const waiting = rows.map(({ result, clipId }) => ({ result, hasClip: clipId !== null }));
  return {
    doubted: waiting.filter((one) => one.result !== 'clear').length,
    clips: waiting.filter((one) => one.result === 'clear' && one.hasClip).length,
    clear: waiting.filter((one) => one.result === 'clear' && !one.hasClip).length,
    minutes: reviewMinutes(waiting, habitsOfCoach(db, coachId)),
  };
}

/** Weeks that open, close, or still wait for their release within the next days. */
function leaving(db: Db, squad: Squad, now: number): Today['leaving'] {
  const released = releasedWeeks(db, squad.id);
  const list = released.flatMap(({ week, revision, outline }): Today['leaving'] => {
    const row = { weekId: week.id, number: week.number, title: outline.title };
    if (revision.opensAt > now && revision.opensAt - now < SOON_MS) return [{ ...row, what: 'opens' as const, at: revision.opensAt }];
    if (revision.opensAt <= now && revision.closesAt > now && revision.closesAt - now < 2 * SOON_MS)
      return [{ ...row, what: 'closes' as const, at: revision.closesAt }];
    return [];
  });
  const out = new Set(released.map((one) => one.week.id));
  const known = [...out];
  const drafts = db
    .select({ id: weeks.id, number: weeks.number, startsOn: weeks.startsOn, title: sql<string>`json_extract(${weeks.plan}, '$.title')` })
    .from(weeks)
    .where(and(eq(weeks.squadId, squad.id), notInArray(weeks.id, known)))
    .all();
  for (const week of drafts) {
    const at = instantOf(week.startsOn, 6, 0, squad.timeZone);
    list.push({ weekId: week.id, number: week.number, title: week.title, what: 'to be released', at });
  }
  return list.sort((a, b) => a.at - b.at);
}

function people(db: Db, squad: Squad, members: readonly Member[], today: string) {
  const quiet: Today['quiet'] = [];
  const loosening: Today['loosening'] = [];
  const states = streakStatesOf(db, squad.id, members, today);
  for (const member of members) {
    const state = states.get(member.id);
    if (!state) continue;
    const { streak, lastDay } = state;
    const silence = quietFor(lastDay, member.joinedOn, today);
    if (silence.quiet) quiet.push({ playerId: member.id, nickname: member.nickname, days: silence.days, begun: silence.begun });
    if (streak.loosening) {
      loosening.push({
        playerId: member.id,
        nickname: member.nickname,
        current: streak.current,
        unit: streak.unit,
        sentence: streak.sentence,
      });
    }
  }
  return { quiet: quiet.sort((a, b) => b.days - a.days), loosening: loosening.sort((a, b) => b.current - a.current) };
}

const SAID_FOR_MS = 7 * DAY_MS;
const SAID_SHOWN = 8;

/** What players said of drills in the last days. */
function saidOf(db: Db, squadId: string, members: readonly Member[], now: number): Today['said'] {
  const names = new Map(members.map((one) => [one.id, one.nickname]));
  const drillName = drillNames(db, squadId);
  return saidSince(db, squadId, now - SAID_FOR_MS)
    .slice(0, SAID_SHOWN)
    .flatMap(({ playerId, drillId, done, why, at }) => {
      const nickname = names.get(playerId);
      return nickname ? [{ playerId, nickname, drillId, drillName: drillName(drillId), doneName: drillName(done), why, at }] : [];
    });
}

/** How far a squad has come that begins. */
function beginningOf(db: Db, squad: Squad, members: readonly Member[]): Beginning {
  const goes = db.select({ id: scoreFigures.scoreId }).from(scoreFigures).where(eq(scoreFigures.squadId, squad.id)).limit(1).get();
  if (goes) return { players: members.length, signedIn: 0, week: null, released: false, goes: true };
  const first = db.select().from(weeks).where(eq(weeks.squadId, squad.id)).orderBy(weeks.number).limit(1).get();
  const ids = members.map((member) => member.id);
  const signedIn = db
    .selectDistinct({ id: session.userId })
    .from(session)
    .innerJoin(players, eq(players.userId, session.userId))
    .where(inArray(players.id, ids))
    .all();
  return {
    players: members.length,
    signedIn: signedIn.length,
    week: first ? { id: first.id, planned: allItems(first.plan).length > 0 } : null,
    released: releasedWeeks(db, squad.id).length > 0,
    goes: false,
  };
}

/** The coach's four short lists, who is due, and what is open now. */
export function today(context: Context, actor: Actor, input: { squad: string }): Today {
  const { db } = context;
  allow(db, actor, 'see today', input);
  const squad = squadById(db, input.squad);
  const now = context.now();
  const day = squadDay(squad, now);
  const members = membersOf(db, squad.id);
  const open = openWeekOf(db, squad.id, now);
  const undone = open
    ? openSessions(
        db,
        open.week,
        members.map((m) => m.id),
        open.revision.content.sessions,
      )
    : new Map<string, string[]>();
  return {
    squad: { id: squad.id, name: squad.name, town: squad.town, code: squad.code, timeZone: squad.timeZone },
    day,
    first: firstSteps(beginningOf(db, squad, members)),
    open: open
      ? { weekId: open.week.id, number: open.week.number, title: open.revision.content.title, closesAt: open.revision.closesAt }
      : null,
    toReview: toReview(db, squad.id, asPerson(actor).userId),
    hurts: unseenHurts(db, squad.id),
    asking: db
      .select({ nickname: joinRequests.nickname })
      .from(joinRequests)
      .where(and(eq(joinRequests.squadId, squad.id), eq(joinRequests.state, 'waiting')))
      .all()
      .map((row) => row.nickname),
    said: saidOf(db, squad.id, members, now),
    players: members.length,
    ...people(db, squad, members, day),
    leaving: leaving(db, squad, now),
    due: members.flatMap((member) => {
      const sessions = undone.get(member.id) ?? [];
      return sessions.length > 0 ? [{ playerId: member.id, nickname: member.nickname, sessions }] : [];
    }),
  };
}
