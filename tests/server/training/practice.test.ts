import { expect } from 'chai';
import type { PracticeSent } from '../../../src/contract/training.ts';
import { practiceOf } from '../../../src/core/training/index.ts';
import { playerHistory } from '../../../src/server/files/exports.ts';
import { practiceGoes, scoreFigures, squads, trainingDays } from '../../../src/server/platform/db/schema.ts';
import { playerPage } from '../../../src/server/screens/player.ts';
import { practice } from '../../../src/server/screens/practice.ts';
import { thisWeek } from '../../../src/server/screens/this-week.ts';
import { memberOf, squadById } from '../../../src/server/squads/squads.ts';
import { drillToPractice, sendPractice } from '../../../src/server/training/practice.ts';
import { sendGo } from '../../../src/server/training/send-go.ts';
import { aGo, aScore, DAY, HOUR, openTown, outcome, releaseNow, type Town, uuid } from '../make.ts';

describe('free practice', () => {
  let town: Town;
  let drillId: string;
  const of = (change: Partial<PracticeSent> = {}): PracticeSent => ({
    goId: uuid(),
    squadId: town.squad,
    drillId,
    doneAt: town.context.now(),
    scores: [aScore({ value: 40, seconds: 30 })],
    ...change,
  });
  const counts = (on: boolean) => town.context.db.update(squads).set({ practiceCounts: on }).run();
  const figures = () => town.context.db.select().from(scoreFigures).all();
  const record = () => practice(town.context, town.player, { drill: drillId }).numbers[0]?.record ?? null;

  beforeEach(async () => {
    town = await openTown();
    releaseNow(town);
    const go = aGo(town, 0, [aScore({ value: 30, seconds: 10 })]);
    sendGo(town.context, town.player, go);
    drillId = thisWeek(town.context, town.player).week?.content.sessions[0]?.blocks[0]?.items[0]?.drillId ?? '';
  });
  afterEach(() => town.close());

  it('is one drill at its usual dose, known or met anew, without clips and outside any week', () => {
    const visit = practice(town.context, town.player, { drill: drillId });
    expect(visit.practice).to.deep.equal({ counts: false });
    expect(Object.keys(visit.week?.content.drills ?? {})).to.deep.equal([drillId]);
    expect(visit.met).to.deep.equal([drillId]);
    expect([visit.mayFilm, visit.done, visit.again]).to.deep.equal([false, [], []]);
    town.setNow(town.context.now() + 57 * DAY);
    expect(practice(town.context, town.player, { drill: drillId }).met).to.deep.equal([]);
  });

  it('has an item of its own for each drill, always the same', () => {
    const squad = squadById(town.context.db, town.squad);
    const drill = drillToPractice(
      town.context.db,
      squad,
      memberOf(town.context.db, town.squad, town.player.playerId),
      drillId,
      town.context.now(),
    );
    const idOf = (id: string) => practiceOf({ ...drill, id }).session.id;
    expect(idOf('a-b')).to.equal(idOf('a-b'));
    expect(new Set(['a-b', 'b-a', 'ab', 'a-c'].map(idOf)).size).to.equal(4);
    expect(idOf('a-b')).to.match(/^00000000-0000-7000-8000-[0-9a-f]{12}$/);
  });

  it('is not for what the player never did, nor for heading, nor for another age', async () => {
    expect(await outcome(() => practice(town.context, town.player, { drill: 'cross-course' }))).to.equal('not found');
    expect(await outcome(() => sendPractice(town.context, town.player, of({ drillId: 'cross-course' })))).to.equal('not found');
    expect(await outcome(() => practice(town.context, town.otherPlayer, { drill: drillId }))).to.equal('not found');
    expect(await outcome(() => practice(town.context, town.coach, { drill: drillId }))).to.equal('not allowed');
  });

  it('changes no record, no streak and no week while the squad’s rule is off, and is kept all the same', () => {
    const before = {
      figures: figures().length,
      days: town.context.db.select().from(trainingDays).all(),
      done: thisWeek(town.context, town.player).done,
    };
    town.setNow(town.context.now() + 2 * DAY);
    expect(sendPractice(town.context, town.player, of())).to.deep.equal({ counts: false });
    expect(figures()).to.have.length(before.figures);
    expect(town.context.db.select().from(trainingDays).all()).to.deep.equal(before.days);
    expect(thisWeek(town.context, town.player).done).to.deep.equal(before.done);
    expect(town.context.db.select().from(practiceGoes).all()).to.have.length(1);
    const [told] = playerPage(town.context, town.coach, { squad: town.squad, player: town.player.playerId }).practice;
    expect([told?.value, told?.counts]).to.deep.equal([40, false]);
  });

  it('counts for records and the training day where the rule says so, never for the week', () => {
    counts(true);
    sendPractice(town.context, town.player, of({ scores: [aScore({ value: 35, seconds: 30 })] }));
    expect(record()).to.equal(35);
    town.setNow(town.context.now() + 2 * DAY);
    const weeks = thisWeek(town.context, town.player).done;
    expect(sendPractice(town.context, town.player, of())).to.deep.equal({ counts: true });
    expect(record()).to.equal(40);
    expect(sendPractice(town.context, town.player, of({ scores: [aScore({ value: 39, seconds: 30 })] }))).to.deep.equal({ counts: true });
    expect(record()).to.equal(40);
    expect(
      town.context.db
        .select()
        .from(trainingDays)
        .all()
        .map((one) => [one.playerId === town.player.playerId, one.sessions]),
    ).to.deep.equal([
      [true, 0],
      [true, 0],
    ]);
    expect(thisWeek(town.context, town.player).done).to.deep.equal(weeks);
    const page = playerPage(town.context, town.coach, { squad: town.squad, player: town.player.playerId });
    expect(page.scores.filter((one) => one.practice).map((one) => [one.value, one.paper])).to.deep.include([40, false]);
    const file = playerHistory(town.context, town.coach, { squad: town.squad, player: town.player.playerId });
    expect(file.practice?.map((one) => one.value)).to.deep.equal([39, 40, 35]);
    expect(file.scores.filter((one) => one.week === null)).to.have.length(3);
  });

  it('never counts what a coach would have to look at, nor what was lost', () => {
    counts(true);
    expect(sendPractice(town.context, town.player, of({ scores: [aScore({ value: 9000, seconds: 30 })] })).counts).to.equal(false);
    expect(sendPractice(town.context, town.player, of({ scores: [aScore({ value: null, seconds: 30 })] })).counts).to.equal(false);
    expect(record()).to.equal(null);
  });

  it('is kept once, however often it comes, and is nobody else’s', async () => {
    counts(true);
    const sent = of();
    sendPractice(town.context, town.player, sent);
    town.setNow(town.context.now() + HOUR);
    counts(false);
    expect(sendPractice(town.context, town.player, sent)).to.deep.equal({ counts: true });
    expect(town.context.db.select().from(practiceGoes).all()).to.have.length(1);
    expect(await outcome(() => sendPractice(town.context, town.otherPlayer, sent))).to.equal('not found');
    expect(await outcome(() => sendPractice(town.context, town.player, of({ squadId: uuid() })))).to.equal('not found');
    expect(await outcome(() => sendPractice(town.context, town.player, of({ playerId: town.otherPlayer.playerId })))).to.equal(
      'somebody else',
    );
    expect(await outcome(() => sendPractice(town.context, town.player, of({ scores: [aScore({ foot: 'left' })] })))).to.equal('bad input');
  });

  it('lies on the day it was done by the time between doing and sending, whatever the device’s clock says', () => {
    const sentAt = town.context.now() + 40 * DAY;
    sendPractice(town.context, town.player, of({ doneAt: sentAt - HOUR, sentAt }));
    expect(town.context.db.select().from(practiceGoes).get()?.doneAt).to.equal(town.context.now() - HOUR);
  });
});
