import { band, drill, guess } from './make.ts';

export const footwork = [
  drill({
    id: 'cross-course',
    name: 'Cross course without the ball',
    aliases: ['plus course', 'four arms'],
    family: 'footwork',
    purpose: 'Run, shuffle and turn on a cross of cones.',
    steps: [
      'Run to the middle.',
      'Shuffle left, back to the middle, shuffle right, back to the middle.',
      'Run through the gate and come back the same way.',
    ],
    cues: ['Face forward in the shuffle', 'Low hips'],
    faults: [{ wrong: 'The feet cross in the shuffle', mend: 'Push off the far foot, never cross.' }],
    kit: ['cones'],
    space: { length: 8, width: 7 },
    sides: 'untracked',
    measure: 'sets',
    counting: { unit: 'set', counts: 'Out and back is one set.', doesNotCount: 'A moved cone is one fault; put it back and go on.' },
    pace: guess(1, 1.5, 2, 3),
    touchesPerRep: 0,
    courseSeconds: 25,
    bands: [band(5, 3, 1, 0)],
    cautions: ['Flat, dry ground, and nothing to trip over.'],
    loads: ['high impact'],
  }),
];
