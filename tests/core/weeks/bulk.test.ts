import { expect } from 'chai';
import { allItems, changesBetween } from '../../../src/core/planning/index.ts';
import { type BulkChange, changeMany, itemsBetween } from '../../../src/core/weeks/bulk.ts';
import { WeekPlan } from '../../../src/core/weeks/index.ts';
import { aBlock, anItem, aSession, drillOf, drills, timed } from '../make.ts';

const [taps, held, reps, run, again] = [
  anItem('sole-taps', timed(45, 2)),
  anItem('inside-shift'),
  anItem('v-inside', { scored: false, target: { rule: 'no number' } }),
  anItem('juggle-alternating'),
  anItem('sole-taps', timed(30)),
];
const plan: WeekPlan = {
  ...{ title: 'A week', focus: '' },
  sessions: [aSession([aBlock('recap', [taps, held]), aBlock('challenge', [reps])]), aSession([aBlock('recap', [run, again])])],
};
const all = new Set(allItems(plan).map((item) => item.id));
const change = (what: BulkChange, ids: ReadonlySet<string> = all) => allItems(changeMany(plan, ids, what, drills));

describe('many items at once', () => {
  it('get a target rule where they are scored; “same for all” is what a steady player reaches', () => {
    expect(change({ rule: 'stretch' }).map((item) => item.target.rule)).to.deep.equal([
      'stretch',
      'no number',
      'no number',
      'stretch',
      'stretch',
    ]);
    expect(change({ rule: 'same for all' })[0]?.target).to.deep.equal({
      rule: 'same for all',
      number: drillOf('sole-taps').bands[0]?.steady,
    });
  });

  it('are scored or not, save what is only held for a time', () => {
    expect(change({ scored: true }).map((item) => [item.scored, item.target.rule])).to.deep.equal([
      [true, 'beat your best'],
      [false, 'no number'],
      [true, 'beat your best'],
      [true, 'beat your best'],
      [true, 'beat your best'],
    ]);
    expect(change({ scored: false }).map((item) => item.scored)).to.deep.equal([false, false, false, false, false]);
    // Made scored and given a rule at once.
    expect(change({ scored: true, rule: 'stretch' })[2]?.target.rule).to.equal('stretch');
  });

  it('get seconds, rounds, reps, rests and paces as far as they have them, and still hold', () => {
    const [a, b, c, d] = change({ seconds: 60, rounds: 3, reps: 12, restSeconds: 20, pace: 'easy, half, full' });
    expect(a).to.deep.include({ dose: { measure: 'count in time', seconds: 60, rounds: 3 }, restSeconds: 20 });
    expect(a?.paces.map((one) => [one.pace, one.seconds])).to.deep.equal([
      ['easy', 20],
      ['half', 20],
      ['full', 20],
    ]);
    expect(b?.paces).to.have.length(3);
    expect(c?.dose).to.deep.equal({ measure: 'fixed reps', reps: 12, rounds: 3 });
    // An unbroken run has no pace by the clock.
    expect([d?.paces, d && 'seconds' in d.dose && d.dose.seconds]).to.deep.equal([[], 60]);
    expect(change({ pace: null })[0]?.paces).to.deep.equal([]);
    const everything = changeMany(
      plan,
      all,
      { seconds: 50, rounds: 2, reps: 8, restSeconds: 15, pace: 'half', scored: true, rule: 'by level' },
      drills,
    );
    expect(WeekPlan.safeParse(everything).error).to.equal(undefined);
  });

  it('carry a note to the player or none, and ask for a clip where they are counted', () => {
    const said = change({ note: 'Slowly first.', clip: true });
    expect(said.map((item) => [item.note, item.clip ?? false])).to.deep.equal([
      ['Slowly first.', true],
      ['Slowly first.', false],
      ['Slowly first.', false],
      ['Slowly first.', true],
      ['Slowly first.', true],
    ]);
    const again = allItems(
      changeMany(
        { ...plan, sessions: changeMany(plan, all, { note: 'A', clip: true }, drills).sessions },
        all,
        { note: '', clip: false },
        drills,
      ),
    );
    expect(again).to.deep.equal(allItems(plan));
    expect(changesBetween(plan, changeMany(plan, new Set([taps.id]), { note: 'Slowly first.' }, drills), drills)).to.deep.equal([
      'A word from your coach at “Sole taps”: Slowly first.',
    ]);
    expect(changesBetween(plan, changeMany(plan, new Set([taps.id]), { clip: true }, drills), drills)).to.deep.equal([
      'A clip of “Sole taps” would be welcome.',
    ]);
  });

  it('are those that were chosen alone; all others stay the very same objects', () => {
    const [a, b] = change({ rule: 'stretch' }, new Set([again.id])).filter((item) => item.drillId === 'sole-taps');
    expect([a, b?.target.rule]).to.deep.equal([taps, 'stretch']);
    expect(a).to.equal(taps);
    expect(changeMany(plan, new Set(['gone']), { rule: 'stretch' }, drills)).to.equal(plan);
  });

  it('are chosen from one to another, either way, across blocks and sessions', () => {
    expect(itemsBetween(plan, held.id, run.id)).to.deep.equal([held.id, reps.id, run.id]);
    expect(itemsBetween(plan, run.id, held.id)).to.deep.equal([held.id, reps.id, run.id]);
    expect(itemsBetween(plan, null, run.id)).to.deep.equal([run.id]);
    expect(itemsBetween(plan, 'gone', run.id)).to.deep.equal([run.id]);
    expect(itemsBetween(plan, run.id, 'gone')).to.deep.equal([]);
    expect(itemsBetween(plan, run.id, run.id)).to.deep.equal([run.id]);
  });
});
