import { eq } from 'drizzle-orm';
import type { OwnNumberSent, SquadNumbers } from '../../contract/numbers.ts';
import { drillInWords } from '../../core/drills/in-words.ts';
import { CONTACT_SCHOOLS, type Foot } from '../../core/drills/index.ts';
import { allItems, catchUpInWords, type Given, personalWeek } from '../../core/planning/index.ts';
import { doseInWords } from '../../core/scores/index.ts';
import { t } from '../../core/text/translate.ts';
import { feetToScore } from '../../core/training/index.ts';
import { hasGroups, type PublishedWeek, weekForPlayer } from '../../core/weeks/index.ts';
import type { Actor } from '../accounts/actor.ts';
import type { Context } from '../context.ts';
import { shelfOf } from '../drills/shelf.ts';
import { ownTargets } from '../platform/db/schema.ts';
import { badInput, notFound } from '../platform/problems.ts';
import { allow, asPerson } from '../policy.ts';
import { shoesOf } from '../progress/shoes.ts';
import { keysOf, knownOf, knownOfOne, numbersOf, ownTargetsOf, reachedOf } from '../scores/known.ts';
import { memberOf, membersOf, squadById, weekFor } from '../squads/squads.ts';
import { computeGiven } from '../weeks/given.ts';
import { freeze, weekById } from '../weeks/weeks.ts';

/** The record keys of a week in both schools of contact. */
const keysOfBoth = (content: PublishedWeek) => [
  ...new Set(CONTACT_SCHOOLS.flatMap((school) => keysOf(weekForPlayer(content, school, 'right')))),
];

/** The catch-up doses of a player, drill by drill in words. */
function catchUpWords(content: PublishedWeek, extras: Given['extras']): string[] {
  const items = new Map(allItems(content).map((item) => [item.id, item]));
  return extras.flatMap((extra) => {
    const item = items.get(extra.after);
    const drill = item && content.drills[item.drillId];
    return drill ? [`${drillInWords(drill).name}, ${catchUpInWords(item, extra)}`] : [];
  });
}

/** The number of every player for every scored item of a week's saved draft, with the reasons, before it is released. */
export function squadNumbers(context: Context, actor: Actor, input: { week: string }): SquadNumbers {
  const { db } = context;
  allow(db, actor, 'see squad numbers', input);
  const week = weekById(db, input.week);
  const squad = squadById(db, week.squadId);
  const members = membersOf(db, squad.id);
  const shelf = shelfOf(db, squad.id);
  const frozen = freeze(week.plan, shelf, squad.times);
  const now = context.now();
  const ids = members.map((member) => member.id);
  // With the twins of both schools, so that it is asked once for everybody.
  const known = knownOf(db, ids, keysOfBoth(frozen));
  const reached = reachedOf(db, ids);
  const own = ownTargetsOf(db, week.id);
  const cells = members.map((member) => {
    const mine = known.get(member.id) ?? new Map();
    const planned = weekFor(squad, member, frozen);
    const given = computeGiven(db, squad, member, { ...week, content: planned }, mine, now, shoesOf(db, squad, member, week.plan));
    const content = personalWeek(planned, given);
    // An own step or a group brings a drill in that the plan does not have.
    const all = given.steps.length > 0 || given.shoes || hasGroups(frozen) ? knownOfOne(db, member.id, keysOf(content)) : mine;
    return {
      member,
      given,
      content,
      numbers: numbersOf({
        ...{ content, member, squad, known: all, own: own.get(member.id), steps: given.steps, at: now },
        reached: reached.get(member.id) ?? new Map(),
      }),
    };
  });
  return {
    week: { id: week.id, number: week.number, title: week.plan.title },
    items: allItems(week.plan)
      .filter((item) => item.scored)
      .map((item) => ({
        itemId: item.id,
        drillName: shelf.get(item.drillId)?.name ?? item.drillId,
        doseWords: doseInWords(item.dose),
        measure: item.dose.measure,
        rule: item.target.rule,
      })),
    players: cells.map(({ member, given, content, numbers }) => ({
      playerId: member.id,
      nickname: member.nickname,
      catchUps: catchUpWords(content, given.extras),
      numbers: numbers.map(({ itemId, foot, target, record, tuning }) => ({ itemId, foot, target, record, tuning })),
      instead: allItems(content).flatMap((item) => {
        const planned = allItems(week.plan).find((one) => one.id === item.id);
        return planned && planned.drillId !== item.drillId
          ? [{ itemId: item.id, drillName: content.drills[item.drillId]?.name ?? item.drillId }]
          : [];
      }),
    })),
  };
}

/** Sets one player's number for one foot of an item in place of the rule's, or gives it back to the rule. */
export function setOwnNumber(context: Context, actor: Actor, input: { week: string } & OwnNumberSent): SquadNumbers {
  const { db } = context;
  allow(db, actor, 'set an own number', { week: input.week });
  const week = weekById(db, input.week);
  const member = memberOf(db, week.squadId, input.player);
  const item = allItems(week.plan).find((one) => one.id === input.item);
  if (!item?.scored) throw notFound();
  if (!feetToScore(item, member.strongerFoot).includes(input.foot as Foot))
    throw badInput('foot', t('This item has no number for that foot.'));
  if (input.kind === 'number' && input.number === null) throw badInput('number', t('Type the number to reach.'));
  const had = db.select().from(ownTargets).where(eq(ownTargets.id, input.id)).get();
  if (had && had.weekId !== week.id) throw notFound();
  db.insert(ownTargets)
    .values({
      id: input.id,
      weekId: week.id,
      itemId: item.id,
      playerId: member.id,
      foot: input.foot,
      kind: input.kind,
      number: input.kind === 'number' ? input.number : null,
      by: asPerson(actor).userId,
      at: context.now(),
    })
    .onConflictDoNothing()
    .run();
  return squadNumbers(context, actor, { week: week.id });
}
