import { expect } from 'chai';
import fc from 'fast-check';
import { clockStatus, compileRunSheet, type Interval, TYPICAL_RUNNER } from '../../../src/core/training/index.ts';
import { aBlock, anItem, aSession, drills, timed } from '../make.ts';

const sheetOf = (seconds: number) =>
  compileRunSheet(aSession([aBlock('challenge', [anItem('sole-taps', timed(seconds))])]), drills, TYPICAL_RUNNER);
const work = (seconds: number): Interval => {
  const found = sheetOf(seconds).find((interval) => interval.kind === 'work');
  if (!found) throw new Error('No work in the sheet.');
  return found;
};

describe('what a screen reader says of the clock', () => {
  it('names what is on, the foot, the drill and the seconds at the start', () => {
    const one: Interval = { ...work(40), foot: 'left', pace: null };
    expect(clockStatus(one, 0, 'Sole taps')).to.equal('Go. Left foot. Sole taps. 40 seconds');
  });

  it('says the seconds that are left from each quarter on, not before', () => {
    const one: Interval = { ...work(40), foot: 'both', pace: null };
    const at = (ran: number) => clockStatus(one, ran, 'Sole taps');
    expect(at(9.99)).to.equal('Go. Sole taps. 40 seconds');
    expect(at(10)).to.equal('Go. Sole taps. 30 seconds left');
    expect(at(19.99)).to.equal('Go. Sole taps. 30 seconds left');
    expect(at(20)).to.contain('20 seconds left');
    expect(at(30)).to.contain('10 seconds left');
    // The end is not told: the next stretch is.
    expect(at(40)).to.equal(at(30));
  });

  it('tells a short stretch once; twenty seconds have quarters', () => {
    expect(clockStatus({ ...work(40), seconds: 19 }, 18, '')).to.equal(clockStatus({ ...work(40), seconds: 19 }, 0, ''));
    expect(clockStatus({ ...work(40), seconds: 20 }, 5, '')).to.contain('15 seconds left');
  });

  it('says what is gone where the player ends it, and no usual figure as if it were one', () => {
    const one: Interval = { ...work(40), ends: 'player', foot: 'both', pace: null };
    expect(clockStatus(one, 0, 'Cross')).to.equal('Go. Cross');
    expect(clockStatus(one, 10, 'Cross')).to.equal('Go. Cross. 10 seconds gone');
  });

  it('a law: four sentences a stretch at most, and none comes back', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 600 }),
        fc.array(fc.double({ min: 0, max: 700, noNaN: true }), { maxLength: 60 }),
        (seconds, times) => {
          const said = times.sort((a, b) => a - b).map((ran) => clockStatus({ ...work(40), seconds }, ran, 'Sole taps'));
          const turns = said.filter((words, i) => words !== said[i - 1]);
          expect(turns.length).to.equal(new Set(said).size);
          expect(turns.length).to.be.at.most(4);
        },
      ),
    );
  });
});
