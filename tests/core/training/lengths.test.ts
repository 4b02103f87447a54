import { expect } from 'chai';
import { compileRunSheet, TYPICAL_RUNNER } from '../../../src/core/training/index.ts';
import { newItem, RunTimes } from '../../../src/core/weeks/index.ts';
import { TIMES } from '../../../src/core/weeks/times.ts';
import { anId, drillOf, drills, only, timed } from '../make.ts';

describe('lengths of the run sheet', () => {
  it('are the squad’s own where it has them, and never without a lead-in', () => {
    const session = only({ ...newItem(anId(), drillOf('hop-out-in-taps')), ...timed(30), side: 'each foot' });
    const own = compileRunSheet(session, drills, { ...TYPICAL_RUNNER, times: { leadInFirstOfBlock: 20, switch: 7 } });
    const usual = compileRunSheet(session, drills, TYPICAL_RUNNER);
    const seconds = (sheet: typeof own, kind: string) => sheet.filter((one) => one.kind === kind).map((one) => one.seconds);
    expect(seconds(own, 'lead-in')[0]).to.equal(20);
    expect(seconds(own, 'switch')[0]).to.equal(7);
    expect(seconds(usual, 'switch')[0]).to.equal(TIMES.switch);
    expect(seconds(own, 'work')).to.deep.equal(seconds(usual, 'work'));
    expect(RunTimes.partial().safeParse({ leadIn: 0 }).error?.issues[0]?.message).to.equal('The lead-in is 3 to 30 whole seconds.');
  });
});
