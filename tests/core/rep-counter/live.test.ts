import { expect } from 'chai';
import fc from 'fast-check';
import { CATALOGUE } from '../../../src/core/drills/index.ts';
import { countHeard, coveredBy, type HeardCount, heardDrill, isTrusted, LiveEar } from '../../../src/core/rep-counter/index.ts';
import { soundsOf } from '../../../src/core/rep-counter/sound.ts';
import { describeClip, type RangeClip, soundOfTake } from '../../../src/testkit/range.ts';
import { ALL_OF_IT, often } from '../../often.ts';
import { drillOf } from '../make.ts';

/** A drawn track: its work heard by a live ear, and its true reps. */
function heard(change: Partial<RangeClip>, seed = 800_004, piece = 2048) {
  const take = soundOfTake({ ...describeClip('clean', seed), rate: 2, reps: 24, jitter: 0.05, kind: 'taps', ...change });
  const ear = new LiveEar(take.rate);
  const [begins, ends] = [Math.round(take.work.from * take.rate), Math.round(take.work.to * take.rate)];
  ear.push(take.samples.subarray(0, begins));
  ear.begin();
  for (let i = begins; i < ends; i += piece) ear.push(take.samples.subarray(i, Math.min(ends, i + piece)));
  const seconds = take.work.to - take.work.from;
  const covered = [3, 2, 1].map((before) => ({ from: seconds - before - 0.03, to: seconds - before + 0.16 }));
  return { work: ear.work, covered, reps: take.reps.length, samples: take.samples, rate: take.rate };
}
const DRILL = { pace: { easy: 1.2, ceiling: 3.6 }, soundsPerRep: 1 };

describe('counting along by ear', function () {
  this.timeout(30_000);

  it('law: however the samples come in pieces, the same is heard', () => {
    const { samples, rate } = heard({ reps: 8 });
    const some = samples.subarray(0, rate * 2);
    const whole = new LiveEar(rate);
    whole.push(some);
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 1, max: 4000 }), { minLength: 1, maxLength: 12 }), (lengths) => {
        const ear = new LiveEar(rate);
        let at = 0;
        for (let i = 0; at < some.length; i++) {
          const length = lengths[i % lengths.length] as number;
          ear.push(some.subarray(at, at + length));
          at += length;
        }
        expect(ear.work.loudness).to.deep.equal(whole.work.loudness);
        expect(ear.work.rises.flatMap((bands) => [...bands])).to.deep.equal(whole.work.rises.flatMap((bands) => [...bands]));
      }),
      { numRuns: often(30) },
    );
  });

  it('law: the count of pieces is the count of the whole', () => {
    const piecewise = heard({}, 800_004, 700);
    const whole = heard({}, 800_004, 10_000_000);
    expect(countHeard(piecewise.work, DRILL, piecewise.covered)).to.deep.equal(countHeard(whole.work, DRILL, whole.covered));
  });

  it('keeps no more than the longest work, however long the rest after it', () => {
    const ear = new LiveEar(8000);
    const second = new Float32Array(8000);
    for (let s = 0; s < 320; s++) ear.push(second);
    expect([ear.work.loudness.length, ear.work.rises.length]).to.deep.equal([31_000, 31_000]);
    ear.begin();
    ear.push(second);
    expect(ear.work.loudness.length).to.equal(100);
  });

  it('hears beginnings where a clip’s ear hears them', () => {
    const { samples, rate } = heard({});
    const ear = new LiveEar(rate);
    ear.push(samples);
    const { rises } = soundsOf(samples, rate);
    const mean = (bands: Float64Array) => bands.reduce((sum, v) => sum + v, 0) / bands.length;
    // After the first second, in which the quiet level settles.
    const strong = rises.map(mean).flatMap((v, i) => (v > 0.5 && i > 100 ? [i] : []));
    expect(strong.length).to.be.greaterThan(20);
    for (const i of strong) expect(mean(ear.work.rises[i] as Float64Array), String(i)).to.be.greaterThan(0.4);
  });

  it('counts even taps to one, finds each, and counts touches as reps', () => {
    const { work, covered, reps } = heard({});
    const said = countHeard(work, DRILL, covered) as HeardCount;
    expect(said.count).to.be.within(reps - 1, reps + 1);
    expect(said.sounds.length).to.be.within(reps - 3, reps + 1);
    const twice = countHeard(work, { pace: { easy: 0.6, ceiling: 1.8 }, soundsPerRep: 2 }, covered) as HeardCount;
    expect(twice.count).to.equal(Math.round(said.count / 2));
  });

  it('is silent of too little, of an empty yard, of a ball that was lost, and where somebody talks over it', () => {
    expect(countHeard({ rises: [], loudness: [] }, DRILL)).to.equal('too few');
    const few = heard({ reps: 5 });
    expect(countHeard(few.work, DRILL, few.covered)).to.be.a('string');
    const empty = heard({ empty: true, noise: 0.5 });
    expect(countHeard(empty.work, DRILL, empty.covered)).to.be.a('string');
    for (const seed of ALL_OF_IT ? [800_010, 800_011, 800_012] : [800_010]) {
      const lost = heard({ drops: 3 }, seed);
      expect(countHeard(lost.work, DRILL, lost.covered), String(seed)).to.be.a('string');
    }
    const loud = heard({ noise: 1, speech: true }, 800_013);
    expect(countHeard(loud.work, DRILL, loud.covered)).to.be.a('string');
  });

  it('is silent where half of the pace would do as well as the pace: every other touch much softer', () => {
    const { work, covered } = heard({});
    const said = countHeard(work, DRILL, covered) as HeardCount;
    const softer = structuredClone(work);
    said.sounds.forEach((at, i) => {
      if (i % 2 === 1)
        for (let n = Math.round(at * 100) - 2; n <= Math.round(at * 100) + 8; n++)
          if (softer.loudness[n] !== undefined) softer.loudness[n] = (softer.loudness[n] as number) - 14;
    });
    expect(countHeard(softer, DRILL, covered)).to.be.a('string');
  });

  it('is silent at a pace that the drill cannot have', () => {
    const { work, covered } = heard({ rate: 2 });
    expect(countHeard(work, { pace: { easy: 6, ceiling: 6.2 }, soundsPerRep: 1 }, covered)).to.be.a('string');
  });

  it('counts what the phone’s own voice covers by the measure of the rest, up to a fifth', () => {
    const { work, covered, reps } = heard({ reps: 40 });
    const said = countHeard(work, DRILL, covered) as HeardCount;
    const spoken = countHeard(work, DRILL, [...covered, { from: 8, to: 9.6 }]) as HeardCount;
    expect(Math.abs(spoken.count - said.count)).to.be.at.most(1);
    expect(spoken.count).to.be.within(reps - 2, reps + 1);
    expect(countHeard(work, DRILL, [...covered, { from: 5, to: 11 }])).to.equal('too much was covered');
  });
});

describe('what is listened to', () => {
  it('are touches that are counted in time: no wall, no free feet, a whole number of touches, not too slow', () => {
    const taps = drillOf('inside-taps');
    expect(heardDrill(taps)).to.deep.equal({ pace: taps.pace, soundsPerRep: taps.touchesPerRep });
    expect(heardDrill({ ...taps, kit: ['ball', 'wall'] })).to.equal(null);
    expect(heardDrill({ ...taps, kit: ['cones'] })).to.equal(null);
    expect(heardDrill({ ...taps, measure: 'fixed reps' })).to.equal(null);
    expect(heardDrill({ ...taps, moves: { texts: ['a', 'b'], free: true } })).to.equal(null);
    expect([0, 1, 1.5, 4, 5].map((touchesPerRep) => heardDrill({ ...taps, touchesPerRep })?.soundsPerRep ?? null)).to.deep.equal([
      null,
      1,
      null,
      4,
      null,
    ]);
    const slow = (easy: number) => heardDrill({ ...taps, pace: { ...taps.pace, easy } });
    expect([slow(0.29), slow(0.3) !== null]).to.deep.equal([null, true]);
    expect(CATALOGUE.filter((one) => heardDrill(one)).length).to.be.greaterThan(10);
  });

  it('is covered while a tone or a word of the phone is in the air', () => {
    expect(
      coveredBy([
        { atMs: 1000, tone: 'tick' },
        { atMs: 15_000, say: 'half-time, 15 seconds left', motif: 'half-time' },
      ]),
    ).to.deep.equal([
      { from: 0.97, to: 1.16 },
      { from: 14.97, to: 15 + 4 / 2.6 + 0.25 },
    ]);
  });

  it('is believed until two of the last eight that somebody counted were wrong by more than 5 % and by more than one', () => {
    const right = { heard: 40, counted: 40 };
    const wrong = { heard: 43, counted: 40 };
    const nearly = { heard: 42, counted: 40 };
    expect([isTrusted([]), isTrusted([wrong]), isTrusted([wrong, wrong]), isTrusted([nearly, nearly])]).to.deep.equal([
      true,
      true,
      false,
      true,
    ]);
    // Few reps: off by one is not wrong, by two is.
    expect(isTrusted([1, 1].map(() => ({ heard: 9, counted: 8 })))).to.equal(true);
    expect(isTrusted([1, 1].map(() => ({ heard: 10, counted: 8 })))).to.equal(false);
    expect(isTrusted([1, 1].map(() => ({ heard: 6, counted: 8 })))).to.equal(false);
    // The older of the two has to be among the last eight.
    expect(isTrusted([wrong, ...Array(6).fill(right), wrong])).to.equal(false);
    expect(isTrusted([wrong, ...Array(7).fill(right), wrong])).to.equal(true);
  });
});
