import { expect } from 'chai';
import { decideScore } from '../../../src/server/review/decide.ts';
import { reviewQueue } from '../../../src/server/review/queue.ts';
import { myFeet } from '../../../src/server/screens/feet.ts';
import { thisWeek } from '../../../src/server/screens/this-week.ts';
import { sendGo } from '../../../src/server/training/send-go.ts';
import { aGo, aScore, MONDAY_TEN, openTown, releaseNow, type Town, uuid } from '../make.ts';

describe('an odd number that was kept', () => {
  let town: Town;
  beforeEach(async () => {
    town = await openTown();
    releaseNow(town);
  });
  afterEach(() => town.close());

  let second = 0;
  const send = (value: number) => {
    town.setNow(MONDAY_TEN + second++ * 1000);
    const go = aGo(town, 0, [aScore({ value })]);
    sendGo(town.context, town.player, go);
    return go.scores[0]?.id ?? '';
  };
  const feet = () => myFeet(town.context, town.player);
  const beat = () => thisWeek(town.context, town.player).numbers[0];

  it('waits for the coach on My feet, newest first, is no record, and raises nothing', () => {
    send(60);
    const before = beat();
    send(61.5);
    send(9999);
    expect(feet().waiting?.map((one) => one.value)).to.deep.equal([9999, 61.5]);
    expect(feet().drills[0]?.feet[0]?.record?.result).to.equal(60);
    expect(beat()).to.deep.equal(before);
    expect(myFeet(town.context, town.otherPlayer).waiting).to.deep.equal([]);
    const said = reviewQueue(town.context, town.coach, { squad: town.squad }).waiting.map((item) => item.doubts[0]?.sentence);
    expect(said.slice(0, 2).join(' ')).to.include('61.5 is no whole number.').and.include('nobody’s feet');
  });

  it('counts once the coach says so, and waits no more', () => {
    send(60);
    const score = send(61.5);
    const decision = { id: uuid(), verdict: 'corrected' as const, value: 61, reason: null, line: null, cues: [] };
    decideScore(town.context, town.coach, { score, ...decision });
    expect(feet().waiting).to.deep.equal([]);
    expect(feet().drills[0]?.feet[0]?.record?.result).to.equal(61);
  });
});
