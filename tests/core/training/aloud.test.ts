import { expect } from 'chai';
import { afterAloud, beforeAloud, clockAloud, countAloud, feetAloud, oddAloud, weekAloud } from '../../../src/core/training/aloud.ts';
import { compileRunSheet } from '../../../src/core/training/index.ts';
import { TYPICAL_RUNNER } from '../../../src/core/training/types.ts';
import { aBlock, anItem, aSession, drills, timed } from '../make.ts';

describe('what is read aloud', () => {
  const week = {
    nickname: 'Comet',
    streak: { current: 3, unit: 'day' as const },
    next: { name: 'Quick feet', drills: 4, minutes: '12 min' },
    sessions: 2,
    again: [],
  };

  it('says the streak, what comes next and which button starts it', () => {
    expect(weekAloud(week)).to.equal(
      'Hi Comet. 3 training days in a row. Next: Quick feet. 4 drills, 12 min. The big arrow starts it. The feet show what your feet have done.',
    );
  });

  it('says nothing of a streak of nought, and one week as one', () => {
    expect(weekAloud({ ...week, streak: { current: 0, unit: 'day' } })).not.to.contain('in a row');
    expect(weekAloud({ ...week, streak: { current: 1, unit: 'week' } })).to.contain('1 week in a row.');
  });

  it('tells a week that is done from none, and what the coach asked for once more', () => {
    expect(weekAloud({ ...week, next: null })).to.contain('All of this week is done.');
    expect(weekAloud({ ...week, next: null, sessions: 0 })).to.contain('No week is open now.');
    expect(weekAloud({ ...week, again: ['Sole taps', 'Juggling'] })).to.contain('once more: Sole taps and Juggling.');
  });

  it('lists what to fetch with its count, or that there is nothing to fetch', () => {
    const before = { name: 'Quick feet', drills: ['Sole taps'], cautions: ['Mind the wall'], warmsUp: false };
    expect(beforeAloud({ ...before, fetch: ['ball', '4 cones'] })).to.match(
      /^Quick feet\. Fetch: ball and 4 cones\. .*Mind the wall\. Stop on pain .*Warm up first: .*\. Ask a grown-up/,
    );
    expect(beforeAloud({ ...before, fetch: [] })).to.contain('There is nothing to fetch.');
    expect(beforeAloud({ ...before, fetch: [] })).to.match(/Stop on pain or dizziness, .*Warm up first: /);
    expect(beforeAloud({ ...before, fetch: [], warmsUp: true })).not.to.contain('Warm up first');
  });

  it('says foot, drill and what counts, and asks for the tick only where one is waited for', () => {
    const item = anItem('sole-taps', { ...timed(20), scored: true });
    const sheet = compileRunSheet(aSession([aBlock('challenge', [item])]), drills, TYPICAL_RUNNER);
    const of = (kind: string) => {
      const found = sheet.find((one) => one.kind === kind);
      if (!found) throw new Error(kind);
      return found;
    };
    const said = { name: 'Sole taps', counts: 'Each tap.', waits: false };
    expect(clockAloud(of('lead-in'), said)).to.match(/^Sole taps.*Count this: Each tap\.$/);
    expect(clockAloud(of('lead-in'), { ...said, waits: true })).to.match(/^Go back to your place\. .*Press the tick when you are ready\.$/);
    expect(clockAloud(of('work'), { ...said, counts: '' })).to.match(/Go, until the end is called\.$/);
    expect(clockAloud({ ...of('work'), ends: 'player' }, said)).to.match(/Press the tick when you are done\.$/);
    expect(clockAloud({ ...of('lead-in'), kind: 'rest' }, said)).to.equal('Rest. Next comes Sole taps.');
    expect(clockAloud({ ...of('lead-in'), kind: 'drink', drillId: null }, { ...said, waits: true })).to.equal(
      'Have a drink. Press the tick when you are ready.',
    );
  });

  it('asks for touches, for cones, or for nothing', () => {
    const about = { name: 'Sole taps', counts: 'Each tap.' };
    expect(countAloud('touches', about)).to.contain('Tap the foot once for each. This counts: Each tap.');
    expect(countAloud('cones', about)).to.contain('How many cones did you move?');
    expect(countAloud('nothing', about)).to.equal('Sole taps. You did it. Press the tick.');
    expect(oddAloud(['300', '310'])).to.contain('You tapped 300 and 310.');
  });

  it('ends a session by what happened: a stop for pain is right, and nothing else is said then', () => {
    const done = { hurt: false, finished: true, left: 40, right: 50, bests: ['Sole taps: 31'], next: 'Wall day' };
    expect(afterAloud(done)).to.equal(
      'That is all. Well done! Your left foot touched the ball about 40 times, your right foot about 50 times. Better than ever: Sole taps: 31. Next comes Wall day.',
    );
    expect(afterAloud({ ...done, hurt: true })).to.match(/^You stopped, and that was right\..*Rest costs you nothing\.$/);
    expect(afterAloud({ ...done, finished: false, left: 0, right: 0, bests: [], next: null })).to.equal('You stopped here.');
  });

  it('says what each foot has touched, and the coach’s line only where there is one', () => {
    const feet = { streak: 1, best: 5, unit: 'week' as const, left: 10, right: 20, line: [] as string[] };
    expect(feetAloud(feet)).to.equal(
      '1 week in a row; the most was 5 weeks. Your left foot has touched the ball 10 times, your right foot 20 times.',
    );
    expect(feetAloud({ ...feet, line: ['Sole taps', '9 counts.', '', 'Light feet!'] })).to.match(
      /Your coach says: Sole taps\. 9 counts\. Light feet!$/,
    );
  });
});
