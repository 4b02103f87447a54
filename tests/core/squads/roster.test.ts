import { expect } from 'chai';
import { isPlayersAge, readRoster, unsaidYear } from '../../../src/core/squads/index.ts';

describe('a list of players', () => {
  const read = (rows: string[][], taken: string[] = []) => readRoster(rows, taken, 2026);

  it('reads a table that was kept in Spanish, with accents and small letters or without', () => {
    const rows = [
      ['Apodo', 'Año', 'Pie', 'Nivel'],
      ['Nutria', '2015', 'Izquierdo', 'fuerte'],
      ['Garza', '2016', 'DERECHA', 'inicial'],
      ['Tritón', '', 'ambos', ''],
    ];
    expect(read(rows).good.map(({ nickname, strongerFoot, level }) => [nickname, strongerFoot, level])).to.deep.equal([
      ['Nutria', 'left', 'strong'],
      ['Garza', 'right', 'starting'],
      ['Tritón', 'both', 'steady'],
    ]);
    expect(
      read([
        ['Nutria', '2015', 'izquierda'],
        ['Garza', '2016', 'ninguno'],
      ]).wrong.map((one) => one.line),
    ).to.deep.equal([2]);
  });

  it('is read by its headings, whatever their order, with a foot and level where none is given', () => {
    expect(
      read([
        ['Born', 'Name', 'foot'],
        ['2015', 'Otter', 'L'],
        ['', '', ''],
        ['2016', 'Heron', ''],
      ]),
    ).to.deep.equal({
      good: [
        { line: 2, nickname: 'Otter', birthYear: 2015, strongerFoot: 'left', level: 'steady' },
        { line: 4, nickname: 'Heron', birthYear: 2016, strongerFoot: 'right', level: 'steady' },
      ],
      wrong: [],
    });
  });

  it('says of each wrong line what is wrong', () => {
    const { good, wrong } = read(
      [
        ['nickname', 'birth year', 'stronger foot', 'level'],
        ['Comet', '2015'],
        ['', '2015'],
        ['x'.repeat(31), '2015'],
        ['Newt', '1950'],
        ['Newt', '2015.5'],
        ['Newt', '2015', 'middle'],
        ['Newt', '2015', 'both', 'best'],
        ['Newt', '2015', 'both', 'strong'],
        ['NEWT', '2015'],
      ],
      ['comet'],
    );
    expect(good.map((one) => one.line)).to.deep.equal([9]);
    expect(wrong.map((one) => one.line)).to.deep.equal([2, 3, 4, 5, 6, 7, 8, 10]);
    for (const [i, word] of [
      'there already',
      'no nickname',
      '30 letters',
      'birth year',
      'birth year',
      'stronger foot',
      'level',
      'there already',
    ].entries())
      expect(wrong[i]?.sentence).to.include(word);
    expect(read([['who', 'when']]).wrong[0]?.sentence).to.include('“when” is no birth year');
  });

  it('may be bare names, or names with more behind them, without a heading; a year that is left out is asked for later', () => {
    const bare = read([['Otter'], [''], ['Heron', ' '], ['Newt', '2015', 'left', 'strong'], ['otter']]);
    expect(bare.good).to.deep.equal([
      { line: 1, nickname: 'Otter', birthYear: null, strongerFoot: 'right', level: 'steady' },
      { line: 3, nickname: 'Heron', birthYear: null, strongerFoot: 'right', level: 'steady' },
      { line: 4, nickname: 'Newt', birthYear: 2015, strongerFoot: 'left', level: 'strong' },
    ]);
    expect(bare.wrong.map((one) => one.line)).to.deep.equal([5]);
    // Under headings a year may be missing too, and the heading is no player.
    expect(
      read([
        ['nickname', 'foot'],
        ['Otter', 'l'],
      ]).good,
    ).to.deep.equal([{ line: 2, nickname: 'Otter', birthYear: null, strongerFoot: 'left', level: 'steady' }]);
    expect([unsaidYear(2026, []), unsaidYear(2026, [10, 12]), unsaidYear(2026, [6, 12])]).to.deep.equal([2018, 2018, 2020]);
  });

  it('takes players of 4 to 20, and names of 30 letters', () => {
    const born = (year: number) =>
      read([
        ['name', 'born'],
        ['Newt', String(year)],
      ]).good.length;
    expect([2005, 2006, 2022, 2023].map(born)).to.deep.equal([0, 1, 1, 0]);
    expect([3, 4, 20, 21].map(isPlayersAge)).to.deep.equal([false, true, true, false]);
    expect(
      read([
        ['name', 'born'],
        ['x'.repeat(30), '2015'],
      ]).good,
    ).to.have.length(1);
  });

  it('reads over spaces in headings and cells, and lines of spaces', () => {
    const rows = [
      [' Birth   Year ', ' NAME', 'Stronger  foot'],
      [' 2015 ', ' Otter ', ' LEFT '],
      ['  ', ' ', ''],
    ];
    expect(read(rows)).to.deep.equal({
      good: [{ line: 2, nickname: 'Otter', birthYear: 2015, strongerFoot: 'left', level: 'steady' }],
      wrong: [],
    });
  });

  it('says what was typed, cut where it is long', () => {
    const wrong = (...row: string[]) => read([['name', 'born'], row]).wrong[0]?.sentence;
    expect(wrong('Newt', ' 1950 ')).to.equal('“1950” is no birth year of a player of 4 to 20 years.');
    expect(wrong('y'.repeat(40), '2015')).to.equal(`“${'y'.repeat(30)}…” is longer than 30 letters.`);
  });

  it('needs nicknames, and reads nothing without them', () => {
    for (const rows of [
      [['born'], ['2015']],
      [
        ['level', 'foot'],
        ['steady', 'left'],
      ],
      [],
    ]) {
      const { good, wrong } = read(rows);
      expect(good).to.deep.equal([]);
      expect(wrong.map((one) => one.line)).to.deep.equal([1]);
    }
  });
});
