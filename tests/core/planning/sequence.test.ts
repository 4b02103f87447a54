import { expect } from 'chai';
import type { Drill } from '../../../src/core/drills/index.ts';
import { checkWeek, type PlannerFacts } from '../../../src/core/planning/index.ts';
import { TYPICAL_RUNNER } from '../../../src/core/training/index.ts';
import type { Block, Item, Session, WeekPlan } from '../../../src/core/weeks/index.ts';
import { aBlock, anId, anItem, aSession, drillOf, timed } from '../make.ts';

/* What comes before what, on a made-up shelf. */

const BASE: Drill = { ...drillOf('sole-taps'), easier: [], moves: null };
const a = (id: string, change: Partial<Drill> = {}): Drill => ({ ...BASE, id, name: id.toUpperCase(), ...change });
const SHELF = [a('low'), a('mid', { easier: ['low'] }), a('top', { easier: ['gone', 'mid', 'low'] }), a('lost', { easier: ['gone'] })];
const shelfOf = (...more: Drill[]) => new Map([...SHELF, ...more].map((one) => [one.id, one]));
const FACTS: PlannerFacts = {
  ...{ sessionMinutes: 60, headingAge: 12, headersMax: 99, footOrder: 'alternate', players: [] },
  ...{ met: [], earlier: [], meanTouches: null },
};
const item = (drillId: string, change: Partial<Item> = {}): Item => ({ ...anItem('sole-taps', timed(30)), drillId, paces: [], ...change });
const block = (kind: Block['kind'], ...items: Item[]): Block => aBlock(kind, items);
const day = (name: string, ...blocks: Block[]): Session => ({ ...aSession(blocks), name });
const week = (...sessions: Session[]): WeekPlan => ({ title: 'Week', focus: '', sessions });
const named = (name: string, plan: WeekPlan, facts: Partial<PlannerFacts> = {}, shelf = shelfOf()) =>
  checkWeek(plan, shelf, TYPICAL_RUNNER, { ...FACTS, ...facts }, anId).filter((one) => one.name === name);
const shape = (plan: WeekPlan | undefined) =>
  plan?.sessions.map((session) => session.blocks.map((one) => `${one.kind}: ${one.items.map((it) => it.drillId).join()}`));
const mended = (name: string, plan: WeekPlan, facts: Partial<PlannerFacts> = {}, shelf = shelfOf()) =>
  named(name, plan, facts, shelf)[0]?.mend?.apply(plan);

describe('a warm-up before a new skill', () => {
  const name = 'new skill before warm-up';
  it('is asked for where a skill comes first, empty blocks not counted', () => {
    expect(named(name, week(day('Mon', block('warm-up', item('low')), block('new skill', item('mid')))))).to.deep.equal([]);
    expect(named(name, week(day('Mon', block('challenge', item('low')))))).to.deep.equal([]);
    expect(named(name, week(day('Mon', block('new skill'), block('challenge', item('low')))))).to.deep.equal([]);
    const [check] = named(name, week(day('Mon', block('warm-up'), block('new skill', item('mid')))));
    expect(check).to.include({
      blocks: false,
      what: '“Mon” starts a new skill before any warm-up.',
      how: 'Put a warm-up first.',
      mend: null,
    });
  });

  it('is moved to the front where there is one, else a minute of easy taps is put there', () => {
    const late = week(day('Mon', block('warm-up'), block('new skill', item('mid')), block('warm-up', item('low'))));
    expect(named(name, late)[0]?.how).to.equal('Move the warm-up to the front.');
    expect(shape(mended(name, late))).to.deep.equal([['warm-up: low', 'warm-up: ', 'new skill: mid']]);
    const none = week(day('Mon', block('recap', item('low')), block('new skill', item('mid'))));
    const put = mended(name, none, {}, shelfOf(a('inside-taps')));
    expect(shape(put)).to.deep.equal([['warm-up: inside-taps', 'recap: low', 'new skill: mid']]);
    expect(put?.sessions[0]?.blocks[0]?.items[0]).to.deep.include({
      dose: { measure: 'count in time', seconds: 60, rounds: 1 },
      paces: [{ pace: 'easy', seconds: 60 }],
      scored: false,
      target: { rule: 'no number' },
    });
  });
});

describe('an easier drill before a harder one', () => {
  const name = 'easier drill not met';
  it('is asked for where neither the drill nor any easier one was met, before or earlier in the week', () => {
    const of = (met: string[], ...ids: string[]) =>
      named(name, week(day('Mon', block('challenge', ...ids.map((id) => item(id))))), { met }).map((one) => one.what);
    expect(of([], 'low')).to.deep.equal([]);
    expect(of([], 'mid')).to.deep.equal(['“MID” is a step up from “LOW”, which this squad has not done yet.']);
    expect([of(['low'], 'mid'), of(['mid'], 'mid'), of([], 'low', 'mid'), of(['low'], 'top')].map((list) => list.length)).to.deep.equal([
      0, 0, 0, 0,
    ]);
    expect(of([], 'mid', 'low')).to.have.length(1);
    expect(of([], 'top')).to.deep.equal(['“TOP” is a step up from “MID”, which this squad has not done yet.']);
    // Said once; what was done in the week is known from then on.
    expect(of([], 'mid', 'mid', 'top')).to.have.length(1);
    expect(of([], 'lost')).to.deep.equal([]);
    expect(of([], 'nobody')).to.deep.equal([]);
  });

  it('is put right before it, in its block', () => {
    const plan = week(
      day('Mon', block('challenge', item('low', { id: 'x' })), block('challenge', item('nobody'), item('mid', { id: 'm' }), item('low'))),
    );
    const unmet = week({ ...(plan.sessions[0] as Session), blocks: plan.sessions[0]?.blocks.slice(1) ?? [] });
    expect(named(name, unmet)[0]).to.include({ at: 'm', blocks: false, how: 'Put “LOW” before it, this week or last.' });
    expect(shape(mended(name, unmet))).to.deep.equal([['challenge: nobody,low,mid,low']]);
  });
});

describe('a recap of the last weeks', () => {
  const name = 'no recap';
  const earlier = [
    { number: 9, newSkills: ['gone'], drills: ['gone'] },
    { number: 8, newSkills: ['mid'], drills: ['low', 'mid'] },
  ];
  const plan = week(day('Empty', block('recap')), day('Mon', block('warm-up', item('low')), block('challenge', item('low'))));

  it('is asked for where weeks went before and nothing of them stands in a recap', () => {
    expect(named(name, plan)).to.deep.equal([]);
    expect(named(name, week(day('Empty')), { earlier })).to.deep.equal([]);
    expect(named(name, week(day('Mon', block('recap', item('mid')))), { earlier })).to.deep.equal([]);
    expect(named(name, week(day('Mon', block('recap', item('top')))), { earlier })).to.have.length(1);
    const [check] = named(name, plan, { earlier });
    expect(check).to.include({ blocks: false, at: null, how: 'Put a recap of week 8 first.' });
  });

  it('is put after the warm-up of the first session: a new skill before another drill', () => {
    expect(shape(mended(name, plan, { earlier }))).to.deep.equal([['recap: '], ['warm-up: low', 'recap: mid', 'challenge: low']]);
    const without = [{ number: 7, newSkills: [], drills: ['gone', 'top'] }];
    expect([named(name, plan, { earlier: without })[0]?.how, shape(mended(name, plan, { earlier: without }))?.[1]?.[1]]).to.deep.equal([
      'Put a recap of week 7 first.',
      'recap: top',
    ]);
    const warm = week(day('Mon', block('warm-up', item('low'))));
    expect(shape(mended(name, warm, { earlier }))).to.deep.equal([['warm-up: low', 'recap: mid']]);
    const cold = week(day('Mon', block('challenge', item('low'))));
    expect(shape(mended(name, cold, { earlier }))).to.deep.equal([['recap: mid', 'challenge: low']]);
  });

  it('has nothing to put where no drill of those weeks is left', () => {
    const gone = [{ number: 7, newSkills: ['gone'], drills: ['gone'] }];
    expect(named(name, plan, { earlier: gone })[0]).to.include({ mend: null, how: 'Add a recap block with a drill of the last weeks.' });
  });
});

describe('a challenge in the week', () => {
  const name = 'no challenge';
  it('is asked for where no session has one, empty blocks not counted', () => {
    const rest = day('Tue', block('recap', item('low')));
    expect(named(name, week(day('Mon', block('challenge', item('low'))), rest))).to.deep.equal([]);
    expect(named(name, week(day('Mon', block('challenge'))))).to.deep.equal([]);
    expect(named(name, week(day('Mon', block('challenge')), rest))).to.have.length(1);
  });

  it('ends the last session that has a drill with a minute of the first drill that is counted, never of hopping', () => {
    const shelf = shelfOf(a('time', { measure: 'time on' }), a('hop', { loads: ['single-leg hop'] }));
    const plan = week(
      day('Mon', block('recap', item('time'), item('hop'), item('mid'), item('low'))),
      day('Tue', block('recap', item('low'))),
      day('Empty'),
    );
    const [check] = named(name, plan, {}, shelf);
    expect([check?.blocks, check?.mend?.label]).to.deep.equal([false, 'End “Tue” with a minute of mid']);
    const ended = mended(name, plan, {}, shelf);
    expect(shape(ended)?.[1]).to.deep.equal(['recap: low', 'challenge: mid']);
    expect(ended?.sessions[1]?.blocks[1]?.items[0]).to.deep.include({
      dose: { measure: 'count in time', seconds: 60, rounds: 1 },
      paces: [],
    });
    const none = week(day('Mon', block('recap', item('time'), item('hop'))));
    expect(named(name, none, {}, shelf)[0]?.mend).to.equal(null);
    expect(
      named(name, none, {}, shelfOf(a('time', { measure: 'time on' }), a('hop', { loads: ['single-leg hop'] }), a('sole-taps')))[0]?.mend
        ?.label,
    ).to.equal('End “Mon” with a minute of sole-taps');
  });
});

describe('technique before speed', () => {
  const name = 'only full pace';
  const full = (seconds: number): Partial<Item> => ({ ...timed(seconds), paces: [{ pace: 'full', seconds }] });
  const of = (...items: Item[]) => week(day('Mon', block('challenge', ...items)));

  it('is asked for where a drill of technique is only ever done at full pace', () => {
    expect(named(name, of(item('low', full(30))))[0]).to.include({ blocks: false, what: '“LOW” is only ever done at full pace.' });
    expect(named(name, of(item('low')))).to.deep.equal([]);
    expect(named(name, of(item('low', full(30)), item('low')))).to.deep.equal([]);
    expect(
      named(
        name,
        of(
          item('low', {
            paces: [
              { pace: 'half', seconds: 15 },
              { pace: 'full', seconds: 15 },
            ],
          }),
        ),
      ),
    ).to.deep.equal([]);
    expect(named(name, of(item('nobody', full(30))))).to.deep.equal([]);
    expect(named(name, of(item('stretch', full(30))), {}, shelfOf(a('stretch', { family: 'stretch' })))).to.deep.equal([]);
    const reps: Item = { ...item('low'), dose: { measure: 'fixed reps', reps: 10, rounds: 1 }, paces: [{ pace: 'full', seconds: 10 }] };
    expect(named(name, of(reps))).to.deep.equal([]);
  });

  it('is made easy, half, full in thirds, or half alone where that is too short', () => {
    const paces = (seconds: number) =>
      mended(name, of(item('low', full(seconds))))?.sessions[0]?.blocks[0]?.items[0]?.paces.map((one) => `${one.pace} ${one.seconds}`);
    expect([paces(30), paces(31), paces(15), paces(14)]).to.deep.equal([
      ['easy 10', 'half 10', 'full 10'],
      ['easy 11', 'half 10', 'full 10'],
      ['easy 5', 'half 5', 'full 5'],
      ['half 14'],
    ]);
    const plan = of(item('low', { ...full(30), id: 'x' }));
    const check = named(name, plan)[0];
    const changed = of(item('low', { id: 'x', dose: { measure: 'fixed reps', reps: 10, rounds: 1 } }));
    expect(check?.mend?.apply(changed).sessions[0]?.blocks[0]?.items[0]?.paces).to.deep.equal([]);
  });
});
