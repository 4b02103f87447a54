import { expect } from 'chai';
import fc from 'fast-check';
import { compileRunSheet, NOT_STARTED, replay, TYPICAL_RUNNER, workOfGo, workSpans } from '../../../src/core/training/index.ts';
import { anItem, drills, only, timed } from '../make.ts';

describe('the work in a clip, from the run log', () => {
  const item = anItem('hop-out-in-taps', timed(15));
  const sheet = compileRunSheet(only(item), drills, TYPICAL_RUNNER);
  const first = sheet.findIndex((one) => one.kind === 'work');
  const foot = sheet[first]?.foot ?? 'left';
  const before = sheet.slice(1, first).reduce((sum, one) => sum + one.seconds, 0);
  const start = [
    { type: 'start' as const, at: 0 },
    { type: 'ready' as const, at: 2000 },
  ];
  const begins = 2000 + before * 1000;
  const spans = (...events: Parameters<typeof replay>[1]) =>
    workSpans(sheet, [...start, ...events, { type: 'over', at: begins + 120_000 }], { itemId: item.id, round: 0, foot });

  it('is one stretch of 15 s when nothing happens', () => {
    expect(spans()).to.deep.equal([{ from: 0, to: 15 }]);
  });
  it('has the pause of 4 s as a hole, and ends as much later', () => {
    expect(spans({ type: 'pause', at: begins + 6000 }, { type: 'resume', at: begins + 10_000 })).to.deep.equal([
      { from: 0, to: 6 },
      { from: 10, to: 19 },
    ]);
  });
  it('has a silence as a hole until it was gone on with', () => {
    expect(spans({ type: 'gap', at: begins + 5000, until: begins + 9000 }, { type: 'resume', at: begins + 12_000 })).to.deep.equal([
      { from: 0, to: 5 },
      { from: 12, to: 22 },
    ]);
  });
  it('is that of the last attempt after “again”', () => {
    const again = begins + 7000;
    const lead = sheet.slice(1, first).filter((one) => one.itemId === item.id);
    expect(spans({ type: 'again', at: again })).to.deep.equal([{ from: 0, to: 15 }]);
    expect(lead.length).to.be.greaterThan(0);
  });
  it('adds up to what the clock says that it ran', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 100, max: 5000 }), { maxLength: 6 }), (steps) => {
        let at = begins;
        const events = steps.map((ms, i) => {
          at += ms;
          return { type: i % 2 === 0 ? ('pause' as const) : ('resume' as const), at };
        });
        const all = [...start, ...events, { type: 'over' as const, at: at + 60_000 }];
        const ran = workOfGo(sheet, replay(sheet, all), item.id, 0).find((one) => one.foot === foot)?.seconds ?? 0;
        const sum = workSpans(sheet, all, { itemId: item.id, round: 0, foot }).reduce((total, span) => total + span.to - span.from, 0);
        expect(sum).to.be.closeTo(ran, 0.051);
      }),
    );
  });
  it('is nothing where the log knows nothing of it', () => {
    expect(workSpans(sheet, [], { itemId: item.id, round: 0, foot })).to.deep.equal([]);
    expect(NOT_STARTED.stretches).to.deep.equal([]);
  });
});
