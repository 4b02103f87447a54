import { expect } from 'chai';
import type { RunSent } from '../../../src/contract/training.ts';
import { compileRunSheet, TYPICAL_RUNNER } from '../../../src/core/training/index.ts';
import type { Session } from '../../../src/core/weeks/index.ts';
import { thisWeek } from '../../../src/server/screens/this-week.ts';
import { sendGo } from '../../../src/server/training/send-go.ts';
import { sendRun } from '../../../src/server/training/send-run.ts';
import { aBlock, anItem, aSession, drills } from '../../core/make.ts';
import { aGo, aScore, DAY, HOUR, MONDAY_TEN, openTown, releaseNow, type Town, uuid } from '../make.ts';

describe('a week of which every session is done', () => {
  let town: Town;
  const session = () => aSession([aBlock('recap', [anItem('sole-taps')])]);
  beforeEach(async () => {
    town = await openTown();
    town.setNow(MONDAY_TEN + HOUR);
  });
  afterEach(() => town.close());

  const release = (...sessions: Session[]) => releaseNow(town, { title: 'Over', focus: '', sessions });
  function doIt(session: Session): void {
    const sheet = compileRunSheet(session, drills, TYPICAL_RUNNER);
    const startedAt = town.context.now();
    const end = startedAt + 1000 * sheet.reduce((sum, one) => sum + one.seconds, 0) + 10_000;
    const events: RunSent['events'] = [
      { type: 'start', at: startedAt },
      { type: 'ready', at: startedAt + 1000 },
      { type: 'over', at: end },
    ];
    const revisionId = thisWeek(town.context, town.player).week?.revisionId ?? '';
    const sent = sendRun(town.context, town.player, { id: uuid(), revisionId, sessionId: session.id, startedAt, sentAt: end, events });
    expect(sent.done).to.equal(true);
  }
  const streakOn = (day: number) => {
    town.setNow(MONDAY_TEN + day * DAY + HOUR);
    const { current, sentence } = thisWeek(town.context, town.player).streak;
    return [current, sentence];
  };
  const YOURS = 'All of this week is done. The rest of it is yours.';

  it('asks for nothing more: the squad’s rule is every day with one free day', () => {
    const [one, two] = [session(), session()];
    release(one, two);
    doIt(one);
    expect(streakOn(1)[1]).to.not.equal(YOURS);
    doIt(two);
    expect(streakOn(2)).to.deep.equal([2, YOURS]);
    expect(streakOn(5)).to.deep.equal([2, YOURS]);
    expect(streakOn(6)).to.deep.equal([2, YOURS]);
    // The next week asks again.
    expect(streakOn(7)[1]).to.not.equal(YOURS);
    expect(streakOn(9)[0]).to.equal(0);
  });

  it('is not over with one of two sessions, nor with the same one twice', () => {
    const [one, two] = [session(), session()];
    release(one, two);
    doIt(one);
    town.setNow(MONDAY_TEN + DAY + HOUR);
    doIt(one);
    expect(streakOn(4)[0]).to.equal(0);
  });

  it('is over for who did it alone', () => {
    const one = session();
    release(one);
    doIt(one);
    sendGo(town.context, town.otherPlayer, aGo(town, 0, [aScore()], {}, town.otherPlayer));
    town.setNow(MONDAY_TEN + 4 * DAY);
    expect(thisWeek(town.context, town.player).streak.current).to.equal(1);
    expect(thisWeek(town.context, town.otherPlayer).streak.current).to.equal(0);
  });
});
