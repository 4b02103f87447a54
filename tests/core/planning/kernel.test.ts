import { expect } from 'chai';
import type { Candidate } from '../../../src/core/planning/propose/candidates.ts';
import { kernelOf } from '../../../src/core/planning/propose/kernel.ts';
import type { Option } from '../../../src/core/planning/propose/model.ts';

const option = (i: number, day: number, role: Candidate['role']): Option => ({
  name: `x${day}_${i}`,
  rounds: `r${day}_${i}`,
  day,
  candidate: { role } as Candidate,
});
const modelWith = (choices: Option[]) => ({ choices, program: () => '', relaxed: () => '' });
/** What a solver says: these are taken in part, the others cost so much. */
const saying = (taken: readonly string[], cost: (name: string) => number) => ({
  value: (name: string) => (taken.includes(name) ? 0.3 : 0),
  reducedCost: cost,
});
const number = (name: string) => Number(name.split('_')[1]);

describe('the choices among which a part of a week is solved', () => {
  const recaps = Array.from({ length: 50 }, (_, i) => option(i, 1, 'recap'));

  it('are the thirty nearest: what is taken in part first, then what would cost least, in the order given where two are alike', () => {
    // Costs of a maximum are negative: 49 is the nearest of those not taken.
    const kernel = kernelOf(
      modelWith(recaps),
      saying(['x1_0', 'x1_7'], (name) => number(name) - 50),
      new Set(),
    );
    expect([...kernel].map(number).sort((a, b) => a - b)).to.deep.equal([0, 7, ...Array.from({ length: 28 }, (_, i) => 22 + i)]);
    const alike = kernelOf(
      modelWith(recaps),
      saying([], () => -1),
      new Set(),
    );
    expect([...alike].map(number)).to.deep.equal(Array.from({ length: 30 }, (_, i) => i));
  });

  it('are five more of each role of each day that has no nearer ones, and what is taken however many that are', () => {
    const far = [...Array.from({ length: 8 }, (_, i) => option(100 + i, 1, 'challenge')), option(200, 2, 'challenge')];
    const kernel = kernelOf(modelWith([...recaps, ...far]), saying([], number), new Set());
    expect([...kernel].filter((name) => number(name) >= 50).map(number)).to.deep.equal([100, 101, 102, 103, 104, 200]);
    const all = recaps.map(({ name }) => name);
    expect([
      ...kernelOf(
        modelWith(recaps),
        saying(all, () => 0),
        new Set(),
      ),
    ]).to.have.length(50);
  });

  it('are what was chosen already, whatever the linear program says of it', () => {
    const kernel = kernelOf(modelWith(recaps), saying([], number), new Set(['x1_45']));
    expect(kernel.has('x1_45')).to.equal(true);
    expect(kernel.has('x1_44')).to.equal(false);
  });
});
