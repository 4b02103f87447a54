import { expect } from 'chai';
import { type ChildOnPage, childPage, clipFileName, type HistoryFile } from '../../../src/core/files/index.ts';

const history: HistoryFile = {
  format: 'eager-feet/history',
  version: 1,
  madeAt: '2026-11-05T10:00:00.000Z',
  squad: { name: 'Lantern & Fish', timeZone: 'America/Denver' },
  player: { nickname: 'Comet', birthYear: 2016, strongerFoot: 'right', joinedOn: '2026-09-01' },
  scores: [],
  records: [{ drill: 'Sole taps', dose: '30 s', foot: 'left', result: 41.25, unit: 'reps', doneAt: '2026-11-04T23:00:00.000Z' }],
  sessions: [
    { week: 1, session: 'Older', day: '2026-10-01', share: 1, byHand: false },
    { week: 2, session: 'Newer', day: null, share: 0.456, byHand: true },
  ],
  streak: { current: 1, best: 3, unit: 'day' },
  days: [],
  pauses: [],
};
const empty: ChildOnPage = { nickname: 'Com<et', madeOn: '2026-11-05', histories: [], lines: [], permissions: [], clips: [] };

describe('the page of a download', () => {
  it('says of every part that is empty that it is, and escapes what people typed', () => {
    const page = childPage(empty);
    for (const words of ['No clip is kept.', 'No line yet.', 'Nothing yet.', '<h1>Com&lt;et</h1>', '2026-11-05'])
      expect(page).to.include(words);
    expect(page).to.not.include('Com<et');
    const bare = childPage({ ...empty, histories: [{ ...history, records: [], sessions: [] }] });
    expect(bare).to.include('No best yet.').and.to.include('No session yet.').and.to.include('<h2>Lantern &amp; Fish</h2>');
  });

  it('lists clips by day and drill with a link to each, and who watched for how long', () => {
    const page = childPage({
      ...empty,
      clips: [
        { path: 'clips/a b.webm', day: '2026-11-04', drill: 'Sole taps', foot: 'left', watched: [] },
        {
          path: 'clips/b.webm',
          day: '2026-11-03',
          drill: 'Wall & pass',
          foot: 'both',
          watched: [
            { who: 'Coach <F>', seconds: 12.34 },
            { who: 'Family', seconds: 2 },
          ],
        },
      ],
    });
    expect(page).to.include('<td>2026-11-04</td><td><a href="clips/a%20b.webm">Sole taps, left foot</a></td><td>nobody</td>');
    expect(page).to.include('>Wall &amp; pass</a></td><td>Coach &lt;F&gt;, 12.3 s<br>Family, 2 s</td>');
    expect(page).to.not.include('No clip');
  });

  it('tells the streak, bests and sessions of a squad, the newest session first', () => {
    const page = childPage({ ...empty, histories: [history] });
    expect(page).to.include('In a row now: 1 training day. The best ever: 3 training days.');
    expect(page).to.include('<td>Sole taps (30 s)</td><td>left</td><td>41.3 reps</td><td>2026-11-04</td>');
    expect(page).to.include(
      '<td></td><td>2</td><td>Newer</td><td>46 %, by hand</td></tr><tr><td>2026-10-01</td><td>1</td><td>Older</td><td>100 %</td>',
    );
    expect(childPage({ ...empty, histories: [{ ...history, streak: { current: 2, best: 2, unit: 'week' } }] })).to.include('2 weeks');
  });

  it('has every line and every word of permission', () => {
    const page = childPage({
      ...empty,
      lines: [{ day: '2026-11-02', drill: 'Sole taps', line: 'Softer & faster.' }],
      permissions: [
        { day: '2026-11-01', what: 'clips', yes: true, by: 'Comet’s family' },
        { day: '2026-10-01', what: 'clips', yes: false, by: 'Comet’s family' },
      ],
    });
    expect(page).to.include('<td>2026-11-02</td><td>Sole taps</td><td>Softer &amp; faster.</td>');
    expect(page).to.include('<td>2026-11-01</td><td>clips</td><td>yes</td><td>Comet’s family</td>');
    expect(page).to.include('<td>2026-10-01</td><td>clips</td><td>no</td>');
  });
});

describe('the name of a clip’s file', () => {
  const named = (drill: string, foot: 'left' | 'right' | 'both' = 'both', taken = new Set<string>()) =>
    clipFileName({ day: '2026-11-04', drill, foot }, '.webm', taken);

  it('is its day, drill and foot in plain letters', () => {
    expect(named('Sole taps', 'left')).to.equal('2026-11-04-sole-taps-left-foot.webm');
    expect(named('“Élan”, two-foot!')).to.equal('2026-11-04-elan-two-foot.webm');
    expect(named('../../etc')).to.equal('2026-11-04-etc.webm');
    expect(named('球')).to.equal('2026-11-04.webm');
  });

  it('is never one that is in use', () => {
    const taken = new Set<string>();
    expect([1, 2, 3].map(() => named('Sole taps', 'both', taken))).to.deep.equal([
      '2026-11-04-sole-taps.webm',
      '2026-11-04-sole-taps-2.webm',
      '2026-11-04-sole-taps-3.webm',
    ]);
  });
});
