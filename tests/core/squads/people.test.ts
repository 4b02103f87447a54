import { expect } from 'chai';
import fc from 'fast-check';
import { codeFrom, codeInGroups, normalCode } from '../../../src/core/accounts/index.ts';
import { todayLetter } from '../../../src/core/letters/index.ts';
import { isQuiet, mailAt, outOfQuiet, retryAfter } from '../../../src/core/mail/index.ts';
import { endOfBackup, overBackups } from '../../../src/core/operations/index.ts';
import { defaultsForAge, ruleInWords } from '../../../src/core/rules/index.ts';
import { readRoster } from '../../../src/core/squads/index.ts';
import { compileRunSheet, TYPICAL_RUNNER } from '../../../src/core/training/index.ts';
import { newItem, RunTimes } from '../../../src/core/weeks/index.ts';
import { TIMES } from '../../../src/core/weeks/times.ts';
import { anId, drillOf, drills, only, timed } from '../make.ts';

const HOUR = 3_600_000;
const DAY = 24 * HOUR;

describe('codes that people type', () => {
  it('use every bit, and no letter that is misread', () => {
    expect(codeFrom(new Uint8Array([0, 0, 0, 0, 0]), 8)).to.equal('00000000');
    expect(codeFrom(new Uint8Array([255, 255, 255, 255, 255]), 8)).to.equal('ZZZZZZZZ');
    expect(codeFrom(new Uint8Array([0b00001_000, 0b10_00011_0]), 3)).to.equal('123');
    expect(() => codeFrom(new Uint8Array([1]), 2)).to.throw(RangeError);
  });

  it('come back from how they are shown and typed', () => {
    fc.assert(
      fc.property(fc.uint8Array({ minLength: 20, maxLength: 20 }), fc.integer({ min: 4, max: 26 }), (bytes, length) => {
        const code = codeFrom(bytes, length);
        expect(code)
          .to.match(/^[0-9A-HJKMNP-TV-Z]+$/)
          .and.to.have.length(length);
        expect(normalCode(codeInGroups(code).toLowerCase().replaceAll('-', ' '))).to.equal(code);
      }),
    );
    expect(normalCode('o1-il u')).to.equal('0111V');
  });
});

describe('usual rules by age', () => {
  it('are the safer the younger the players are', () => {
    for (let age = 5; age < 18; age++) {
      const [younger, older] = [defaultsForAge(age), defaultsForAge(age + 1)];
      expect(younger.headersMax).to.be.at.most(older.headersMax);
      expect(younger.sessionMinutes).to.be.at.most(older.sessionMinutes);
      expect(younger.headingAge).to.equal(12);
    }
    expect(defaultsForAge(10).tableSchool).to.equal('off');
    expect(defaultsForAge(11).tableSchool).to.equal('improvement');
  });
});

describe('a list of players', () => {
  const read = (rows: string[][], taken: string[] = []) => readRoster(rows, taken, 2026);

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
    expect(read([['who', 'when']]).wrong[0]?.sentence).to.include('“nickname” and “birth year”');
  });
});

describe('quiet hours and the daily limit', () => {
  const zone = 'America/Chicago';
  /** Monday, November 2nd 2026 in Chicago. */
  const at = (hour: number, day = 2) => Date.UTC(2026, 10, day, hour + 6);

  it('hold over midnight, and not at all when they begin as they end', () => {
    const night = { quietFrom: 20, quietTo: 7 };
    expect([19, 20, 23, 0, 6, 7].map((hour) => isQuiet(hour, night))).to.deep.equal([false, true, true, true, true, false]);
    expect([0, 12, 23].some((hour) => isQuiet(hour, { quietFrom: 8, quietTo: 8 }))).to.equal(false);
    expect(outOfQuiet(at(21), night, zone)).to.equal(at(7, 3));
    expect(outOfQuiet(at(3), night, zone)).to.equal(at(7));
    expect(outOfQuiet(at(12), night, zone)).to.equal(at(12));
  });

  it('never let mail out in them, nor more than so many a day (law)', () => {
    const hours = fc.record({
      quietFrom: fc.integer({ min: 0, max: 23 }),
      quietTo: fc.integer({ min: 0, max: 23 }),
      perDay: fc.integer({ min: 0, max: 3 }),
    });
    fc.assert(
      fc.property(hours, fc.array(fc.integer({ min: 0, max: 72 }), { maxLength: 20 }), (given, offsets) => {
        const planned: number[] = [];
        for (const offset of [...offsets].sort((a, b) => a - b)) {
          const goes = mailAt(at(0) + offset * HOUR, given, zone, planned);
          if (goes === null) continue;
          const local = Number(new Date(goes).toLocaleString('en-US', { hour: 'numeric', hourCycle: 'h23', timeZone: zone }));
          expect(isQuiet(local, given)).to.equal(false);
          planned.push(goes);
        }
        const days = planned.map((one) => new Date(one).toLocaleDateString('en-US', { timeZone: zone }));
        for (const day of days) expect(days.filter((one) => one === day).length).to.be.at.most(given.perDay);
      }),
    );
  });

  it('wait longer each time before a mail is tried again', () => {
    expect([1, 2, 3].map(retryAfter)).to.deep.equal([5 * 60_000, 20 * 60_000, 80 * 60_000]);
  });
});

describe('a reminder of today', () => {
  it('says nothing when there is nothing to say, and never reproaches', () => {
    expect(todayLetter({ nickname: 'Comet', due: [], streak: null, again: [] })).to.equal(null);
    const letter = todayLetter({
      nickname: 'Comet',
      due: ['Quick feet'],
      streak: 'One more today keeps 12 in a row.',
      again: [
        { drill: 'Sole taps', line: 'Heels up.' },
        { drill: 'Wall', line: null },
      ],
    });
    expect(letter?.subject).to.equal('Today for Comet: Quick feet');
    expect(letter?.plain).to.include('Sole taps: Heels up.').and.to.include('- Wall').and.to.include('Another day is fine too.');
  });
});

describe('lengths of the run sheet', () => {
  it('are the squad’s own where it has them, and never without a lead-in', () => {
    const session = only({ ...newItem(anId(), drillOf('hop-out-in-taps')), ...timed(30), side: 'each foot' });
    const own = compileRunSheet(session, drills, { ...TYPICAL_RUNNER, times: { leadInFirstOfBlock: 20, switch: 7 } });
    const usual = compileRunSheet(session, drills, TYPICAL_RUNNER);
    const seconds = (sheet: typeof own, kind: string) => sheet.filter((one) => one.kind === kind).map((one) => one.seconds);
    expect(seconds(own, 'lead-in')[0]).to.equal(20);
    expect(seconds(own, 'switch')[0]).to.equal(7);
    expect(seconds(usual, 'switch')[0]).to.equal(TIMES.switch);
    expect(seconds(own, 'work')).to.deep.equal(seconds(usual, 'work'));
    expect(RunTimes.partial().safeParse({ leadIn: 0 }).error?.issues[0]?.message).to.equal('The lead-in is 3 to 30 whole seconds.');
  });
});

describe('backups', () => {
  it('end after a week, those of a Monday after five', () => {
    const monday = Date.UTC(2026, 10, 2, 3);
    expect(endOfBackup(monday, 'daily')).to.equal(monday + 35 * DAY);
    expect(endOfBackup(monday + DAY, 'daily')).to.equal(monday + 8 * DAY);
    expect(endOfBackup(monday + DAY, 'by hand')).to.equal(monday + 36 * DAY);
  });

  it('keep the newest whatever its end, and otherwise only what has not ended (law)', () => {
    fc.assert(
      fc.property(fc.uniqueArray(fc.integer({ min: 0, max: 400 }), { minLength: 1 }), fc.integer({ min: 0, max: 800 }), (days, today) => {
        const all = days.map((day) => ({ madeAt: day * DAY, endsAt: endOfBackup(day * DAY, 'daily') }));
        const over = overBackups(all, today * DAY);
        const newest = Math.max(...all.map((one) => one.madeAt));
        expect(over.some((one) => one.madeAt === newest)).to.equal(false);
        for (const one of all) if (one.madeAt !== newest) expect(over.includes(one)).to.equal(one.endsAt <= today * DAY);
      }),
    );
  });
});

describe('a change of a rule in words', () => {
  it('names figures, switches and the parts of a rule', () => {
    expect(ruleInWords(12)).to.equal('12');
    expect(ruleInWords(false)).to.equal('off');
    expect(ruleInWords(null)).to.equal('none');
    expect(ruleInWords({})).to.equal('as usual');
    expect(ruleInWords({ kind: 'chosen weekdays', weekdays: [1, 3], freeDays: 1 })).to.equal(
      'chosen weekdays, weekdays Mon Wed, free days 1',
    );
  });
});
