import { and, count, eq, inArray } from 'drizzle-orm';
import type { CellState, Register } from '../../contract/screens.ts';
import { grouped } from '../../core/grouped.ts';
import { quietFor } from '../../core/progress/index.ts';
import { DONE_SHARE } from '../../core/training/index.ts';
import { isFor, sessionsFor } from '../../core/weeks/index.ts';
import type { Actor } from '../accounts/actor.ts';
import type { Context } from '../context.ts';
import { drillNames } from '../drills/shelf.ts';
import type { Db } from '../platform/db/connection.ts';
import { evenings, runs, scoreFigures } from '../platform/db/schema.ts';
import { allow } from '../policy.ts';
import { recordsOfWeek, recordViews } from '../progress/records.ts';
import { groupsOnDays } from '../squads/groups.ts';
import { membersOf, squadById, squadDay } from '../squads/squads.ts';
import { streakStatesOf } from '../streaks/days.ts';
import { shownWeek } from '../tables/tables.ts';
import { releasedWeeks } from '../weeks/outlines.ts';

/** What each player did of each session: by "player|session". */
function doneIn(
  db: Db,
  weekId: string,
): (playerId: string, sessionId: string) => 'done' | 'together' | 'by hand' | 'part' | 'scores only' | null {
  const ran = db
    .select({ playerId: runs.playerId, sessionId: runs.sessionId, share: runs.share, byHand: runs.byHand, covers: evenings.covers })
    .from(runs)
    .leftJoin(evenings, eq(evenings.id, runs.eveningId))
    .where(eq(runs.weekId, weekId))
    .all()
    // A live evening may have had but a part of its session.
    .map((run) => ({ ...run, share: run.share * (run.covers ?? 1) }));
  const best = new Map<string, number>();
  const clocked = new Set<string>();
  const together = new Set<string>();
  for (const run of ran) {
    const key = `${run.playerId}|${run.sessionId}`;
    best.set(key, Math.max(best.get(key) ?? 0, run.share));
    if (run.share < DONE_SHARE) continue;
    if (run.covers !== null) together.add(key);
    else if (!run.byHand) clocked.add(key);
  }
  const sent = new Set(
    db
      .selectDistinct({ playerId: scoreFigures.playerId, sessionId: scoreFigures.sessionId })
      .from(scoreFigures)
      .where(eq(scoreFigures.weekId, weekId))
      .all()
      .map((row) => `${row.playerId}|${row.sessionId}`),
  );
  return (playerId, sessionId) => {
    const key = `${playerId}|${sessionId}`;
    const share = best.get(key) ?? 0;
    if (share >= DONE_SHARE) return clocked.has(key) ? 'done' : together.has(key) ? 'together' : 'by hand';
    if (share > 0) return 'part';
    return sent.has(key) ? 'scores only' : null;
  };
}

function waitingByPlayer(db: Db, squadId: string): Map<string, number> {
  const rows = db
    .select({ playerId: scoreFigures.playerId, n: count() })
    .from(scoreFigures)
    .where(and(eq(scoreFigures.squadId, squadId), eq(scoreFigures.decided, false)))
    .groupBy(scoreFigures.playerId)
    .all();
  return new Map(rows.map((row) => [row.playerId, row.n]));
}

/** Weeks of laces that the register draws; the player page has eight. */
const STRIP_WEEKS = 4;
const RECORDS_SHOWN = 30;

/** Players × sessions of a week. */
export function register(context: Context, actor: Actor, input: { squad: string; week?: string | undefined }): Register {
  const { db } = context;
  allow(db, actor, 'see the register', { squad: input.squad });
  const squad = squadById(db, input.squad);
  const now = context.now();
  const today = squadDay(squad, now);
  const released = releasedWeeks(db, squad.id);
  const shown = shownWeek(released, input.week ?? null, now);
  const sessions = shown?.outline.sessions ?? [];
  const groupOn = groupsOnDays(db, squad.id);
  const did = shown ? doneIn(db, shown.week.id) : () => null;
  const left: CellState = !shown || now < shown.revision.opensAt ? 'ahead' : now < shown.revision.closesAt ? 'to do' : 'not done';
  const waiting = waitingByPlayer(db, squad.id);
  const members = membersOf(db, squad.id);
  const streaks = streakStatesOf(db, squad.id, members, today);
  const records = shown ? recordsOfWeek(db, shown.week.id) : [];
  const drillName = drillNames(db, squad.id);
  const recordsBy = grouped(records, (one) => one.playerId);
  const names = new Map(members.map((member) => [member.id, member.nickname]));
  return {
    squad: { id: squad.id, name: squad.name, timeZone: squad.timeZone },
    weeks: released.map(({ week, outline }) => ({ id: week.id, number: week.number, title: outline.title })),
    week: shown
      ? {
          id: shown.week.id,
          number: shown.week.number,
          title: shown.outline.title,
          opensAt: shown.revision.opensAt,
          closesAt: shown.revision.closesAt,
        }
      : null,
    sessions: sessions.map(({ id, name, day }) => ({ id, name, day })),
    players: members.flatMap((member) => {
      const state = streaks.get(member.id);
      if (!state) return [];
      const { streak, strip, lastDay } = state;
      const quiet = quietFor(lastDay, member.joinedOn, today);
      const group = shown ? groupOn(member.id, shown.week.startsOn) : null;
      const cells = sessions.map((session) => did(member.id, session.id) ?? (isFor(session, group) ? left : 'of others'));
      return {
        id: member.id,
        nickname: member.nickname,
        cells,
        set: cells.filter((cell) => cell !== 'of others').length,
        done: cells.filter((cell) => cell === 'done' || cell === 'together' || cell === 'by hand').length,
        streak,
        strip: strip.slice(-(streak.unit === 'week' ? STRIP_WEEKS * 2 : STRIP_WEEKS * 7)),
        quietDays: quiet.days,
        quiet: quiet.quiet,
        begun: quiet.begun,
        waiting: waiting.get(member.id) ?? 0,
        records: recordsBy.get(member.id)?.length ?? 0,
      };
    }),
    records: recordViews(db, records.slice(0, RECORDS_SHOWN), drillName).flatMap(({ of, ...told }) => {
      const nickname = names.get(of.playerId);
      return nickname ? [{ ...told, playerId: of.playerId, nickname }] : [];
    }),
    recordsInAll: records.length,
  };
}

/** Sessions of a week that players have not finished, of those that are for them, by player. */
export function openSessions(
  db: Db,
  week: { id: string; squadId: string; startsOn: string },
  playerIds: readonly string[],
  sessions: readonly { id: string; name: string; groups?: string[] | undefined }[],
) {
  const groupOn = groupsOnDays(db, week.squadId);
  const done = new Set(
    db
      .select({ playerId: runs.playerId, sessionId: runs.sessionId, share: runs.share })
      .from(runs)
      .where(and(eq(runs.weekId, week.id), inArray(runs.playerId, [...playerIds])))
      .all()
      .filter((run) => run.share >= DONE_SHARE)
      .map((run) => `${run.playerId}|${run.sessionId}`),
  );
  return new Map(
    playerIds.map((id) => [
      id,
      sessionsFor(sessions, groupOn(id, week.startsOn))
        .filter((s) => !done.has(`${id}|${s.id}`))
        .map((s) => s.name),
    ]),
  );
}
