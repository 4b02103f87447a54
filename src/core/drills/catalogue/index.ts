import type { Drill } from '../schema.ts';
import { ballMastery } from './ball-mastery.ts';
import { dribbling } from './dribbling.ts';
import { firstTouch } from './first-touch.ts';
import { footwork } from './footwork.ts';
import { juggling } from './juggling.ts';
import { shooting } from './shooting.ts';
import { stretch } from './stretch.ts';
import { turns } from './turns.ts';
import { wall } from './wall.ts';

/** The shipped drills. That each is what the schema wants is tested, and not looked at again on every phone. */
export const CATALOGUE: readonly Drill[] = [
  ...ballMastery,
  ...wall,
  ...juggling,
  ...dribbling,
  ...turns,
  ...firstTouch,
  ...shooting,
  ...footwork,
  ...stretch,
];

/** The shipped drills by id. */
export const catalogueById: ReadonlyMap<string, Drill> = new Map(CATALOGUE.map((drill) => [drill.id, drill]));
