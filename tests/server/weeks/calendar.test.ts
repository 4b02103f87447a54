import { expect } from 'chai';
import { squadRules } from '../../../src/server/platform/db/schema.ts';
import { setPause } from '../../../src/server/progress/notes.ts';
import { putBreak } from '../../../src/server/rules/rules.ts';
import { family } from '../../../src/server/screens/family.ts';
import { playerPage } from '../../../src/server/screens/player.ts';
import { register } from '../../../src/server/screens/register.ts';
import { thisWeek } from '../../../src/server/screens/this-week.ts';
import { today } from '../../../src/server/screens/today.ts';
import { sendGo } from '../../../src/server/training/send-go.ts';
import { makeWeek, openWeek, releaseWeek, saveWeek } from '../../../src/server/weeks/weeks.ts';
import { aGo, aPlan, aScore, DAY, HOUR, MONDAY_TEN, openTown, releaseNow, type Town, uuid } from '../make.ts';

describe('streaks and calendars on the server', () => {
  let town: Town;
  beforeEach(async () => {
    town = await openTown();
    releaseNow(town);
  });
  afterEach(() => town.close());

  /** The player trains on these days of the week, 0 Monday … 6 Sunday, in order. */
  const train = (...days: number[]) => {
    for (const day of days) {
      town.setNow(MONDAY_TEN + day * DAY);
      sendGo(town.context, town.player, aGo(town, 0, [aScore({ value: 50 + day })]));
    }
  };
  const streak = () => thisWeek(town.context, town.player).streak;

  it('grow by a go a day, forgive the squad’s one free day, and are the same on every page', () => {
    train(0, 1, 3);
    expect(streak()).to.include({ current: 3, best: 3, unit: 'day' });
    const page = playerPage(town.context, town.coach, { squad: town.squad, player: town.player.playerId });
    const row = register(town.context, town.coach, { squad: town.squad }).players.find((one) => one.nickname === 'Comet');
    const child = family(town.context, town.guardian).children[0];
    expect([page.streak, row?.streak, child?.streak]).to.deep.equal([streak(), streak(), streak()]);
    expect(row?.strip).to.deep.equal(page.strip.slice(-28));
  });

  it('stop at a second missed day, with the best kept', () => {
    train(0, 1, 4);
    expect(streak()).to.include({ current: 1, best: 2 });
  });

  it('are not broken by a squad break or the player’s own pause', () => {
    train(0, 1, 5);
    expect(streak().current).to.equal(1);
    putBreak(town.context, town.coach, { squad: town.squad, break: uuid(), from: '2026-11-04', to: '2026-11-05', title: 'Leaf days' });
    expect(streak().current).to.equal(3);
    setPause(town.context, town.coach, { squad: town.squad, player: town.player.playerId, pause: uuid(), from: '2026-11-03', to: null });
    town.setNow(MONDAY_TEN + 30 * DAY);
    expect(streak().current).to.equal(3);
  });

  it('a pause of one player does not help another', () => {
    setPause(town.context, town.coach, {
      squad: town.squad,
      player: town.otherPlayer.playerId,
      pause: uuid(),
      from: '2026-11-03',
      to: null,
    });
    train(0, 1, 4);
    expect(streak().current).to.equal(1);
  });

  it('follow a new rule from its first day on', () => {
    train(0, 1, 2);
    town.context.db
      .insert(squadRules)
      .values({ squadId: town.squad, from: '2026-11-05', rule: { kind: 'chosen weekdays', weekdays: [6], freeDays: 0 } })
      .run();
    train(5);
    expect(streak()).to.include({ current: 4, best: 4 });
  });

  it('count a go at half past two in the night for the evening before', () => {
    train(0);
    town.setNow(MONDAY_TEN + DAY + 16.5 * HOUR);
    // 02:30 on Wednesday in Chicago: still Tuesday's training day.
    sendGo(town.context, town.player, aGo(town, 0, [aScore({ value: 55 })]));
    expect(streak()).to.include({ current: 2, firstDay: '2026-11-02' });
  });

  it('warn the coach of a streak that needs a go today', () => {
    town.context.db
      .insert(squadRules)
      .values({ squadId: town.squad, from: '2026-11-01', rule: { kind: 'every day', freeDays: 0 } })
      .run();
    train(0, 1);
    expect(today(town.context, town.coach, { squad: town.squad }).loosening).to.deep.equal([]);
    town.setNow(MONDAY_TEN + 2 * DAY);
    expect(
      today(town.context, town.coach, { squad: town.squad }).loosening.map((one) => [one.nickname, one.current, one.sentence]),
    ).to.deep.equal([['Comet', 2, 'One go today keeps it.']]);
  });
});

describe('what leaves the house soon', () => {
  let town: Town;
  beforeEach(async () => {
    town = await openTown();
  });
  afterEach(() => town.close());
  const leaving = () => today(town.context, town.coach, { squad: town.squad }).leaving.map((one) => [one.number, one.what]);

  it('lists the week that closes, the one that opens within days, and drafts not released', () => {
    releaseNow(town);
    const next = uuid();
    makeWeek(town.context, town.coach, { squad: town.squad, id: next });
    expect(leaving()).to.deep.equal([
      [1, 'closes'],
      [2, 'to be released'],
    ]);
    saveWeek(town.context, town.coach, { week: next, draft: 1, plan: aPlan() });
    releaseWeek(town.context, town.coach, { week: next, when: { kind: 'at', day: '2026-11-09', hour: 6, minute: 0 } });
    expect(openWeek(town.context, town.coach, { week: next }).state).to.equal('released');
    expect(leaving()).to.deep.equal([[1, 'closes']]);
    town.setNow(MONDAY_TEN + 4 * DAY);
    expect(leaving()).to.deep.equal([
      [1, 'closes'],
      [2, 'opens'],
    ]);
  });

  it('keeps the register of any week that was released', () => {
    const first = releaseNow(town);
    sendGo(town.context, town.player, aGo(town, 0, [aScore()]));
    town.setNow(MONDAY_TEN + 7 * DAY);
    releaseNow(town, { ...aPlan(), title: 'The second' });
    const now = register(town.context, town.coach, { squad: town.squad });
    expect([now.week?.title, now.weeks.map((week) => week.number)]).to.deep.equal(['The second', [2, 1]]);
    expect(now.players.map((player) => player.cells)).to.deep.equal([['to do'], ['to do']]);
    const then = register(town.context, town.coach, { squad: town.squad, week: first });
    expect(then.players.map((player) => player.cells)).to.deep.equal([['scores only'], ['not done']]);
  });
});
