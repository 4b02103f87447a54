import { and, count, eq, gte } from 'drizzle-orm';
import type { ChildWeek, RecordTold, SquadWeek } from '../../core/letters/index.ts';
import { nameToken } from '../../core/mail/index.ts';
import { doneOnTime, footLedger, quietFor } from '../../core/progress/index.ts';
import { DONE_SHARE } from '../../core/training/index.ts';
import { sessionsFor } from '../../core/weeks/index.ts';
import { inSquadNow } from '../accounts/leaving.ts';
import type { Context } from '../context.ts';
import { drillNames } from '../drills/shelf.ts';
import type { Db } from '../platform/db/connection.ts';
import { runs, scoreFigures } from '../platform/db/schema.ts';
import { type BrokenRecord, recordsOfWeek, recordViews } from '../progress/records.ts';
import { repsOf } from '../scores/counted.ts';
import { readFigures } from '../scores/figures.ts';
import { groupsOnDays } from '../squads/groups.ts';
import { type Member, membersOf, squadById, squadDay } from '../squads/squads.ts';
import { streakStateOf, streakStatesOf } from '../streaks/days.ts';
import { type OutlinedWeek, releasedWeeks } from '../weeks/outlines.ts';
import { linesFor } from './feet.ts';
import { notThereYetOf, sideView } from './season.ts';

const NOT_YET_TOLD = 3;

/** The released week of a squad that began on a Monday; undefined where there was none. */
export const weekStartingOn = (db: Db, squadId: string, monday: string): OutlinedWeek | undefined =>
  releasedWeeks(db, squadId).find((one) => one.week.startsOn === monday);

/** Records as a letter tells them. */
const told = (
  db: Db,
  records: readonly BrokenRecord[],
  nickname: (id: string) => string,
  drillName: (id: string) => string,
): RecordTold[] =>
  recordViews(db, records, drillName).map(({ of, drillName: drill, doseWords: dose, foot, result, before, unit }) => ({
    nickname: nickname(of.playerId),
    ...{ drill, dose, foot, result, before, unit },
  }));

/** What a coach's summary tells of a squad's week; players stand as their ids, and get their names when it is read. */
export function squadWeek(context: Context, squadId: string, shown: OutlinedWeek): SquadWeek {
  const { db } = context;
  const squad = squadById(db, squadId);
  const today = squadDay(squad, context.now());
  const members = membersOf(db, squadId);
  const here = new Set(members.map((member) => member.id));
  const side = sideView(db, squadId, shown, members);
  const states = streakStatesOf(db, squadId, members, today);
  const records = recordsOfWeek(db, shown.week.id).filter((one) => here.has(one.playerId));
  return {
    squad: squad.name,
    week: { number: shown.week.number, title: shown.outline.title },
    players: members.length,
    trained: side.trained,
    set: side.set,
    done: side.done,
    onTime: side.onTime,
    touches: side.touches,
    records: told(db, records, nameToken, drillNames(db, squadId)),
    quiet: members.flatMap((member) => {
      const { days, quiet, begun } = quietFor(states.get(member.id)?.lastDay ?? null, member.joinedOn, today);
      return quiet ? [{ nickname: nameToken(member.id), days, begun }] : [];
    }),
    notYet: notThereYetOf(context, squadId)
      .rows.filter((row) => row.met < row.tried)
      .slice(0, NOT_YET_TOLD)
      .map(({ drillName, doseWords, met, tried }) => ({ drill: drillName, dose: doseWords, met, tried })),
    toReview:
      db
        .select({ n: count() })
        .from(scoreFigures)
        .where(
          and(eq(scoreFigures.squadId, squadId), eq(scoreFigures.decided, false), inSquadNow(scoreFigures.squadId, scoreFigures.playerId)),
        )
        .get()?.n ?? 0,
  };
}

/** What a family's summary tells of one child's week. */
export function childWeek(context: Context, squadId: string, member: Member, shown: OutlinedWeek): ChildWeek {
  const { db } = context;
  const squad = squadById(db, squadId);
  const mine = readFigures(db, 'week_id = ? and player_id = ?', shown.week.id, member.id);
  const ran = db
    .select({ sessionId: runs.sessionId, day: runs.day })
    .from(runs)
    .where(and(eq(runs.weekId, shown.week.id), eq(runs.playerId, member.id), gte(runs.share, DONE_SHARE)))
    .all();
  const drillName = drillNames(db, squadId);
  const { streak } = streakStateOf(db, squadId, member, squadDay(squad, context.now()));
  const { opensAt } = shown.revision;
  const sessions = sessionsFor(shown.outline.sessions, groupsOnDays(db, squadId)(member.id, shown.week.startsOn));
  return {
    nickname: member.nickname,
    squad: squad.name,
    week: { number: shown.week.number, title: shown.outline.title },
    set: sessions.length,
    ...doneOnTime(shown.week.startsOn, sessions, ran),
    touches: footLedger(mine.flatMap(repsOf)),
    records: told(
      db,
      recordsOfWeek(db, shown.week.id).filter((one) => one.playerId === member.id),
      () => member.nickname,
      drillName,
    ),
    streak,
    lines: linesFor(db, member.id, drillName)
      .filter((line) => line.at >= opensAt && line.line)
      .map((line) => ({ drill: line.drillName, line: line.line ?? '' })),
  };
}
