import { expect } from 'chai';
import fc from 'fast-check';
import { endOfBackup, overBackups } from '../../../src/core/operations/index.ts';

const HOUR = 3_600_000;
const DAY = 24 * HOUR;

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
