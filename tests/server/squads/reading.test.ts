import { expect } from 'chai';
import { family } from '../../../src/server/screens/family.ts';
import { myFeet } from '../../../src/server/screens/feet.ts';
import { playerPage } from '../../../src/server/screens/player.ts';
import { thisWeek } from '../../../src/server/screens/this-week.ts';
import { setPlayerReading } from '../../../src/server/squads/choices.ts';
import { openTown, type Town } from '../make.ts';

describe('who does not read yet', () => {
  let town: Town;
  beforeEach(async () => {
    town = await openTown();
  });
  afterEach(() => town.close());

  const shown = (t: Town) => ({
    week: thisWeek(t.context, t.player).pictures,
    feet: myFeet(t.context, t.player).pictures,
    family: family(t.context, t.guardian).children.find((one) => one.playerId === t.player.playerId)?.pictures,
    coach: playerPage(t.context, t.coach, { squad: t.squad, player: t.player.playerId }).pictures,
  });
  const all = (pictures: boolean) => ({ week: pictures, feet: pictures, family: pictures, coach: pictures });

  it('gets pictures on every screen from when the family says so, until it says otherwise; nobody else does', () => {
    expect(shown(town)).to.deep.equal(all(false));
    setPlayerReading(town.context, town.guardian, { squad: town.squad, player: town.player.playerId, pictures: true });
    expect(shown(town)).to.deep.equal(all(true));
    expect(thisWeek(town.context, town.otherPlayer).pictures).to.equal(false);
    setPlayerReading(town.context, town.coach, { squad: town.squad, player: town.player.playerId, pictures: false });
    expect(shown(town)).to.deep.equal(all(false));
  });
});
