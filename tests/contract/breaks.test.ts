import { expect } from 'chai';
import { rulesApi } from '../../src/contract/rules.ts';

describe('a break of a squad', () => {
  const said = (to: string, long?: boolean) =>
    rulesApi.putBreak.body.safeParse({ from: '2026-06-01', to, title: 'Summer', ...(long ? { long } : {}) }).error?.issues[0];
  it('of more than eight weeks is asked about, and may be meant', () => {
    expect(said('2026-07-26')).to.equal(undefined);
    expect(said('2026-07-27')?.message).to.include('more than eight weeks');
    expect(said('2026-07-27')?.path).to.deep.equal(['to']);
    expect(said('2026-07-27', true)).to.equal(undefined);
    expect(said('2026-05-31', true)?.message).to.equal('The break ends before it begins.');
  });
});
