import { expect } from 'chai';
import fc from 'fast-check';
import {
  dipOf,
  milestonesOf,
  nextOf,
  nextSteps,
  plateauOf,
  recordsOf,
  type Stuck,
  shareOfRecord,
  theilSen,
  trendOf,
} from '../../../src/core/progress/index.ts';
import { slopesOff } from '../../../src/core/progress/trend.ts';

const WEEK = 7 * 86_400_000;
/** One result a week. */
const weekly = (...list: number[]) => list.map((result, i) => ({ result, doneAt: i * WEEK }));

describe('the robust trend', () => {
  it('is the median of all slopes: 10, 12, 11, 17 a week apart', () => {
    // Slopes: +2, +0.5, 7/3, −1, +2.5, +6; sorted −1, 0.5, 2, 2.333, 2.5, 6 → median (2 + 2.333) / 2.
    expect(theilSen(weekly(10, 12, 11, 17))).to.be.closeTo((2 + 7 / 3) / 2, 1e-9);
    expect(theilSen(weekly(10))).to.equal(null);
  });
  it('is not moved by one wild go', () => {
    expect(theilSen(weekly(10, 11, 12, 13, 90, 15, 16))).to.equal(1);
  });
  it('leaves off as many slopes at each end as the order of signs allows', () => {
    // Of 4 points 1 of 24 orders has no inversion: 2 / 24 < 10 %, so all six slopes cover 90 % and none may go. Of 3 even all do not.
    expect([3, 4, 5, 6, 8, 10].map((n) => slopesOff(n, 0.9))).to.deep.equal([-1, 0, 1, 2, 6, 12]);
  });
  it('covers what Kendall’s table says: of 10 points 12 slopes off at each end still cover 90 %, 13 do not', () => {
    // P(S ≥ 21) = 0.036 and P(S ≥ 19) = 0.054 for n = 10 (Hollander & Wolfe, table A.30): 45 pairs, S = 45 − 2 K.
    expect(slopesOff(10, 1 - 2 * 0.0363)).to.equal(12);
    expect(slopesOff(10, 1 - 2 * 0.0545)).to.equal(13);
  });
  it('says rising, steady or dipping in the sense of better', () => {
    expect(trendOf(weekly(10, 12, 13, 15, 17, 18), 'more')?.direction).to.equal('rising');
    expect(trendOf(weekly(40, 38, 37, 35, 33, 30), 'less')?.direction).to.equal('rising');
    expect(trendOf(weekly(18, 17, 15, 13, 12, 10), 'more')?.direction).to.equal('dipping');
    expect(trendOf(weekly(12, 14, 11, 13, 12, 14), 'more')?.direction).to.equal('steady');
  });
  it('waits for four days, and takes goes of one instant as their median', () => {
    expect(trendOf(weekly(10, 12, 14), 'more')).to.equal(null);
    const twice = [...weekly(10, 12, 14, 16), { result: 8, doneAt: 0 }, { result: 12, doneAt: 0 }];
    expect(trendOf(twice, 'more')?.points).to.equal(4);
    expect(trendOf(twice, 'more')?.perWeek).to.equal(2);
  });
  it('knows a gap: the same numbers over twice the time rise half as fast', () => {
    const slow = weekly(10, 12, 14, 16).map((one) => ({ ...one, doneAt: one.doneAt * 2 }));
    expect(trendOf(slow, 'more')?.perWeek).to.equal(1);
  });
  it('law: does not change with the order of what is given', () => {
    const some = fc.array(
      fc.record({ result: fc.integer({ min: 0, max: 60 }), doneAt: fc.integer({ min: 0, max: 40 }).map((d) => d * 86_400_000) }),
      {
        maxLength: 40,
      },
    );
    fc.assert(
      fc.property(
        some.chain((list) => fc.tuple(fc.constant(list), fc.shuffledSubarray(list, { minLength: list.length }))),
        ([list, shuffled]) => {
          expect(trendOf(shuffled, 'more')).to.deep.equal(trendOf(list, 'more'));
        },
      ),
    );
  });
  it('law: adding a straight line moves slope and interval by it', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 0, max: 60 }), { minLength: 4, maxLength: 20 }),
        fc.integer({ min: -9, max: 9 }),
        (list, by) => {
          const before = trendOf(weekly(...list), 'more');
          const after = trendOf(weekly(...list.map((n, i) => n + by * i)), 'more');
          expect(after?.perWeek).to.be.closeTo((before?.perWeek ?? 0) + by, 1e-9);
          expect(after?.low).to.be.closeTo((before?.low ?? 0) + by, 1e-9);
          expect(after?.high).to.be.closeTo((before?.high ?? 0) + by, 1e-9);
        },
      ),
    );
  });
});

describe('what the next go brings', () => {
  it('is the middle along the slope, with a spread of one go', () => {
    const next = nextOf(weekly(10, 12, 14, 16), 4 * WEEK);
    expect(next).to.include({ middle: 18, goes: 4 });
    // No spread beside the line: 3 % of the middle is the least.
    expect(next?.spread).to.be.closeTo(0.54, 1e-9);
    expect(nextOf([], 0)).to.equal(null);
  });
  it('looks at the newest eight, and at most two weeks ahead', () => {
    const list = weekly(99, 99, 10, 11, 12, 13, 14, 15, 16, 17);
    expect(nextOf(list, 11 * WEEK)?.middle).to.equal(19);
    expect(nextOf(list, 50 * WEEK)?.middle).to.equal(19);
  });
});

describe('records over time', () => {
  it('are those that beat all before them; the same number again is none', () => {
    expect(recordsOf(weekly(10, 9, 12, 12, 15), 'more').map((one) => one.result)).to.deep.equal([10, 12, 15]);
    expect(recordsOf(weekly(30, 31, 28.5), 'less').map((one) => one.result)).to.deep.equal([30, 28.5]);
  });
});

describe('a dip', () => {
  it('is below 85 % of the record; three running are told', () => {
    expect(dipOf(weekly(20, 17, 16), 'more')).to.deep.equal({ now: true, running: 1, told: false });
    expect(dipOf(weekly(20, 16, 16, 15), 'more')).to.deep.equal({ now: true, running: 3, told: true });
    expect(dipOf(weekly(20, 16, 16, 17), 'more')).to.deep.equal({ now: false, running: 0, told: false });
    expect(dipOf([], 'more').now).to.equal(false);
  });
  it('is slower than record / 0.85 where less is better', () => {
    expect(dipOf(weekly(17, 20), 'less').now).to.equal(false);
    expect(dipOf(weekly(17, 20.1), 'less').now).to.equal(true);
    expect(shareOfRecord(0, 0, 'less')).to.equal(1);
    expect(shareOfRecord(2, 0, 'less')).to.equal(0);
  });
});

describe('a plateau', () => {
  it('needs four clocked goes over fourteen days without a record, and a level trend', () => {
    expect(plateauOf(weekly(20, 18, 19, 18, 19), 'more')).to.deep.equal({ goes: 4, days: 21, record: 20 });
    expect(plateauOf(weekly(20, 18, 19, 18), 'more')).to.equal(null);
    const quick = weekly(20, 18, 19, 18, 19).map((one) => ({ ...one, doneAt: one.doneAt / 2 }));
    expect(plateauOf(quick, 'more')).to.equal(null);
    expect(plateauOf([], 'more')).to.equal(null);
  });
  it('is none while the goes since the record rise', () => {
    expect(plateauOf(weekly(30, 12, 15, 18, 21, 24), 'more')).to.equal(null);
  });
  it('ends with a record', () => {
    expect(plateauOf(weekly(20, 18, 19, 18, 19, 21), 'more')).to.equal(null);
  });
});

describe('the next step', () => {
  const stuck: Stuck = {
    met: null,
    faulty: 0,
    easier: 'a',
    harder: 'b',
    hasLayout: false,
    timed: true,
    otherCues: false,
    dipping: false,
    goesLately: 10,
    saidHard: 0,
    saidEasy: 0,
  };
  const kinds = (change: Partial<Stuck>) => nextSteps({ ...stuck, ...change }).map((step) => step.kind);
  it('is another pace or the easier drill for somebody not there yet', () => {
    expect(kinds({})).to.deep.equal(['other pace', 'easier link', 'rest']);
  });
  it('is the harder drill, or closer cones, for somebody clean and strong', () => {
    expect(kinds({ met: 'strong', hasLayout: true }).slice(0, 2)).to.deep.equal(['closer cones', 'harder link']);
  });
  it('is more room or the easier drill where faults are many', () => {
    expect(kinds({ faulty: 0.5, hasLayout: true }).slice(0, 2)).to.deep.equal(['wider cones', 'easier link']);
  });
  it('is a rest first where much work dips', () => {
    expect(kinds({ dipping: true, goesLately: 80 })[0]).to.equal('rest');
  });
  it('is the other school’s cues only where that school has its own', () => {
    expect(kinds({ otherCues: true, dipping: true })).to.deep.equal(['other pace', 'other cues', 'easier link', 'rest']);
    expect(kinds({ dipping: true })).to.not.include('other cues');
  });
  it('offers no link that is not there, and each kind once', () => {
    const all = kinds({ easier: null, harder: null, met: 'steady', faulty: 0.9, hasLayout: true });
    expect(all).to.not.include('easier link');
    expect(new Set(all).size).to.equal(all.length);
  });
});

describe('milestones', () => {
  const goes = (...list: number[]) => weekly(...list).map((one) => ({ ...one, parts: null }));
  it('of an unbroken run are met by one try, with the day of it', () => {
    expect(milestonesOf(goes(8, 26, 20, 104), 'unbroken run', null)).to.deep.equal([
      { label: '5 in a row', doneAt: 0 },
      { label: '10 in a row', doneAt: WEEK },
      { label: '15 in a row', doneAt: WEEK },
      { label: '25 in a row', doneAt: WEEK },
      { label: '50 in a row', doneAt: 3 * WEEK },
      { label: '100 in a row', doneAt: 3 * WEEK },
    ]);
  });
  it('of surfaces need each of them full, whatever they add up to', () => {
    const sum = { result: 100, doneAt: 0, parts: { 'left foot': 40, 'right foot': 60 } };
    expect(milestonesOf([{ ...sum, parts: { 'left foot': 24, 'right foot': 76 } }], 'surfaces', { reps: 25, surfaces: 2 })).to.deep.equal(
      [],
    );
    expect(milestonesOf([sum], 'surfaces', { reps: 25, surfaces: 2 })).to.deep.equal([{ label: 'all surfaces full', doneAt: 0 }]);
  });
  it('of a course is the first one without a fault', () => {
    expect(milestonesOf(goes(3, 0, 0), 'sets', null)).to.deep.equal([{ label: 'a course without a fault', doneAt: WEEK }]);
    expect(milestonesOf(goes(30, 29), 'fixed reps', null)).to.deep.equal([]);
  });
});
