import { expect } from 'chai';
import fc from 'fast-check';
import { addDays, creditedDay, dayNumber, instantOf, mondayOf, trainingDay, weekday } from '../../../src/core/calendar/days.ts';
import { type StreakInput, StreakRule, streakOf, stripOf } from '../../../src/core/streaks/index.ts';

const CHICAGO = 'America/Chicago';
const everyDay = (freeDays = 0): StreakRule => ({ kind: 'every day', freeDays });
/** 2026-11-02 is a Monday. */
const MONDAY = '2026-11-02';
const day = (n: number) => addDays(MONDAY, n);

/** One letter a day from Monday on: x done, . not done. Today is the last. */
function input(days: string, rule: StreakRule, change: Partial<StreakInput> = {}): StreakInput {
  const done = Object.fromEntries(
    [...days].flatMap((letter, i) => (letter === '.' ? [] : [[day(i), letter === 'x' ? 1 : Number(letter)]])),
  );
  return { done, rules: [{ from: MONDAY, rule }], breaks: [], since: MONDAY, today: day(days.length - 1), ...change };
}
const current = (days: string, rule: StreakRule, change: Partial<StreakInput> = {}) => streakOf(input(days, rule, change)).current;

describe('training days', () => {
  it('end at 03:00 next morning in the squad’s zone', () => {
    // 08:59 UTC on Nov 24 is 02:59 in Chicago: still the 23rd. A minute later it is the 24th.
    expect(trainingDay(Date.UTC(2026, 10, 24, 8, 59), CHICAGO)).to.equal('2026-11-23');
    expect(trainingDay(Date.UTC(2026, 10, 24, 9, 0), CHICAGO)).to.equal('2026-11-24');
  });

  it('survive the night the clocks go back and the morning they go forward', () => {
    // 2026-11-01 clocks go back at 02:00; 08:30 UTC is 02:30 CST, still October 31's training day.
    expect(trainingDay(Date.UTC(2026, 10, 1, 8, 30), CHICAGO)).to.equal('2026-10-31');
    expect(trainingDay(Date.UTC(2026, 10, 1, 9, 30), CHICAGO)).to.equal('2026-11-01');
    // On 2026-03-08 there is no 02:30: the later instant is taken, 03:30 CDT = 08:30 UTC.
    expect(instantOf('2026-03-08', 2, 30, CHICAGO)).to.equal(Date.UTC(2026, 2, 8, 8, 30));
    expect(instantOf('2026-07-01', 6, 0, CHICAGO)).to.equal(Date.UTC(2026, 6, 1, 11, 0));
  });

  it('count a go on the day it was done, when it arrives within 72 hours', () => {
    const done = Date.UTC(2026, 10, 20, 20);
    const hours = (n: number) => done + n * 3_600_000;
    expect(creditedDay(done, hours(71), CHICAGO)).to.equal('2026-11-20');
    expect(creditedDay(done, hours(72), CHICAGO)).to.equal('2026-11-20');
    expect(creditedDay(done, hours(73), CHICAGO)).to.equal(null);
  });

  it('do not come early from a device whose clock runs ahead', () => {
    const now = Date.UTC(2026, 10, 20, 20);
    expect(creditedDay(now + 48 * 3_600_000, now, CHICAGO)).to.equal('2026-11-20');
  });

  it('know their weekday and Monday', () => {
    expect([weekday(MONDAY), weekday(day(6)), mondayOf(day(6)), mondayOf(day(7))]).to.deep.equal([1, 7, MONDAY, day(7)]);
    expect(() => dayNumber('yesterday')).to.throw(RangeError);
  });
});

describe('every day', () => {
  it('counts days in a row, today not yet needed', () => {
    expect(current('xxx', everyDay())).to.equal(3);
    expect(current('xxx.', everyDay())).to.equal(3);
    expect(current('xxx..', everyDay())).to.equal(0);
    expect(current('xxx.x', everyDay())).to.equal(1);
  });

  it('says what keeps it today', () => {
    expect(streakOf(input('xx.', everyDay()))).to.include({ needsToday: true, loosening: true, sentence: 'One go today keeps it.' });
    expect(streakOf(input('xx', everyDay()))).to.include({ needsToday: false, sentence: 'Today is done. See you at the next one.' });
    expect(streakOf(input('xx.', everyDay(1)))).to.include({ needsToday: false, loosening: false });
  });

  it('forgives free days, each week anew, and they do not count', () => {
    expect(current('xx.xx', everyDay(1))).to.equal(4);
    expect(current('x..xx', everyDay(1))).to.equal(2);
    expect(current('x..xx', everyDay(2))).to.equal(3);
    // One free day in each of two weeks.
    expect(current('xxxxx.xx.xx', everyDay(1))).to.equal(9);
  });

  it('shows the best and day one after a break, without blame', () => {
    const streak = streakOf(input('xxxx..', everyDay()));
    expect(streak).to.include({ current: 0, best: 4, needsToday: false });
    expect(streak.sentence).to.equal('Day one can be today. Your best is 4 days.');
  });

  it('lets squad breaks and own pauses neither count nor break', () => {
    expect(current('xx...xx', everyDay(), { breaks: [{ from: day(2), to: day(4) }] })).to.equal(4);
    expect(current('xx....', everyDay(), { breaks: [{ from: day(2), to: null }] })).to.equal(2);
    // A day trained in a break still counts.
    expect(current('xxxxx', everyDay(), { breaks: [{ from: day(2), to: day(3) }] })).to.equal(5);
  });

  it('does not hold the days before joining against a player', () => {
    expect(current('...xx', everyDay(), { since: day(3) })).to.equal(2);
  });
});

describe('chosen weekdays', () => {
  const rule: StreakRule = { kind: 'chosen weekdays', weekdays: [1, 3, 6], freeDays: 0 };
  it('asks for nothing on other days', () => {
    // Monday, Wednesday, Saturday done; the others do not matter.
    expect(current('x.x..x.x', rule)).to.equal(4);
    expect(current('x.x..x..', rule)).to.equal(0 + 3);
    expect(streakOf(input('x.', rule)).sentence).to.equal('Nothing is asked for today.');
  });
  it('breaks on a missed chosen day', () => {
    expect(current('x....x', rule)).to.equal(1);
  });
  it('needs at least one weekday', () => {
    expect(StreakRule.safeParse({ ...rule, weekdays: [] }).success).to.equal(false);
  });
});

describe('so many a week', () => {
  const sessions = (n: number): StreakRule => ({ kind: 'N sessions a week', n });
  const days = (n: number): StreakRule => ({ kind: 'N days a week', n });

  it('counts two sessions on one Saturday as two sessions and one day', () => {
    const week = '.....2.';
    expect(current(week, sessions(2))).to.equal(1);
    expect(current(week, days(2))).to.equal(0);
    expect(current('.x...2.', days(2))).to.equal(1);
  });

  it('never breaks on the running week, and needs the right number until Sunday', () => {
    const streak = streakOf(input('x.x....x.', sessions(2)));
    expect(streak).to.include({ current: 1, unit: 'week', needsToday: false, sentence: '1 session more until Sunday keeps it.' });
    expect(current('x.x........', sessions(2))).to.equal(1);
    expect(current('x.x...........x', sessions(2))).to.equal(0);
  });

  it('is about to come undone from Saturday on', () => {
    expect(streakOf(input('x.x....x....', sessions(2))).loosening).to.equal(false);
    expect(streakOf(input('x.x....x.....', sessions(2))).loosening).to.equal(true);
    // Two days missing on a Saturday with a days rule: it must be today and tomorrow.
    expect(streakOf(input('x.x..........', days(2)))).to.include({ needsToday: true, loosening: true });
  });

  it('lets a week with a break in it neither count nor break, unless it was done anyway', () => {
    const breaks = [{ from: day(8), to: day(9) }];
    expect(current('x.x...........x.x', sessions(2), { breaks })).to.equal(2);
    expect(current('x.x....x.x....x.x', sessions(2), { breaks })).to.equal(3);
  });

  it('does not count goes without a whole session as sessions, but as days', () => {
    expect(current('0.0....', sessions(1))).to.equal(0);
    expect(current('0.0....', days(2))).to.equal(1);
  });
});

describe('a change of rule', () => {
  it('keeps history under the rule of its time', () => {
    const rules = [
      { from: MONDAY, rule: everyDay() },
      { from: day(4), rule: { kind: 'chosen weekdays' as const, weekdays: [5, 7], freeDays: 0 } },
    ];
    // Mo–Th every day done, then Friday and Sunday are enough.
    expect(current('xxxxx.x', everyDay(), { rules })).to.equal(6);
  });
  it('starts the current streak anew when the unit changes, and keeps the best', () => {
    const rules = [
      { from: MONDAY, rule: everyDay() },
      { from: day(7), rule: { kind: 'N days a week' as const, n: 1 } },
    ];
    expect(streakOf(input('xxxxxxxx', everyDay(), { rules }))).to.deep.include({
      ...{ unit: 'week', current: 1, best: 1 },
      before: { unit: 'day', best: 7 },
    });
  });
  it('never changes its unit in the middle of a week: eleven days are no eleven weeks', () => {
    // From Wednesday of the second week on the squad counts weeks: that week is still counted in days.
    const weekly = { kind: 'N days a week' as const, n: 3 };
    const rules = [
      { from: MONDAY, rule: everyDay() },
      { from: day(9), rule: weekly },
    ];
    expect(streakOf(input('xxxxxxxxxxx', everyDay(), { rules }))).to.deep.include({ unit: 'day', current: 11, best: 11, before: null });
    expect(streakOf(input('xxxxxxxxxxx...x', everyDay(), { rules }))).to.deep.include({
      ...{ unit: 'week', current: 0, best: 0 },
      before: { unit: 'day', best: 11 },
      sentence: 'Day one can be today.',
    });
    // And the other way round: a week that began by weeks ends by weeks.
    const back = [
      { from: MONDAY, rule: weekly },
      { from: day(9), rule: everyDay() },
    ];
    expect(streakOf(input('xxx....xxx.', everyDay(), { rules: back }))).to.deep.include({
      ...{ unit: 'week', current: 2, best: 2, before: null },
      sentence: 'This week is done. Anything more is extra.',
    });
    expect(streakOf(input('xxx....xxx....x', everyDay(), { rules: back }))).to.deep.include({
      ...{ unit: 'day', current: 1, best: 1 },
      before: { unit: 'week', best: 2 },
      sentence: 'Today is done. See you at the next one.',
    });
  });
});

describe('what is needed', () => {
  const three = { kind: 'N days a week' as const, n: 3 };
  it('in a week inside a break is nothing, and it is not called done', () => {
    const breaks = [{ from: day(7), to: day(13) }];
    expect(streakOf(input('xxx.....', three, { breaks })).sentence).to.equal('A break: nothing is needed, nothing is lost.');
    expect(streakOf(input('xxx....xxx', three, { breaks })).sentence).to.equal('This week is done. Anything more is extra.');
  });
  it('of three days a week: on Friday without one every day, on Saturday with one that day, and nothing where it is too late', () => {
    const need = (second: string) => {
      const { needsToday, loosening, sentence } = streakOf(input(`xxx....${second}`, three));
      return [needsToday, loosening, sentence];
    };
    expect(need('....')).to.deep.equal([false, false, '3 days more until Sunday keeps it.']);
    expect(need('.....')).to.deep.equal([true, true, '3 days more until Sunday keeps it.']);
    // Today is done already: two more in two days, none of them today.
    expect(need('....x')).to.deep.equal([false, false, '2 days more until Sunday keeps it.']);
    expect(need('x.....')).to.deep.equal([true, true, '2 days more until Sunday keeps it.']);
    expect(need('......')).to.deep.equal([false, false, 'Too few days are left to keep it this week. Monday is a new start.']);
  });
  it('a free day that was missed before the streak began is not spent by it', () => {
    // A week of nothing, then Monday missed, Tuesday to Thursday done: Friday may be the free day.
    const streak = streakOf(input('........xxx.', everyDay(1)));
    expect(streak).to.include({ current: 3, needsToday: false, sentence: 'A go today keeps it growing; 1 free day left this week.' });
    // With Monday inside the streak its free day is spent.
    expect(streakOf(input('xxxxxxx.xxx.', everyDay(1)))).to.include({ current: 10, needsToday: true });
  });
});

describe('the strip of eight weeks', () => {
  it('shows done, free, missed, the running day and the days ahead', () => {
    const states = stripOf(input('x.xx.', everyDay(1)), 1).map((cell) => cell.state);
    expect(states).to.deep.equal(['done', 'free', 'done', 'done', 'running', 'ahead', 'ahead']);
  });
  it('has 56 cells for a daily rule and 8 for a weekly one', () => {
    expect(stripOf(input('x', everyDay()))).to.have.length(56);
    expect(stripOf(input('x', { kind: 'N days a week', n: 1 }))).to.have.length(8);
  });
  it('leaves days out that nothing is asked on', () => {
    const states = stripOf(input('x', { kind: 'chosen weekdays', weekdays: [1, 3], freeDays: 0 }), 1).map((cell) => cell.state);
    expect(states).to.deep.equal(['done', 'off', 'ahead', 'off', 'off', 'off', 'off']);
  });
});

describe('laws of streaks', () => {
  const pattern = fc.array(fc.constantFrom('x', '.'), { minLength: 8, maxLength: 60 }).map((letters) => letters.join(''));
  const rule = fc.oneof(
    fc.integer({ min: 0, max: 2 }).map(everyDay),
    fc.record({
      kind: fc.constant('chosen weekdays' as const),
      weekdays: fc.uniqueArray(fc.integer({ min: 1, max: 7 }), { minLength: 1 }),
      freeDays: fc.integer({ min: 0, max: 2 }),
    }),
    fc.record({ kind: fc.constantFrom('N days a week' as const, 'N sessions a week' as const), n: fc.integer({ min: 1, max: 5 }) }),
  );

  it('the current streak never changes when a day before the day that broke it does', () => {
    fc.assert(
      fc.property(pattern, rule, fc.nat(), (days, r, pick) => {
        const given = input(days, r);
        const streak = streakOf(given);
        if (!streak.firstDay) return;
        // What broke it lies in the week of the first day or before; change days of earlier weeks than the one before that.
        const first = dayNumber(mondayOf(streak.firstDay)) - dayNumber(MONDAY) - 7;
        if (first <= 0) return;
        const flip = day(pick % first);
        const done = { ...given.done };
        if (done[flip] === undefined) done[flip] = 1;
        else delete done[flip];
        const changed = streakOf({ ...given, done });
        if (streak.current > 0)
          expect(changed.firstDay).to.satisfy((d: string | null) => d !== null && (d === streak.firstDay || d < (streak.firstDay ?? '')));
        if (changed.firstDay === streak.firstDay) expect(changed.current).to.equal(streak.current);
      }),
    );
  });

  it('without free days nothing before the first missed day has a say', () => {
    fc.assert(
      fc.property(pattern, fc.nat(), (days, pick) => {
        const given = input(days, everyDay());
        const streak = streakOf(given);
        if (!streak.firstDay) return;
        const brokeAt = dayNumber(streak.firstDay) - dayNumber(MONDAY) - 1;
        if (brokeAt <= 0) return;
        const flip = day(pick % brokeAt);
        const done = { ...given.done };
        if (done[flip] === undefined) done[flip] = 1;
        else delete done[flip];
        expect(streakOf({ ...given, done }).current).to.equal(streak.current);
      }),
    );
  });

  it('best is the longest that ever stood: the most that current was on any day', () => {
    fc.assert(
      fc.property(pattern, rule, (days, r) => {
        const given = input(days, r);
        let most = 0;
        for (let today = given.since; today <= given.today; today = addDays(today, 1)) {
          const done = Object.fromEntries(Object.entries(given.done).filter(([when]) => when <= today));
          most = Math.max(most, streakOf({ ...given, done, today }).current);
        }
        expect(streakOf(given).best).to.equal(most);
      }),
      { numRuns: 60 },
    );
  });

  it('something is needed today if and only if the streak outlives the period with it and not without it', () => {
    const weeks = fc.array(fc.tuple(fc.nat(59), fc.nat(4)), { maxLength: 2 });
    fc.assert(
      fc.property(pattern, rule, weeks, (days, r, stretches) => {
        const breaks = stretches.map(([from, length]) => ({ from: day(from), to: day(from + length) }));
        const given = input(days, r, { breaks });
        const now = streakOf(given);
        const { today } = given;
        const weekly = r.kind === 'N days a week' || r.kind === 'N sessions a week';
        // The day after the period: tomorrow, or the next Monday. All other days that are left are done as well as can be.
        const end = weekly ? addDays(mondayOf(today), 7) : addDays(today, 1);
        const later: Record<string, number> = { ...given.done };
        for (let one = addDays(today, 1); one < end; one = addDays(one, 1)) later[one] = 9;
        const outlives = (done: Record<string, number>) => {
          const then = streakOf({ ...given, done, today: end });
          return then.firstDay !== null && now.firstDay !== null && then.firstDay <= now.firstDay;
        };
        const needed = now.current > 0 && outlives({ ...later, [today]: 9 }) && !outlives(later);
        expect(now.needsToday, `${days} ${JSON.stringify(r)}`).to.equal(needed);
        if (now.needsToday) expect(now.loosening).to.equal(true);
      }),
      { numRuns: 300 },
    );
  });

  it('best is at least the current one, and one more go never shortens either', () => {
    fc.assert(
      fc.property(pattern, rule, fc.nat(), (days, r, pick) => {
        const given = input(days, r);
        const before = streakOf(given);
        expect(before.best).to.be.at.least(before.current);
        const extra = day(pick % days.length);
        const after = streakOf({ ...given, done: { ...given.done, [extra]: (given.done[extra] ?? 0) + 1 } });
        expect(after.current).to.be.at.least(before.current);
        expect(after.best).to.be.at.least(before.best);
      }),
    );
  });

  it('a pause never shortens a streak', () => {
    fc.assert(
      fc.property(pattern, rule, fc.nat(), fc.integer({ min: 0, max: 9 }), (days, r, pick, length) => {
        const given = input(days, r);
        const from = day(pick % days.length);
        const paused = streakOf({ ...given, breaks: [{ from, to: addDays(from, length) }] });
        expect(paused.current).to.be.at.least(streakOf(given).current);
      }),
    );
  });
});
