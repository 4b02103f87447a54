import { expect } from 'chai';
import type { Drill, Home } from '../../../src/core/drills/index.ts';
import { kitOf, releaseProblems } from '../../../src/core/planning/checks.ts';
import { checkWeek, type PlannerFacts, whoLacks } from '../../../src/core/planning/index.ts';
import { TYPICAL_RUNNER } from '../../../src/core/training/index.ts';
import type { Item, WeekPlan } from '../../../src/core/weeks/index.ts';
import { aBlock, anId, anItem, aSession, drillOf, drills, timed } from '../make.ts';

/* What keeps a week back, and who cannot do it at home: sentence by sentence. */

const FACTS: PlannerFacts = {
  ...{ sessionMinutes: 60, headingAge: 12, headersMax: 20, footOrder: 'alternate', players: [] },
  ...{ met: [...drills.keys()], earlier: [], meanTouches: null },
};
const plain = (change: Partial<Drill> = {}): Drill => ({ ...drillOf('sole-taps'), ...change });
const shelf = (...list: Drill[]) => new Map(list.map((one) => [one.id, one]));
const week = (...items: Item[]): WeekPlan => ({
  title: 'A week',
  focus: '',
  sessions: [{ ...aSession([aBlock('challenge', items)]), name: 'Monday' }],
});
const taps = (change: Partial<Item> = {}) => anItem('sole-taps', { ...timed(30), ...change });

describe('what keeps a week from being released', () => {
  const problems = (plan: WeekPlan, of = drills as ReadonlyMap<string, Drill>, youngest: number | null = 10) =>
    releaseProblems(plan, of, 12, youngest);

  it('is nothing in a sound one', () => {
    expect(problems(week(taps()))).to.deep.equal([]);
  });

  it('is a week without a session, and a session without a drill, each by its name and place', () => {
    expect(problems({ ...week(), sessions: [] })).to.deep.equal([
      { field: 'sessions', sentence: 'Add a session before you release the week.' },
    ]);
    const two = { ...week(taps()), sessions: [...week(taps()).sessions, { ...aSession([]), name: 'Empty' }] };
    expect(problems(two)).to.deep.equal([{ field: 'sessions.1', sentence: '“Empty” has no drill yet.' }]);
  });

  it('is a drill that is not there, or is measured otherwise', () => {
    expect(problems(week(taps()), new Map())).to.deep.equal([
      { field: 'sessions.0', sentence: '“Monday” asks for a drill that is not on the shelf.' },
    ]);
    expect(problems(week(taps({ dose: { measure: 'time on', seconds: 30, rounds: 1 } })))).to.deep.equal([
      { field: 'sessions.0', sentence: '“Sole taps” is measured as count in time, not as time on.' },
    ]);
  });

  it('is heading in a squad with somebody below its age', () => {
    const head = shelf(plain({ loads: ['heading'] }));
    expect(problems(week(taps()), head, 11)).to.deep.equal([
      { field: 'sessions.0', sentence: '“Sole taps” has heading, and this squad heads from age 12.' },
    ]);
    expect([problems(week(taps()), head, 12), problems(week(taps()), head, null), problems(week(taps()), shelf(plain()), 5)]).to.deep.equal(
      [[], [], []],
    );
  });

  it('is an overhead or wall drill without its caution', () => {
    const sentence = '“Sole taps” has no caution. Open the drill and write one before it goes to players.';
    for (const change of [{ loads: ['overhead'] }, { kit: ['ball', 'wall'] }] as Partial<Drill>[]) {
      expect(problems(week(taps()), shelf(plain({ ...change, cautions: [] })))).to.deep.equal([{ field: 'sessions.0', sentence }]);
      expect(problems(week(taps()), shelf(plain({ ...change, cautions: ['Look.'] })))).to.deep.equal([]);
    }
    expect(problems(week(taps()), shelf(plain({ cautions: [] })))).to.deep.equal([]);
  });

  it('needs each thing once, in the order of use', () => {
    const of = shelf(plain({ id: 'a', kit: ['ball', 'cones'] }), plain({ id: 'b', kit: ['wall', 'ball'] }));
    expect(kitOf([{ drillId: 'a' }, { drillId: 'gone' }, { drillId: 'b' }], of)).to.deep.equal(['ball', 'cones', 'wall']);
  });
});

describe('what is not safe for a squad', () => {
  const child = (age: number) => ({ id: anId(), nickname: `${age}`, age, level: 'steady' as const, home: null });
  const named = (name: string, plan: WeekPlan, of: ReadonlyMap<string, Drill>, facts: Partial<PlannerFacts> = {}) =>
    checkWeek(plan, of, TYPICAL_RUNNER, { ...FACTS, ...facts }, anId).filter((one) => one.name === name);

  it('is heading below the age, told with how many', () => {
    const head = shelf(plain({ loads: ['heading'] }));
    const item = taps();
    const [check] = named('heading below the age', week(item), head, { players: [child(11), child(12), child(10)], headersMax: 999 });
    expect(check).to.include({ blocks: true, at: item.id, what: '“Sole taps” has heading, and 2 of the squad are under 12.' });
    expect(named('heading below the age', week(item), head, { players: [child(11)], headersMax: 999 })[0]?.what).to.include(
      '1 of the squad is under 12',
    );
    expect(named('heading below the age', week(item), head, { players: [child(12)], headersMax: 999 })).to.deep.equal([]);
    expect(check?.mend?.apply(week(item)).sessions[0]?.blocks.flatMap((block) => block.items)).to.deep.equal([]);
  });

  it('is a drill without its caution, told why', () => {
    const wall = named('no caution', week(taps()), shelf(plain({ kit: ['wall'], cautions: [] })));
    expect([wall[0]?.blocks, wall[0]?.mend, wall[0]?.why]).to.deep.equal([
      true,
      null,
      'A wall can have windows beside it, and a child runs backward towards whatever lies there.',
    ]);
    const air = named('no caution', week(taps()), shelf(plain({ loads: ['overhead'], cautions: [] })));
    expect(air[0]?.why).to.equal('A child who looks up does not see what stands in the way.');
    expect(named('no caution', week(taps()), shelf(plain({ loads: ['overhead'], cautions: ['Look first.'] })))).to.deep.equal([]);
  });

  it('is more headers than the squad’s limit, and is shortened to it', () => {
    const drill = plain({ loads: ['heading'], pace: { ...plain().pace, easy: 0.5, usual: 1, fast: 2, ceiling: 3 } });
    const item = taps({ dose: { measure: 'count in time', seconds: 60, rounds: 1 } });
    const many = (max: number) => named('many headers', week(item), shelf(drill), { headersMax: max });
    expect([many(60), many(59).length]).to.deep.equal([[], 1]);
    expect(many(20)[0]?.what).to.equal('The week has about 60 headers; this squad’s limit is 20.');
    const mended = many(20)[0]?.mend?.apply(week(item)) as WeekPlan;
    expect(named('many headers', mended, shelf(drill), { headersMax: 20 })).to.deep.equal([]);
  });
});

describe('who cannot do a drill at home', () => {
  const at = (nickname: string, home: Home | null) => ({ id: nickname, nickname, age: 10, level: 'steady' as const, home });
  const bare: Home = { has: ['ball'], yard: { length: 3, width: 3 }, step: null };
  const wall = plain({ id: 'wall', name: 'At the wall', kit: ['ball', 'wall'], space: { length: 2, width: 2 } });
  const open = plain({ id: 'open', name: 'In the open', kit: ['ball'], space: { length: 2, width: 2 } });
  const of = shelf(wall, open);
  const item = { ...taps(), drillId: 'wall' };
  const check = (players: PlannerFacts['players'], list = of) =>
    checkWeek(week(item), list, TYPICAL_RUNNER, { ...FACTS, players }, anId).find((one) => one.name === 'kit or space missing');

  it('is said by name with what is missing, and another drill for everybody is offered', () => {
    const found = check([at('Ash', bare), at('Fig', null), at('Elm', bare), at('Oak', bare)]);
    expect(found).to.include({ blocks: false, at: item.id, what: '“At the wall” cannot be done at home by Ash, Elm and Oak: no wall.' });
    expect(found?.how).to.equal('Leave it so, or plan “In the open” for everybody.');
    const mended = found?.mend?.apply(week(item)).sessions[0]?.blocks[0]?.items[0];
    expect([mended?.drillId, mended?.id]).to.deep.equal(['open', item.id]);
    expect(check([at('Ash', bare), at('Elm', bare)])?.what).to.include('by Ash and Elm: no wall');
    expect(check([at('Ash', bare)])?.what).to.include('by Ash: no wall');
    expect(check([at('Ash', { ...bare, yard: { length: 1, width: 1 } })])?.what).to.include('by Ash: no wall and needs 2 × 2 m');
  });

  it('is not said where everybody can, and nothing is offered where nothing fits everybody', () => {
    expect(check([at('Ash', null)])).to.equal(undefined);
    expect(check([])).to.equal(undefined);
    const found = check([at('Ash', bare), at('Elm', { ...bare, has: [] })]);
    expect([found?.mend, found?.how]).to.deep.equal([null, 'Leave it so: each sees what is nearest.']);
    // Of another family it is offered where it is measured alike, and has no special load.
    expect(check([at('Ash', bare)], shelf(wall, { ...open, family: 'juggling' }))?.mend?.label).to.include('In the open');
    expect(check([at('Ash', bare)], shelf(wall, { ...open, family: 'juggling', measure: 'time on' }))?.mend).to.equal(null);
    expect(check([at('Ash', bare)], shelf(wall, { ...open, family: 'juggling', loads: ['overhead'] }))?.mend).to.equal(null);
  });

  it('tells who makes do with what', () => {
    const cones = plain({ id: 'wall', kit: ['ball', 'cones'], space: { length: 2, width: 2 } });
    const [found] = whoLacks(week(item), shelf(cones, open), [at('Ash', bare), at('Fig', null)]);
    expect(found?.cannot).to.deep.equal([]);
    expect(found?.adapts.map(({ player, how }) => [player.nickname, how])).to.deep.equal([
      ['Ash', ['cones: shoes, bottles, folded shirts']],
    ]);
    expect(whoLacks(week(item), shelf(cones, open), [at('Fig', null)])).to.deep.equal([]);
    const line = { moves: 'put; 6 forward; put', route: '', variants: [{ name: 'Short', moves: 'put; 2 left; put', route: '' }] };
    const laid = { ...cones, layout: line };
    const how = (yard: Home['yard']) =>
      whoLacks(week(item), shelf(laid, open), [at('Ash', { has: ['ball', 'cones'], yard, step: 1 })])[0]?.adapts[0]?.how;
    expect([how({ length: 8, width: 2 }), how({ length: 6, width: 2 }), how({ length: 2, width: 4 })]).to.deep.equal([
      undefined,
      ['a smaller layout'],
      ['a smaller layout'],
    ]);
    const [cannot] = whoLacks(week(item), of, [at('Ash', bare)])[0]?.cannot ?? [];
    expect([cannot?.lacks, cannot?.nearest?.id]).to.deep.equal([['no wall'], 'open']);
  });
});
