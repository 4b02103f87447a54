import { expect } from 'chai';
import { bandAt, meets, nextBetter, targetFor, targetInWords } from '../../src/core/targets/index.ts';
import type { Dose } from '../../src/core/weeks/index.ts';
import { drillOf } from './make.ts';

const sole = drillOf('sole-taps');
const count = (seconds: number): Dose => ({ measure: 'count in time', seconds, rounds: 1 });
const course: Dose = { measure: 'course time', rounds: 1 };

describe('targets', () => {
  it('gives everybody the same number', () => {
    expect(targetFor({ rule: 'same for all', number: 50 }, sole, count(30), 'starting', 80)).to.include({ number: 50, estimated: false });
  });

  it('takes the level’s band at the dose: 60 sole taps in 30 s for a steady player', () => {
    expect(targetFor({ rule: 'by level' }, sole, count(30), 'steady', null).number).to.equal(60);
    expect(targetFor({ rule: 'by level' }, sole, count(30), 'strong', null).number).to.equal(80);
  });

  it('scales the nearest band to another dose and says that it is an estimate: 20 s are 44 of 22 in 10 s', () => {
    expect(bandAt(sole, count(20), 'steady')).to.deep.equal({ number: 44, estimated: true });
    expect(bandAt(drillOf('any-surface-touches'), count(60), 'strong')).to.deep.equal({ number: 200, estimated: false });
  });

  it('beats the best by at least one', () => {
    const target = targetFor({ rule: 'beat your best' }, sole, count(30), 'steady', 66);
    expect(target.number).to.equal(67);
    expect(target.reason).to.include('66');
  });

  it('aims at the band before the first go, and says nothing where there is none', () => {
    expect(targetFor({ rule: 'beat your best' }, sole, count(30), 'steady', null).number).to.equal(60);
    expect(
      targetFor({ rule: 'beat your best' }, drillOf('free-combination'), { measure: 'time on', seconds: 60, rounds: 1 }, 'steady', null)
        .number,
    ).to.equal(null);
  });

  it('asks for less where less is better: 24.6 s becomes 24, 24 becomes 23, 0 faults stay 0', () => {
    expect(nextBetter(24.6, course)).to.equal(24);
    expect(nextBetter(24, course)).to.equal(23);
    expect(nextBetter(0, { measure: 'sets', sets: 5 })).to.equal(0);
  });

  it('knows when a number is reached, in the measure’s own direction', () => {
    expect([meets(67, 67, count(30)), meets(66, 67, count(30)), meets(24, 24, course), meets(25, 24, course)]).to.deep.equal([
      true,
      false,
      true,
      false,
    ]);
  });

  it('says it in words', () => {
    expect(targetInWords({ number: 67, reason: '', estimated: false }, count(30))).to.equal('67 reps');
    expect(targetInWords({ number: 24, reason: '', estimated: false }, course)).to.equal('24 s or less');
    expect(targetInWords(targetFor({ rule: 'no number' }, sole, count(30), 'steady', 5), count(30))).to.equal('no number');
  });
});
