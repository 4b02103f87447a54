import { expect } from 'chai';
import { drillForPlayer } from '../../../src/core/drills/index.ts';
import { guessMapping, type PaperMapping, readDate, readPaper } from '../../../src/core/files/index.ts';
import { familySummary, squadSummary } from '../../../src/core/letters/index.ts';
import { letterOf } from '../../../src/core/mail/index.ts';
import { allItems, catchUpsFor, personalWeek } from '../../../src/core/planning/index.ts';
import { atLeastChance, doubtedOften } from '../../../src/core/scores/index.ts';
import type { PublishedWeek } from '../../../src/core/weeks/index.ts';
import { aBlock, anId, anItem, aSession, drillOf, drills, timed } from '../make.ts';

function weekOf(...items: ReturnType<typeof anItem>[]): PublishedWeek {
  const used = items.map((item) => drillOf(item.drillId));
  return {
    title: 'A week',
    focus: '',
    sessions: [aSession([aBlock('challenge', items)])],
    drills: Object.fromEntries(used.map((drill) => [drill.id, drill])),
  };
}

describe('a week of one’s own', () => {
  const each = anItem('hop-out-in-taps', { ...timed(30), side: 'each foot' });
  const taps = anItem('sole-taps', timed(30));

  it('is the planned one while nothing was given', () => {
    const week = weekOf(each, taps);
    expect(personalWeek(week, { extras: [], steps: [] })).to.equal(week);
  });
  it('has the catch-up dose right after its item, for the foot behind, unscored', () => {
    const extra = { id: anId(), after: each.id, foot: 'left' as const, amount: 15 };
    const items = allItems(personalWeek(weekOf(each, taps), { extras: [extra], steps: [] }));
    expect(items.map((item) => item.id)).to.deep.equal([each.id, extra.id, taps.id]);
    expect(items[1]).to.deep.include({ side: 'left', scored: false, dose: { measure: 'count in time', seconds: 15, rounds: 1 } });
  });
  it('gives catch-up doses for scored work of each foot only, by balance', () => {
    const balance = (item: typeof each) =>
      item.id === each.id ? { balance: 0.7, behind: 'left' as const } : { balance: 0.5, behind: 'right' as const };
    const unscored = { ...each, id: anId(), scored: false };
    const extras = catchUpsFor(weekOf(each, taps, unscored), balance, anId);
    expect(extras.map(({ after, foot, amount }) => ({ after, foot, amount }))).to.deep.equal([
      { after: each.id, foot: 'left', amount: 15 },
    ]);
    expect(catchUpsFor(weekOf(each), () => ({ balance: 1, behind: 'both' }), anId)).to.deep.equal([]);
    expect(catchUpsFor(weekOf(each), () => null, anId)).to.deep.equal([]);
  });
  it('lets a step take the planned drill’s place, in the same item', () => {
    const step = { drillId: 'sole-taps', kind: 'easier link' as const, toDrill: drillOf('inside-taps') };
    const week = personalWeek(weekOf(taps), { extras: [], steps: [step] });
    expect(allItems(week)[0]).to.include({ id: taps.id, drillId: 'inside-taps' });
    expect(week.drills['inside-taps']?.name).to.equal(drillOf('inside-taps').name);
  });
  it('speaks the other school’s words of the version that the week froze, for the same work', () => {
    const juggle = anItem('juggle-alternating', { ...timed(30), side: 'alternating' });
    const planned = weekOf(juggle, taps);
    const newer = { ...drillForPlayer(drillOf('juggle-alternating'), 'laces', 'left'), version: 99, name: 'Renamed since' };
    const week = personalWeek(planned, { extras: [], steps: [{ drillId: newer.id, kind: 'other cues', toDrill: newer }] });
    expect(allItems(week)).to.deep.equal([juggle, taps]);
    expect(week.drills[newer.id]).to.deep.equal({ ...planned.drills[newer.id], cues: newer.cues, faults: newer.faults });
    expect(week.drills[newer.id]?.cues).to.not.deep.equal(planned.drills[newer.id]?.cues);
  });
  it('goes through the paces, rests, and leaves cones to the hands', () => {
    const step = (kind: 'other pace' | 'rest' | 'closer cones') => ({ drillId: 'sole-taps', kind, toDrill: null });
    const paces = allItems(personalWeek(weekOf(taps), { extras: [], steps: [step('other pace')] }))[0]?.paces;
    expect(paces?.map((one) => `${one.pace} ${one.seconds}`)).to.deep.equal(['easy 10', 'half 10', 'full 10']);
    expect(allItems(personalWeek(weekOf(taps, each), { extras: [], steps: [step('rest')] })).map((item) => item.id)).to.deep.equal([
      each.id,
    ]);
    expect(allItems(personalWeek(weekOf(taps), { extras: [], steps: [step('closer cones')] }))[0]).to.deep.equal(taps);
  });
});

describe('doubted more often than chance has it', () => {
  it('sums the upper tail of the binomial', () => {
    // 1 − 0.98^10 = 0.1829
    expect(atLeastChance(1, 10, 0.02)).to.be.closeTo(0.1829, 1e-4);
    expect(atLeastChance(0, 10, 0.02)).to.equal(1);
  });
  it('is not two in twenty, and is seven in sixty', () => {
    expect(doubtedOften(2, 20)).to.equal(false);
    expect(doubtedOften(7, 60)).to.equal(true);
    expect(doubtedOften(3, 100)).to.equal(false);
  });
});

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

describe('letters', () => {
  it('say the same as plain text and as HTML, and escape what people typed', () => {
    const letter = letterOf(
      'A & B',
      'Hello',
      [
        { heading: 'List', lines: ['<script>1</script>', 'two'], list: true },
        { heading: 'Nothing', lines: [] },
      ],
      'Bye',
    );
    expect(letter.plain).to.equal('Hello\n\nList\n- <script>1</script>\n- two\n\nBye\n');
    expect(letter.html).to.contain('<li>&lt;script&gt;1&lt;/script&gt;</li>').and.to.not.contain('Nothing').and.to.not.contain('<script>');
  });
  it('let no line break into a subject', () => {
    expect(letterOf('One\r\nBcc: all', '', [], '').subject).to.equal('One Bcc: all');
  });
  const record = { nickname: 'Comet', drill: 'Sole taps', dose: '30 s', foot: 'both' as const, result: 41, before: 38, unit: 'reps' };
  it('tell a coach the week in a few lines', () => {
    const { subject, plain } = squadSummary({
      squad: 'Lanternfish',
      week: { number: 4, title: 'Wall friends' },
      players: 3,
      trained: 2,
      set: 9,
      done: 5,
      onTime: 4,
      touches: { left: 100, right: 140 },
      records: [record],
      quiet: [{ nickname: 'Fig', days: 6 }],
      notYet: [],
      toReview: 0,
    });
    expect(subject).to.equal('Lanternfish: week 4 in short');
    expect(plain).to.contain('2 of 3 players trained. 5 of 9 sessions done (56 %), 4 by their day.');
    expect(plain).to.contain('240 counted touches: 100 left, 140 right, the left foot 40 behind.');
    expect(plain).to.contain('- Comet: Sole taps (30 s), 41 reps; before 38').and.to.contain('- Fig: no go for 6 days');
    expect(plain).to.not.contain('To review');
  });
  it('tell a family of its own child only, without blame for an empty week', () => {
    const child = {
      nickname: 'Comet',
      squad: 'Lanternfish',
      week: { number: 4, title: 'Wall friends' },
      set: 3,
      done: 0,
      onTime: 0,
      touches: { left: 0, right: 0 },
      records: [],
      streak: { current: 0, best: 7, unit: 'day' as const, sentence: '' },
      lines: [],
    };
    const { plain } = familySummary(child);
    expect(plain).to.contain('None of 3 sessions this time. Next week is a new one.').and.to.contain('The best ever is 7 training days.');
    expect(familySummary({ ...child, done: 2, onTime: 1, records: [record] }).plain).to.contain('- Sole taps (30 s), 41 reps; before 38');
  });
});
