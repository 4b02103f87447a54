import { expect } from 'chai';
import { filledIn } from '../../../src/core/drills/filled-in.ts';
import { MEASURES, otherFoot, resultUnit } from '../../../src/core/drills/index.ts';

describe('the terms of a drill', () => {
  it('have a unit for each measure, and another foot for each but both', () => {
    expect(MEASURES.map((measure) => `${measure}: ${resultUnit(measure)}`).sort()).to.deep.equal([
      'count in time: reps',
      'course time: s',
      'fixed reps: s',
      'hits in time: hits',
      'sets: faults',
      'surfaces: reps',
      'time on: s',
      'unbroken run: in a row',
    ]);
    expect([otherFoot('left'), otherFoot('right'), otherFoot('both')]).to.deep.equal(['right', 'left', 'both']);
  });
});

describe('what is filled in of a drill, part by part', () => {
  const TAPS = 'ball in front of the right\nright inside taps across *\nleft inside taps across *\nagain';
  it('says what counts, and what does not: without a ball a step that was left out', () => {
    expect(filledIn(TAPS, null).counting).to.deep.equal({
      unit: 'rep',
      counts: 'Each of these is one: Right inside taps across, Left inside taps across.',
      doesNotCount: 'One after which the ball got away.',
    });
    expect(filledIn('', null).counting).to.deep.equal({
      unit: 'rep',
      counts: 'Once through all the steps.',
      doesNotCount: 'One after which the ball got away.',
    });
    expect(filledIn(TAPS.replaceAll(' *', ''), null).counting).to.deep.equal({
      unit: 'second',
      counts: 'The time that it goes on.',
      doesNotCount: 'Time in which you stand.',
    });
    const steps = filledIn('no ball\nright steps *\nleft steps *\nagain', null);
    expect([steps.kit, steps.touchesPerRep, steps.counting.doesNotCount]).to.deep.equal([[], 0, 'One in which a step was left out.']);
    expect(filledIn('no ball\nright foot holds out\nagain', null).touchesPerRep).to.equal(0);
  });

  it('works both feet where each does something, and each foot alone where one does', () => {
    expect(filledIn(TAPS, null).sides).to.equal('alternating');
    expect(filledIn('ball in front of the right\nright inside taps across *\nright outside taps back *\nagain', null).sides).to.equal(
      'each foot',
    );
  });

  it('says each beat once, the way on last, and heading where a head plays', () => {
    expect(filledIn(`${TAPS.replace('again', 'again mirrored')}`, null).steps.at(-1)).to.equal(
      'Then the same with the other foot, in turn.',
    );
    expect(
      filledIn('ball in front of the right\nright inside taps across *\nright inside taps across *\nagain', null).steps,
    ).to.have.length(2);
    const head = 'ball in the hands\nhands throw up over the head\nhead kicks up over the head\nhands catch *\nagain';
    expect(filledIn(head, null).loads).to.deep.equal(['heading']);
    expect(
      filledIn('ball in front\nright sole taps and jump to change *\nleft sole taps and jump to change *\nagain', null).loads,
    ).to.deep.equal(['high impact']);
  });

  it('has paces that are estimates under a ceiling, ground by half metres, and a second of a course at least', () => {
    const { pace, space, courseSeconds } = filledIn(TAPS, null);
    expect([pace.estimated, pace.ceiling > pace.fast]).to.deep.equal([true, true]);
    expect([(space.length * 2) % 1, (space.width * 2) % 1, (courseSeconds ?? 0) >= 1]).to.deep.equal([0, 0, true]);
  });
});
