import { expect } from 'chai';
import { todayLetter } from '../../../src/core/letters/index.ts';

describe('a reminder of today', () => {
  it('says nothing when there is nothing to say, and never reproaches', () => {
    expect(todayLetter({ nickname: 'Comet', due: [], streak: null, again: [] })).to.equal(null);
    const letter = todayLetter({
      nickname: 'Comet',
      due: ['Quick feet'],
      streak: 'One more today keeps 12 in a row.',
      again: [
        { drill: 'Sole taps', line: 'Heels up.' },
        { drill: 'Wall', line: null },
      ],
    });
    expect(letter?.subject).to.equal('Today for Comet: Quick feet');
    expect(letter?.plain).to.include('Sole taps: Heels up.').and.to.include('- Wall').and.to.include('Another day is fine too.');
  });
});
