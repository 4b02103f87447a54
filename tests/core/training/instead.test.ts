import { expect } from 'chai';
import {
  type ClockEvent,
  compileRunSheet,
  insteadIn,
  replay,
  shareOfWork,
  sheetWithInstead,
  TYPICAL_RUNNER,
  withInstead,
} from '../../../src/core/training/index.ts';
import { aBlock, anItem, aSession, drills, timed } from '../make.ts';

const first = anItem('sole-taps', timed(20));
const second = anItem('inside-taps', timed(20));
const session = aSession([aBlock('recap', [first, second])]);
const sheet = compileRunSheet(session, drills, TYPICAL_RUNNER);
const say = (itemId: string, drillId: string | null, at = 1, why: 'too hard' | 'too easy' = 'too hard'): ClockEvent => ({
  ...{ type: 'instead', at, itemId, drillId, why },
});

describe('another drill for today', () => {
  it('is the last one that was said of an item; back to the planned one is none', () => {
    const log = [say(first.id, 'a'), say(second.id, 'b', 2, 'too easy'), say(first.id, 'c', 3)];
    expect([...insteadIn(log)]).to.deep.equal([
      [first.id, { drillId: 'c', why: 'too hard' }],
      [second.id, { drillId: 'b', why: 'too easy' }],
    ]);
    expect([...insteadIn([...log, say(first.id, null, 4)]).keys()]).to.deep.equal([second.id]);
    expect(insteadIn([{ type: 'start', at: 0 }]).size).to.equal(0);
  });

  it('changes drills alone: items, doses, feet and every second stay', () => {
    const instead = insteadIn([say(first.id, 'any-surface-touches')]);
    const changed = withInstead(session, instead);
    expect(changed.blocks[0]?.items).to.deep.equal([{ ...first, drillId: 'any-surface-touches' }, second]);
    const shown = sheetWithInstead(sheet, instead);
    expect(shown.map(({ drillId: _, ...one }) => one)).to.deep.equal(sheet.map(({ drillId: _, ...one }) => one));
    for (const [i, one] of shown.entries())
      expect(one.drillId).to.equal(one.itemId === first.id ? 'any-surface-touches' : (sheet[i]?.drillId ?? null));
    expect(withInstead(session, new Map())).to.equal(session);
    expect(sheetWithInstead(sheet, new Map())).to.equal(sheet);
  });

  it('law: leaves the clock where it was, whenever it is said', () => {
    const end = 1000 * sheet.reduce((sum, one) => sum + one.seconds, 0) + 60_000;
    const log: ClockEvent[] = [
      { type: 'start', at: 0 },
      { type: 'ready', at: 4000 },
      { type: 'pause', at: 12_000 },
      { type: 'resume', at: 15_000 },
    ];
    const plain = replay(sheet, log, end);
    for (const at of [0, 3999, 4000, 13_000, 15_000, 20_000]) {
      const with_ = [...log, say(first.id, 'x', at)].sort((a, b) => a.at - b.at);
      expect(replay(sheet, with_, end)).to.deep.equal(plain);
      expect(shareOfWork(sheet, replay(sheet, with_, end))).to.equal(shareOfWork(sheet, plain));
    }
  });
});
