import { expect } from 'chai';
import { routeOf } from '../../../src/core/text/route-of.ts';

describe('a path with everything blanked that is nobody’s to read', () => {
  it('blanks what opens something by itself, even where it looks like a word', () => {
    expect(routeOf('/calendar/somebody.ics')).to.equal('/calendar/*');
    expect(routeOf('/invited/abcdef?x=1')).to.equal('/invited/*');
    expect(routeOf('/coach/0190a/weeks/print')).to.equal('/coach/*/weeks/print');
    expect(routeOf('/go/Ann')).to.equal('/go/*');
    expect(routeOf(`/${'a'.repeat(24)}/${'a'.repeat(25)}`)).to.equal(`/${'a'.repeat(24)}/*`);
    expect(routeOf('/api/v1/squads/1/scores.csv')).to.equal('/api/v1/squads/*/scores.csv');
  });
});
