import { expect } from 'chai';
import { eq } from 'drizzle-orm';
import { players, session } from '../../../src/server/platform/db/schema.ts';
import { today } from '../../../src/server/screens/today.ts';
import { sendGo } from '../../../src/server/training/send-go.ts';
import { makeWeek, releaseWeek, saveWeek } from '../../../src/server/weeks/weeks.ts';
import { aGo, aPlan, aScore, openTown, type Town, uuid } from '../make.ts';

describe('the first steps of a squad', () => {
  let town: Town;
  beforeEach(async () => {
    town = await openTown();
  });
  afterEach(() => town.close());
  const steps = () => today(town.context, town.coach, { squad: town.squad }).first?.map((step) => step.done) ?? null;

  it('fill themselves from what is there, and are over with the first number', () => {
    expect(steps()).to.deep.equal([true, false, false, false, false]);
    const week = uuid();
    makeWeek(town.context, town.coach, { squad: town.squad, id: week });
    // A week without a drill is none yet.
    expect(steps()).to.deep.equal([true, false, false, false, false]);
    saveWeek(town.context, town.coach, { week, draft: 1, plan: aPlan() });
    expect(steps()).to.deep.equal([true, true, false, false, false]);
    releaseWeek(town.context, town.coach, { week, when: { kind: 'now' } });
    expect(steps()).to.deep.equal([true, true, true, false, false]);
    const { db } = town.context;
    const userOf = (playerId: string) => db.select({ id: players.userId }).from(players).where(eq(players.id, playerId)).get()?.id ?? '';
    const at = new Date(town.context.now());
    const signIn = (userId: string) =>
      db.insert(session).values({ id: uuid(), token: uuid(), userId, expiresAt: at, createdAt: at, updatedAt: at }).run();
    // A player of another squad says nothing of this one; a second sign-in of one is one.
    signIn(userOf(town.strangerPlayer.playerId));
    expect(steps()?.[3]).to.equal(false);
    signIn(userOf(town.player.playerId));
    signIn(userOf(town.player.playerId));
    expect(today(town.context, town.coach, { squad: town.squad }).first?.[3]).to.deep.include({
      done: true,
      words: '1 of 2 have signed in.',
    });
    sendGo(town.context, town.player, aGo(town, 0, [aScore()]));
    expect(steps()).to.equal(null);
  });
});
