import { expect } from 'chai';
import { atLeastChance, doubtedOften } from '../../../src/core/scores/index.ts';

describe('doubted more often than chance has it', () => {
  it('sums the upper tail of the binomial', () => {
    // 1 − 0.98^10 = 0.1829
    expect(atLeastChance(1, 10, 0.02)).to.be.closeTo(0.1829, 1e-4);
    expect(atLeastChance(0, 10, 0.02)).to.equal(1);
  });
  it('is not two in twenty, and is seven in sixty', () => {
    expect(doubtedOften(2, 20)).to.equal(false);
    expect(doubtedOften(7, 60)).to.equal(true);
    expect(doubtedOften(3, 100)).to.equal(false);
  });
});
