import { expect } from 'chai';
import fc from 'fast-check';
import { conesShort } from '../../../src/core/drills/cones.ts';
import {
  atHome,
  CATALOGUE,
  type Drill,
  type Home,
  KIT,
  lookThrough,
  mirrored,
  mirrorWords,
  nearestDrill,
  stairsThrough,
  stepsOf,
  WHOLE_SHELF,
} from '../../../src/core/drills/index.ts';
import { type PublishedWeek, swapsFor, weekForPlayer, withSwaps } from '../../../src/core/weeks/index.ts';
import { aBlock, anItem, aSession, drillOf } from '../make.ts';

const home = (change: Partial<Home> = {}): Home => ({ has: [...KIT], yard: null, step: null, ...change });

describe('a drill at home', () => {
  it('shows its stand-ins where kit is missing that everyone can make up', () => {
    expect(atHome(drillOf('slalom-both'), home({ has: ['ball'] }))).to.deep.include({
      can: true,
      standIns: [{ kit: 'cones', use: 'shoes, bottles, folded shirts' }],
    });
  });
  it('says plainly what keeps it from being done', () => {
    expect(atHome(drillOf('wall-one-touch'), home({ has: ['ball'] })).lacks).to.deep.equal(['no wall']);
    expect(atHome(drillOf('cross-course'), home({ yard: { length: 3, width: 2 } })).lacks).to.deep.equal(['needs 8 × 8 m']);
    expect(atHome(drillOf('inside-taps'), home({ has: [] })).lacks).to.deep.equal(['no ball']);
  });
  it('fits a yard either way round, and holds nothing against a home that was not told', () => {
    expect(atHome(drillOf('inside-taps-up-and-back'), home({ yard: { length: 2, width: 4 } })).can).to.equal(true);
    expect(atHome(drillOf('wall-one-touch'), null)).to.deep.include({ can: true, standIns: [], lacks: [] });
  });
  it('says how many cones have to be something else, where somebody counted them', () => {
    const short = (needed: number, change: Partial<Home> = {}) => conesShort(needed, home(change));
    expect([short(6, { cones: 4 }), short(4, { cones: 4 }), short(3, { cones: 4 })]).to.deep.equal([2, 0, 0]);
    expect([short(6), short(6, { cones: null }), short(6, { has: ['ball'], cones: 4 }), conesShort(6, null)]).to.deep.equal([0, 0, 0, 0]);
  });
  it('says in numbers what is missing of the cones, and lays what there are enough for', () => {
    const moves = 'put a cone; 5 steps forward; put; 5 left; put; 5 left; put';
    const four: Drill = { ...drillOf('slalom-both'), layout: { moves, route: '', variants: [] } };
    const at = (cones: number | null, drill = four) => atHome(drill, home({ cones }));
    expect(at(4).standIns).to.deep.equal([]);
    expect(at(3).standIns).to.deep.equal([{ kit: 'cones', use: '1 of 4 shoes, bottles, folded shirts' }]);
    expect(at(3).layout?.placed.cones).to.have.length(4);
    // Nobody counted, or there are none at all: as before.
    expect(at(null).standIns).to.deep.equal([]);
    expect(atHome(four, home({ has: ['ball'], cones: 2 })).standIns).to.deep.equal([
      { kit: 'cones', use: 'shoes, bottles, folded shirts' },
    ]);
    const short = { name: 'Three in a row', moves: 'put a cone; 5 steps forward; put; 5 forward; put', route: '' };
    const withVariant = { ...four, layout: { moves, route: '', variants: [short] } };
    expect(at(4, withVariant).layout?.variant).to.equal(null);
    expect(at(3, withVariant)).to.deep.include({ standIns: [] });
    expect(at(3, withVariant).layout).to.include({ kind: 'variant', variant: 'Three in a row' });
    expect(at(3, withVariant).layout?.sentence).to.match(/^You have 3 cones, so you lay “Three in a row”\. It needs /);
    // Two are enough for neither: the whole of it, with something else for the rest.
    expect(at(2, withVariant).layout?.variant).to.equal(null);
    expect(at(2, withVariant).standIns).to.deep.equal([{ kit: 'cones', use: '2 of 4 shoes, bottles, folded shirts' }]);
  });
  it('fits layouts with the player’s own step', () => {
    const small = atHome(drillOf('cross-course'), home({ yard: { length: 6.8, width: 6.8 }, step: 0.48 }));
    expect(small.layout?.kind).to.equal('as it is');
    expect(atHome(drillOf('cross-course'), home({ yard: { length: 6.8, width: 6.8 }, step: 0.6 })).layout?.kind).to.equal('smaller');
  });
});

describe('the nearest drill that can be done', () => {
  it('lies along easier and harder links of the family first', () => {
    expect(nearestDrill(drillOf('three-gates'), home({ yard: { length: 4, width: 2 } }), CATALOGUE)?.id).to.equal('slalom-both');
  });
  it('never has heading, never is the drill itself, and can be done there', () => {
    const homes = fc.record({
      has: fc.subarray([...KIT]),
      yard: fc.option(fc.record({ length: fc.integer({ min: 1, max: 12 }), width: fc.integer({ min: 1, max: 12 }) })),
      step: fc.constant(null),
    });
    fc.assert(
      fc.property(fc.constantFrom(...CATALOGUE), homes, (drill, at) => {
        const nearest = nearestDrill(drill, at, CATALOGUE);
        if (!nearest) return;
        expect(nearest.id).not.to.equal(drill.id);
        expect(nearest.loads).not.to.include('heading');
        expect(atHome(nearest, at).can).to.equal(true);
      }),
      { numRuns: 60 },
    );
  });
});

const week = (...ids: string[]): PublishedWeek => {
  const items = ids.map((id) => anItem(id));
  const drills = [...ids, 'toe-lift-catch', 'drop-kick-catch'].map((id) => [id, drillOf(id)] as const);
  return { title: 'A week', focus: '', sessions: [aSession([aBlock('challenge', items)])], drills: Object.fromEntries(drills) };
};
const drillIds = (content: PublishedWeek) => content.sessions.flatMap((s) => s.blocks.flatMap((b) => b.items.map((i) => i.drillId)));

describe('a week as one player gets it', () => {
  it('swaps what cannot be done for a drill measured the same way, and leaves the rest', () => {
    const content = week('wall-one-touch', 'inside-taps');
    const swaps = swapsFor(content, home({ has: ['ball'] }), CATALOGUE);
    expect(swaps.map((swap) => [swap.planned, swap.lacks, swap.instead?.measure])).to.deep.equal([
      ['Wall passes, one touch', ['no wall'], 'count in time'],
    ]);
    const done = withSwaps(content, swaps);
    expect(drillIds(done)).to.deep.equal([swaps[0]?.instead?.id, 'inside-taps']);
    expect(done.drills[drillIds(done)[0] ?? '']?.name).to.equal(swaps[0]?.instead?.name);
    expect(swapsFor(content, null, CATALOGUE)).to.deep.equal([]);
  });
  it('keeps an item for which nothing can take the place', () => {
    const content = week('cross-course');
    const swaps = swapsFor(content, home({ has: [], yard: { length: 1, width: 1 } }), CATALOGUE);
    expect(swaps[0]?.instead).to.equal(null);
    expect(withSwaps(content, swaps)).to.equal(content);
  });
  it('gives each school its first drill and its words', () => {
    const content = week('drop-kick-catch');
    expect(drillIds(weekForPlayer(content, 'toe-up', 'right'))).to.deep.equal(['toe-lift-catch']);
    expect(drillIds(weekForPlayer(content, 'laces', 'right'))).to.deep.equal(['drop-kick-catch']);
  });
  it('says left for right to a left-footed player, but not in a drill for one foot', () => {
    const words = (foot: 'left' | 'right') => weekForPlayer(week('twenty-fives', 'slalom-right'), 'laces', foot).drills;
    expect(words('right')['twenty-fives']?.steps[0]).to.match(/^Right foot/);
    expect(words('left')['twenty-fives']?.steps[0]).to.match(/^Left foot/);
    expect(words('left')['slalom-right']?.steps).to.deep.equal(drillOf('slalom-right').steps);
    for (const drill of CATALOGUE) {
      expect(mirrored(mirrored(drill))).to.deep.equal(drill);
      for (const step of drill.steps) expect(mirrorWords(mirrorWords(step))).to.equal(step);
    }
  });
});

describe('looking through the shelf', () => {
  const look = (filter: Partial<typeof WHOLE_SHELF>, met: string[] = []) =>
    lookThrough(CATALOGUE, { ...WHOLE_SHELF, ...filter }, new Set(met));
  it('leaves only what fits every filter', () => {
    expect(look({})).to.have.length(CATALOGUE.length);
    expect(look({ family: 'wall' }).every((drill) => drill.family === 'wall')).to.equal(true);
    expect(look({ kit: ['ball'] }).every((drill) => drill.kit.every((kit) => kit === 'ball'))).to.equal(true);
    expect(look({ space: { length: 2, width: 3 } }).every((drill) => Math.min(drill.space.length, drill.space.width) <= 2)).to.equal(true);
    expect(look({ load: 'none' }).some((drill) => drill.loads.length > 0)).to.equal(false);
    expect(look({ load: 'heading' }).map((drill) => drill.id)).to.deep.equal(['soft-header-catch']);
    expect(look({ measure: 'surfaces' }).map((drill) => drill.id)).to.deep.equal(['twenty-fives']);
    expect(look({ notMet: true }, ['inside-taps']).map((drill) => drill.id)).not.to.include('inside-taps');
    expect(look({ family: 'turns and moves', query: 'hook' })[0]?.id).to.equal('outside-hook');
  });
});

describe('the stairs', () => {
  it('put every drill above all its easier ones', () => {
    const steps = stepsOf(CATALOGUE);
    for (const drill of CATALOGUE)
      for (const easier of drill.easier) expect(steps.get(drill.id), drill.id).to.be.above(steps.get(easier) ?? 0);
    expect(steps.get('inside-taps')).to.equal(0);
  });
  it('lead from an easiest drill through the one that is asked for', () => {
    const stairs = stairsThrough(CATALOGUE, 'v-diagonal').map((drill) => drill.id);
    expect(stairs.slice(0, 1)).to.deep.equal(['inside-taps']);
    expect(stairs).to.include('v-diagonal');
    expect(stairsThrough(CATALOGUE, 'nothing')).to.deep.equal([]);
  });
});
