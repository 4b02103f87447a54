import { and, eq, gt, isNull, sql } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import { BETTER, type Drill, drillForPlayer, otherSchool } from '../../core/drills/index.ts';
import { allItems, catchUpsFor, type Given, NOTHING_GIVEN, personalWeek } from '../../core/planning/index.ts';
import { footBalance, type StepKind } from '../../core/progress/index.ts';
import { recordKey } from '../../core/scores/index.ts';
import { type PublishedWeek, planFor } from '../../core/weeks/index.ts';
import type { Context } from '../context.ts';
import { shelfOf } from '../drills/shelf.ts';
import type { Db } from '../platform/db/connection.ts';
import { prepared } from '../platform/db/prepared.ts';
import { givenWeeks, ownSteps, weekRevisions, weeks } from '../platform/db/schema.ts';
import { unlessHeld } from '../platform/db/unless-held.ts';
import { groupsOnDays } from '../squads/groups.ts';
import { ageOf, type Member, membersOf, type Squad, schoolOf, weekFor } from '../squads/squads.ts';
import type { KnownByKey } from './known-by-key.ts';

type Revision = Pick<typeof weekRevisions.$inferSelect, 'id' | 'content'>;

/** Whether a drill may be done by a member: heading only from the squad's age on. */
const mayDo = (squad: Squad, member: Member, drill: Drill, now: number) =>
  !drill.loads.includes('heading') || ageOf(member, squad, now) >= squad.headingAge;

/** Drills of a week that a member may not do today, those among them that an own step would bring in. */
function barredOf(squad: Squad, member: Member, content: PublishedWeek, steps: Given['steps'], now: number): string[] {
  const drills = [...Object.values(content.drills), ...steps.flatMap((step) => step.toDrill ?? [])];
  return [...new Set(drills.flatMap((drill) => (mayDo(squad, member, drill, now) ? [] : [drill.id])))].sort();
}

/** After the heading age or a birth year was changed: what players of the open week were given is barred anew. */
export function barAnew({ db, now }: Context, squad: Squad): void {
  const rows = db
    .select({ given: givenWeeks, content: weekRevisions.content })
    .from(givenWeeks)
    .innerJoin(weekRevisions, eq(weekRevisions.id, givenWeeks.revisionId))
    .innerJoin(weeks, eq(weeks.id, weekRevisions.weekId))
    .where(and(eq(weeks.squadId, squad.id), gt(weekRevisions.closesAt, now())))
    .all();
  const members = new Map(membersOf(db, squad.id).map((member) => [member.id, member]));
  for (const { given, content } of rows) {
    const member = members.get(given.playerId);
    if (!member) continue;
    db.update(givenWeeks)
      .set({ given: { ...given.given, barred: barredOf(squad, member, content, given.given.steps, now()) } })
      .where(and(eq(givenWeeks.revisionId, given.revisionId), eq(givenWeeks.playerId, given.playerId)))
      .run();
  }
}

/**
 * What would make a week this player's own, by what is known now.
 * @param week the whole week as the member's school has it, with the sessions of every group
 * @param shoes the own step in each item that is the step each is on
 */
export function computeGiven(
  db: Db,
  squad: Squad,
  member: Member,
  week: { number: number; startsOn: string; content: PublishedWeek },
  known: KnownByKey,
  now: number,
  shoes: readonly { itemId: string; drill: Drill }[],
): Given {
  const rows = db
    .select()
    .from(ownSteps)
    .where(
      and(eq(ownSteps.squadId, squad.id), eq(ownSteps.playerId, member.id), eq(ownSteps.week, week.number), isNull(ownSteps.droppedAt)),
    )
    .all();
  const shelf = rows.length > 0 ? shelfOf(db, squad.id) : new Map<string, Drill>();
  const steps = rows.flatMap((row) => {
    const kind = row.kind as StepKind;
    const school = kind === 'other cues' ? otherSchool(schoolOf(squad, member)) : schoolOf(squad, member);
    const to = shelf.get(kind === 'other cues' ? row.drillId : (row.toDrillId ?? ''));
    if (to && !mayDo(squad, member, to, now)) return [];
    return [{ drillId: row.drillId, kind, toDrill: to ? drillForPlayer(to, school, member.strongerFoot) : null }];
  });
  const group = groupsOnDays(db, squad.id)(member.id, week.startsOn);
  const planned = planFor(week.content, group, (id) => week.content.drills[id]?.sides);
  const varied = new Set(allItems(week.content).flatMap((item) => (group !== null && item.groups?.[group] ? [item.id] : [])));
  const moved = new Set(steps.map((step) => step.drillId));
  const extras =
    squad.footOrder !== 'catch-up'
      ? []
      : catchUpsFor(
          planned,
          (item) => {
            const drill = week.content.drills[item.drillId];
            const own = shoes.find((shoe) => shoe.itemId === item.id)?.drill.id ?? item.drillId;
            // What is behind in the planned drill says nothing of the step that is done in its place.
            if (!drill || moved.has(item.drillId) || own !== item.drillId) return null;
            const of = (foot: 'left' | 'right') => known.get(recordKey(drill, item.dose, foot))?.recent ?? [];
            return footBalance(of('left'), of('right'), BETTER[item.dose.measure]);
          },
          uuid,
        );
  const barred = barredOf(squad, member, week.content, steps, now);
  // What the group does in an item's place goes before the step each is on.
  const own = shoes
    .filter((shoe) => !varied.has(shoe.itemId))
    .map(({ itemId, drill }) => ({ itemId, toDrill: drillForPlayer(drill, schoolOf(squad, member), member.strongerFoot) }));
  return { extras, steps, group, ...(barred.length > 0 ? { barred } : {}), ...(own.length > 0 ? { shoes: own } : {}) };
}

const givenTo = prepared((db) =>
  db
    .select()
    .from(givenWeeks)
    .where(and(eq(givenWeeks.revisionId, sql.placeholder('revision')), eq(givenWeeks.playerId, sql.placeholder('player'))))
    .prepare(),
);
const givenRow = (db: Db, revision: string, player: string) => givenTo(db).get({ revision, player });

/**
 * What a player was given with a revision: computed when it is first asked for, and the same ever after, save for one thing: who may head
 * the ball is judged whenever it is read, by today's rule and birth year. Where it cannot be written down just now, nothing is given yet:
 * what a run began without it leaves it out (see `playedWeek`).
 */
export function giveWeek(db: Db, squad: Squad, member: Member, revision: Revision, compute: () => Given, now: number): Given {
  const had = givenRow(db, revision.id, member.id);
  if (!had) {
    const given = compute();
    const row = { revisionId: revision.id, playerId: member.id, given, at: now };
    if (unlessHeld(() => db.insert(givenWeeks).values(row).onConflictDoNothing().run())) return given;
    return { ...NOTHING_GIVEN, ...(given.barred ? { barred: given.barred } : {}) };
  }
  const barred = barredOf(squad, member, weekFor(squad, member, revision.content), had.given.steps, now);
  if (barred.join() === (had.given.barred ?? []).join()) return had.given;
  const given = { ...had.given, barred };
  unlessHeld(() =>
    db
      .update(givenWeeks)
      .set({ given })
      .where(and(eq(givenWeeks.revisionId, revision.id), eq(givenWeeks.playerId, member.id)))
      .run(),
  );
  return given;
}

/**
 * A released week as a player does it: in the own school, for the own feet, with what was given to the player.
 * @param asOf what was given after this instant is left out: a run that began before ran without it
 */
export function playedWeek(
  db: Db,
  squad: Pick<Squad, 'contactSchool'>,
  member: Pick<Member, 'id' | 'contactSchool' | 'strongerFoot'>,
  revision: Revision,
  asOf = Number.POSITIVE_INFINITY,
): PublishedWeek {
  const row = givenRow(db, revision.id, member.id);
  return personalWeek(weekFor(squad, member, revision.content), row && row.at <= asOf ? row.given : NOTHING_GIVEN);
}
