import { v7 as uuid } from 'uuid';
import type { Proposal } from '../../contract/planning.ts';
import { drillInWords } from '../../core/drills/in-words.ts';
import type { Drill, Family } from '../../core/drills/index.ts';
import { type PastWeek, type ProposalFacts, proposeWeek, type Wishes } from '../../core/planning/propose/index.ts';
import { compileRunSheet, TYPICAL_RUNNER } from '../../core/training/index.ts';
import type { PublishedWeek } from '../../core/weeks/index.ts';
import type { Actor } from '../accounts/actor.ts';
import type { Context } from '../context.ts';
import { liveShelf } from '../drills/shelf.ts';
import { solver } from '../planning/solver.ts';
import { allow } from '../policy.ts';
import { squadById, typicalRunnerOf } from '../squads/squads.ts';
import { weekById } from '../weeks/weeks.ts';
import { earlierOf, factsOf, releasedBefore } from './planner-facts.ts';
import { notThereYetOf } from './season.ts';

/** Weeks that a proposal looks back on. */
const WEEKS_BACK = 12;
/** A drill is lagging while fewer than this share meets its band. */
const LAGGING = 0.5;

/** Seconds of work by family in a released week. */
function secondsOf(content: PublishedWeek): PastWeek['seconds'] {
  const drills = new Map(Object.entries(content.drills));
  const seconds: PastWeek['seconds'] = {};
  for (const session of content.sessions)
    for (const interval of compileRunSheet(session, drills, { ...TYPICAL_RUNNER, times: content.times })) {
      const family: Family | undefined = interval.kind === 'work' && interval.drillId ? drills.get(interval.drillId)?.family : undefined;
      if (family) seconds[family] = (seconds[family] ?? 0) + interval.seconds;
    }
  return seconds;
}

const pastWeek = (one: { number: number; content: PublishedWeek }, ofWeek: number): PastWeek => {
  const { number, newSkills, drills } = earlierOf(one);
  return { ago: ofWeek - number, newSkills, drills, seconds: secondsOf(one.content) };
};

/** Proposes the sessions of a week. It is work for a thread beside: a second or two. */
export async function propose(context: Context, actor: Actor, input: { week: string } & Wishes): Promise<Proposal> {
  const { db } = context;
  allow(db, actor, 'see planner facts', { week: input.week });
  const { week: weekId, ...wishes } = input;
  const week = weekById(db, weekId);
  const squad = squadById(db, week.squadId);
  const known = factsOf(context, week);
  const facts: ProposalFacts = {
    ...{ ...known, aside: known.asides.map((one) => one.check) },
    past: releasedBefore(db, squad.id, week.number, WEEKS_BACK).map((one) => pastWeek(one, week.number)),
    notThere: [...new Set(notThereYetOf(context, squad.id).rows.flatMap((row) => (row.met < LAGGING * row.tried ? [row.drillId] : [])))],
  };
  // Its reasons name drills.
  const drills = new Map<string, Drill>(liveShelf(db, squad.id).map((drill) => [drill.id, drillInWords(drill)]));
  return proposeWeek({ wishes, facts, drills, runner: typicalRunnerOf(squad) }, await solver(), uuid);
}
