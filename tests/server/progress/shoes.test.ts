import { expect } from 'chai';
import { stairsOfItem } from '../../../src/core/planning/index.ts';
import type { Item } from '../../../src/core/weeks/index.ts';
import { decideScore } from '../../../src/server/review/decide.ts';
import { previewWeek, squadSteps } from '../../../src/server/screens/planner-facts.ts';
import { thisWeek } from '../../../src/server/screens/this-week.ts';
import { sendGo } from '../../../src/server/training/send-go.ts';
import { makeWeek, openWeek, releaseWeek, saveWeek } from '../../../src/server/weeks/weeks.ts';
import { anItem, drillOf, drills } from '../../core/make.ts';
import { aGo, aPlan, aScore, openTown, type Town, uuid } from '../make.ts';

describe('an item that is the step each is on', () => {
  let town: Town;
  beforeEach(async () => {
    town = await openTown();
  });
  afterEach(() => town.close());

  // A drill with one below and one above it, all judged by a number.
  const drill = [...drills.values()].find((one) => {
    const stairs = stairsOfItem(one, drills);
    return (
      stairs.length >= 3 &&
      stairs[1]?.id === one.id &&
      stairs[0]?.sides !== 'each foot' &&
      stairs.every((step) => step.measure === one.measure)
    );
  });
  const stairs = stairsOfItem(drill ?? drillOf('sole-taps'), drills);
  const [low, mid] = stairs.map((one) => one.id);

  const planned = (change: Partial<Item> = {}) => anItem(mid ?? '', { ownStep: { players: {} }, ...change });
  const draft = (...items: Item[]) => {
    const week = uuid();
    makeWeek(town.context, town.coach, { squad: town.squad, id: week });
    saveWeek(town.context, town.coach, { week, draft: 1, plan: aPlan(items) });
    return week;
  };
  const stepsOf = (week: string) =>
    squadSteps(town.context, town.coach, { week }).items.map(({ shoes }) =>
      shoes.map(({ nickname, step, chosen }) => [nickname, step, chosen]),
    );
  const drillsOf = () =>
    thisWeek(town.context, town.player).week?.content.sessions.flatMap((session) =>
      session.blocks.flatMap((block) => block.items.map((item) => item.drillId)),
    );

  it('starts everybody on the lowest step, and is shown before the release as each will get it', () => {
    const week = draft(planned());
    expect(stepsOf(week)).to.deep.equal([
      [
        ['Comet', 0, false],
        ['Pebble', 0, false],
      ],
    ]);
    expect(Object.keys(previewWeek(town.context, town.coach, { week, player: town.player.playerId }).content.drills)).to.include(low);
    releaseWeek(town.context, town.coach, { week, when: { kind: 'now' } });
    expect(drillsOf()).to.deep.equal([low]);
    // What others are on is told to nobody.
    expect(JSON.stringify(thisWeek(town.context, town.player))).not.to.include('ownStep');
  });

  it('goes up once the band is met, and is what the coach chose for one', () => {
    const first = draft(anItem(low ?? ''));
    releaseWeek(town.context, town.coach, { week: first, when: { kind: 'now' } });
    const score = uuid();
    const best = (drillOf(low ?? '').bands[0]?.strong ?? 1) + 1;
    sendGo(town.context, town.player, aGo(town, 0, [aScore({ id: score, value: best, foot: 'both' })]));
    decideScore(town.context, town.coach, { score, id: uuid(), verdict: 'counted', value: null, reason: null, line: null, cues: [] });
    const week = draft(planned());
    expect(stepsOf(week)).to.deep.equal([
      [
        ['Comet', 1, false],
        ['Pebble', 0, false],
      ],
    ]);
    const { draft: at } = openWeek(town.context, town.coach, { week });
    const top = stairs.at(-1)?.id ?? '';
    saveWeek(town.context, town.coach, {
      week,
      draft: at,
      plan: aPlan([planned({ ownStep: { players: { [town.player.playerId]: top } } })]),
    });
    expect(stepsOf(week)[0]?.[0]).to.deep.equal(['Comet', stairs.length - 1, true]);
  });
});
