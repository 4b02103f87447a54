import { addDays, dayNumber, dayOf, mondayOf, weekday } from '../calendar/days.ts';
import { type Asks, asksInWords } from './asks.ts';
import { type DatedRule, inRanges, isWeekly, ruleOn, type StreakInput, type StreakRule } from './rules.ts';

/** What one day or week was: done, forgiven by a free day, missed, not asked for, in a break, or still running. */
export type UnitState = 'done' | 'free' | 'missed' | 'off' | 'break' | 'running' | 'ahead';

interface Unit {
  /** The day, or the Monday of the week. */
  day: string;
  /** The Monday of its week. */
  week: string;
  state: 'done' | 'missed' | 'off' | 'break' | 'running';
  freeDays: number;
  weekly: boolean;
}

/** Sessions or days that a week holds, as its rule counts them. */
export function doneInWeek(input: Pick<StreakInput, 'done'>, monday: string, rule: StreakRule): number {
  const counts = Array.from({ length: 7 }, (_, i) => input.done[addDays(monday, i)]).filter((n) => n !== undefined);
  return rule.kind === 'N sessions a week' ? counts.reduce((a, b) => a + b, 0) : counts.length;
}

function weekUnit(input: StreakInput, monday: string, rule: StreakRule & { n: number }): Unit {
  const days = Array.from({ length: 7 }, (_, i) => addDays(monday, i));
  const base = { day: monday, week: monday, freeDays: 0, weekly: true };
  if (doneInWeek(input, monday, rule) >= rule.n) return { ...base, state: 'done' };
  if (days.some((day) => inRanges(input.breaks, day))) return { ...base, state: 'break' };
  if (days.includes(input.today)) return { ...base, state: 'running' };
  // A week that began before the player joined is not held against the player.
  return { ...base, state: monday < input.since ? 'off' : 'missed' };
}

/** Whether a daily rule asks for anything on a day; a weekly rule asks for every week. */
const isAskedOn = (rule: StreakRule, weekday_: number) => rule.kind !== 'chosen weekdays' || rule.weekdays.includes(weekday_);
const isAsked = (rule: StreakRule, day: string) => isAskedOn(rule, weekday(day));

function dayUnit(
  input: StreakInput,
  day: string,
  on: { weekday: number; week: string },
  rule: Extract<StreakRule, { freeDays: number }>,
): Unit {
  const base = { day, week: on.week, freeDays: rule.freeDays, weekly: false };
  const asked = isAskedOn(rule, on.weekday);
  if (asked && input.done[day] !== undefined) return { ...base, state: 'done' };
  if (inRanges(input.breaks, day)) return { ...base, state: 'break' };
  if (!asked || inRanges(input.over ?? [], day)) return { ...base, state: 'off' };
  return { ...base, state: day === input.today ? 'running' : 'missed' };
}

/** The rule of each day, looked up as the days go by: a squad changes it a few times a season, and there are hundreds of days. */
function rulesByDay(rules: readonly DatedRule[]): (day: string) => StreakRule {
  if (rules.length === 1 && rules[0]) {
    const [{ rule }] = rules as [DatedRule];
    return () => rule;
  }
  return (day) => ruleOn(rules, day);
}

/** All judged units from joining until today, oldest first. A week belongs to the rule that holds on its Monday. */
function unitsOf(input: StreakInput): Unit[] {
  const units: Unit[] = [];
  const ruleAt = rulesByDay(input.rules);
  const last = dayNumber(input.today);
  let monday = mondayOf(input.since);
  let weekdayNow = weekday(input.since);
  for (let n = dayNumber(input.since); n <= last; n++) {
    const day = dayOf(n);
    const on = weekdayNow;
    if (on === 1) monday = day;
    weekdayNow = (on % 7) + 1;
    const rule = ruleAt(monday < input.since ? input.since : monday);
    if (isWeekly(rule)) {
      if (units.at(-1)?.day !== monday) units.push(weekUnit(input, monday, rule as StreakRule & { n: number }));
    } else {
      const daily = ruleAt(day);
      units.push(
        dayUnit(input, day, { weekday: on, week: monday }, (isWeekly(daily) ? rule : daily) as Extract<StreakRule, { freeDays: number }>),
      );
    }
  }
  return units;
}

interface Walk {
  length: number;
  firstDay: string | null;
  free: Set<string>;
}

/**
 * The streak that ends with unit `end`, walking back. A missed day is forgiven by a free day of its week, the latest
 * missed day first, so that nothing before the day that broke the streak has any say in it.
 */
function walkBack(units: readonly Unit[], end: number): Walk {
  const walk: Walk = { length: 0, firstDay: null, free: new Set() };
  const weekly = units[end]?.weekly;
  const usedFree = new Map<string, number>();
  let forgiven: string[] = [];
  for (let i = end; i >= 0; i--) {
    const unit = units[i];
    if (!unit || unit.weekly !== weekly) break;
    if (unit.state === 'done') {
      walk.length++;
      walk.firstDay = unit.day;
      for (const day of forgiven) walk.free.add(day);
      forgiven = [];
    } else if (unit.state === 'missed') {
      const used = usedFree.get(unit.week) ?? 0;
      if (used >= unit.freeDays) break;
      usedFree.set(unit.week, used + 1);
      forgiven.push(unit.day);
    }
  }
  return walk;
}

/**
 * The longest streak that any done unit ever ended, of days and of weeks apart: what was counted in days never turns into weeks. Walking back
 * from a unit, all that matters is where it stands and how many free days of its week are spent already, so the lengths are built forward, one
 * unit at a time: how far a walk gets that comes to the unit with none, one or two free days of its week spent.
 */
function longest(units: readonly Unit[]): { days: number; weeks: number } {
  const best = { days: 0, weeks: 0 };
  // Three numbers and not a list: this is walked through for every player and day.
  let [none, one, two] = [0, 0, 0];
  let before: Unit | undefined;
  for (const unit of units) {
    // A week's spent free days are the week's own; a walk into the week before starts afresh. Nothing goes on into the other kind of unit.
    if (!before || before.weekly !== unit.weekly) [none, one, two] = [0, 0, 0];
    else if (before.week !== unit.week) [one, two] = [none, none];
    if (unit.state === 'done') {
      [none, one, two] = [none + 1, one + 1, two + 1];
      if (unit.weekly) best.weeks = Math.max(best.weeks, none);
      else best.days = Math.max(best.days, none);
    } else if (unit.state === 'missed') {
      [none, one, two] = [unit.freeDays > 0 ? one : 0, unit.freeDays > 1 ? two : 0, 0];
    }
    before = unit;
  }
  return best;
}

export interface Streak {
  unit: 'day' | 'week';
  /** Done days or weeks in a row that still stand. */
  current: number;
  /** The longest ever in this unit. */
  best: number;
  /** The longest in the other unit, from when the squad counted so; null where there is none. */
  before: { unit: 'day' | 'week'; best: number } | null;
  /** First day of the current streak (Monday for weeks); null without one. */
  firstDay: string | null;
  /** Whether something must be done today, or the streak ends with today or with this week. */
  needsToday: boolean;
  /** About to come undone: needed today, or a weekly streak not yet safe from Saturday on. */
  loosening: boolean;
  /** What keeps it. */
  asks: Asks;
}

/** A streak for somebody who reads: what keeps it is said in words. */
export type ReadStreak = Omit<Streak, 'asks'> & { sentence: string };
export const streakInWords = ({ asks, ...streak }: Streak): ReadStreak => ({ ...streak, sentence: asksInWords(asks) });

interface Need {
  needsToday: boolean;
  loosening: boolean;
  asks: Pick<Asks, 'kind' | 'n'>;
}
const nothing = (kind: Asks['kind'], n = 0): Need => ({ needsToday: false, loosening: false, asks: { kind, n } });

/**
 * What a week still asks for. Needed today is what cannot be made up for on the days that are left; where too few are left anyway nothing is
 * needed any more.
 */
function weeklyNeed(input: StreakInput, rule: StreakRule & { n: number }, state: Unit['state'] | undefined): Need {
  const missing = rule.n - doneInWeek(input, mondayOf(input.today), rule);
  if (missing <= 0) return nothing('week done');
  if (state === 'break') return nothing('break');
  if (state !== 'running') return nothing('nothing this week');
  const daysLeft = 8 - weekday(input.today);
  if (rule.kind === 'N sessions a week') {
    const needsToday = daysLeft === 1;
    return {
      needsToday,
      loosening: daysLeft <= 2,
      asks: { kind: 'sessions', n: missing },
    };
  }
  const isDone = input.done[input.today] !== undefined;
  const open = daysLeft - (isDone ? 1 : 0);
  if (missing > open) return nothing('too few days');
  const needsToday = !isDone && missing === open;
  return {
    needsToday,
    loosening: needsToday || daysLeft <= 2,
    asks: { kind: 'days', n: missing },
  };
}

/** What a day asks for. A free day that the streak has spent in this week is spent; one that was missed before it began is not. */
function dailyNeed(input: StreakInput, today: Unit | undefined, walk: Walk, freeDays: number): Need {
  if (today?.state === 'done') return nothing('today done');
  if (today?.state === 'break') return nothing('break');
  if (today?.state !== 'running') {
    const isOver = inRanges(input.over ?? [], input.today);
    return nothing(isOver ? 'week over' : 'nothing today');
  }
  const monday = mondayOf(input.today);
  const spent = [...walk.free].filter((day) => day >= monday).length;
  const left = Math.max(0, freeDays - spent);
  if (left > 0) return nothing('grows', left);
  return { needsToday: true, loosening: true, asks: { kind: 'today', n: 1 } };
}

/**
 * The streak by the squad's rule: days or weeks in a row, free days, breaks and pauses forgiven,
 * the running day or week never counted against the player. When a squad changes between a daily and a weekly rule,
 * the current streak starts with the next Monday; each kind keeps its own best.
 */
export const streakOf = (input: StreakInput): ReadStreak => streakInWords(streakFrom(input, unitsOf(input)));

/** Streak and strip at once: the days are judged once for both. */
export function streakAndStrip(input: StreakInput): { streak: Streak; strip: StripCell[] } {
  const units = unitsOf(input);
  return { streak: streakFrom(input, units), strip: stripFrom(input, units, STRIP_WEEKS) };
}

function streakFrom(input: StreakInput, units: readonly Unit[]): Streak {
  const last = units.at(-1);
  const walk = walkBack(units, units.length - 1);
  // A week belongs to the rule of its Monday: a change between days and weeks counts from the next Monday on.
  const weekly = last ? last.weekly : isWeekly(ruleOn(input.rules, input.today));
  const best = longest(units);
  const monday = mondayOf(input.today);
  const need = weekly
    ? weeklyNeed(input, ruleOn(input.rules, monday < input.since ? input.since : monday) as StreakRule & { n: number }, last?.state)
    : dailyNeed(input, last, walk, last?.freeDays ?? 0);
  const [unit, other] = weekly ? (['week', 'day'] as const) : (['day', 'week'] as const);
  const [mine, theirs] = weekly ? [best.weeks, best.days] : [best.days, best.weeks];
  const alive = walk.length > 0;
  return {
    unit,
    current: walk.length,
    best: mine,
    before: theirs > 0 ? { unit: other, best: theirs } : null,
    firstDay: walk.firstDay,
    needsToday: alive && need.needsToday,
    loosening: alive && need.loosening,
    asks: { ...(alive || last?.state !== 'running' ? need.asks : { kind: 'day one', n: mine }), unit },
  };
}

/** Weeks of a strip that nobody asked more or fewer of. */
const STRIP_WEEKS = 8;

export interface StripCell {
  /** The day, or the Monday of the week. */
  day: string;
  state: UnitState;
}

/**
 * The last `weeks` weeks as cells, oldest first, the running week whole (days to come are `ahead`).
 * Daily rules give a cell a day, weekly rules a cell a week.
 */
export const stripOf = (input: StreakInput, weeks = STRIP_WEEKS): StripCell[] => stripFrom(input, unitsOf(input), weeks);

function stripFrom(input: StreakInput, units: readonly Unit[], weeks: number): StripCell[] {
  const lastMonday = mondayOf(input.today);
  const firstMonday = addDays(lastMonday, -7 * (weeks - 1));
  const weekly = units.at(-1)?.weekly ?? isWeekly(ruleOn(input.rules, input.today));
  const byDay = new Map(units.filter((unit) => unit.weekly === weekly).map((unit) => [unit.day, unit.state]));
  const free = new Set<string>();
  const places = new Map(units.map((unit, i) => [unit.day, i]));
  // Free days are shown as they were spent by the streaks that really were: walk back from each streak's end, as far as is shown.
  for (let i = units.length - 1; i >= 0 && (units[i]?.day ?? '') >= firstMonday; i--) {
    if (units[i]?.state !== 'done' && i !== units.length - 1) continue;
    const walk = walkBack(units, i);
    for (const day of walk.free) free.add(day);
    if (walk.firstDay) i = Math.min(i, places.get(walk.firstDay) ?? i);
  }
  const step = weekly ? 7 : 1;
  const count = weekly ? weeks : weeks * 7;
  return Array.from({ length: count }, (_, i) => {
    const day = addDays(firstMonday, i * step);
    if (dayNumber(day) > dayNumber(input.today))
      return { day, state: isAsked(ruleOn(input.rules, day), day) ? ('ahead' as const) : ('off' as const) };
    const state = free.has(day) ? 'free' : (byDay.get(day) ?? 'off');
    return { day, state };
  });
}

export type { DatedRule };
