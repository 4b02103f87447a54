import { expect } from 'chai';
import { type Beginning, firstSteps } from '../../../src/core/squads/first-steps.ts';

const NEW: Beginning = { players: 0, signedIn: 0, week: null, released: false, goes: false };
const done = (change: Partial<Beginning>) => firstSteps({ ...NEW, ...change })?.map((step) => step.done);
const paths = (change: Partial<Beginning>) => firstSteps({ ...NEW, ...change })?.map((step) => step.action?.path ?? null);

describe('what comes first in a squad', () => {
  it('is a list that fills itself, in whichever order', () => {
    expect(done({})).to.deep.equal([false, false, false, false, false]);
    expect(done({ players: 1 })).to.deep.equal([true, false, false, false, false]);
    expect(done({ week: { id: 'w', planned: false } })).to.deep.equal([false, false, false, false, false]);
    expect(done({ week: { id: 'w', planned: true } })).to.deep.equal([false, true, false, false, false]);
    expect(done({ players: 2, week: { id: 'w', planned: true }, released: true })).to.deep.equal([true, true, true, false, false]);
    expect(done({ players: 2, signedIn: 1 })).to.deep.equal([true, false, false, true, false]);
  });

  it('ends with the first number', () => {
    expect(firstSteps({ ...NEW, players: 1, goes: true })).to.equal(null);
  });

  it('has one action for each, where it can be done already', () => {
    expect(paths({})).to.deep.equal(['/squad/people', '/weeks', null, null, null]);
    expect(paths({ players: 1, week: { id: 'w', planned: false } })).to.deep.equal([
      '/squad/people',
      '/weeks/w',
      null,
      '/squad/cards',
      null,
    ]);
    expect(paths({ week: { id: 'w', planned: true } })).to.deep.equal(['/squad/people', '/weeks/w', '/weeks/w#release', null, null]);
  });

  it('says how many have signed in', () => {
    expect(firstSteps({ ...NEW, players: 14, signedIn: 3 })?.[3]?.words).to.equal('3 of 14 have signed in.');
  });
});
