import { expect } from 'chai';
import fc from 'fast-check';
import {
  clipSeconds,
  evenFrames,
  inStepWith,
  layOutClip,
  middleOfFrame,
  pictureAt,
  poseAt,
  soundOf,
  stepFrames,
} from '../../../src/core/clips/index.ts';

describe('pictures of a clip', () => {
  const times = [0, 0.04, 0.1, 0.11];
  it('are shown from when they begin, two thousandths forgiven', () => {
    expect([0, 0.0379, 0.038, 0.0999, 0.2, -1].map((at) => pictureAt(times, at))).to.deep.equal([0, 0, 1, 2, 3, 0]);
    expect(pictureAt([], 3)).to.equal(0);
  });
  it('law: the middle of a picture shows that picture', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 5, max: 90 }), { minLength: 1, maxLength: 40 }), (gaps) => {
        let at = 0;
        const starts = gaps.map((gap) => {
          at += gap;
          return (at - gap) / 1000;
        });
        for (const [i] of starts.entries()) expect(pictureAt(starts, middleOfFrame(starts, i, at / 1000))).to.equal(i);
      }),
    );
  });
  it('end with the clip, or where they begin when it is said to be shorter', () => {
    expect(middleOfFrame(times, 3, 0.21)).to.be.closeTo(0.16, 1e-9);
    expect(middleOfFrame(times, 3, 0.05)).to.equal(0.11);
    expect(middleOfFrame([], 0, 2)).to.equal(1);
  });
  it('are stepped through one by one, and no further than the first and the last', () => {
    expect(stepFrames(times, 0.05, 1, 0.2)).to.be.closeTo(0.105, 1e-9);
    expect(stepFrames(times, 0.05, -1, 0.2)).to.be.closeTo(0.02, 1e-9);
    expect(stepFrames(times, 0.05, -9, 0.2)).to.be.closeTo(0.02, 1e-9);
    expect(stepFrames(times, 0.05, 9, 0.2)).to.be.closeTo(0.155, 1e-9);
  });
  it('are thirty a second where nothing is known, and never none', () => {
    expect(evenFrames(0.1)).to.deep.equal([0, 1 / 30, 2 / 30]);
    expect(evenFrames(1, 10)).to.have.length(10);
    expect(evenFrames(0)).to.deep.equal([0]);
  });
  it('of two clips are in step by the work', () => {
    expect(inStepWith(10, 4, 6)).to.equal(12);
    expect(inStepWith(1, 4, 2)).to.equal(0);
  });
});

describe('a drawn clip', () => {
  const clip = layOutClip('taps', 3, 20, 10, 'both');
  it('has its reps within the work, one foot after the other, and the same ones for a seed', () => {
    expect(clip.reps).to.have.length(20);
    expect(clip.reps.map((rep) => rep.foot).slice(0, 3)).to.deep.equal(['right', 'left', 'right']);
    for (const [i, rep] of clip.reps.entries()) expect(rep.at).to.be.closeTo(2 + 0.5 * (i + 0.5), 0.2);
    expect(layOutClip('taps', 3, 20, 10, 'both')).to.deep.equal(clip);
    expect(layOutClip('taps', 4, 20, 10, 'left').reps.every((rep) => rep.foot === 'left')).to.equal(true);
    expect(clipSeconds(clip)).to.equal(14);
  });
  it('shows a foot at the ball at its rep, and at home else', () => {
    const rep = clip.reps[5];
    if (!rep) throw new Error('no rep');
    const [then, before] = [poseAt(clip, rep.at), poseAt(clip, 0)];
    const middle = clip.width / 2;
    expect(before).to.deep.equal({
      ball: { x: middle, y: clip.height * 0.8 - 12 },
      left: { x: middle - 62, y: clip.height * 0.8 - 8 },
      right: { x: middle + 62, y: clip.height * 0.8 - 8 },
    });
    expect(then[rep.foot].y).to.be.closeTo(clip.height * 0.8 - 18, 0.01);
    expect(Math.abs(then[rep.foot].x - middle)).to.be.closeTo(40, 0.01);
    expect(then.ball.x).to.be.closeTo(middle + (rep.foot === 'left' ? 26 : -26), 0.01);
    const last = poseAt(clip, 13.9);
    expect(Math.abs(last.ball.x - middle)).to.be.closeTo(0, 26);
  });
  it('is loud at its reps and quiet between them', () => {
    const rate = 8000;
    const sound = soundOf(clip, rate);
    expect(sound).to.have.length(14 * rate);
    const power = (from: number, seconds: number) =>
      sound.slice(Math.round(from * rate), Math.round((from + seconds) * rate)).reduce((sum, x) => sum + x * x, 0) / (seconds * rate);
    for (const rep of clip.reps) expect(power(rep.at, 0.03)).to.be.above(300 * power(0.5, 1));
    expect(power(0.5, 1)).to.be.below(0.005 ** 2);
  });
});
