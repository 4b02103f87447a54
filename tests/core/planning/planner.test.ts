import { expect } from 'chai';
import fc from 'fast-check';
import { type Home, KIT } from '../../../src/core/drills/index.ts';
import {
  allItems,
  CHECKS,
  type Check,
  changesBetween,
  checkWeek,
  measureWeek,
  type PlannerFacts,
  whoLacks,
} from '../../../src/core/planning/index.ts';
import { TYPICAL_RUNNER } from '../../../src/core/training/index.ts';
import {
  type Block,
  copyPlan,
  type Item,
  moveBlockTo,
  moveItemTo,
  moveSessionTo,
  type Session,
  type WeekPlan,
  WeekPlan as WeekPlanSchema,
} from '../../../src/core/weeks/index.ts';
import { aBlock, anId, anItem, aSession, drillOf, drills, timed } from '../make.ts';

const FACTS: PlannerFacts = {
  sessionMinutes: 30,
  headingAge: 12,
  headersMax: 20,
  footOrder: 'alternate',
  players: [],
  met: [...drills.keys()],
  earlier: [],
  meanTouches: null,
};

const week = (...sessions: Session[]): WeekPlan => ({ title: 'A week', focus: '', sessions });
const day = (...blocks: Block[]) => aSession(blocks);
const look = (plan: WeekPlan, facts: Partial<PlannerFacts> = {}, shelf = drills) =>
  checkWeek(plan, shelf, TYPICAL_RUNNER, { ...FACTS, ...facts }, anId);
const named = (checks: readonly Check[], name: Check['name']) => checks.filter((check) => check.name === name);
const ladder = (change: Partial<Item> = {}) => anItem('inside-taps', { ...timed(30), ...change });

/** A week without anything to say about it. */
const sound = () =>
  week(day(aBlock('warm-up', [ladder({ paces: [{ pace: 'easy', seconds: 30 }] })]), aBlock('challenge', [anItem('sole-taps', timed(60))])));

/** The check is there, its press mends it, and the mended plan is a sound one. */
function mends(plan: WeekPlan, name: Check['name'], facts: Partial<PlannerFacts> = {}): WeekPlan {
  const check = named(look(plan, facts), name)[0];
  if (!check) throw new Error(`no check “${name}”`);
  if (!check.mend) throw new Error(`“${name}” has no mend`);
  const mended = check.mend.apply(plan);
  expect(named(look(mended, facts), name), `still: ${name}`).to.deep.equal([]);
  expect(WeekPlanSchema.safeParse(mended).error, name).to.equal(undefined);
  return mended;
}

const everything: Home = { has: [...KIT], yard: { length: 12, width: 10 }, step: 0.6 };
const player = (nickname: string, home: Home | null, age = 10) => ({ id: anId(), nickname, age, level: 'steady' as const, home });

describe('the planner', () => {
  it('has nothing to say about a sound week', () => {
    expect(look(sound())).to.deep.equal([]);
    expect(look(week())).to.deep.equal([]);
  });

  it('says a session over the time budget, and shortens it to fit', () => {
    const plan = week(
      day(
        aBlock('warm-up', [ladder({ dose: { measure: 'count in time', seconds: 300, rounds: 8 } })]),
        aBlock('challenge', [anItem('sole-taps')]),
      ),
    );
    expect(named(look(plan), 'over the time budget')[0]?.what).to.match(/takes about \d+ min; the squad’s sessions have 30/);
    const mended = mends(plan, 'over the time budget');
    expect(measureWeek(mended, drills, TYPICAL_RUNNER).dose.seconds).to.be.at.most(1800);
  });

  it('says when the feet differ by more than 10 %, and gives the other the same', () => {
    const right = anItem('hop-out-in-taps', { ...timed(30), side: 'right' });
    const plan = week(day(aBlock('warm-up', [right, ladder()]), aBlock('challenge', [anItem('sole-taps')])));
    // Right: 30 + 15 + 5; left: 15 + 5.
    expect(named(look(plan), 'feet differ')[0]?.what).to.equal('In “A session” the left works 20 s and the right 50 s.');
    const mended = mends(plan, 'feet differ');
    expect(allItems(mended).map((item) => [item.drillId, item.side])).to.deep.include.members([
      ['hop-out-in-taps', 'right'],
      ['hop-out-in-taps', 'left'],
    ]);
  });

  it('gives a one-sided course its twin for the other foot', () => {
    const plan = week(day(aBlock('recap', [anItem('slalom-right')]), aBlock('challenge', [anItem('sole-taps', timed(10))])));
    expect(allItems(mends(plan, 'feet differ')).map((item) => item.drillId)).to.include('slalom-left');
  });

  it('lets the catch-up school give the other foot more', () => {
    const plan = week(day(aBlock('warm-up', [anItem('other-foot-rolls', timed(60))]), aBlock('challenge', [anItem('sole-taps')])));
    expect(named(look(plan), 'feet differ')).to.have.length(1);
    expect(named(look(plan, { footOrder: 'catch-up' }), 'feet differ')).to.deep.equal([]);
  });

  it('exactly 10 % is no difference', () => {
    const plan = (left: number) =>
      week(
        day(
          aBlock('warm-up', [anItem('v-short', { ...timed(100), side: 'right' }), anItem('v-short', { ...timed(left), side: 'left' })]),
          aBlock('challenge', [anItem('sole-taps', timed(10))]),
        ),
      );
    // With the challenge's 5 s for each: 105 and 94.5 would be 10 %.
    expect(named(look(plan(90)), 'feet differ')).to.deep.equal([]);
    expect(named(look(plan(89)), 'feet differ')).to.have.length(1);
  });

  it('says two leg burners back to back, and puts a break between them', () => {
    const hop = () => anItem('hop-out-in-taps', timed(15));
    const inOne = week(day(aBlock('leg burner', [hop(), hop()]), aBlock('challenge', [anItem('sole-taps')])));
    mends(inOne, 'leg burners back to back');
    const inTwo = week(
      day(aBlock('leg burner', [hop()], { drinkSeconds: 0 }), aBlock('leg burner', [hop()]), aBlock('challenge', [anItem('sole-taps')])),
    );
    mends(inTwo, 'leg burners back to back');
    const apart = week(day(aBlock('leg burner', [hop()]), aBlock('leg burner', [hop()]), aBlock('challenge', [anItem('sole-taps')])));
    expect(named(look(apart), 'leg burners back to back')).to.deep.equal([]);
  });

  it('says more than two minutes of hopping on one leg, and shortens it', () => {
    const hop = (rounds: number) =>
      week(day(aBlock('leg burner', [anItem('hop-out-in-taps', timed(30, rounds))]), aBlock('challenge', [anItem('sole-taps')])));
    expect(named(look(hop(4)), 'too much hopping')).to.deep.equal([]);
    const mended = mends(hop(5), 'too much hopping');
    expect(measureWeek(mended, drills, TYPICAL_RUNNER).dose.hopSeconds.left).to.be.within(100, 120);
  });

  it('wants a warm-up before a new skill', () => {
    const skill = aBlock('new skill', [anItem('v-inside')]);
    const challenge = aBlock('challenge', [anItem('sole-taps')]);
    expect(mends(week(day(skill, challenge)), 'new skill before warm-up').sessions[0]?.blocks[0]?.kind).to.equal('warm-up');
    const late = aBlock('warm-up', [ladder()]);
    const moved = mends(week(day(skill, late, challenge)), 'new skill before warm-up');
    expect(moved.sessions[0]?.blocks.map((block) => block.kind)).to.deep.equal(['warm-up', 'new skill', 'challenge']);
  });

  it('wants the easier drill before the harder one', () => {
    const plan = week(day(aBlock('warm-up', [anItem('v-outside')]), aBlock('challenge', [anItem('sole-taps')])));
    const met = ['inside-taps', 'sole-taps'];
    expect(named(look(plan, { met }), 'easier drill not met')[0]?.what).to.equal(
      '“V with the outside” is a step up from “V with the inside”, which this squad has not done yet.',
    );
    const mended = named(look(plan, { met }), 'easier drill not met')[0]?.mend?.apply(plan);
    expect(mended && allItems(mended).map((item) => item.drillId)).to.deep.equal(['v-inside', 'v-outside', 'sole-taps']);
    expect(named(look(plan, { met: [...met, 'v-inside'] }), 'easier drill not met')).to.deep.equal([]);
  });

  it('wants a recap of the last three weeks, and puts the newest skill first', () => {
    const earlier = [
      { number: 8, newSkills: [], drills: ['inside-shift'] },
      { number: 7, newSkills: ['drag-stop'], drills: ['drag-stop'] },
    ];
    const check = named(look(sound(), { earlier }), 'no recap')[0];
    expect(check?.mend?.label).to.equal('Put a recap of week 7 first');
    const mended = mends(sound(), 'no recap', { earlier });
    expect(mended.sessions[0]?.blocks.map((block) => [block.kind, block.items[0]?.drillId])).to.deep.equal([
      ['warm-up', 'inside-taps'],
      ['recap', 'drag-stop'],
      ['challenge', 'sole-taps'],
    ]);
  });

  it('wants a challenge', () => {
    const mended = mends(week(day(aBlock('warm-up', [ladder()]))), 'no challenge');
    expect(mended.sessions[0]?.blocks.at(-1)).to.deep.include({ kind: 'challenge' });
  });

  it('wants technique before speed', () => {
    const plan = week(
      day(aBlock('warm-up', [ladder({ paces: [{ pace: 'full', seconds: 30 }] })]), aBlock('challenge', [anItem('sole-taps')])),
    );
    expect(allItems(mends(plan, 'only full pace'))[0]?.paces.map((one) => one.seconds)).to.deep.equal([10, 10, 10]);
    const both = week(
      day(
        aBlock('warm-up', [ladder({ paces: [{ pace: 'easy', seconds: 30 }] }), ladder({ paces: [{ pace: 'full', seconds: 30 }] })]),
        aBlock('challenge', [anItem('sole-taps')]),
      ),
    );
    expect(named(look(both), 'only full pace')).to.deep.equal([]);
  });

  it('says a jump of touches of more than 30 % on the mean', () => {
    const plan = sound();
    const { left, right } = measureWeek(plan, drills, TYPICAL_RUNNER).dose.touches;
    const now = left + right;
    expect(named(look(plan, { meanTouches: now / 1.3 + 0.1 }), 'many more touches')).to.deep.equal([]);
    const check = named(look(plan, { meanTouches: now / 1.5 }), 'many more touches')[0];
    expect(check?.what).to.match(/50 % more than usual/);
    mends(plan, 'many more touches', { meanTouches: now / 1.5 });
  });

  it('says who cannot do a drill at home, and plans the nearest that everybody can', () => {
    const plan = week(day(aBlock('warm-up', [anItem('wall-one-touch')]), aBlock('challenge', [anItem('sole-taps')])));
    const players = [
      player('Comet', everything),
      player('Pebble', { has: ['ball'], yard: { length: 4, width: 4 }, step: null }),
      player('Fig', null),
    ];
    const check = named(look(plan, { players }), 'kit or space missing')[0];
    expect(check?.what).to.equal('“Wall passes, one touch” cannot be done at home by Pebble: no wall.');
    expect(check?.blocks).to.equal(false);
    const small = [player('Wren', { has: [...KIT], yard: { length: 2, width: 3 }, step: 0.5 })];
    const course = week(day(aBlock('challenge', [anItem('cross-course')])));
    expect(named(look(course, { players: small }), 'kit or space missing')[0]?.what).to.equal(
      '“Cross course without the ball” cannot be done at home by Wren: needs 8 × 8 m.',
    );
  });

  it('shows the stand-in or the smaller layout that a player will see', () => {
    const plan = week(day(aBlock('challenge', [anItem('slalom-both'), anItem('cross-course')])));
    const pebble = player('Pebble', { has: ['ball'], yard: { length: 7, width: 7 }, step: 0.6 });
    const lacks = whoLacks(plan, drills, [pebble]);
    expect(lacks.map((one) => [one.drill.id, one.adapts[0]?.how])).to.deep.equal([
      ['slalom-both', ['cones: shoes, bottles, folded shirts']],
      ['cross-course', ['cones: shoes, bottles, folded shirts', 'a smaller layout']],
    ]);
  });

  it('blocks heading below the age and takes it out', () => {
    const plan = week(day(aBlock('warm-up', [ladder()]), aBlock('challenge', [anItem('sole-taps'), anItem('soft-header-catch')])));
    const players = [player('Comet', everything, 11), player('Fig', everything, 12)];
    const check = named(look(plan, { players }), 'heading below the age')[0];
    expect([check?.blocks, check?.what]).to.deep.equal([true, '“Soft header and catch” has heading, and 1 of the squad is under 12.']);
    expect(look(plan, { players })[0]?.name).to.equal('heading below the age');
    expect(allItems(mends(plan, 'heading below the age', { players }))).to.have.length(2);
    expect(named(look(plan, { players: [player('Fig', everything, 12)] }), 'heading below the age')).to.deep.equal([]);
  });

  it('blocks a wall or overhead drill without its caution', () => {
    const bare = new Map(drills).set('wall-one-touch', { ...drillOf('wall-one-touch'), cautions: [] });
    const plan = week(day(aBlock('challenge', [anItem('wall-one-touch')])));
    expect(named(look(plan, {}, bare), 'no caution').map((check) => check.blocks)).to.deep.equal([true]);
    expect(named(look(plan), 'no caution')).to.deep.equal([]);
  });

  it('says what, why and how of each check', () => {
    const plan = week(day(aBlock('new skill', [anItem('wall-juggle-one', { paces: [] }), anItem('slalom-right')])));
    const players = [player('Pebble', { has: [], yard: { length: 1, width: 1 }, step: null })];
    const checks = look(plan, {
      met: [],
      players,
      earlier: [{ number: 1, newSkills: [], drills: ['sole-taps'] }],
      meanTouches: 1,
      sessionMinutes: 1,
    });
    expect(checks.length).to.be.at.least(7);
    for (const check of checks) {
      expect(CHECKS).to.include(check.name);
      for (const words of [check.what, check.why, check.how]) expect(words, check.name).to.match(/^[“A-Z].+[.]$/);
    }
  });
});

describe('moving parts of a week', () => {
  const plan = week(
    day(aBlock('recap', [anItem('inside-taps'), anItem('sole-taps')]), aBlock('challenge', [anItem('v-inside')])),
    day(aBlock('free play', [anItem('free-combination')])),
  );
  const [first, second] = plan.sessions as [Session, Session];
  const shape = (given: WeekPlan) => given.sessions.map((s) => s.blocks.map((b) => b.items.map((i) => i.drillId)));

  it('takes an item to any block', () => {
    const item = first.blocks[0]?.items[0]?.id ?? '';
    expect(shape(moveItemTo(plan, item, second.blocks[0]?.id ?? '', 1))).to.deep.equal([
      [['sole-taps'], ['v-inside']],
      [['free-combination', 'inside-taps']],
    ]);
    expect(moveItemTo(plan, item, 'nowhere', 0)).to.equal(plan);
  });
  it('takes a block to any session, and a session to any place', () => {
    const block = first.blocks[1]?.id ?? '';
    expect(shape(moveBlockTo(plan, block, second.id, 0))).to.deep.equal([
      [['inside-taps', 'sole-taps']],
      [['v-inside'], ['free-combination']],
    ]);
    expect(shape(moveSessionTo(plan, second.id, 0))[0]).to.deep.equal([['free-combination']]);
  });
  it('loses nothing, wherever things go', () => {
    const items = allItems(plan).map((item) => item.id);
    const blocks = plan.sessions.flatMap((s) => s.blocks.map((b) => b.id));
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.constantFrom(...items), fc.constantFrom(...blocks), fc.nat(5)), { maxLength: 12 }), (moves) => {
        const moved = moves.reduce((now, [item, block, at]) => moveItemTo(now, item, block, at), plan);
        expect(allItems(moved).map((item) => item.id)).to.have.members(items);
      }),
    );
  });
});

describe('what changed', () => {
  const was = week(day(aBlock('recap', [anItem('inside-taps', timed(30)), anItem('sole-taps')])));
  const names = drills;
  const edited = (change: (plan: WeekPlan) => void) => {
    const copy = structuredClone(was);
    change(copy);
    return changesBetween(was, copy, names);
  };
  const session = (plan: WeekPlan) => plan.sessions[0] as Session;
  it('is said in sentences', () => {
    expect(changesBetween(was, structuredClone(was), names)).to.deep.equal([]);
    expect(edited((p) => Object.assign(session(p).blocks[0]?.items[0] ?? {}, timed(45)))).to.deep.equal([
      '“Inside taps” is now 45 s instead of 30 s.',
    ]);
    expect(edited((p) => session(p).blocks[0]?.items.pop())).to.deep.equal(['“Sole taps” is out of “A session”.']);
    expect(edited((p) => session(p).blocks[0]?.items.push(anItem('v-inside')))).to.deep.equal([
      '“V with the inside” is new in “A session”.',
    ]);
    expect(edited((p) => session(p).blocks[0]?.items.reverse())).to.deep.equal(['The order of “A session” changed.']);
    expect(edited((p) => p.sessions.push(aSession([])))).to.deep.equal(['“A session” is a new session.']);
    expect(edited((p) => Object.assign(p, { title: 'Other' }))).to.deep.equal(['The week is now called “Other”.']);
    expect(edited((p) => Object.assign(session(p).blocks[0] ?? {}, { drinkSeconds: 45 }))).to.deep.equal([
      'The blocks or breaks of “A session” changed.',
    ]);
  });
  it('is nothing for a copy but the ids', () => {
    const copy = copyPlan(was, anId);
    const without = (plan: WeekPlan) => JSON.parse(JSON.stringify(plan, (key, value) => (key === 'id' ? undefined : value)));
    expect(without(copy)).to.deep.equal(without(was));
    const ids = (plan: WeekPlan) => plan.sessions.flatMap((s) => [s.id, ...s.blocks.flatMap((b) => [b.id, ...b.items.map((i) => i.id)])]);
    expect(ids(copy).filter((id) => ids(was).includes(id))).to.deep.equal([]);
  });
});
