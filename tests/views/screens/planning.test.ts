import { expect } from 'chai';
import { CATALOGUE, CheckedDrill } from '../../../src/core/drills/index.ts';
import type { WeekPlan } from '../../../src/core/weeks/index.ts';
import { drillOf, formOf, idFor } from '../../../src/views/drills/editor-form.ts';
import { afterDrop, type DropPlace } from '../../../src/views/weeks/sortable.tsx';
import { aBlock, anItem, aSession } from '../../core/make.ts';

describe('the editor’s fields', () => {
  it('hold every shipped drill whole: filled in and read back it is the same', () => {
    for (const drill of CATALOGUE) {
      const form = formOf({ ...drill, own: false, archived: false });
      const read = CheckedDrill.parse(drillOf(form, drill.id, drill));
      // A copy belongs to no school alone.
      expect(read, drill.id).to.deep.equal({ ...drill, school: null, twin: null, bands: drill.bands });
    }
  });
  it('name what is missing in an empty form', () => {
    const issues =
      CheckedDrill.safeParse(drillOf({ ...formOf(null), length: 'wide', faults: 'no correction' }, 'own-x', null)).error?.issues ?? [];
    const messages = issues.map((issue) => issue.message);
    expect(messages).to.have.members([
      'The name must not be empty.',
      'Write at least one step, or say the moves.',
      'A correction must not be empty.',
      'The length must be a number of meters.',
    ]);
  });
  it('let the coach’s own cues hold for both schools of contact', () => {
    const juggle = CATALOGUE.find((drill) => drill.contact !== null);
    if (!juggle) throw new Error('no drill of two schools');
    const form = formOf({ ...juggle, own: false, archived: false });
    expect(CheckedDrill.parse(drillOf({ ...form, cues: 'Look at the ball' }, 'own-x', juggle)).contact).to.equal(null);
  });
  it('make an id of the name that is an id', () => {
    expect(idFor('Two gates, on the driveway!', 'a1b2c3')).to.equal('own-two-gates-on-the-driveway-a1b2c3');
    expect(idFor('Été', '0f')).to.match(/^own-[a-z-]+-0f$/);
    expect(idFor('', '0f')).to.equal('own-drill-0f');
  });
});

describe('dropping a part of the week', () => {
  const plan: WeekPlan = {
    title: 'A week',
    focus: '',
    sessions: [
      aSession([aBlock('recap', [anItem('inside-taps'), anItem('sole-taps')]), aBlock('challenge', [anItem('v-inside')])]),
      aSession([aBlock('free play', [anItem('free-combination')])]),
    ],
  };
  const [first, second] = plan.sessions;
  const [recap, challenge] = first?.blocks ?? [];
  const ids = (given: WeekPlan) => given.sessions.map((s) => s.blocks.map((b) => b.items.map((i) => i.drillId)));
  const part = (id: string | undefined, place: DropPlace) => ({ id: id ?? '', data: { current: place } });
  const drop = (active: ReturnType<typeof part>, over: ReturnType<typeof part> | null) => ids(afterDrop(plan, { active, over } as never));
  const item = part(recap?.items[0]?.id, { type: 'item', within: recap?.id ?? '', index: 0 });

  it('puts an item where it falls, or at the end of a block', () => {
    expect(drop(item, part(challenge?.items[0]?.id, { type: 'item', within: challenge?.id ?? '', index: 0 }))[0]).to.deep.equal([
      ['sole-taps'],
      ['inside-taps', 'v-inside'],
    ]);
    expect(drop(item, part(challenge?.id, { type: 'block', within: first?.id ?? '', index: 1 }))[0]).to.deep.equal([
      ['sole-taps'],
      ['v-inside', 'inside-taps'],
    ]);
  });
  it('moves blocks between sessions and sessions among themselves', () => {
    const block = part(challenge?.id, { type: 'block', within: first?.id ?? '', index: 1 });
    expect(drop(block, part(second?.id, { type: 'session', within: '', index: 1 }))[1]).to.deep.equal([['free-combination'], ['v-inside']]);
    const session = part(second?.id, { type: 'session', within: '', index: 1 });
    expect(drop(session, part(first?.id, { type: 'session', within: '', index: 0 }))[0]).to.deep.equal([['free-combination']]);
  });
  it('changes nothing when it falls beside everything or on itself', () => {
    expect(drop(item, null)).to.deep.equal(ids(plan));
    expect(drop(item, item)).to.deep.equal(ids(plan));
    expect(drop(item, part(recap?.id, { type: 'block', within: first?.id ?? '', index: 0 }))).to.deep.equal(ids(plan));
  });
});
