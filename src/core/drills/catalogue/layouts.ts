import type { Layout } from '../../layouts/index.ts';

/** The layouts that shipped drills stand on, as they are said aloud. */

const plain = (moves: string, route = '', variants: Layout['variants'] = []): Layout => ({ moves, route, variants });

/** Four arms round a middle, with a gate at the far end. */
export const CROSS = plain(
  'put a cone; 5 steps forward; put a cone; 5 left; put a cone; back to cone 2; 5 right; put a cone; back to cone 2; 5 forward; gate 1 wide; 3 2 4 in line',
  'from 1; run to 2; shuffle to 3; shuffle to 2; shuffle to 4; shuffle to 2; run through gate; back mirrored',
  [
    {
      name: 'the short cross without a gate',
      moves: 'put a cone; 2 forward; put a cone; 2 left; put a cone; back to cone 2; 2 right; put a cone; 3 2 4 in line',
      route: 'from 1; run to 2; shuffle to 3; shuffle to 2; shuffle to 4; shuffle to 2; back the same way',
    },
  ],
);
export const CROSS_WITH_BALL = {
  ...CROSS,
  route: CROSS.route.replaceAll('run', 'dribble'),
  variants: CROSS.variants.map((one) => ({ ...one, route: one.route.replaceAll('run', 'dribble') })),
};

/** Up and across, up and across: the steps of a staircase. */
export const STAIRCASE = plain(
  'put a cone; 3 forward; put a cone; 3 right; put a cone; 3 forward; put a cone; 3 right; put a cone; 3 forward; gate 1 wide; 1 3 5 in line',
  'from 1; run to 2; shuffle to 3; run to 4; shuffle to 5; run through gate; back the same way',
  [
    {
      name: 'one flight of stairs',
      moves: 'put a cone; 2 forward; put a cone; 2 right; put a cone; 2 forward; put a cone',
      route: 'from 1; run to 2; shuffle to 3; run to 4; back the same way',
    },
  ],
);
export const STAIRCASE_WITH_BALL = {
  ...STAIRCASE,
  route: STAIRCASE.route.replaceAll('run', 'dribble'),
  variants: STAIRCASE.variants.map((one) => ({ ...one, route: one.route.replaceAll('run', 'dribble') })),
};

/** Six cones one step apart: five steps long. */
export const SLALOM = plain('put a cone; 5 times: 1 forward, put a cone; 1 2 3 4 5 6 in line', 'from 1; weave to 6; back the same way', [
  {
    name: 'a slalom of four cones',
    moves: 'put a cone; 3 times: 1 forward, put a cone; 1 2 3 4 in line',
    route: 'from 1; weave to 4; back the same way',
  },
]);

export const LINE = plain('put a cone; 6 forward; put a cone', 'from 1; dribble to 2; back the same way');
/** A line with a marker half-way. */
export const HALF_WAY_LINE = plain(
  'put a cone; 4 forward; put a cone; 4 forward; put a cone; 1 2 3 in line',
  'from 1; dribble to 2; dribble to 3; back the same way',
);

/** Five cones in a row, the feet busy in two ways, and home again without turning round. */
export const BUSY_LINE = plain(
  'put a cone; 4 times: 2 forward, put a cone; 1 2 3 4 5 in line',
  'taps from 1 to 3; sole taps from 3 to 5; back the same way backwards',
  [
    {
      name: 'three cones',
      moves: 'put a cone; 2 times: 2 forward, put a cone; 1 2 3 in line',
      route: 'taps from 1 to 2; sole taps from 2 to 3; back the same way backwards',
    },
  ],
);

export const SQUARE = plain(
  'put a cone; 3 forward; put a cone; 3 right; put a cone; 3 back; put a cone',
  'from 1; dribble to 2; shuffle to 3; dribble to 4; shuffle to 1',
);

/** Two rows of cones, two steps apart. */
export const CHANNEL = plain(
  'gate 2 wide; 3 times: 2 forward, gate 2 wide; 1 3 5 7 in line; 2 4 6 8 in line',
  'from gate 1; dribble through gate 4; back the same way',
);

/** Three gates, each beside the last. */
export const GATES = plain(
  'put a cone; 3 forward; gate 1 wide; 2 left; 3 forward; gate 1 wide; 4 right; 3 forward; gate 1 wide',
  'from 1; dribble through gate 1; dribble through gate 2; dribble through gate 3; back the same way',
  [{ name: 'one gate', moves: 'put a cone; 3 forward; gate 1 wide', route: 'from 1; dribble through gate; back the same way' }],
);

/** A mini-goal marked on a wall, three steps away. */
export const WALL_GOAL = plain('put a cone; 3 forward; wall 3 wide; goal 1 wide');
/** A cone to turn round, behind the player who faces the wall. */
export const WALL_TURN = plain('put a cone; 2 forward; put a cone; 3 forward; wall 3 wide', 'from 2; dribble to 1; back the same way');
/** Two bags as a goal, five steps away. */
export const BAG_GOAL = plain('put a cone; 5 forward; goal 1 wide');
/** Two cones, five steps (3 m) apart. */
export const TWO_CONES = plain('put a cone; 5 right; put a cone');
