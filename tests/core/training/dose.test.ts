import { expect } from 'chai';
import fc from 'fast-check';
import { addDoses, doseOf, minutesInWords, NO_DOSE } from '../../../src/core/training/dose.ts';
import { compileRunSheet, TYPICAL_RUNNER } from '../../../src/core/training/index.ts';
import type { Item } from '../../../src/core/weeks/index.ts';
import { aBlock, anItem, aSession, drills, only, timed } from '../make.ts';

const dose = (session: Parameters<typeof compileRunSheet>[0]) =>
  doseOf(compileRunSheet(session, drills, TYPICAL_RUNNER), drills, TYPICAL_RUNNER);

describe('the dose', () => {
  it('adds up lead-in, work, switch and scoring: 10 + 15 + 3 + 15 + 10 = 53 s', () => {
    const sum = dose(only(anItem('hop-out-in-taps', timed(15))));
    expect([sum.seconds, sum.workSeconds]).to.deep.equal([53, 30]);
  });

  it('counts touches per foot: 15 s at 1.8 taps a second are 27 on each foot', () => {
    expect(dose(only(anItem('hop-out-in-taps', timed(15)))).touches).to.deep.equal({ left: 27, right: 27 });
  });

  it('loads the leg that stands: the right foot’s 15 s are hopped on the left leg', () => {
    expect(dose(only(anItem('hop-out-in-taps', { ...timed(15), side: 'right' }))).hopSeconds).to.deep.equal({ left: 15, right: 0 });
  });

  it('gives undivided work half to each foot: 30 s at 2.2 taps are 33 and 33', () => {
    expect(dose(only(anItem('inside-taps', timed(30)))).touches).to.deep.equal({ left: 33, right: 33 });
  });

  it('takes reps as they are asked: 20 reps of two touches a foot', () => {
    expect(dose(only(anItem('drag-forward-back', { dose: { measure: 'fixed reps', reps: 20, rounds: 1 } }))).touches).to.deep.equal({
      left: 40,
      right: 40,
    });
  });

  it('says minutes exactly where clocked and as a range where paced', () => {
    expect(minutesInWords({ low: 600, high: 600 })).to.equal('10 min');
    expect(minutesInWords({ low: 720, high: 900 })).to.equal('12–15 min');
    expect(minutesInWords({ low: 20, high: 20 })).to.equal('1 min');
    expect(minutesInWords(NO_DOSE)).to.equal('0 min');
  });

  it('counts high impact seconds of a course', () => {
    expect(dose(only(anItem('cross-course', { dose: { measure: 'sets', sets: 2 } }))).highImpactSeconds).to.equal(50);
  });

  const items = fc.array(
    fc.record({
      id: fc.constantFrom('inside-taps', 'hop-out-in-taps', 'v-inside', 'cross-course', 'twenty-fives', 'slalom-right'),
      scored: fc.boolean(),
    }),
    { minLength: 1, maxLength: 6 },
  );
  const round = (n: number) => Math.round(n * 1e6) / 1e6;

  it('law: the dose of a session is the sum of its blocks and breaks', () => {
    fc.assert(
      fc.property(items, items, (first, second) => {
        const block = (notes: { id: string; scored: boolean }[]) =>
          aBlock(
            'recap',
            notes.map((note) => anItem(note.id, { scored: note.scored })),
            { drinkSeconds: 30 },
          );
        const [a, b] = [block(first), block(second)];
        const whole = dose(aSession([a, b]));
        const parts = addDoses(dose(aSession([a])), dose(aSession([b])));
        expect(whole.seconds).to.equal(parts.seconds + 30);
        expect(round(whole.touches.left)).to.equal(round(parts.touches.left));
      }),
    );
  });

  it('law: reordering the items of a block keeps the dose', () => {
    fc.assert(
      fc.property(items, (notes) => {
        const list: Item[] = notes.map((note) => anItem(note.id, { scored: note.scored }));
        const there = dose(aSession([aBlock('recap', list)]));
        const back = dose(aSession([aBlock('recap', [...list].reverse())]));
        expect([back.seconds, round(back.touches.left), round(back.touches.right), back.workSeconds]).to.deep.equal([
          there.seconds,
          round(there.touches.left),
          round(there.touches.right),
          there.workSeconds,
        ]);
      }),
    );
  });
});
