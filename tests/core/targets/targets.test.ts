import { expect } from 'chai';
import fc from 'fast-check';
import type { TimedResult } from '../../../src/core/progress/index.ts';
import { nextStepAbove } from '../../../src/core/progress/index.ts';
import {
  arrivalsOf,
  bandAt,
  bandMet,
  catchUpExtra,
  catchUpShare,
  meets,
  nextBetter,
  type Own,
  stretchNumber,
  targetByCoach,
  targetFor,
  targetInWords,
  tuningOf,
} from '../../../src/core/targets/index.ts';
import type { Dose } from '../../../src/core/weeks/index.ts';
import { drillOf } from '../make.ts';

const sole = drillOf('sole-taps');
const count = (seconds: number): Dose => ({ measure: 'count in time', seconds, rounds: 1 });
const course: Dose = { measure: 'course time', rounds: 1 };

const own = (record: number | null, recent: TimedResult[] = []): Own => ({ record, recent, at: 0 });

describe('targets', () => {
  it('gives everybody the same number', () => {
    expect(targetFor({ rule: 'same for all', number: 50 }, sole, count(30), 'starting', own(80))).to.include({
      number: 50,
      estimated: false,
    });
  });

  it('takes the level’s band at the dose: 60 sole taps in 30 s for a steady player', () => {
    expect(targetFor({ rule: 'by level' }, sole, count(30), 'steady', own(null)).number).to.equal(60);
    expect(targetFor({ rule: 'by level' }, sole, count(30), 'strong', own(null)).number).to.equal(80);
  });

  it('scales the nearest band to another dose and says that it is an estimate: 20 s are 44 of 22 in 10 s', () => {
    expect(bandAt(sole, count(20), 'steady')).to.deep.equal({ number: 44, estimated: true });
    expect(bandAt(drillOf('any-surface-touches'), count(60), 'strong')).to.deep.equal({ number: 200, estimated: false });
  });

  it('knows the highest band that a result meets, and none below the first', () => {
    const starting = bandAt(sole, count(30), 'starting')?.number ?? 0;
    expect(bandMet(sole, count(30), starting - 1)).to.equal(null);
    expect(bandMet(sole, count(30), starting)).to.equal('starting');
    expect(bandMet(sole, count(30), 60)).to.equal('steady');
    expect(bandMet(sole, count(30), 200)).to.equal('strong');
    expect(bandMet({ ...sole, bands: [] }, count(30), 200)).to.equal(null);
  });

  it('law: a better result never meets a lower band', () => {
    const rank = (result: number) => ['starting', 'steady', 'strong'].indexOf(bandMet(sole, count(30), result) ?? '');
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 200 }), fc.integer({ min: 0, max: 50 }), (result, more) => {
        expect(rank(result + more)).to.be.at.least(rank(result));
      }),
    );
  });

  it('beats the best by at least one', () => {
    const target = targetFor({ rule: 'beat your best' }, sole, count(30), 'steady', own(66));
    expect(target.number).to.equal(67);
    expect(target.reason).to.include('66');
  });

  it('aims at the band before the first go, and says nothing where there is none', () => {
    expect(targetFor({ rule: 'beat your best' }, sole, count(30), 'steady', own(null)).number).to.equal(60);
    expect(
      targetFor(
        { rule: 'beat your best' },
        drillOf('free-combination'),
        { measure: 'time on', seconds: 60, rounds: 1 },
        'steady',
        own(null),
      ).number,
    ).to.equal(null);
  });

  it('asks for less where less is better: 24.6 s becomes 24, 24 becomes 23, 0 faults stay 0', () => {
    expect(nextBetter(24.6, course)).to.equal(24);
    expect(nextBetter(24, course)).to.equal(23);
    expect(nextBetter(0, { measure: 'sets', sets: 5 })).to.equal(0);
  });

  it('knows when a number is reached, in the measure’s own direction', () => {
    expect([meets(67, 67, count(30)), meets(66, 67, count(30)), meets(24, 24, course), meets(25, 24, course)]).to.deep.equal([
      true,
      false,
      true,
      false,
    ]);
  });

  it('says it in words', () => {
    expect(targetInWords({ number: 67, reason: '', estimated: false, byCoach: false }, count(30))).to.equal('67 reps');
    expect(targetInWords({ number: 24, reason: '', estimated: false, byCoach: false }, course)).to.equal('24 s or less');
    expect(targetInWords(targetFor({ rule: 'no number' }, sole, count(30), 'steady', own(5)), count(30))).to.equal('no number');
  });
});

const WEEK = 7 * 86_400_000;
const weekly = (...list: number[]) => list.map((result, i) => ({ result, doneAt: i * WEEK }));
const known = (better: 'more' | 'less', ...list: number[]): Own => ({
  record: better === 'more' ? Math.max(...list) : Math.min(...list),
  recent: weekly(...list),
  at: (list.length - 1) * WEEK,
});

describe('a stretch number', () => {
  it('is what the next go reaches six times in ten', () => {
    expect(stretchNumber(known('more', 20, 20, 20, 20), 'count in time')).to.equal(20);
    expect(stretchNumber(known('more', 60, 60, 60, 60), 'count in time')).to.equal(60);
    expect(stretchNumber(known('more', 30), 'count in time')).to.equal(30);
  });
  it('has tenths for seconds only', () => {
    expect(stretchNumber(known('less', 24.3, 24.5, 24.3, 24.5), 'course time')).to.be.closeTo(24.5, 0.21);
    expect(Number.isInteger(stretchNumber(known('more', 24, 25, 27), 'hits in time') ?? 0.5)).to.equal(true);
  });
  it('is the band’s first number before the first go, and says so', () => {
    expect(targetFor({ rule: 'stretch' }, sole, count(30), 'steady', own(null))).to.include({
      number: 60,
      reason: 'A first number to aim at: what steady players reach.',
    });
  });
  it('tells how often it is reached, and names a dip a dip beside the record', () => {
    expect(targetFor({ rule: 'stretch' }, sole, count(30), 'steady', known('more', 60, 62, 61, 63)).reason).to.equal(
      'From your last 4 goes: within reach six times in ten. Your best is 63.',
    );
    expect(targetFor({ rule: 'stretch' }, sole, count(30), 'steady', known('more', 63, 62, 61, 50)).reason).to.contain(
      'A dip is part of it: your best, 63, is still yours.',
    );
  });
  it('law: is never over 115 % of the record, and one at least', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 1, max: 200 }), { minLength: 1, maxLength: 12 }), (list) => {
        const number = stretchNumber(known('more', ...list), 'count in time') ?? 0;
        expect(number).to.be.at.least(1);
        expect(number).to.be.at.most(Math.max(1, Math.floor(Math.max(...list) * 1.15 + 1e-9)));
      }),
    );
  });
});

describe('the step ladder', () => {
  it('gives the next of 5, 10, 15, 25, 50, 100, 200, 500, then each 500', () => {
    expect([null, 0, 4, 5, 9, 25, 118, 199, 500, 740].map(nextStepAbove)).to.deep.equal([5, 5, 5, 10, 10, 50, 200, 200, 1000, 1000]);
    const run: Dose = { measure: 'unbroken run', seconds: 120, rounds: 1, bounce: false };
    expect(targetFor({ rule: 'step ladder' }, drillOf('juggle-alternating'), run, 'steady', own(31)).number).to.equal(50);
    expect(targetFor({ rule: 'step ladder' }, drillOf('juggle-alternating'), run, 'steady', own(null)).number).to.equal(5);
  });
  it('is one better where less is better', () => {
    expect(targetFor({ rule: 'step ladder' }, drillOf('slalom-both'), course, 'steady', own(24.6)).number).to.equal(24);
    expect(targetFor({ rule: 'step ladder' }, drillOf('slalom-both'), course, 'steady', own(null)).number).to.equal(null);
  });
});

describe('a coach’s own number', () => {
  it('shows as such', () => {
    expect(targetByCoach(12)).to.include({ number: 12, byCoach: true });
    expect(targetByCoach(null).reason).to.equal('Your coach set no number for you here.');
  });
});

describe('a course', () => {
  const goes = (...faults: number[]) => faults.map((n, i) => ({ doneAt: i, faults: n, arrivals: 10 }));
  it('is made closer after two clean goes, wider above 40 % faults, and stays else', () => {
    expect(tuningOf(goes(3, 0, 0)).tuning).to.equal('closer');
    expect(tuningOf(goes(0, 0, 5)).tuning).to.equal('wider');
    expect(tuningOf(goes(0, 0, 4)).tuning).to.equal('stay');
    expect(tuningOf(goes(0)).tuning).to.equal('stay');
    expect(tuningOf([]).reason).to.equal('First time: as it is written.');
  });
  it('has an arrival for each cone of its layout, times the sets, where no way is told', () => {
    const layout = { moves: 'put a cone; 5 steps forward; put; 5 left; put', route: '1 to 2', variants: [] };
    expect(arrivalsOf({ layout }, 5)).to.equal(15);
    expect(arrivalsOf({ layout: null }, 5)).to.equal(null);
  });
});

describe('catch-up doses', () => {
  it('grow from half at balance 1 to 70 % at 0.4, and stay there', () => {
    expect([1, 0.7, 0.4, 0.2, 0].map((balance) => Math.round(catchUpShare(balance) * 1000) / 1000)).to.deep.equal([
      0.5, 0.6, 0.7, 0.7, 0.7,
    ]);
    expect(() => catchUpShare(1.2)).to.throw(RangeError);
  });
  it('put on top what makes the share: 30 s each at balance 0.7 are 15 s more', () => {
    // (30 + 15) / (60 + 15) = 0.6
    expect(catchUpExtra(30, 0.7)).to.equal(15);
    expect(catchUpExtra(30, 0.4)).to.equal(40);
    expect(catchUpExtra(30, 1)).to.equal(0);
  });
  it('law: with what is on top the foot behind has its share, to the nearest five', () => {
    fc.assert(
      fc.property(fc.integer({ min: 10, max: 300 }), fc.double({ min: 0, max: 1, noNaN: true }), (dose, balance) => {
        const extra = catchUpExtra(dose, balance);
        const exact = (dose * (2 * catchUpShare(balance) - 1)) / (1 - catchUpShare(balance));
        expect(Math.abs(extra - exact)).to.be.at.most(2.5 + 1e-9);
      }),
    );
  });
});
