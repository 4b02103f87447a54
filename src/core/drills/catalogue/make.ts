import type { z } from 'zod';
import type { Drill } from '../schema.ts';

type Input = z.input<typeof Drill>;
type Defaulted = 'version' | 'group' | 'aliases' | 'easier' | 'cautions' | 'loads' | 'minAge' | 'courseSeconds';

/** A shipped drill at its first version, with the plain defaults filled in: what is not said is "none". */
export function drill(given: Omit<Input, Defaulted> & Partial<Pick<Input, Defaulted>>): Input {
  return {
    version: 1,
    group: 1,
    aliases: [],
    easier: [],
    cautions: [],
    loads: [],
    minAge: null,
    courseSeconds: null,
    ...given,
  };
}

/** Pace figures that are the project's estimates. */
export const guess = (easy: number, usual: number, fast: number, ceiling: number) => ({
  easy,
  usual,
  fast,
  ceiling,
  estimated: true,
});

/** An estimated band. */
export const band = (per: number | null, starting: number, steady: number, strong: number) => ({
  per,
  starting,
  steady,
  strong,
  estimated: true,
});

export const SPOT = { length: 2, width: 2 };
export const HOP_CAUTION = 'Hop on soft, flat ground and stop if the leg or foot hurts.';
export const WALL_CAUTION = 'Use a wall away from windows, with shoes on and nothing to trip over behind you.';
