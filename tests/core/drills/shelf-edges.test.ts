import { expect } from 'chai';
import {
  atHome,
  CheckedDrill,
  type Drill,
  drillForPlayer,
  drillForSchool,
  findCircle,
  type Home,
  harderThan,
  inSchool,
  KIT,
  lookThrough,
  mirrored,
  nearestDrill,
  otherSchool,
  searchDrills,
  stairsThrough,
  stepsOf,
  WHOLE_SHELF,
} from '../../../src/core/drills/index.ts';
import { PaceFigures } from '../../../src/core/drills/schema.ts';
import { isShownMirrored } from '../../../src/core/drills/side-shown.ts';
import { drillOf } from '../make.ts';

/* A made-up shelf, so that each rule can be seen alone. */

const BASE: Drill = {
  ...drillOf('sole-taps'),
  aliases: [],
  easier: [],
  layout: null,
  moves: null,
  kit: ['ball'],
  space: { length: 2, width: 2 },
  loads: [],
};
const a = (id: string, change: Partial<Drill> = {}): Drill => ({ ...BASE, id, name: id, purpose: '', ...change });
const ids = (drills: readonly Drill[]) => drills.map((one) => one.id);

describe('easier and harder', () => {
  const shelf = [
    a('low'),
    a('mid', { easier: ['low', 'gone'] }),
    a('side'),
    a('top', { easier: ['side', 'mid'] }),
    a('peak', { easier: ['top'] }),
  ];

  it('is harder what names a drill as its easier one', () => {
    expect(ids(harderThan(shelf, 'low'))).to.deep.equal(['mid']);
    expect(harderThan(shelf, 'peak')).to.deep.equal([]);
  });

  it('is no circle on a sound shelf, and is named from its first to itself on another', () => {
    expect(findCircle(shelf)).to.equal(null);
    expect(
      findCircle([a('out', { easier: ['x'] }), a('x', { easier: ['y'] }), a('y', { easier: ['z'] }), a('z', { easier: ['x'] })]),
    ).to.deep.equal(['x', 'y', 'z', 'x']);
    expect(findCircle([a('self', { easier: ['self'] })])).to.deep.equal(['self', 'self']);
    // Two ways to one drill are none.
    expect(findCircle([a('t', { easier: ['l', 'r'] }), a('l', { easier: ['b'] }), a('r', { easier: ['b'] }), a('b')])).to.equal(null);
    expect(findCircle([a('t', { easier: ['elsewhere'] })])).to.equal(null);
  });

  it('stands one above its highest easier drill that is there', () => {
    expect([...stepsOf(shelf)].sort()).to.deep.equal([
      ['low', 0],
      ['mid', 1],
      ['peak', 3],
      ['side', 0],
      ['top', 2],
    ]);
    expect(stepsOf([a('x', { easier: ['y'] }), a('y', { easier: ['x'] })]).size).to.equal(2);
  });

  it('leads down by the highest easier drill and up by the lowest harder one, two steps at most', () => {
    const more = [...shelf, a('far', { easier: ['peak'] }), a('high', { easier: ['low', 'far'] })];
    expect(ids(stairsThrough(more, 'top'))).to.deep.equal(['low', 'mid', 'top', 'peak', 'far']);
    expect(ids(stairsThrough(more, 'low'))).to.deep.equal(['low', 'mid', 'top']);
    expect(ids(stairsThrough(more, 'low', 0))).to.deep.equal(['low']);
    expect(ids(stairsThrough(more, 'low', 1))).to.deep.equal(['low', 'mid']);
    expect(stairsThrough(more, 'nobody')).to.deep.equal([]);
    expect(ids(stairsThrough([a('x', { easier: ['y'] }), a('y', { easier: ['x'] })], 'x', 0))).to.deep.equal(['y', 'x']);
  });
});

describe('the nearest drill that can be done', () => {
  const home: Home = { has: ['ball'], yard: { length: 3, width: 3 }, step: null };
  const wall = { kit: ['ball', 'wall'] as Drill['kit'] };
  const near = (shelf: Drill[], id = 'x', at: Home | null = home) =>
    nearestDrill(shelf.find((one) => one.id === id) as Drill, at, shelf)?.id ?? null;

  it('is along the links first, up or down, within three of them, and of the same family', () => {
    expect(near([a('other'), a('easy'), a('x', { ...wall, easier: ['easy'] })])).to.equal('easy');
    expect(near([a('other'), a('hard', { easier: ['x'] }), a('x', wall)])).to.equal('hard');
    const chain = (n: number) => [
      a('other'),
      ...Array.from({ length: n }, (_, i) => a(`n${i + 1}`, i + 1 === n ? { easier: [] } : { ...wall, easier: [`n${i + 2}`] })),
      a('x', { ...wall, easier: ['n1'] }),
    ];
    expect([near(chain(1)), near(chain(2)), near(chain(3)), near(chain(4))]).to.deep.equal(['n1', 'n2', 'n3', 'other']);
    expect(near([a('other'), a('easy', { family: 'wall' }), a('x', { ...wall, easier: ['easy'] })])).to.equal('other');
  });

  it('is then of the same family, with the same measure if there is one; none where nothing can be done', () => {
    expect(near([a('time', { measure: 'time on' }), a('count'), a('x', wall)])).to.equal('count');
    expect(near([a('time', { measure: 'time on' }), a('x', wall)])).to.equal('time');
    expect(near([a('away', { family: 'wall' }), a('x', wall)])).to.equal(null);
    expect(near([a('big', { space: { length: 9, width: 9 } }), a('x', wall)])).to.equal(null);
  });

  it('is never itself, and never heading', () => {
    expect(near([a('x')], 'x', null)).to.equal(null);
    expect(near([a('head', { loads: ['heading'] }), a('x', wall)])).to.equal(null);
    expect(near([a('head', { loads: ['heading'] }), a('foot'), a('x', { ...wall, easier: ['head'] })])).to.equal('foot');
  });
});

describe('room at home', () => {
  const can = (length: number, width: number, yard: Home['yard']) =>
    atHome(a('x', { space: { length, width } }), { has: [...KIT], yard, step: null }).can;
  it('is there straight or turned, to equality', () => {
    expect([can(4, 2, { length: 4, width: 2 }), can(4, 2, { length: 2, width: 4 })]).to.deep.equal([true, true]);
    expect([
      can(4, 2, { length: 3.9, width: 3.9 }),
      can(4, 2, { length: 4, width: 1.9 }),
      can(4, 2, { length: 1.9, width: 4 }),
      can(4, 2, { length: 2, width: 3.9 }),
    ]).to.deep.equal([false, false, false, false]);
    expect(can(4, 2, null)).to.equal(true);
  });
  it('stands something in for what everybody can make up, and for nothing else', () => {
    const found = atHome(a('x', { kit: ['ball', 'cones', 'wall', 'tennis ball'] }), { has: [], yard: null, step: null });
    expect(found.standIns.map((one) => one.kit)).to.deep.equal(['cones', 'tennis ball']);
    expect(found.lacks).to.deep.equal(['no ball', 'no wall']);
    expect(atHome(a('x', { kit: ['cones'] }), null)).to.deep.equal({ can: true, standIns: [], lacks: [], layout: null });
  });
});

describe('a shelf that is looked through', () => {
  const shelf = [
    a('one', { kit: ['ball', 'wall'], measure: 'time on', loads: ['heading'], space: { length: 5, width: 2 } }),
    a('two', { family: 'wall', loads: ['high impact'], space: { length: 2, width: 5 } }),
    a('three', { space: { length: 3, width: 3 } }),
  ];
  const through = (filter: Partial<typeof WHOLE_SHELF>, met: string[] = []) =>
    ids(lookThrough(shelf, { ...WHOLE_SHELF, ...filter }, new Set(met)));

  it('leaves all in that nothing speaks against', () => {
    expect(through({})).to.deep.equal(['one', 'two', 'three']);
    expect(through({ family: 'wall' })).to.deep.equal(['two']);
    expect(through({ kit: ['ball'] })).to.deep.equal(['two', 'three']);
    expect(through({ kit: ['ball', 'wall', 'cones'] })).to.deep.equal(['one', 'two', 'three']);
    expect(through({ kit: [] })).to.deep.equal([]);
    expect(through({ measure: 'time on' })).to.deep.equal(['one']);
    expect(through({ load: 'heading' })).to.deep.equal(['one']);
    expect(through({ load: 'none' })).to.deep.equal(['three']);
    expect([through({ notMet: true }, ['one']), through({ notMet: false }, ['one'])]).to.deep.equal([
      ['two', 'three'],
      ['one', 'two', 'three'],
    ]);
  });

  it('asks for room either way round, to equality', () => {
    expect(through({ space: { length: 2, width: 5 } })).to.deep.equal(['one', 'two']);
    expect(through({ space: { length: 5, width: 3 } })).to.deep.equal(['one', 'two', 'three']);
    expect(through({ space: { length: 3, width: 3 } })).to.deep.equal(['three']);
    expect(through({ space: { length: 4.9, width: 2.9 } })).to.deep.equal([]);
  });
});

describe('a search', () => {
  const shelf = [
    a('by-moves', { name: 'Zed', moves: { texts: ['right sole pulls back'], free: false } as Drill['moves'] }),
    a('by-purpose', { name: 'Yon', purpose: 'To pull away.' }),
    a('by-alias', { name: 'Xan', aliases: ['The Pull'] }),
    a('by-name', { name: 'Púll—back!' }),
  ];
  const found = (query: string) => ids(searchDrills(shelf, query));

  it('ranks names before aliases before purpose before movement, whatever case, accents and signs', () => {
    expect(found('PULL')).to.deep.equal(['by-name', 'by-alias', 'by-purpose', 'by-moves']);
    expect(found('  pull,  BACK ')).to.deep.equal(['by-name', 'by-moves']);
    expect(found('pull nowhere')).to.deep.equal([]);
    expect(found('')).to.deep.equal(ids(shelf));
    expect(found(' ?! ')).to.deep.equal(ids(shelf));
    expect(searchDrills(shelf, '')).to.not.equal(shelf);
    // Asked again, each is what it was.
    expect(found('pull')).to.deep.equal(['by-name', 'by-alias', 'by-purpose', 'by-moves']);
  });
});

describe('the two schools', () => {
  const taught = { 'toe-up': { cues: ['toe up'] }, laces: { cues: ['laces'] } } as unknown as Drill['contact'];
  const lifts = { texts: ['right laces kicks up to the knee\nright laces pushes along'], free: false } as Drill['moves'];
  it('say and show a lift each in its way, and leave alone what is taught alike', () => {
    const drill = a('x', { contact: taught, moves: lifts });
    expect(inSchool(drill, 'toe-up').moves?.texts).to.deep.equal(['right toe kicks up to the knee\nright laces pushes along']);
    expect([inSchool(drill, 'laces').cues, inSchool(drill, 'laces').moves?.texts]).to.deep.equal([['laces'], lifts?.texts]);
    expect(inSchool(a('x', { contact: taught, moves: null }), 'laces').moves).to.equal(null);
    const plain = a('x', { contact: null, moves: lifts });
    expect(inSchool(plain, 'toe-up')).to.equal(plain);
    expect([otherSchool('toe-up'), otherSchool('laces')]).to.deep.equal(['laces', 'toe-up']);
  });

  it('do the twin of what belongs to the other alone', () => {
    const shelf = new Map(
      [
        a('l', { school: 'laces', twin: 't' }),
        a('t', { school: 'toe-up', twin: 'l' }),
        a('plain', { school: null, twin: null }),
        a('alone', { school: 'laces', twin: 'gone' }),
        a('one', { school: 'laces', twin: null }),
      ].map((one) => [one.id, one]),
    );
    const of = (id: string, school: 'laces' | 'toe-up') => drillForSchool(id, shelf, school);
    expect([
      of('l', 'toe-up'),
      of('l', 'laces'),
      of('t', 'laces'),
      of('plain', 'laces'),
      of('alone', 'toe-up'),
      of('one', 'toe-up'),
      of('nobody', 'laces'),
    ]).to.deep.equal(['t', 'l', 'l', 'plain', 'alone', 'one', 'nobody']);
  });

  it('change left for right for the left-footed, unless a foot is the point', () => {
    const words = { steps: ['Left foot first, then the right.'], cues: ['LEFT arm out'] };
    expect(mirrored(a('x', { ...words, sides: 'alternating' }))).to.deep.include({
      steps: ['Right foot first, then the left.'],
      cues: ['LEFT arm out'],
    });
    for (const sides of ['left', 'right'] as const) expect(mirrored(a('x', { ...words, sides })).steps).to.deep.equal(words.steps);
    const drill = a('x', { ...words, sides: 'alternating', contact: null });
    expect([drillForPlayer(drill, 'laces', 'left').steps, drillForPlayer(drill, 'laces', 'both').steps]).to.deep.equal([
      ['Right foot first, then the left.'],
      words.steps,
    ]);
  });
});

describe('the side a drill is shown from', () => {
  it('is that of the foot that works, else from the stronger; a foot by name is as it is written', () => {
    for (const sides of ['left', 'right'] as const)
      for (const foot of ['left', 'right', null] as const) expect(isShownMirrored(sides, foot, 'left')).to.equal(false);
    expect([isShownMirrored('each foot', 'left', 'right'), isShownMirrored('each foot', 'right', 'left')]).to.deep.equal([true, false]);
    expect((['left', 'right', 'both'] as const).map((stronger) => isShownMirrored('each foot', null, stronger))).to.deep.equal([
      true,
      false,
      false,
    ]);
    expect((['left', 'right', 'both'] as const).map((stronger) => isShownMirrored('other foot only', null, stronger))).to.deep.equal([
      false,
      true,
      true,
    ]);
    expect(isShownMirrored('other foot only', 'left', 'left')).to.equal(true);
  });
});

describe('a drill on its way to the shelf', () => {
  it('has moves that can be read; what is wrong names its text and line', () => {
    const wrong = (texts: string[]) =>
      CheckedDrill.safeParse({ ...drillOf('sole-taps'), moves: { texts, free: false } }).error?.issues.map((one) => [
        one.path.join('.'),
        one.message,
      ]) ?? [];
    expect(wrong(drillOf('sole-taps').moves?.texts ?? [])).to.deep.equal([]);
    const [issue] = wrong(['ball in front\nright insid taps across']);
    expect(issue?.[0]).to.equal('moves.texts.0');
    expect(issue?.[1]).to.match(/^Moves, line 2: “insid” is not a word/);
  });

  it('has paces that rise to its ceiling', () => {
    const holds = (easy: number, usual: number, fast: number, ceiling: number) =>
      PaceFigures.safeParse({ easy, usual, fast, ceiling, estimated: true }).success;
    expect([holds(1, 2, 3, 4), holds(2, 2, 2, 2.1)]).to.deep.equal([true, true]);
    expect([holds(2.1, 2, 3, 4), holds(1, 3.1, 3, 4), holds(1, 2, 4, 4), holds(1, 2, 4.1, 4)]).to.deep.equal([false, false, false, false]);
  });
});
