import { and, eq, gt } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import { mondayOf } from '../../core/calendar/days.ts';
import { LEVELS, type Level } from '../../core/squads/terms.ts';
import { t } from '../../core/text/translate.ts';
import { movesOn } from '../../core/weeks/index.ts';
import type { Actor } from '../accounts/actor.ts';
import type { Context } from '../context.ts';
import type { Db } from '../platform/db/connection.ts';
import { givenWeeks, groupStays, squadGroups, weekRevisions, weeks } from '../platform/db/schema.ts';
import { badInput, notFound } from '../platform/problems.ts';
import { allow } from '../policy.ts';
import { type Group, groupsOf, groupsSaid } from '../squads/groups.ts';
import { memberOf, membersOf, type Squad, squadById, squadDay } from '../squads/squads.ts';
import { forgetStreaksIn } from '../streaks/days.ts';

const GROUPS_MOST = 12;
const SAME = new Intl.Collator('en', { sensitivity: 'base', usage: 'search' });

/** Players who have already opened the week of a squad that runs on a Monday. */
function openedBy(db: Db, squadId: string, monday: string): Set<string> {
  const rows = db
    .selectDistinct({ playerId: givenWeeks.playerId })
    .from(givenWeeks)
    .innerJoin(weekRevisions, eq(weekRevisions.id, givenWeeks.revisionId))
    .innerJoin(weeks, eq(weeks.id, weekRevisions.weekId))
    .where(and(eq(weeks.squadId, squadId), eq(weeks.startsOn, monday)))
    .all();
  return new Set(rows.map((row) => row.playerId));
}

/** Puts players into groups, from this Monday on or, for who has opened this week, from the next. To be called in a transaction. Returns from when on. */
function move({ db, now }: Context, squad: Squad, moves: ReadonlyMap<string, string | null>): Map<string, string> {
  const today = squadDay(squad, now());
  const opened = openedBy(db, squad.id, mondayOf(today));
  const since = new Map<string, string>();
  for (const [playerId, groupId] of moves) {
    const from = movesOn(today, opened.has(playerId));
    const of = and(eq(groupStays.squadId, squad.id), eq(groupStays.playerId, playerId));
    // Whatever was said for later is taken back with it.
    db.delete(groupStays)
      .where(and(of, gt(groupStays.from, from)))
      .run();
    db.insert(groupStays)
      .values({ squadId: squad.id, playerId, from, groupId })
      .onConflictDoUpdate({ target: [groupStays.squadId, groupStays.playerId, groupStays.from], set: { groupId } })
      .run();
    since.set(playerId, from);
  }
  return since;
}

function liveGroup(db: Db, squadId: string, id: string): Group {
  const found = groupsOf(db, squadId).find((one) => one.id === id);
  if (!found) throw notFound();
  return found;
}

/** Makes a group, or gives one another name. */
export function saveGroup(context: Context, actor: Actor, input: { squad: string; group: string; name: string }): Group {
  const { db, now } = context;
  const { squad, group: id, name } = input;
  allow(db, actor, 'change groups', { squad });
  return db.transaction(() => {
    const all = groupsOf(db, squad);
    if (all.some((one) => one.id !== id && SAME.compare(one.name, name) === 0))
      throw badInput('name', t('There is a group “{name}” already. Give it another name.', { name }));
    if (all.some((one) => one.id === id)) {
      db.update(squadGroups).set({ name }).where(eq(squadGroups.id, id)).run();
      return { id, name };
    }
    if (db.select({ id: squadGroups.id }).from(squadGroups).where(eq(squadGroups.id, id)).get()) throw notFound();
    if (all.length >= GROUPS_MOST) throw badInput('name', t('A squad has at most {groupsMost} groups.', { groupsMost: GROUPS_MOST }));
    db.insert(squadGroups).values({ id, squadId: squad, name, createdAt: now() }).run();
    return { id, name };
  });
}

/** Does away with a group; its players are in none from then on, and what was released for it stays as it was. */
export function dropGroup(context: Context, actor: Actor, input: { squad: string; group: string }): { id: string } {
  const { db, now } = context;
  allow(db, actor, 'change groups', { squad: input.squad });
  const squad = squadById(db, input.squad);
  db.transaction(() => {
    const { id } = liveGroup(db, squad.id, input.group);
    const out = [...groupsSaid(context, squad)].flatMap(([playerId, { group }]) => (group === id ? [[playerId, null] as const] : []));
    move(context, squad, new Map(out));
    db.update(squadGroups).set({ goneAt: now() }).where(eq(squadGroups.id, id)).run();
  });
  forgetStreaksIn(context, squad.id);
  return { id: input.group };
}

/** Puts a player into a group, or into none. */
export function setGroup(
  context: Context,
  actor: Actor,
  input: { squad: string; player: string; group: string | null },
): { group: string | null; from: string } {
  const { db } = context;
  allow(db, actor, 'change groups', { squad: input.squad, player: input.player });
  const squad = squadById(db, input.squad);
  const from = db.transaction(() => {
    const { id } = memberOf(db, squad.id, input.player);
    if (input.group !== null) liveGroup(db, squad.id, input.group);
    return move(context, squad, new Map([[id, input.group]])).get(id) ?? '';
  });
  forgetStreaksIn(context, squad.id);
  return { group: input.group, from };
}

const NAMES: Record<Level, string> = {
  get starting() {
    return t('Starting');
  },
  get steady() {
    return t('Steady');
  },
  get strong() {
    return t('Strong');
  },
};

/** A group for each level that somebody of the squad has, with its players; a group that has the name already is used. */
export function groupByLevel(context: Context, actor: Actor, input: { squad: string }): { groups: Group[] } {
  const { db, now } = context;
  allow(db, actor, 'change groups', { squad: input.squad });
  const squad = squadById(db, input.squad);
  db.transaction(() => {
    const members = membersOf(db, squad.id);
    const had = groupsOf(db, squad.id);
    const moves = new Map<string, string | null>();
    for (const level of LEVELS) {
      const players = members.filter((member) => member.level === level);
      if (players.length === 0) continue;
      let id = had.find((one) => SAME.compare(one.name, NAMES[level]) === 0)?.id;
      if (!id) {
        id = uuid();
        db.insert(squadGroups).values({ id, squadId: squad.id, name: NAMES[level], createdAt: now() }).run();
      }
      for (const player of players) moves.set(player.id, id);
    }
    move(context, squad, moves);
  });
  forgetStreaksIn(context, squad.id);
  return { groups: groupsOf(db, squad.id) };
}
