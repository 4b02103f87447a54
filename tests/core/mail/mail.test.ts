import { expect } from 'chai';
import fc from 'fast-check';
import { isQuiet, mailAt, outOfQuiet, retryAfter } from '../../../src/core/mail/index.ts';

const HOUR = 3_600_000;

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
