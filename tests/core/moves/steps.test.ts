import { expect } from 'chai';
import fc from 'fast-check';
import { CATALOGUE } from '../../../src/core/drills/index.ts';
import { momentsOf, momentsOfSteps, planOfDrill } from '../../../src/core/moves/index.ts';

const moments = (...words: string[]) => words.map((one) => ({ words: one }));

describe('the beat that a step tells of', () => {
  it('is found by the words they share, whatever their form', () => {
    expect(
      momentsOfSteps(
        ['Stand with the ball between your feet.', 'Pull the ball back with the sole.', 'Push it out with the outside.'],
        moments('Right sole pulls back', 'Right outside pushes forward and out', 'Right sole brings it home'),
      ),
    ).to.deep.equal([null, 0, 1]);
  });

  it('is the one that shares most', () => {
    expect(momentsOfSteps(['Tap behind with the inside.'], moments('Right inside pushes', 'Left inside taps behind'))).to.deep.equal([1]);
  });

  it('is the earliest of those that share the same', () => {
    expect(momentsOfSteps(['Tap it.', 'Tap it.'], moments('Right taps', 'Left taps'))).to.deep.equal([0, 0]);
  });

  it('never lies before that of an earlier step, even where that shares more', () => {
    expect(
      momentsOfSteps(['Throw it up.', 'Catch it with the hands.'], moments('Hands catch', 'Hands throw up', 'Hands catch')),
    ).to.deep.equal([1, 2]);
    expect(momentsOfSteps(['Pass.', 'Take it across the body.'], moments('Takes across the body', 'Passes'))).to.deep.equal([null, 0]);
  });

  it('is none where only plain words are shared, and nothing for nothing', () => {
    expect(momentsOfSteps(['Go on with the right foot.'], moments('Right foot and the ball'))).to.deep.equal([null]);
    expect(momentsOfSteps([], moments('Right taps'))).to.deep.equal([]);
    expect(momentsOfSteps(['Tap.'], [])).to.deep.equal([null]);
  });

  it('law: one answer a step, within the moments, in order', () => {
    const words = fc
      .array(fc.constantFrom('inside', 'sole', 'taps', 'pulls', 'the', 'ball', 'laces', 'turns'), { maxLength: 4 })
      .map((list) => list.join(' '));
    fc.assert(
      fc.property(fc.array(words, { maxLength: 6 }), fc.array(words, { maxLength: 6 }), (steps, told) => {
        const found = momentsOfSteps(steps, moments(...told));
        expect(found).to.have.length(steps.length);
        const known = found.filter((one) => one !== null);
        expect(known.every((one) => one >= 0 && one < told.length)).to.equal(true);
        expect([...known].sort((a, b) => a - b)).to.deep.equal(known);
      }),
    );
  });

  it('is known for most steps of the shipped drills, and for at least one step of nine drills in ten', () => {
    const all = CATALOGUE.map((drill) => {
      const plan = planOfDrill(drill, { example: 0 });
      return plan ? momentsOfSteps(drill.steps, momentsOf(plan)) : [];
    });
    const steps = all.flat();
    expect(steps.filter((one) => one !== null).length / steps.length).to.be.above(0.5);
    expect(all.filter((list) => list.some((one) => one !== null)).length / all.length).to.be.above(0.9);
  });
});
