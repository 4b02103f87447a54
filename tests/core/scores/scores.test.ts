import { expect } from 'chai';
import fc from 'fast-check';
import {
  type Claim,
  type ClearedDoubt,
  compareWaiting,
  type DecisionFact,
  type DoubtInput,
  decisionInForce,
  doseInWords,
  doubtResult,
  doubtSentence,
  doubtsOf,
  formDistance,
  isPlace,
  placeOf,
  rateOf,
  recordKey,
  resultOf,
  reviewMinutes,
  standingOf,
  standsAfter,
  weighDoubts,
} from '../../../src/core/scores/index.ts';
import type { Dose } from '../../../src/core/weeks/index.ts';
import { drillOf } from '../make.ts';

const thirty: Dose = { measure: 'count in time', seconds: 30, rounds: 1 };
const claim = (value: number | null, change: Partial<Claim> = {}): Claim => ({ value, faults: 0, seconds: 30, ...change });
const input = (change: Partial<DoubtInput>): DoubtInput => ({
  claim: claim(60),
  clocked: true,
  drill: drillOf('sole-taps'),
  dose: thirty,
  earlier: [],
  clipSeconds: null,
  recounted: null,
  ...change,
});
const reasons = (change: Partial<DoubtInput>) => doubtsOf(input(change)).map((doubt) => doubt.reason);

describe('the result of a go', () => {
  it('is the count in time, whatever the losses of control', () => {
    expect(resultOf(claim(66, { faults: 3 }), thirty)).to.equal(66);
  });
  it('is the seconds of fixed reps once all are done', () => {
    const dose: Dose = { measure: 'fixed reps', reps: 20, rounds: 1 };
    expect(resultOf(claim(20, { seconds: 41.5 }), dose)).to.equal(41.5);
    expect(resultOf(claim(15, { seconds: 41.5 }), dose)).to.equal(null);
  });
  it('is the faults of a sets course once all sets are done', () => {
    const dose: Dose = { measure: 'sets', sets: 5 };
    expect(resultOf(claim(5, { faults: 2 }), dose)).to.equal(2);
    expect(resultOf(claim(4, { faults: 0 }), dose)).to.equal(null);
  });
  it('costs 2 s a moved cone in a course time: 24.5 s and 3 cones are 30.5', () => {
    expect(resultOf(claim(24.5, { faults: 3 }), { measure: 'course time', rounds: 1 })).to.equal(30.5);
  });
  it('is nothing for a lost count, not zero', () => {
    expect(resultOf(claim(null), thirty)).to.equal(null);
    expect(rateOf(claim(null), 'count in time')).to.equal(null);
  });
});

describe('the record key', () => {
  const key = (dose: Dose, foot: 'left' | 'right' | 'both' = 'both', id = 'sole-taps') => recordKey(drillOf(id), dose, foot);
  it('tells seconds, feet, distance, bounce and version group apart', () => {
    const keys = [
      key({ ...thirty, seconds: 10 }),
      key(thirty),
      key({ ...thirty, seconds: 60 }),
      key(thirty, 'left'),
      key(thirty, 'right'),
      recordKey({ id: 'sole-taps', group: 2 }, thirty, 'both'),
      key({ measure: 'hits in time', seconds: 30, rounds: 1, distance: 3 }),
      key({ measure: 'hits in time', seconds: 30, rounds: 1, distance: 4 }),
      key({ measure: 'unbroken run', seconds: 60, rounds: 1, bounce: true }),
      key({ measure: 'unbroken run', seconds: 60, rounds: 1, bounce: false }),
    ];
    expect(new Set(keys).size).to.equal(keys.length);
  });
  it('does not care how long the slot of an unbroken run was, how many rounds, or in which order surfaces were asked', () => {
    expect(key({ measure: 'unbroken run', seconds: 60, rounds: 1, bounce: true })).to.equal(
      key({ measure: 'unbroken run', seconds: 120, rounds: 2, bounce: true }),
    );
    expect(key({ measure: 'surfaces', reps: 25, surfaces: ['left foot', 'right foot'] })).to.equal(
      key({ measure: 'surfaces', reps: 25, surfaces: ['right foot', 'left foot'] }),
    );
  });
  it('has words for each dose', () => {
    expect(doseInWords(thirty)).to.equal('30 s');
    expect(doseInWords({ measure: 'sets', sets: 5 })).to.equal('5 sets');
    expect(doseInWords({ measure: 'course time', rounds: 2 })).to.equal('one course');
    expect(doseInWords({ measure: 'surfaces', reps: 25, surfaces: ['left foot', 'right foot'] })).to.equal('25 on 2 surfaces');
  });
});

describe('doubt', () => {
  it('cannot be: 125 sole taps in 30 s are 4.2 a second, the ceiling is 4', () => {
    const doubts = doubtsOf(input({ claim: claim(125) }));
    expect(doubts[0]).to.include({ reason: 'over the ceiling', result: 'cannot be' });
    expect(doubts.map(doubtSentence)).to.deep.equal(['125 in 30 s is 4.2 a second; nobody’s feet go above 4 here.']);
    expect(doubtResult(doubts)).to.equal('cannot be');
  });

  it('needs a look: 90 in 30 s are 3 a second, fast is 2.8; exactly fast is clear', () => {
    expect(reasons({ claim: claim(90) })).to.deep.equal(['very fast']);
    expect(reasons({ claim: claim(84) })).to.deep.equal([]);
    // At the ceiling itself it is very fast, not impossible.
    expect(reasons({ claim: claim(120) })).to.deep.equal(['very fast']);
  });

  it('is far from own form only upwards, from five earlier scores on', () => {
    // Median 50, MAD 1, spread max(1.4826, 6 % of 50, 1) = 3; 62 is 4 spreads up and not over it, 63 is 4.33.
    const earlier = [49, 50, 51, 50, 48];
    expect(formDistance(63, earlier, 'count in time')).to.be.closeTo(13 / 3, 1e-9);
    expect(reasons({ claim: claim(63), earlier })).to.deep.equal(['far from own form']);
    expect(reasons({ claim: claim(62), earlier })).to.deep.equal([]);
    expect(reasons({ claim: claim(20), earlier })).to.deep.equal([]);
    expect(reasons({ claim: claim(63), earlier: earlier.slice(1) })).to.deep.equal([]);
  });

  it('looks downwards where less is better', () => {
    const course: Dose = { measure: 'course time', rounds: 1 };
    const drill = drillOf('slalom-right');
    const earlier = [30, 30, 31, 29, 30];
    // Spread is max(1.4826 · 0, 6 % of 30, 1) = 1.8 (the MAD of 30, 30, 31, 29, 30 is 0); 22 is 4.4 spreads better.
    expect(reasons({ claim: claim(22), dose: course, drill, earlier })).to.deep.equal(['far from own form']);
    expect(reasons({ claim: claim(40), dose: course, drill, earlier })).to.deep.equal([]);
  });

  it('looks at a record that did not run on the clock, not at a first score and not at an equal one', () => {
    expect(reasons({ claim: claim(61), clocked: false, earlier: [50] })).to.deep.equal(['record by hand']);
    expect(reasons({ claim: claim(60), clocked: false, earlier: [50] })).to.deep.equal([]);
    expect(reasons({ claim: claim(60), clocked: false, earlier: [60] })).to.deep.equal([]);
    expect(reasons({ claim: claim(60), clocked: false })).to.deep.equal([]);
    expect(reasons({ claim: claim(61), earlier: [50] })).to.deep.equal([]);
  });

  it('looks at a clip more than 10 % shorter than the work', () => {
    expect(reasons({ clipSeconds: 26.9 })).to.deep.equal(['clip too short']);
    expect(reasons({ clipSeconds: 27 })).to.deep.equal([]);
  });

  it('looks at the same number four times running, five where it is round', () => {
    expect(reasons({ earlier: [60, 60, 60, 60] })).to.deep.equal(['same again']);
    expect(reasons({ earlier: [60, 60, 60] })).to.deep.equal([]);
    expect(reasons({ earlier: [60, 60, 61, 60, 60] })).to.deep.equal([]);
  });

  it('lets a recount differ by 2 or 5 %, whichever is more', () => {
    expect(reasons({ recounted: 58 })).to.deep.equal([]);
    expect(reasons({ recounted: 57 })).to.deep.equal(['recount differs']);
    // 5 % of 80 is 4.
    expect(reasons({ claim: claim(84), recounted: 80 })).to.deep.equal([]);
    expect(reasons({ claim: claim(75), recounted: 80 })).to.deep.equal(['recount differs']);
  });

  it('never doubts an honest "I lost count"', () => {
    expect(doubtsOf(input({ claim: claim(null), clocked: false, earlier: [1, 1, 1, 1, 1], clipSeconds: 2 }))).to.deep.equal([]);
  });

  it('lists several reasons, the impossible first', () => {
    const doubts = doubtsOf(input({ claim: claim(125), clocked: false, earlier: [50, 50, 51, 49, 50], clipSeconds: 5 }));
    expect(doubts.map((d) => d.reason)).to.deep.equal(['over the ceiling', 'far from own form', 'record by hand', 'clip too short']);
  });

  it('law: a score at or below the best of the own earlier ones, clocked and in pace, is never far from form', () => {
    const earlier = fc.array(fc.integer({ min: 5, max: 80 }), { minLength: 5, maxLength: 20 });
    fc.assert(
      fc.property(earlier, fc.nat(), (list, pick) => {
        const sorted = [...list].sort((a, b) => a - b);
        const value = sorted[pick % Math.ceil(list.length / 2)] as number;
        expect(reasons({ claim: claim(value), earlier: list })).not.to.include('far from own form');
      }),
    );
  });
});

describe('a doubt that was cleared with a reason', () => {
  const doubted = (change: Partial<DoubtInput>) => weighDoubts(input({ scoreId: 'now', ...change }));
  const cleared = (reason: ClearedDoubt['reason'], figure: number, scoreId = 'then'): ClearedDoubt => ({ scoreId, reason, figure });
  const outcome = (change: Partial<DoubtInput>) => {
    const { doubts, answered } = doubted(change);
    return { raised: doubts.map((one) => one.reason), answered: answered.map((one) => one.reason) };
  };

  it('carries the figure it looked at: 100 in 30 s are 3.33 a second', () => {
    expect(doubted({ claim: claim(100) }).doubts[0]?.figure).to.be.closeTo(3.333, 0.001);
    expect(doubted({ claim: claim(60), clipSeconds: 20 }).doubts[0]?.figure).to.equal(10);
    expect(doubted({ claim: claim(60), recounted: 50 }).doubts[0]?.figure).to.equal(10);
  });
  it('of pace is answered up to 5 % beyond: cleared at 3.33, 104 in 30 s is 3.47, 106 is 3.53', () => {
    const before = [cleared('very fast', 100 / 30)];
    expect(outcome({ claim: claim(104), cleared: before })).to.deep.equal({ raised: [], answered: ['very fast'] });
    expect(outcome({ claim: claim(106), cleared: before }).raised).to.deep.equal(['very fast']);
  });
  it('of the ceiling answers a slower “very fast” as well', () => {
    expect(outcome({ claim: claim(100), cleared: [cleared('over the ceiling', 4.4)] }).raised).to.deep.equal([]);
  });
  it('of a record by hand is answered for a small step, and raised for a jump', () => {
    const by = (value: number) =>
      outcome({ claim: claim(value), clocked: false, earlier: [40, 50], cleared: [cleared('record by hand', 60)] });
    expect(by(62).raised).to.deep.equal([]);
    expect(by(64).raised).to.deep.equal(['record by hand']);
  });
  it('of less-is-better looks the other way: 30 s was cleared, 29 s is near, 28 s is a jump', () => {
    const dose: Dose = { measure: 'fixed reps', reps: 20, rounds: 1 };
    const by = (seconds: number) =>
      outcome({
        claim: { value: 20, faults: 0, seconds },
        dose,
        clocked: false,
        drill: drillOf('v-inside'),
        earlier: [50, 48],
        cleared: [cleared('record by hand', 30)],
      });
    expect(by(29).raised).to.deep.equal([]);
    expect(by(28).raised).to.deep.equal(['record by hand']);
  });
  it('of a short clip is answered for one as short, of the same number for that number only', () => {
    expect(outcome({ clipSeconds: 20, cleared: [cleared('clip too short', 10)] }).raised).to.deep.equal([]);
    expect(outcome({ clipSeconds: 18, cleared: [cleared('clip too short', 10)] }).raised).to.deep.equal(['clip too short']);
    const same = [60, 60, 60, 60];
    expect(outcome({ earlier: same, cleared: [cleared('same again', 60)] }).raised).to.deep.equal([]);
    expect(outcome({ earlier: same, cleared: [cleared('same again', 61)] }).raised).to.deep.equal(['same again']);
  });
  it('of a recount is answered for its own score only', () => {
    expect(outcome({ recounted: 50, cleared: [cleared('recount differs', 10, 'now')] }).raised).to.deep.equal([]);
    expect(outcome({ recounted: 50, cleared: [cleared('recount differs', 10, 'then')] }).raised).to.deep.equal(['recount differs']);
  });
});

describe('where a score stands', () => {
  const fact = (id: string, verdict: DecisionFact['verdict'], at: number, more: Partial<DecisionFact> = {}): DecisionFact => ({
    id,
    verdict,
    undoes: null,
    value: null,
    faults: null,
    at,
    ...more,
  });

  it('counts a clear one at once and lets a doubted one wait', () => {
    expect(standingOf(60, false, null)).to.include({ standing: 'clear', counts: 60 });
    expect(standingOf(60, true, null)).to.include({ standing: 'waiting for the coach', counts: null });
  });

  it('takes the claimed value when counted, the recount when corrected, nothing else', () => {
    expect(standingOf(60, true, fact('a', 'counted', 1)).counts).to.equal(60);
    expect(standingOf(60, true, fact('a', 'corrected', 1, { value: 48 })).counts).to.equal(48);
    expect(standingOf(60, false, fact('a', 'again please', 1)).counts).to.equal(null);
    expect(standingOf(60, false, fact('a', 'set aside', 1)).counts).to.equal(null);
  });

  it('brings the decision before back when the newest is taken back', () => {
    const facts = [fact('a', 'counted', 1), fact('b', 'set aside', 2), fact('u', 'undo', 3, { undoes: 'b' })];
    expect(decisionInForce(facts)?.id).to.equal('a');
    expect(decisionInForce([...facts, fact('v', 'undo', 4, { undoes: 'a' })])).to.equal(null);
  });

  it('law: the order in which decisions are read does not matter', () => {
    const facts = [
      fact('a', 'counted', 1),
      fact('b', 'set aside', 2),
      fact('u', 'undo', 3, { undoes: 'b' }),
      fact('c', 'corrected', 4, { value: 3 }),
    ];
    fc.assert(
      fc.property(fc.shuffledSubarray(facts, { minLength: 4 }), (order) => {
        expect(decisionInForce(order)?.id).to.equal('c');
      }),
    );
  });
});

describe('a correction by marks', () => {
  it('counts with its own number and its own faults; a typed one leaves the claimed faults', () => {
    const fact = (faults: number | null): DecisionFact => ({ id: 'a', verdict: 'corrected', undoes: null, value: 12, faults, at: 1 });
    expect(standingOf(20, false, fact(3))).to.deep.equal({ standing: 'corrected', counts: 12, faults: 3 });
    expect(standingOf(20, false, fact(null)).faults).to.equal(null);
  });
});

describe('the review queue', () => {
  it('puts what cannot be first, then doubts with a clip, doubts, clips asked for, other clips, clear ones', () => {
    const one = (result: 'clear' | 'look' | 'cannot be', hasClip: boolean, doneAt = 0, clipWanted = false) => ({
      scoreId: 'a',
      result,
      clip: hasClip ? {} : null,
      doneAt,
      clipWanted,
    });
    const given = [
      one('clear', false, 9),
      one('clear', true, 8),
      one('clear', true, 1, true),
      one('look', false),
      one('look', true),
      one('cannot be', false),
    ];
    expect(given.sort(compareWaiting).map((o) => `${o.result} ${o.clip !== null} ${o.clipWanted}`)).to.deep.equal([
      'cannot be false false',
      'look true false',
      'look false false',
      'clear true true',
      'clear true false',
      'clear false false',
    ]);
  });
  it('can be read on from any place: what stands after a place is what comes later in the order, also where all is alike', () => {
    const one = fc.record({
      scoreId: fc.constantFrom('a', 'b', 'c', 'd', 'e'),
      result: fc.constantFrom('clear' as const, 'look' as const, 'cannot be' as const),
      clip: fc.constantFrom(null, {}),
      clipWanted: fc.boolean(),
      doneAt: fc.constantFrom(0, 9, 10),
    });
    fc.assert(
      fc.property(fc.uniqueArray(one, { selector: (o) => o.scoreId, minLength: 1 }), (given) => {
        const inOrder = given.sort(compareWaiting);
        for (const [i, at] of inOrder.entries())
          expect(inOrder.filter((o) => standsAfter(o, placeOf(at)))).to.deep.equal(inOrder.slice(i + 1));
      }),
    );
    expect(() => standsAfter({ scoreId: 'a', result: 'clear', clip: null, clipWanted: false, doneAt: 0 }, '6.0.a')).to.throw(RangeError);
    expect([isPlace('5.12.a-b'), isPlace('5.12.'), isPlace('6.1.a')]).to.deep.equal([true, false, false]);
  });
  it('estimates minutes: 2 doubts with clips, 10 clear ones are 90 + 30 s = 2 min', () => {
    const waiting = [...Array(2).fill({ result: 'look', hasClip: true }), ...Array(10).fill({ result: 'clear', hasClip: false })];
    expect(reviewMinutes(waiting)).to.equal(2);
    expect(reviewMinutes([])).to.equal(0);
  });
});
