import { expect } from 'chai';
import fc from 'fast-check';
import { WEEK_MS } from '../../../src/core/calendar/lengths.ts';
import { MEASURES } from '../../../src/core/drills/index.ts';
import { aimedAt, chanceOf, type Own, predict, stretchOf, targetFor } from '../../../src/core/targets/index.ts';
import { drillOf } from '../make.ts';

const weekly = (...list: number[]) => list.map((result, i) => ({ result, doneAt: i * WEEK_MS }));
const own = (list: readonly number[], change: Partial<Own> = {}): Own => ({
  record: Math.max(...list),
  recent: weekly(...list),
  at: (list.length - 1) * WEEK_MS,
  ...change,
});

describe('what the next go is likely to bring', () => {
  it('is, of one go, that go with the usual spread of its measure, wide as one go is', () => {
    // Hits vary by half a unit on the root scale (Anscombe): 0.38 usual, believed to 0.8, with nothing of the own beside it, times √(1 + 1).
    const { middle, spread } = predict(weekly(24), 0, 'hits in time') ?? { middle: 0, spread: 0 };
    expect(middle).to.be.closeTo(Math.sqrt(24.375), 1e-12);
    expect(spread).to.be.closeTo(0.8 * 0.38 * Math.sqrt(2), 1e-12);
    expect(predict([], 0, 'hits in time')).to.equal(null);
  });
  it('weighs the newest of two most: 1 against 0.85', () => {
    const { middle } = predict(weekly(10, 20), WEEK_MS, 'surfaces') ?? { middle: 0 };
    expect(middle).to.be.closeTo((0.85 * 10 + 20) / 1.85, 1e-12);
  });
  it('looks at the newest eight, whatever order they come in', () => {
    const newest = [31, 32, 33, 34, 35, 36, 37, 38];
    const all = weekly(5, 90, ...newest);
    const same = predict(all, 9 * WEEK_MS, 'count in time');
    expect(predict([...all].reverse(), 9 * WEEK_MS, 'count in time')).to.deep.equal(same);
    expect(predict(all.slice(2), 9 * WEEK_MS, 'count in time')).to.deep.equal(same);
    expect(predict(all.slice(1), 9 * WEEK_MS, 'count in time')).to.deep.equal(same);
  });
  it('follows a slope from four goes on, for two weeks at most, and never back', () => {
    const rising = weekly(100, 110, 120, 130);
    const middle = (list: typeof rising, at: number) => predict(list, at, 'surfaces')?.middle ?? 0;
    const [now, two, many, before] = [3, 5, 30, 0].map((week) => middle(rising, week * WEEK_MS));
    expect(two).to.be.above(now ?? 0);
    expect(many).to.equal(two);
    expect(before).to.equal(now);
    expect(middle(rising.slice(1), 5 * WEEK_MS)).to.equal(middle(rising.slice(1), 3 * WEEK_MS));
  });
});

describe('the chance of a number', () => {
  const even = { middle: 40, spread: 4 };
  it('is that of all that is rounded to it: the middle itself more than half, 41 less', () => {
    // (39.5 − 40) / 4 = −0.125: 55.0 %; (40.5 − 40) / 4 = 0.125: 45.0 %.
    expect(chanceOf(40, even, 'surfaces')).to.be.closeTo(0.5497, 1e-4);
    expect(chanceOf(41, even, 'surfaces')).to.be.closeTo(0.4503, 1e-4);
  });
  it('falls with the number where more is better, and rises where less is', () => {
    const roots = { middle: Math.sqrt(3.375), spread: 0.5 };
    expect(chanceOf(2, roots, 'sets')).to.be.below(chanceOf(3, roots, 'sets'));
    expect(chanceOf(2, roots, 'hits in time')).to.be.above(chanceOf(3, roots, 'hits in time'));
  });
});

describe('the chance that is aimed at', () => {
  const times = (reached: number, missed: number) => [...Array<boolean>(reached).fill(true), ...Array<boolean>(missed).fill(false)];
  it('moves by six points for each number by which the last were reached less often than meant', () => {
    expect(aimedAt([], 0.6)).to.equal(0.6);
    // One missed: 0.6 behind, 3.6 points easier. One reached: 0.4 ahead, 2.4 points harder.
    expect(aimedAt([false], 0.6)).to.be.closeTo(0.636, 1e-12);
    expect(aimedAt([true], 0.6)).to.be.closeTo(0.576, 1e-12);
    expect(aimedAt(times(6, 4), 0.6)).to.be.closeTo(0.6, 1e-12);
    expect(aimedAt(times(4, 6), 0.6)).to.be.closeTo(0.72, 1e-12);
  });
  it('moves by 22 points at most, never beyond 95 %, and forgets what is older than forty numbers', () => {
    expect(aimedAt(times(0, 10), 0.6)).to.be.closeTo(0.82, 1e-12);
    expect(aimedAt(times(30, 0), 0.6)).to.be.closeTo(0.38, 1e-12);
    expect(aimedAt(times(0, 10), 0.8)).to.equal(0.95);
    // Forty old misses fall out one by one as forty new ones come in, 24 of them reached.
    expect(aimedAt([...times(0, 40), ...times(24, 16)], 0.6)).to.be.closeTo(0.6, 1e-9);
    // A miss more among them would be looked back on as 25 of 41.
    expect(aimedAt([...times(0, 1), ...times(25, 15)], 0.6)).to.be.closeTo(0.54, 1e-9);
  });
});

describe('a stretch number', () => {
  it('needs a go, and no record', () => {
    expect(stretchOf({ record: null, recent: [], at: 0 }, 'count in time')).to.equal(null);
    expect(stretchOf(own([20, 21], { record: null }), 'count in time')?.number).to.be.within(19, 21);
  });
  it('has no floor under it: after a fall it is what can be reached now', () => {
    expect(stretchOf(own([40, 20, 20, 20, 20]), 'count in time')?.number).to.be.below(36);
  });
  it('is held at 115 % of the record: in whole numbers, in tenths of seconds, not at all for sets', () => {
    // Goes far over the record can only be those of another time; 46 is 115 % of 40, 47 is over it.
    expect(stretchOf(own([90, 90, 90, 90], { record: 40 }), 'count in time')).to.deep.equal({ number: 46, by: 'cap' });
    // 21.7 / 1.15 = 18.87: no better than 18.9.
    expect(stretchOf(own([12, 12, 12, 12], { record: 21.7 }), 'course time')).to.deep.equal({ number: 18.9, by: 'cap' });
    expect(stretchOf(own([0, 0, 0, 0], { record: 6 }), 'sets')?.number).to.equal(0);
    expect(stretchOf(own([0, 0, 0], { record: 0 }), 'count in time')?.number).to.equal(1);
  });
  it('stays what was shown last while its chance is within seven points of the aim', () => {
    const goes = [40, 44, 41, 43, 42, 42];
    const prediction = predict(weekly(...goes), 5 * WEEK_MS, 'count in time') ?? { middle: 0, spread: 1 };
    for (let shown = 30; shown <= 48; shown++) {
      const near = Math.abs(chanceOf(shown, prediction, 'count in time') - 0.6) <= 0.07;
      expect(stretchOf(own(goes, { shown }), 'count in time')?.by === 'shown', `${shown}`).to.equal(near);
    }
    // What was shown does not stay over the cap.
    expect(stretchOf(own([90, 90, 90, 90], { record: 40, shown: 89 }), 'count in time')?.number).to.equal(46);
  });
  it('is easier for who is meant to reach more, or reached less', () => {
    const number = (change: Partial<Own>) => stretchOf(own([40, 52, 44, 48, 41, 50], change), 'count in time')?.number ?? 0;
    expect(number({ aim: 0.8 })).to.be.below(number({}));
    expect(number({ aim: 0.5 })).to.be.above(number({}));
    expect(number({ reached: [false, false, false] })).to.be.below(number({}));
    expect(number({ reached: [true, true, true] })).to.be.above(number({}));
  });
  it('law: no whole step beside it has a chance nearer to the aim, where nothing holds it', () => {
    const goes = fc.array(fc.integer({ min: 1, max: 120 }), { minLength: 1, maxLength: 10 });
    fc.assert(
      fc.property(goes, fc.constantFrom(...MEASURES), fc.constantFrom(0.5, 0.6, 0.8), (list, measure, aim) => {
        const given = own(list, { record: null, aim });
        const found = stretchOf(given, measure);
        const prediction = predict(given.recent, given.at, measure);
        if (!found || !prediction) throw new Error('a go gives a number');
        const step = measure === 'course time' || measure === 'fixed reps' ? 0.1 : 1;
        const off = (number: number) => Math.abs(chanceOf(number, prediction, measure) - aim);
        for (const other of [found.number - step, found.number + step])
          if (other >= (measure === 'sets' || step < 1 ? 0 : 1)) expect(off(found.number)).to.be.at.most(off(other) + 1e-6);
      }),
    );
  });
});

describe('the reason of a stretch number', () => {
  const sole = drillOf('sole-taps');
  const reason = (given: Own) =>
    targetFor({ rule: 'stretch' }, sole, { measure: 'count in time', seconds: 30, rounds: 1 }, 'steady', given).reason;
  it('names what set it: the goes, the hold beyond the best, or the number before', () => {
    expect(reason(own([60, 62, 61, 63]))).to.equal('From your last 4 goes: within reach six times in ten. Your best is 63.');
    expect(reason(own([60, 62, 61, 63], { aim: 0.75 }))).to.include('within reach 75 times in a hundred');
    expect(reason(own([60, 62, 61, 63], { aim: 0.8 }))).to.include('within reach eight times in ten');
    expect(reason(own([90, 90, 90, 90], { record: 60 }))).to.equal('A little beyond your best, 60, and no more at once.');
    const number = stretchOf(own([60, 62, 61, 63]), 'count in time')?.number ?? 0;
    expect(reason(own([60, 62, 61, 63], { shown: number }))).to.equal(
      'The same number as last time: still within reach six times in ten. Your best is 63.',
    );
  });
  it('asks for a harder course where no fault is usual', () => {
    const sets = targetFor({ rule: 'stretch' }, drillOf('cross-course'), { measure: 'sets', sets: 5 }, 'strong', {
      record: 0,
      recent: weekly(0, 0, 0, 0),
      at: 3 * WEEK_MS,
    });
    expect(sets.number).to.equal(0);
    expect(sets.reason).to.include('cones closer');
  });
});
