import { stepsOf } from '../drills/edges.ts';
import type { Drill } from '../drills/schema.ts';
import type { PACES } from '../drills/terms.ts';
import { t } from '../text/translate.ts';
import { TYPICAL_RUNNER } from '../training/index.ts';
import { newBlock, newItem, newSession } from '../weeks/defaults.ts';
import type { Block, BlockKind, Dose, Item, Session } from '../weeks/schema.ts';
import { measureSession } from './measure.ts';

export const SHAPE_NAMES = ['recap day', 'circuit', 'rep ladder', 'course day', 'wall day', 'twenty-fives', 'five a day'] as const;
export type ShapeName = (typeof SHAPE_NAMES)[number];

/** What a shape is, for the coach who chooses one. Minutes are what is usual for it. */
export const SHAPES: Record<ShapeName, { what: string; minutes: number; least: number; most: number }> = {
  'recap day': {
    get what() {
      return t('Three recaps at easy, half and full pace, two leg burners, a combination, a minute’s challenge.');
    },
    minutes: 18,
    least: 8,
    most: 40,
  },
  circuit: {
    get what() {
      return t('Stations of 25 s on and 5 s off, simple to hard, the other foot and free play last.');
    },
    minutes: 10,
    least: 4,
    most: 15,
  },
  'rep ladder': {
    get what() {
      return t('Ten variations of 50 reps, the easiest first.');
    },
    minutes: 18,
    least: 6,
    most: 40,
  },
  'course day': {
    get what() {
      return t('Two cone courses, each without the ball first, then with it, 3 s to turn round.');
    },
    minutes: 25,
    least: 8,
    most: 50,
  },
  'wall day': {
    get what() {
      return t('Wall drills on the ground, then turns round a cone, then off the ground.');
    },
    minutes: 25,
    least: 8,
    most: 50,
  },
  'twenty-fives': {
    get what() {
      return t('25 unbroken touches on each foot and each thigh.');
    },
    minutes: 12,
    least: 6,
    most: 30,
  },
  'five a day': {
    get what() {
      return t('One drill and ten reps of one move a foot, a few minutes every day.');
    },
    minutes: 5,
    least: 4,
    most: 12,
  },
};

export interface ShapeOrder {
  /** Wished length in minutes. */
  minutes: number;
  drills: ReadonlyMap<string, Drill>;
  /** Gives a new id for each part: core makes no chance. */
  id(): string;
  /** Drills of the last weeks, the newest first: what a recap is made of. */
  recent?: readonly string[];
  /** The squad's school of foot order: `catch-up` lets the stronger foot show the way. */
  starts?: Item['starts'];
}

interface Maker {
  has(drillId: string): boolean;
  item(drillId: string, dose: Partial<Dose>, change?: Partial<Item>): Item;
  block(kind: BlockKind, items: Item[], change?: Partial<Block>): Block;
  session(name: string, blocks: Block[]): Session;
}

function makerOf({ drills, id, starts = 'right' }: ShapeOrder): Maker {
  return {
    has: (drillId) => drills.has(drillId),
    item: (drillId, dose, change = {}) => {
      const drill = drills.get(drillId);
      if (!drill) throw new RangeError(`The drill "${drillId}" is not on the shelf.`);
      const item = newItem(id(), drill);
      return { ...item, starts, ...change, dose: { ...item.dose, ...dose } as Dose };
    },
    block: (kind, items, change = {}) => ({ ...newBlock(id(), kind), items, ...change }),
    session: (name, blocks) => ({ ...newSession(id(), name), blocks: blocks.filter((block) => block.items.length > 0) }),
  };
}

/** A stretch of equal parts at rising pace: technique before speed. */
const ladder = (each: number): Item['paces'] =>
  (['easy', 'half', 'full'] as const satisfies readonly (typeof PACES)[number][]).map((pace) => ({ pace, seconds: each }));

const UNSCORED: Partial<Item> = { scored: false, target: { rule: 'no number' } };

const RECAPS = ['inside-shift', 'taps-and-roll', 'taps-step-over', 'inside-taps', 'two-inside-two-sole'];
const LEG_BURNERS = ['hop-out-in-taps', 'sole-circle'];

/** Drills of the last weeks that a ladder of pace suits, then the usual ones. */
function recapsFor(order: ShapeOrder): string[] {
  const timed = (id: string) => {
    const drill = order.drills.get(id);
    const plain = drill?.sides === 'alternating' || drill?.sides === 'untracked';
    return (
      plain &&
      drill.family === 'ball mastery' &&
      (drill.measure === 'time on' || drill.measure === 'count in time') &&
      drill.loads.length === 0
    );
  };
  return [...new Set([...(order.recent ?? []), ...RECAPS])].filter(timed).slice(0, 3);
}

function recapDay(order: ShapeOrder, size: number): Session {
  const make = makerOf(order);
  const rounds = 1 + Math.floor(size / 2);
  const burns = 1 + Math.floor(size / 4);
  const paced = (drillId: string, scored: boolean) =>
    make.item(drillId, { seconds: 45, rounds } as Partial<Dose>, { paces: ladder(15), restSeconds: 10, ...(scored ? {} : UNSCORED) });
  const burner = (drillId: string) =>
    make.item(drillId, { seconds: 15, rounds: burns } as Partial<Dose>, { starts: 'turn about', restSeconds: 10, ...UNSCORED });
  return make.session(t('Recap day'), [
    make.block('warm-up', [
      make.item('inside-taps-side-to-side', { seconds: 30, rounds: 1 } as Partial<Dose>, {
        paces: [{ pace: 'easy', seconds: 30 }],
        ...UNSCORED,
      }),
    ]),
    make.block(
      'recap',
      recapsFor(order).map((drillId) => paced(drillId, false)),
      { restSeconds: 10 },
    ),
    ...LEG_BURNERS.map((drillId) => make.block('leg burner', [burner(drillId)])),
    make.block('combination', [paced('taps-and-roll', false)]),
    make.block('challenge', [make.item('sole-taps', { seconds: 60, rounds: 1 } as Partial<Dose>)]),
  ]);
}

/** Stations from simple to hard: those in which the feet take turns, and each-foot ones as a pair of stations. */
function stationsOf(order: ShapeOrder, count: number): { drillId: string; side?: Item['side'] }[] {
  const steps = stepsOf([...order.drills.values()]);
  const fits = [...order.drills.values()].filter(
    (drill) =>
      drill.family === 'ball mastery' &&
      drill.kit.every((kit) => kit === 'ball') &&
      (drill.measure === 'time on' || drill.measure === 'count in time') &&
      (drill.sides === 'alternating' || drill.sides === 'untracked' || drill.sides === 'each foot') &&
      drill.loads.length === 0 &&
      drill.id !== 'free-combination',
  );
  fits.sort((a, b) => (steps.get(a.id) ?? 0) - (steps.get(b.id) ?? 0));
  const stations: { drillId: string; side?: Item['side'] }[] = [];
  // Once round the shelf; a longer circuit goes round again.
  for (let i = 0; stations.length < count && fits.length > 0; i++) {
    const drill = fits[i % fits.length] as Drill;
    if (drill.sides !== 'each foot') stations.push({ drillId: drill.id });
    else if (stations.length + 2 <= count) stations.push({ drillId: drill.id, side: 'right' }, { drillId: drill.id, side: 'left' });
    else if (i > 200) break;
  }
  return stations.sort((a, b) => (steps.get(a.drillId) ?? 0) - (steps.get(b.drillId) ?? 0));
}

function circuit(order: ShapeOrder, size: number): Session {
  const make = makerOf(order);
  const station = (drillId: string, side?: Item['side']) =>
    make.item(drillId, { seconds: 25, rounds: 1 } as Partial<Dose>, { ...UNSCORED, ...(side ? { side } : {}) });
  const list = stationsOf(order, Math.max(1, size - 2)).map(({ drillId, side }) => station(drillId, side));
  // One block, so that every station but the first begins 5 s after the last one ended.
  return make.session(t('Circuit'), [
    make.block('combination', [...list, station('other-foot-mix'), station('free-combination')], { restSeconds: 5 }),
  ]);
}

const LADDER = [
  'pull-out-tap-in',
  'double-roll-stop',
  'pull-push-laces',
  'v-inside',
  'v-outside',
  'tap-push-diagonal-pull',
  'slide-drag-stop',
  'v-diagonal',
  'roll-stop-step-over',
  'l-behind',
];

function repLadder(order: ShapeOrder, size: number): Session {
  const make = makerOf(order);
  const steps = stepsOf([...order.drills.values()]);
  const easiestFirst = LADDER.filter(make.has).sort((a, b) => (steps.get(a) ?? 0) - (steps.get(b) ?? 0));
  // Up to 50 reps the ladder keeps its ten rungs; an even number gives each foot the same.
  const reps = Math.max(10, 2 * size);
  const rungs = easiestFirst.map((drillId) => {
    const each = order.drills.get(drillId)?.sides === 'each foot';
    return make.item(drillId, { reps: each ? reps / 2 : reps, rounds: 1 } as Partial<Dose>, UNSCORED);
  });
  return make.session(t('Rep ladder'), [
    make.block('warm-up', rungs.slice(0, 2), { restSeconds: 10 }),
    make.block('combination', rungs.slice(2, 6), { restSeconds: 10 }),
    make.block('combination', rungs.slice(6), { restSeconds: 10 }),
  ]);
}

function courseDay(order: ShapeOrder, size: number): Session {
  const make = makerOf(order);
  const course = (drillId: string, scored: boolean) => make.item(drillId, { sets: size } as Partial<Dose>, scored ? {} : UNSCORED);
  return make.session(t('Course day'), [
    make.block('warm-up', [course('cross-course', false)]),
    make.block('challenge', [course('cross-course-ball', true)]),
    make.block('recap', [course('staircase-course', false)]),
    make.block('challenge', [course('staircase-course-ball', true)]),
  ]);
}

const WALL_GROUND = ['wall-two-touch', 'wall-sole-stop', 'wall-one-touch', 'wall-open-up', 'wall-across-body', 'wall-outside-touch'];
const WALL_TURNS = ['wall-inside-turn', 'wall-outside-turn'];
const WALL_AIR = ['wall-juggle-free', 'wall-juggle-two'];

function wallDay(order: ShapeOrder, size: number): Session {
  const make = makerOf(order);
  const seconds = 20 + 5 * size;
  const ground = WALL_GROUND.filter(make.has).map((drillId, i) =>
    make.item(drillId, { seconds, rounds: 1 } as Partial<Dose>, i === 0 ? UNSCORED : {}),
  );
  const turn = (drillId: string) => make.item(drillId, { reps: Math.min(20, 3 + size), rounds: 1 } as Partial<Dose>, UNSCORED);
  return make.session(t('Wall day'), [
    make.block('warm-up', ground.slice(0, 1), { restSeconds: 10 }),
    make.block('recap', ground.slice(1), { restSeconds: 10 }),
    make.block('new skill', WALL_TURNS.filter(make.has).map(turn), { restSeconds: 10 }),
    make.block(
      'challenge',
      WALL_AIR.filter(make.has).map((drillId) => make.item(drillId, { seconds: Math.max(30, seconds) } as Partial<Dose>)),
      { restSeconds: 10 },
    ),
  ]);
}

function twentyFives(order: ShapeOrder, size: number): Session {
  const make = makerOf(order);
  const first = make.has('drop-kick-catch') ? 'drop-kick-catch' : 'toe-lift-catch';
  return make.session('Twenty-fives', [
    make.block('warm-up', [make.item(first, { reps: 10, rounds: 1 } as Partial<Dose>, UNSCORED)]),
    make.block('challenge', [make.item('twenty-fives', { reps: 25 } as Partial<Dose>)]),
    make.block('combination', [make.item('juggle-alternating', { seconds: 30 * size, bounce: false } as Partial<Dose>)]),
  ]);
}

function fiveADay(order: ShapeOrder, size: number): Session {
  const make = makerOf(order);
  const drillId = recapsFor(order)[0] ?? 'inside-taps';
  const long = 15 * size;
  return make.session(t('Five a day'), [
    make.block('recap', [
      make.item(drillId, { seconds: Math.min(300, long), rounds: 1 } as Partial<Dose>, { paces: thirds(Math.min(300, long)), ...UNSCORED }),
    ]),
    make.block('new skill', [make.item('scissor-away', { reps: 10, rounds: 1 } as Partial<Dose>, UNSCORED)]),
  ]);
}

/** Easy, half and full pace in equal parts of whole seconds. */
function thirds(seconds: number): Item['paces'] {
  const each = Math.floor(seconds / 3);
  return ladder(each).map((stretch, i) => ({ ...stretch, seconds: i === 0 ? seconds - 2 * each : each }));
}

const MAKERS: Record<ShapeName, { make(order: ShapeOrder, size: number): Session; sizes: [from: number, to: number] }> = {
  'recap day': { make: recapDay, sizes: [0, 14] },
  circuit: { make: circuit, sizes: [4, 30] },
  'rep ladder': { make: repLadder, sizes: [5, 60] },
  'course day': { make: courseDay, sizes: [1, 10] },
  'wall day': { make: wallDay, sizes: [1, 40] },
  'twenty-fives': { make: twentyFives, sizes: [1, 20] },
  'five a day': { make: fiveADay, sizes: [4, 20] },
};

/**
 * A session of a starting shape whose length for a typical player comes nearest to what is wished.
 * @throws RangeError when the shelf lacks a drill that the shape is made of.
 */
export function shapeSession(name: ShapeName, order: ShapeOrder): Session {
  const { make, sizes } = MAKERS[name];
  // Sizes are tried with throw-away ids; only the one that is taken gets real ones.
  const off = (size: number) => {
    const tried = make({ ...order, id: () => '' }, size);
    return Math.abs(measureSession(tried, order.drills, TYPICAL_RUNNER).dose.seconds - order.minutes * 60);
  };
  let best = sizes[0];
  let least = Number.POSITIVE_INFINITY;
  for (let size = sizes[0]; size <= sizes[1]; size++) {
    const now = off(size);
    if (now < least) [best, least] = [size, now];
  }
  return make(order, best);
}
