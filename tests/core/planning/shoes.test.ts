import { expect } from 'chai';
import fc from 'fast-check';
import type { Drill } from '../../../src/core/drills/index.ts';
import { NOTHING_GIVEN, personalWeek } from '../../../src/core/planning/index.ts';
import { type StepGo, shoeOn, stairsOfItem } from '../../../src/core/planning/shoes.ts';
import { type PublishedWeek, weekForPlayer } from '../../../src/core/weeks/index.ts';
import { often } from '../../often.ts';
import { aBlock, anItem, aSession, drillOf, drills } from '../make.ts';

const a = (id: string, easier: string[] = [], change: Partial<Drill> = {}): Drill => ({
  ...drillOf('sole-taps'),
  id,
  name: id.toUpperCase(),
  easier,
  moves: null,
  ...change,
});
const shelf = (...list: Drill[]) => new Map(list.map((one) => [one.id, one]));
const ids = (list: readonly Drill[]) => list.map((one) => one.id).join(' ');

describe('the staircase of an item', () => {
  const low = a('low');
  const mid = a('mid', ['low']);
  const top = a('top', ['mid']);

  it('goes down and up from its drill, one above the other', () => {
    expect(ids(stairsOfItem(mid, shelf(top, low, mid)))).to.equal('low mid top');
    expect(ids(stairsOfItem(low, shelf(low)))).to.equal('low');
  });

  it('ends where a step has no number, has heading, or is of another family', () => {
    for (const change of [
      { measure: 'time on' as const },
      { bands: [] },
      { loads: ['heading' as const] },
      { family: 'juggling' as const },
    ]) {
      expect(ids(stairsOfItem(mid, shelf({ ...low, ...change }, mid, top))), JSON.stringify(change)).to.equal('mid top');
      expect(ids(stairsOfItem(mid, shelf(low, mid, { ...top, ...change }))), JSON.stringify(change)).to.equal('low mid');
    }
  });

  it('takes the nearer of two steps down, the lower of two up, and four up at most', () => {
    const far = a('far');
    const two = a('two', ['far', 'mid']);
    expect(ids(stairsOfItem(two, shelf(far, low, mid, two)))).to.equal('low mid two');
    const many = Array.from({ length: 8 }, (_, i) => a(`s${i}`, i === 0 ? [] : [`s${i - 1}`]));
    expect(ids(stairsOfItem(many[0] as Drill, shelf(...many)))).to.equal('s0 s1 s2 s3 s4');
  });

  it('ends on the shipped shelf, whatever the drill', () => {
    for (const drill of drills.values())
      expect(new Set(stairsOfItem(drill, drills)).size, drill.id).to.equal(stairsOfItem(drill, drills).length);
  });
});

describe('the step a player is on', () => {
  const stairs = [a('s0'), a('s1'), a('s2'), a('s3')];
  const goes = (...list: [step: number, met: boolean][]): StepGo[] =>
    list.map(([step, met], i) => ({ drillId: `s${step}`, doneAt: i, met }));
  const on = (...list: [number, boolean][]) => shoeOn(stairs, goes(...list)).step;

  it('is the lowest for whoever has done none, whatever else was done', () => {
    expect(shoeOn(stairs, [])).to.deep.equal({ step: 0, why: 'The first step: none was done yet.' });
    expect(shoeOn(stairs, [{ drillId: 'other', doneAt: 9, met: true }]).step).to.equal(0);
  });

  it('is the next one once the band is met, and the highest stays', () => {
    expect(shoeOn(stairs, goes([0, true]))).to.deep.equal({ step: 1, why: '“S0” is met: the next step.' });
    expect(shoeOn(stairs, goes([3, true]))).to.deep.equal({ step: 3, why: '“S3” is met: it is the highest step.' });
  });

  it('is the one before after two misses running, not after one, and never below the first', () => {
    expect(on([2, false])).to.equal(2);
    expect(shoeOn(stairs, goes([2, false], [2, false]))).to.deep.equal({ step: 1, why: '“S2” was not met twice: one step back.' });
    expect(on([2, false], [2, true])).to.equal(3);
    expect(on([2, true], [2, false])).to.equal(2);
    expect(on([0, false], [0, false], [0, false])).to.equal(0);
    // Back on a step, its old misses do not count any more.
    expect(on([2, false], [2, false], [1, true], [2, false])).to.equal(2);
  });

  it('is told by when goes were done, not by the order they come in', () => {
    expect(shoeOn(stairs, goes([0, true], [1, false]).reverse()).step).to.equal(1);
  });

  it('never comes before the step below was met, and never falls more than one at a time', () => {
    fc.assert(
      fc.property(fc.array(fc.boolean(), { maxLength: 40 }), (results) => {
        const done: StepGo[] = [];
        const met = new Set<number>();
        let was = shoeOn(stairs, done).step;
        for (const [i, result] of results.entries()) {
          if (was > 0) expect(met.has(was - 1)).to.equal(true);
          done.push({ drillId: `s${was}`, doneAt: i, met: result });
          if (result) met.add(was);
          const { step } = shoeOn(stairs, done);
          expect(step).to.be.within(was - 1, was + 1);
          expect(step === was + 1).to.equal(result && was < stairs.length - 1);
          was = step;
        }
      }),
      { numRuns: often(300) },
    );
  });
});

describe('an item that is the step each is on', () => {
  const item = { ...anItem('v-inside'), ownStep: { players: { p1: 'pull-push-laces' } } };
  const content: PublishedWeek = {
    ...{ title: '', focus: '', sessions: [aSession([aBlock('recap', [item])])] },
    drills: { 'v-inside': drillOf('v-inside') },
  };
  const itemOf = (week: PublishedWeek) => week.sessions[0]?.blocks[0]?.items[0];

  it('is done with the player’s own step, in the planned dose where that is measured alike', () => {
    const mine = personalWeek(content, { ...NOTHING_GIVEN, shoes: [{ itemId: item.id, toDrill: drillOf('pull-push-laces') }] });
    expect(itemOf(mine)).to.deep.include({ id: item.id, drillId: 'pull-push-laces', dose: item.dose });
    expect(Object.keys(mine.drills)).to.include('pull-push-laces');
    expect(
      itemOf(personalWeek(content, { ...NOTHING_GIVEN, shoes: [{ itemId: 'other', toDrill: drillOf('pull-push-laces') }] }))?.drillId,
    ).to.equal('v-inside');
    const counted = personalWeek(content, { ...NOTHING_GIVEN, shoes: [{ itemId: item.id, toDrill: drillOf('sole-taps') }] });
    expect(itemOf(counted)?.dose).to.deep.equal(anItem('sole-taps').dose);
  });

  it('tells no player what step another is on', () => {
    expect(JSON.stringify(weekForPlayer(content, 'toe-up', 'right'))).not.to.include('p1');
  });
});
