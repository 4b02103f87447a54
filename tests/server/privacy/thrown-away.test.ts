import { expect } from 'chai';
import { eq } from 'drizzle-orm';
import { actorOf } from '../../../src/server/accounts/actor.ts';
import { cleanHouse } from '../../../src/server/operations/clean.ts';
import { players, squadPlayers, squads, user, weeks } from '../../../src/server/platform/db/schema.ts';
import { bringSquadBack, throwAway, thrownAway } from '../../../src/server/privacy/thrown-away.ts';
import { readPeople } from '../../../src/server/squads/read.ts';
import { sendGo } from '../../../src/server/training/send-go.ts';
import { makeWeek } from '../../../src/server/weeks/weeks.ts';
import { actorAgain, aGo, aScore, DAY, HOUR, openTown, outcome, releaseNow, type Town, uuid } from '../make.ts';

describe('a squad that was made by mistake', () => {
  let town: Town;
  beforeEach(async () => {
    town = await openTown();
  });
  afterEach(() => town.close());

  const squad = () => ({ squad: town.squad });
  const coach = () => actorAgain(town, town.coach as { userId: string });
  const there = () => town.context.db.select().from(squads).where(eq(squads.id, town.squad)).all().length;
  const signIn = async () =>
    (
      await town.context.auth.handler(
        new Request('http://localhost/api/auth/sign-in/squad', {
          method: 'POST',
          headers: { 'content-type': 'application/json' },
          body: JSON.stringify({ code: 'LANTERN', nickname: 'Comet', pin: '2468' }),
        }),
      )
    ).status;

  it('is nobody’s once it is thrown away, and everything again when it is brought back', async () => {
    makeWeek(town.context, town.coach, { ...squad(), id: uuid() });
    const before = readPeople(town.context, town.coach, squad());
    throwAway(town.context, town.coach, squad());
    expect([coach(), actorAgain(town, town.player)].map((who) => 'squads' in who && who.squads)).to.deep.equal([[], []]);
    expect(await outcome(() => readPeople(town.context, coach(), squad()))).to.equal('not found');
    expect(await signIn()).to.equal(401);
    const [row] = thrownAway(town.context, coach()).squads;
    expect(row).to.include({ id: town.squad, until: town.context.now() + 30 * DAY });
    bringSquadBack(town.context, coach(), squad());
    expect(readPeople(town.context, coach(), squad())).to.deep.equal(before);
    expect(await signIn()).to.equal(200);
    expect(thrownAway(town.context, coach()).squads).to.deep.equal([]);
  });

  it('stays when somebody has trained in it, and is brought back by its own head coach alone', async () => {
    throwAway(town.context, town.coach, squad());
    expect(thrownAway(town.context, town.otherCoach).squads).to.deep.equal([]);
    expect(await outcome(() => bringSquadBack(town.context, town.otherCoach, squad()))).to.equal('not found');
    bringSquadBack(town.context, town.coach, squad());
    expect(await outcome(() => bringSquadBack(town.context, town.coach, squad()))).to.equal('not found');
    releaseNow(town);
    sendGo(town.context, town.player, aGo(town, 0, [aScore()]));
    expect(() => throwAway(town.context, town.coach, squad())).to.throw('Players have trained in this squad, so it stays.');
    expect(there()).to.equal(1);
  });

  it('goes after thirty days with its weeks and the players who are in no other squad', () => {
    makeWeek(town.context, town.coach, { ...squad(), id: uuid() });
    const pebble = town.otherPlayer.playerId;
    town.context.db
      .insert(squadPlayers)
      .values({ squadId: town.otherSquad, playerId: pebble, signInName: 'pebble', level: 'steady', joinedOn: '2026-11-01' })
      .run();
    throwAway(town.context, town.coach, squad());
    town.setNow(town.context.now() + 30 * DAY - HOUR);
    expect(cleanHouse(town.context, { dry: false }).squads).to.equal(0);
    expect(there()).to.equal(1);
    town.setNow(town.context.now() + HOUR);
    expect(cleanHouse(town.context, { dry: true }).squads).to.equal(1);
    expect(cleanHouse(town.context, { dry: false }).squads).to.equal(1);
    expect([there(), town.context.db.select().from(weeks).all().length]).to.deep.equal([0, 0]);
    const left = town.context.db.select({ nickname: players.nickname }).from(players).all();
    expect(left.map((one) => one.nickname).sort()).to.deep.equal(['Pebble', 'Wren']);
    // The coach's account stays, and so does everything of the other squad.
    const row = town.context.db
      .select()
      .from(user)
      .where(eq(user.id, (town.coach as { userId: string }).userId))
      .get();
    expect(row && actorOf(town.context.db, row)).to.deep.include({ kind: 'coach', squads: [] });
    expect(readPeople(town.context, town.otherCoach, { squad: town.otherSquad }).players).to.have.length(2);
    expect(town.context.db.$client.pragma('foreign_key_check')).to.deep.equal([]);
  });
});
