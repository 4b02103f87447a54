import { expect } from 'chai';
import fc from 'fast-check';
import { DAY_MS, HOUR_MS } from '../../../src/core/calendar/lengths.ts';
import {
  figureOf,
  figuresIn,
  type HouseAsked,
  type HouseHealth,
  housesInWords,
  housesPage,
  housesSeen,
  isOlder,
} from '../../../src/core/operations/index.ts';

const GB = 1024 ** 3;
const NOW = Date.UTC(2026, 10, 30, 8);
const WELL: HouseHealth = { ok: true, database: true, writable: true, roomMb: 50 * 1024, backupHours: 5 };

/** HouseFigures of a house in which all is well, and what else is said. */
const figures = (change: Record<string, number> = {}, version = '0.25.0') =>
  figuresIn(
    Object.entries({
      [`eager_feet_info{version="${version}"}`]: 1,
      eager_feet_disk_free_bytes: 50 * GB,
      eager_feet_clip_bytes: 9 * GB,
      eager_feet_clip_bytes_limit: 10 * GB,
      eager_feet_mails_given_up: 0,
      'eager_feet_broken{in="server"}': 0,
      'eager_feet_broken{in="browsers"}': 0,
      'eager_feet_night_work_success_timestamp_seconds{work="backup"}': (NOW - 5 * HOUR_MS) / 1000,
      'eager_feet_night_work_success_timestamp_seconds{work="cleaning"}': NOW / 1000,
      'eager_feet_request_duration_seconds_count{kind="page",status="2xx"}': 60,
      'eager_feet_request_duration_seconds_count{kind="interface",status="2xx"}': 40,
      'eager_feet_request_duration_seconds_bucket{le="0.25",kind="page",status="2xx"}': 55,
      'eager_feet_request_duration_seconds_bucket{le="0.25",kind="interface",status="2xx"}': 35,
      'eager_feet_request_duration_seconds_bucket{le="0.5",kind="page",status="2xx"}': 60,
      'eager_feet_request_duration_seconds_count{kind="upload",status="2xx"}': 900,
      ...change,
    })
      .map(([name, value]) => `${name} ${value}`)
      .join('\n'),
  );
const asked = (change: Partial<HouseAsked> = {}): HouseAsked => ({
  name: 'Lanternfish',
  address: 'https://lantern.example',
  health: WELL,
  figures: figures(),
  problem: null,
  ...change,
});
const troubles = (change: Partial<HouseAsked>) => housesSeen([asked(change)], NOW)[0]?.troubles;

describe('the figures of a house', () => {
  it('are read by name and labels, past comments and what is none', () => {
    const found = figuresIn(
      '# HELP a What it is.\n# TYPE a gauge\na 1\na{b="c",d="e \\"f\\" \\\\ g\\nh"} 2.5e3\n\nnot a line at all {\na{b="x"} NaN\nb 7 1700000000\n',
    );
    expect(found.get('a')).to.deep.equal([
      { labels: {}, value: 1 },
      { labels: { b: 'c', d: 'e "f" \\ g\nh' }, value: 2500 },
    ]);
    expect(figureOf(found, 'b')).to.equal(7);
    expect(figureOf(found, 'a')).to.equal(2501);
    expect(figureOf(found, 'a', { b: 'c' })).to.equal(2500);
    expect(figureOf(found, 'a', { b: 'd' })).to.equal(null);
    expect(figureOf(found, 'c')).to.equal(null);
  });
});

describe('houses on one page', () => {
  it('have nothing to look at where each is well', () => {
    const [house] = housesSeen([asked()], NOW);
    expect(house).to.deep.equal({
      name: 'Lanternfish',
      address: 'https://lantern.example',
      isUp: true,
      release: '0.25.0',
      freeBytes: 50 * GB,
      clips: { bytes: 9 * GB, most: 10 * GB },
      backupAt: NOW - 5 * HOUR_MS,
      quick: 0.9,
      troubles: [],
    });
  });

  it('say what is wrong of each, at its limit not yet and one beyond it', () => {
    expect(troubles({ health: null, figures: null, problem: 'connect ECONNREFUSED' })).to.deep.equal([
      'It does not answer: connect ECONNREFUSED',
    ]);
    expect(troubles({ health: { ...WELL, ok: false, database: false, writable: false } })).to.deep.equal(['Its database does not answer.']);
    expect(troubles({ health: { ...WELL, ok: false, writable: false } })).to.deep.equal(['Its database cannot be written.']);
    const backup = (at: number) => ({ figures: figures({ 'eager_feet_night_work_success_timestamp_seconds{work="backup"}': at / 1000 }) });
    expect(troubles(backup(NOW - 2 * DAY_MS))).to.deep.equal([]);
    expect(troubles(backup(NOW - 2 * DAY_MS - 1000))).to.deep.equal(['The newest backup is 2 days old.']);
    const room = (bytes: number) => ({ figures: figures({ eager_feet_disk_free_bytes: bytes }) });
    expect(troubles(room(2 * GB))).to.deep.equal([]);
    expect(troubles(room(2 * GB - 1))).to.deep.equal(['There is little room on the disk: 2 GB are free.']);
    expect(troubles({ figures: figures({ eager_feet_clip_bytes: 9 * GB + 1 }) })).to.deep.equal(['Clips take 9 GB of 10 GB.']);
    expect(troubles({ figures: figures({ eager_feet_mails_given_up: 1 }) })).to.have.lengthOf(1);
    expect(troubles({ figures: figures({ 'eager_feet_broken{in="server"}': 1, 'eager_feet_broken{in="browsers"}': 1 }) })).to.deep.equal([
      '2 things broke this week: its log says where.',
    ]);
    const slow = { 'eager_feet_request_duration_seconds_bucket{le="0.25",kind="page",status="2xx"}': 54 };
    expect(troubles({ figures: figures(slow) })?.[0]).to.match(/^89 % of its answers/);
    // Of few answers nothing is said: a house that was started a moment ago reads its pages for the first time.
    expect(
      troubles({ figures: figures({ ...slow, 'eager_feet_request_duration_seconds_count{kind="page",status="2xx"}': 59 }) }),
    ).to.deep.equal([]);
  });

  it('are known by their health alone where no token is set, and say so where it is a wrong one', () => {
    expect(housesSeen([asked({ figures: null })], NOW)[0]).to.include({
      release: null,
      quick: null,
      clips: null,
      freeBytes: 50 * GB,
      backupAt: NOW - 5 * HOUR_MS,
    });
    expect(troubles({ figures: null, health: { ...WELL, backupHours: null } })).to.deep.equal(['There is no backup.']);
    expect(troubles({ figures: null, problem: 'Its figures are not shown.' })).to.deep.equal(['Its figures are not shown.']);
  });

  it('say which runs an older release than another, and stand in the order in which somebody acts', () => {
    const seen = housesSeen(
      [
        asked({ name: 'b well' }),
        asked({ name: 'z old', figures: figures({}, '0.9.12') }),
        asked({ name: 'a well' }),
        asked({ name: 'c gone', health: null, figures: null, problem: 'x' }),
      ],
      NOW,
    );
    expect(seen.map(({ name }) => name)).to.deep.equal(['c gone', 'z old', 'a well', 'b well']);
    expect(seen[1]?.troubles).to.deep.equal(['It runs 0.9.12; another house runs 0.25.0.']);
    expect(housesInWords(seen)).to.equal('4 houses, 2 to look at.');
    expect(housesInWords(seen.slice(2))).to.equal('2 houses: all is well.');
  });

  it('compare releases by their numbers: one of two is older, unless they are the same', () => {
    const release = fc.tuple(fc.nat(30), fc.nat(30), fc.nat(30)).map((all) => all.join('.'));
    fc.assert(fc.property(release, release, (a, b) => Number(isOlder(a, b)) + Number(isOlder(b, a)) === Number(a !== b)));
    expect(isOlder('0.9.0', '0.10.0')).to.equal(true);
    expect(isOlder('1.0.0', '0.99.99')).to.equal(false);
  });

  it('escape what was written in the list', () => {
    const html = housesPage(housesSeen([asked({ name: '<b>"Reef"</b>', address: 'https://a.example/"onmouseover="x' })], NOW), NOW, 'UTC');
    expect(html).to.contain('&lt;b&gt;&quot;Reef&quot;&lt;/b&gt;').and.not.contain('"onmouseover');
    expect(html).to.contain('Mon, Nov 30, 8:00 AM').and.contain('9 GB of 10 GB');
  });
});
