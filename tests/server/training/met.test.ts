import { expect } from 'chai';
import { runs } from '../../../src/server/platform/db/schema.ts';
import { thisWeek } from '../../../src/server/screens/this-week.ts';
import { knownDrills } from '../../../src/server/training/met.ts';
import { sendGo } from '../../../src/server/training/send-go.ts';
import { aGo, aScore, DAY, openTown, releaseNow, type Town } from '../make.ts';

describe('the drills that a player knows', () => {
  let town: Town;
  beforeEach(async () => {
    town = await openTown();
    releaseNow(town);
  });
  afterEach(() => town.close());

  const items = () => {
    const session = thisWeek(town.context, town.player).week?.content.sessions[0];
    return session?.blocks.flatMap((block) => block.items) ?? [];
  };
  const met = (by = town.player, later = 0) => knownDrills(town.context.db, by.playerId, town.context.now() + later);

  it('are those of which a go was sent, for eight weeks, and only by this player', () => {
    expect([met(), thisWeek(town.context, town.player).met]).to.deep.equal([[], []]);
    const drill = items()[0]?.drillId;
    sendGo(town.context, town.player, aGo(town, 0, [aScore({ clocked: false })]));
    expect([met(), thisWeek(town.context, town.player).met]).to.deep.equal([[drill], [drill]]);
    expect(met(town.otherPlayer)).to.deep.equal([]);
    expect([met(town.player, 56 * DAY), met(town.player, 56 * DAY + 1)]).to.deep.equal([[drill], []]);
  });

  it('are those, too, that ran on the clock without a number; not those that were skipped', () => {
    const go = aGo(town, 0, [aScore()]);
    const [ran, skipped] = items();
    town.context.db
      .update(runs)
      .set({
        proven: [
          { itemId: ran?.id ?? '', round: 0, foot: null, seconds: 0.1, clocked: false },
          { itemId: skipped?.id ?? '', round: 0, foot: null, seconds: 0, clocked: false },
        ],
      })
      .run();
    expect(go.runId).to.be.a('string');
    expect(met()).to.deep.equal([ran?.drillId]);
    expect(ran?.drillId).to.not.equal(skipped?.drillId);
  });
});
