import { expect } from 'chai';
import { type ChildWeek, familySummary, openedLetter, type SquadWeek, squadSummary, todayLetter } from '../../../src/core/letters/index.ts';

const record = { nickname: 'Comet', drill: 'Sole taps', dose: '30 s', foot: 'left' as const, result: 41.24, before: 39, unit: 'reps' };
const squad: SquadWeek = {
  ...{ squad: 'Lanternfish', week: { number: 3, title: 'Both feet' }, players: 10, trained: 8, set: 30, done: 24, onTime: 20 },
  touches: { left: 900, right: 1000 },
  records: [record, { ...record, nickname: 'Biscuit', foot: 'both' }],
  quiet: [{ nickname: 'Newt', days: 6, begun: false }],
  notYet: [{ drill: 'Slalom', dose: '2 runs', met: 2, tried: 9 }],
  toReview: 1,
};
const child: ChildWeek = {
  ...{ nickname: 'Comet', squad: 'Lanternfish', week: { number: 3, title: 'Both feet' }, set: 3, done: 2, onTime: 1 },
  touches: { left: 300, right: 290 },
  records: [record],
  streak: { current: 4, best: 9, unit: 'week', sentence: '' },
  lines: [{ drill: 'Sole taps', line: 'Heels up.' }],
};

describe('the coach’s Monday', () => {
  it('has every part of the week, in order', () => {
    expect(squadSummary(squad).subject).to.equal('Lanternfish: week 3 in short');
    expect(squadSummary(squad).plain).to.equal(
      [
        'Week 3, “Both feet”, is over.',
        'Done\n8 of 10 players trained. 24 of 30 sessions done (80 %), 20 by their day.\n1900 counted touches: 900 left, 1000 right, the left foot 100 behind.',
        'Records (2)\n- Comet: Sole taps (30 s, left foot), 41.2 reps; before 39\n- Biscuit: Sole taps (30 s), 41.2 reps; before 39',
        'Gone quiet\n- Newt: no go yet, in the squad for 6 days',
        'Not there yet: ground for the next week\n- Slalom (2 runs): 2 of 9 can do what is usual at their level',
        'To review\n1 score to look at, still.',
        'Made from the same numbers as the app.\n',
      ].join('\n\n'),
    );
  });
  it('leaves out what there is none of, and no share of nothing', () => {
    const nothing = {
      ...squad,
      set: 0,
      done: 0,
      onTime: 0,
      touches: { left: 0, right: 0 },
      records: [],
      quiet: [],
      notYet: [],
      toReview: 0,
    };
    const { plain } = squadSummary(nothing);
    expect(plain).to.include('0 of 0 sessions done, 0 by their day.').and.to.include('0 left, 0 right, both feet the same.');
    for (const heading of ['Records', 'Gone quiet', 'Not there yet', 'To review']) expect(plain).to.not.include(heading);
  });
});

describe('a family’s Monday', () => {
  it('has the child’s own week, in order', () => {
    expect(familySummary(child).subject).to.equal('Comet’s week 3');
    expect(familySummary(child).plain).to.equal(
      [
        'This was week 3, “Both feet”, of Lanternfish for Comet.',
        'Done\n2 of 3 sessions done, 1 by the day that was wished.\n590 counted touches: 300 left, 290 right, the right foot 10 behind.',
        'New bests\n- Sole taps (30 s, left foot), 41.2 reps; before 39',
        'In a row\n4 weeks in a row; the best ever is 9.',
        'From the coach\n- Sole taps: Heels up.',
        'Everything that is kept of your child is on your family page.\n',
      ].join('\n\n'),
    );
  });
  it('never reproaches: none of a week, and no streak', () => {
    const quiet = { ...child, done: 0, touches: { left: 0, right: 0 }, streak: { ...child.streak, current: 0, unit: 'day' as const } };
    const { plain } = familySummary(quiet);
    expect(plain).to.include('Done\nNone of 3 sessions this time. Next week is a new one.\n\n');
    expect(plain).to.include('Day one can be any day. The best ever is 9 training days.');
    const { plain: oneFoot } = familySummary({ ...child, touches: { left: 0, right: 7 }, streak: { ...child.streak, unit: 'day' } });
    expect(oneFoot).to.include('7 counted touches').and.to.include('4 training days in a row');
  });
});

describe('a letter of the day', () => {
  const today = { nickname: 'Comet', due: [], streak: null, again: [] };
  it('is headed by what there is most reason for', () => {
    const subject = (change: Partial<Parameters<typeof todayLetter>[0]>) => todayLetter({ ...today, ...change })?.subject;
    const again = [{ drill: 'Wall', line: null }];
    expect(subject({ due: ['A', 'B'], again, streak: 'x' })).to.equal('Today for Comet: A, B');
    expect(subject({ again, streak: 'x' })).to.equal('Comet’s coach asks for one more go');
    expect(subject({ streak: 'x' })).to.equal('Comet’s row today');
    expect(subject({ again })).to.equal('Comet’s coach asks for one more go');
  });
  it('lists what is wished and asked for, and says what keeps the streak', () => {
    const letter = todayLetter({ ...today, due: ['A'], streak: 'One more.', again: [{ drill: 'Wall', line: 'Low.' }] });
    expect(letter?.plain).to.equal(
      'A short word about Comet’s training today.\n\nWished for today\n- A\n\nIn a row\nOne more.\n\nOnce more, please\n- Wall: Low.\n\nAnother day is fine too. Reminders are switched off, and hours are set, on your family page.\n',
    );
    expect(todayLetter({ ...today, due: ['A'] })?.plain).to.not.include('In a row');
  });
  it('of a week that opened names its sessions, and what to fetch where there is something', () => {
    const week = { nickname: 'Comet', squad: 'Lanternfish', number: 4, title: 'Turns', sessions: ['A', 'B'], kit: ['cones', 'wall'] };
    expect(openedLetter(week).subject).to.equal('Comet: week 4 is open');
    expect(openedLetter(week).plain).to.equal(
      'Week 4 of Lanternfish, “Turns”, is open for Comet.\n\n2 sessions\n- A\n- B\n\nTo fetch\ncones, wall. Stand-ins are shown in the app.\n\nReminders are switched off, and hours are set, on your family page.\n',
    );
    expect(openedLetter({ ...week, kit: [], sessions: ['A'] }).plain)
      .to.not.include('To fetch')
      .and.to.not.include('sessions');
  });
});
