import { expect } from 'chai';
import type { Dose } from '../../../src/core/weeks/index.ts';
import { entriesOfTaps, knownTaps, tapSlots } from '../../../src/views/training/pictures/tap-slots.ts';
import { firstEntry, scoreFrom } from '../../../src/views/training/score-form.ts';
import { anItem } from '../../core/make.ts';

const FEET = ['left', 'right'] as const;

/** What is sent when so much was tapped in each place. */
function sent(drillId: string, dose: Dose, taps: Record<string, number>) {
  const item = anItem(drillId, { dose });
  const entries = FEET.map((foot) => firstEntry(foot, dose, []));
  return entriesOfTaps(entries, tapSlots(dose, FEET), taps, dose).map((entry, i) => {
    const { value, faults, parts } = scoreFrom(entry, String(i), item, [], false);
    return { value, faults, parts };
  });
}

describe('numbers that are tapped', () => {
  const counted: Dose = { measure: 'count in time', seconds: 20, rounds: 1 };

  it('are one place a foot, and go to that foot; a foot that was not tapped has nought', () => {
    expect(tapSlots(counted, FEET).map((slot) => slot.key)).to.deep.equal(['left', 'right']);
    expect(sent('sole-taps', counted, { right: 12 })).to.deep.equal([
      { value: 0, faults: 0, parts: null },
      { value: 12, faults: 0, parts: null },
    ]);
  });

  it('of an unbroken run are one try', () => {
    expect(
      sent('juggle-alternating', { measure: 'unbroken run', seconds: 20, rounds: 1, bounce: false }, { left: 4, right: 7 }),
    ).to.deep.equal([
      { value: 4, faults: 0, parts: { 'try 1': 4 } },
      { value: 7, faults: 0, parts: { 'try 1': 7 } },
    ]);
  });

  it('of surfaces are one place each, and add up', () => {
    const dose: Dose = { measure: 'surfaces', reps: 25, surfaces: ['left thigh', 'left foot'] };
    expect(tapSlots(dose, ['left']).map((slot) => slot.key)).to.deep.equal(['left|left thigh', 'left|left foot']);
    expect(sent('sole-taps', dose, { 'left|left thigh': 3, 'left|left foot': 4, 'right|left foot': 1 })).to.deep.equal([
      { value: 7, faults: 0, parts: { 'left thigh': 3, 'left foot': 4 } },
      { value: 1, faults: 0, parts: { 'left thigh': 0, 'left foot': 1 } },
    ]);
  });

  it('of sets are cones that were moved, and the sets stay those of the dose', () => {
    const dose: Dose = { measure: 'sets', sets: 5, seconds: 20, rounds: 1 } as Dose;
    expect(sent('cross-course', dose, { left: 2 })).to.deep.equal([
      { value: 5, faults: 2, parts: null },
      { value: 5, faults: 0, parts: null },
    ]);
  });

  it('are not asked for where the clock knows them: reps that are fixed', () => {
    const dose: Dose = { measure: 'fixed reps', reps: 8, rounds: 1 } as Dose;
    expect(tapSlots(dose, FEET)).to.deep.equal([]);
    expect(sent('sole-taps', dose, {}).map((one) => one.value)).to.deep.equal([8, 8]);
  });

  it('begin with what a helper tapped along; of tries with the best', () => {
    const tapped = [1, 2, 3].map((at) => ({ at, what: 'left' as const }));
    const entries = [firstEntry('left', counted, [], () => tapped), firstEntry('right', counted, [], () => null)];
    expect(knownTaps(entries, tapSlots(counted, FEET), counted)).to.deep.equal({ left: 3, right: 0 });
    const run: Dose = { measure: 'unbroken run', seconds: 20, rounds: 1, bounce: false };
    const tries = [...tapped, { at: 4, what: 'drop' as const }, { at: 5, what: 'left' as const }];
    expect(knownTaps([firstEntry('left', run, [], () => tries)], tapSlots(run, ['left']), run)).to.deep.equal({ left: 3 });
  });
});
