import { expect } from 'chai';
import { type StreakInput, type StreakRule, streakOf, stripOf } from '../../../src/core/streaks/index.ts';

/* A week of which everything is done asks for nothing more. Monday was November 2nd. */
const input = (rule: StreakRule, days: string[], over: StreakInput['over'], today: string): StreakInput => ({
  done: Object.fromEntries(days.map((day) => [day, 1])),
  rules: [{ from: '2026-10-01', rule }],
  breaks: [],
  ...(over ? { over } : {}),
  since: '2026-11-02',
  today,
});
const daily: StreakRule = { kind: 'every day', freeDays: 1 };
const rest = [{ from: '2026-11-04', to: '2026-11-08' }];

describe('a week that is over before its end', () => {
  const days = ['2026-11-02', '2026-11-03'];
  it('takes no free day and breaks nothing, and says so', () => {
    const without = streakOf(input(daily, days, undefined, '2026-11-07'));
    expect(without).to.include({ current: 0, best: 2 });
    const given = input(daily, days, rest, '2026-11-07');
    expect(streakOf(given)).to.include({
      current: 2,
      needsToday: false,
      loosening: false,
      sentence: 'All of this week is done. The rest of it is yours.',
    });
    expect(stripOf(given, 1).map((cell) => cell.state)).to.deep.equal(['done', 'done', 'off', 'off', 'off', 'off', 'ahead']);
  });

  it('holds to its last day and not beyond: the free day of the next week is its own', () => {
    expect(streakOf(input(daily, days, rest, '2026-11-09'))).to.include({ current: 2, needsToday: false });
    expect(streakOf(input(daily, days, rest, '2026-11-10'))).to.include({ current: 2, needsToday: true });
    expect(streakOf(input(daily, days, rest, '2026-11-11')).current).to.equal(0);
  });

  it('counts a day that was trained on all the same', () => {
    expect(streakOf(input(daily, [...days, '2026-11-06'], rest, '2026-11-07')).current).to.equal(3);
  });

  it('breaks no streak of chosen weekdays', () => {
    const chosen: StreakRule = { kind: 'chosen weekdays', weekdays: [1, 3, 5], freeDays: 0 };
    expect(streakOf(input(chosen, ['2026-11-02'], [{ from: '2026-11-03', to: '2026-11-08' }], '2026-11-07')).current).to.equal(1);
    expect(streakOf(input(chosen, ['2026-11-02'], undefined, '2026-11-07')).current).to.equal(0);
  });

  it('changes nothing for a rule that counts by the week', () => {
    const weekly: StreakRule = { kind: 'N days a week', n: 3 };
    const over = streakOf(input(weekly, days, rest, '2026-11-10'));
    expect(over).to.deep.equal(streakOf(input(weekly, days, undefined, '2026-11-10')));
    expect(over.current).to.equal(0);
  });
});
