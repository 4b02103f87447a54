import { expect } from 'chai';
import fc from 'fast-check';
import { allItems, measureSession, SHAPE_NAMES, shapeSession } from '../../../src/core/planning/index.ts';
import { TYPICAL_RUNNER } from '../../../src/core/training/index.ts';
import {
  changeBlock,
  changeItem,
  changeSession,
  moveById,
  removeById,
  type Session,
  stepAcross,
  stepItem,
  type WeekPlan,
  withSeconds,
} from '../../../src/core/weeks/index.ts';
import { aBlock, anId, anItem, aSession, drills, timed } from '../make.ts';

const plan: WeekPlan = {
  title: 'A week',
  focus: '',
  sessions: SHAPE_NAMES.slice(0, 4).map((name) => shapeSession(name, { minutes: 12, drills, id: anId })),
};
const items = allItems(plan).map((item) => item.id);
const blocks = plan.sessions.flatMap((session) => session.blocks.map((block) => block.id));
const sessionOf = (given: WeekPlan, itemId: string) =>
  given.sessions.findIndex((s) => s.blocks.some((b) => b.items.some((i) => i.id === itemId)));

describe('edits of a plan', () => {
  it('leave every session they do not touch the same object, so that what was measured of it still holds', () => {
    fc.assert(
      fc.property(fc.constantFrom(...items), (id) => {
        const edited = changeItem(plan, id, (item) => ({ ...item, restSeconds: item.restSeconds + 1 }));
        const at = sessionOf(plan, id);
        edited.sessions.forEach((session, i) => {
          if (i === at) expect(session).not.to.equal(plan.sessions[i]);
          else expect(session).to.equal(plan.sessions[i]);
        });
        // Blocks beside it stay too.
        const same = edited.sessions[at]?.blocks.filter((block, b) => block === plan.sessions[at]?.blocks[b]).length;
        expect(same).to.equal((plan.sessions[at]?.blocks.length ?? 0) - 1);
      }),
      { numRuns: 40 },
    );
  });

  it('that change nothing give back the very same plan', () => {
    for (const id of [items[0], blocks[0], plan.sessions[0]?.id]) {
      expect(changeItem(plan, id ?? '', (item) => item)).to.equal(plan);
      expect(changeBlock(plan, id ?? '', (block) => block)).to.equal(plan);
      expect(changeSession(plan, id ?? '', (session) => session)).to.equal(plan);
    }
    expect(removeById(plan, 'nowhere')).to.equal(plan);
    expect(moveById(plan, 'nowhere', 1)).to.equal(plan);
    expect(moveById(plan, plan.sessions[0]?.id ?? '', -1)).to.equal(plan);
    expect(stepItem(plan, 'nowhere', 1)).to.equal(plan);
  });

  it('never change the plan they were given', () => {
    const before = JSON.stringify(plan);
    changeItem(plan, items[0] ?? '', (item) => withSeconds(item, 99));
    removeById(plan, items[1] ?? '');
    moveById(plan, blocks[0] ?? '', 1);
    stepItem(plan, items[2] ?? '', 1);
    expect(JSON.stringify(plan)).to.equal(before);
  });
});

describe('stepping an item', () => {
  const one = {
    ...plan,
    sessions: [aSession([aBlock('recap', [anItem('inside-taps'), anItem('sole-taps')]), aBlock('challenge', [anItem('v-inside')])])],
  };
  const [first, second] = allItems(one).map((item) => item.id) as [string, string];
  const shape = (given: WeekPlan) => given.sessions[0]?.blocks.map((block) => block.items.map((item) => item.drillId));
  it('goes among its neighbors, then over the edge of the block, then stops', () => {
    expect(shape(stepItem(one, first, 1))).to.deep.equal([['sole-taps', 'inside-taps'], ['v-inside']]);
    const over = stepItem(one, second, 1);
    expect(shape(over)).to.deep.equal([['inside-taps'], ['sole-taps', 'v-inside']]);
    const last = stepItem(over, second, 1);
    expect(shape(last)).to.deep.equal([['inside-taps'], ['v-inside', 'sole-taps']]);
    expect(stepItem(last, second, 1)).to.equal(last);
    expect(stepItem(one, first, -1)).to.equal(one);
  });
  it('up and then down again is where it was, unless an edge stopped it', () => {
    fc.assert(
      fc.property(fc.constantFrom(...items), (id) => {
        const up = stepItem(plan, id, -1);
        const order = (given: WeekPlan) => given.sessions.map((s) => s.blocks.map((b) => b.items.map((i) => i.id)));
        if (up !== plan) expect(order(stepItem(up, id, 1))).to.deep.equal(order(plan));
      }),
      { numRuns: 40 },
    );
  });
});

describe('stepping into another session', () => {
  const [recap, challenge, other, free] = [
    aBlock('recap', [anItem('inside-taps'), anItem('sole-taps')]),
    aBlock('challenge', [anItem('v-inside')]),
    aBlock('challenge', [anItem('cross-course')]),
    aBlock('free play', []),
  ];
  const two: WeekPlan = { ...plan, sessions: [aSession([recap, challenge]), aSession([other, free]), aSession([])] };
  const shape = (given: WeekPlan) =>
    given.sessions.map((session) => session.blocks.map((block) => [block.kind, ...block.items.map((item) => item.drillId)]));
  const id = (block: typeof recap, i = 0) => block.items[i]?.id ?? '';

  it('puts an item at the end of the block of its kind there, else of the last one', () => {
    expect(shape(stepAcross(two, id(challenge), 1))[1]).to.deep.equal([['challenge', 'cross-course', 'v-inside'], ['free play']]);
    expect(shape(stepAcross(two, id(recap, 1), 1))[1]).to.deep.equal([
      ['challenge', 'cross-course'],
      ['free play', 'sole-taps'],
    ]);
    expect(shape(stepAcross(two, id(other), -1))[0]?.[1]).to.deep.equal(['challenge', 'v-inside', 'cross-course']);
  });
  it('puts a block at the end of the session', () => {
    expect(shape(stepAcross(two, recap.id, 1))).to.deep.equal([
      [['challenge', 'v-inside']],
      [['challenge', 'cross-course'], ['free play'], ['recap', 'inside-taps', 'sole-taps']],
      [],
    ]);
    expect(shape(stepAcross(two, other.id, 1))[2]).to.deep.equal([['challenge', 'cross-course']]);
  });
  it('stays at the edges, where the other session has no block, and for what is not there', () => {
    for (const [one, by] of [
      [id(recap), -1],
      [recap.id, -1],
      [id(other), 1],
      ['nowhere', 1],
    ] as const)
      expect(stepAcross(two, one, by), `${one} ${by}`).to.equal(two);
  });
});

describe('measuring a session', () => {
  it('is done once for the same session, shelf and runner, and anew for another', () => {
    const session = plan.sessions[0] as Session;
    const found = measureSession(session, drills, TYPICAL_RUNNER);
    expect(measureSession(session, drills, TYPICAL_RUNNER)).to.equal(found);
    expect(measureSession({ ...session }, drills, TYPICAL_RUNNER)).not.to.equal(found);
    const strong = measureSession(session, drills, { ...TYPICAL_RUNNER, level: 'strong' });
    expect(strong).not.to.equal(found);
  });
  it('leaves out a drill that nobody knows any more', () => {
    const session = aSession([
      aBlock('recap', [anItem('inside-taps', timed(30)), { ...anItem('inside-taps', timed(30)), drillId: 'gone' }]),
    ]);
    const only = aSession([aBlock('recap', [anItem('inside-taps', timed(30))])]);
    expect(measureSession(session, drills, TYPICAL_RUNNER).dose).to.deep.equal(measureSession(only, drills, TYPICAL_RUNNER).dose);
  });
});
