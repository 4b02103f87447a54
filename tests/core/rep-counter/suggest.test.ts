import { readFileSync } from 'node:fs';
import { expect } from 'chai';
import fc from 'fast-check';
import {
  evenFrames,
  inStepWith,
  layOutClip,
  middleOfFrame,
  pictureAt,
  poseAt,
  soundOf,
  stepFrames,
} from '../../../src/core/clips/index.ts';
import { type Suggestion, suggestCount, withinWork } from '../../../src/core/rep-counter/index.ts';
import { describeClip, type RangeCondition, takeOf } from '../../../src/testkit/range.ts';
import { ALL_OF_IT, once } from '../../often.ts';

describe('frames of a clip', () => {
  const uneven = [0, 0.033, 0.1, 0.12, 0.2];

  it('are found by the time that is shown: the last that began', () => {
    expect([0, 0.03, 0.0324, 0.11, 0.5].map((at) => pictureAt(uneven, at))).to.deep.equal([0, 0, 1, 2, 4]);
    expect(pictureAt(uneven, -1)).to.equal(0);
  });
  it('are stepped by their own times, to the middle of each, and stay at both ends', () => {
    expect(stepFrames(uneven, 0.033, 1, 0.3)).to.be.closeTo(0.11, 1e-9);
    expect(stepFrames(uneven, 0.11, -1, 0.3)).to.be.closeTo(0.0665, 1e-9);
    expect(stepFrames(uneven, 0, -1, 0.3)).to.be.closeTo(0.0165, 1e-9);
    expect(stepFrames(uneven, 0.25, 3, 0.3)).to.be.closeTo(0.25, 1e-9);
    expect(middleOfFrame([], 0, 2)).to.equal(1);
  });
  it('law: one on and one back is the same picture', () => {
    const times = fc
      .uniqueArray(
        fc.integer({ min: 0, max: 600 }).map((n) => n * 8),
        { minLength: 3, maxLength: 80 },
      )
      .map((list) => list.sort((a, b) => a - b).map((ms) => ms / 1000));
    fc.assert(
      fc.property(times, fc.nat(), (list, pick) => {
        const index = 1 + (pick % (list.length - 2));
        const at = middleOfFrame(list, index, 6);
        expect(pictureAt(list, stepFrames(list, stepFrames(list, at, 1, 6), -1, 6))).to.equal(index);
      }),
    );
  });
  it('are 30 a second while a clip’s own are not known', () => {
    expect(evenFrames(2)).to.have.length(60);
  });
  it('of two clips are at the same instant of the work: 7 s where it began at 2 is 6 s where it began at 1', () => {
    expect(inStepWith(7, 2, 1)).to.equal(6);
    expect(inStepWith(0.5, 2, 1)).to.equal(0);
  });
});

/** A drill whose players do 0.5 to 4 touches a second. */
const DRILL = { pace: { easy: 1, ceiling: 4 }, soundsPerRep: 1 };

/** A clip of fourteen reps, and what is suggested of it: made once, as it takes a second. */
const fourteen = once(() => takeOf({ ...describeClip('clean', 700_010), rate: 1.8, reps: 14, jitter: 0.08 }));
const counted = once(() => suggestCount(fourteen().signals, DRILL) as Suggestion);

/** The reps that were suggested, or why there are none. */
const countOf = (condition: RangeCondition, seed: number): { said: number | string; truth: number } => {
  // Short ones, so that the tests are quick.
  const { signals, reps } = takeOf({ ...describeClip(condition, seed), rate: 1.8, reps: 16 });
  const said = suggestCount(signals, DRILL);
  return { said: typeof said === 'string' ? said : said.reps.length, truth: reps.length };
};

const EVERY_CLIP = [
  ['clean', 700_001],
  ['flicker', 700_002],
  ['shake', 700_003],
  ['speech', 700_004],
  ['music', 700_005],
] as const;
const CLIPS = ALL_OF_IT ? EVERY_CLIP : EVERY_CLIP.slice(0, 1);

describe('the suggested count', function () {
  this.timeout(60_000);

  it('counts drawn clips whose reps are known, under light that changes, a shaking camera, voices and music', () => {
    let answered = 0;
    for (const [condition, seed] of CLIPS) {
      const { said, truth } = countOf(condition, seed);
      if (typeof said === 'string') continue;
      answered++;
      expect(Math.abs(said - truth), `${condition}: ${said} for ${truth}`).to.be.at.most(Math.max(1, 0.05 * truth));
    }
    expect(answered).to.be.at.least(Math.max(1, CLIPS.length - 1));
  });
  it('finds each rep within a tenth of a second of where it was', () => {
    const { reps } = fourteen();
    const said = counted();
    expect(said.reps).to.have.length(14);
    said.reps.forEach((at, i) => {
      expect(at).to.be.closeTo(reps[i] ?? 0, 0.1);
    });
    expect(['ear alone too', 'both together']).to.include(said.like);
  });
  it('says nothing without sound, of an empty yard with music, and of silence', () => {
    expect(countOf('no sound', 700_020).said).to.equal('no sound');
    for (const seed of ALL_OF_IT ? [700_021, 700_022] : [700_021]) expect(countOf('empty yard', seed).said).to.be.a('string');
    const { signals } = takeOf({ ...describeClip('clean', 700_024), rate: 2, reps: 8 });
    const silent = { ...signals, sound: { samples: new Float32Array(16_000 * 10), rate: 16_000 } };
    expect(suggestCount(silent, DRILL)).to.equal('nothing regular');
  });
  it('says nothing when the sound of one clip lies under the movement of another', () => {
    const of = (rate: number, seed: number) =>
      takeOf({ ...describeClip('clean', seed), rate, reps: Math.round(rate * 7), jitter: 0.06, kind: 'taps' }).signals;
    const [slow, quick] = [of(0.9, 700_030), of(2.3, 700_031)];
    expect(suggestCount({ ...quick, sound: slow.sound }, DRILL)).to.equal('they do not agree');
  });
  it('leaves out what lies before and after the work', () => {
    const { signals } = takeOf({ ...describeClip('clean', 700_040), rate: 2, reps: 20, jitter: 0.05 });
    const whole = suggestCount(signals, DRILL) as Suggestion;
    const half = suggestCount({ ...signals, work: { from: signals.work.from, to: signals.work.from + 5.2 } }, DRILL) as Suggestion;
    expect(whole.reps.length).to.equal(20);
    expect(half.reps.every((at) => at <= signals.work.from + 5.3)).to.equal(true);
    expect(half.reps.length).to.be.closeTo(10, 1);
  });
  it('says nothing of a drill whose touches cannot be told by ear, nor at a pace that the drill cannot have', () => {
    const { signals } = fourteen();
    expect(suggestCount(signals, null)).to.equal('not by ear');
    expect(suggestCount(signals, { pace: { easy: 6, ceiling: 8 }, soundsPerRep: 1 })).to.be.a('string');
  });
  it('counts a rep for each two touches where a rep has two', () => {
    const { signals } = fourteen();
    const said = suggestCount(signals, { pace: { easy: 0.5, ceiling: 2 }, soundsPerRep: 2 }) as Suggestion;
    expect(said.reps).to.have.length(7);
    const touches = counted();
    expect(said.reps).to.deep.equal(touches.reps.filter((_, i) => i % 2 === 1));
  });
  it('leaves out what lies in a pause of the work', () => {
    const said: Suggestion = { reps: [1, 2.05, 2.07, 3, 4, 5.94, 5.93, 7], like: 'both together' };
    const work = [
      { from: 0, to: 2 },
      { from: 6, to: 9 },
    ];
    // A rep may be heard 0.06 s before or after a stretch.
    expect((withinWork(said, work) as Suggestion).reps).to.deep.equal([1, 2.05, 5.94, 7]);
    expect(withinWork('no sound', work)).to.equal('no sound');
  });
  it('is the same each time', () => {
    const { signals } = takeOf({ ...describeClip('noise', 700_050), rate: 2, reps: 6 });
    expect(suggestCount(signals, DRILL)).to.deep.equal(suggestCount(structuredClone(signals), DRILL));
  });
});

describe('the shipped clips', () => {
  it('say their true reps, which lie where their drawing has them', () => {
    const notes = JSON.parse(readFileSync('src/demo/clips/clips.json', 'utf8')) as {
      file: string;
      seed: number;
      count: number;
      foot: 'left' | 'right' | 'both';
      workSeconds: number;
      reps: unknown[];
    }[];
    expect(notes).to.have.length(9);
    for (const note of notes) {
      const clip = layOutClip(note.file, note.seed, note.count, note.workSeconds, note.foot);
      expect(clip.reps).to.deep.equal(note.reps);
      expect(soundOf(clip, 8000).length).to.be.greaterThan(0);
      expect(poseAt(clip, 3).ball.x).to.be.within(0, clip.width);
    }
  });
});
