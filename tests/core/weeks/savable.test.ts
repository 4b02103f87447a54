import { expect } from 'chai';
import fc from 'fast-check';
import { faultsOf, savablePlan } from '../../../src/core/weeks/savable.ts';
import { WeekPlan } from '../../../src/core/weeks/schema.ts';
import { often } from '../../often.ts';
import { aBlock, anItem, aSession, timed } from '../make.ts';

const first = anItem('sole-taps', timed(30));
const second = anItem('inside-taps', timed(30));
const block = aBlock('challenge', [first, second]);
const session = { ...aSession([block]), name: 'Monday' };
const SAVED: WeekPlan = { title: 'Week 1', focus: '', sessions: [session] };
/** The plan with other items in its one block. */
const withItems = (...items: WeekPlan['sessions'][number]['blocks'][number]['items']): WeekPlan => ({
  ...SAVED,
  sessions: [{ ...session, blocks: [{ ...block, items }] }],
});
const itemsOf = (plan: WeekPlan | null) => plan?.sessions.flatMap((one) => one.blocks.flatMap((other) => other.items)) ?? [];

describe('as much of a plan as can be saved', () => {
  it('is all of one that holds', () => {
    expect(savablePlan(SAVED, SAVED)).to.deep.equal(SAVED);
    expect(faultsOf(SAVED)).to.deep.equal([]);
  });

  it('leaves a field that does not hold as it was, and saves every other', () => {
    const typed = withItems({ ...first, dose: { ...first.dose, seconds: Number.NaN } as never }, { ...second, scored: !second.scored });
    const saved = savablePlan({ ...typed, title: 'Week one' }, SAVED);
    expect(saved?.title).to.equal('Week one');
    expect(itemsOf(saved)).to.deep.equal([first, { ...second, scored: !second.scored }]);
  });

  it('leaves out what was never saved and does not hold, and keeps what was moved', () => {
    const fresh = anItem('sole-taps', { ...timed(30), restSeconds: 999 });
    expect(itemsOf(savablePlan(withItems(second, fresh, first), SAVED)).map((one) => one.id)).to.deep.equal([second.id, first.id]);
  });

  it('keeps names and rests that do not hold as they were', () => {
    const typed = {
      ...SAVED,
      title: '  ',
      sessions: [{ ...session, name: '', blocks: [{ ...block, restSeconds: -1, drinkSeconds: 60 }] }],
    };
    const saved = savablePlan(typed, SAVED);
    expect([saved?.title, saved?.sessions[0]?.name]).to.deep.equal(['Week 1', 'Monday']);
    expect(saved?.sessions[0]?.blocks[0]).to.include({ restSeconds: block.restSeconds, drinkSeconds: 60 });
  });

  it('is nothing where even that does not hold: too many drills', () => {
    const many = Array.from({ length: 8 }, () => ({
      ...aSession([
        aBlock(
          'recap',
          Array.from({ length: 29 }, () => anItem('sole-taps')),
        ),
      ]),
    }));
    expect(savablePlan({ ...SAVED, sessions: many }, SAVED)?.sessions.map((one) => one.id)).to.deep.equal([session.id]);
    const over = aSession(
      [1, 2, 3].map(() =>
        aBlock(
          'recap',
          Array.from({ length: 29 }, () => anItem('sole-taps')),
        ),
      ),
    );
    expect(savablePlan({ ...SAVED, sessions: [over] }, SAVED)).to.deep.equal({ ...SAVED, sessions: [] });
  });

  it('names each fault with its session and its drill', () => {
    const typed = withItems({ ...first, dose: { ...first.dose, seconds: 3 } as never }, second);
    expect(faultsOf({ ...typed, title: '' })).to.deep.equal([
      { field: 'title', sentence: 'Give the week a title.', session: null, item: null },
      {
        field: 'sessions.0.blocks.0.items.0.dose.seconds',
        sentence: 'Work lasts at least 5 seconds.',
        session: 'Monday',
        item: { id: first.id, drillId: 'sole-taps' },
      },
    ]);
  });

  it('says the same of one item once, and of two items twice', () => {
    const short = (item: typeof first) => ({
      ...item,
      paces: [1, 2].map(() => ({ pace: 'full' as const, seconds: 3 })),
      dose: { ...item.dose, seconds: 6 } as typeof item.dose,
    });
    expect(faultsOf(withItems(short(first), second)).map((one) => one.sentence)).to.deep.equal(['Work lasts at least 5 seconds.']);
    expect(faultsOf(withItems(short(first), short(second))).map((one) => one.item?.id)).to.deep.equal([first.id, second.id]);
  });

  it('says the same of two sessions twice', () => {
    const nameless = [session, { ...aSession([]), name: '' }].map((one) => ({ ...one, name: '' }));
    expect(faultsOf({ ...SAVED, sessions: nameless }).map((one) => one.field)).to.deep.equal(['sessions.0.name', 'sessions.1.name']);
  });

  it('law: what comes out holds, and has every item that holds as it was typed', () => {
    const number = fc.oneof(fc.integer({ min: -5, max: 700 }), fc.constant(Number.NaN));
    fc.assert(
      fc.property(number, number, fc.string({ maxLength: 70 }), fc.boolean(), (seconds, rest, name, swapped) => {
        const items = [
          { ...first, dose: { ...first.dose, seconds } as typeof first.dose },
          { ...second, restSeconds: rest },
        ];
        const typed = { ...withItems(...(swapped ? items.toReversed() : items)) };
        const named = { ...typed, sessions: typed.sessions.map((one) => ({ ...one, name })) };
        const saved = savablePlan(named, SAVED);
        expect(saved).to.not.equal(null);
        expect(WeekPlan.safeParse(saved).success).to.equal(true);
        const faulty = new Set(faultsOf(named).flatMap((one) => one.item?.id ?? []));
        for (const item of itemsOf(named)) {
          const now = itemsOf(saved).find((one) => one.id === item.id);
          expect(now).to.deep.equal(faulty.has(item.id) ? [first, second].find((one) => one.id === item.id) : item);
        }
        expect(savablePlan(saved as WeekPlan, SAVED)).to.deep.equal(saved);
      }),
      { numRuns: often(200) },
    );
  });
});
