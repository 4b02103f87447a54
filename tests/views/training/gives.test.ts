import { expect } from 'chai';
import type { NumberToBeat, ScoreSent } from '../../../src/contract/training.ts';
import { afterGives, type Give, mendedScores, outcomesOf } from '../../../src/views/training/gives.ts';
import { saidEntry, scoreFrom } from '../../../src/views/training/score-form.ts';
import { anId, anItem, drillOf, timed } from '../../core/make.ts';

const item = { ...anItem('sole-taps', timed(30)), target: { rule: 'beat your best' as const } };
const score = (value: number | null, change: Partial<ScoreSent> = {}): ScoreSent => ({
  ...{ id: anId(), foot: 'both', value, faults: 0, seconds: 30, clocked: true, parts: null },
  ...change,
});
const give = (value: number | null): Give => ({
  ...{ goId: anId(), item, drill: drillOf('sole-taps'), round: 0, work: [], mends: [], courseMetres: null, replaced: false },
  scores: [score(value)],
});
const beat: NumberToBeat = {
  ...{ itemId: item.id, foot: 'both', record: 40, tuning: null },
  target: { number: 41, reason: '', estimated: false, byCoach: false },
};

describe('the goes of a visit', () => {
  const then = (...values: (number | null)[]) => {
    const { numbers, bests } = afterGives([beat], values.map(give), 'steady');
    return { record: numbers[0]?.record, number: numbers[0]?.target.number, bests: bests.length };
  };

  it('raise the number to beat one after the other, and are told as bests', () => {
    expect(then()).to.deep.equal({ record: 40, number: 41, bests: 0 });
    expect(then(45, 44, 47)).to.deep.equal({ record: 47, number: 48, bests: 2 });
    expect(then(45, null)).to.deep.equal({ record: 45, number: 46, bests: 1 });
  });

  it('leave nothing of a number that was put right: neither best nor number to beat', () => {
    expect(then(55)).to.include({ record: 55, bests: 1 });
    expect(then(39)).to.deep.equal({ record: 40, number: 41, bests: 0 });
    // A lower first go makes the second one the best.
    expect(then(45, 44).bests).to.equal(1);
    expect(then(30, 44)).to.deep.equal({ record: 44, number: 45, bests: 1 });
  });

  it('are each told beside the number before them', () => {
    expect(outcomesOf(give(41), [beat])[0]?.kind).to.equal('record');
    expect(outcomesOf(give(40), [beat])[0]?.kind).to.equal('close');
  });
});

describe('what a mend says', () => {
  it('is only what is said otherwise than before, under the ids that were sent', () => {
    const [left, right] = [score(20, { foot: 'left' }), score(22, { foot: 'right', parts: { 'try 1': 22 } })];
    const again = (one: ScoreSent, change: Partial<ScoreSent>) => ({ ...one, id: anId(), seconds: 0, ...change });
    expect(mendedScores([left, right], [again(left, {}), again(right, {})])).to.deep.equal([]);
    expect(mendedScores([left, right], [again(right, {}), again(left, { value: 21 })])).to.deep.equal([{ ...left, value: 21 }]);
    expect(mendedScores([left, right], [again(left, { faults: 1 }), again(right, { parts: { 'try 1': 21 } })])).to.have.length(2);
    expect(mendedScores([left], [again(left, { value: null })])[0]).to.deep.equal({ ...left, value: null });
  });

  it('begins with what was said, and unchanged says the same', () => {
    const same = (before: ScoreSent, of: Pick<Give, 'item'>) => {
      const said = scoreFrom(saidEntry(before, of.item.dose), anId(), of.item, [], false);
      expect(mendedScores([before], [said])).to.deep.equal([]);
    };
    same(score(33.5), { item });
    same(score(33, { faults: 2 }), { item });
    same(score(7, { parts: { 'try 1': 3, 'try 2': 7 } }), {
      item: anItem('juggle-alternating', { dose: { measure: 'unbroken run', seconds: 20, rounds: 1, bounce: false } }),
    });
    const surfaces = anItem('twenty-fives');
    same(score(37, { parts: { 'right foot': 25, 'left foot': 12 } }), {
      item: { ...surfaces, dose: { measure: 'surfaces', reps: 25, surfaces: ['right foot', 'left foot'] } },
    });
    expect(saidEntry(score(null), item.dose).value).to.equal('');
  });
});
