import { drill, guess } from './make.ts';

export const stretch = [
  drill({
    id: 'ankle-hip-hold',
    name: 'Ankle and hip hold',
    aliases: ['stretch hold'],
    family: 'stretch',
    purpose: 'Loose ankles and hips after the work.',
    steps: ['A hand on the wall.', 'Bring one foot up behind you and hold the ankle.', 'Stand tall, knees together, breathe.'],
    cues: ['No bouncing', 'Pull gently'],
    faults: [{ wrong: 'The back bends', mend: 'Tuck the tail in and stand tall.' }],
    kit: [],
    space: { length: 1, width: 1 },
    sides: 'each foot',
    measure: 'time on',
    counting: { unit: 'second', counts: 'The time you hold.', doesNotCount: 'Nothing is counted here.' },
    pace: guess(0.01, 0.02, 0.03, 1),
    touchesPerRep: 0,
    easier: [],
    bands: [],
    cautions: ['Keep a hand on a wall for balance.'],
  }),
];
