import { expect } from 'chai';
import { doseOf } from '../../../src/core/training/dose.ts';
import { compileRunSheet, type Interval, replay, type Stretch, TYPICAL_RUNNER } from '../../../src/core/training/index.ts';
import { touchesDone } from '../../../src/core/training/touches-done.ts';
import { anItem, drills, only, timed } from '../make.ts';

describe('touches that were done', () => {
  const sheetOf = (item: ReturnType<typeof anItem>) => compileRunSheet(only(item), drills, TYPICAL_RUNNER);
  const stretch = (index: number, ranMs: number, ended: Stretch['ended']): Stretch => ({
    index,
    startedAt: 0,
    endedAt: 0,
    ranMs,
    pausedMs: 0,
    ended,
  });
  const done = (sheet: Interval[], ...stretches: Stretch[]) => touchesDone(sheet, { stretches }, drills, TYPICAL_RUNNER);
  const workOf = (sheet: Interval[]) => sheet.flatMap((one, i) => (one.kind === 'work' ? [i] : []));

  it('are those of the plan when all of it ran, to a touch', () => {
    const sheet = sheetOf(anItem('hop-out-in-taps', timed(20)));
    const all = sheet.map((one, i) => stretch(i, one.seconds * 1000, one.ends === 'clock' ? 'clock' : 'player'));
    const { left, right } = doseOf(sheet, drills, TYPICAL_RUNNER).touches;
    expect(done(sheet, ...all)).to.deep.equal({ left: Math.round(left), right: Math.round(right) });
    expect(left).to.be.greaterThan(0);
  });

  it('are half of them after half of the seconds, skipped or stopped', () => {
    const sheet = sheetOf(anItem('sole-taps', timed(20)));
    const [work = 0] = workOf(sheet);
    const whole = done(sheet, stretch(work, 20_000, 'clock'));
    for (const ended of ['skipped', 'stopped'] as const)
      expect(done(sheet, stretch(work, 10_000, ended)).left).to.be.closeTo(whole.left / 2, 1);
    expect(done(sheet, stretch(work, 40_000, 'clock'))).to.deep.equal(whole);
    expect(done(sheet)).to.deep.equal({ left: 0, right: 0 });
  });

  it('of what was begun again are those of the last go', () => {
    const sheet = sheetOf(anItem('sole-taps', timed(20)));
    const [work = 0] = workOf(sheet);
    expect(done(sheet, stretch(work, 15_000, 'again'), stretch(work, 10_000, 'stopped'))).to.deep.equal(
      done(sheet, stretch(work, 10_000, 'stopped')),
    );
    expect(done(sheet, stretch(work, 15_000, 'again'))).to.deep.equal({ left: 0, right: 0 });
  });

  it('of reps that the player ended are all of them, however quick', () => {
    const sheet = sheetOf(anItem('v-inside'));
    const [work = 0] = workOf(sheet);
    expect(sheet[work]?.ends).to.equal('player');
    const { left, right } = done(sheet, stretch(work, 1000, 'player'));
    expect(left + right).to.be.greaterThan(10);
    expect(done(sheet, stretch(work, 0, 'skipped'))).to.deep.equal({ left: 0, right: 0 });
  });

  it('are nothing before the start', () => {
    expect(touchesDone(sheetOf(anItem('sole-taps')), replay([], []), drills, TYPICAL_RUNNER)).to.deep.equal({ left: 0, right: 0 });
  });
});
