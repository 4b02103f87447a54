import { and, asc, desc, eq, getTableColumns, lte, type SQL, sql } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import type { Release, WeekDetail, WeekList, WeekRow } from '../../contract/weeks.ts';
import { addDays, instantOf, mondayOf } from '../../core/calendar/days.ts';
import type { Drill } from '../../core/drills/index.ts';
import { allItems, itemsOf, releaseProblems } from '../../core/planning/index.ts';
import { english, t, term } from '../../core/text/translate.ts';
import { copyPlan, copySession, drillsOfItem, type PublishedWeek, type WeekPlan } from '../../core/weeks/index.ts';
import type { Times } from '../../core/weeks/times.ts';
import type { Actor } from '../accounts/actor.ts';
import type { Context } from '../context.ts';
import { shelfOf } from '../drills/shelf.ts';
import type { Db } from '../platform/db/connection.ts';
import { templates, weekRevisions, weeks } from '../platform/db/schema.ts';
import { badInput, notFound, Problem } from '../platform/problems.ts';
import { allow, asPerson } from '../policy.ts';
import { groupsOf } from '../squads/groups.ts';
import { ageOf, membersOf, type Squad, squadById, squadDay } from '../squads/squads.ts';
import { contentOf, revisionColumns } from './contents.ts';
import { keepOutline } from './outlines.ts';

type Week = typeof weeks.$inferSelect;
type Revision = typeof weekRevisions.$inferSelect;

const UNTIL_SUNDAY = english('A week can be released until its Sunday is over.');

/** A revision without its frozen content, which is what makes it heavy to read. */
type Head = Omit<Revision, 'content'>;

const { content: _content, ...headColumns } = getTableColumns(weekRevisions);

export function newestRevision(db: Db, weekId: string): Head | undefined {
  return db
    .select(headColumns)
    .from(weekRevisions)
    .where(eq(weekRevisions.weekId, weekId))
    .orderBy(desc(weekRevisions.revision))
    .limit(1)
    .get();
}

/** What a list says of a release. */
type HeadInList = Pick<Head, 'weekId' | 'draft' | 'opensAt' | 'closesAt' | 'surprise'>;

function stateOf(revision: HeadInList | undefined, now: number): WeekRow['state'] {
  if (!revision) return 'draft';
  if (now < revision.opensAt) return 'released';
  return now < revision.closesAt ? 'open' : 'closed';
}

/** What a list says of a week, read without the plan itself. */
type Outline = Pick<Week, 'id' | 'number' | 'startsOn' | 'draft'> & { title: string; focus: string; sessions: number };

const outlineOf = ({ id, number, startsOn, draft, plan }: Week): Outline => ({
  ...{ id, number, startsOn, draft },
  title: plan.title,
  focus: plan.focus,
  sessions: plan.sessions.length,
});

function rowOf({ draft, ...week }: Outline, revision: HeadInList | undefined, now: number): WeekRow {
  return {
    ...week,
    state: stateOf(revision, now),
    opensAt: revision?.opensAt ?? null,
    closesAt: revision?.closesAt ?? null,
    changed: revision !== undefined && draft > revision.draft,
    surprise: revision?.surprise ?? false,
  };
}

export function detailOf(context: Context, week: Week): WeekDetail {
  const revision = newestRevision(context.db, week.id);
  return {
    ...rowOf(outlineOf(week), revision, context.now()),
    squadId: week.squadId,
    timeZone: squadById(context.db, week.squadId).timeZone,
    plan: week.plan,
    draft: week.draft,
    revision: revision?.revision ?? null,
  };
}

export function weekById(db: Db, id: string): Week {
  const week = db.select().from(weeks).where(eq(weeks.id, id)).get();
  if (!week) throw notFound();
  return week;
}

/** When a week is over: the training day of its Sunday has ended. */
const endOfWeek = (squad: Squad, startsOn: string) => instantOf(addDays(startsOn, 7), squad.dayEndsAt, 0, squad.timeZone);

/** All weeks of a squad, newest first; of two seasons no plan is read whole. */
export function listWeeks(context: Context, actor: Actor, input: { squad: string }): WeekList {
  const { db } = context;
  allow(db, actor, 'list weeks', { squad: input.squad });
  const squad = squadById(db, input.squad);
  const outlines: Outline[] = db
    .select({
      id: weeks.id,
      number: weeks.number,
      startsOn: weeks.startsOn,
      draft: weeks.draft,
      title: sql<string>`json_extract(${weeks.plan}, '$.title')`,
      focus: sql<string>`json_extract(${weeks.plan}, '$.focus')`,
      sessions: sql<number>`json_array_length(${weeks.plan}, '$.sessions')`,
    })
    .from(weeks)
    .where(eq(weeks.squadId, squad.id))
    .orderBy(desc(weeks.number))
    .all();
  const { weekId, draft, opensAt, closesAt, surprise } = weekRevisions;
  const heads: HeadInList[] = db
    .select({ weekId, draft, opensAt, closesAt, surprise })
    .from(weekRevisions)
    .innerJoin(weeks, eq(weeks.id, weekRevisions.weekId))
    .where(eq(weeks.squadId, squad.id))
    .orderBy(asc(weekRevisions.revision))
    .all();
  // The last of a week is its newest.
  const newest = new Map(heads.map((head) => [head.weekId, head]));
  return {
    squad: { id: squad.id, name: squad.name, timeZone: squad.timeZone },
    weeks: outlines.map((week) => rowOf(week, newest.get(week.id), context.now())),
  };
}

export interface NewWeek {
  squad: string;
  id: string;
  fromWeek?: string | undefined;
  fromTemplate?: string | undefined;
}

/** What a new week starts from: nothing, a copy of another week of the squad, or a template. */
function startOf(db: Db, input: NewWeek, number: number): WeekPlan {
  const empty: WeekPlan = { title: t('Week {number}', { number }), focus: '', sessions: [] };
  if (input.fromWeek) {
    const source = db.select().from(weeks).where(eq(weeks.id, input.fromWeek)).get();
    if (!source || source.squadId !== input.squad) throw notFound();
    return copyPlan(source.plan, uuid);
  }
  if (input.fromTemplate) {
    const source = db.select().from(templates).where(eq(templates.id, input.fromTemplate)).get();
    if (!source || source.squadId !== input.squad) throw notFound();
    return { ...empty, title: source.name, sessions: source.sessions.map((session) => copySession(session, uuid)) };
  }
  return empty;
}

/** The age of a squad's youngest player, about; null while nobody is in it. */
function youngestOf({ db, now }: Context, squad: Squad): number | null {
  const at = now();
  const ages = membersOf(db, squad.id).map((member) => ageOf(member, squad, at));
  return ages.length > 0 ? Math.min(...ages) : null;
}

/**
 * Heading below the squad's age is not even planned, whichever way it comes: typed, copied, from a template or a file.
 * @throws Problem "not releasable" that names the drill
 */
export function refuseHeading(context: Context, squad: Squad, plan: Pick<WeekPlan, 'sessions'>): void {
  const youngest = youngestOf(context, squad);
  if (youngest === null || youngest >= squad.headingAge) return;
  const shelf = shelfOf(context.db, squad.id);
  plan.sessions.forEach((session, s) => {
    const drill = itemsOf(session)
      .flatMap(drillsOfItem)
      .map((id) => shelf.get(id))
      .find((one) => one?.loads.includes('heading'));
    if (!drill) return;
    const sentence = t('“{name}” has heading, and this squad heads from age {headingAge}; its youngest is about {youngest}. Take it out.', {
      name: drill.name,
      headingAge: squad.headingAge,
      youngest,
    });
    throw new Problem('not releasable', sentence, [{ field: `plan.sessions.${s}`, sentence }]);
  });
}

/** Puts a plan in as the draft after the squad's last week; it begins on the first Monday that has no week yet, never in the past. */
export function addWeek(context: Context, squad: Squad, id: string, planFor: (number: number) => WeekPlan): Week {
  const { db } = context;
  const last = db.select().from(weeks).where(eq(weeks.squadId, squad.id)).orderBy(desc(weeks.number)).limit(1).get();
  const latest = db.select().from(weeks).where(eq(weeks.squadId, squad.id)).orderBy(desc(weeks.startsOn)).limit(1).get();
  const thisMonday = mondayOf(squadDay(squad, context.now()));
  const following = latest ? addDays(latest.startsOn, 7) : thisMonday;
  const number = (last?.number ?? 0) + 1;
  const plan = planFor(number);
  refuseHeading(context, squad, plan);
  const week: Week = {
    id,
    squadId: squad.id,
    number,
    startsOn: following < thisMonday ? thisMonday : following,
    plan,
    draft: 1,
    updatedAt: context.now(),
  };
  db.insert(weeks).values(week).run();
  return week;
}

/** Makes the next week as a draft: empty, as a copy, or from a template. Sending the same id twice makes one week. */
export function makeWeek(context: Context, actor: Actor, input: NewWeek): WeekDetail {
  const { db } = context;
  allow(db, actor, 'make a week', { squad: input.squad });
  const squad = squadById(db, input.squad);
  const had = db.select().from(weeks).where(eq(weeks.id, input.id)).get();
  if (had && had.squadId !== squad.id) throw notFound();
  if (had) return detailOf(context, had);
  return detailOf(
    context,
    addWeek(context, squad, input.id, (number) => startOf(db, input, number)),
  );
}

/** Gives a week another Monday, as long as players do not see it; a week that is to open later must be released anew. */
export function moveWeek(context: Context, actor: Actor, input: { week: string; startsOn: string }): WeekDetail {
  const { db } = context;
  allow(db, actor, 'move a week', { week: input.week });
  const week = weekById(db, input.week);
  const squad = squadById(db, week.squadId);
  const wrong = (sentence: string) => badInput('startsOn', sentence);
  if (newestRevision(db, week.id)) throw new Problem('not releasable', t('This week is released already. Copy it and move the copy.'));
  if (mondayOf(input.startsOn) !== input.startsOn) throw wrong(t('A week begins on a Monday.'));
  if (input.startsOn < mondayOf(squadDay(squad, context.now()))) throw wrong(t('That Monday has passed.'));
  const there = db
    .select({ id: weeks.id, number: weeks.number })
    .from(weeks)
    .where(and(eq(weeks.squadId, squad.id), eq(weeks.startsOn, input.startsOn)))
    .get();
  if (there && there.id !== week.id) throw wrong(t('Week {number} begins on that Monday already.', { number: there.number }));
  db.update(weeks).set({ startsOn: input.startsOn }).where(eq(weeks.id, week.id)).run();
  return detailOf(context, weekById(db, week.id));
}

export function openWeek(context: Context, actor: Actor, input: { week: string }): WeekDetail {
  allow(context.db, actor, 'open a week', input);
  return detailOf(context, weekById(context.db, input.week));
}

/** Saves a plan that was made from the newest draft; an older one is refused, so that two editors never lose work silently. */
export function saveWeek(context: Context, actor: Actor, input: { week: string; draft: number; plan: WeekPlan }): WeekDetail {
  const { db } = context;
  allow(db, actor, 'save a week', { week: input.week });
  refuseHeading(context, squadById(db, weekById(db, input.week).squadId), input.plan);
  const saved = db
    .update(weeks)
    .set({ plan: input.plan, draft: input.draft + 1, updatedAt: context.now() })
    .where(and(eq(weeks.id, input.week), eq(weeks.draft, input.draft)))
    .run();
  if (saved.changes === 0) {
    throw new Problem(
      'changed elsewhere',
      t('This week was changed in another tab or by another coach. Your version is still on this screen.'),
    );
  }
  return detailOf(context, weekById(db, input.week));
}

function openingOf(context: Context, squad: Squad, week: Week, when: Release['when']): number {
  const running = newestRevision(context.db, week.id);
  if (when.kind === 'now') {
    // A week that is already open keeps the hour it opened at: goes done before the change stay valid.
    return running && running.opensAt <= context.now() ? running.opensAt : context.now();
  }
  const at = instantOf(when.day, when.hour, when.minute, squad.timeZone);
  if (at < context.now()) {
    throw new Problem('not releasable', 'That hour has passed. Pick a later one, or release now.', [
      { field: 'when', sentence: t('That hour has passed.') },
    ]);
  }
  return at;
}

/** A plan with the squad's lengths, the drills it asks for, and the twins that the other school of contact does in their place. */
export function freeze(plan: WeekPlan, shelf: ReadonlyMap<string, Drill>, times: Partial<Times> | null): PublishedWeek {
  const used = new Set(allItems(plan).flatMap(drillsOfItem));
  for (const id of [...used]) {
    const twin = shelf.get(id)?.twin;
    if (twin) used.add(twin);
  }
  const drills = [...used].flatMap((id) => shelf.get(id) ?? []);
  return { ...plan, drills: Object.fromEntries(drills.map((drill) => [drill.id, drill])), ...(times ? { times } : {}) };
}

/** Freezes the plan with its drills as the next revision. Scores done on an earlier revision keep it. */
export function releaseWeek(context: Context, actor: Actor, input: { week: string } & Release): WeekDetail {
  const { db } = context;
  allow(db, actor, 'release a week', { week: input.week });
  const week = weekById(db, input.week);
  const squad = squadById(db, week.squadId);
  const shelf = shelfOf(db, squad.id);
  const problems = releaseProblems(
    week.plan,
    shelf,
    squad.headingAge,
    youngestOf(context, squad),
    new Set(groupsOf(db, squad.id).map((one) => one.id)),
  );
  if (problems.length > 0) throw new Problem('not releasable', problems[0]?.sentence ?? '', problems);
  const opensAt = openingOf(context, squad, week, input.when);
  const closesAt = endOfWeek(squad, week.startsOn);
  if (opensAt >= closesAt) {
    const sentence = t('{untilSunday} This one ends before it would open.', { untilSunday: term(UNTIL_SUNDAY) });
    throw new Problem('not releasable', sentence, [{ field: 'when', sentence }]);
  }
  const content = freeze(week.plan, shelf, squad.times);
  const revision = (newestRevision(db, week.id)?.revision ?? 0) + 1;
  const releasedBy = asPerson(actor).userId;
  const revisionId = uuid();
  db.transaction(() => {
    db.insert(weekRevisions)
      .values({
        id: revisionId,
        weekId: week.id,
        revision,
        draft: week.draft,
        content,
        opensAt,
        closesAt,
        surprise: input.surprise ?? false,
        releasedAt: context.now(),
        releasedBy,
      })
      .run();
    keepOutline(db, { id: revisionId, weekId: week.id, content });
  });
  return detailOf(context, week);
}

export interface OpenWeek {
  week: Week;
  revision: Revision;
}

/**
 * Revisions that still stand: not those which a newer release took the place of before they opened.
 * A week put off, or made a surprise after all, must not open by its first release. For queries that join revisions with weeks.
 */
export const standing = (): SQL => sql`not exists (
  select 1 from week_revisions n where n.week_id = ${weekRevisions.weekId}
  and n.revision > ${weekRevisions.revision} and n.released_at < ${weekRevisions.opensAt})`;

/** The week of a squad that is open at an instant: of several the one that opened last, in its newest revision. */
export function openWeekOf(db: Db, squadId: string, now: number): OpenWeek | null {
  const row = db
    .select({ week: weeks, revision: revisionColumns })
    .from(weekRevisions)
    .innerJoin(weeks, eq(weeks.id, weekRevisions.weekId))
    .where(and(eq(weeks.squadId, squadId), lte(weekRevisions.opensAt, now), standing()))
    .orderBy(desc(weekRevisions.opensAt), desc(weekRevisions.revision))
    .limit(1)
    .get();
  if (!row || now >= row.revision.closesAt) return null;
  return { week: row.week, revision: { ...row.revision, content: contentOf(db, row.revision.id) } };
}
