import { expect } from 'chai';
import fc from 'fast-check';
import { gainOn, type TablePlayer, tableFor } from '../../../src/core/tables/index.ts';

const DAY = 86_400_000;
const WEEK = { from: 28 * DAY, to: 35 * DAY };

/** A player with one result in the week, and some in the four before. */
const player = (name: string, now: number | null, before: number[] = [], change: Partial<TablePlayer> = {}): TablePlayer => ({
  playerId: name,
  nickname: name,
  shown: true,
  results: [
    ...before.map((result, i) => ({ result, doneAt: (7 * i + 1) * DAY, clocked: true })),
    ...(now === null ? [] : [{ result: now, doneAt: 29 * DAY, clocked: true }]),
  ],
  ...change,
});

describe('the gain on the own middle', () => {
  it('is a share, in the sense of better', () => {
    expect(gainOn(22, 20, 'more')).to.be.closeTo(0.1, 1e-9);
    expect(gainOn(27, 30, 'less')).to.be.closeTo(0.1, 1e-9);
    expect(gainOn(0, 0, 'less')).to.equal(0);
    expect(gainOn(3, 0, 'less')).to.equal(null);
  });
});

describe('tables', () => {
  const squad = [player('Ada', 30, [20]), player('Bo', 40, [40]), player('Cy', 26, [20]), player('Di', 10, [20]), player('Ed', 22, [20])];

  it('are off: nobody stands in them, everybody sees the own line', () => {
    const table = tableFor('off', squad, WEEK, 'more', 'Di');
    expect(table.rows).to.deep.equal([]);
    expect(table.own).to.deep.equal({ playerId: 'Di', nickname: 'Di', best: 10, gain: -0.5, place: null });
  });
  it('by improvement go by the gain on the own middle, so that not the best leads', () => {
    // Gains: Ada 50 %, Cy 30 %, Ed 10 %, Bo 0 %, Di −50 %: the upper half of five is three.
    const table = tableFor('improvement', squad, WEEK, 'more', 'Cy');
    expect(table.rows.map((row) => [row.place, row.nickname])).to.deep.equal([
      [1, 'Ada'],
      [2, 'Cy'],
      [3, 'Ed'],
    ]);
    expect(table.own).to.include({ place: 2 });
  });
  it('by scores go by the best clocked result', () => {
    const table = tableFor('scores', squad, WEEK, 'more', 'Di');
    expect(table.rows.map((row) => row.nickname)).to.deep.equal(['Bo', 'Ada', 'Cy']);
    expect(table.own).to.include({ place: null, best: 10 });
    const byHand = player('Zed', null, [], { results: [{ result: 99, doneAt: 29 * DAY, clocked: false }] });
    expect(tableFor('scores', [...squad, byHand], WEEK, 'more', null).rows.map((row) => row.nickname)).to.not.include('Zed');
  });
  it('turn round where less is better', () => {
    expect(tableFor('scores', squad, WEEK, 'less', null).rows.map((row) => row.nickname)).to.deep.equal(['Di', 'Ed', 'Cy']);
  });
  it('leave out whom a guardian took out, who still sees the own line', () => {
    const out = squad.map((one) => (one.nickname === 'Ada' ? { ...one, shown: false } : one));
    const table = tableFor('improvement', out, WEEK, 'more', 'Ada');
    expect(table.rows.map((row) => row.nickname)).to.deep.equal(['Cy', 'Ed']);
    expect(table.own).to.include({ best: 30, place: null });
  });
  it('share a place among those level, and show nobody where all are', () => {
    const level = [player('Ada', 20), player('Bo', 20), player('Cy', 10), player('Di', 10)];
    expect(tableFor('scores', level, WEEK, 'more', null).rows.map((row) => [row.place, row.nickname])).to.deep.equal([
      [1, 'Ada'],
      [1, 'Bo'],
    ]);
    expect(tableFor('scores', level.slice(0, 2), WEEK, 'more', null).rows).to.deep.equal([]);
  });
  it('do not rank a first week by improvement, as there is no middle yet', () => {
    const table = tableFor('improvement', [...squad, player('Fay', 99)], WEEK, 'more', 'Fay');
    expect(table.rows.map((row) => row.nickname)).to.not.include('Fay');
    expect(table.own).to.deep.equal({ playerId: 'Fay', nickname: 'Fay', best: 99, gain: null, place: null });
  });

  const anybody = fc.record({
    now: fc.option(fc.integer({ min: 0, max: 12 }), { nil: null }),
    before: fc.array(fc.integer({ min: 0, max: 12 }), { maxLength: 4 }),
    shown: fc.boolean(),
  });
  it('law: never show a last place, nor anybody taken out, in any school', () => {
    const school = fc.constantFrom('off' as const, 'improvement' as const, 'scores' as const);
    fc.assert(
      fc.property(
        fc.array(anybody, { maxLength: 14 }),
        school,
        fc.constantFrom('more' as const, 'less' as const),
        (list, which, better) => {
          const people = list.map(({ now, before, shown }, i) => player(`P${i}`, now, before, { shown }));
          const { rows } = tableFor(which, people, WEEK, better, null);
          const worth = (row: (typeof rows)[number]) => (which === 'scores' ? (better === 'more' ? row.best : -row.best) : (row.gain ?? 0));
          // Everybody who may stand in the table, shown or not among the rows.
          const all = people
            .filter((one) => one.shown)
            .flatMap((one) => {
              const own = tableFor(which, people, WEEK, better, one.playerId).own;
              return own && (which === 'scores' || own.gain !== null) ? [own] : [];
            });
          for (const row of rows) {
            expect(people.find((one) => one.playerId === row.playerId)?.shown).to.equal(true);
            expect(
              all.some((one) => worth({ ...one, place: 0 }) < worth(row)),
              `${row.nickname} is last`,
            ).to.equal(true);
          }
          expect(rows.length).to.be.at.most(Math.max(0, all.length - 1));
        },
      ),
    );
  });
  it('law: the order of the players does not matter', () => {
    fc.assert(
      fc.property(
        fc
          .array(anybody, { maxLength: 10 })
          .chain((list) =>
            fc.tuple(fc.constant(list.length), fc.constant(list), fc.shuffledSubarray([...list.keys()], { minLength: list.length })),
          ),
        ([, list, order]) => {
          const people = list.map(({ now, before, shown }, i) => player(`P${i}`, now, before, { shown }));
          const turned = order.flatMap((i) => people[i] ?? []);
          expect(tableFor('improvement', turned, WEEK, 'more', null)).to.deep.equal(tableFor('improvement', people, WEEK, 'more', null));
        },
      ),
    );
  });
});
