import { expect } from 'chai';
import { type ClockEvent, compileRunSheet, replay, TYPICAL_RUNNER, trySeconds } from '../../../src/core/training/index.ts';
import { anItem, drills, only } from '../make.ts';

const T0 = 1_000_000;
const item = anItem('juggle-alternating', { dose: { measure: 'unbroken run', seconds: 20, rounds: 2, bounce: false } });
const sheet = compileRunSheet(only(item), drills, TYPICAL_RUNNER);
const work = sheet.findIndex((one) => one.kind === 'work');
const workAt = T0 + sheet.slice(1, work).reduce((sum, one) => sum + one.seconds * 1000, 0);
const log: ClockEvent[] = [
  { type: 'start', at: T0 },
  { type: 'ready', at: T0 },
];
const of = (drops: number[], events = log, round = 0) =>
  trySeconds(sheet, replay(sheet, events, workAt + 25_000), { itemId: item.id, round, foot: sheet[work]?.foot ?? 'both' }, drops);

describe('tries of an unbroken run, noted as they fall', () => {
  it('last from the start to the first drop, from drop to drop, and to the end', () => {
    expect(of([workAt + 8000, workAt + 13_000])).to.deep.equal([8, 5, 7]);
    expect(of([workAt + 13_000, workAt + 8000])).to.deep.equal([8, 5, 7]);
    expect(of([])).to.deep.equal([20]);
  });

  it('are those of a second at least, within the work', () => {
    expect(of([workAt + 8000, workAt + 8999])).to.deep.equal([8, 11.001]);
    expect(of([workAt + 8000, workAt + 9000])).to.deep.equal([8, 1, 11]);
    expect(of([workAt, workAt + 20_000, workAt - 1, workAt + 21_000])).to.deep.equal([20]);
  });

  it('are of that go and its last attempt alone', () => {
    expect(of([workAt + 8000], log, 1)).to.deep.equal([]);
    expect(of([workAt + 3000], [...log, { type: 'again', at: workAt + 5000 }])).to.deep.equal([]);
    const before = sheet.slice(1, work).reduce((sum, one) => sum + one.seconds * 1000, 0);
    const again: ClockEvent[] = [...log, { type: 'again', at: workAt + 5000 }];
    const state = replay(sheet, again, workAt + 5000 + before + 25_000);
    const found = trySeconds(sheet, state, { itemId: item.id, round: 0, foot: sheet[work]?.foot ?? 'both' }, [
      workAt + 3000,
      workAt + 5000 + before + 4000,
    ]);
    expect(found).to.deep.equal([4, 16]);
  });
});
