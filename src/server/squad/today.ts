import { and, eq, inArray } from 'drizzle-orm';
import type { Today } from '../../contract/squad.ts';
import { doubtResult, reviewMinutes } from '../../core/counts/index.ts';
import { quietFor } from '../../core/progress/index.ts';
import { dayNumber, instantOf, streakOf } from '../../core/streaks/index.ts';
import type { Actor } from '../auth/actor.ts';
import type { Db } from '../db/connection.ts';
import { clips, scoreReadings, scores, weeks } from '../db/schema.ts';
import type { Context } from '../house.ts';
import { allow } from '../policy.ts';
import { lastTrained, streakInputs } from '../progress/calendar.ts';
import { undecided } from '../review/review.ts';
import { openWeekOf } from '../weeks/weeks.ts';
import { unseenHurts } from './hurts.ts';
import { openSessions, releasedWeeks } from './register.ts';
import { type Member, membersOf, type Squad, squadById, squadDay } from './squads.ts';

const SOON_MS = 4 * 24 * 3_600_000;

function toReview(db: Db, squadId: string): Today['toReview'] {
  const rows = db
    .select({ id: scores.id, doubts: scoreReadings.doubts })
    .from(scores)
    .leftJoin(scoreReadings, eq(scoreReadings.scoreId, scores.id))
    .where(and(eq(scores.squadId, squadId), undecided()))
    .all();
  const filmed = new Set(
    db
      .select({ scoreId: clips.scoreId })
      .from(clips)
      .where(
        and(
          eq(clips.state, 'kept'),
          inArray(
            clips.scoreId,
            rows.map((row) => row.id),
          ),
        ),
      )
      .all()
      .map((row) => row.scoreId),
  );
  const waiting = rows.map((row) => ({ result: doubtResult(row.doubts ?? []), hasClip: filmed.has(row.id) }));
  return {
    doubted: waiting.filter((one) => one.result !== 'clear').length,
    clips: waiting.filter((one) => one.result === 'clear' && one.hasClip).length,
    clear: waiting.filter((one) => one.result === 'clear' && !one.hasClip).length,
    minutes: reviewMinutes(waiting),
  };
}

/** Weeks that open, close, or still wait for their release within the next days. */
function leaving(db: Db, squad: Squad, now: number): Today['leaving'] {
  const released = releasedWeeks(db, squad.id);
  const list = released.flatMap(({ week, revision }): Today['leaving'] => {
    const row = { weekId: week.id, number: week.number, title: revision.content.title };
    if (revision.opensAt > now && revision.opensAt - now < SOON_MS) return [{ ...row, what: 'opens' as const, at: revision.opensAt }];
    if (revision.opensAt <= now && revision.closesAt > now && revision.closesAt - now < 2 * SOON_MS)
      return [{ ...row, what: 'closes' as const, at: revision.closesAt }];
    return [];
  });
  const out = new Set(released.map((one) => one.week.id));
  const drafts = db
    .select()
    .from(weeks)
    .where(eq(weeks.squadId, squad.id))
    .all()
    .filter((week) => !out.has(week.id));
  for (const week of drafts) {
    const at = instantOf(week.startsOn, 6, 0, squad.timeZone);
    list.push({ weekId: week.id, number: week.number, title: week.plan.title, what: 'to be released', at });
  }
  return list.sort((a, b) => a.at - b.at);
}

function people(db: Db, squad: Squad, members: readonly Member[], today: string) {
  const quiet: Today['quiet'] = [];
  const loosening: Today['loosening'] = [];
  const inputs = streakInputs(db, squad.id, members, today);
  for (const member of members) {
    const input = inputs.get(member.id);
    if (!input) continue;
    const streak = streakOf(input);
    const last = lastTrained(input);
    const silence = quietFor(last === null ? null : dayNumber(last), dayNumber(member.joinedOn), dayNumber(today));
    if (silence.quiet) quiet.push({ playerId: member.id, nickname: member.nickname, days: silence.days });
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
        open.week.id,
        members.map((m) => m.id),
        open.revision.content.sessions,
      )
    : new Map<string, string[]>();
  return {
    squad: { id: squad.id, name: squad.name, town: squad.town, code: squad.code, timeZone: squad.timeZone },
    day,
    open: open
      ? { weekId: open.week.id, number: open.week.number, title: open.revision.content.title, closesAt: open.revision.closesAt }
      : null,
    toReview: toReview(db, squad.id),
    hurts: unseenHurts(db, squad.id),
    ...people(db, squad, members, day),
    leaving: leaving(db, squad, now),
    due: members.flatMap((member) => {
      const sessions = undone.get(member.id) ?? [];
      return sessions.length > 0 ? [{ playerId: member.id, nickname: member.nickname, sessions }] : [];
    }),
  };
}
