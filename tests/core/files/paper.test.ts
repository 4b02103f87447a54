import { expect } from 'chai';
import { guessMapping, type PaperMapping, readDate, readPaper } from '../../../src/core/files/index.ts';
import { drillOf, drills } from '../make.ts';

describe('lists from paper', () => {
  const around = {
    players: new Map([['comet', 'id-1']]),
    drills: [...drills.values()],
    today: '2026-11-25',
    order: 'year-month-day' as const,
  };
  const mapping: PaperMapping = { player: 0, drill: 1, value: 2, date: 3, foot: 4, amount: 5, faults: null };
  const read = (...row: string[]) => readPaper([row], mapping, around)[0];

  it('guess what a column holds from its heading, each column once', () => {
    expect(guessMapping(['Name', 'Exercise', 'Seconds', 'Count', 'Date'])).to.deep.equal({
      player: 0,
      drill: 1,
      amount: 2,
      value: 3,
      date: 4,
      foot: null,
      faults: null,
    });
  });
  it('read a line by name or alias, with its foot and seconds', () => {
    const found = read(' Comet ', 'sole taps', '24', '2026-10-02', '', '10');
    expect(found?.problems).to.deep.equal([]);
    expect(found?.result).to.deep.include({ playerId: 'id-1', foot: 'both', value: 24, day: '2026-10-02', faults: 0 });
    expect(found?.result?.dose).to.deep.equal({ measure: 'count in time', seconds: 10, rounds: 1 });
  });
  it('say what is wrong, field by field, and guess nothing', () => {
    const wrong = (...row: string[]) => read(...row)?.problems.map((one) => one.sentence);
    expect(wrong('Nobody', 'Flying', 'many', '2026-13-40', '', '')).to.deep.equal([
      'Nobody in the squad is called “Nobody”.',
      'No drill has the name “Flying”.',
      '“many” is no number from 0 to 10,000.',
      '“2026-13-40” is no date in the order year-month-day.',
    ]);
    expect(wrong('Comet', drillOf('hop-out-in-taps').name, '20', '2026-10-02', '', '15')).to.deep.equal([
      `“${drillOf('hop-out-in-taps').name}” needs a foot: left or right.`,
    ]);
    expect(wrong('Comet', 'Sole taps', '20', '2026-11-26', '', '')).to.deep.equal(['2026-11-26 is not in the past.']);
    expect(wrong('Comet', 'Sole taps', '20', '2026-10-02', '', '3')).to.deep.equal(['“3” does not fit “Sole taps”.']);
  });
  it('read dates in the order they are written in', () => {
    expect(readDate('02.10.2026', 'day.month.year')).to.equal('2026-10-02');
    expect(readDate('10/2/2026', 'month/day/year')).to.equal('2026-10-02');
    expect(readDate('2026-02-30', 'year-month-day')).to.equal(null);
    expect(readDate('soon', 'year-month-day')).to.equal(null);
  });
  it('take a decimal comma, and letters for feet', () => {
    expect(read('comet', 'Slalom, both feet', '1', '2026-10-02', 'b', '')?.problems).to.deep.equal([]);
    expect(read('Comet', drillOf('hop-out-in-taps').name, '20', '2026-10-02', 'L', '15')?.result?.foot).to.equal('left');
  });
});

describe('a list from paper, at its edges', () => {
  const a = (id: string) => drillOf(id);
  const around = {
    players: new Map([['comet', 'id-1']]),
    drills: [...drills.values()],
    today: '2026-11-25',
    order: 'year-month-day' as const,
  };
  const mapping: PaperMapping = { player: 0, drill: 1, value: 2, date: 3, foot: 4, amount: 5, faults: 6 };
  type Cells = Partial<Record<'player' | 'drill' | 'value' | 'date' | 'foot' | 'amount' | 'faults', string>>;
  const line = (cells: Cells = {}) =>
    readPaper(
      [
        [
          cells.player ?? 'Comet',
          cells.drill ?? a('sole-taps').name,
          cells.value ?? '20',
          cells.date ?? '2026-10-02',
          cells.foot ?? '',
          cells.amount ?? '',
          cells.faults ?? '',
        ],
      ],
      mapping,
      around,
    )[0];
  const wrong = (cells: Cells) => line(cells)?.problems.map((one) => one.field);
  const result = (cells: Cells) => line(cells)?.result;

  it('numbers its lines from the one under the heading', () => {
    const rows = [['Comet'], ['Comet']];
    expect(readPaper(rows, mapping, around).map((one) => one.line)).to.deep.equal([2, 3]);
  });

  it('says of an empty field that it is missing', () => {
    expect(line({ player: '', drill: ' ' })?.problems.map((one) => one.sentence)).to.include.members([
      'The player is missing.',
      'The drill is missing.',
    ]);
    const short = readPaper([[]], { ...mapping, foot: null }, around)[0];
    expect(short?.result).to.equal(null);
    expect(short?.problems.map((one) => one.field)).to.deep.equal(['player', 'drill', 'value', 'date']);
  });

  it('takes values from 0 to 10,000', () => {
    expect(result({ value: '0' })?.value).to.equal(0);
    expect(result({ value: '10000' })?.value).to.equal(10_000);
    for (const value of ['10001', '-1', '1e3', '', '3 reps', '.5', '5.']) expect(wrong({ value }), value).to.deep.equal(['value']);
    expect(result({ value: ' 7,5 ' })?.value).to.equal(7.5);
  });

  it('takes days from 2000 until today', () => {
    expect(result({ date: '2026-11-25' })?.day).to.equal('2026-11-25');
    expect(result({ date: '2000-01-01' })?.day).to.equal('2000-01-01');
    expect(wrong({ date: '2026-11-26' })).to.deep.equal(['date']);
    expect(wrong({ date: '1999-12-31' })).to.deep.equal(['date']);
    expect(readDate(' 2026-10-02T09:00 ', 'year-month-day')).to.equal('2026-10-02');
    expect(readDate('2026-10', 'year-month-day')).to.equal(null);
    expect(readDate('2026-1.5-02', 'year-month-day')).to.equal(null);
    expect(readDate('10/2/2026', 'day.month.year')).to.equal('2026-02-10');
  });

  it('takes whole faults', () => {
    expect(result({ faults: '3' })?.faults).to.equal(3);
    for (const faults of ['1.5', 'some']) expect(wrong({ faults })).to.deep.equal(['faults']);
  });

  it('reads a foot in full and in short, and asks for one where each foot has its own record', () => {
    const each = a('hop-out-in-taps').name;
    for (const [foot, found] of [
      ['l', 'left'],
      ['R', 'right'],
      ['Left foot', 'left'],
      ['right  foot', 'right'],
      ['left', 'left'],
    ] as const)
      expect(result({ drill: each, foot })?.foot, foot).to.equal(found);
    for (const foot of ['both', 'b', 'both feet', '']) {
      expect(wrong({ drill: each, foot }), foot).to.deep.equal(['foot']);
      expect(result({ foot })?.foot, foot).to.equal('both');
    }
    expect(line({ foot: 'head' })?.problems[0]?.sentence).to.equal('“head” is no foot here: left or right.');
  });

  it('fits an amount into the dose of the drill’s measure, to its least and most', () => {
    const measured = (measure: string) => around.drills.find((drill) => drill.measure === measure);
    for (const [measure, field, least, most] of [
      ['count in time', 'seconds', 5, 300],
      ['hits in time', 'seconds', 5, 300],
      ['unbroken run', 'seconds', 5, 600],
      ['time on', 'seconds', 5, 3600],
      ['fixed reps', 'reps', 1, 500],
      ['surfaces', 'reps', 1, 100],
      ['sets', 'sets', 1, 20],
    ] as const) {
      const drill = measured(measure);
      if (!drill) continue;
      const cells = { drill: drill.name, foot: drill.sides === 'each foot' ? 'left' : '' };
      for (const fits of [least, most])
        expect(result({ ...cells, amount: String(fits) })?.dose, `${measure} ${fits}`).to.include({ measure, [field]: fits });
      for (const not of [least - 1, most + 1, least + 0.5])
        expect(wrong({ ...cells, amount: String(not) }), `${measure} ${not}`).to.deep.equal(['amount']);
    }
    const course = measured('course time');
    expect(result({ drill: course?.name ?? '', foot: course?.sides === 'each foot' ? 'left' : '', amount: '3' })?.dose.measure).to.equal(
      'course time',
    );
    expect(wrong({ amount: 'long' })).to.deep.equal(['amount']);
  });

  it('finds a drill by an alias, but another’s own name goes before it, and the first of two aliases holds', () => {
    const [one, two, three] = around.drills.filter((drill) => drill.sides === 'alternating' && drill.measure === 'count in time');
    if (!one || !two || !three) throw new Error('three drills of both feet');
    const list = [
      { ...one, aliases: ['wiggle', two.name] },
      { ...two, aliases: ['Wiggle'] },
      { ...three, aliases: [] },
    ];
    const read = (drill: string) =>
      readPaper([['Comet', drill, '20', '2026-10-02', '', '', '']], mapping, { ...around, drills: list })[0]?.result?.drill.id;
    expect(read('  wiggle ')).to.equal(one.id);
    expect(read(two.name)).to.equal(two.id);
  });

  it('guesses no column twice', () => {
    expect(guessMapping(['Time', 'time', 'Misses', 'Kid', 'What'])).to.deep.equal({
      ...{ player: 3, drill: 4, value: null, date: null, foot: null, amount: 0, faults: 2 },
    });
    expect(guessMapping(['losses  of Control', 'Day', 'leg', 'number', 'done on'])).to.include({ faults: 0, date: 1, foot: 2, value: 3 });
  });
});
