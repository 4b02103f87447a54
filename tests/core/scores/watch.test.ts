import { expect } from 'chai';
import { MEASURES } from '../../../src/core/drills/index.ts';
import {
  atLeastChance,
  formDistance,
  groundsOf,
  isOfTheNumber,
  type Pair,
  sameByChance,
  type UsualDoubts,
  usualDoubts,
  type WatchedGo,
} from '../../../src/core/scores/index.ts';

const go = (change: Partial<WatchedGo> = {}): WatchedGo => ({
  measure: 'count in time',
  claimed: 50,
  numberDoubted: false,
  recounted: null,
  filmed: false,
  distance: null,
  ...change,
});
const times = (n: number, change: Partial<WatchedGo> = {}) => Array.from({ length: n }, () => go(change));
const usual = (share: number) => Object.fromEntries(MEASURES.map((measure) => [measure, share])) as UsualDoubts;
const alone = (goes: readonly WatchedGo[], share = 0.005) => groundsOf(goes, usual(share), []);

describe('the upper tail of a Poisson count', () => {
  it('is summed', () => {
    // Mean 2: 1 − e⁻² (1 + 2) = 0.5940 for two or more.
    expect(atLeastChance(2, 2)).to.be.closeTo(0.594, 1e-4);
    expect(atLeastChance(0, 2)).to.equal(1);
  });
});

describe('a doubt of the number', () => {
  it('is what speaks of what was said, not of how the go was run; a fast pace only before there is a form', () => {
    const is = (reason: Parameters<typeof isOfTheNumber>[0]['reason'], earlier: number) => isOfTheNumber({ reason }, earlier);
    expect([is('far from own form', 9), is('over the ceiling', 9), is('same again', 9)]).to.deep.equal([true, true, true]);
    expect([is('record by hand', 9), is('clip too short', 9), is('mended', 9), is('recount differs', 9)]).to.deep.equal(
      Array(4).fill(false),
    );
    expect([is('very fast', 4), is('very fast', 5)]).to.deep.equal([true, false]);
  });
});

describe('what is usual in a squad', () => {
  const tally = (playerId: string, goes: number, doubted: number) => ({ playerId, measure: 'count in time' as const, goes, doubted });
  it('begins at five in a thousand, as if a hundred goes had been seen', () => {
    expect(usualDoubts([])['count in time']).to.equal(0.005);
    // Of two players the one doubted most says nothing: (1 + 0.5) / (200 + 100).
    expect(usualDoubts([tally('a', 200, 1), tally('b', 10, 9)])['count in time']).to.be.closeTo(1.5 / 300, 1e-12);
    expect(usualDoubts([tally('b', 10, 9), tally('a', 200, 1)])['count in time']).to.be.closeTo(1.5 / 300, 1e-12);
  });
  it('leaves a tenth out, by the share and not by the number', () => {
    const ten = Array.from({ length: 9 }, (_, i) => tally(`p${i}`, 100, 1));
    // 2 of 4 is more than 3 of 100, though fewer.
    const all = usualDoubts([...ten.slice(1), tally('p0', 100, 3), tally('q', 4, 2)])['count in time'];
    expect(all).to.be.closeTo((8 + 3 + 0.5) / (900 + 100), 1e-12);
  });
});

describe('a coach is told', () => {
  it('nothing of an even child', () => expect(alone(times(200))).to.deep.equal([]));

  it('of doubted numbers from four on, if they are far more than the squad has', () => {
    // 40 goes at 0.5 % are 0.2 expected; 1.5 times that and 0.05 are 0.35. Four or more: 0.00047; five: 0.000033.
    const with_ = (n: number) => alone([...times(n, { numberDoubted: true }), ...times(40 - n)]);
    expect([with_(4), with_(5)]).to.deep.equal([[], ['doubted more than the squad']]);
    // Where all are doubted often, five are nothing.
    expect(alone([...times(5, { numberDoubted: true }), ...times(35)], 0.05)).to.deep.equal([]);
    // Three are never enough: 0.05 + 0.0225 expected would have it.
    expect(alone(times(3, { numberDoubted: true }))).to.deep.equal([]);
  });

  it('of numbers that are on the whole higher than their clips', () => {
    const counted = (claimed: number, n: number) => alone(times(n, { claimed, recounted: 50, filmed: true }));
    expect(counted(60, 1)).to.deep.equal([]);
    // ln 1.2 = 0.182; a count of 50 is right within √(0.035² + 0.034²) = 0.0488: two are 5.3 spreads.
    expect(counted(60, 2)).to.deep.equal(['more than the clips show']);
    // 4 % over is no matter, however often: ln 1.04 = 0.0392.
    expect(counted(52, 40)).to.deep.equal([]);
    expect(counted(53, 40)).to.deep.equal(['more than the clips show']);
    expect(counted(40, 40)).to.deep.equal([]);
    // Under eight reps one rep is a great share.
    expect(alone(times(40, { claimed: 9, recounted: 7 }))).to.deep.equal([]);
  });

  it('of goes that are better when nobody films, from eight filmed and 25 others on', () => {
    const sway = (n: number, middle: number, filmed: boolean) =>
      Array.from({ length: n }, (_, i) => go({ filmed, distance: middle + (i % 2 === 0 ? 0.3 : -0.3) }));
    const ground = (filmed: number, others: number, apart: number) => alone([...sway(filmed, 0, true), ...sway(others, apart, false)]);
    expect(ground(12, 30, 1)).to.deep.equal(['better when nobody films']);
    expect([ground(7, 30, 1), ground(12, 24, 1), ground(12, 30, 0.35), ground(12, 30, -1)]).to.deep.equal([[], [], [], []]);
    // Hits and times say too little of what a camera changes.
    const hits = [...sway(12, 0, true), ...sway(30, 1, false)].map((one) => ({ ...one, measure: 'hits in time' as const }));
    expect(alone(hits)).to.deep.equal([]);
  });

  it('of numbers that are a team-mate’s, from five on and far beyond chance', () => {
    const pair = (same: number, chance: number): Pair => ({ goes: 20, same, chance });
    const ground = (...pairs: Pair[]) => groundsOf([], usual(0.005), pairs);
    expect(ground(pair(12, 1))).to.deep.equal(['same as a team-mate']);
    expect(ground(pair(4, 0.001))).to.deep.equal([]);
    expect(ground(pair(5, 1))).to.deep.equal([]);
    // Each pair by itself: four friends with three each are no copying.
    expect(ground(pair(3, 0.5), pair(3, 0.5), pair(3, 0.5), pair(3, 0.5))).to.deep.equal([]);
  });

  it('with chance larger for fives and for small numbers', () => {
    expect(sameByChance(45)).to.be.closeTo(3 * sameByChance(46) * (46 / 45), 1e-9);
    expect(sameByChance(46)).to.be.closeTo(1 / (46 * 0.08 * 2 * Math.sqrt(Math.PI)), 1e-12);
    expect(sameByChance(1)).to.equal(0.5);
  });
});

describe('the distance from the own form', () => {
  it('rests on the newest twelve', () => {
    const twelve = [...Array<number>(6).fill(49), ...Array<number>(6).fill(51)];
    // One more would make the middle 49 of 50.
    expect(formDistance(60, [49, ...twelve], 'count in time')).to.equal(10 / 3);
    expect(formDistance(60, twelve, 'count in time')).to.equal(10 / 3);
    expect(formDistance(60, [49, ...twelve.slice(1)], 'count in time')).to.equal(10 / 3);
  });
  it('of runs is measured on logarithms: three times the middle is 2.1 spreads, not many', () => {
    // ln 30.5 − ln 10.5 = 1.066; the least spread of a run is 0.5.
    expect(formDistance(30, [10, 10, 10, 10, 10], 'unbroken run')).to.be.closeTo(Math.log(30.5 / 10.5) / 0.5, 1e-9);
  });
});
