import { expect } from 'chai';
import { type Claim, doubtSentence, doubtsOf, type OddInput, oddOf, oddSentence } from '../../../src/core/scores/index.ts';
import type { Dose } from '../../../src/core/weeks/schema.ts';

const thirty: Dose = { measure: 'count in time', seconds: 30, rounds: 1 };
const course: Dose = { measure: 'course time', rounds: 1 };
const claim = (value: number | null, seconds = 30): Claim => ({ value, faults: 0, seconds });
const odd = (input: Partial<OddInput>) =>
  oddOf({ claim: claim(40), dose: thirty, ceiling: 4, best: null, courseMetres: null, ...input })?.kind ?? null;

describe('an odd number', () => {
  it('is more a second than feet can do, and not the ceiling itself', () => {
    expect([120, 121, 9999].map((n) => odd({ claim: claim(n) }))).to.deep.equal([null, 'over the ceiling', 'over the ceiling']);
    const fifty: Dose = { measure: 'fixed reps', reps: 50, rounds: 1 };
    expect([odd({ claim: claim(50, 12.5), dose: fifty }), odd({ claim: claim(50, 12.4), dose: fifty })]).to.deep.equal([
      null,
      'over the ceiling',
    ]);
  });

  it('is no whole one where something is counted; seconds may have parts', () => {
    const run: Dose = { measure: 'unbroken run', seconds: 60, bounce: false, rounds: 1 };
    const sets: Dose = { measure: 'sets', sets: 5 };
    expect([thirty, run, sets].map((dose) => odd({ claim: claim(4.5), dose }))).to.deep.equal(Array(3).fill('no whole number'));
    expect(odd({ claim: claim(14.5), dose: course })).to.equal(null);
  });

  it('is a course in no time, or faster than eight metres a second', () => {
    const at = (value: number, courseMetres: number | null = 40) => odd({ claim: claim(value, value), dose: course, courseMetres });
    expect([at(0), at(4.9), at(5), at(20), at(0, null), at(1, null)]).to.deep.equal(['no time', 'too quick', null, null, 'no time', null]);
  });

  it('is five times the own best, from a best that says something', () => {
    expect([odd({ claim: claim(100), best: 20 }), odd({ claim: claim(99), best: 20 })]).to.deep.equal(['far above the best', null]);
    expect([odd({ claim: claim(25), best: 5 }), odd({ claim: claim(25), best: 4 })]).to.deep.equal(['far above the best', null]);
    const run: Dose = { measure: 'unbroken run', seconds: 600, bounce: false, rounds: 1 };
    expect([odd({ claim: claim(95), dose: run, best: 19 }), odd({ claim: claim(100), dose: run, best: 20 })]).to.deep.equal([
      null,
      'far above the best',
    ]);
    expect([odd({ claim: claim(4), dose: course, best: 20 }), odd({ claim: claim(4.1), dose: course, best: 20 })]).to.deep.equal([
      'far above the best',
      null,
    ]);
    // A course without a fault after five faults is a good day.
    expect(odd({ claim: claim(5), dose: { measure: 'sets', sets: 5 }, best: 5 })).to.equal(null);
  });

  it('is never a count that was lost, or the first of all', () => {
    expect([odd({ claim: claim(null), best: 1 }), odd({ claim: claim(100), best: null })]).to.deep.equal([null, null]);
  });

  it('is said with its figures', () => {
    const said = [
      oddSentence({ kind: 'no whole number', number: 4.5, bound: null }),
      oddSentence({ kind: 'no time', number: 0, bound: null }),
      oddSentence({ kind: 'too quick', number: 3, bound: 5 }),
      oddSentence({ kind: 'over the ceiling', number: 9999, bound: 4 }),
      oddSentence({ kind: 'far above the best', number: 300, bound: 50 }),
    ];
    expect(said).to.deep.equal([
      '4.5 is no whole number.',
      'A course takes longer than no time at all.',
      '3 s is faster than anybody runs: this course takes 5 s at least.',
      '9999 in that time is more than 4 a second, which no feet can do.',
      '300 is far from the best before, 50.',
    ]);
  });
});

describe('an odd number that is kept', () => {
  const drill = {
    name: 'A course',
    pace: { easy: 1, usual: 2, fast: 3, ceiling: 4, estimated: false },
    counting: { unit: 's', counts: '', doesNotCount: '' },
  };
  const base = { clocked: true, drill, clipSeconds: null, recounted: null, earlier: [] as number[] };
  const reasons = (more: object) => doubtsOf({ ...base, dose: course, claim: claim(0, 0), ...more } as Parameters<typeof doubtsOf>[0]);

  it('is looked at by the coach; what cannot be, first', () => {
    const [zero] = reasons({});
    expect(zero).to.include({ reason: 'odd number', result: 'cannot be' });
    expect(zero && doubtSentence(zero)).to.equal('A course takes longer than no time at all.');
    expect(reasons({ claim: claim(4, 4), courseMetres: 40 })[0]).to.include({ reason: 'odd number', result: 'cannot be' });
    expect(reasons({ claim: claim(4.5), dose: thirty })[0]).to.include({ reason: 'odd number', result: 'look' });
    expect(reasons({ claim: claim(20, 20), courseMetres: 40 })).to.deep.equal([]);
  });

  it('says nothing beside the pace, and leaves form to the middle once there are five goes', () => {
    expect(reasons({ claim: claim(200), dose: thirty, earlier: [20] }).map((one) => one.reason)).to.deep.equal(['over the ceiling']);
    const far = (earlier: number[]) => reasons({ claim: claim(60), dose: thirty, earlier }).map((one) => one.reason);
    expect(far([10, 12])).to.deep.equal(['odd number']);
    expect(far([10, 12, 11, 10, 12])).to.deep.equal(['far from own form']);
    expect(far([10, 13])).to.deep.equal([]);
    // Five goes so far apart that nothing is far from them: what the phone promised the coach looks at all the same.
    expect(far([1, 12, 1, 12, 1, 12])).to.include.oneOf(['odd number', 'far from own form']);
  });
});
