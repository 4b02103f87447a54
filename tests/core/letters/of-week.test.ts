import { expect } from 'chai';
import { familySummary, squadSummary } from '../../../src/core/letters/index.ts';
import { letterOf } from '../../../src/core/mail/index.ts';

describe('letters of a week', () => {
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
      quiet: [{ nickname: 'Fig', days: 6, begun: true }],
      notYet: [],
      toReview: 0,
    });
    expect(subject).to.equal('Lanternfish: week 4 in short');
    expect(plain).to.contain('2 of 3 players trained. 5 of 9 sessions done (56 %), 4 by their day.');
    expect(plain).to.contain('240 counted touches: 100 left, 140 right, the left foot 40 behind.');
    expect(plain).to.contain('- Comet: Sole taps (30 s), 41 reps; before 38').and.to.contain('- Fig: last go 6 days ago');
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
