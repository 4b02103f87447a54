import { and, count, desc, eq, inArray } from 'drizzle-orm';
import type { CellState, Register } from '../../contract/squad.ts';
import { quietFor } from '../../core/progress/index.ts';
import { DONE_SHARE } from '../../core/runsheet/index.ts';
import { dayNumber, streakOf, stripOf } from '../../core/streaks/index.ts';
import type { Actor } from '../auth/actor.ts';
import type { Db } from '../db/connection.ts';
import { runs, scores, weekRevisions, weeks } from '../db/schema.ts';
import type { Context } from '../house.ts';
import { allow } from '../policy.ts';
import { notFound } from '../problems.ts';
import { lastTrained, streakInputs } from '../progress/calendar.ts';
import { undecided } from '../review/review.ts';
import { choicesOf } from './choices.ts';
import { membersOf, squadById, squadDay } from './squads.ts';

type Released = { week: typeof weeks.$inferSelect; revision: typeof weekRevisions.$inferSelect };

/** Released weeks of a squad in their newest revision, newest week first. */
export function releasedWeeks(db: Db, squadId: string): Released[] {
  const rows = db
    .select({ week: weeks, revision: weekRevisions })
    .from(weekRevisions)
    .innerJoin(weeks, eq(weeks.id, weekRevisions.weekId))
    .where(eq(weeks.squadId, squadId))
    .orderBy(desc(weeks.number), desc(weekRevisions.revision))
    .all();
  return rows.filter((row, i) => row.week.id !== rows[i - 1]?.week.id);
}

/** The week the register opens with: the open one, else the last one that opened. */
const currentOf = (released: readonly Released[], now: number) => released.find((one) => one.revision.opensAt <= now);

/** What each player did of each session: by "player|session". */
function doneIn(db: Db, weekId: string): (playerId: string, sessionId: string) => 'done' | 'part' | 'scores only' | null {
  const ran = db
    .select({ playerId: runs.playerId, sessionId: runs.sessionId, share: runs.share })
    .from(runs)
    .where(eq(runs.weekId, weekId))
    .all();
  const best = new Map<string, number>();
  for (const run of ran) {
    const key = `${run.playerId}|${run.sessionId}`;
    best.set(key, Math.max(best.get(key) ?? 0, run.share));
  }
  const sent = new Set(
    db
      .selectDistinct({ playerId: scores.playerId, sessionId: scores.sessionId })
      .from(scores)
      .where(eq(scores.weekId, weekId))
      .all()
      .map((row) => `${row.playerId}|${row.sessionId}`),
  );
  return (playerId, sessionId) => {
    const key = `${playerId}|${sessionId}`;
    const share = best.get(key) ?? 0;
    if (share >= DONE_SHARE) return 'done';
    if (share > 0) return 'part';
    return sent.has(key) ? 'scores only' : null;
  };
}

function waitingByPlayer(db: Db, squadId: string): Map<string, number> {
  const rows = db
    .select({ playerId: scores.playerId, n: count() })
    .from(scores)
    .where(and(eq(scores.squadId, squadId), undecided()))
    .groupBy(scores.playerId)
    .all();
  return new Map(rows.map((row) => [row.playerId, row.n]));
}

/** Players × sessions of a week. */
export function register(context: Context, actor: Actor, input: { squad: string; week?: string | undefined }): Register {
  const { db } = context;
  allow(db, actor, 'see the register', { squad: input.squad });
  const squad = squadById(db, input.squad);
  const now = context.now();
  const today = squadDay(squad, now);
  const released = releasedWeeks(db, squad.id);
  const shown = input.week ? released.find((one) => one.week.id === input.week) : currentOf(released, now);
  if (input.week && !shown) throw notFound();
  const sessions = shown?.revision.content.sessions ?? [];
  const did = shown ? doneIn(db, shown.week.id) : () => null;
  const left: CellState = !shown || now < shown.revision.opensAt ? 'ahead' : now < shown.revision.closesAt ? 'to do' : 'not done';
  const waiting = waitingByPlayer(db, squad.id);
  const members = membersOf(db, squad.id);
  const inputs = streakInputs(db, squad.id, members, today);
  return {
    squad: { id: squad.id, name: squad.name, timeZone: squad.timeZone },
    choices: choicesOf(squad),
    weeks: released.map(({ week, revision }) => ({ id: week.id, number: week.number, title: revision.content.title })),
    week: shown
      ? {
          id: shown.week.id,
          number: shown.week.number,
          title: shown.revision.content.title,
          opensAt: shown.revision.opensAt,
          closesAt: shown.revision.closesAt,
        }
      : null,
    sessions: sessions.map(({ id, name, day }) => ({ id, name, day })),
    players: members.flatMap((member) => {
      const streak = inputs.get(member.id);
      if (!streak) return [];
      const last = lastTrained(streak);
      const quiet = quietFor(last === null ? null : dayNumber(last), dayNumber(member.joinedOn), dayNumber(today));
      return {
        id: member.id,
        nickname: member.nickname,
        cells: sessions.map((session) => did(member.id, session.id) ?? left),
        streak: streakOf(streak),
        strip: stripOf(streak),
        quietDays: quiet.days,
        quiet: quiet.quiet,
        waiting: waiting.get(member.id) ?? 0,
      };
    }),
  };
}

/** Sessions of a week that players have not finished, by player. */
export function openSessions(db: Db, weekId: string, playerIds: readonly string[], sessions: readonly { id: string; name: string }[]) {
  const done = new Set(
    db
      .select({ playerId: runs.playerId, sessionId: runs.sessionId, share: runs.share })
      .from(runs)
      .where(and(eq(runs.weekId, weekId), inArray(runs.playerId, [...playerIds])))
      .all()
      .filter((run) => run.share >= DONE_SHARE)
      .map((run) => `${run.playerId}|${run.sessionId}`),
  );
  return new Map(playerIds.map((id) => [id, sessions.filter((s) => !done.has(`${id}|${s.id}`)).map((s) => s.name)]));
}
