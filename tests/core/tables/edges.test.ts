import { expect } from 'chai';
import { gainOn, type TablePlayer, tableFor } from '../../../src/core/tables/index.ts';

/* Tables at the edges of the week, and where players are level. */

const DAY = 86_400_000;
const WEEK = { from: 28 * DAY, to: 35 * DAY };
const player = (name: string, ...results: [doneAt: number, result: number, clocked?: boolean][]): TablePlayer => ({
  ...{ playerId: name, nickname: name, shown: true },
  results: results.map(([doneAt, result, clocked = true]) => ({ doneAt, result, clocked })),
});
const names = (table: ReturnType<typeof tableFor>) => table.rows.map((row) => `${row.place} ${row.nickname}`);
const others = [player('y', [29 * DAY, 2]), player('z', [29 * DAY, 1])];

describe('a table’s week', () => {
  it('begins with its first instant and ends before its last', () => {
    const at = (doneAt: number) => tableFor('scores', [player('a', [doneAt, 9]), ...others], WEEK, 'more', 'a').own?.best ?? null;
    expect([WEEK.from - 1, WEEK.from, WEEK.to - 1, WEEK.to].map(at)).to.deep.equal([null, 9, 9, null]);
  });

  it('has the four weeks before it for the middle, the first instant of them too', () => {
    const gain = (doneAt: number) => tableFor('improvement', [player('a', [doneAt, 10], [29 * DAY, 15])], WEEK, 'more', 'a').own?.gain;
    expect([-1, 0, WEEK.from - 1].map(gain)).to.deep.equal([null, 0.5, 0.5]);
  });

  it('takes the best of the week, in the measure’s direction, of clocked goes alone where scores rank', () => {
    const mine = player('a', [29 * DAY, 9], [30 * DAY, 12], [31 * DAY, 40, false]);
    const best = (school: 'scores' | 'improvement', better: 'more' | 'less') =>
      tableFor(school, [mine, ...others], WEEK, better, 'a').own?.best;
    expect([best('scores', 'more'), best('scores', 'less'), best('improvement', 'more')]).to.deep.equal([12, 9, 40]);
  });
});

describe('players that are level', () => {
  const at = (name: string, result: number) => player(name, [29 * DAY, result]);

  it('share a place, are told by name, and the place after them is left out', () => {
    const table = tableFor('scores', [at('c', 9), at('b', 9), at('a', 8), at('d', 1), at('e', 1)], WEEK, 'more', null);
    expect(names(table)).to.deep.equal(['1 b', '1 c', '3 a']);
    expect(table.own).to.equal(null);
  });

  it('stand in the upper half as long as no more are ahead than behind', () => {
    expect(names(tableFor('scores', [at('a', 3), at('b', 2), at('c', 1)], WEEK, 'more', null))).to.deep.equal(['1 a', '2 b']);
    expect(names(tableFor('scores', [at('a', 4), at('b', 3), at('c', 2), at('d', 1)], WEEK, 'more', null))).to.deep.equal(['1 a', '2 b']);
    // Nobody is behind two who share the end.
    expect(names(tableFor('scores', [at('a', 2), at('b', 1), at('c', 1)], WEEK, 'more', null))).to.deep.equal(['1 a']);
    expect(names(tableFor('scores', [at('a', 2)], WEEK, 'more', null))).to.deep.equal([]);
  });

  it('see the own place in the upper half alone', () => {
    const place = (name: string) => tableFor('scores', [at('a', 3), at('b', 2), at('c', 1)], WEEK, 'more', name).own?.place;
    expect(['a', 'b', 'c', 'nobody'].map(place)).to.deep.equal([1, 2, null, undefined]);
  });
});

describe('a gain', () => {
  it('on nothing is none, but for nothing again', () => {
    expect([gainOn(5, 0, 'more'), gainOn(0, 0, 'more'), gainOn(0, 0, 'less'), gainOn(5, 0, 'less')]).to.deep.equal([null, 0, 0, null]);
    expect([gainOn(12, 10, 'more'), gainOn(8, 10, 'more'), gainOn(8, 10, 'less'), gainOn(12, 10, 'less')]).to.deep.equal([
      0.2, -0.2, 0.2, -0.2,
    ]);
  });
});
