import { expect } from 'chai';
import { withShare } from '../../../src/core/planning/check-load.ts';
import { changesBetween, checkWeek, type PlannerFacts } from '../../../src/core/planning/index.ts';
import { TYPICAL_RUNNER } from '../../../src/core/training/index.ts';
import type { Item, Session, WeekPlan } from '../../../src/core/weeks/index.ts';
import { aBlock, anId, anItem, aSession, drillOf, drills, timed } from '../make.ts';

/* What a release tells as changed, and the limits of a session's load, each at its edge. */

const names = new Map([
  ['sole-taps', { name: 'Sole taps' }],
  ['inside-taps', { name: 'Inside taps' }],
]);
const taps: Item = { ...anItem('sole-taps', timed(30)), id: 'taps' };
const inside: Item = { ...anItem('inside-taps', timed(20)), id: 'inside' };
const session = (items: Item[], change: Partial<Session> = {}): Session => ({
  ...aSession([{ ...aBlock('challenge', items), id: 'block' }]),
  id: 'mon',
  name: 'Monday',
  ...change,
});
const week = (sessions: Session[], change: Partial<WeekPlan> = {}): WeekPlan => ({ title: 'Week', focus: '', sessions, ...change });
const WAS = week([session([taps, inside])]);
const told = (is: WeekPlan, was = WAS) => changesBetween(was, is, names);
const item = (change: Partial<Item>) => told(week([session([{ ...taps, ...change } as Item, inside])]));

describe('what changed in a week', () => {
  it('is nothing where nothing did', () => {
    expect(told(structuredClone(WAS))).to.deep.equal([]);
  });

  it('is its title and focus', () => {
    expect(told({ ...WAS, title: 'New' })).to.deep.equal(['The week is now called “New”.']);
    expect(told({ ...WAS, focus: 'Left' })).to.deep.equal(['The focus is now: Left.']);
    expect(told(WAS, { ...WAS, focus: 'Left' })).to.deep.equal(['The focus is gone.']);
  });

  it('is of a drill the first thing that differs: dose, side, pace, number, counting, or something small', () => {
    expect(item(timed(40))).to.deep.equal(['“Sole taps” is now 40 s instead of 30 s.']);
    expect(item(timed(30, 2))).to.deep.equal(['“Sole taps” is now 30 s × 2 instead of 30 s.']);
    expect(item({ side: 'left' })).to.deep.equal([`“Sole taps” is now for left instead of ${taps.side}.`]);
    expect(item({ paces: [{ pace: 'easy', seconds: 30 }] })).to.deep.equal(['“Sole taps” has another pace.']);
    expect(item({ target: { rule: 'none' } as unknown as Item['target'] })).to.deep.equal(['“Sole taps” has another number to reach.']);
    expect(item({ scored: false })).to.deep.equal(['“Sole taps” is not counted any more.']);
    expect(told(WAS, week([session([{ ...taps, scored: false }, inside])]))).to.deep.equal(['“Sole taps” is now counted.']);
    expect(item({ restSeconds: 99 })).to.deep.equal(['“Sole taps” changed a little.']);
    expect(item({ ...timed(40), side: 'left', scored: false })).to.deep.equal(['“Sole taps” is now 40 s instead of 30 s.']);
  });

  it('is a drill that is new, out, in the place of another, or unknown', () => {
    expect(told(week([session([taps])]))).to.deep.equal(['“Inside taps” is out of “Monday”.']);
    expect(told(WAS, week([session([taps])]))).to.deep.equal(['“Inside taps” is new in “Monday”.']);
    expect(item({ drillId: 'inside-taps' })).to.deep.equal(['“Inside taps” takes the place of “Sole taps” in “Monday”.']);
    expect(item({ drillId: 'unknown' })).to.deep.equal(['“unknown” takes the place of “Sole taps” in “Monday”.']);
  });

  it('is the order of what stayed, and breaks only where nothing else did', () => {
    expect(told(week([session([inside, taps])]))).to.deep.equal(['The order of “Monday” changed.']);
    expect(told(week([session([inside, { ...taps, id: 'new' }])]))).to.deep.equal([
      '“Sole taps” is new in “Monday”.',
      '“Sole taps” is out of “Monday”.',
    ]);
    const rested = session([taps, inside]);
    const longer = { ...rested, blocks: rested.blocks.map((block) => ({ ...block, restSeconds: block.restSeconds + 5 })) };
    expect(told(week([longer]))).to.deep.equal(['The blocks or breaks of “Monday” changed.']);
    expect(told(week([{ ...longer, name: 'Tuesday' }]))).to.deep.equal(['“Monday” is now called “Tuesday”.']);
  });

  it('is a session that is new, out, called or placed otherwise', () => {
    const other = session([], { id: 'tue', name: 'Tuesday' });
    expect(told(week([...WAS.sessions, other]))).to.deep.equal(['“Tuesday” is a new session.']);
    expect(told(WAS, week([...WAS.sessions, other]))).to.deep.equal(['“Tuesday” is out of the week.']);
    expect(told(week([other, ...WAS.sessions]), week([...WAS.sessions, other]))).to.deep.equal(['The order of the sessions changed.']);
    expect(told(week([session([taps, inside], { day: 3 })]))).to.deep.equal(['“Monday” has another day.']);
    expect(told(week([other, session([taps, inside], { name: 'First' })]), week([...WAS.sessions, other]))).to.deep.equal([
      '“Monday” is now called “First”.',
    ]);
  });
});

describe('less of an item', () => {
  it('is seconds by fives, ten at least; reps, five at least; sets, one at least; never more than there was under those', () => {
    const seconds = (n: number, share: number) => (withShare({ ...taps, ...timed(n) }, share).dose as { seconds: number }).seconds;
    expect([seconds(30, 0.5), seconds(32, 0.5), seconds(30, 0.1), seconds(8, 0.5), seconds(30, 1)]).to.deep.equal([15, 15, 10, 8, 30]);
    const reps = (n: number, share: number) =>
      (withShare({ ...taps, dose: { measure: 'fixed reps', reps: n, rounds: 1 } }, share).dose as { reps: number }).reps;
    expect([reps(40, 0.5), reps(40, 0.1), reps(4, 0.5), reps(11, 0.5)]).to.deep.equal([20, 5, 4, 6]);
    const sets = (n: number, share: number) =>
      (withShare({ ...taps, dose: { measure: 'sets', sets: n } }, share).dose as { sets: number }).sets;
    expect([sets(4, 0.5), sets(4, 0.1), sets(1, 0.5)]).to.deep.equal([2, 1, 1]);
    const course: Item = { ...taps, dose: { measure: 'course time', rounds: 1 } as Item['dose'] };
    expect(withShare(course, 0.5)).to.deep.equal(course);
  });
});

describe('the load of a session, to the limit', () => {
  const FACTS: PlannerFacts = {
    ...{ sessionMinutes: 60, headingAge: 12, headersMax: 99, footOrder: 'alternate', players: [] },
    ...{ met: [...drills.keys()], earlier: [], meanTouches: null },
  };
  const named = (name: string, plan: WeekPlan, facts: Partial<PlannerFacts> = {}) =>
    checkWeek(plan, drills, TYPICAL_RUNNER, { ...FACTS, ...facts }, anId).filter((one) => one.name === name);
  const of = (...items: Item[]) => week([session(items)]);
  const hop = (seconds: number, id: string): Item => ({ ...anItem('hop-out-in-taps', timed(seconds)), id, scored: false });

  it('is 120 s of hopping on one leg at most, and is shortened to that', () => {
    expect(named('too much hopping', of(hop(120, 'a')))).to.deep.equal([]);
    const [check] = named('too much hopping', of(hop(121, 'a')));
    expect(check?.what).to.equal('“Monday” has 121 s of hopping on one leg.');
    expect(named('too much hopping', check?.mend?.apply(of(hop(121, 'a'))) as WeekPlan)).to.deep.equal([]);
    const rounds = of({ ...hop(12, 'a'), ...timed(12, 20) });
    const mended = named('too much hopping', rounds)[0]?.mend?.apply(rounds).sessions[0]?.blocks[0]?.items[0]?.dose;
    expect(mended).to.include({ rounds: 12, seconds: 10 });
  });

  it('has half a minute between two leg burners, in a block and from one to the next', () => {
    const inBlock = (restSeconds: number, ...items: Item[]) =>
      named(
        'leg burners back to back',
        week([{ ...session(items), blocks: [{ ...aBlock('challenge', items, { restSeconds }), id: 'b' }] }]),
      );
    expect([inBlock(29, hop(10, 'a'), hop(10, 'b')).length, inBlock(30, hop(10, 'a'), hop(10, 'b')).length]).to.deep.equal([1, 0]);
    expect([
      inBlock(0, hop(10, 'a'), taps, hop(10, 'b')).length,
      inBlock(0, taps, hop(10, 'a')).length,
      inBlock(0, hop(10, 'a')).length,
    ]).to.deep.equal([0, 0, 0]);
    const across = (drinkSeconds: number, last: Item, first: Item) => {
      const blocks = [
        { ...aBlock('challenge', [last], { drinkSeconds, restSeconds: 60 }), id: 'b1' },
        { ...aBlock('cool-down', []), id: 'empty' },
        { ...aBlock('leg burner', [first], { restSeconds: 60 }), id: 'b2' },
      ];
      return named('leg burners back to back', week([{ ...session([]), blocks }]));
    };
    expect([across(29, hop(10, 'a'), hop(10, 'b')).length, across(30, hop(10, 'a'), hop(10, 'b')).length]).to.deep.equal([1, 0]);
    expect([across(0, taps, hop(10, 'b')).length, across(0, hop(10, 'a'), taps).length]).to.deep.equal([0, 0]);
    const [check] = across(0, hop(10, 'a'), hop(10, 'b'));
    expect([check?.at, check?.mend?.label]).to.deep.equal(['b1', 'Drink for 45 s between them']);
    expect(inBlock(0, hop(10, 'a'), hop(10, 'b'))[0]?.mend?.label).to.equal('Rest 45 s between them');
  });

  it('is as long as the squad’s sessions, to the second', () => {
    const plan = of({ ...taps, scored: false, ...timed(50) });
    expect(named('over the time budget', plan, { sessionMinutes: 1 })).to.deep.equal([]);
    const [check] = named('over the time budget', of({ ...taps, scored: false, ...timed(51) }), { sessionMinutes: 1 });
    expect(check?.what).to.equal('“Monday” takes about 1 min; the squad’s sessions have 1.');
    expect(
      named('over the time budget', check?.mend?.apply(of({ ...taps, scored: false, ...timed(51) })) as WeekPlan, { sessionMinutes: 1 }),
    ).to.deep.equal([]);
    expect(check?.mend?.apply(week([]))).to.deep.equal(week([]));
  });

  it('gives both feet the same, within a tenth of the one with more', () => {
    const sided = (left: number, right: number) =>
      of(
        ...(
          [
            ['left', left],
            ['right', right],
          ] as const
        ).flatMap(([side, seconds]) => (seconds > 0 ? [{ ...taps, id: side, side, scored: false, ...timed(seconds) }] : [])),
      );
    expect([named('feet differ', sided(90, 100)), named('feet differ', sided(89, 100)).length]).to.deep.equal([[], 1]);
    const [check] = named('feet differ', sided(0, 40));
    expect(check).to.include({
      what: 'In “Monday” the left works 0 s and the right 40 s.',
      how: 'Give the left the same, or choose “each foot” for the one-sided drills.',
    });
    const evened = check?.mend?.apply(sided(0, 40)) as WeekPlan;
    expect(evened.sessions[0]?.blocks[0]?.items.map((one) => one.side)).to.deep.equal(['right', 'left']);
    expect(named('feet differ', sided(40, 0))[0]?.how).to.include('Give the right the same');
    expect(named('feet differ', sided(20, 100))[0]?.mend).to.equal(null);
    const catchUp = of({ ...taps, id: 'r', side: 'other foot only', scored: false });
    expect([named('feet differ', catchUp, { footOrder: 'catch-up' }).length, named('feet differ', catchUp).length]).to.deep.equal([0, 1]);
    expect(named('feet differ', sided(0, 40), { footOrder: 'catch-up' }).length).to.equal(1);
  });

  it('has 30 % more touches than the last weeks at most', () => {
    const plan = of({ ...taps, scored: false });
    const touches = 30 * drillOf('sole-taps').pace.usual * drillOf('sole-taps').touchesPerRep;
    const at = (meanTouches: number | null) => named('many more touches', plan, { meanTouches });
    expect([at(null), at(0), at(touches / 1.3)].map((list) => list.length)).to.deep.equal([0, 0, 0]);
    const [check] = at(touches / 1.5);
    expect(check?.what).to.equal(`The week has about ${Math.round(touches)} touches, 50 % more than usual in the last four weeks.`);
    expect(named('many more touches', check?.mend?.apply(plan) as WeekPlan, { meanTouches: touches / 1.5 })).to.deep.equal([]);
  });
});
