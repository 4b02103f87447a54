import { expect } from 'chai';
import { addDays } from '../../../src/core/calendar/days.ts';
import {
  inRanges,
  ruleOn,
  type StreakInput,
  StreakRule,
  streakAndStrip,
  streakInWords,
  streakOf,
  stripOf,
} from '../../../src/core/streaks/index.ts';

/* The edges of streaks: equality, the first and the last day, and what is said of them. */

/** 2026-11-02 is a Monday. */
const MONDAY = '2026-11-02';
const day = (n: number) => addDays(MONDAY, n);
const everyDay = (freeDays = 0): StreakRule => ({ kind: 'every day', freeDays });
const sessions = (n: number): StreakRule => ({ kind: 'N sessions a week', n });
const days = (n: number): StreakRule => ({ kind: 'N days a week', n });

/** One letter a day from Monday on: x done, a digit so many sessions, . not done. Today is the last. */
function input(letters: string, rule: StreakRule, change: Partial<StreakInput> = {}): StreakInput {
  const done = Object.fromEntries(
    [...letters].flatMap((letter, i) => (letter === '.' ? [] : [[day(i), letter === 'x' ? 1 : Number(letter)]])),
  );
  return { done, rules: [{ from: MONDAY, rule }], breaks: [], since: MONDAY, today: day(letters.length - 1), ...change };
}
const states = (given: StreakInput, weeks = 1) => stripOf(given, weeks).map((cell) => cell.state);

describe('a streak rule', () => {
  const holds = (rule: unknown) => StreakRule.safeParse(rule).success;

  it('has 0 to 2 free days, 1 to 7 a week, weekdays from Monday to Sunday', () => {
    const free = [-1, 0, 1, 2, 3, 1.5].map((freeDays) => holds({ kind: 'every day', freeDays }));
    expect(free).to.deep.equal([false, true, true, true, false, false]);
    for (const kind of ['N sessions a week', 'N days a week'])
      expect(
        [0, 1, 4, 7, 8, 2.5].map((n) => holds({ kind, n })),
        kind,
      ).to.deep.equal([false, true, true, true, false, false]);
    const on = (weekdays: number[]) => holds({ kind: 'chosen weekdays', weekdays, freeDays: 0 });
    expect([[0], [1], [7], [8], [1, 3, 7], []].map(on)).to.deep.equal([false, true, true, false, true, false]);
    expect(holds({ kind: 'never', freeDays: 0 })).to.equal(false);
  });

  it('holds from its day on, the first one before it too, the last of several', () => {
    const rules = [
      { from: day(0), rule: everyDay(0) },
      { from: day(7), rule: everyDay(1) },
      { from: day(14), rule: sessions(3) },
    ];
    const held = [-5, 0, 6, 7, 13, 14, 40].map((n) => rules.findIndex((one) => one.rule === ruleOn(rules, day(n))));
    expect(held).to.deep.equal([0, 0, 0, 1, 1, 2, 2]);
    expect(() => ruleOn([], day(0))).to.throw(RangeError, 'A squad needs a streak rule.');
  });
});

describe('a stretch of days', () => {
  it('holds both its ends and nothing beyond, and goes on where it has no end', () => {
    const range = [{ from: day(2), to: day(4) }];
    expect([1, 2, 3, 4, 5].map((n) => inRanges(range, day(n)))).to.deep.equal([false, true, true, true, false]);
    const open = [{ from: day(2), to: null }];
    expect([1, 2, 300].map((n) => inRanges(open, day(n)))).to.deep.equal([false, true, true]);
    expect(inRanges([], day(0))).to.equal(false);
  });
});

describe('weekly units', () => {
  it('do not hold the rest of the week of joining against a player, but a whole week from a Monday on', () => {
    const letters = '..............xx';
    expect(states(input(letters, days(2), { since: day(1) }), 3)).to.deep.equal(['off', 'missed', 'done']);
    expect(states(input(letters, days(2), { since: day(0) }), 3)).to.deep.equal(['missed', 'missed', 'done']);
    // Joined in the middle and done all the same: it counts.
    expect(states(input('...xx..xx', days(2), { since: day(3) }), 2)).to.deep.equal(['done', 'done']);
  });

  it('belong to the rule of their Monday, and the week of joining to the rule of the day of joining', () => {
    const rules = [
      { from: day(0), rule: days(1) },
      { from: day(3), rule: days(3) },
    ];
    // The first week asks for one, because its Monday does; the second for three.
    expect(states(input('x......xx.....x', days(1), { rules }), 3)).to.deep.equal(['done', 'missed', 'running']);
    expect(states(input('....x..xxx....x', days(1), { rules, since: day(4) }), 3)).to.deep.equal(['off', 'done', 'running']);
  });

  it('say whether something is needed today: days by the days that are left, sessions on Sunday', () => {
    const need = (letters: string, rule: StreakRule) => {
      // A week before that was done, so that there is something to keep.
      const { needsToday, loosening, sentence } = streakOf(input(`333....${letters}`, rule));
      return [needsToday, loosening, sentence];
    };
    const more = (n: number, word: string) => `${n} ${word}${n === 1 ? '' : 's'} more until Sunday keeps it.`;
    expect(need('x..', days(3))).to.deep.equal([false, false, more(2, 'day')]);
    // Friday: three days are left for two; Saturday: two for two.
    expect(need('x....', days(3))).to.deep.equal([false, false, more(2, 'day')]);
    expect(need('x.....', days(3))).to.deep.equal([true, true, more(2, 'day')]);
    expect(need('xx....', days(3))).to.deep.equal([false, true, more(1, 'day')]);
    expect(need('xx.....', days(3))).to.deep.equal([true, true, more(1, 'day')]);
    expect(need('1....', sessions(3))).to.deep.equal([false, false, more(2, 'session')]);
    // Two sessions fit into one Sunday.
    expect(need('1.....', sessions(3))).to.deep.equal([false, true, more(2, 'session')]);
    expect(need('1......', sessions(3))).to.deep.equal([true, true, more(2, 'session')]);
    const done = [false, false, 'This week is done. Anything more is extra.'];
    for (const letters of ['xxx', 'xxx...x', 'xxxx...']) expect(need(letters, days(3)), letters).to.deep.equal(done);
    expect(need('3......', sessions(3))).to.deep.equal(done);
  });
});

describe('daily units', () => {
  const said = (letters: string, rule: StreakRule, change: Partial<StreakInput> = {}) => {
    const { current, needsToday, loosening, sentence } = streakOf(input(letters, rule, change));
    return { current, needsToday, loosening, sentence };
  };

  it('say of a done day, a break and a day off that nothing is needed', () => {
    const nothing = { needsToday: false, loosening: false };
    expect(said('xx', everyDay())).to.deep.equal({ current: 2, ...nothing, sentence: 'Today is done. See you at the next one.' });
    const breaks = [{ from: day(2), to: day(2) }];
    expect(said('xx.', everyDay(), { breaks })).to.deep.equal({
      ...{ current: 2, ...nothing },
      sentence: 'A break: nothing is needed, nothing is lost.',
    });
    const mondays: StreakRule = { kind: 'chosen weekdays', weekdays: [1], freeDays: 0 };
    expect(said('x.', mondays)).to.deep.equal({ current: 1, ...nothing, sentence: 'Nothing is asked for today.' });
  });

  it('have the free days of this week left, whatever the week before spent', () => {
    const free = (n: number) => `A go today keeps it growing; ${n} free day${n === 1 ? '' : 's'} left this week.`;
    // Sunday of the week before was missed and forgiven; Monday and Tuesday are done.
    expect(said('xxxxxx.xx.', everyDay(1)).sentence).to.equal(free(1));
    expect(said('xxxxxx.xx.', everyDay(2)).sentence).to.equal(free(2));
    // Monday of this week was missed.
    expect(said('xxxxxxx.x.', everyDay(2)).sentence).to.equal(free(1));
    const last = { needsToday: true, loosening: true, sentence: 'One go today keeps it.' };
    expect(said('xxxxxxx.x.', everyDay(1))).to.deep.equal({ current: 8, ...last });
    expect(said('xxx.', everyDay(0))).to.deep.equal({ current: 3, ...last });
  });

  it('promise day one to whoever has nothing to keep, and ask for nothing', () => {
    expect(said('xx...', everyDay())).to.deep.equal({
      ...{ current: 0, needsToday: false, loosening: false },
      sentence: 'Day one can be today. Your best is 2 days.',
    });
    expect(said('x........', sessions(1)).current).to.equal(1);
  });
});

describe('a strip', () => {
  it('is the same together with the streak as alone', () => {
    for (const given of [input('xx.xx..xx', everyDay(1)), input('2..1......3', sessions(3)), input('', everyDay(), { today: MONDAY })]) {
      const { streak, strip } = streakAndStrip(given);
      expect({ streak: streakInWords(streak), strip }).to.deep.equal({ streak: streakOf(given), strip: stripOf(given) });
    }
  });

  it('begins so many weeks ago on a Monday, and goes on to this Sunday', () => {
    const two = stripOf(input('xxxxxxxxx', everyDay()), 2);
    expect([two.length, two[0]?.day, two.at(-1)?.day]).to.deep.equal([14, day(0), day(13)]);
    const three = stripOf(input('xxxxxxxxx', everyDay()), 3);
    expect([three.length, three[0]?.day, three[0]?.state]).to.deep.equal([21, day(-7), 'off']);
    expect(stripOf(input('xxxxxxxxx', days(1)), 3).map((cell) => cell.day)).to.deep.equal([day(-7), day(0), day(7)]);
  });

  it('shows days as free only where they held a streak together, also one that has ended since', () => {
    // Tuesday held Monday and Wednesday together; Friday to Sunday are more than a week forgives.
    expect(states(input('x.xx...', everyDay(1)))).to.deep.equal(['done', 'free', 'done', 'done', 'missed', 'missed', 'running']);
    // Nothing was before Monday’s miss: it holds nothing together.
    expect(states(input('.xx', everyDay(1)))).to.deep.equal(['missed', 'done', 'done', 'ahead', 'ahead', 'ahead', 'ahead']);
    // Yesterday is forgiven, whether today is done already or still open.
    expect(states(input('xx.x', everyDay(1)))).to.deep.equal(['done', 'done', 'free', 'done', 'ahead', 'ahead', 'ahead']);
    expect(states(input('xx..', everyDay(1))).slice(0, 4)).to.deep.equal(['done', 'done', 'free', 'running']);
  });

  it('shows the units of the rule that holds today alone', () => {
    const rules = [
      { from: day(0), rule: days(1) },
      { from: day(7), rule: everyDay(0) },
    ];
    const strip = states(input('x......xx', everyDay(0), { rules }), 2);
    expect(strip.slice(0, 7)).to.deep.equal(Array.from({ length: 7 }, () => 'off'));
    expect(strip.slice(7, 10)).to.deep.equal(['done', 'done', 'ahead']);
  });
});
