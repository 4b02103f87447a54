import { expect } from 'chai';
import {
  beats,
  dipOf,
  doneOnTime,
  footBalance,
  footLedger,
  lastOf,
  medianOfLast,
  milestonesOf,
  nextOf,
  nextStepAbove,
  plateauOf,
  recordOf,
  recordsOf,
  shareOfRecord,
  type TimedResult,
} from '../../../src/core/progress/index.ts';

/* Milestones, records, feet and the next go: at equality, in another order of arrival, with nothing. */

const DAY = 86_400_000;
const on = (...given: [day: number, result: number][]): TimedResult[] => given.map(([day, result]) => ({ result, doneAt: day * DAY }));

describe('the ladder', () => {
  it('leads to the first step above a record, never to the record itself, and on by five hundreds', () => {
    const steps = [null, 0, 4, 5, 199, 200, 499, 500, 999, 1000].map(nextStepAbove);
    expect(steps).to.deep.equal([5, 5, 5, 10, 200, 500, 500, 1000, 1000, 1500]);
  });
});

describe('milestones', () => {
  const go = (day: number, result: number, parts: Record<string, number> | null = null) => ({ result, doneAt: day * DAY, parts });
  const words = (list: ReturnType<typeof milestonesOf>) => list.map((one) => `${one.label} on ${one.doneAt / DAY}`);

  it('are met at the step, by the first go that met it, whatever order the goes came in', () => {
    const goes = [go(9, 30), go(1, 4), go(5, 10), go(3, 5)];
    const run = ['5 in a row on 3', '10 in a row on 5', '15 in a row on 9', '25 in a row on 9'];
    expect(words(milestonesOf(goes, 'unbroken run', null))).to.deep.equal(run);
    const inOneGo = run.map((one) => one.replace('in a row', 'in one go'));
    expect(words(milestonesOf(goes, 'count in time', null))).to.deep.equal(inOneGo);
    expect(words(milestonesOf(goes, 'hits in time', null))).to.deep.equal(inOneGo);
  });

  it('of a step are met by the earliest go, also when a later one came in first', () => {
    expect(words(milestonesOf([go(2, 12), go(1, 6)], 'unbroken run', null))).to.deep.equal(['5 in a row on 1', '10 in a row on 2']);
  });

  it('of surfaces are met when each is full to the touch, and never without surfaces or a number asked for', () => {
    const met = (parts: Record<string, number> | null, full: { reps: number; surfaces: number } | null = { reps: 25, surfaces: 2 }) =>
      milestonesOf([go(1, 50, parts)], 'surfaces', full).length;
    // Two full ones of four are not all.
    expect(met({ left: 25, right: 25 }, { reps: 25, surfaces: 4 })).to.equal(0);
    expect([met({ left: 25, right: 25 }), met({ left: 25, right: 24 }), met({}), met(null), met({ left: 25 }, null)]).to.deep.equal([
      1, 0, 0, 0, 0,
    ]);
  });

  it('of sets is a course without a fault; of the others there is none', () => {
    expect(words(milestonesOf([go(1, 1), go(2, 0), go(3, 0)], 'sets', null))).to.deep.equal(['a course without a fault on 2']);
    expect(milestonesOf([go(1, 600)], 'course time', null)).to.deep.equal([]);
  });
});

describe('records', () => {
  it('are beaten by more, or by less, never by the same', () => {
    expect([beats(5, 5, 'more'), beats(6, 5, 'more'), beats(5, 5, 'less'), beats(4, 5, 'less')]).to.deep.equal([false, true, false, true]);
  });

  it('are told in the order they were done, also when an older go arrives last', () => {
    expect(recordsOf(on([3, 12], [1, 10], [2, 11]), 'more').map((one) => one.result)).to.deep.equal([10, 11, 12]);
    expect(dipOf(on([1, 100], [3, 80], [2, 90]), 'more')).to.deep.equal({ now: true, running: 1, told: false });
  });

  it('of one worth are the first one’s', () => {
    const [older, newer] = [
      { result: 9, doneAt: 1 },
      { result: 9, doneAt: 2 },
    ];
    expect(recordOf([newer, older], 'more')).to.equal(older);
    expect(recordOf([older, newer], 'more')).to.equal(older);
    const twin = { result: 9, doneAt: 1 };
    expect(recordOf([older, twin], 'more')).to.equal(older);
  });

  it('have shares where nothing can be divided by', () => {
    expect([
      shareOfRecord(0, 0, 'more'),
      shareOfRecord(0, 3, 'less'),
      shareOfRecord(0, 0, 'less'),
      shareOfRecord(5, 0, 'more'),
    ]).to.deep.equal([1, 0, 1, 0]);
    expect([shareOfRecord(8, 10, 'more'), shareOfRecord(10, 8, 'less')]).to.deep.equal([0.8, 0.8]);
  });

  it('have no plateau where there is none', () => expect(plateauOf([], 'more')).to.equal(null));
});

describe('feet', () => {
  it('last and middle are of the newest, in whatever order they came', () => {
    expect(lastOf(on([3, 1], [5, 2], [4, 3]))?.result).to.equal(2);
    const [first, second] = [{ doneAt: 1 }, { doneAt: 1 }];
    expect(lastOf([first, second])).to.equal(first);
    expect(medianOfLast(on([6, 60], [1, 10], [5, 50], [2, 20], [4, 40], [3, 30]))).to.equal(40);
    expect([medianOfLast(on([1, 10], [9, 90], [2, 20]), 2), medianOfLast([])]).to.deep.equal([55, null]);
  });

  it('the weaker is behind in the measure’s own direction', () => {
    expect(footBalance(on([1, 20]), on([1, 10]), 'more')).to.deep.equal({ balance: 0.5, behind: 'right' });
    expect(footBalance(on([1, 20]), on([1, 10]), 'less')).to.deep.equal({ balance: 0.5, behind: 'left' });
    expect(footBalance(on([1, 0]), on([1, 0]), 'more')).to.deep.equal({ balance: 1, behind: 'both' });
    expect([footBalance([], on([1, 10]), 'more'), footBalance(on([1, 10]), [], 'more')]).to.deep.equal([null, null]);
  });

  it('the ledger halves what both did, and names who is short', () => {
    expect(
      footLedger([
        { foot: 'left', reps: 10 },
        { foot: 'both', reps: 5 },
      ]),
    ).to.deep.equal({ left: 13, right: 3, deficit: 10, behind: 'right' });
    expect(footLedger([{ foot: 'right', reps: 10 }])).to.deep.equal({ left: 0, right: 10, deficit: 10, behind: 'left' });
    expect(footLedger([{ foot: 'both', reps: 7 }])).to.include({ deficit: 0, behind: 'both' });
  });
});

describe('the next go', () => {
  it('of four equal results falls within 1.2816 · 3 % · √(1 + 1/4) of them', () => {
    const next = nextOf(on([0, 100], [7, 100], [14, 100], [21, 100]), 28 * DAY);
    expect(next).to.deep.include({ middle: 100, spread: 3, goes: 4 });
    // 1.2816 · 3 · √1.25 = 4.2985
    expect([next?.low.toFixed(3), next?.high.toFixed(3)]).to.deep.equal(['95.701', '104.299']);
  });

  it('is never below nothing, and follows a slope from four goes on', () => {
    expect(nextOf(on([0, 1], [1, 9], [2, 0]), 3 * DAY)?.low).to.equal(0);
    const rising = on([0, 10], [7, 20], [14, 30]);
    expect(nextOf(rising, 14 * DAY)?.middle).to.equal(20);
    expect(nextOf([...rising, ...on([21, 40])], 28 * DAY)?.middle).to.equal(50);
    // Two weeks ahead at most.
    expect(nextOf([...rising, ...on([21, 40])], 90 * DAY)?.middle).to.equal(60);
  });

  it('rests on the newest eight', () => {
    const old = on([0, 500], [1, 500]);
    const new8 = on([10, 10], [11, 10], [12, 10], [13, 10], [14, 10], [15, 10], [16, 10], [17, 10]);
    expect(nextOf([...new8, ...old], 18 * DAY)).to.include({ middle: 10, goes: 8 });
  });
});

describe('sessions done on time', () => {
  const week = '2026-11-02';
  const done = (ran: [string, string | null][], day: number | null = 3) =>
    doneOnTime(
      week,
      [{ id: 'a', day }],
      ran.map(([sessionId, at]) => ({ sessionId, day: at })),
    );

  it('are those by the wished day, of several the first', () => {
    expect(done([['a', '2026-11-04']])).to.deep.equal({ done: 1, onTime: 1 });
    expect(done([['a', '2026-11-05']])).to.deep.equal({ done: 1, onTime: 0 });
    expect(
      done([
        ['a', '2026-11-06'],
        ['a', '2026-11-04'],
      ]),
    ).to.deep.equal({ done: 1, onTime: 1 });
    expect(
      done([
        ['a', '2026-11-04'],
        ['a', '2026-11-06'],
      ]),
    ).to.deep.equal({ done: 1, onTime: 1 });
    expect(
      done([
        ['a', '2026-11-04'],
        ['a', null],
      ]),
    ).to.deep.equal({ done: 1, onTime: 1 });
    expect(
      done([
        ['a', null],
        ['a', '2026-11-04'],
      ]),
    ).to.deep.equal({ done: 1, onTime: 1 });
  });

  it('have until Sunday without a wished day; what has no day of its own is done, not on time', () => {
    expect(done([['a', '2026-11-08']], null)).to.deep.equal({ done: 1, onTime: 1 });
    expect(done([['a', '2026-11-09']], null)).to.deep.equal({ done: 1, onTime: 0 });
    expect(done([['a', null]])).to.deep.equal({ done: 1, onTime: 0 });
    expect(done([['b', '2026-11-03']])).to.deep.equal({ done: 0, onTime: 0 });
  });
});
