import { expect } from 'chai';
import { asSeen } from '../../src/client/to-send.ts';
import type { ScoreSent } from '../../src/contract/training.ts';
import type { Target } from '../../src/core/targets/index.ts';

describe('numbers of a go, with what stood there', () => {
  const score = (foot: 'left' | 'right'): ScoreSent => ({ id: foot, foot, value: 20, faults: 0, seconds: 30, clocked: true, parts: null });
  const target = (number: number | null, stretch?: true): Target => ({ number, reason: '', estimated: false, byCoach: false, stretch });

  it('have each foot’s own number to reach, and whether it was a stretch number', () => {
    const numbers = [
      { foot: 'right' as const, target: target(24) },
      { foot: 'left' as const, target: target(18, true) },
    ];
    expect(asSeen([score('left'), score('right')], numbers)).to.deep.equal([
      { ...score('left'), saw: 18, sawStretch: true },
      { ...score('right'), saw: 24, sawStretch: false },
    ]);
  });
  it('say so where none stood there', () => {
    expect(asSeen([score('left')], [])).to.deep.equal([{ ...score('left'), saw: null, sawStretch: false }]);
    expect(asSeen([score('left')], [{ foot: 'left', target: target(null) }])[0]).to.include({ saw: null, sawStretch: false });
  });
});
