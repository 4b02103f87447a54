import { expect } from 'chai';
import { CATALOGUE, Drill, FAMILIES, findCircle, harderThan, MEASURES, SIDES, searchDrills } from '../../src/core/drills/index.ts';
import { drillOf } from './make.ts';

describe('the shelf of drills', () => {
  it('holds at least 16 drills, each measure, each kind of sides and each family at least once', () => {
    expect(CATALOGUE.length).to.be.at.least(16);
    expect(new Set(CATALOGUE.map((drill) => drill.measure))).to.have.all.keys(...MEASURES);
    expect(new Set(CATALOGUE.map((drill) => drill.sides))).to.have.all.keys(...SIDES);
    expect(new Set(CATALOGUE.map((drill) => drill.family))).to.have.all.keys(...FAMILIES);
  });

  it('has each id once, no edge that leads nowhere, and no circle of easier drills', () => {
    const ids = CATALOGUE.map((drill) => drill.id);
    expect(new Set(ids).size).to.equal(ids.length);
    for (const drill of CATALOGUE) for (const easier of drill.easier) expect(ids, `${drill.id} names ${easier}`).to.include(easier);
    expect(findCircle(CATALOGUE)).to.equal(null);
  });

  it('carries its caution on every wall, hop and balance drill', () => {
    for (const drill of CATALOGUE) {
      if (drill.kit.includes('wall') || drill.loads.includes('single-leg hop')) expect(drill.cautions, drill.id).not.to.deep.equal([]);
    }
  });

  it('knows the figures seen in practice', () => {
    // 300 touches in a minute (5 a second) was not believed; 200 is what trained teenagers reach.
    const touches = drillOf('any-surface-touches');
    expect(300 / 60).to.be.above(touches.pace.ceiling);
    expect(200 / 60).to.be.below(touches.pace.fast);
    expect(touches.bands[0]).to.include({ per: 60, strong: 200, estimated: false });
    // 22 step-overs in 10 s is a highly trained adult.
    expect(drillOf('counted-step-overs').pace.fast).to.equal(2.2);
  });

  it('finds a circle when there is one and names the way round', () => {
    const [a, b] = [drillOf('inside-taps'), drillOf('sole-taps')];
    expect(findCircle([{ ...a, easier: ['sole-taps'] }, b])).to.deep.equal(['inside-taps', 'sole-taps', 'inside-taps']);
  });

  it('lists the next steps up', () => {
    expect(harderThan(CATALOGUE, 'line-laces').map((drill) => drill.id)).to.have.members(['slalom-right', 'slalom-left', 'slalom-both']);
  });

  it('refuses a drill whose paces do not rise', () => {
    const wrong = { ...drillOf('inside-taps'), pace: { easy: 2, usual: 1, fast: 3, ceiling: 4, estimated: true } };
    expect(Drill.safeParse(wrong).success).to.equal(false);
  });
});

describe('searching the shelf', () => {
  const ids = (query: string) => searchDrills(CATALOGUE, query).map((drill) => drill.id);

  it('finds by name, alias and family, whatever the case and order of words', () => {
    expect(ids('TAPS sole')).to.include('sole-taps');
    expect(ids('toe taps')).to.include('sole-taps');
    expect(ids('stretch')).to.include('ankle-hip-hold');
  });

  it('puts name hits before alias hits', () => {
    const found = ids('weave');
    expect(found).to.include.members(['slalom-right', 'slalom-both']);
    expect(ids('slalom')[0]).to.match(/^slalom/);
  });

  it('gives all for an empty word and none for nonsense', () => {
    expect(ids('  ')).to.have.length(CATALOGUE.length);
    expect(ids('zzz')).to.deep.equal([]);
  });
});
