import { expect } from 'chai';
import { stampInName } from '../../../src/core/operations/index.ts';

describe('an instant in a name', () => {
  it('has no sign that a folder may not have, and sorts by time', () => {
    expect(stampInName(Date.UTC(2026, 10, 2, 3, 4, 5, 6))).to.equal('2026-11-02T03-04-05-006Z');
  });
});
