import { expect } from 'chai';
import { hourInWords, untilInWords } from '../../src/client/words.ts';

describe('an end in words', () => {
  const chicago = (text: string) => untilInWords(Date.parse(text), 'America/Chicago');

  it('is the night of the day before until five in the morning', () => {
    // Chicago is six hours behind in winter.
    expect(chicago('2026-11-30T09:00:00Z')).to.equal('Sunday night, Nov 29');
    expect(chicago('2026-11-30T10:59:00Z')).to.equal('Sunday night, Nov 29');
    expect(chicago('2026-11-30T06:00:00Z')).to.equal('Sunday night, Nov 29');
    expect(chicago('2026-11-30T11:00:00Z')).to.match(/^Mon, Nov 30, 5:00.AM$/);
    expect(chicago('2026-11-30T05:59:00Z')).to.match(/^Sun, Nov 29, 11:59.PM$/);
  });

  it('goes back over the end of a month, and over the hour that is missing in spring', () => {
    expect(chicago('2026-12-01T09:00:00Z')).to.equal('Monday night, Nov 30');
    // On March 14, 2027 two o'clock is three o'clock: 3:00 AM is two hours after midnight.
    expect(chicago('2027-03-14T08:00:00Z')).to.equal('Saturday night, Mar 13');
  });
});

it('a full hour is of the morning or of the afternoon; noon and midnight are twelve', () => {
  expect([0, 7, 11, 12, 13, 20, 24].map(hourInWords)).to.deep.equal(['12 AM', '7 AM', '11 AM', '12 PM', '1 PM', '8 PM', '12 AM']);
});
