import { expect } from 'chai';
import { calledBesides, cityOf, zoneOf } from '../../../src/core/calendar/zones.ts';

const ZONES = Intl.supportedValuesOf('timeZone');
const of = (typed: string) => zoneOf(typed, ZONES);

describe('a time zone', () => {
  it('is found by its name, whatever its case', () => {
    for (const zone of ['America/Chicago', 'Europe/Lisbon', 'America/Los_Angeles'])
      expect(of(zone.toLowerCase().replaceAll('_', ' ')), zone).to.equal(zone);
  });
  it('is found by the city in it, with or without accents, or by its beginning where one city begins so', () => {
    expect([of('chicago'), of(' São Paulo '), of('new york'), of('Zürich')]).to.deep.equal([
      'America/Chicago',
      'America/Sao_Paulo',
      'America/New_York',
      'Europe/Zurich',
    ]);
    expect([of('Los Ang'), of('Berl')]).to.deep.equal(['America/Los_Angeles', 'Europe/Berlin']);
    expect([of('San'), of('Port'), of('')], 'too short, several, nothing').to.deep.equal([null, null, null]);
  });
  it('is found by what people call it', () => {
    const called = {
      'Central Time': 'America/Chicago',
      PST: 'America/Los_Angeles',
      UK: 'Europe/London',
      'Central European Time': 'Europe/Berlin',
    };
    for (const [typed, zone] of Object.entries(called)) expect(of(typed), typed).to.equal(zone);
    for (const typed of ['Houston', 'Barcelona', 'India', 'New Zealand']) expect(ZONES, typed).to.include(of(typed));
    expect(of('Atlantis')).to.equal(null);
  });
  it('is told by its city and its usual names', () => {
    expect([cityOf('America/New_York'), calledBesides('America/New_York')]).to.deep.equal(['New York', 'eastern, eastern time']);
    expect([cityOf('UTC'), calledBesides('Asia/Tashkent')]).to.deep.equal(['UTC', '']);
  });
});
