import { groundOf, layOut, UNKNOWN_STEP } from '../../layouts/index.ts';
import { Drill } from '../schema.ts';
import { movesOfShipped } from './moves/index.ts';

type Defaulted =
  | 'contact'
  | 'school'
  | 'twin'
  | 'layout'
  | 'version'
  | 'group'
  | 'aliases'
  | 'easier'
  | 'cautions'
  | 'loads'
  | 'minAge'
  | 'maxAge'
  | 'courseSeconds'
  | 'kit'
  | 'space'
  | 'touchesPerRep'
  | 'bands'
  | 'moves';

const FIELDS = Object.keys(Drill.shape) as (keyof Drill)[];

export const SPOT = { length: 2, width: 2 };

/** A shipped drill at its first version, with the plain defaults filled in: a ball on the spot, and else "none". A layout says its own space. */
export function drill(given: Omit<Drill, Defaulted> & Partial<Pick<Drill, Defaulted>>): Drill {
  const whole: Drill = {
    version: 1,
    group: 1,
    aliases: [],
    easier: [],
    cautions: [],
    loads: [],
    minAge: null,
    maxAge: null,
    courseSeconds: null,
    kit: ['ball'],
    space: given.layout ? groundOf(layOut(given.layout).placed, UNKNOWN_STEP) : SPOT,
    touchesPerRep: 1,
    bands: [],
    moves: movesOfShipped(given.id),
    ...{ contact: null, school: null, twin: null, layout: null },
    ...given,
  };
  // In the order of the schema, as one that was read from anywhere is: the two are compared as they are written.
  return Object.fromEntries(FIELDS.flatMap((field) => (whole[field] === undefined ? [] : [[field, whole[field]]]))) as unknown as Drill;
}

/** Pace figures that are the project's estimates. */
export const guess = (easy: number, usual: number, fast: number, ceiling: number) => ({ easy, usual, fast, ceiling, estimated: true });

/** An estimated band. */
export const band = (per: number | null, starting: number, steady: number, strong: number) => ({
  per,
  starting,
  steady,
  strong,
  estimated: true,
});

/** The counting rule of work that is not counted. */
export const uncounted = (counts: string) => ({ unit: 'second', counts, doesNotCount: 'Nothing is counted here.' });

/** A fault and its correction. */
export const fault = (wrong: string, mend: string) => ({ wrong, mend });

export const HOP_CAUTION = 'Hop on soft, flat ground and stop if the leg or foot hurts.';
export const WALL_CAUTION = 'Use a wall away from windows, with shoes on and nothing to trip over behind you.';
export const HIGH_CAUTION = 'Look up for lamps, branches and other people before you play the ball high.';
export const GROUND_CAUTION = 'Flat, dry ground, and nothing to trip over.';
export const SHOT_CAUTION = 'Nobody behind the goal, and no window in the line of the shot.';
