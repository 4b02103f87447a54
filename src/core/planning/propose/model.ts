import { FAMILIES, type Family } from '../../drills/terms.ts';
import { isInReach } from '../reach.ts';
import type { Candidate, Cost, Order } from './candidates.ts';
import { dueDrills, type Place, ROLES, type Role, STYLE_LIMITS, wishedShares } from './wishes.ts';

/** Drink after a block of a role, seconds; after a leg burner longer. */
export const DRINK: Record<Role, number> = {
  ...{ 'warm-up': 0, recap: 30, 'new skill': 30, 'leg burner': 45, combination: 30, challenge: 30, 'cool-down': 0 },
};
const HOPPING_MOST = 118;
const LEAST_OF_TIME = 0.92;
const HALF = 0.6;
/** What a second is worth by which a session is shorter than wished, and by which a family has more or less than its share. */
const SHORT = 0.03;
const FAR_SHORT = 0.1;
const OFF_SHARE = 0.05;
const MISSED_RECAP = 5;
const MISSED_PIN = 60;
const NO_CHALLENGE = 30;
const NO_WARM_UP = 20;
const AGAIN = 2.5;
/** What a further round is worth beside the first ones. */
const FURTHER_ROUND = 0.2;
const WALL_DAY = 1.5;
const MOST_OF_DRILL = 3;
const BEGINNERS = 8;
const RECAPS_IN_SESSION = 4;
const COMBINATIONS_IN_SESSION = 3;
/** A share of a long debt that one week may pay back: a season has more than one week. */
const MOST_OF_WEEK = 0.6;

/** A candidate on a day: the variables that say whether it is taken, and in how many rounds more than the fewest. */
export interface Option {
  name: string;
  rounds: string;
  day: number;
  candidate: Candidate;
}

export interface Model {
  choices: Option[];
  /** The integer program in the LP format, of the choices of `only` (by name); no other is taken. */
  program(only: ReadonlySet<string>): string;
  /** The same with choices that need not be whole: a linear program, solved in a moment. */
  relaxed(): string;
}

const figure = (n: number) => (Object.is(n, -0) ? 0 : n).toFixed(4);

/** Lines of an integer program as they are written down. */
class Lines {
  readonly goal: string[] = [];
  readonly rows: string[] = [];
  readonly binary: string[] = [];

  sum(terms: readonly (readonly [number, string])[]): string {
    return terms.map(([n, name]) => `${n < 0 ? '-' : '+'} ${figure(Math.abs(n))} ${name}`).join(' ');
  }
  row(terms: readonly (readonly [number, string])[], sign: '<=' | '>=' | '=', right: number): void {
    if (terms.length > 0) this.rows.push(` r${this.rows.length}: ${this.sum(terms)} ${sign} ${figure(right)}`);
  }
  /** Where one thing is, another is too. */
  needs(one: string, other: string): void {
    this.row(
      [
        [1, other],
        [-1, one],
      ],
      '>=',
      0,
    );
  }
  /** A variable that is 0 or more, and costs so much. */
  cost(name: string, each: number): string {
    this.goal.push(`- ${figure(each)} ${name}`);
    return name;
  }
  /** @param whole the variables that are 0 or 1 @param bounds of variables that are not */
  text(whole: readonly string[], bounds: readonly string[]): string {
    const part = (heading: string, lines: readonly string[]) => (lines.length > 0 ? [heading, ...lines.map((line) => ` ${line}`)] : []);
    return [
      'Maximize',
      ` goal: ${this.goal.join(' ')}`,
      'Subject To',
      ...this.rows,
      ...part('Bounds', bounds),
      ...part('Binary', whole),
      'End',
      '',
    ].join('\n');
  }
  program(out: ReadonlySet<string>): string {
    return this.text(
      this.binary.filter((name) => !out.has(name)),
      [...out].map((name) => `${name} = 0`),
    );
  }
  relaxed(): string {
    return this.text(
      [],
      this.binary.map((name) => `0 <= ${name} <= 1`),
    );
  }
}

/** Each family's seconds of work this week, so that its share over the weeks comes to what is wished. */
export function wishedSeconds(order: Order, candidates: readonly Candidate[], ofWeek: number): Map<Family, number> {
  const possible = new Set(candidates.filter((one) => one.role !== 'cool-down').map((one) => one.drill.family));
  const shares = wishedShares(order.wishes.focus, possible);
  const had = (family: Family) => order.facts.past.reduce((sum, week) => sum + (week.seconds[family] ?? 0), 0);
  const before = FAMILIES.filter((family) => possible.has(family)).reduce((sum, family) => sum + had(family), 0);
  const owed = FAMILIES.map((family) => {
    const share = shares.get(family) ?? 0;
    return [family, Math.min(MOST_OF_WEEK * ofWeek, Math.max(0, share * (before + ofWeek) - had(family)))] as const;
  });
  const sum = owed.reduce((total, [, seconds]) => total + seconds, 0);
  return new Map(owed.map(([family, seconds]) => [family, sum > 0 ? (seconds * ofWeek) / sum : 0]));
}

const rank = (role: Role) => ROLES.indexOf(role);

/** What must be there: pins, and at one place one of some drills instead of the one that was there, which is not on that day again. */
export interface Wanted {
  pins: readonly Place[];
  slot: { day: number; role: Role; among: readonly string[]; instead: string } | null;
}

/** Choices that are settled on a day: further rounds by the variable of each. */
export type Settled = ReadonlyMap<string, number>;

/**
 * Days of a week as an integer program: which candidates on which of them, under what never gives way, for the most of what is wished.
 * @param days the days that are looked at, in order; those of `fixed` are settled already
 */
export function modelOf(
  order: Order,
  candidates: readonly Candidate[],
  days: readonly number[],
  fixed: ReadonlyMap<number, Settled>,
  asked: Wanted,
): Model {
  const { wishes, facts, drills } = order;
  const limits = STYLE_LIMITS[wishes.style];
  const lines = new Lines();
  const { slot } = asked;
  const swappedOut = (day: number, id: string) => slot?.day === day && slot.instead === id;
  const choices = days.flatMap((day) => {
    const all = candidates
      .map((candidate, i): Option => ({ name: `x${day}_${i}`, rounds: `r${day}_${i}`, day, candidate }))
      .filter((one) => !swappedOut(day, one.candidate.drill.id));
    const settled = fixed.get(day);
    return settled ? all.filter(({ name }) => settled.has(name)) : all;
  });
  const met = new Set(facts.met);
  // To a squad that has met hardly anything everything is new.
  const begins = met.size < BEGINNERS ? 1 : 0;
  const pick = (fits: (one: Option) => boolean) => choices.filter(fits);
  const count = (some: readonly Option[]) => some.map(({ name }) => [1, name] as const);
  /** What choices cost of one thing: with their fewest rounds, and with each further one. */
  const costs = (some: readonly Option[], of: keyof Cost) =>
    some.flatMap(({ name, rounds, candidate }) =>
      [[candidate.cost[of], name] as const, [candidate.more[of], rounds] as const].filter(([n]) => n !== 0),
    );
  for (const { name, rounds, day, candidate } of choices) {
    const { worth } = candidate;
    lines.binary.push(name);
    lines.goal.push(
      `${worth < 0 ? '-' : '+'} ${figure(Math.abs(worth))} ${name} + ${figure(FURTHER_ROUND * Math.max(0, worth))} ${rounds}`,
    );
    // Rounds are whole only once the week is woven: the program need not search among them.
    lines.row(
      [
        [1, rounds],
        [candidate.rounds.least - candidate.rounds.most, name],
      ],
      '<=',
      0,
    );
    const settled = fixed.get(day)?.get(name);
    if (settled === undefined) continue;
    lines.row([[1, name]], '=', 1);
    lines.row([[1, rounds]], '=', settled);
  }

  for (const day of days) {
    const here = pick((one) => one.day === day);
    const ofRole = (role: Role) => here.filter((one) => one.candidate.role === role);
    // A role that is there has its drink break.
    const used = ROLES.filter((role) => DRINK[role] > 0).map((role) => {
      const name = `b${day}_${rank(role)}`;
      lines.binary.push(name);
      for (const one of ofRole(role)) lines.needs(one.name, name);
      return [DRINK[role], name] as const;
    });
    for (const [, name] of used) lines.goal.push(`- 0.0010 ${name}`);
    const time = [...costs(here, 'seconds'), ...used];
    const budget = wishes.minutes * 60;
    lines.row(time, '<=', budget);
    const short = lines.cost(`s${day}`, SHORT);
    lines.row([...time, [1, short]], '>=', LEAST_OF_TIME * budget);
    // A little less on every day rather than one evening that is no training.
    lines.row([...time, [1, lines.cost(`t${day}`, FAR_SHORT)]], '>=', HALF * budget);
    lines.row(costs(here, 'hops'), '<=', HOPPING_MOST);
    const atMost = (role: Role, n: number) => lines.row(count(ofRole(role)), '<=', n);
    const one = (role: Role, cost: number) => lines.row([...count(ofRole(role)), [1, lines.cost(`n${day}_${rank(role)}`, cost)]], '=', 1);
    one('warm-up', NO_WARM_UP);
    one('challenge', NO_CHALLENGE);
    atMost('recap', RECAPS_IN_SESSION);
    atMost('new skill', limits.newInSession + begins);
    atMost('leg burner', limits.burners ? 1 : 0);
    atMost('combination', COMBINATIONS_IN_SESSION + (wishes.minutes >= 25 ? 1 : 0) + begins);
    atMost('cool-down', 1);
    // A wall day is a day of the wall: one trip to it, not a pass on every evening.
    const wall = here.filter((choice) => choice.candidate.drill.kit.includes('wall'));
    if (wall.length > 0) {
      const name = `w${day}`;
      lines.binary.push(name);
      lines.cost(name, WALL_DAY);
      for (const choice of wall) lines.needs(choice.name, name);
    }
    const next = days.find((other) => other === day + 1);
    if (next !== undefined)
      lines.row(count(pick((choice) => choice.candidate.role === 'leg burner' && (choice.day === day || choice.day === next))), '<=', 1);
  }

  lines.row(count(pick((one) => one.candidate.role === 'new skill')), '<=', limits.newInWeek + 2 * begins);
  lines.row(costs(choices, 'headers'), '<=', facts.headersMax);
  if (facts.meanTouches) lines.row(costs(choices, 'touches'), '<=', limits.touches * facts.meanTouches);

  for (const drill of new Set(candidates.map((one) => one.drill))) {
    const mine = pick((one) => one.candidate.drill === drill);
    // Once a session; again in the week costs something, and more than thrice is too often.
    for (const day of days) lines.row(count(mine.filter((one) => one.day === day)), '<=', 1);
    const again = lines.cost(`a${lines.rows.length}`, AGAIN);
    lines.row([...count(mine), [-1, again]], '<=', 1);
    lines.row(count(mine), '<=', MOST_OF_DRILL);
    lines.row(count(mine.filter((one) => one.candidate.role === 'challenge')), '<=', 1);
    if (met.has(drill.id)) continue;
    lines.row(count(mine.filter((one) => one.candidate.role === 'new skill')), '<=', 1);
    const easier = drill.easier.filter((id) => drills.has(id));
    for (const one of mine) {
      const comesBefore = (other: Option) =>
        other.day < one.day || (other.day === one.day && rank(other.candidate.role) < rank(one.candidate.role));
      // What is not met stands in no other role before it was new; a root may be warm-up or challenge at once.
      if (one.candidate.role !== 'new skill' && drill.easier.length > 0)
        lines.row([...count(mine.filter((other) => other.candidate.role === 'new skill' && comesBefore(other))), [-1, one.name]], '>=', 0);
      // And it needs an easier one that was met, or comes before it.
      if (one.candidate.role === 'new skill' && !isInReach(drill, met, drills)) {
        const first = pick(
          (other) =>
            easier.includes(other.candidate.drill.id) &&
            (comesBefore(other) || (other.day === one.day && other.candidate.role === 'new skill')),
        );
        lines.row([...count(first), [-1, one.name]], '>=', 0);
      }
    }
  }

  // What is not done again within weeks is gone.
  for (const id of dueDrills(facts)) {
    const again = pick((one) => one.candidate.drill.id === id && one.candidate.role !== 'warm-up');
    if (again.length === 0) continue;
    const missed = lines.cost(`m${lines.rows.length}`, MISSED_RECAP);
    lines.row([...count(again), [1, missed]], '>=', 1);
  }
  const taught = new Set(facts.earlier.flatMap((week) => week.drills));
  const recaps = pick((one) => one.candidate.role === 'recap' && taught.has(one.candidate.drill.id));
  if (recaps.length > 0) lines.row([...count(recaps), [1, lines.cost('norecap', NO_CHALLENGE)]], '>=', 1);

  asked.pins.forEach((pin, i) => {
    if (!days.includes(pin.day)) return;
    const mine = pick((one) => one.day === pin.day && one.candidate.role === pin.role && one.candidate.drill.id === pin.drillId);
    const missed = lines.cost(`p${i}`, MISSED_PIN);
    lines.row([...count(mine), [1, missed]], '>=', 1);
  });
  if (slot && days.includes(slot.day)) {
    const mine = pick((one) => one.day === slot.day && one.candidate.role === slot.role && slot.among.includes(one.candidate.drill.id));
    lines.row([...count(mine), [1, lines.cost('slot', MISSED_PIN)]], '>=', 1);
  }

  const work = pick((one) => one.candidate.role !== 'cool-down');
  // About half of a session is work: the rest is lead-ins, switches and rests.
  const seconds = wishedSeconds(order, candidates, days.length * wishes.minutes * 60 * 0.5);
  for (const [family, wished] of seconds) {
    const mine = work.filter((one) => one.candidate.drill.family === family);
    if (mine.length === 0) continue;
    const off = lines.cost(`f${FAMILIES.indexOf(family)}`, OFF_SHARE);
    const sum = costs(mine, 'work');
    lines.row([...sum, [-1, off]], '<=', wished);
    lines.row([...sum, [1, off]], '>=', wished);
  }
  return {
    choices,
    program: (only) => lines.program(new Set(choices.flatMap(({ name }) => (only.has(name) ? [] : [name])))),
    relaxed: () => lines.relaxed(),
  };
}
