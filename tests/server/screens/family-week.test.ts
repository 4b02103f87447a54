import { expect } from 'chai';
import { DONE_SHARE } from '../../../src/core/training/index.ts';
import { runs } from '../../../src/server/platform/db/schema.ts';
import { family } from '../../../src/server/screens/family.ts';
import { sendGo } from '../../../src/server/training/send-go.ts';
import { sendRun } from '../../../src/server/training/send-run.ts';
import { makeWeek, releaseWeek, saveWeek } from '../../../src/server/weeks/weeks.ts';
import { anItem, timed } from '../../core/make.ts';
import { aGo, aPlan, aScore, clockedGo, DAY, HOUR, MONDAY_TEN, openTown, releaseNow, type Town, uuid } from '../make.ts';

describe('a child’s week on the family’s page', () => {
  let town: Town;
  beforeEach(async () => {
    town = await openTown();
  });
  afterEach(() => town.close());
  const week = () => family(town.context, town.guardian).children[0]?.week;
  const score = (value: number) => sendGo(town.context, town.player, clockedGo(town, town.player, aGo(town, 0, [aScore({ value })])));

  it('is none before the first has opened', () => {
    expect(week()).to.equal(null);
    const id = uuid();
    makeWeek(town.context, town.coach, { squad: town.squad, id });
    saveWeek(town.context, town.coach, { week: id, draft: 1, plan: aPlan() });
    releaseWeek(town.context, town.coach, { week: id, when: { kind: 'at', day: '2026-11-02', hour: 11, minute: 0 } });
    expect(week()).to.equal(null);
    town.setNow(MONDAY_TEN + HOUR);
    expect(week()?.title).to.equal(aPlan().title);
  });

  it('tells sessions that are to do and done, and until when it is open', () => {
    releaseNow(town);
    expect(week()).to.include({ number: 1, isOpen: true });
    expect(week()?.sessions.map((one) => one.done)).to.deep.equal([false]);
    town.setNow(MONDAY_TEN + HOUR);
    const { revisionId, sessionId } = aGo(town, 0, []);
    const now = town.context.now();
    const run = { id: uuid(), revisionId, sessionId, startedAt: now - HOUR, sentAt: now };
    sendRun(town.context, town.player, {
      ...run,
      events: [
        { type: 'start', at: now - HOUR },
        { type: 'stop', at: now, why: 'left' },
      ],
    });
    expect(week()?.sessions.map((one) => one.done)).to.deep.equal([false]);
    town.context.db.update(runs).set({ share: DONE_SHARE }).run();
    expect(week()?.sessions.map((one) => one.done)).to.deep.equal([true]);
    const closes = week()?.closesAt ?? 0;
    town.setNow(closes - 1);
    expect(week()?.isOpen).to.equal(true);
    town.setNow(closes);
    expect(week()).to.include({ number: 1, isOpen: false });
  });

  it('tells touches and bests of this child alone', () => {
    releaseNow(town, aPlan([anItem('sole-taps', timed(30))]));
    score(20);
    town.setNow(MONDAY_TEN + DAY);
    score(24);
    sendGo(town.context, town.otherPlayer, clockedGo(town, town.otherPlayer, aGo(town, 0, [aScore({ value: 60 })], {}, town.otherPlayer)));
    expect(week()?.records.map(({ result, before, unit }) => [result, before, unit])).to.deep.equal([[24, 20, 'reps']]);
    const { left = 0, right = 0 } = week()?.touches ?? {};
    expect(left + right).to.equal(44);
  });

  it('is nobody’s for a child that is in no squad', () => {
    releaseNow(town);
    town.context.db.$client.prepare('update squad_players set left_on = ? where player_id = ?').run('2026-11-01', town.player.playerId);
    expect(week()).to.equal(null);
  });
});
