import { and, desc, eq, lt } from 'drizzle-orm';
import type { Facts, OwnSteps, Preview } from '../../contract/planning.ts';
import { grouped } from '../../core/grouped.ts';
import { measureWeek } from '../../core/planning/index.ts';
import { mondaysOf } from '../../core/planning/season/plan.ts';
import { wishesOf } from '../../core/planning/season/rest.ts';
import { TYPICAL_RUNNER } from '../../core/training/index.ts';
import type { PublishedWeek } from '../../core/weeks/index.ts';
import type { Actor } from '../accounts/actor.ts';
import type { Context } from '../context.ts';
import { metDrills, shelfOf } from '../drills/shelf.ts';
import type { Db } from '../platform/db/connection.ts';
import { weekRevisions, weeks } from '../platform/db/schema.ts';
import { allow } from '../policy.ts';
import { shoesOf } from '../progress/shoes.ts';
import { groupsOf, groupsOnDays } from '../squads/groups.ts';
import { memberOf, membersOf, squadById, squadDay, typicalRunnerOf } from '../squads/squads.ts';
import { asidesOf } from '../weeks/asides.ts';
import { seasonOf } from '../weeks/seasons.ts';
import { freeze, weekById } from '../weeks/weeks.ts';
import { weekOfMember } from './this-week.ts';

const WEEKS_OF_MEAN = 4;
const WEEKS_OF_RECAP = 3;

/** What was released before a week of a squad, newest first: each week once, in its newest revision. */
export function releasedBefore(db: Db, squadId: string, number: number, most: number): { number: number; content: PublishedWeek }[] {
  const ids = db
    .selectDistinct({ id: weeks.id, number: weeks.number })
    .from(weeks)
    .innerJoin(weekRevisions, eq(weekRevisions.weekId, weeks.id))
    .where(and(eq(weeks.squadId, squadId), lt(weeks.number, number)))
    .orderBy(desc(weeks.number))
    .limit(most)
    .all();
  return ids.flatMap((week) => {
    const row = db
      .select({ content: weekRevisions.content })
      .from(weekRevisions)
      .where(eq(weekRevisions.weekId, week.id))
      .orderBy(desc(weekRevisions.revision))
      .limit(1)
      .get();
    return row ? [{ number: week.number, content: row.content }] : [];
  });
}

export function earlierOf({ number, content }: { number: number; content: PublishedWeek }): Facts['earlier'][number] {
  const blocks = content.sessions.flatMap((session) => session.blocks);
  const drillsIn = (some: typeof blocks) => [...new Set(some.flatMap((block) => block.items.map((item) => item.drillId)))];
  return { number, newSkills: drillsIn(blocks.filter((block) => block.kind === 'new skill')), drills: drillsIn(blocks) };
}

function touchesOf(content: PublishedWeek): number {
  const { left, right } = measureWeek(content, new Map(Object.entries(content.drills)), { ...TYPICAL_RUNNER, times: content.times }).dose
    .touches;
  return left + right;
}

/** What the planner must know of the squad to check a week. */
export function plannerFacts(context: Context, actor: Actor, input: { week: string }): Facts {
  allow(context.db, actor, 'see planner facts', input);
  return factsOf(context, weekById(context.db, input.week));
}

/** The same for somebody already let in. */
export function factsOf(context: Context, week: { id: string; squadId: string; number: number; startsOn: string }): Facts {
  const { db } = context;
  const squad = squadById(db, week.squadId);
  const year = Number(squadDay(squad, context.now()).slice(0, 4));
  const before = releasedBefore(db, squad.id, week.number, WEEKS_OF_MEAN);
  const season = seasonOf(db, squad.id);
  const groupOn = groupsOnDays(db, squad.id);
  const touches = before.map((one) => touchesOf(one.content));
  return {
    asides: asidesOf(db, week),
    sessionMinutes: squad.sessionMinutes,
    headingAge: squad.headingAge,
    headersMax: squad.headersMax,
    runner: typicalRunnerOf(squad),
    footOrder: squad.footOrder,
    contactSchool: squad.contactSchool,
    players: membersOf(db, squad.id).map(({ id, nickname, birthYear, level, home }) => ({
      id,
      nickname,
      age: year - birthYear,
      level,
      home,
      group: groupOn(id, week.startsOn),
    })),
    season: season ? wishesOf(season.plan, week.startsOn, mondaysOf(season.plan)) : null,
    groups: groupsOf(db, squad.id),
    met: [...metDrills(db, squad.id)],
    earlier: before.slice(0, WEEKS_OF_RECAP).map(earlierOf),
    meanTouches: touches.length > 0 ? touches.reduce((sum, n) => sum + n, 0) / touches.length : null,
  };
}

/** The saved draft as one player of the squad would get it. */
export function previewWeek(context: Context, actor: Actor, input: { week: string; player: string }): Preview {
  const { db } = context;
  allow(db, actor, 'preview a week', { week: input.week });
  const week = weekById(db, input.week);
  const squad = squadById(db, week.squadId);
  const member = memberOf(db, squad.id, input.player);
  const now = context.now();
  const content = freeze(week.plan, shelfOf(db, squad.id), squad.times);
  return {
    nickname: member.nickname,
    home: member.home,
    // Only looked at: nothing is given yet.
    ...weekOfMember(db, squad, member, { ...week, content }, now, (compute) => compute()),
  };
}

/** Which step each player of the squad would get, in the items of the saved draft that are the step each is on. */
export function squadSteps(context: Context, actor: Actor, input: { week: string }): { items: OwnSteps[] } {
  const { db } = context;
  allow(db, actor, 'preview a week', { week: input.week });
  const week = weekById(db, input.week);
  const squad = squadById(db, week.squadId);
  const shoes = membersOf(db, squad.id).flatMap((member) => shoesOf(db, squad, member, week.plan).map((shoe) => ({ member, shoe })));
  const byItem = grouped(shoes, ({ shoe }) => shoe.itemId);
  return {
    items: [...byItem].map(([itemId, all]) => ({
      itemId,
      stairs: (all[0]?.shoe.stairs ?? []).map(({ id, name }) => ({ drillId: id, name })),
      shoes: all.map(({ member, shoe: { step, why, chosen } }) => ({ playerId: member.id, nickname: member.nickname, step, why, chosen })),
    })),
  };
}
