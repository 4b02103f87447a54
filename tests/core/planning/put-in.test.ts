import { expect } from 'chai';
import { putIn } from '../../../src/core/planning/put-in.ts';
import { WeekPlan } from '../../../src/core/weeks/index.ts';
import { aBlock, anId, anItem, aSession, drillOf } from '../make.ts';

const drill = drillOf('sole-taps');
const week = (...sessions: WeekPlan['sessions']): WeekPlan => ({ title: 'A week', focus: '', sessions });
const kinds = (plan: WeekPlan) =>
  plan.sessions.map((session) => session.blocks.map((block) => [block.kind, ...block.items.map((item) => item.drillId)]));

describe('a drill that is put into a week', () => {
  it('joins the recap of the first session', () => {
    const plan = week(aSession([aBlock('recap', [anItem('v-inside')])]), aSession([aBlock('recap', [anItem('v-outside')])]));
    expect(kinds(putIn(plan, drill, anId))).to.deep.equal([[['recap', 'v-inside', 'sole-taps']], [['recap', 'v-outside']]]);
  });

  it('has a recap of its own after the warm-up, or first where there is none', () => {
    const warm = week(aSession([aBlock('warm-up', [anItem('inside-taps')]), aBlock('challenge', [anItem('v-inside')])]));
    expect(kinds(putIn(warm, drill, anId))).to.deep.equal([
      [
        ['warm-up', 'inside-taps'],
        ['recap', 'sole-taps'],
        ['challenge', 'v-inside'],
      ],
    ]);
    expect(kinds(putIn(week(aSession([aBlock('challenge', [anItem('v-inside')])])), drill, anId))[0]?.[0]).to.deep.equal([
      'recap',
      'sole-taps',
    ]);
  });

  it('is in it once, and makes a session where there is none', () => {
    const had = week(aSession([aBlock('challenge', [anItem('sole-taps')])]));
    expect(putIn(had, drill, anId)).to.equal(had);
    const made = putIn(week(), drill, anId);
    expect(kinds(made)).to.deep.equal([[['recap', 'sole-taps']]]);
    expect(WeekPlan.safeParse(made).error).to.equal(undefined);
  });
});
