import { expect } from 'chai';
import {
  type Claim,
  clears,
  DOUBT_RULES,
  type DoubtInput,
  doubtResult,
  doubtsOf,
  habitsOf,
  isPlace,
  LONGEST_LOOK,
  mayBeWaved,
  placeOf,
  reviewKind,
  reviewMinutes,
  standsAfter,
  USUAL_HABITS,
  type Waiting,
  weighDoubts,
} from '../../../src/core/scores/index.ts';
import type { Dose } from '../../../src/core/weeks/index.ts';
import { drillOf } from '../make.ts';

/* Doubts at their limits: a figure as high as the rule is none, one more is. */

const thirty: Dose = { measure: 'count in time', seconds: 30, rounds: 1 };
const course: Dose = { measure: 'course time', rounds: 1 };
const claim = (value: number | null, change: Partial<Claim> = {}): Claim => ({ value, faults: 0, seconds: 30, ...change });
const input = (change: Partial<DoubtInput>): DoubtInput => ({
  ...{ claim: claim(60), clocked: true, drill: drillOf('sole-taps'), dose: thirty, earlier: [], clipSeconds: null, recounted: null },
  ...change,
});
const reasons = (change: Partial<DoubtInput>, rules = DOUBT_RULES) => doubtsOf(input(change), rules).map((doubt) => doubt.reason);

describe('a doubt at its limit', () => {
  it('of pace: as fast as the ceiling is very fast, as fast as fast is nothing', () => {
    const { ceiling, fast } = drillOf('sole-taps').pace;
    expect(reasons({ claim: claim(ceiling * 30) })).to.deep.equal(['very fast']);
    expect(reasons({ claim: claim(ceiling * 30 + 1) })).to.deep.equal(['over the ceiling']);
    expect(reasons({ claim: claim(fast * 30) })).to.deep.equal([]);
    expect(reasons({ claim: claim(fast * 30 + 1) })).to.deep.equal(['very fast']);
  });

  it('of form: as far as the rule says is near, for as many earlier ones as it says', () => {
    const rules = { ...DOUBT_RULES, formDistance: 3 };
    // Five alike have a spread of 1 at the least.
    const earlier = [20, 20, 20, 20, 20];
    expect(reasons({ claim: claim(23), earlier }, rules)).to.deep.equal([]);
    expect(reasons({ claim: claim(24), earlier }, rules)).to.deep.equal(['far from own form']);
    expect(reasons({ claim: claim(24), earlier: earlier.slice(1) }, rules)).to.deep.equal([]);
    // Far below is no doubt.
    expect(reasons({ claim: claim(1), earlier }, rules)).to.deep.equal([]);
  });

  it('of a record by hand: better than the best by more than a fifth, and there was one before; never of time on', () => {
    expect(reasons({ claim: claim(37), clocked: false, earlier: [30] })).to.deep.equal(['record by hand']);
    for (const [value, earlier] of [
      [36, [30]],
      [30, [30]],
      [29, [30]],
      [37, []],
    ] as const)
      expect(reasons({ claim: claim(value), clocked: false, earlier }), String(value)).to.deep.equal([]);
    expect(reasons({ claim: claim(37), clocked: true, earlier: [30] })).to.deep.equal([]);
    const onFor = { dose: { measure: 'time on', seconds: 60, rounds: 1 } as Dose, clocked: false };
    expect(reasons({ ...onFor, claim: claim(50, { seconds: 60 }), earlier: [40] })).to.deep.equal([]);
    const faster = { dose: course, clocked: false, earlier: [30] };
    // A fifth faster is 30 / 1.2 = 25 s.
    expect(reasons({ ...faster, claim: claim(24, { seconds: 24 }) })).to.deep.equal(['record by hand']);
    expect(reasons({ ...faster, claim: claim(25, { seconds: 25 }) })).to.deep.equal([]);
    expect(reasons({ ...faster, claim: claim(31, { seconds: 31 }) })).to.deep.equal([]);
  });

  it('of a clip: nine tenths of the work are long enough', () => {
    expect(reasons({ clipSeconds: 27 })).to.deep.equal([]);
    expect(reasons({ clipSeconds: 26.9 })).to.deep.equal(['clip too short']);
    expect(doubtsOf(input({ clipSeconds: 20 }))[0]?.figure).to.equal(10);
  });

  it('of the same number: so many running and no smaller than the rule says, whatever was before', () => {
    const again = (value: number, earlier: number[]) => reasons({ claim: claim(value), earlier });
    expect(again(21, [21, 21, 21])).to.deep.equal(['same again']);
    expect(again(21, [9, 21, 21, 21])).to.deep.equal(['same again']);
    expect(again(21, [21, 21])).to.deep.equal([]);
    expect(again(21, [21, 21, 21, 22])).to.deep.equal([]);
    expect(again(21, [22, 21, 21])).to.deep.equal([]);
    // Round numbers come out the same more easily: once more.
    expect(again(20, [20, 20, 20])).to.deep.equal([]);
    expect(again(20, [20, 20, 20, 20])).to.deep.equal(['same again']);
    expect(again(20, [21, 20, 20, 20])).to.deep.equal([]);
    expect(again(19, [19, 19, 19])).to.deep.equal([]);
    // Seconds of fixed reps come out alike; what is counted one by one does not.
    const reps: Dose = { measure: 'fixed reps', reps: 25, rounds: 1 } as Dose;
    expect(reasons({ dose: reps, claim: claim(25, { seconds: 30 }), earlier: [30, 30, 30] })).to.deep.equal([]);
  });

  it('of a recount: two reps or a twentieth, up and down', () => {
    const recount = (value: number, recounted: number) => reasons({ claim: claim(value, { seconds: 90 }), recounted });
    expect([recount(22, 20), recount(18, 20)]).to.deep.equal([[], []]);
    expect([recount(23, 20), recount(17, 20)]).to.deep.equal([['recount differs'], ['recount differs']]);
    expect([recount(105, 100), recount(95, 100)]).to.deep.equal([[], []]);
    expect([recount(106, 100), recount(94, 100)]).to.deep.equal([['recount differs'], ['recount differs']]);
    expect(doubtsOf(input({ claim: claim(17, { seconds: 90 }), recounted: 20 }))[0]?.figure).to.equal(3);
  });
});

describe('several doubts', () => {
  it('stand in one order: what cannot be, pace, form, record, clip, same number, recount', () => {
    const all = { earlier: [20, 20, 20, 20, 20], clocked: false, clipSeconds: 5, recounted: 10 };
    expect(reasons({ ...all, claim: claim(100) })).to.deep.equal([
      ...['very fast', 'far from own form', 'record by hand', 'clip too short', 'recount differs'],
    ]);
    expect(reasons({ ...all, claim: claim(200) })[0]).to.equal('over the ceiling');
    expect(reasons({ ...all, claim: claim(20) })).to.deep.equal(['clip too short', 'same again', 'recount differs']);
  });

  it('come to the worst of them', () => {
    expect(doubtResult([])).to.equal('clear');
    const [look] = doubtsOf(input({ clipSeconds: 5 }));
    const [never] = doubtsOf(input({ claim: claim(500) }));
    if (!look || !never) throw new Error('no doubts');
    expect([doubtResult([look]), doubtResult([look, never]), doubtResult([never])]).to.deep.equal(['look', 'cannot be', 'cannot be']);
  });

  it('are parted into those that stand and those that were answered', () => {
    const cleared = [{ scoreId: 'a', reason: 'clip too short' as const, figure: 25 }];
    const { doubts, answered } = weighDoubts(input({ claim: claim(100), clipSeconds: 5, cleared }));
    expect(doubts.map((one) => one.reason)).to.deep.equal(['very fast']);
    expect(answered.map((one) => one.reason)).to.deep.equal(['clip too short']);
    expect(weighDoubts(input({ claim: claim(null), clipSeconds: 5 }))).to.deep.equal({ doubts: [], answered: [] });
  });
});

describe('a clearing', () => {
  const doubt = (reason: Parameters<typeof clears>[1]['reason'], figure: number) => ({
    reason,
    figure,
  });
  const by = (reason: Parameters<typeof clears>[1]['reason'], figure: number, scoreId = 'a') => ({ scoreId, reason, figure });

  it('answers up to a twentieth beyond, and what is just above no more', () => {
    expect(clears(by('very fast', 100), doubt('very fast', 105), 'b', 'more')).to.equal(true);
    expect(clears(by('very fast', 100), doubt('very fast', 105.1), 'b', 'more')).to.equal(false);
    expect(clears(by('very fast', 100), doubt('over the ceiling', 105), 'b', 'more')).to.equal(true);
    expect(clears(by('record by hand', 100), doubt('record by hand', 105), 'b', 'more')).to.equal(true);
    expect(clears(by('record by hand', 100), doubt('record by hand', 106), 'b', 'more')).to.equal(false);
    expect(clears(by('far from own form', 105), doubt('far from own form', 100), 'b', 'less')).to.equal(true);
    expect(clears(by('far from own form', 106), doubt('far from own form', 100), 'b', 'less')).to.equal(false);
    expect(clears(by('clip too short', 10), doubt('clip too short', 10.5), 'b', 'more')).to.equal(true);
    expect(clears(by('clip too short', 10), doubt('clip too short', 10.6), 'b', 'more')).to.equal(false);
  });

  it('answers nothing of another kind, no other number, and a recount for its own score alone', () => {
    expect(clears(by('record by hand', 100), doubt('very fast', 1), 'a', 'more')).to.equal(false);
    expect(clears(by('very fast', 100), doubt('record by hand', 1), 'a', 'more')).to.equal(false);
    expect([20, 21].map((n) => clears(by('same again', 20), doubt('same again', n), 'a', 'more'))).to.deep.equal([true, false]);
    const recount = (scoreId: string, figure: number) =>
      clears(by('recount differs', 3), doubt('recount differs', figure), scoreId, 'more');
    expect([recount('a', 3), recount('a', 4), recount('b', 3)]).to.deep.equal([true, false, false]);
  });
});

describe('the queue at its edges', () => {
  const one = (change: Partial<Waiting>): Waiting => ({
    scoreId: 'm',
    result: 'clear',
    clip: null,
    clipWanted: false,
    doneAt: 100,
    ...change,
  });

  it('goes on behind a place, not at it', () => {
    const place = placeOf(one({}));
    const isBehind = (change: Partial<Waiting>) => standsAfter(one(change), place);
    expect([isBehind({}), isBehind({ scoreId: 'n' }), isBehind({ scoreId: 'l' })]).to.deep.equal([false, true, false]);
    expect([isBehind({ doneAt: 99 }), isBehind({ doneAt: 101 })]).to.deep.equal([true, false]);
    // A clip stands before, whenever it was done.
    expect(isBehind({ clip: {}, doneAt: 1 })).to.equal(false);
    expect(standsAfter(one({ doneAt: 999 }), placeOf(one({ clip: {} })))).to.equal(true);
    expect(() => standsAfter(one({}), '9.1.a')).to.throw(RangeError, '9.1.a');
    expect(['5.100.m', '6.100.m', '5.100.', '5..m', ' 5.100.m', '5.100.m m'].map(isPlace)).to.deep.equal([
      true,
      false,
      false,
      false,
      false,
      false,
    ]);
  });

  it('lets clear numbers alone be waved through', () => {
    const may = (result: 'clear' | 'look' | 'cannot be', value: number | null) => mayBeWaved({ result, value });
    expect([may('clear', 0), may('clear', null), may('look', 5), may('cannot be', 5)]).to.deep.equal([true, false, false, false]);
  });

  it('learns how long a coach takes from the newest forty, each held to five minutes', () => {
    const kind = 'clear' as const;
    const looks = (seconds: number, n: number) => Array.from({ length: n }, () => ({ kind, seconds }));
    expect(habitsOf([])).to.deep.equal(USUAL_HABITS);
    const usual = USUAL_HABITS.clear;
    expect(habitsOf(looks(10, 5)).clear).to.equal((5 * 10 + 5 * usual) / 10);
    expect(habitsOf([...looks(10, 40), ...looks(500, 400)]).clear).to.equal((40 * 10 + 5 * usual) / 45);
    expect(habitsOf(looks(10_000, 1)).clear).to.equal((LONGEST_LOOK + 5 * usual) / 6);
    expect(habitsOf(looks(10, 5)).clip).to.equal(USUAL_HABITS.clip);
    expect(reviewMinutes([])).to.equal(0);
    expect(
      ['clear', 'look', 'cannot be'].flatMap((result) => [true, false].map((clip) => reviewKind(result as 'clear', clip))),
    ).to.deep.equal([...['clip', 'clear', 'doubt with clip', 'doubt', 'doubt with clip', 'doubt']]);
  });
});
