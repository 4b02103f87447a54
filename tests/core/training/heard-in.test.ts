import { expect } from 'chai';
import { type ClockEvent, heardIn } from '../../../src/core/training/index.ts';

describe('what a log says was heard', () => {
  const heard = (at: number, count: number, change: object = {}): ClockEvent =>
    ({ type: 'heard', at, itemId: 'a', round: 0, foot: 'left', count, helper: null, ...change }) as ClockEvent;
  const of = { itemId: 'a', round: 0, foot: 'left' as const };

  it('is the last word of that item, round and foot', () => {
    const log = [heard(1, 10), heard(2, 11), { type: 'pause', at: 3 } as ClockEvent];
    expect(heardIn(log, of)?.count).to.equal(11);
    expect(heardIn([...log, heard(4, 99, { itemId: 'b' })], of)?.count).to.equal(11);
    expect(heardIn([...log, heard(4, 99, { round: 1 })], of)?.count).to.equal(11);
    expect(heardIn([...log, heard(4, 99, { foot: 'right' })], of)?.count).to.equal(11);
    expect(heardIn(log, { ...of, foot: 'right' })).to.equal(null);
    expect(heardIn([], of)).to.equal(null);
    expect(heardIn([{ type: 'start', at: 0 }], of)).to.equal(null);
  });
});
