import { expect } from 'chai';
import fc from 'fast-check';
import { grouped } from '../../../src/core/grouped.ts';
import {
  doneOnTime,
  footBalance,
  footLedger,
  lastOf,
  medianOfLast,
  middleBalance,
  quietFor,
  recordOf,
} from '../../../src/core/progress/index.ts';

const results = (...list: number[]) => list.map((result, i) => ({ result, doneAt: i }));

describe('records', () => {
  it('are the best in the measure’s direction, and of equal ones the first', () => {
    expect(recordOf(results(20, 24, 22, 24), 'more')).to.deep.equal({ result: 24, doneAt: 1 });
    expect(recordOf(results(30, 24.5, 26), 'less')?.result).to.equal(24.5);
    expect(recordOf([], 'more')).to.equal(null);
  });
  it('have a last go beside them', () => {
    expect(lastOf(results(20, 24, 22))?.result).to.equal(22);
    expect(lastOf([])).to.equal(null);
  });
  it('law: adding a worse score never changes a record', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 1, max: 100 }), { minLength: 1 }), fc.integer({ min: 1, max: 50 }), (list, less) => {
        const before = recordOf(results(...list), 'more');
        const worse = { result: (before?.result ?? 0) - less, doneAt: list.length };
        expect(recordOf([...results(...list), worse], 'more')).to.deep.equal(before);
      }),
    );
  });
});

describe('foot balance', () => {
  it('is lower over higher of the medians of the last five', () => {
    // Last five left: 10, 11, 12, 13, 14 → 12; right: 16 five times. 12 / 16 = 0.75.
    expect(footBalance(results(99, 10, 11, 12, 13, 14), results(16, 16, 16, 16, 16), 'more')).to.deep.equal({
      balance: 0.75,
      behind: 'left',
    });
  });
  it('names the slower foot where less is better, and is 1 when even', () => {
    expect(footBalance(results(40), results(30), 'less')).to.deep.equal({ balance: 0.75, behind: 'left' });
    expect(footBalance(results(30), results(30), 'less')).to.deep.equal({ balance: 1, behind: 'both' });
    expect(footBalance(results(0), results(0), 'more')).to.deep.equal({ balance: 1, behind: 'both' });
  });
  it('waits until both feet have a number', () => {
    expect(footBalance(results(4), [], 'more')).to.equal(null);
    expect(medianOfLast([])).to.equal(null);
  });
  it('law: swapping the feet keeps the balance', () => {
    const list = fc.array(fc.integer({ min: 0, max: 90 }), { minLength: 1, maxLength: 9 });
    fc.assert(
      fc.property(list, list, (l, r) => {
        expect(footBalance(results(...l), results(...r), 'more')?.balance).to.equal(
          footBalance(results(...r), results(...l), 'more')?.balance,
        );
      }),
    );
  });
});

describe('the ledger of both feet', () => {
  it('adds up reps a foot, halves of undivided ones, and the deficit', () => {
    const ledger = footLedger([
      { foot: 'left', reps: 20 },
      { foot: 'right', reps: 50 },
      { foot: 'both', reps: 30 },
    ]);
    expect(ledger).to.deep.equal({ left: 35, right: 65, deficit: 30, behind: 'left' });
    expect(footLedger([])).to.deep.equal({ left: 0, right: 0, deficit: 0, behind: 'both' });
  });
});

describe('going quiet', () => {
  it('is said from the fifth day without a go, or since joining', () => {
    expect(quietFor('2026-11-20', '2026-10-01', '2026-11-24')).to.deep.equal({ days: 4, quiet: false, begun: true });
    expect(quietFor('2026-11-20', '2026-10-01', '2026-11-25')).to.deep.equal({ days: 5, quiet: true, begun: true });
    expect(quietFor(null, '2026-11-18', '2026-11-24')).to.deep.equal({ days: 6, quiet: true, begun: false });
  });
});

describe('the middle of the foot balances', () => {
  const drill = (left: number[], right: number[], better: 'more' | 'less' = 'more') => ({
    ...{ left: results(...left), right: results(...right), better },
  });
  it('is the median over the drills that have both feet', () => {
    expect(middleBalance([drill([10], [20]), drill([18], [20]), drill([40], [30], 'less')])).to.equal(0.75);
    expect(middleBalance([drill([10], [20]), drill([18], [])])).to.equal(0.5);
  });
  it('is none where no drill has both', () => {
    expect(middleBalance([])).to.equal(null);
    expect(middleBalance([drill([10], [])])).to.equal(null);
  });
});

describe('sessions done on time', () => {
  const monday = '2026-11-23';
  const sessions = [
    { id: 'first', day: 1 },
    { id: 'second', day: 3 },
    { id: 'any', day: null },
  ];
  it('are those done by their day; one without a day has until Sunday', () => {
    const ran = [
      { sessionId: 'first', day: '2026-11-24' },
      { sessionId: 'second', day: '2026-11-25' },
      { sessionId: 'any', day: '2026-11-29' },
    ];
    expect(doneOnTime(monday, sessions, ran)).to.deep.equal({ done: 3, onTime: 2 });
    expect(doneOnTime(monday, sessions, [{ sessionId: 'any', day: '2026-11-30' }])).to.deep.equal({ done: 1, onTime: 0 });
  });
  it('go by the first of several runs, and are done but not on time where no day counts', () => {
    const twice = [
      { sessionId: 'first', day: '2026-11-26' },
      { sessionId: 'first', day: '2026-11-23' },
      { sessionId: 'first', day: null },
    ];
    expect(doneOnTime(monday, sessions, twice)).to.deep.equal({ done: 1, onTime: 1 });
    expect(doneOnTime(monday, sessions, [{ sessionId: 'second', day: null }])).to.deep.equal({ done: 1, onTime: 0 });
  });
  it('law: no more are on time than are done, and none more than were set, whatever was run in which order', () => {
    const run = fc.record({
      sessionId: fc.constantFrom('first', 'second', 'any', 'of another week'),
      day: fc.constantFrom(null, '2026-11-22', '2026-11-23', '2026-11-25', '2026-11-30'),
    });
    fc.assert(
      fc.property(fc.array(run), (ran) => {
        const found = doneOnTime(monday, sessions, ran);
        expect(found.onTime).to.be.at.most(found.done);
        expect(found.done).to.equal(sessions.filter((one) => ran.some((it) => it.sessionId === one.id)).length);
        expect(doneOnTime(monday, sessions, [...ran].reverse())).to.deep.equal(found);
      }),
    );
  });
});

describe('grouping', () => {
  it('law: keeps every one, in its order, under its key, keys as they first come', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 99 })), (list) => {
        const by = grouped(list, (one) => one % 7);
        expect([...by.keys()]).to.deep.equal([...new Set(list.map((one) => one % 7))]);
        for (const [key, ones] of by) expect(ones).to.deep.equal(list.filter((one) => one % 7 === key));
      }),
    );
  });
});
