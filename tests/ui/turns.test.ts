import { expect } from 'chai';
import { nextFrameAt } from '../../src/ui/notations/moves/turns.ts';

describe('moving pictures', () => {
  it('leave the page as much time as they take', () => {
    expect(nextFrameAt(100, 108)).to.equal(116);
    expect(nextFrameAt(100, 130)).to.equal(160);
    expect(nextFrameAt(100, 100)).to.equal(100);
  });
});
