import { asc, desc, eq } from 'drizzle-orm';
import type { RuleChange, RuleFigures, Rules } from '../../contract/rules.ts';
import { defaultsForAge, ruleInWords } from '../../core/rules/index.ts';
import type { StreakRule } from '../../core/streaks/index.ts';
import type { TableSchool } from '../../core/tables/index.ts';
import { english, t } from '../../core/text/translate.ts';
import { TIMES } from '../../core/weeks/times.ts';
import type { Actor } from '../accounts/actor.ts';
import type { Context } from '../context.ts';
import type { Db } from '../platform/db/connection.ts';
import { ruleChanges, squadBreaks, squadRules, squads, user } from '../platform/db/schema.ts';
import { notFound } from '../platform/problems.ts';
import { allow } from '../policy.ts';
import { changeRule, writeChange } from '../squads/changes.ts';
import { choicesOf } from '../squads/choices.ts';
import { freshSquadCode } from '../squads/people.ts';
import { membersOf, rulesOf, squadById, squadDay } from '../squads/squads.ts';
import { knownZone } from '../squads/zone.ts';
import { forgetStreaksIn } from '../streaks/days.ts';
import { barAnew } from '../weeks/given.ts';

const CHANGES_SHOWN = 100;

function changesOf(db: Db, squadId: string): RuleChange[] {
  return db
    .select({ change: ruleChanges, by: user.name })
    .from(ruleChanges)
    .leftJoin(user, eq(user.id, ruleChanges.by))
    .where(eq(ruleChanges.squadId, squadId))
    .orderBy(desc(ruleChanges.at), desc(ruleChanges.id))
    .limit(CHANGES_SHOWN)
    .all()
    .map(({ change: { id, rule, before, after, at }, by }) => ({
      ...{ id, rule, at, by: by ?? t('a coach who has left') },
      before: ruleInWords(before),
      after: ruleInWords(after),
    }));
}

function viewOf({ db, now }: Context, actor: Actor, squadId: string): Rules {
  const squad = squadById(db, squadId);
  const today = squadDay(squad, now());
  const ages = membersOf(db, squadId)
    .map((member) => Number(today.slice(0, 4)) - member.birthYear)
    .sort((a, b) => a - b);
  const age = ages[Math.floor(ages.length / 2)] ?? null;
  const { name, town, language, headingAge, headersMax, clipDays, times, quietFrom, quietTo, mailsPerDay, reminders } = squad;
  const { ruleSaid: _ruleSaid, ...usualTimes } = TIMES;
  const usual = age === null ? null : defaultsForAge(Math.min(18, Math.max(5, age)));
  return {
    squad: { id: squad.id, name: squad.name, timeZone: squad.timeZone, code: squad.code },
    mayChange: actor.kind === 'coach' && actor.heads.includes(squadId),
    figures: { name, town, language, headingAge, headersMax, clipDays, times: times ?? null, quietFrom, quietTo, mailsPerDay, reminders },
    usualTimes,
    choices: choicesOf(squad),
    usual: usual && { headingAge: usual.headingAge, headersMax: usual.headersMax, clipDays: usual.clipDays },
    changes: changesOf(db, squadId),
    today,
    streakRules: rulesOf(db, squadId),
    dayEndsAt: squad.dayEndsAt,
    breaks: db
      .select({ id: squadBreaks.id, from: squadBreaks.from, to: squadBreaks.to, title: squadBreaks.title })
      .from(squadBreaks)
      .where(eq(squadBreaks.squadId, squadId))
      .orderBy(asc(squadBreaks.from))
      .all(),
    tableSchool: squad.tableSchool,
    age,
  };
}

export function readRules(context: Context, actor: Actor, input: { squad: string }): Rules {
  allow(context.db, actor, 'see the rules', input);
  return viewOf(context, actor, input.squad);
}

/** Sets the streak rule from today on. A second change on the same day takes the first one's place; every other day keeps its rule. */
export function setStreakRule(context: Context, actor: Actor, input: { squad: string; rule: StreakRule }): Rules {
  const { db } = context;
  const { squad, rule } = input;
  allow(db, actor, 'set the rules', { squad });
  const from = squadDay(squadById(db, squad), context.now());
  const before = rulesOf(db, squad).at(-1)?.rule ?? null;
  changeRule(context, actor, { squad, rule: english('streak rule'), before, after: rule }, () => {
    db.insert(squadRules)
      .values({ squadId: squad, from, rule })
      .onConflictDoUpdate({ target: [squadRules.squadId, squadRules.from], set: { rule } })
      .run();
    forgetStreaksIn(context, squad);
  });
  return viewOf(context, actor, squad);
}

export function setTables(context: Context, actor: Actor, input: { squad: string; tableSchool: TableSchool }): Rules {
  const { squad, tableSchool } = input;
  allow(context.db, actor, 'set the rules', { squad });
  const before = squadById(context.db, squad).tableSchool;
  changeRule(context, actor, { squad, rule: english('tables'), before, after: tableSchool }, () => {
    context.db.update(squads).set({ tableSchool }).where(eq(squads.id, squad)).run();
  });
  return viewOf(context, actor, squad);
}

/** Moves a squad to another time zone. What was done keeps the training day it counted on; from now on days are those of the new zone. */
export function setZone(context: Context, actor: Actor, input: { squad: string; timeZone: string }): Rules {
  const { squad } = input;
  allow(context.db, actor, 'set the rules', { squad });
  const timeZone = knownZone(input.timeZone);
  const before = squadById(context.db, squad).timeZone;
  changeRule(context, actor, { squad, rule: english('time zone'), before, after: timeZone }, () => {
    context.db.update(squads).set({ timeZone }).where(eq(squads.id, squad)).run();
    forgetStreaksIn(context, squad);
  });
  return viewOf(context, actor, squad);
}

type BreakInput = { squad: string; break: string };

function breakOf(context: Context, input: BreakInput) {
  const had = context.db.select().from(squadBreaks).where(eq(squadBreaks.id, input.break)).get();
  if (had && had.squadId !== input.squad) throw notFound();
  return had;
}

export function putBreak(
  context: Context,
  actor: Actor,
  input: BreakInput & { from: string; to: string; title: string; long?: boolean | undefined },
): Rules {
  const { db } = context;
  allow(db, actor, 'set the rules', { squad: input.squad });
  const had = breakOf(context, input);
  const { squad, break: id, long: _, ...set } = input;
  const before = had ? { from: had.from, to: had.to, title: had.title } : null;
  changeRule(context, actor, { squad, rule: english('break'), before, after: set }, () => {
    db.insert(squadBreaks)
      .values({ id, squadId: squad, ...set })
      .onConflictDoUpdate({ target: squadBreaks.id, set })
      .run();
    forgetStreaksIn(context, squad);
  });
  return viewOf(context, actor, squad);
}

export function dropBreak(context: Context, actor: Actor, input: BreakInput): Rules {
  const { db } = context;
  allow(db, actor, 'set the rules', { squad: input.squad });
  const had = breakOf(context, input);
  if (!had) throw notFound();
  const before = { from: had.from, to: had.to, title: had.title };
  changeRule(context, actor, { squad: input.squad, rule: english('break'), before, after: null }, () => {
    db.delete(squadBreaks).where(eq(squadBreaks.id, input.break)).run();
    forgetStreaksIn(context, input.squad);
  });
  return viewOf(context, actor, input.squad);
}

/* What is written down of a change is in no reader's language: its name is put into words when it is read. */
const FIGURE_WORDS: Record<keyof RuleFigures, string> = {
  name: english('name'),
  town: english('town'),
  language: english('language of letters'),
  headingAge: english('heading age'),
  headersMax: english('headers a week'),
  clipDays: english('days of clips'),
  times: english('lengths of the run sheet'),
  quietFrom: english('quiet hours from'),
  quietTo: english('quiet hours to'),
  mailsPerDay: english('mails a day'),
  reminders: english('reminders'),
};

/** Sets figures of the rules; each that really changes is written down. A higher heading age holds for the open week too. */
export function setFigures(context: Context, actor: Actor, input: { squad: string } & Partial<RuleFigures>): Rules {
  const { db } = context;
  const { squad: squadId, ...figures } = input;
  allow(db, actor, 'set the rules', { squad: squadId });
  const squad = squadById(db, squadId);
  db.transaction(() => {
    for (const name of Object.keys(figures) as (keyof RuleFigures)[]) {
      const after = figures[name];
      if (after !== undefined) writeChange(context, actor, squadId, FIGURE_WORDS[name], squad[name] ?? null, after);
    }
    if (Object.keys(figures).length > 0) db.update(squads).set(figures).where(eq(squads.id, squadId)).run();
    if (figures.headingAge !== undefined && figures.headingAge !== squad.headingAge) barAnew(context, squadById(db, squadId));
  });
  return viewOf(context, actor, squadId);
}

/** Gives the squad another code to sign in with: players who are signed in stay so. */
export function giveNewCode(context: Context, actor: Actor, input: { squad: string }): Rules {
  const { db } = context;
  allow(db, actor, 'set the rules', input);
  // The codes themselves are not written down: an old one would say how the new one looks.
  const change = { squad: input.squad, rule: english('squad code'), before: english('the one before'), after: english('a new one') };
  changeRule(context, actor, change, () => {
    db.update(squads)
      .set({ code: freshSquadCode(db) })
      .where(eq(squads.id, input.squad))
      .run();
  });
  return viewOf(context, actor, input.squad);
}
