import { expect } from 'chai';
import { hear, inTheAir, isLoud, type KnockEar, levelOf, pitchOf, QUIET_EAR } from '../../../src/core/training/index.ts';
import { IS_READY, YARD_KINDS, YARD_RATE, yardSound } from '../../../src/testkit/yard-sounds.ts';
import { ALL_OF_IT } from '../../often.ts';

const FRAME = 8;
interface Sound {
  at: number;
  pitch: number;
  level(ms: number): number;
}
/** Frames of a quiet yard with sounds laid over it; the loudest gives its pitch. */
const yard = (sounds: Sound[], ms = 4500) =>
  Array.from({ length: ms / FRAME }, (_, i) => {
    const heard = sounds.map((one) => ({ level: one.level(i * FRAME - one.at), pitch: one.pitch }));
    return [...heard, { level: -58 + (i % 3), pitch: 800 }].reduce((loudest, one) => (one.level > loudest.level ? one : loudest));
  });
function listen(frames: ReturnType<typeof yard>): { at: number[]; ear: KnockEar } {
  let ear = QUIET_EAR;
  const at: number[] = [];
  for (const [i, frame] of frames.entries()) {
    const next = hear(ear, frame, i * FRAME);
    ear = next.ear;
    if (next.knocked) at.push(i * FRAME);
  }
  return { at, ear };
}
const heard = (...sounds: Sound[]) => listen(yard(sounds)).at;
const stroke = (at: number, pitch: number, loud = -12): Sound => ({ at, pitch, level: (ms) => (ms < 0 ? -100 : loud - ms * 0.5) });
const clap = (at: number, loud = -12) => stroke(at, 2800, loud);
const thud = (at: number, loud = -12) => stroke(at, 300, loud);

describe('ready by a clap', () => {
  it('is heard once, echo or not, after a moment of quiet', () => {
    const [at, ...more] = heard(clap(1000));
    expect(more).to.deep.equal([]);
    expect(at).to.be.within(1300, 1400);
    expect(heard(clap(1000), clap(1060, -20))).to.have.length(1);
    expect(heard(clap(1000), clap(3000, -25))).to.have.length(2);
  });

  it('is sharp, sudden, short, loud enough, and alone', () => {
    expect(heard(stroke(1000, 1500))).to.have.length(1);
    expect(heard(stroke(1000, 1499))).to.deep.equal([]);
    expect(heard(stroke(1000, 5500))).to.have.length(1);
    expect(heard(stroke(1000, 5501))).to.deep.equal([]);
    expect(heard(clap(1000, -38))).to.deep.equal([]);
    expect(heard(clap(1000, -36))).to.have.length(1);
    const hiss: Sound = { at: 1000, pitch: 3000, level: (ms) => (ms < 0 ? -100 : ms < 60 ? -33 + ms * 0.3 : -15 - (ms - 60) * 0.5) };
    expect(heard(hiss)).to.deep.equal([]);
    const long: Sound = { at: 1000, pitch: 3000, level: (ms) => (ms < 0 ? -100 : -12 - ms * 0.2) };
    expect(heard(long)).to.deep.equal([]);
    const voice: Sound = { at: 1120, pitch: 600, level: (ms) => (ms < 0 || ms > 900 ? -100 : -16) };
    expect(heard(clap(1000), voice)).to.deep.equal([]);
    expect(heard({ ...voice, at: 700, level: (ms) => (ms < 0 || ms > 250 ? -100 : -16) }, clap(1000))).to.deep.equal([]);
  });

  it('is asked for twice where it is loud: two alike, 140 to 650 ms apart', () => {
    const ball = [200, 700, 1250, 1700].map((at) => thud(at));
    expect(heard(...ball, clap(2400))).to.deep.equal([]);
    expect(heard(...ball, clap(2400), clap(2700))).to.have.length(1);
    expect(heard(...ball, clap(2400), clap(3100))).to.deep.equal([]);
    expect(heard(...ball, clap(2400, -12), clap(2700, -20))).to.deep.equal([]);
    expect(isLoud(listen(yard(ball, 2000)).ear, 2000)).to.equal(true);
    expect(isLoud(listen(yard([clap(1000)], 2000)).ear, 2000)).to.equal(false);
    expect(isLoud({ floor: -41.9, strokes: [] }, 0)).to.equal(true);
    expect(isLoud({ floor: -42, strokes: [] }, 0)).to.equal(false);
  });
});

describe('ready by knocks', () => {
  it('is three in one measure with nothing after them', () => {
    expect(heard(thud(1000), thud(1250), thud(1500))).to.have.length(1);
    expect(heard(thud(1000), thud(1250))).to.deep.equal([]);
    expect(heard(thud(1000), thud(1250), thud(1500), thud(1750))).to.deep.equal([]);
    expect(heard(thud(1000), thud(1250), thud(1650))).to.deep.equal([]);
    expect(heard(thud(1000), thud(1450), thud(1900))).to.deep.equal([]);
    expect(heard(thud(1000), thud(1250, -19), thud(1500))).to.deep.equal([]);
    expect(heard(thud(1000, -33), thud(1250, -33), thud(1500, -33))).to.deep.equal([]);
  });

  it('is no ball that bounces: sooner and softer each time', () => {
    const bounces = (first: number) => {
      const list = [thud(800)];
      for (let at = 800, gap = first, loud = -12; gap > 60; gap *= 0.7) {
        at += gap;
        loud -= 3;
        list.push(thud(at, loud));
      }
      return list;
    };
    for (const first of [250, 400, 600, 900]) expect(heard(...bounces(first)), String(first)).to.deep.equal([]);
  });
});

const SEEDS = ALL_OF_IT ? [501, 502, 503, 504] : [501];

describe('a yard as it sounds', () => {
  const ready = (kind: (typeof YARD_KINDS)[number], seed: number): boolean => {
    const samples = yardSound(kind, seed);
    const frame = Math.round((FRAME / 1000) * YARD_RATE);
    const frames = Array.from({ length: Math.floor(samples.length / frame) }, (_, i) => samples.subarray(i * frame, (i + 1) * frame));
    return listen(frames.map((one) => ({ level: levelOf(one), pitch: pitchOf(one, YARD_RATE) }))).at.length > 0;
  };
  for (const kind of YARD_KINDS)
    it(`${kind}: ${IS_READY[kind] ? 'heard' : 'nothing is taken for ready'}`, () => {
      expect(SEEDS.map((seed) => ready(kind, seed))).to.deep.equal(SEEDS.map(() => IS_READY[kind]));
    });
});

describe('what of a sound is looked at', () => {
  it('takes none of our own notes for a clap: they would be heard, and are known to be in the air', () => {
    const down = [{ id: 'drink', at: 1000, audioAt: 1 }];
    expect([800, 1000, 2400, 2600].map((at) => inTheAir(down, at))).to.deep.equal([false, true, true, false]);
  });
  it('is the level in dB full scale', () => {
    expect(levelOf([1, -1, 1, -1])).to.equal(0);
    expect(levelOf([0.1, -0.1])).to.be.closeTo(-20, 1e-9);
    expect(levelOf([])).to.equal(-100);
  });
  it('is the middle frequency: of a sine its own', () => {
    const sine = (hz: number, rate: number) => Float32Array.from({ length: rate / 10 }, (_, i) => Math.sin((2 * Math.PI * hz * i) / rate));
    for (const rate of [24_000, 48_000])
      for (const hz of [200, 1000, 4000]) expect(pitchOf(sine(hz, rate), rate)).to.be.closeTo(hz, hz * 0.02);
    expect([pitchOf([], 48_000), pitchOf([0, 0], 48_000)]).to.deep.equal([0, 0]);
  });
});
