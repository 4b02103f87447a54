import { expect } from 'chai';
import fc from 'fast-check';
import { DOUBT_RULES, doubtSentence, mendedToRecord, weighDoubts, wordBefore, wordInForce } from '../../../src/core/scores/index.ts';
import type { Dose } from '../../../src/core/weeks/index.ts';
import { drillOf } from '../make.ts';

const thirty: Dose = { measure: 'count in time', seconds: 30, rounds: 1 };
const course: Dose = { measure: 'course time', rounds: 1 };
const word = (id: string, at: number, value: number | null = 1) => ({ id, at, value, faults: 0, parts: null });
const claim = (value: number | null, faults = 0) => ({ value, faults, seconds: 30 });

describe('mending a number', () => {
  it('leaves the word that was said last, and of one instant the one with the later id', () => {
    expect(wordInForce([word('b', 5), word('a', 9), word('c', 7)]).id).to.equal('a');
    expect(wordInForce([word('b', 5), word('a', 5)]).id).to.equal('b');
    expect(wordInForce([word('a', 5), word('b', 5)]).id).to.equal('b');
    expect(() => wordInForce([])).to.throw(RangeError);
  });

  it('knows the first word, and none where there is only one', () => {
    expect(wordBefore([word('b', 5), word('a', 9), word('c', 4)])?.id).to.equal('c');
    expect(wordBefore([word('b', 5), word('a', 5)])?.id).to.equal('a');
    expect([wordBefore([word('b', 5)]), wordBefore([])]).to.deep.equal([null, null]);
  });

  it('law: the order in which words come in does not matter', () => {
    const words = fc.uniqueArray(fc.record({ id: fc.uuid(), at: fc.integer({ min: 0, max: 3 }) }), {
      minLength: 1,
      selector: (one) => one.id,
    });
    fc.assert(
      fc.property(words, fc.infiniteStream(fc.nat()), (list, dice) => {
        const all = list.map(({ id, at }) => word(id, at));
        const places = new Map(all.map((one) => [one.id, dice.next().value as number]));
        const other = [...all].sort((a, b) => (places.get(a.id) ?? 0) - (places.get(b.id) ?? 0));
        expect(wordInForce(other)).to.equal(wordInForce(all));
        expect(wordBefore(other)).to.equal(wordBefore(all));
      }),
    );
  });

  it('makes a record only beyond the best, of what was none', () => {
    const made = (to: number | null, first: number | null, best: number | null) => mendedToRecord(claim(to), claim(first), thirty, best);
    expect([made(41, 30, 40), made(40, 30, 40), made(41, 41, 40), made(41, null, 40)]).to.deep.equal([true, false, false, true]);
    expect([made(41, 30, null), made(null, 30, 40), made(38, 41, 40)]).to.deep.equal([false, false, false]);
    // Less is better: 20 s with a moved cone are 22.
    expect(mendedToRecord(claim(20), claim(20, 1), course, 21)).to.equal(true);
    expect(mendedToRecord(claim(20, 1), claim(20), course, 21)).to.equal(false);
  });
});

describe('a mended number before the coach', () => {
  const doubtsFor = (
    value: number,
    first: number | null | undefined,
    earlier: number[],
    cleared: { scoreId: string; figure: number }[] = [],
  ) =>
    weighDoubts(
      {
        claim: claim(value),
        clocked: true,
        drill: drillOf('sole-taps'),
        dose: thirty,
        earlier,
        clipSeconds: null,
        recounted: null,
        scoreId: 'this',
        ...(first === undefined ? {} : { first: { value: first, faults: 0 } }),
        cleared: cleared.map((one) => ({ ...one, reason: 'mended' as const })),
      },
      DOUBT_RULES,
    );
  const reasons = (...given: Parameters<typeof doubtsFor>) => doubtsFor(...given).doubts.map((one) => one.reason);

  it('is looked at when it became a record, with both words', () => {
    const [doubt] = doubtsFor(45, 40, [42]).doubts;
    expect(doubt).to.include({ reason: 'mended', result: 'look', figure: 45 });
    expect(doubt && doubtSentence(doubt)).to.equal('First said: 40; mended to a new record, 45 (before 42).');
    const [lost] = doubtsFor(45, null, [42]).doubts;
    expect(lost && doubtSentence(lost)).to.equal('First said: lost count; mended to a new record, 45 (before 42).');
  });

  it('is not otherwise: lower, no record, a record before, or the first go', () => {
    expect(reasons(41, 40, [42])).to.deep.equal([]);
    expect(reasons(45, 44, [42])).to.deep.equal([]);
    expect(reasons(45, 40, [])).to.deep.equal([]);
    expect(reasons(45, undefined, [42])).to.deep.equal([]);
    expect(reasons(30, 9999, [42])).to.deep.equal([]);
  });

  it('is cleared for itself, up to the number that was cleared', () => {
    expect(reasons(45, 40, [42], [{ scoreId: 'this', figure: 45 }])).to.deep.equal([]);
    expect(reasons(46, 40, [42], [{ scoreId: 'this', figure: 45 }])).to.deep.equal(['mended']);
    expect(reasons(45, 40, [42], [{ scoreId: 'other', figure: 45 }])).to.deep.equal(['mended']);
  });
});
