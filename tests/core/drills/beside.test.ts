import { expect } from 'chai';
import { besideOf, CATALOGUE, countsInPlaceOf, type Drill, harderThan } from '../../../src/core/drills/index.ts';
import { drillOf } from '../make.ts';

const base = drillOf('sole-taps');
const drill = (id: string, change: Partial<Drill> = {}): Drill => ({
  ...base,
  ...{ id, easier: [], loads: [], measure: 'count in time', sides: 'each foot' },
  ...change,
});
const always = () => true;
const ids = (of: Drill, shelf: readonly Drill[], may: (one: Drill) => boolean = always) => {
  const { easier, harder } = besideOf(of, shelf, may);
  return [easier?.id ?? null, harder?.id ?? null];
};

describe('the neighbours of a drill for a day', () => {
  const mid = drill('mid', { easier: ['low'] });
  const low = drill('low');
  const high = drill('high', { easier: ['mid'] });

  it('are one step down and one step up the stairs', () => {
    expect(ids(mid, [low, mid, high])).to.deep.equal(['low', 'high']);
    expect(ids(low, [low, mid, high])).to.deep.equal([null, 'mid']);
    expect(ids(high, [low, mid, high])).to.deep.equal(['mid', null]);
  });

  it('are the hardest of the easier, the easiest of the harder, those with a number first', () => {
    const two = drill('two', { easier: ['low'] });
    const top = drill('top', { easier: ['low', 'two'] });
    expect(ids(top, [low, two, top])).to.deep.equal(['two', null]);
    const far = drill('far', { easier: ['low', 'two'] });
    expect(ids(low, [far, two, low])).to.deep.equal([null, 'two']);
    const free = { ...two, measure: 'time on' as const };
    expect(ids(top, [low, free, top])).to.deep.equal(['low', null]);
    expect(ids({ ...top, easier: ['two'] }, [low, free, top])).to.deep.equal(['two', null]);
  });

  it('keep clock and feet: the same measure or seconds, the same feet or both together', () => {
    const with_ = (change: Partial<Drill>) => ids(mid, [{ ...low, ...change }, mid])[0];
    expect(with_({ measure: 'time on' })).to.equal('low');
    expect(with_({ measure: 'fixed reps' })).to.equal(null);
    expect(with_({ sides: 'alternating' })).to.equal('low');
    expect(with_({ sides: 'stronger then other' })).to.equal(null);
    const together = drill('mid', { easier: ['low'], sides: 'alternating' });
    expect(ids(together, [low, together])[0]).to.equal(null);
    const reps = drill('mid', { easier: ['low'], measure: 'fixed reps' });
    expect(ids(reps, [{ ...low, measure: 'fixed reps' }, reps])[0]).to.equal('low');
  });

  it('never bring a load that was not planned, nor heading at all, nor what is not allowed', () => {
    const with_ = (loads: Drill['loads'], planned: Drill['loads'] = []) => ids({ ...mid, loads: planned }, [{ ...low, loads }, mid])[0];
    expect(with_(['heading'])).to.equal(null);
    expect(with_(['heading'], ['heading'])).to.equal(null);
    const load = CATALOGUE.flatMap((one) => one.loads).find((one) => one !== 'heading');
    if (!load) throw new Error('no load');
    expect([with_([load]), with_([load], [load])]).to.deep.equal([null, 'low']);
    expect(ids(mid, [low, mid, high], (one) => one.id !== 'low')).to.deep.equal([null, 'high']);
  });

  it('are given to most of the shipped drills, and law: each can be done by the planned clock', () => {
    let some = 0;
    for (const one of CATALOGUE) {
      const { easier, harder } = besideOf(one, CATALOGUE, always);
      if (easier) expect(one.easier, one.id).to.include(easier.id);
      if (harder) expect(harderThan(CATALOGUE, one.id)).to.include(harder);
      if (easier || harder) some++;
    }
    expect(some).to.be.at.least(CATALOGUE.length * 0.6);
  });

  it('count in each other’s place when measured the same way for the same feet', () => {
    expect(countsInPlaceOf(mid, low)).to.equal(true);
    expect(countsInPlaceOf(mid, { ...low, measure: 'time on' })).to.equal(false);
    expect(countsInPlaceOf(mid, { ...low, sides: 'alternating' })).to.equal(false);
    expect(countsInPlaceOf({ ...mid, sides: 'untracked' }, { ...low, sides: 'alternating' })).to.equal(true);
  });
});
