import { and, asc, eq } from 'drizzle-orm';
import { BETTER, resultUnit } from '../../core/drills/index.ts';
import { type HistoryFile, recordRow, streakRow } from '../../core/files/index.ts';
import { grouped } from '../../core/grouped.ts';
import { recordOf } from '../../core/progress/index.ts';
import { doseInWords } from '../../core/scores/index.ts';
import { stripOf } from '../../core/streaks/index.ts';
import type { Dose } from '../../core/weeks/index.ts';
import type { Actor } from '../accounts/actor.ts';
import type { Context } from '../context.ts';
import { namesOnShelf } from '../drills/shelf.ts';
import type { Db } from '../platform/db/connection.ts';
import { paperResults, playerPauses, players, runs, scores, trainingDays } from '../platform/db/schema.ts';
import { csvPieces } from '../platform/http/csv.ts';
import { notFound } from '../platform/problems.ts';
import { allow } from '../policy.ts';
import { dosesOf } from '../progress/doses.ts';
import { type Counted, isCounted, isRecord } from '../scores/counted.ts';
import { judgedByIds } from '../scores/facts.ts';
import { type Figure, figuresOf } from '../scores/figures.ts';
import { memberEver, membersOf, squadById, squadDay } from '../squads/squads.ts';
import { streakInputs } from '../streaks/calendar.ts';
import { streakStateOf } from '../streaks/days.ts';
import { practiceGoesOf } from '../training/practice.ts';
import { releasedWeeks } from '../weeks/outlines.ts';

/** Two seasons and a little. */
const WEEKS_EXPORTED = 110;

/** The records of some figures, for each record key the best, with the dose each was done at. */
function recordsAmong(db: Db, figures: readonly Figure[]): (Counted & { dose: Dose })[] {
  const counted = figures.filter(isCounted).filter((one) => one.measure !== 'time on');
  const records = [...grouped(counted, (one) => one.recordKey).values()].flatMap((list) =>
    list[0] ? (recordOf(list, BETTER[list[0].measure]) ?? []) : [],
  );
  const doses = dosesOf(db, records);
  return records.flatMap((one) => {
    const dose = doses.get(one.scoreId);
    return dose ? [{ ...one, dose }] : [];
  });
}

/** Every record of a squad's players. */
export function* recordsCsv(context: Context, actor: Actor, input: { squad: string }): Generator<string> {
  const { db } = context;
  allow(db, actor, 'export scores', input);
  const drillName = namesOnShelf(db, input.squad);
  const { timeZone } = squadById(db, input.squad);
  const rowsOf = function* () {
    for (const member of membersOf(db, input.squad))
      yield recordsAmong(db, figuresOf(db, input.squad, member.id)).map((one) =>
        recordRow({
          player: member.nickname,
          drill: drillName(one.drillId),
          dose: one.dose,
          foot: one.foot,
          result: one.result,
          unit: resultUnit(one.measure),
          doneAt: one.doneAt,
          timeZone,
          clocked: one.clocked,
          byClip: one.byClip,
        }),
      );
  };
  yield* csvPieces(rowsOf());
}

/** The streak calendar of a squad: a line for each player and day (or week) that was judged. */
export function* streaksCsv(context: Context, actor: Actor, input: { squad: string }): Generator<string> {
  const { db } = context;
  allow(db, actor, 'export scores', input);
  const squad = squadById(db, input.squad);
  const members = membersOf(db, squad.id);
  const inputs = streakInputs(db, squad.id, members, squadDay(squad, context.now()));
  yield* csvPieces(
    members.map((member) => {
      const given = inputs.get(member.id);
      return given
        ? stripOf(given, WEEKS_EXPORTED)
            .filter((cell) => cell.day >= given.since && cell.state !== 'ahead')
            .map((cell) => streakRow(member.nickname, cell, given.done[cell.day] ?? null))
        : [];
    }),
  );
}

/** Everything of one player in one squad, for the coach or the family to take along. */
export function playerHistory(context: Context, actor: Actor, input: { squad: string; player: string }): HistoryFile {
  allow(context.db, actor, 'export a history', input);
  return playerHistoryOf(context, input.squad, input.player);
}

/** The history of somebody who is or was in a squad, for who was let in. */
export function playerHistoryOf(context: Context, squadId: string, playerId: string): HistoryFile {
  const { db } = context;
  const squad = squadById(db, squadId);
  const member = memberEver(db, squad.id, playerId);
  const birth = db.select({ birthYear: players.birthYear }).from(players).where(eq(players.id, member.id)).get();
  if (!birth) throw notFound();
  const iso = (at: number) => new Date(at).toISOString();
  const drillName = namesOnShelf(db, squad.id);
  const figures = figuresOf(db, squad.id, member.id);
  const judged = new Map(
    judgedByIds(
      db,
      db
        .select({ id: scores.id })
        .from(scores)
        .where(and(eq(scores.playerId, member.id), eq(scores.squadId, squad.id)))
        .all()
        .map((row) => row.id),
    ).map((one) => [one.score.id, one]),
  );
  const paper = new Map(
    db
      .select()
      .from(paperResults)
      .where(eq(paperResults.playerId, member.id))
      .all()
      .map((row) => [row.id, row]),
  );
  const practiced = practiceGoesOf(db, squad.id, member.id);
  const practice = new Map(practiced.map((row) => [row.id, row]));
  const released = releasedWeeks(db, squad.id);
  const weekOf = new Map(released.map((one) => [one.week.id, one]));
  const { streak } = streakStateOf(db, squad.id, member, squadDay(squad, context.now()));
  return {
    format: 'eager-feet/history',
    version: 1,
    madeAt: iso(context.now()),
    squad: { name: squad.name, timeZone: squad.timeZone },
    player: { nickname: member.nickname, birthYear: birth.birthYear, strongerFoot: member.strongerFoot, joinedOn: member.joinedOn },
    scores: figures.flatMap((one) => {
      const said = judged.get(one.scoreId);
      const read = paper.get(one.scoreId) ?? practice.get(one.scoreId);
      const dose = said?.score.dose ?? read?.dose;
      if (!dose) return [];
      return [
        {
          id: one.scoreId,
          week: one.weekId === null ? null : (weekOf.get(one.weekId)?.week.number ?? null),
          drill: { id: one.drillId, name: drillName(one.drillId) },
          measure: one.measure,
          dose: doseInWords(dose),
          foot: one.foot,
          claimed: said ? said.score.value : (read?.value ?? null),
          counts: one.counts,
          result: one.result,
          faults: one.faults,
          seconds: one.seconds,
          clocked: one.clocked,
          standing: one.standing,
          record: isRecord(one),
          doneAt: iso(one.doneAt),
          day: one.day,
          line: said?.decision?.line ?? null,
        },
      ];
    }),
    practice: practiced.map((one) => ({
      drill: { id: one.drillId, name: drillName(one.drillId) },
      dose: doseInWords(one.dose),
      foot: one.foot,
      value: one.value,
      faults: one.faults,
      seconds: one.seconds,
      counts: one.counts,
      doneAt: iso(one.doneAt),
      day: one.day,
    })),
    records: recordsAmong(db, figures).map((one) => ({
      drill: drillName(one.drillId),
      dose: doseInWords(one.dose),
      foot: one.foot,
      result: one.result,
      unit: resultUnit(one.measure),
      doneAt: iso(one.doneAt),
    })),
    sessions: db
      .select()
      .from(runs)
      .where(and(eq(runs.playerId, member.id), eq(runs.squadId, squad.id)))
      .orderBy(asc(runs.startedAt))
      .all()
      .map((run) => {
        const week = weekOf.get(run.weekId);
        const name = week?.outline.sessions.find((session) => session.id === run.sessionId)?.name ?? 'a session';
        return { week: week?.week.number ?? 0, session: name, day: run.day, share: Math.round(run.share * 100) / 100, byHand: run.byHand };
      }),
    streak: { current: streak.current, best: streak.best, unit: streak.unit },
    days: db
      .select({ day: trainingDays.day, sessions: trainingDays.sessions })
      .from(trainingDays)
      .where(and(eq(trainingDays.playerId, member.id), eq(trainingDays.squadId, squad.id)))
      .orderBy(asc(trainingDays.day))
      .all(),
    pauses: db
      .select({ from: playerPauses.from, to: playerPauses.to })
      .from(playerPauses)
      .where(eq(playerPauses.playerId, member.id))
      .orderBy(asc(playerPauses.from))
      .all(),
  };
}
