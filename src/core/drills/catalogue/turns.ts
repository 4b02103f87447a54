import { band, drill, guess } from './make.ts';

export const turns = [
  drill({
    id: 'drag-back-turn',
    name: 'Drag-back turn',
    aliases: ['pull-back turn', 'sole turn'],
    family: 'turns and moves',
    purpose: 'Stop, drag the ball behind you and leave the other way.',
    steps: ['Dribble two steps.', 'Put the sole on the ball and drag it back under you.', 'Turn over the shoulder of that foot and go.'],
    cues: ['Low hips before the turn', 'First step away is quick'],
    faults: [{ wrong: 'The ball is left behind', mend: 'Drag it a whole step past your standing foot.' }],
    kit: ['ball'],
    space: { length: 4, width: 2 },
    sides: 'each foot',
    measure: 'count in time',
    counting: {
      unit: 'turn',
      counts: 'A turn after which the ball is in front of you again.',
      doesNotCount: 'A turn with a second touch of the sole.',
    },
    pace: guess(0.2, 0.3, 0.45, 0.8),
    touchesPerRep: 3,
    easier: ['drag-forward-back'],
    bands: [band(30, 6, 9, 13)],
  }),
];
