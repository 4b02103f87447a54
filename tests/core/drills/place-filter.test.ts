import { expect } from 'chai';
import { CATALOGUE } from '../../../src/core/drills/index.ts';
import { fitsPlace, type GROUND_CHOICES, KIT_CHOICES, type KitChoice } from '../../../src/core/drills/place-filter.ts';
import { drillOf } from '../make.ts';

describe('drills by what they need', () => {
  const anywhere = { kit: null, ground: null };
  const of = (kit: KitChoice | null, ground: keyof typeof GROUND_CHOICES | null = null) =>
    CATALOGUE.filter((drill) => fitsPlace(drill, { kit, ground }));

  it('are all when nothing is asked', () => {
    expect(of(null)).to.have.length(CATALOGUE.length);
  });
  it('are those that use the kit and no other', () => {
    for (const [name, kit] of Object.entries(KIT_CHOICES))
      for (const drill of of(name as KitChoice)) expect([...drill.kit].sort(), drill.id).to.deep.equal([...kit].sort());
    expect(of('a ball alone').some((drill) => drill.kit.includes('wall'))).to.equal(false);
    expect(of('ball and wall').length).to.be.greaterThan(3);
    expect(of('no ball').length).to.be.greaterThan(0);
  });
  it('are more the larger the ground is, and those of a room fit a yard', () => {
    const [room, drive, yard] = [of(null, 'a room'), of(null, 'a driveway'), of(null, 'a small yard')];
    expect(room.length).to.be.within(1, drive.length);
    expect(drive.length).to.be.within(room.length, yard.length);
    for (const drill of room) expect(fitsPlace(drill, { ...anywhere, ground: 'a small yard' }), drill.id).to.equal(true);
  });
  it('fit ground of just their size', () => {
    const drill = { ...drillOf('sole-taps'), layout: null, space: { length: 2.5, width: 2.5 } };
    expect(fitsPlace(drill, { ...anywhere, ground: 'a room' })).to.equal(true);
    expect(fitsPlace({ ...drill, space: { length: 2.6, width: 2 } }, { ...anywhere, ground: 'a room' })).to.equal(false);
    expect(fitsPlace({ ...drill, space: { length: 3, width: 5 } }, { ...anywhere, ground: 'a driveway' })).to.equal(true);
  });
});
