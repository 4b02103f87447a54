import { and, asc, desc, eq, gte, inArray, lt } from 'drizzle-orm';
import type { CoachDrill, Curve, NextStepView, PlayerPage, ScoreInList, WeekOfPlayer } from '../../contract/progress.ts';
import { DAY_MS } from '../../core/calendar/lengths.ts';
import { BETTER, type Drill, FEET, type Foot, harderThan, resultUnit } from '../../core/drills/index.ts';
import { grouped } from '../../core/grouped.ts';
import {
  dipOf,
  doneOnTime,
  footLedger,
  middleBalance,
  nextOf,
  nextSteps,
  type Plateau,
  plateauOf,
  quietFor,
  recordOf,
  recordsOf,
  saidOften,
  trendOf,
} from '../../core/progress/index.ts';
import { doseInWords } from '../../core/scores/index.ts';
import { bandMet } from '../../core/targets/index.ts';
import { DONE_SHARE } from '../../core/training/index.ts';
import { type Dose, sessionsFor } from '../../core/weeks/index.ts';
import type { Actor } from '../accounts/actor.ts';
import type { Context } from '../context.ts';
import { drillNames } from '../drills/shelf.ts';
import type { Db } from '../platform/db/connection.ts';
import { paperResults, playerPauses, practiceGoes, runs, scoreFigures, scores } from '../platform/db/schema.ts';
import { notFound } from '../platform/problems.ts';
import { allow } from '../policy.ts';
import { doseOfFigure } from '../progress/doses.ts';
import { notesOf } from '../progress/notes.ts';
import { recordsIn } from '../progress/records.ts';
import { ownStepsOf } from '../progress/steps.ts';
import { bestForBand, type Counted, isCounted, isRecord, keyOfBoth, repsOf } from '../scores/counted.ts';
import { type Figure, figuresOf } from '../scores/figures.ts';
import { groundsFor } from '../scores/watched.ts';
import { groupsOnDays } from '../squads/groups.ts';
import { type Member, memberOf, squadById } from '../squads/squads.ts';
import { practiceGoesOf } from '../training/practice.ts';
import { type SaidToday, saidSince } from '../training/said-today.ts';
import { releasedWeeks } from '../weeks/outlines.ts';
import { feetOf, weekNumbers, weeksOf } from './feet.ts';

const LATELY_MS = 14 * DAY_MS;
const MONTH_MS = 30 * DAY_MS;
/** A plateau or a fall matters while the drill is being done. */
const STILL_DONE_MS = 28 * DAY_MS;

interface Around {
  doses: ReadonlyMap<string, Dose>;
  shelf: readonly Drill[];
  drillName(id: string): string;
  now: number;
  goesLately: number;
  /** What the player said of drills lately. */
  said: readonly SaidToday[];
  /** Drills that this player may not do: heading below the age. */
  barred(drill: Drill): boolean;
}

/** Days on which a drill was said to be too hard, and too easy. */
function saidOf(said: readonly SaidToday[], drillId: string): { hard: number; easy: number } {
  const runs = (why: SaidToday['why']) =>
    new Set(said.filter((one) => one.drillId === drillId && one.why === why).map((one) => one.runId)).size;
  return { hard: runs('too hard'), easy: runs('too easy') };
}

function stepsFor(list: readonly Counted[], drill: Drill, dose: Dose, dipping: boolean, around: Around): NextStepView[] {
  const better = BETTER[dose.measure];
  const record = recordOf(list, better);
  if (!record) return [];
  const open = (ids: readonly Drill[]) => ids.find((one) => !around.barred(one))?.id ?? null;
  const byId = new Map(around.shelf.map((one) => [one.id, one]));
  const since = list.filter((one) => one.doneAt >= record.doneAt);
  const said = saidOf(around.said, drill.id);
  return nextSteps({
    met: bandMet(drill, dose, bestForBand(list, better)),
    faulty: since.filter((one) => one.faults > 0).length / since.length,
    easier: open(drill.easier.flatMap((id) => byId.get(id) ?? [])),
    harder: open(harderThan(around.shelf, drill.id)),
    hasLayout: drill.layout !== null,
    timed: dose.measure === 'count in time' || dose.measure === 'hits in time',
    otherCues: drill.contact !== null,
    dipping,
    goesLately: around.goesLately,
    saidHard: said.hard,
    saidEasy: said.easy,
  }).map((step) => ({ ...step, drillName: step.drillId && around.drillName(step.drillId) }));
}

/** What only the coach sees of a drill: whether somebody is stuck or has fallen three times running, and what may help. */
function forCoach(counted: readonly Counted[], around: Around): Pick<CoachDrill, 'plateau' | 'fallen' | 'said' | 'steps'> {
  const newest = counted.at(-1);
  const drill = newest && around.shelf.find((one) => one.id === newest.drillId);
  const dose = newest && around.doses.get(newest.scoreId);
  if (!newest || !drill || !dose || newest.measure === 'time on' || around.now - newest.doneAt > STILL_DONE_MS) {
    return { plateau: null, fallen: null, said: { hard: 0, easy: 0 }, steps: [] };
  }
  const better = BETTER[newest.measure];
  let plateau: (Plateau & { foot: Foot }) | null = null;
  let fallen: { foot: Foot; goes: number } | null = null;
  let of: readonly Counted[] = [];
  for (const foot of FEET) {
    const mine = counted.filter((one) => one.foot === foot);
    const dip = dipOf(mine, better);
    const stuck = plateauOf(
      mine.filter((one) => one.clocked),
      better,
    );
    if (dip.told && !fallen) fallen = { foot, goes: dip.running };
    if (stuck && !plateau) plateau = { ...stuck, foot };
    if ((dip.told || stuck) && of.length === 0) of = mine;
  }
  const said = saidOf(around.said, drill.id);
  if (of.length === 0 && saidOften(said)) of = counted;
  return { plateau, fallen, said, steps: of.length > 0 ? stepsFor(of, drill, dose, fallen !== null, around) : [] };
}

/** The middle foot balance of some goes, drill by drill. */
function balanceOf(figures: readonly Figure[]): number | null {
  const drills = [...grouped(figures.filter(isCounted), (one) => keyOfBoth(one.recordKey)).values()].flatMap((list) => {
    const of = (foot: Foot) => list.filter((one) => one.foot === foot);
    return list[0] ? [{ left: of('left'), right: of('right'), better: BETTER[list[0].measure] }] : [];
  });
  return middleBalance(drills);
}

/** Week by week: what was set and done, touches of each foot, balance, records; oldest first. */
function weeksOfPlayer(db: Db, squadId: string, member: Member, figures: readonly Figure[], now: number): WeekOfPlayer[] {
  const opened = releasedWeeks(db, squadId).filter(
    (one) => one.revision.opensAt <= now && one.revision.closesAt > Date.parse(member.joinedOn),
  );
  const finished = db
    .select({ weekId: runs.weekId, sessionId: runs.sessionId, day: runs.day })
    .from(runs)
    .where(and(eq(runs.playerId, member.id), eq(runs.squadId, squadId), gte(runs.share, DONE_SHARE)))
    .all();
  const groupOn = groupsOnDays(db, squadId);
  const ran = grouped(finished, (run) => run.weekId);
  const did = grouped(figures, (one) => one.weekId);
  return opened
    .map((shown): WeekOfPlayer => {
      const mine = did.get(shown.week.id) ?? [];
      const { left, right } = footLedger(mine.flatMap(repsOf));
      const sessions = sessionsFor(shown.outline.sessions, groupOn(member.id, shown.week.startsOn));
      return {
        number: shown.week.number,
        startsOn: shown.week.startsOn,
        set: sessions.length,
        ...doneOnTime(shown.week.startsOn, sessions, ran.get(shown.week.id) ?? []),
        touches: { left, right },
        balance: balanceOf(mine),
        records: recordsIn(mine).length,
      };
    })
    .reverse();
}

const SCORES_SHOWN = 60;

/** Scores of a player with their facts, newest first. */
function scoreRows(db: Db, figures: readonly Figure[], drillName: (id: string) => string): ScoreInList[] {
  const ids = figures.map((one) => one.scoreId);
  if (ids.length === 0) return [];
  const sent = db
    .select({ id: scores.id, value: scores.value, dose: scores.dose, evening: runs.eveningId })
    .from(scores)
    .leftJoin(runs, eq(runs.id, scores.runId))
    .where(inArray(scores.id, ids))
    .all();
  const live = new Set(sent.flatMap((row) => (row.evening === null ? [] : [row.id])));
  const read = db
    .select({ id: paperResults.id, value: paperResults.value, dose: paperResults.dose })
    .from(paperResults)
    .where(inArray(paperResults.id, ids))
    .all();
  const practiced = db
    .select({ id: practiceGoes.id, value: practiceGoes.value, dose: practiceGoes.dose })
    .from(practiceGoes)
    .where(inArray(practiceGoes.id, ids))
    .all();
  const practiceIds = new Set(practiced.map((row) => row.id));
  const facts = new Map<string, { value: number | null; dose: Dose }>([...sent, ...read, ...practiced].map((row) => [row.id, row]));
  return figures.flatMap((one) => {
    const fact = facts.get(one.scoreId);
    if (!fact) return [];
    return [
      {
        scoreId: one.scoreId,
        drillName: drillName(one.drillId),
        doseWords: doseInWords(fact.dose),
        foot: one.foot,
        value: fact.value,
        counts: one.counts,
        unit: one.measure === 'fixed reps' ? 'reps' : one.measure === 'sets' ? 'sets' : resultUnit(one.measure),
        faults: one.faults,
        seconds: one.seconds,
        clocked: one.clocked,
        paper: one.weekId === null && !practiceIds.has(one.scoreId),
        ...(practiceIds.has(one.scoreId) ? { practice: true } : {}),
        ...(live.has(one.scoreId) ? { together: true as const } : {}),
        isRecord: isRecord(one),
        standing: one.standing,
        doubt: one.doubt,
        byClip: one.byClip,
        doneAt: one.doneAt,
      },
    ];
  });
}

/** Goes of free practice on a player's page. */
const PRACTICE_SHOWN = 12;

/** Some figures, newest first, cut so that goes of one instant are never torn apart; and whether there are older ones. */
function cutAt(rows: readonly Figure[]): { shown: readonly Figure[]; more: boolean } {
  const cut = rows.length > SCORES_SHOWN ? rows[SCORES_SHOWN]?.doneAt : undefined;
  const whole = cut === undefined ? rows : rows.filter((row) => row.doneAt > cut);
  return { shown: whole.length > 0 ? whole : rows, more: cut !== undefined };
}

/** More of a player's scores, older than one instant. */
export function playerScores(
  context: Context,
  actor: Actor,
  input: { squad: string; player: string; before?: number | undefined },
): { scores: ScoreInList[]; more: boolean } {
  const { db } = context;
  allow(db, actor, 'see a player', { squad: input.squad, player: input.player });
  const rows = db
    .select()
    .from(scoreFigures)
    .where(
      and(
        eq(scoreFigures.playerId, input.player),
        eq(scoreFigures.squadId, input.squad),
        input.before === undefined ? undefined : lt(scoreFigures.doneAt, input.before),
      ),
    )
    .orderBy(desc(scoreFigures.doneAt), desc(scoreFigures.scoreId))
    .limit(SCORES_SHOWN + 1)
    .all();
  const { shown, more } = cutAt(rows);
  return { scores: scoreRows(db, shown, drillNames(db, input.squad)), more };
}

const pausesOf = (db: Db, playerId: string) =>
  db
    .select({ id: playerPauses.id, from: playerPauses.from, to: playerPauses.to })
    .from(playerPauses)
    .where(eq(playerPauses.playerId, playerId))
    .orderBy(asc(playerPauses.from))
    .all();

/** A player as the coaches see them. */
export function playerPage(context: Context, actor: Actor, input: { squad: string; player: string }): PlayerPage {
  const { db } = context;
  allow(db, actor, 'see a player', input);
  const now = context.now();
  const member = memberOf(db, input.squad, input.player);
  const { shared, drills, groups, figures, squad, lastDay, today, shelf, asked } = feetOf(context, input.squad, member);
  const quiet = quietFor(lastDay, member.joinedOn, today);
  const age = Number(today.slice(0, 4)) - member.birthYear;
  const around: Around = {
    doses: asked.doses,
    shelf,
    drillName: asked.drillName,
    now,
    goesLately: figures.filter((one) => now - one.doneAt < LATELY_MS).length,
    said: saidSince(db, input.squad, now - STILL_DONE_MS, member.id),
    barred: (drill) => drill.loads.includes('heading') && age < squad.headingAge,
  };
  const page = cutAt(figures.slice(-SCORES_SHOWN - 1).reverse());
  return {
    ...shared,
    squadName: squad.name,
    drills: drills.map((drill) => ({ ...drill, ...forCoach(groups.get(drill.key) ?? [], around) })),
    level: member.level,
    strongerFoot: member.strongerFoot,
    squadId: input.squad,
    contactSchool: member.contactSchool,
    squadSchool: squad.contactSchool,
    age,
    quietDays: quiet.days,
    quiet: quiet.quiet,
    begun: quiet.begun,
    today,
    weeks: weeksOfPlayer(db, input.squad, member, figures, now),
    stretchAim: member.stretchAim,
    squadAim: squad.stretchAim,
    pictures: member.pictures,
    grounds: groundsFor(db, input.squad, member.id, now),
    notes: notesOf(db, actor, input.squad, member.id),
    ownSteps: ownStepsOf(db, input.squad, member.id),
    pauses: pausesOf(db, member.id),
    practice: practiceGoesOf(db, input.squad, member.id, PRACTICE_SHOWN).map((one) => ({
      id: one.id,
      drillName: asked.drillName(one.drillId),
      doseWords: doseInWords(one.dose),
      foot: one.foot,
      value: one.value,
      unit: resultUnit(one.dose.measure),
      counts: one.counts,
      doneAt: one.doneAt,
    })),
    scores: scoreRows(db, page.shown, asked.drillName),
    moreScores: page.more,
  };
}

/** Every counted result of one drill at one dose, with records, trend and what the next go is likely to bring. */
export function playerCurve(context: Context, actor: Actor, input: { squad: string; player: string; key: string }): Curve {
  const { db } = context;
  allow(db, actor, 'see a player', { squad: input.squad, player: input.player });
  const squad = squadById(db, input.squad);
  const counted = figuresOf(db, input.squad, input.player)
    .filter(isCounted)
    .filter((one) => keyOfBoth(one.recordKey) === input.key);
  const newest = counted.at(-1);
  if (!newest) throw notFound();
  const better = BETTER[newest.measure];
  const now = context.now();
  // A drill left long ago is computed for a month after its last go at most, not for today.
  const nextAt = Math.min(Math.max(now, newest.doneAt), newest.doneAt + MONTH_MS);
  const dose = doseOfFigure(db, newest);
  return {
    key: input.key,
    drillName: drillNames(db, input.squad)(newest.drillId),
    doseWords: doseInWords(dose),
    unit: resultUnit(newest.measure),
    better,
    timeZone: squad.timeZone,
    feet: FEET.flatMap((foot) => {
      const mine = counted.filter((one) => one.foot === foot);
      if (mine.length === 0) return [];
      const records = new Set(recordsOf(mine, better).map((one) => one.scoreId));
      return [
        {
          foot,
          points: mine.map((one) => ({
            at: one.doneAt,
            result: one.result,
            clocked: one.clocked,
            byClip: one.byClip,
            record: records.has(one.scoreId),
          })),
          trend: trendOf(mine, better),
          next: newest.measure === 'time on' ? null : nextOf(mine, nextAt),
        },
      ];
    }),
    nextAt,
    weeks: weeksOf(counted, better, weekNumbers(db, input.squad)),
  };
}
