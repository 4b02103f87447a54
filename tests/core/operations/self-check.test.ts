import { expect } from 'chai';
import { DAY_MS } from '../../../src/core/calendar/lengths.ts';
import { type HouseWeek, houseTroubles, selfCheckLetter, weeksOfRoom } from '../../../src/core/operations/index.ts';

const GB = 1024 ** 3;
const MONDAY = Date.UTC(2026, 10, 30, 3);

/** A week in which all went well. */
const aWeek = (change: Partial<HouseWeek> = {}): HouseWeek => ({
  at: MONDAY,
  timeZone: 'UTC',
  address: 'https://feet.example',
  versions: { eagerFeet: '1.2.3', node: '22.1.0', migrations: 24 },
  backup: { madeAt: MONDAY - 600_000, files: 31 },
  nights: { well: 21, failed: [] },
  freeBytes: 40 * GB,
  clips: { bytes: 10 * GB, most: 100 * GB, before: 9 * GB },
  mails: { sent: 12, givenUp: 0 },
  errors: { server: 0, browsers: 0 },
  ...change,
});

describe('the letter of the week of a house', () => {
  it('has nothing to look at where all went well, and says how it was kept', () => {
    expect(houseTroubles(aWeek())).to.deep.equal([]);
    const { subject, plain } = selfCheckLetter(aWeek());
    expect(subject).to.equal('Your Eager Feet this week: all is well');
    expect(plain).to.contain('https://feet.example').and.not.contain('To look at');
    for (const line of [
      '- The newest backup, of Monday, Nov 30, holds the database and 31 files. It was opened and compared after it was made.',
      '- 21 nightly jobs went well.',
      '- Clips take 10 GB of 100 GB; 40 GB are free on the disk.',
      '- 12 mails went out.',
      '- Eager Feet 1.2.3 on Node 22.1.0, 24 migrations.',
    ])
      expect(plain).to.contain(line);
  });

  it('misses a backup once it is more than two days old, and one that is not there', () => {
    expect(houseTroubles(aWeek({ backup: { madeAt: MONDAY - 2 * DAY_MS, files: 1 } }))).to.deep.equal([]);
    expect(houseTroubles(aWeek({ backup: { madeAt: MONDAY - 2 * DAY_MS - 1, files: 1 } }))).to.deep.equal([
      'The newest backup is of Saturday, Nov 28: none has been made since.',
    ]);
    expect(houseTroubles(aWeek({ backup: null }))).to.deep.equal(['There is no backup.']);
    expect(selfCheckLetter(aWeek({ backup: null })).plain).not.to.contain('newest backup');
    expect(selfCheckLetter(aWeek({ backup: { madeAt: MONDAY, files: null } })).plain).to.contain('holds the database.');
  });

  it('asks for room below two gigabytes on the disk', () => {
    expect(houseTroubles(aWeek({ freeBytes: 2 * GB, clips: { bytes: 0, most: GB, before: null } }))).to.deep.equal([]);
    expect(houseTroubles(aWeek({ freeBytes: 2 * GB - 1, clips: { bytes: 0, most: GB, before: null } }))).to.deep.equal([
      'There is little room on the disk: 2 GB are free.',
    ]);
  });

  it('tells weeks of room by the growth of the last week, by what is nearer: the limit or the disk', () => {
    const weeks = (bytes: number, before: number | null, free = 1000) =>
      weeksOfRoom({ clips: { bytes: bytes * GB, most: 100 * GB, before: before === null ? null : before * GB }, freeBytes: free * GB });
    expect(weeks(60, 55)).to.equal(8);
    expect(weeks(61, 56)).to.equal(7);
    expect(weeks(60, 55, 9)).to.equal(1);
    expect(weeks(100, 90)).to.equal(0);
    expect(weeks(101, 90)).to.equal(0);
    expect([weeks(60, 60), weeks(60, 61), weeks(60, null)]).to.deep.equal([null, null, null]);
    const said = (bytes: number) => houseTroubles(aWeek({ clips: { bytes: bytes * GB, most: 100 * GB, before: (bytes - 5) * GB } }));
    expect(said(60)).to.deep.equal([]);
    expect(said(61)).to.deep.equal(['Clips grow: in about 7 weeks there is no room for more.']);
  });

  it('names works of the night, mails and pages that went wrong, each one from the first', () => {
    const trouble = 'A <disk> is full.';
    const week = aWeek({
      nights: { well: 20, failed: [{ job: 'backup', at: MONDAY - 3 * DAY_MS, trouble }] },
      mails: { sent: 3, givenUp: 1 },
      errors: { server: 1, browsers: 2 },
    });
    expect(houseTroubles(week)).to.deep.equal([
      'The nightly backup of Friday, Nov 27 did not go well: A <disk> is full.',
      'Mail that could not be handed over, and was given up: 1. Is SMTP_URL right?',
      '1 request broke in the server: its log says where.',
      '2 pages broke in a browser: the log says in which part.',
    ]);
    const { subject, html } = selfCheckLetter(week);
    expect(subject).to.equal('Your Eager Feet this week: 4 things to look at');
    expect(html).to.contain('A &lt;disk&gt; is full.').and.not.contain('<disk>');
    expect(selfCheckLetter(aWeek({ errors: { server: 1, browsers: 0 } })).subject).to.contain('1 thing to look at');
  });
});
