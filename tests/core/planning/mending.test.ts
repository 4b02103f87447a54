import { expect } from 'chai';
import fc from 'fast-check';
import { type Drill, KIT } from '../../../src/core/drills/index.ts';
import {
  type Check,
  checkKey,
  checkLines,
  checkWeek,
  fittedShape,
  mendAll,
  type PlannerFacts,
  SHAPE_NAMES,
  SHAPES,
  withSoundMends,
} from '../../../src/core/planning/index.ts';
import { inReach, insteadForAll, isForAll, isInReach, withDrill } from '../../../src/core/planning/reach.ts';
import { TYPICAL_RUNNER } from '../../../src/core/training/index.ts';
import { BLOCK_KINDS, newBlock, newItem, WeekPlan } from '../../../src/core/weeks/index.ts';
import { often } from '../../often.ts';
import { aBlock, anId, anItem, aSession, drillOf, drills, timed } from '../make.ts';

/* Checks that can be trusted: a mend makes the list shorter, mending all ends, and a starting shape needs none. */

const FACTS: PlannerFacts = {
  ...{ sessionMinutes: 20, headingAge: 12, headersMax: 20, footOrder: 'alternate', players: [] },
  ...{ met: [], earlier: [], meanTouches: null },
};
const all = [...drills.values()];
const keys = (checks: readonly Check[]) => checks.map(checkKey);
const lookWith = (facts: PlannerFacts) => (plan: WeekPlan) => checkWeek(plan, drills, TYPICAL_RUNNER, facts, anId);

const home = fc.option(
  fc.record({
    has: fc.subarray([...KIT]),
    yard: fc.option(fc.record({ length: fc.integer({ min: 2, max: 14 }), width: fc.integer({ min: 2, max: 14 }) }), { nil: null }),
    step: fc.constant(null),
  }),
  { nil: null },
);
const player = fc.record({
  id: fc.uuid(),
  nickname: fc.constantFrom('Ash', 'Elm'),
  age: fc.integer({ min: 6, max: 15 }),
  level: fc.constant('steady' as const),
  home,
});
const drillId = fc.constantFrom(...all.map((drill) => drill.id));
const someFacts = fc.record({
  sessionMinutes: fc.constantFrom(10, 20, 30, 45),
  headingAge: fc.constant(12),
  headersMax: fc.constantFrom(5, 20),
  footOrder: fc.constantFrom('alternate' as const, 'catch-up' as const),
  players: fc.array(player, { maxLength: 3 }),
  met: fc.array(drillId, { maxLength: 50 }),
  earlier: fc.array(
    fc.record({
      number: fc.integer({ min: 1, max: 9 }),
      newSkills: fc.array(drillId, { maxLength: 2 }),
      drills: fc.array(drillId, { maxLength: 6 }),
    }),
    { maxLength: 2 },
  ),
  meanTouches: fc.constantFrom(null, 500, 3000),
});
const someWeek = fc
  .array(
    fc.array(
      fc.record({
        kind: fc.constantFrom(...BLOCK_KINDS),
        items: fc.array(drillId, { maxLength: 4 }),
        restSeconds: fc.constantFrom(0, 5, 30),
        drinkSeconds: fc.constantFrom(0, 30, 45),
      }),
      { maxLength: 5 },
    ),
    { minLength: 1, maxLength: 3 },
  )
  .map(
    (sessions): WeekPlan => ({
      ...{ title: 'A week', focus: '' },
      sessions: sessions.map((blocks, i) => ({
        ...{ id: anId(), name: `Session ${i + 1}`, day: null },
        blocks: blocks.map(({ kind, items, ...rests }) => ({
          ...{ ...newBlock(anId(), kind), ...rests },
          items: items.map((id) => newItem(anId(), drillOf(id))),
        })),
      })),
    }),
  );

describe('a mend', () => {
  it('makes the list shorter and brings up nothing new, in any week of any squad', () => {
    fc.assert(
      fc.property(someWeek, someFacts, (plan, facts) => {
        const look = lookWith(facts);
        const before = look(plan);
        for (const check of withSoundMends(plan, before, look)) {
          if (!check.mend) continue;
          const mended = check.mend.apply(plan);
          const left = keys(look(mended));
          expect(keys(before), check.what).to.include.members(left);
          expect(left, check.what).not.to.include(checkKey(check));
          expect(WeekPlan.safeParse(mended).error, check.what).to.equal(undefined);
        }
      }),
      { numRuns: often(12) },
    );
  });

  it('of all at once ends with a list that nothing more can be mended of, and that has nothing new', () => {
    fc.assert(
      fc.property(someWeek, someFacts, (plan, facts) => {
        const look = lookWith(facts);
        const mended = mendAll(plan, look);
        const left = look(mended);
        expect(keys(look(plan))).to.include.members(keys(left));
        expect(withSoundMends(mended, left, look).filter((check) => check.mend)).to.deep.equal([]);
      }),
      { numRuns: often(12) },
    );
  });

  it('that would bring up another check gives way to one that does not', () => {
    // The drill it is a step up from needs a wall, which Ash has not: it cannot be put first, so the step itself gives way.
    const low: Drill = { ...drillOf('sole-taps'), id: 'low', name: 'Low', easier: [], kit: ['ball', 'wall'], cautions: ['Look.'] };
    const ground: Drill = { ...low, id: 'ground', name: 'Ground', kit: ['ball'], family: 'juggling', measure: 'time on' };
    const high: Drill = { ...low, id: 'high', name: 'High', easier: ['low', 'ground'], kit: ['ball'], family: 'juggling', moves: null };
    const shelf = new Map([...drills, ...[low, ground, high].map((one) => [one.id, one] as const)]);
    const plan: WeekPlan = {
      ...{ title: '', focus: '' },
      sessions: [aSession([aBlock('challenge', [{ ...anItem('sole-taps', timed(30)), drillId: 'high' }])])],
    };
    const facts = {
      ...FACTS,
      players: [
        { id: 'ash', nickname: 'Ash', age: 10, level: 'steady' as const, home: { has: ['ball' as const], yard: null, step: null } },
      ],
    };
    const look = (now: WeekPlan) => checkWeek(now, shelf, TYPICAL_RUNNER, facts, anId);
    const [check] = withSoundMends(plan, look(plan), look);
    expect([check?.name, check?.mend?.label]).to.deep.equal(['easier drill not met', 'Plan “Ground” in its place']);
    const mended = check?.mend?.apply(plan);
    expect(look(mended as WeekPlan)).to.deep.equal([]);
  });

  it('is reckoned anew on a plan that was changed since', () => {
    const plan = { title: '', focus: '', sessions: [aSession([aBlock('new skill', [anItem('inside-taps', timed(30))])])] };
    const look = lookWith(FACTS);
    const check = withSoundMends(plan, look(plan), look).find((one) => one.name === 'no challenge');
    const changed = { ...plan, title: 'Changed' };
    const mended = check?.mend?.apply(changed);
    expect(mended?.title).to.equal('Changed');
    expect(look(mended as WeekPlan).map((one) => one.name)).not.to.include('no challenge');
    // Where it is not needed any more it changes nothing.
    expect(check?.mend?.apply(mended as WeekPlan)).to.equal(mended);
  });
});

describe('checks of one cause', () => {
  const skill = (...ids: string[]) => aSession(ids.map((id) => aBlock('new skill', [anItem(id, timed(30))])));
  const lines = (plan: WeekPlan, facts = FACTS) => checkLines(lookWith(facts)(plan));

  it('are one line with all their drills, and one alone keeps its own sentence', () => {
    const one = lines({ title: '', focus: '', sessions: [skill('v-inside')] }).find((line) => line.name === 'easier drill not met');
    expect(one?.what).to.match(/^“.*” is a step up from “.*”, which this squad has not done yet\.$/);
    const two = lines({ title: '', focus: '', sessions: [skill('v-inside', 'double-roll-stop')] }).find(
      (line) => line.name === 'easier drill not met',
    );
    expect(two?.what).to.equal(`2 drills have no easier one met: “${drillOf('v-inside').name}” and “${drillOf('double-roll-stop').name}”.`);
    expect(two?.keys).to.have.length(2);
  });

  it('name four at most, then how many more there are', () => {
    const check = (about: string): Check => ({
      ...{ name: 'only full pace', blocks: false, at: about, about, what: `${about} is fast.`, why: '', how: '', mend: null },
    });
    const what = (...names: string[]) => checkLines(names.map(check))[0];
    expect(what('A', 'B', 'C', 'D')?.what).to.equal('4 drills are only ever done at full pace: “A”, “B”, “C” and “D”.');
    expect(what('A', 'B', 'C', 'D', 'E')?.what).to.equal('5 drills are only ever done at full pace: “A”, “B”, “C” and 2 more.');
    expect(what('A', 'B', 'C', 'D', 'E')?.each).to.have.length(5);
    expect(what('A')).to.deep.include({ what: 'A is fast.', each: [] });
  });

  it('stay in the order in which they were found, and what is for the whole week stays by itself', () => {
    const plan = { title: '', focus: '', sessions: [skill('v-inside'), skill('double-roll-stop')] };
    const found = lookWith(FACTS)(plan);
    expect(lines(plan).map((line) => line.name)).to.deep.equal([...new Set(found.map((check) => check.name))]);
    expect(lines(plan).flatMap((line) => line.keys)).to.have.members(keys(found));
  });

  it('that were set aside are not found, save what blocks a release', () => {
    const plan = { title: '', focus: '', sessions: [skill('v-inside')] };
    const names = (aside: PlannerFacts['aside']) => lines(plan, { ...FACTS, ...(aside ? { aside } : {}) }).map((line) => line.name);
    expect(names(undefined)).to.include.members(['no challenge', 'easier drill not met']);
    expect(names(['no challenge']))
      .to.include('easier drill not met')
      .and.not.include('no challenge');
    const head = all.find((drill) => drill.loads.includes('heading'));
    const young = { ...FACTS, players: [{ id: 'a', nickname: 'Ash', age: 8, level: 'steady' as const, home: null }] };
    const heading = { title: '', focus: '', sessions: [skill(head?.id ?? '')] };
    expect(lines(heading, { ...young, aside: ['heading below the age'] }).map((line) => line.name)).to.include('heading below the age');
  });
});

describe('a starting shape for a squad', () => {
  it('of any length, level, kit and ground has nothing that the planner would mend, on a new squad and beside other sessions', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...SHAPE_NAMES),
        fc.integer({ min: 4, max: 50 }),
        fc.constantFrom('starting' as const, 'steady' as const, 'strong' as const),
        someFacts,
        fc.boolean(),
        (name, minutes, level, some, beside) => {
          const facts = { ...some, met: [], earlier: [], meanTouches: null };
          const runner = { ...TYPICAL_RUNNER, level };
          const order = { minutes: Math.min(SHAPES[name].most, Math.max(SHAPES[name].least, minutes)), drills, id: anId };
          const others = beside ? [fittedShape('recap day', { ...order, minutes: 18 }, facts, runner)] : [];
          const made = fittedShape(name, order, facts, runner, others);
          const look = (plan: WeekPlan) => checkWeek(plan, drills, runner, facts, anId);
          const plan = { title: '', focus: '', sessions: [...others, made] };
          // What a few lack at home is told, and needs no mend: they see the nearest drill.
          const left = withSoundMends(plan, look(plan), look);
          expect(left.filter((check) => check.mend || check.name !== 'kit or space missing').map((check) => check.what)).to.deep.equal([]);
        },
      ),
      { numRuns: often(90) },
    );
  });

  it('is not changed by what the whole week lacks', () => {
    const earlier = [{ number: 1, newSkills: ['v-inside'], drills: ['v-inside'] }];
    const facts = { ...FACTS, met: [...drills.keys()], sessionMinutes: 45, earlier, meanTouches: 10 };
    const made = fittedShape('course day', { minutes: 25, drills, id: anId }, facts, TYPICAL_RUNNER);
    expect(made.blocks.map((block) => block.kind)).to.deep.equal(['warm-up', 'challenge', 'recap', 'challenge']);
    expect(made.blocks[0]?.items[0]?.dose).to.deep.equal({ measure: 'sets', sets: 10 });
  });

  it('keeps what it is where all of it is in reach, and is never longer than the squad’s sessions', () => {
    const facts = { ...FACTS, met: [...drills.keys()], sessionMinutes: 45 };
    const made = fittedShape('recap day', { minutes: 18, drills, id: anId }, facts, TYPICAL_RUNNER);
    expect(made.blocks.map((block) => block.kind)).to.deep.equal([
      'warm-up',
      'recap',
      'leg burner',
      'leg burner',
      'combination',
      'challenge',
    ]);
    const short = fittedShape('recap day', { minutes: 40, drills, id: anId }, { ...facts, sessionMinutes: 12 }, TYPICAL_RUNNER);
    expect(lookWith({ ...facts, sessionMinutes: 12 })({ title: '', focus: '', sessions: [short] })).to.deep.equal([]);
  });
});

describe('a drill in reach', () => {
  const a = (id: string, easier: string[], change: Partial<Drill> = {}): Drill => ({
    ...drillOf('sole-taps'),
    id,
    name: id,
    easier,
    ...change,
  });
  const shelf = new Map([a('low', []), a('mid', ['low']), a('top', ['mid']), a('lone', ['gone'])].map((one) => [one.id, one]));
  const of = (id: string) => shelf.get(id) as Drill;

  it('was met, needs nothing, or had an easier one met', () => {
    const reach = (...met: string[]) => [...shelf.values()].filter((one) => isInReach(one, new Set(met), shelf)).map((one) => one.id);
    expect(reach()).to.deep.equal(['low', 'lone']);
    expect(reach('low')).to.deep.equal(['low', 'mid', 'lone']);
    expect(reach('top')).to.deep.equal(['low', 'top', 'lone']);
  });

  it('is found down the stairs, past what does not fit', () => {
    expect(inReach(of('top'), new Set(['low']), shelf).id).to.equal('mid');
    expect(inReach(of('top'), new Set(), shelf).id).to.equal('low');
    expect(inReach(of('top'), new Set(['low']), shelf, (one) => one.id !== 'mid').id).to.equal('low');
    expect(inReach(of('mid'), new Set(['low']), shelf).id).to.equal('mid');
    // Where nothing fits it is the lowest there is.
    expect(inReach(of('top'), new Set(), shelf, () => false).id).to.equal('low');
  });

  it('takes over the dose where it is measured alike, and has its usual one elsewhere', () => {
    const item = anItem('sole-taps', { ...timed(45), paces: [{ pace: 'easy', seconds: 45 }] });
    expect(withDrill(item, of('low'))).to.deep.equal({ ...item, drillId: 'low' });
    const held = withDrill(item, a('held', [], { measure: 'time on' }));
    expect(held).to.deep.include({ scored: false, paces: [], target: { rule: 'no number' } });
    expect(held.dose.measure).to.equal('time on');
  });

  it('for everybody is of the same family before it is measured alike', () => {
    const facts = {
      headingAge: 12,
      players: [{ id: 'a', nickname: 'Ash', age: 12, level: 'steady' as const, home: { has: ['ball' as const], yard: null, step: null } }],
    };
    const wall = a('wall', [], { kit: ['wall'] });
    const list = (...more: Drill[]) => new Map([wall, ...more].map((one) => [one.id, one]));
    const alike = a('alike', [], { family: 'juggling' });
    const family = a('family', [], { measure: 'time on' });
    expect(insteadForAll(wall, new Set(), list(alike, family), facts)?.id).to.equal('family');
    expect(insteadForAll(wall, new Set(), list(alike, a('both', [])), facts)?.id).to.equal('both');
    expect(insteadForAll(wall, new Set(), list(a('far', ['wall'])), facts)).to.equal(null);
    expect(insteadForAll(wall, new Set(), list(a('hop', [], { loads: ['single-leg hop'] })), facts)).to.equal(null);
    const header = a('header', [], { loads: ['heading'] });
    expect([isForAll(header, facts), isForAll(header, { ...facts, headingAge: 13 })]).to.deep.equal([true, false]);
  });
});
