import { expect } from 'chai';
import fc from 'fast-check';
import {
  addDays,
  byHandInstant,
  creditedDay,
  dayNumber,
  dayOf,
  doneOnServerClock,
  instantOf,
  mondayOf,
  trainingDay,
  weekday,
} from '../../../src/core/calendar/days.ts';
import { DAY_MS, HOUR_MS, WEEK_MS } from '../../../src/core/calendar/lengths.ts';

const zone = 'America/Chicago';

describe('days', () => {
  it('have a number from 1970 on, and nothing else has', () => {
    expect(dayNumber('1970-01-02')).to.equal(1);
    expect(dayOf(-1)).to.equal('1969-12-31');
    for (const wrong of ['2026-13-01', '2026-1-1', 'x2026-11-24', '2026-11-24x', '', '12026-11-24'])
      expect(() => dayNumber(wrong), wrong).to.throw(RangeError, 'like 2026-11-24');
  });
  it('fall on weekdays from Monday, 1, to Sunday, 7, before 1970 too', () => {
    expect(['2026-11-23', '2026-11-24', '2026-11-29'].map(weekday)).to.deep.equal([1, 2, 7]);
    expect(['1969-12-28', '1969-12-29', '1960-02-29'].map(weekday)).to.deep.equal([7, 1, 1]);
    expect(['2026-11-23', '2026-11-29', '2026-11-30'].map(mondayOf)).to.deep.equal(['2026-11-23', '2026-11-23', '2026-11-30']);
  });
  it('law: adding goes there and back, seven days keep the weekday', () => {
    fc.assert(
      fc.property(fc.integer({ min: -20_000, max: 40_000 }), fc.integer({ min: -900, max: 900 }), (from, by) => {
        const day = dayOf(from);
        expect(addDays(addDays(day, by), -by)).to.equal(day);
        expect(weekday(addDays(day, 7))).to.equal(weekday(day));
        expect(weekday(addDays(day, 1))).to.equal((weekday(day) % 7) + 1);
      }),
    );
  });
  it('are as long as they are said to be', () => expect([HOUR_MS, DAY_MS, WEEK_MS]).to.deep.equal([3_600_000, 86_400_000, 604_800_000]));
});

describe('a training day', () => {
  it('ends at its hour, to the minute, and on days an hour longer or shorter too', () => {
    expect(trainingDay(instantOf('2026-11-25', 2, 59, zone), zone)).to.equal('2026-11-24');
    expect(trainingDay(instantOf('2026-11-25', 3, 0, zone), zone)).to.equal('2026-11-25');
    expect(trainingDay(instantOf('2026-11-25', 0, 0, zone), zone, 0)).to.equal('2026-11-25');
    // Clocks go back on November 1st and on in the night to March 8th.
    for (const day of ['2026-11-01', '2026-03-08']) {
      expect(trainingDay(instantOf(day, 3, 0, zone), zone)).to.equal(day);
      expect(trainingDay(instantOf(day, 3, 0, zone) - 1, zone)).to.equal(addDays(day, -1));
    }
  });
  it('has its instants by the wall clock', () => {
    expect(instantOf('2026-07-01', 18, 30, zone)).to.equal(Date.UTC(2026, 6, 1, 23, 30));
    expect(instantOf('2026-12-01', 18, 30, zone)).to.equal(Date.UTC(2026, 11, 2, 0, 30));
    // 2:30 is not there on March 8th: the later; twice on November 1st: the earlier.
    expect(instantOf('2026-03-08', 2, 30, zone)).to.equal(Date.UTC(2026, 2, 8, 8, 30));
    expect(instantOf('2026-11-01', 1, 30, zone)).to.equal(Date.UTC(2026, 10, 1, 6, 30));
  });
});

describe('the day that a go counts on', () => {
  const done = instantOf('2026-11-24', 18, 0, zone);
  it('is the day it was done when it came within 72 hours, to the millisecond', () => {
    expect(creditedDay(done, done + 72 * HOUR_MS, zone)).to.equal('2026-11-24');
    expect(creditedDay(done, done + 72 * HOUR_MS + 1, zone)).to.equal(null);
  });
  it('is no day that has not come', () => expect(creditedDay(done + 5 * DAY_MS, done, zone)).to.equal('2026-11-24'));
  it('has the hour at which its squad’s days end', () => {
    const late = instantOf('2026-11-25', 2, 0, zone);
    expect([creditedDay(late, late, zone), creditedDay(late, late, zone, 1)]).to.deep.equal(['2026-11-24', '2026-11-25']);
  });
});

describe('the server’s clock', () => {
  it('takes from the device only how long it waited', () => {
    expect(doneOnServerClock(5000, 8000, 100_000)).to.equal(97_000);
    expect(doneOnServerClock(8000, 5000, 100_000)).to.equal(100_000);
  });
  it('places what was done with the printed sheet, never after it was entered', () => {
    const entered = instantOf('2026-11-24', 20, 0, zone);
    expect(byHandInstant(0, 18, entered, zone)).to.equal(instantOf('2026-11-24', 18, 0, zone));
    expect(byHandInstant(2, 18, entered, zone)).to.equal(instantOf('2026-11-22', 18, 0, zone));
    expect(byHandInstant(0, 22, entered, zone)).to.equal(entered);
    // At one in the night belongs to the evening before, at three to the day itself.
    expect(byHandInstant(1, 1, entered, zone)).to.equal(instantOf('2026-11-24', 1, 0, zone));
    expect(byHandInstant(1, 3, entered, zone)).to.equal(instantOf('2026-11-23', 3, 0, zone));
  });
});

/* The two nights in which the clocks change: an hour that does not exist, and one that exists twice. */
describe('the nights of the clocks', () => {
  // Chicago: March 8th 2026, 02:00 becomes 03:00 (08:00 UTC); November 1st 2026, 02:00 becomes 01:00 (07:00 UTC).
  const entered = Date.UTC(2026, 2, 8, 20);
  it('“yesterday at 2” in the spring night lands on the day before, in the hour before the gap', () => {
    const at = byHandInstant(1, 2, entered, zone);
    expect(trainingDay(at, zone)).to.equal('2026-03-07');
    expect(at).to.equal(Date.UTC(2026, 2, 8, 7));
    // At one there is nothing to mend, and at three the next day has begun.
    expect(byHandInstant(1, 1, entered, zone)).to.equal(Date.UTC(2026, 2, 8, 7));
    expect(trainingDay(byHandInstant(0, 3, entered, zone), zone)).to.equal('2026-03-08');
  });
  it('an hour that does not exist is the later one, an hour that exists twice the earlier', () => {
    expect(instantOf('2026-03-08', 2, 30, zone)).to.equal(Date.UTC(2026, 2, 8, 8, 30));
    expect(instantOf('2026-11-01', 1, 30, zone)).to.equal(Date.UTC(2026, 10, 1, 6, 30));
    // Both of them belong to the evening before, and so does all until three.
    const days = [Date.UTC(2026, 10, 1, 6, 30), Date.UTC(2026, 10, 1, 7, 30), Date.UTC(2026, 10, 1, 8, 59), Date.UTC(2026, 10, 1, 9)];
    expect(days.map((at) => trainingDay(at, zone))).to.deep.equal(['2026-10-31', '2026-10-31', '2026-10-31', '2026-11-01']);
    expect(creditedDay(Date.UTC(2026, 2, 8, 7, 59), entered, zone)).to.equal('2026-03-07');
    expect(creditedDay(Date.UTC(2026, 2, 8, 8), entered, zone)).to.equal('2026-03-08');
  });
  it('law: what is entered by hand counts on the day that was said, in every zone and night, unless that lies ahead', () => {
    const zones = ['America/Chicago', 'Europe/Berlin', 'Australia/Lord_Howe', 'America/Sao_Paulo', 'Asia/Kolkata'];
    fc.assert(
      fc.property(
        fc.constantFrom(...zones),
        fc.integer({ min: Date.UTC(2025, 0, 1), max: Date.UTC(2027, 0, 1) }),
        fc.nat(3),
        fc.nat(23),
        (where, now, ago, hour) => {
          const at = byHandInstant(ago, hour, now, where);
          expect(at).to.be.at.most(now);
          const said = addDays(trainingDay(now, where), -ago);
          if (at < now) expect(trainingDay(at, where)).to.equal(said);
        },
      ),
    );
  });
});
