import { expect } from 'chai';
import { PRAISES, praiseFor } from '../../../src/core/review/praise.ts';

describe('a line with the wave', () => {
  it('is the one that the coach chose, and another where the child was told the very same the last time', () => {
    expect(praiseFor(PRAISES[0], null)).to.equal(PRAISES[0]);
    expect(praiseFor(PRAISES[0], PRAISES[1])).to.equal(PRAISES[0]);
    expect(praiseFor(PRAISES[0], PRAISES[0])).to.equal(PRAISES[1]);
    expect(praiseFor(PRAISES.at(-1) ?? '', PRAISES.at(-1) ?? '')).to.equal(PRAISES[0]);
    expect(praiseFor('My own words.', 'My own words.')).to.equal(PRAISES[0]);
    for (const line of PRAISES) expect(praiseFor(line, line)).to.not.equal(line);
  });
});
