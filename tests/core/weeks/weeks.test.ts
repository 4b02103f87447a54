import { expect } from 'chai';
import fc from 'fast-check';
import { CATALOGUE } from '../../../src/core/drills/index.ts';
import { kitOf, releaseProblems } from '../../../src/core/planning/index.ts';
import {
  changeBlock,
  changeItem,
  changeSession,
  Item,
  moveById,
  newItem,
  removeById,
  usualDrink,
  type WeekPlan,
  WeekPlan as WeekPlanSchema,
  withSeconds,
} from '../../../src/core/weeks/index.ts';
import { aBlock, anId, anItem, aSession, drillOf, drills } from '../make.ts';

const plan = (): WeekPlan => ({
  title: 'A week',
  focus: '',
  sessions: [
    aSession([
      aBlock('recap', [anItem('inside-taps'), anItem('sole-taps'), anItem('v-inside')]),
      aBlock('challenge', [anItem('cross-course')]),
    ]),
    aSession([]),
  ],
});
const names = (given: WeekPlan) => given.sessions.map((s) => s.blocks.map((b) => b.items.map((i) => i.drillId)));

describe('items', () => {
  it('are sound for every shipped drill as they come from the shelf', () => {
    for (const drill of CATALOGUE) expect(Item.safeParse(newItem(anId(), drill)).error, drill.id).to.equal(undefined);
  });
  it('refuse a pace ladder that does not add up, with a sentence that says both numbers', () => {
    const item = anItem('inside-taps', { paces: [{ pace: 'easy', seconds: 20 }] });
    expect(Item.safeParse(item).error?.issues[0]?.message).to.equal('The pace stretches last 20 seconds, the work 30.');
  });
  it('refuse a ladder on untimed work', () => {
    expect(Item.safeParse(anItem('v-inside', { paces: [{ pace: 'easy', seconds: 20 }] })).success).to.equal(false);
  });
  it('name what is wrong with a dose', () => {
    const of = (seconds: number) =>
      Item.safeParse(anItem('inside-taps', { dose: { measure: 'count in time', seconds, rounds: 1 } })).error?.issues[0]?.message;
    expect(of(2)).to.equal('Work lasts at least 5 seconds.');
    expect(of(9999)).to.equal('Work lasts at most 300 seconds.');
    expect(of(Number.NaN)).to.equal('Seconds must be a number.');
  });
  it('keep the shares of a ladder when the length changes', () => {
    const item = anItem('inside-taps', {
      paces: [
        { pace: 'easy', seconds: 10 },
        { pace: 'half', seconds: 10 },
        { pace: 'full', seconds: 10 },
      ],
    });
    const longer = withSeconds(item, 50);
    expect(longer.paces.map((p) => p.seconds)).to.deep.equal([18, 16, 16]);
    expect(Item.safeParse(longer).success).to.equal(true);
    expect(withSeconds(anItem('v-inside'), 50).dose.measure).to.equal('fixed reps');
  });
});

describe('edits of a plan', () => {
  it('move an item among its neighbours and leave it at the end', () => {
    const before = plan();
    const first = before.sessions[0]?.blocks[0]?.items[0]?.id ?? '';
    const after = moveById(before, first, 1);
    expect(names(after)[0]?.[0]).to.deep.equal(['sole-taps', 'inside-taps', 'v-inside']);
    expect(names(moveById(before, first, -1))).to.deep.equal(names(before));
  });
  it('remove items, blocks and sessions', () => {
    const before = plan();
    expect(names(removeById(before, before.sessions[0]?.blocks[0]?.items[1]?.id ?? ''))[0]?.[0]).to.deep.equal(['inside-taps', 'v-inside']);
    expect(removeById(before, before.sessions[0]?.blocks[1]?.id ?? '').sessions[0]?.blocks).to.have.length(1);
    expect(removeById(before, before.sessions[1]?.id ?? '').sessions).to.have.length(1);
  });
  it('change one thing and leave the given plan as it was', () => {
    const before = plan();
    const copy = structuredClone(before);
    const block = before.sessions[0]?.blocks[0];
    changeItem(before, block?.items[0]?.id ?? '', (item) => ({ ...item, scored: false }));
    changeBlock(before, block?.id ?? '', (one) => ({ ...one, drinkSeconds: 0 }));
    expect(changeSession(before, before.sessions[1]?.id ?? '', (s) => ({ ...s, name: 'New' })).sessions[1]?.name).to.equal('New');
    expect(before).to.deep.equal(copy);
  });
  it('law: moving up and then down again is nothing, when there was room', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 2 }), (index) => {
        const before = plan();
        const id = before.sessions[0]?.blocks[0]?.items[index]?.id ?? '';
        expect(moveById(moveById(before, id, -1), id, 1)).to.deep.equal(before);
      }),
    );
  });
});

describe('before a release', () => {
  it('needs a session with work in it', () => {
    expect(releaseProblems({ ...plan(), sessions: [] }, drills, 12, 9)[0]?.sentence).to.include('Add a session');
    expect(releaseProblems(plan(), drills, 12, 9).map((p) => p.field)).to.deep.equal(['sessions.1']);
  });
  it('blocks heading below the squad’s age, and drills that are not there or measured otherwise', () => {
    const header = { ...drillOf('inside-taps'), loads: ['heading' as const] };
    const with_ = new Map([...drills, ['inside-taps', header]]);
    const week: WeekPlan = { title: 'W', focus: '', sessions: [aSession([aBlock('recap', [anItem('inside-taps')])])] };
    expect(releaseProblems(week, with_, 12, 10)[0]?.sentence).to.include('heads from age 12');
    expect(releaseProblems(week, with_, 12, 12)).to.deep.equal([]);
    expect(releaseProblems(week, new Map(), 12, 12)[0]?.sentence).to.include('not on the shelf');
    const other = { ...week, sessions: [aSession([aBlock('recap', [anItem('inside-taps', { dose: { measure: 'sets', sets: 2 } })])])] };
    expect(releaseProblems(other, drills, 12, 12)[0]?.sentence).to.include('not as sets');
  });
  it('lists the kit once each, and longer drinks after leg burners', () => {
    expect(kitOf([anItem('inside-taps'), anItem('slalom-both'), anItem('wall-two-touch')], drills)).to.deep.equal([
      'ball',
      'cones',
      'wall',
    ]);
    expect([usualDrink('leg burner'), usualDrink('recap')]).to.deep.equal([45, 30]);
  });
  it('says what a plan may not be', () => {
    expect(WeekPlanSchema.safeParse({ ...plan(), title: ' ' }).error?.issues[0]?.message).to.equal('Give the week a title.');
    expect(WeekPlanSchema.safeParse({ ...plan(), sessions: Array.from({ length: 8 }, () => aSession([])) }).success).to.equal(false);
  });
});
