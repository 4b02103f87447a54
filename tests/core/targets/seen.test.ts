import { expect } from 'chai';
import type { Target } from '../../../src/core/targets/index.ts';
import { asSeen } from '../../../src/core/targets/seen.ts';

describe('numbers of a go, with what stood there', () => {
  const score = (foot: 'left' | 'right') => ({ id: foot, foot, value: 20 });
  const target = (number: number | null, stretch?: true): Target => ({ number, reason: '', estimated: false, byCoach: false, stretch });
  const at = (itemId: string, foot: 'left' | 'right', of: Target) => ({ itemId, foot, target: of });

  it('have each foot’s own number to reach, of the same item, and whether it was a stretch number', () => {
    const numbers = [at('other', 'left', target(99, true)), at('taps', 'right', target(24)), at('taps', 'left', target(18, true))];
    expect(asSeen([score('left'), score('right')], 'taps', numbers)).to.deep.equal([
      { ...score('left'), saw: 18, sawStretch: true },
      { ...score('right'), saw: 24, sawStretch: false },
    ]);
  });
  it('say so where none stood there', () => {
    expect(asSeen([score('left')], 'taps', [])).to.deep.equal([{ ...score('left'), saw: null, sawStretch: false }]);
    expect(asSeen([score('left')], 'taps', [at('taps', 'left', target(null))])[0]).to.include({ saw: null, sawStretch: false });
  });
});
