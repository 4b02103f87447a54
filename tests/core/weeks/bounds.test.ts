import { expect } from 'chai';
import { type Drill, MEASURES } from '../../../src/core/drills/index.ts';
import { compileRunSheet, TYPICAL_RUNNER } from '../../../src/core/training/index.ts';
import {
  changeSession,
  copyPlan,
  copySession,
  Dose,
  Item,
  moveBlockTo,
  moveById,
  moveItemTo,
  moveSessionTo,
  newBlock,
  newItem,
  newSession,
  outlineOf,
  RunTimes,
  Session,
  swapsFor,
  usualDose,
  usualDrink,
  WeekPlan,
  weekForPlayer,
  withSeconds,
  withSwaps,
} from '../../../src/core/weeks/index.ts';
import { insteadOf } from '../../../src/core/weeks/swaps.ts';
import { aBlock, anId, anItem, aSession, drillOf, drills, timed } from '../make.ts';

const messages = (parsed: { error?: { issues: { path: PropertyKey[]; message: string }[] } | undefined }) =>
  parsed.error?.issues.map((one) => [one.path.join('.'), one.message]) ?? [];

describe('a usual dose', () => {
  it('is for each measure what most would write, and sound', () => {
    const of = (measure: Drill['measure'], bands: Drill['bands'] = [], id = 'x') =>
      usualDose({ ...drillOf('sole-taps'), id, measure, bands });
    const band = (per: number | null) => [{ per, starting: 1, steady: 2, strong: 3, estimated: false }];
    expect(of('count in time')).to.deep.equal({ measure: 'count in time', seconds: 30, rounds: 1 });
    expect(of('count in time', band(20))).to.include({ seconds: 20 });
    expect(of('hits in time')).to.deep.equal({ measure: 'hits in time', seconds: 30, rounds: 1, distance: 3 });
    expect(of('hits in time', band(45))).to.include({ seconds: 45 });
    expect(of('hits in time', band(null))).to.include({ seconds: 30 });
    expect(of('unbroken run')).to.deep.equal({ measure: 'unbroken run', seconds: 120, rounds: 1, bounce: false });
    expect(of('unbroken run', [], 'a-one-foot-run')).to.include({ bounce: true });
    expect(of('fixed reps')).to.deep.equal({ measure: 'fixed reps', reps: 10, rounds: 1 });
    expect(of('fixed reps', band(25))).to.include({ reps: 25 });
    expect(of('sets')).to.deep.equal({ measure: 'sets', sets: 5 });
    expect(of('sets', band(3))).to.include({ sets: 3 });
    expect(of('course time')).to.deep.equal({ measure: 'course time', rounds: 2 });
    expect(of('surfaces')).to.deep.include({ reps: 25, surfaces: ['right foot', 'left foot', 'right thigh', 'left thigh'] });
    expect(of('time on')).to.deep.equal({ measure: 'time on', seconds: 30, rounds: 1 });
    for (const measure of MEASURES) expect(messages(Dose.safeParse(of(measure))), measure).to.deep.equal([]);
  });
  it('comes with what is usual around it', () => {
    const item = newItem(anId(), drillOf('sole-taps'));
    expect(item).to.deep.include({ side: drillOf('sole-taps').sides, starts: 'right', paces: [], restSeconds: 0, scored: true });
    expect(item.target).to.deep.equal({ rule: 'beat your best' });
    const free = newItem(anId(), drillOf('free-combination'));
    expect([free.scored, free.target]).to.deep.equal([false, { rule: 'no number' }]);
    expect([usualDrink('leg burner'), usualDrink('recap')]).to.deep.equal([45, 30]);
    expect(newBlock('b', 'leg burner')).to.deep.equal({ id: 'b', kind: 'leg burner', restSeconds: 5, drinkSeconds: 45, items: [] });
    expect(newSession('s', 'One')).to.deep.equal({ id: 's', name: 'One', day: null, blocks: [] });
  });
});

describe('the bounds of a plan', () => {
  const bounds = (
    schema: { safeParse(value: unknown): Parameters<typeof messages>[0] },
    make: (n: number) => unknown,
    least: number,
    most: number,
  ) => {
    const good = (n: number) => messages(schema.safeParse(make(n))).length === 0;
    expect([least - 1, least, most, most + 1].map(good), `${least} to ${most}`).to.deep.equal([false, true, true, false]);
  };
  const item = () => anItem('sole-taps', timed(30));
  it('hold at their limits and not beyond', () => {
    bounds(Dose, (n) => ({ measure: 'count in time', seconds: n, rounds: 1 }), 5, 300);
    bounds(Dose, (n) => ({ measure: 'count in time', seconds: 30, rounds: n }), 1, 20);
    bounds(Dose, (n) => ({ measure: 'hits in time', seconds: 30, rounds: 1, distance: n }), 1, 30);
    bounds(Dose, (n) => ({ measure: 'unbroken run', seconds: n, rounds: 1, bounce: false }), 5, 600);
    bounds(Dose, (n) => ({ measure: 'fixed reps', reps: n, rounds: 1 }), 1, 500);
    bounds(Dose, (n) => ({ measure: 'sets', sets: n }), 1, 20);
    bounds(Dose, (n) => ({ measure: 'surfaces', reps: n, surfaces: ['left foot'] }), 1, 100);
    bounds(Dose, (n) => ({ measure: 'surfaces', reps: 5, surfaces: Array.from({ length: n }, () => 'left foot') }), 1, 4);
    bounds(Dose, (n) => ({ measure: 'time on', seconds: n, rounds: 1 }), 5, 3600);
    bounds(Item, (n) => ({ ...item(), restSeconds: n }), 0, 300);
    bounds(Item, (n) => ({ ...item(), target: { rule: 'same for all', number: n } }), 0, 10_000);
    bounds(Item, (n) => ({ ...item(), drillId: 'x'.repeat(n) }), 1, 80);
    bounds(Session, (n) => ({ ...aSession([]), name: 'x'.repeat(n) }), 1, 60);
    bounds(Session, (n) => ({ ...aSession([]), day: n }), 1, 7);
    bounds(Session, (n) => aSession([aBlock('recap', [], { restSeconds: n })]), 0, 300);
    bounds(Session, (n) => aSession([aBlock('recap', [], { drinkSeconds: n })]), 0, 300);
    bounds(WeekPlan, (n) => ({ title: 'x'.repeat(n), focus: '', sessions: [] }), 1, 80);
    for (const [name, least, most] of [
      ['leadIn', 3, 30],
      ['leadInFirstOfBlock', 5, 60],
      ['switch', 2, 30],
      ['turnRound', 2, 30],
      ['scoring', 5, 60],
    ] as const)
      bounds(RunTimes.partial(), (n) => ({ [name]: n }), least, most);
  });
  it('hold for lists: items, blocks, sessions, paces, and all of them together', () => {
    const some = (n: number) => Array.from({ length: n }, item);
    const fits = (schema: typeof Session | typeof WeekPlan, value: unknown) => messages(schema.safeParse(value));
    const block = (n: number) => aBlock('recap', some(n));
    expect(fits(Session, aSession([block(30)]))).to.deep.equal([]);
    expect(fits(Session, aSession([block(31)]))).to.deep.equal([['blocks.0.items', 'At most 30 items in a block.']]);
    expect(fits(Session, aSession(Array.from({ length: 12 }, () => block(0))))).to.deep.equal([]);
    expect(fits(Session, aSession(Array.from({ length: 13 }, () => block(0))))).to.have.length(1);
    const week = (...sessions: number[][]) => ({ title: 'W', focus: '', sessions: sessions.map((blocks) => aSession(blocks.map(block))) });
    expect(fits(WeekPlan, week([30, 30]))).to.deep.equal([]);
    expect(fits(WeekPlan, week([], [30, 30, 1]))).to.deep.equal([['sessions.1', 'At most 60 drills in a session.']]);
    expect(fits(WeekPlan, week([30, 20], [30, 20], [30, 20], [30, 20]))).to.deep.equal([]);
    expect(fits(WeekPlan, week([30, 20], [30, 20], [30, 20], [30, 21]))).to.deep.equal([['sessions', 'At most 200 drills in a week.']]);
    expect(fits(WeekPlan, week([], [], [], [], [], [], []))).to.deep.equal([]);
    expect(fits(WeekPlan, week([], [], [], [], [], [], [], []))).to.have.length(1);
    expect(fits(WeekPlan, { ...week(), focus: 'x'.repeat(200) })).to.deep.equal([]);
    expect(fits(WeekPlan, { ...week(), focus: 'x'.repeat(201) })).to.have.length(1);
    const paced = (n: number) => ({
      ...anItem('sole-taps', timed(5 * n)),
      paces: Array.from({ length: n }, () => ({ pace: 'easy', seconds: 5 })),
    });
    expect(messages(Item.safeParse(paced(12)))).to.deep.equal([]);
    expect(messages(Item.safeParse(paced(13)))).to.have.length(1);
  });
  it('name where a ladder is wrong, and trim names', () => {
    const paces = [{ pace: 'easy' as const, seconds: 20 }];
    expect(messages(Item.safeParse(anItem('sole-taps', { paces, ...timed(30) })))).to.deep.equal([
      ['paces', 'The pace stretches last 20 seconds, the work 30.'],
    ]);
    const reps = { measure: 'fixed reps' as const, reps: 20, rounds: 1 };
    expect(messages(Item.safeParse({ ...item(), dose: reps, paces }))).to.deep.equal([
      ['paces', 'Only timed work can change pace by the clock.'],
    ]);
    expect(Session.parse({ ...aSession([]), name: '  One ' }).name).to.equal('One');
    expect(WeekPlan.parse({ title: ' W ', focus: ' f ', sessions: [] })).to.deep.equal({ title: 'W', focus: 'f', sessions: [] });
    for (const spaces of [{ ...aSession([]), name: '   ' }]) expect(messages(Session.safeParse(spaces))).to.have.length(1);
  });
});

describe('moving within a week', () => {
  const [a, b, c] = [anItem('sole-taps'), anItem('inside-taps'), anItem('v-inside')];
  const [first, second, third] = [aBlock('recap', [a, b]), aBlock('challenge', [c]), aBlock('cool-down', [])];
  const [one, two] = [aSession([first, second]), aSession([third])];
  const plan = { title: 'W', focus: '', sessions: [one, two] };
  const blocks = (of: typeof plan) => of.sessions.map((session) => session.blocks.map((block) => block.id));
  it('puts a block anywhere, and changes nothing for ids that are not there', () => {
    expect(blocks(moveBlockTo(plan, first.id, two.id, 1))).to.deep.equal([[second.id], [third.id, first.id]]);
    expect(blocks(moveBlockTo(plan, first.id, one.id, 1))).to.deep.equal([[second.id, first.id], [third.id]]);
    expect(blocks(moveBlockTo(plan, third.id, one.id, 0))).to.deep.equal([[third.id, first.id, second.id], []]);
    expect(moveBlockTo(plan, 'none', one.id, 0)).to.equal(plan);
    expect(moveBlockTo(plan, first.id, 'none', 0)).to.equal(plan);
    expect(moveBlockTo(plan, first.id, two.id, 0).title).to.equal('W');
  });
  it('puts a session anywhere', () => {
    expect(moveSessionTo(plan, two.id, 0)).to.deep.equal({ ...plan, sessions: [two, one] });
    expect(moveSessionTo(plan, one.id, 1).sessions).to.deep.equal([two, one]);
    expect(moveSessionTo(plan, 'none', 0)).to.equal(plan);
  });
  it('puts an item anywhere, and changes nothing for ids that are not there', () => {
    expect(moveItemTo(plan, a.id, third.id, 0).sessions[1]?.blocks[0]?.items).to.deep.equal([a]);
    expect(moveItemTo(plan, a.id, 'none', 0)).to.equal(plan);
    expect(moveItemTo(plan, 'none', first.id, 0)).to.equal(plan);
    expect(moveById(plan, b.id, 1)).to.equal(plan);
    expect(moveById(plan, 'none', 1)).to.equal(plan);
  });
  it('changes one session alone', () => {
    const changed = changeSession(plan, two.id, (session) => ({ ...session, name: 'Changed' }));
    expect(changed.sessions.map((session) => session.name)).to.deep.equal([one.name, 'Changed']);
  });
  it('gives other seconds to timed work only, plain where there is no ladder', () => {
    const untimed = anItem('cross-course');
    expect(withSeconds(untimed, 40)).to.equal(untimed);
    expect(withSeconds({ ...a, ...timed(30) }, 40)).to.deep.equal({ ...a, ...timed(40) });
  });
});

describe('copies', () => {
  it('are equal but for the ids, each new', () => {
    const session = aSession([aBlock('recap', [anItem('sole-taps'), anItem('inside-taps')])]);
    let made = 0;
    const newId = () => `new-${++made}`;
    const copy = copySession(session, newId);
    const ids = [copy.id, ...copy.blocks.flatMap((block) => [block.id, ...block.items.map((item) => item.id)])];
    expect([...ids].sort()).to.deep.equal(['new-1', 'new-2', 'new-3', 'new-4']);
    const bare = (of: typeof session) => ({
      ...{ ...of, id: '' },
      blocks: of.blocks.map((block) => ({ ...block, id: '', items: block.items.map((item) => ({ ...item, id: '' })) })),
    });
    expect(bare(copy)).to.deep.equal(bare(session));
    const plan = copyPlan({ title: 'W', focus: 'f', sessions: [session, session] }, newId);
    expect([plan.title, plan.focus, new Set(plan.sessions.map((one) => one.id)).size]).to.deep.equal(['W', 'f', 2]);
  });
  it('as outlines have names, days, and which drills, each once in their order', () => {
    const items = [anItem('sole-taps'), anItem('inside-taps')];
    const session = { ...aSession([aBlock('recap', items), aBlock('challenge', [anItem('sole-taps')])]), day: 3 };
    expect(outlineOf({ title: 'W', focus: 'f', sessions: [session], drills: {} })).to.deep.equal({
      title: 'W',
      focus: 'f',
      sessions: [{ id: session.id, name: session.name, day: 3, drillIds: ['sole-taps', 'inside-taps'] }],
    });
  });
});

describe('a week as one player has it', () => {
  const week = (...ids: string[]) => {
    const items = ids.map((id) => anItem(id));
    return {
      items,
      content: {
        title: 'W',
        focus: '',
        sessions: [aSession([aBlock('recap', items)])],
        drills: Object.fromEntries(ids.map((id) => [id, drillOf(id)])),
      },
    };
  };
  const done = (content: ReturnType<typeof week>['content']) =>
    content.sessions.flatMap((session) => session.blocks.flatMap((block) => block.items.map((item) => item.drillId)));
  const nothing = { has: ['ball' as const], yard: { length: 2, width: 2 }, step: null };
  const walled = [...drills.values()].filter((drill) => drill.kit.includes('wall') && drill.loads.length === 0);

  it('has another drill, measured the same way, for what cannot be done at home', () => {
    const wall = walled[0];
    if (!wall) throw new Error('no wall');
    const { content, items } = week('sole-taps', wall.id);
    const home = { ...nothing, yard: null };
    expect(swapsFor(content, null, [...drills.values()])).to.deep.equal([]);
    const [swap, ...others] = swapsFor(content, home, [...drills.values()]);
    expect(others).to.deep.equal([]);
    expect(swap).to.deep.include({ itemId: items[1]?.id, planned: wall.name, lacks: ['no wall'] });
    expect(swap?.instead?.measure).to.equal(wall.measure);
    const swapped = withSwaps(content, [swap as NonNullable<typeof swap>]);
    expect(done(swapped)).to.deep.equal(['sole-taps', swap?.instead?.id]);
    expect(Object.keys(swapped.drills)).to.include(swap?.instead?.id);
    expect(withSwaps(content, [])).to.equal(content);
    expect(withSwaps(content, [{ ...(swap as NonNullable<typeof swap>), instead: null }])).to.equal(content);
  });

  it('never gets a load, another measure or the same drill in the place of one; any alike where none is near', () => {
    const wall = {
      ...drillOf('sole-taps'),
      id: 'up-the-wall',
      kit: ['ball' as const, 'wall' as const],
      easier: [],
      family: 'wall' as const,
    };
    const alike = { ...drillOf('sole-taps'), id: 'alike', family: 'stretch' as const, easier: [] };
    const home = { ...nothing, yard: null };
    expect(insteadOf(wall, home, [wall])).to.equal(null);
    expect(insteadOf(wall, home, [wall, alike])?.id).to.equal('alike');
    expect(insteadOf(wall, home, [wall, { ...alike, measure: 'time on' }])).to.equal(null);
    expect(insteadOf(wall, home, [wall, { ...alike, loads: ['heading'] }])).to.equal(null);
    expect(insteadOf(wall, home, [wall, { ...alike, kit: ['wall'] }])).to.equal(null);
  });

  it('leaves drills that nobody knows alone', () => {
    const { content } = week('sole-taps');
    expect(swapsFor({ ...content, drills: {} }, nothing, [])).to.deep.equal([]);
  });

  it('speaks the player’s school and foot, and takes a twin only where it is measured the same way', () => {
    const own = [...drills.values()].find(
      (drill) => drill.school !== null && drill.twin !== null && drills.get(drill.twin)?.measure === drill.measure,
    );
    if (!own?.twin || !own.school) throw new Error('no twin');
    const other = own.school === 'laces' ? 'toe-up' : 'laces';
    const { content } = week(own.id, 'sole-taps');
    const both = { ...content, drills: { ...content.drills, [own.twin]: drillOf(own.twin) } };
    expect(done(weekForPlayer(both, other, 'right') as typeof content)).to.deep.equal([own.twin, 'sole-taps']);
    expect(done(weekForPlayer(both, own.school, 'right') as typeof content)).to.deep.equal([own.id, 'sole-taps']);
    expect(done(weekForPlayer(content, other, 'right') as typeof content)).to.deep.equal([own.id, 'sole-taps']);
    const unlike = { ...both, drills: { ...both.drills, [own.twin]: { ...drillOf(own.twin), measure: 'sets' as const } } };
    expect(done(weekForPlayer(unlike, other, 'right') as typeof content)).to.deep.equal([own.id, 'sole-taps']);
  });

  it('is asked for from the left where that is the stronger foot: the surfaces in the order of the words', () => {
    const drill = drillOf('twenty-fives');
    const surfaces = ['right foot', 'left foot', 'right thigh', 'left thigh'] as const;
    const item = anItem('twenty-fives', { dose: { measure: 'surfaces', reps: 25, surfaces: [...surfaces] } });
    const planned = { title: '', focus: '', sessions: [aSession([aBlock('challenge', [item])])], drills: { [drill.id]: drill } };
    const first = (foot: 'left' | 'right') => {
      const week = weekForPlayer(planned, 'toe-up', foot);
      const [session] = week.sessions;
      const drills = new Map(Object.entries(week.drills));
      const sheet = session ? compileRunSheet(session, drills, { ...TYPICAL_RUNNER, strongerFoot: foot }) : [];
      return [
        week.drills[drill.id]?.steps[0],
        sheet.find((one) => one.kind === 'work')?.surface,
        sheet.filter((one) => one.kind === 'work').map((one) => one.foot),
      ];
    };
    expect(first('right')).to.deep.equal(['Right foot: go for 25 unbroken touches.', 'right foot', ['right', 'left', 'right', 'left']]);
    expect(first('left')).to.deep.equal(['Left foot: go for 25 unbroken touches.', 'left foot', ['left', 'right', 'left', 'right']]);
    // One surface alone is meant as it is.
    const one = { ...item, dose: { ...item.dose, surfaces: ['right foot'] } } as typeof item;
    const alone = weekForPlayer({ ...planned, sessions: [aSession([aBlock('challenge', [one])])] }, 'toe-up', 'left');
    expect(alone.sessions[0]?.blocks[0]?.items[0]?.dose).to.deep.include({ surfaces: ['right foot'] });
  });
});
