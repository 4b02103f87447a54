import { expect } from 'chai';
import { eq } from 'drizzle-orm';
import { brokenSince, noteUnforeseen } from '../../../src/server/operations/errors.ts';
import { night } from '../../../src/server/operations/jobs.ts';
import { reportError } from '../../../src/server/operations/reports.ts';
import { houseWeek, writeSelfCheck } from '../../../src/server/operations/self-check.ts';
import { clips, jobRuns, outbox, readers, spokenLines, squadCoaches, user } from '../../../src/server/platform/db/schema.ts';
import { addCoach } from '../../../src/server/squads/people.ts';
import { DAY, HOUR, MONDAY_TEN, makeAssistant, openTown, releaseNow, sayYes, type Town } from '../make.ts';
import { aFilmedScoreOf } from './keeping-make.ts';

const idOf = (who: Town['coach']) => (who.kind === 'coach' ? who.userId : '');

describe('the house’s letter of the week', () => {
  let town: Town;
  beforeEach(async () => {
    town = await openTown();
  });
  afterEach(() => town.close());

  const mails = () => town.context.db.select().from(outbox).all();
  const at = (ms: number) => town.setNow(MONDAY_TEN + ms);
  /** A work of the night as it is written down. */
  const worked = (job: string, ms: number, trouble: string | null = null) =>
    town.context.db
      .insert(jobRuns)
      .values({ id: crypto.randomUUID(), job, startedAt: MONDAY_TEN + ms, endedAt: MONDAY_TEN + ms, trouble })
      .run();

  it('is written a week after the first night, give or take two hours, and a week after the last letter', () => {
    expect(writeSelfCheck(town.context)).to.equal(false);
    worked('cleaning', 0);
    at(7 * DAY - 2 * HOUR - 1);
    expect(writeSelfCheck(town.context)).to.equal(false);
    expect(mails()).to.have.length(0);
    at(7 * DAY - 2 * HOUR);
    expect(writeSelfCheck(town.context)).to.equal(true);
    expect(writeSelfCheck(town.context)).to.equal(false);
    at(14 * DAY - 4 * HOUR - 1);
    expect(writeSelfCheck(town.context)).to.equal(false);
    at(14 * DAY - 4 * HOUR);
    expect(writeSelfCheck(town.context)).to.equal(true);
    expect(mails()).to.have.length(2);
  });

  it('goes to the head coach whose account is the oldest, in the own language, and waits while there is none', () => {
    worked('cleaning', 0);
    at(7 * DAY);
    makeAssistant(town);
    const { db } = town.context;
    const older = (who: Town['coach'], ms: number) =>
      db
        .update(user)
        .set({ createdAt: new Date(MONDAY_TEN - ms) })
        .where(eq(user.id, idOf(who)))
        .run();
    older(town.assistant, 3 * DAY);
    older(town.otherCoach, 2 * DAY);
    older(town.coach, DAY);
    db.insert(readers)
      .values({ userId: idOf(town.otherCoach), language: 'es' })
      .run();
    expect(writeSelfCheck(town.context)).to.equal(true);
    const [mail] = mails();
    expect(mail?.userId).to.equal(idOf(town.otherCoach));
    expect(mail?.subject).to.match(/^Tu Eager Feet esta semana: /);
    db.delete(squadCoaches).run();
    at(20 * DAY);
    expect(writeSelfCheck(town.context)).to.equal(false);
    addCoach(town.context, town.squad, idOf(town.assistant), 'head coach');
    expect(writeSelfCheck(town.context)).to.equal(true);
    expect(mails().map((one) => one.userId)).to.deep.equal([idOf(town.otherCoach), idOf(town.assistant)]);
  });

  it('tells of the nights since the last one, of mail, and how clips grew', async () => {
    releaseNow(town);
    sayYes(town);
    worked('cleaning', -7 * DAY);
    worked('backup', -DAY, 'The disk is full.');
    const first = houseWeek(town.context, MONDAY_TEN - 7 * DAY);
    expect(first.nights).to.deep.equal({ well: 0, failed: [{ job: 'backup', at: MONDAY_TEN - DAY, trouble: 'The disk is full.' }] });
    expect(first.clips).to.deep.include({ bytes: 0, before: null });
    expect(writeSelfCheck(town.context)).to.equal(true);
    const { db } = town.context;
    db.update(outbox)
      .set({ sentAt: MONDAY_TEN + 1 })
      .run();
    const { clip } = await aFilmedScoreOf(town);
    const [film] = db.select().from(clips).where(eq(clips.id, clip)).all();
    const [line] = db.select().from(spokenLines).all();
    expect([film?.bytes, line?.bytes]).to.deep.equal([54, 889]);
    const second = houseWeek(town.context, MONDAY_TEN);
    expect(second.nights).to.deep.equal({ well: 0, failed: [] });
    expect(second.clips).to.deep.include({ bytes: 54 + 889, before: 0 });
    expect(second.mails).to.deep.equal({ sent: 1, givenUp: 0 });
    expect(houseWeek(town.context, MONDAY_TEN + 1).mails.sent).to.equal(0);
    // Who took the yes back is no trouble with mail.
    db.update(outbox)
      .set({ sentAt: null, givenUpAt: MONDAY_TEN + DAY, trouble: 'no yes any more' })
      .run();
    expect(houseWeek(town.context, MONDAY_TEN).mails).to.deep.equal({ sent: 0, givenUp: 0 });
    db.update(outbox).set({ trouble: 'EAUTH' }).run();
    expect(houseWeek(town.context, MONDAY_TEN).mails).to.deep.equal({ sent: 0, givenUp: 1 });
  });

  it('counts what broke until it is told, and begins anew', () => {
    const { context } = town;
    noteUnforeseen(context, new Error('odd'), {});
    noteUnforeseen(context, new Error('odd'), {});
    reportError(context, town.player, { view: 'GoView', route: '/go/*', error: 'TypeError', stack: [] });
    expect(brokenSince(context.db)).to.deep.equal({ server: 2, browsers: 1 });
    worked('cleaning', 0);
    at(7 * DAY);
    writeSelfCheck(context);
    expect(mails()[0]?.plain).to.contain('2 requests broke in the server').and.contain('1 page broke in a browser');
    expect(brokenSince(context.db)).to.deep.equal({ server: 0, browsers: 0 });
    // A database that cannot be written stops no answer.
    context.db.$client.pragma('query_only = ON');
    expect(() => noteUnforeseen(context, new Error('odd'), {})).not.to.throw();
  });

  it('comes at the end of a night, with that night’s backup in it', async () => {
    worked('cleaning', 0);
    at(7 * DAY);
    await night(town.context);
    const [mail] = mails();
    expect(mail?.plain).to.contain('The newest backup, of Monday, Nov 9, holds the database and 0 files.');
    expect(mail?.subject).to.equal('Your Eager Feet this week: all is well');
    await night(town.context);
    expect(mails()).to.have.length(1);
  });
});
