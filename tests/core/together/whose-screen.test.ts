import { expect } from 'chai';
import { type ClockHere, shownOf, urgencyOf } from '../../../src/core/together/whose-screen.ts';

const at = (kind: ClockHere['kind'], ends: ClockHere['ends'] = 'clock', phase: ClockHere['phase'] = 'running'): ClockHere => ({
  phase,
  kind,
  ends,
});

describe('whose screen is seen', () => {
  const [gate, leadIn, work, ownPace, number] = [
    at('set-up', 'player'),
    at('lead-in'),
    at('work'),
    at('work', 'player'),
    at('score', 'player'),
  ];

  it('needs a number most, then a “Done”, then a clock that runs, and between two goes nothing', () => {
    expect([number, ownPace, work, leadIn, gate].map(urgencyOf)).to.deep.equal([3, 2, 1, 1, 0]);
    expect(
      [at('work', 'clock', 'paused'), at('score', 'player', 'stopped'), at(undefined, undefined, 'waiting'), undefined].map(urgencyOf),
    ).to.deep.equal([0, 0, 0, 0]);
  });

  it('is that of whoever needs it most, whoever was asked for', () => {
    expect(shownOf(['a', 'b'], { a: work, b: number }, 'a')).to.equal('b');
    expect(shownOf(['a', 'b'], { a: ownPace, b: work }, 'b')).to.equal('a');
    expect(shownOf(['a', 'b'], { a: at('work', 'clock', 'paused'), b: leadIn }, 'a')).to.equal('b');
  });

  it('is, of those who need it alike, that of whoever was asked for, and else of the first', () => {
    expect(shownOf(['a', 'b', 'c'], { a: gate, b: gate, c: gate }, 'b')).to.equal('b');
    expect(shownOf(['a', 'b', 'c'], { a: number, b: number, c: work }, 'b')).to.equal('b');
    expect(shownOf(['a', 'b', 'c'], { a: work, b: number, c: number }, 'a')).to.equal('b');
    expect(shownOf(['a', 'b'], {}, 'a')).to.equal('a');
  });
});
