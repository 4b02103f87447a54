import { expect } from 'chai';
import fc from 'fast-check';
import { chance } from '../../../src/core/chance.ts';
import {
  estimateOffset,
  offsetAt,
  slewed,
  type TimeSample,
  waitBeforeQuestion,
  withSample,
} from '../../../src/core/together/clock-sync.ts';
import { LINES, twoDevices } from '../../../src/testkit/two-devices.ts';

/** A question asked at `sentAt` of a device that is `ahead` ms behind the server, on ways of so many ms. */
const asked = (sentAt: number, ahead: number, there: number, back: number): TimeSample => ({
  sentAt,
  serverAt: sentAt + there + ahead,
  receivedAt: sentAt + there + back,
});

describe('the server’s clock, measured by a device', () => {
  it('is known to the millisecond on a line that is as quick both ways', () => {
    const known = estimateOffset([asked(0, 5000, 10, 10), asked(1000, 5000, 10, 10)]);
    expect(known.offsetMs).to.be.closeTo(5000, 0.01);
    expect(known.drift).to.be.closeTo(0, 1e-9);
  });

  it('is off by half of what a way is slower than the other, and no more', () => {
    expect(estimateOffset([asked(0, 0, 40, 20)]).offsetMs).to.equal(10);
  });

  it('believes a quick answer more than a late one', () => {
    const { offsetMs } = estimateOffset([asked(0, 100, 10, 10), asked(1000, 100, 10, 410)]);
    expect(offsetMs).to.be.closeTo(100, 2);
  });

  it('follows a crystal that runs 300 millionths too fast', () => {
    const samples = Array.from({ length: 40 }, (_, i) => asked(i * 15_000, 1000 - i * 15_000 * 300e-6, 15, 15));
    const known = estimateOffset(samples);
    expect(known.drift * 1e6).to.be.closeTo(-300, 5);
    expect(offsetAt(known, 40 * 15_000)).to.be.closeTo(1000 - 180, 1);
  });

  it('throws without a sample', () => {
    expect(() => estimateOffset([])).to.throw(RangeError);
  });

  it('forgets what it knew when a device slept or a clock was set, and not for a late answer', () => {
    const before = [asked(0, 0, 10, 10), asked(1000, 0, 10, 10)];
    expect(withSample(before, asked(2000, 0, 10, 700))).to.have.length(3);
    expect(withSample(before, asked(2000, 400, 10, 10))).to.deep.equal([asked(2000, 400, 10, 10)]);
  });

  it('lets go what is older than twenty minutes, and keeps no more than a hundred and twenty', () => {
    let samples: TimeSample[] = [];
    for (let i = 0; i < 300; i++) samples = withSample(samples, asked(i * 1000, 0, 10, 10 + (i % 7)));
    expect(samples).to.have.length(120);
    expect(withSample(samples, asked(300_000 + 20 * 60_000 + 1, 0, 10, 10))).to.have.length(1);
  });

  it('asks in a row at first, and four times a minute later', () => {
    expect([waitBeforeQuestion(0), waitBeforeQuestion(8), waitBeforeQuestion(32)]).to.deep.equal([250, 5000, 15_000]);
  });

  it('law: the true offset is never further away than half the longest round trip', () => {
    const way = fc.double({ min: 0, max: 400, noNaN: true });
    fc.assert(
      fc.property(fc.array(fc.tuple(way, way), { minLength: 1, maxLength: 20 }), fc.integer({ min: -1e6, max: 1e6 }), (ways, ahead) => {
        const samples = ways.map(([there, back], i) => asked(i * 250, ahead, there, back));
        const { offsetMs } = estimateOffset(samples);
        const longest = Math.max(...ways.map(([there, back]) => there + back));
        // The slope that noise pretends within some seconds is bounded by what is believed of crystals.
        expect(Math.abs(offsetMs - ahead)).to.be.at.most(longest / 2 + 1);
      }),
    );
  });

  it('is put right by 20 ms in a second, without going too far, and at once when it is far off', () => {
    expect(slewed(0, 100, 1000)).to.equal(20);
    expect(slewed(0, -100, 1000)).to.equal(-20);
    expect(slewed(0, 5, 1000)).to.equal(5);
    expect(slewed(0, 250, 0)).to.equal(0);
    expect(slewed(0, 251, 0)).to.equal(251);
  });

  it('two devices on home networks hear “go” within 100 ms and stay within 50 ms of each other', () => {
    const random = chance(7);
    const pairs = Array.from({ length: 8 }, () => twoDevices(LINES['home network'] as (typeof LINES)[string], random));
    expect(Math.max(...pairs.map((one) => one.atFirstGo))).to.be.below(100);
    expect(Math.max(...pairs.map((one) => one.atMost))).to.be.below(50);
  });
});
