import { expect } from 'chai';
import { round1 } from '../../../src/core/text/rounded.ts';
import { routeOf } from '../../../src/core/text/route-of.ts';
import { plural } from '../../../src/core/text/translate.ts';

describe('numbers in words', () => {
  it('have one word for one, another for all others', () => {
    expect([0, 1, 2].map((n) => plural(n, 'rep'))).to.deep.equal(['0 reps', '1 rep', '2 reps']);
    expect([1, 2].map((n) => plural(n, 'touch', 'touches'))).to.deep.equal(['1 touch', '2 touches']);
  });
  it('are rounded to one digit', () => expect([1.25, 1.24, 2, -0.36].map(round1)).to.deep.equal([1.3, 1.2, 2, -0.4]));
});

describe('a route at its limits', () => {
  it('has eight parts and words of 24 letters', () => {
    expect(routeOf('/a/b/c/d/e/f/g/h')).to.equal('/a/b/c/d/e/f/g');
    expect(routeOf(`/${'a'.repeat(24)}`)).to.equal(`/${'a'.repeat(24)}`);
    expect(routeOf(`/${'a'.repeat(25)}`)).to.equal('/*');
  });
  it('blanks what follows a key, and what is no word', () => {
    expect(routeOf('/join/lantern/now')).to.equal('/join/*/now');
    expect(routeOf('/api/v1/xABC?code=3')).to.equal('/api/v1/*');
    expect(routeOf('')).to.equal('');
    expect(routeOf('/scores.csv/a-b-c/7x/calendar')).to.equal('/scores.csv/a-b-c/*/calendar');
  });
});
