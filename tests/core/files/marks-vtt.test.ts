import { expect } from 'chai';
import fc from 'fast-check';
import { marksVtt, readMarksVtt, recountRow, scoreRow } from '../../../src/core/files/index.ts';
import { changed, type Mark, type MarkChange, type MarkLog, marksOf, NO_MARKS } from '../../../src/core/review/index.ts';
import { timed } from '../make.ts';

const mark = (at: number, what: Mark['what'], id = `${what}-${at}`): Mark => ({ id, at, what });
const put = (one: Mark): MarkChange => ({ type: 'put', mark: one });

const anyMark = fc.record({
  id: fc.uuid(),
  at: fc.integer({ min: 0, max: 60_000 }).map((ms) => ms / 1000),
  what: fc.constantFrom('left' as const, 'right' as const, 'drop' as const),
});
const someMarks = fc.uniqueArray(anyMark, { selector: (one) => one.id, maxLength: 60 });
const logOf = (marks: readonly Mark[]): MarkLog => marks.reduce<MarkLog>((log, one) => changed(log, put(one)), NO_MARKS);

describe('marks as WebVTT', () => {
  it('writes a cue for each mark and each remark, in order of time', () => {
    const text = marksVtt(
      'Sole taps --> 10 s',
      [mark(3.445, 'left', 'm2'), mark(2.418, 'right', 'm1')],
      [{ id: 'r', at: 3, text: 'Heels up' }],
    );
    expect(text).to.equal(
      [
        'WEBVTT',
        '',
        'NOTE Sole taps --&gt; 10 s',
        '',
        'm1',
        '00:00:02.418 --> 00:00:02.518',
        'right',
        '',
        'remark-r',
        '00:00:03.000 --> 00:00:07.000',
        'Heels up',
        '',
        'm2',
        '00:00:03.445 --> 00:00:03.545',
        'left',
        '',
      ].join('\n'),
    );
  });
  it('law: reads back what it wrote', async () => {
    const words = fc
      .string({ minLength: 1, maxLength: 60 })
      .map((s) => s.replace(/\s+/g, ' ').trim())
      .filter((s) => s !== '');
    const remarks = fc.array(fc.record({ id: fc.uuid(), at: fc.integer({ min: 0, max: 600_000 }).map((ms) => ms / 1000), text: words }), {
      maxLength: 5,
    });
    await fc.assert(
      fc.asyncProperty(someMarks, remarks, async (marks, said) => {
        fc.pre(marks.length + said.length > 0);
        const back = await readMarksVtt(marksVtt('about', marks, said), () => 'new');
        expect(back.marks).to.deep.equal(marksOf(logOf(marks)));
        expect(back.remarks).to.have.deep.members(said);
      }),
      { numRuns: 60 },
    );
  });
  it('gives marks of another program ids of their own where theirs are odd or stand twice', async () => {
    let n = 0;
    const text =
      'WEBVTT\n\ncue 1\n00:01.000 --> 00:01.100\nleft\n\nsame\n00:02.000 --> 00:02.100\nright\n\nsame\n00:03.000 --> 00:03.100\ndrop\n';
    const { marks } = await readMarksVtt(text, () => `new-${++n}`);
    expect(marks.map((one) => one.id)).to.deep.equal(['new-1', 'same', 'new-2']);
  });
  it('says what is wrong with another file, and takes cues of another program as remarks', async () => {
    const wrong = async (text: string) =>
      readMarksVtt(text, () => 'x').then(
        () => 'read',
        (error: Error) => error.message,
      );
    expect(await wrong('1,2,3')).to.include('not a WebVTT file');
    expect(await wrong('WEBVTT\n')).to.include('no marks');
    const other = await readMarksVtt('WEBVTT\n\n00:01.000 --> 00:02.000\nHello there\n\n00:02.500 --> 00:02.600\nleft\n', () => 'x');
    expect(other).to.deep.equal({ marks: [{ id: 'x', at: 2.5, what: 'left' }], remarks: [{ id: 'x', at: 1, text: 'Hello there' }] });
  });
});

describe('rows of tables', () => {
  it('give a score and a recount as they stand', () => {
    const score = scoreRow({
      ...{ id: 's', player: 'Comet', week: 3, session: 'Quick feet', drill: 'Sole taps', measure: 'count in time', foot: 'both' },
      ...{ dose: timed(30).dose, value: null, faults: 2, seconds: 30, clocked: false, doneAt: 0, standing: 'clear', counts: null },
      ...{ doubts: ['very fast', 'same again'], line: null, timeZone: 'America/Chicago' },
    });
    expect(score).to.include({
      claimed: '',
      counts: '',
      measured: 'by hand',
      'at (UTC)': '1970-01-01 00:00:00',
      'local time': '1969-12-31 18:00:00',
      doubts: 'very fast; same again',
    });
    const row = recountRow({
      ...{ score: 's', player: 'Comet', drill: 'Sole taps', foot: 'both', claimed: 5, coach: 'Fennel', savedAt: 0, timeZone: 'UTC' },
      marks: [mark(1, 'left'), mark(2, 'right'), mark(3, 'left')],
      work: [{ from: 0, to: 6 }],
    });
    expect(row).to.include({ left: 2, right: 1, 'longest run': 3, 'middle gap s': 1, 'spread s': 0, 'rate per 5 s': '0.6 0' });
  });
});
