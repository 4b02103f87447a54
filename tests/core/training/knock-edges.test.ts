import { expect } from 'chai';
import { hear, isLoud, type KnockEar, levelOf, pitchOf, QUIET_EAR } from '../../../src/core/training/index.ts';

/* The ear frame by frame, at the edge of each of its limits. */

type Stroke = KnockEar['strokes'][number];
const FLOOR = -60;
const ear = (change: Partial<KnockEar> = {}): KnockEar => ({ ...QUIET_EAR, floor: FLOOR, last: FLOOR, ...change });
const knock = (at: number, change: Partial<Stroke> = {}): Stroke => ({ at, peak: -20, sharp: false, quick: true, ...change });
const quiet = { level: FLOOR, pitch: 0 };
const listen = (from: KnockEar, at: number, level = FLOOR, pitch = 0) => hear(from, { level, pitch }, at);

describe('three knocks, to the limit', () => {
  const END = 600 + 900;
  const row = (...changes: Partial<Stroke>[]) => [0, 300, 600].map((at, i) => knock(at + 10_000, changes[i]));
  const said = (strokes: Stroke[], at = 10_000 + END, more: Partial<KnockEar> = {}) => listen(ear({ strokes, ...more }), at).knocked;

  it('are said once nothing has followed for 900 ms', () => {
    expect([said(row()), said(row(), 10_000 + END - 1)]).to.deep.equal([true, false]);
    expect(said(row().slice(1))).to.equal(false);
    expect(said([])).to.equal(false);
  });

  it('are none where one of them is a clap, slow, soft, or near the floor', () => {
    for (const i of [0, 1, 2]) {
      const one = (change: Partial<Stroke>) => said(row(...[{}, {}, {}].map((_, n) => (n === i ? change : {}))));
      expect(one({ sharp: true }), `sharp ${i}`).to.equal(false);
      expect(one({ quick: false }), `slow ${i}`).to.equal(false);
    }
    const all = (peak: number, floor = FLOOR) => said(row({ peak }, { peak }, { peak }), 10_000 + END, { floor });
    expect([all(-32), all(-32.1)]).to.deep.equal([true, false]);
    expect([all(-20, -40), all(-20, -25)]).to.deep.equal([true, false]);
  });

  it('lie 140 to 420 ms apart, are within 6 dB, and their gaps within 30 %', () => {
    const gaps = (one: number, other: number) =>
      said(
        [10_000, 10_000 + one, 10_000 + one + other].map((at) => knock(at)),
        10_000 + one + other + 900,
      );
    expect([gaps(140, 140), gaps(139, 139), gaps(420, 420), gaps(421, 421), gaps(420, 421)]).to.deep.equal([
      true,
      false,
      true,
      false,
      false,
    ]);
    expect([gaps(300, 210), gaps(300, 209), gaps(210, 300), gaps(209, 300)]).to.deep.equal([true, false, true, false]);
    expect([
      said(row({}, { peak: -14 })),
      said(row({}, { peak: -13.9 })),
      said(row({}, {}, { peak: -26 })),
      said(row({}, {}, { peak: -26.1 })),
    ]).to.deep.equal([true, false, true, false]);
  });

  it('begin a measure: nothing within 900 ms before them', () => {
    const earlier = (ms: number) => said([knock(10_000 - ms), ...row()]);
    expect([earlier(901), earlier(900), earlier(300)]).to.deep.equal([true, false, false]);
    // The knock long before is none of the row.
    expect(said([knock(1000, { sharp: true }), ...row()])).to.equal(true);
  });

  it('have quiet between them: loud for three tenths of the time at most, the end of a knock itself not counted', () => {
    const between = (loud: number, of = 10, from = 10_000) =>
      said(row(), 10_000 + END, {
        lately: Array.from({ length: of }, (_, i) => ({ at: from + 80 + i * 10, level: i < loud ? -20 : FLOOR })),
      });
    expect([between(3), between(4), between(3, 10, 10_300), between(4, 10, 10_300)]).to.deep.equal([true, false, true, false]);
    const at = (ms: number, level: number) => said(row(), 10_000 + END, { lately: [{ at: 10_000 + ms, level }] });
    expect([at(70, -20), at(71, -20), at(299, -20), at(300, -20)]).to.deep.equal([true, false, false, true]);
    expect([at(100, -29), at(100, -28.9)]).to.deep.equal([true, false]);
  });

  it('are not said twice, nor while the ear is deaf', () => {
    const { ear: after } = listen(ear({ strokes: row() }), 10_000 + END);
    expect([after.strokes, after.deafUntil > 10_000 + END]).to.deep.equal([[], true]);
    expect(said(row(), 10_000 + END, { deafUntil: 10_000 + END })).to.equal(true);
    expect(said(row(), 10_000 + END, { deafUntil: 10_000 + END + 1 })).to.equal(false);
  });
});

describe('a loud yard, to the limit', () => {
  const loud = (...ago: number[]) => isLoud({ floor: FLOOR, strokes: ago.map((ms) => knock(10_000 - ms)) }, 10_000);
  it('is one of a floor above −42 dB, or of two strokes in the last 3.5 s that are no part of a row', () => {
    expect([isLoud({ floor: -42, strokes: [] }, 0), isLoud({ floor: -41.9, strokes: [] }, 0)]).to.deep.equal([false, true]);
    expect([loud(1000), loud(1000, 2000), loud(1000, 3499), loud(1000, 3500)]).to.deep.equal([false, true, true, false]);
    expect([loud(1000, 651), loud(1000, 650)]).to.deep.equal([true, false]);
  });
});

describe('a stroke, frame by frame', () => {
  it('begins where the level jumps over floor, least level and the frame before', () => {
    const jumps = (level: number, change: Partial<KnockEar> = {}) => listen(ear(change), 1000, level, 2000).ear.jump !== null;
    const rise = [...Array(60).keys()].find((db) => jumps(FLOOR + db)) ?? 0;
    expect(rise).to.be.greaterThan(0);
    expect(jumps(-20)).to.equal(true);
    expect(jumps(-20, { last: -20 })).to.equal(false);
    expect(jumps(-20, { floor: -21, last: FLOOR })).to.equal(false);
    expect(jumps(-20, { deafUntil: 1000 })).to.equal(true);
    expect(jumps(-20, { deafUntil: 1001 })).to.equal(false);
  });

  it('is looked at where it is loudest', () => {
    const begun = listen(ear(), 1000, -30, 500).ear;
    expect(begun.jump).to.deep.equal({ peak: -30, pitch: 500, at: 1000, loudestAt: 1000 });
    const louder = listen(begun, 1008, -20, 2500).ear;
    expect(louder.jump).to.deep.equal({ peak: -20, pitch: 2500, at: 1000, loudestAt: 1008 });
    expect(listen(louder, 1016, -20, 900).ear.jump).to.deep.equal(louder.jump);
    expect(listen(louder, 1016, -25, 900).ear.jump).to.deep.equal(louder.jump);
  });

  it('that stays loud is the room, 6 dB under it', () => {
    let now = ear();
    for (let at = 1000; at <= 1400; at += 8) now = listen(now, at, -20, 2500).ear;
    expect(now.strokes).to.deep.equal([]);
    expect([now.jump, now.waits]).to.deep.equal([null, null]);
    expect(now.floor).to.be.greaterThan(-27);
  });

  it('a floor follows down at once and up slowly', () => {
    expect(listen(ear(), 1000, -70).ear.floor).to.be.closeTo(-60 * 0.7 + -70 * 0.3, 1e-9);
    expect(listen(ear(), 1000, -20).ear.floor).to.be.closeTo(FLOOR + 0.15, 1e-9);
    expect(listen(ear(), 1000, FLOOR + 0.1).ear.floor).to.be.closeTo(FLOOR + 0.1, 1e-9);
    expect(listen(ear(), 1000, FLOOR).ear.floor).to.equal(FLOOR);
  });

  it('what was heard lately is kept for as long as a row may be asked about, and no longer', () => {
    const lately = [0, 500, 5000].map((at) => ({ at, level: -50 }));
    const kept = listen(ear({ lately }), 5010).ear.lately.map((one) => one.at);
    expect(kept).to.deep.equal([5000, 5010]);
  });
});

describe('one clap, and the quiet around it', () => {
  const clap = (from: KnockEar, at: number) => {
    let now = listen(from, at, -15, 2500).ear;
    now = listen(now, at + 8, -40, 2500).ear;
    return listen(now, at + 16, -45, 500).ear;
  };
  const waited = (change: Partial<KnockEar>, at = 10_000) => clap(ear(change), at).waits !== null;

  it('waits for the quiet after it, and is said then', () => {
    const after = clap(ear(), 10_000);
    expect(after.waits).to.include({ at: 10_000, peak: -15, sharp: true });
    expect([listen(after, 10_329).knocked, listen(after, 10_330).knocked]).to.deep.equal([false, true]);
  });

  it('is none where something comes within 9 dB of it after its own end', () => {
    const after = clap(ear(), 10_000);
    const then = (at: number, level: number) => listen(listen(after, at, level, 500).ear, 10_330).knocked;
    expect([then(10_070, -16), then(10_071, -16), then(10_071, -24), then(10_200, -23.9)]).to.deep.equal([true, false, true, false]);
  });

  it('is none where it was not quiet before it, for a third of a second', () => {
    const noisy = (ms: number, level: number) => waited({ lately: [{ at: 10_000 - ms, level }] });
    expect([noisy(330, -20), noisy(331, -20), noisy(100, -24), noisy(100, -23.9)]).to.deep.equal([false, true, true, false]);
  });

  it('is none in a loud yard, nor right after another stroke', () => {
    expect(waited({ floor: -41 })).to.equal(false);
    const soon = (ms: number) => waited({ strokes: [knock(10_000 - ms)] });
    expect([soon(651), soon(650)]).to.deep.equal([true, false]);
  });

  it('with one alike before it makes two, said at once', () => {
    const twice = (ms: number, change: Partial<Stroke> = {}) => {
      const from = ear({ strokes: [knock(10_000 - ms, { sharp: true, peak: -15, ...change })] });
      let now = listen(from, 10_000, -15, 2500);
      now = listen(now.ear, 10_008, -40, 2500);
      return now.knocked || listen(now.ear, 10_016, -45, 500).knocked;
    };
    expect([twice(140), twice(139), twice(650), twice(651)]).to.deep.equal([true, false, true, false]);
    expect([twice(300, { peak: -9 }), twice(300, { peak: -8.9 }), twice(300, { sharp: false })]).to.deep.equal([true, false, false]);
  });
});

describe('levels and pitches, to the limit', () => {
  it('silence is −100 dB and has no pitch', () => {
    expect([levelOf([]), levelOf([0, 0]), levelOf([1e-6])]).to.deep.equal([-100, -100, -100]);
    expect([pitchOf([], 48_000), pitchOf([0, 0], 48_000), pitchOf([1], 48_000)]).to.deep.equal([0, 0, 0]);
    expect(levelOf([1, -1])).to.equal(0);
    expect(levelOf([0.1])).to.be.closeTo(-20, 1e-9);
    expect(quiet.level).to.equal(FLOOR);
  });
});
