import { harderThan, stepsOf } from '../drills/edges.ts';
import type { Drill } from '../drills/schema.ts';
import { t } from '../text/translate.ts';

/** One go at a step of a staircase: whether it met the band of the player's level, on each foot that was done. */
export interface StepGo {
  drillId: string;
  /** Epoch ms. */
  doneAt: number;
  met: boolean;
}

/** On which step a player is, from 0, and why. */
export interface Shoe {
  step: number;
  why: string;
}

/** Steps above the planned one that a player may get to within a season of it. */
const ABOVE = 4;
const MISSES_TO_FALL = 2;

/** Whether a step can be judged: its goes have numbers, and there are bands to hold them against. */
const isJudged = (drill: Drill) => drill.measure !== 'time on' && drill.bands.length > 0;

/**
 * The staircase that an item of a drill runs on, the easiest step first: down and up from the drill, as far as every step can be judged by a
 * number, is safe without a grown-up's look (no heading), and is one above the other. A drill without neighbours is alone on it.
 */
export function stairsOfItem(drill: Drill, shelf: ReadonlyMap<string, Drill>): Drill[] {
  const all = [...shelf.values()];
  const heights = stepsOf(all);
  const height = (one: Drill) => heights.get(one.id) ?? 0;
  const fits = (one: Drill) => isJudged(one) && !one.loads.includes('heading') && one.family === drill.family;
  const stairs = [drill];
  for (;;) {
    const lowest = stairs[0] ?? drill;
    const below = lowest.easier
      .flatMap((id) => shelf.get(id) ?? [])
      .filter(fits)
      .sort((a, b) => height(b) - height(a))[0];
    if (!below || stairs.includes(below)) break;
    stairs.unshift(below);
  }
  for (let i = 0; i < ABOVE; i++) {
    const highest = stairs.at(-1) ?? drill;
    const above = harderThan(all, highest.id)
      .filter(fits)
      .sort((a, b) => height(a) - height(b) || a.id.localeCompare(b.id))[0];
    if (!above || stairs.includes(above)) break;
    stairs.push(above);
  }
  return stairs;
}

/**
 * The step that a player is on, by what was done on a staircase: the band met, the next one; not met twice running, the one before; else the
 * same again; and the lowest for whoever has done none. So nobody comes to a step before the one below was met, and nobody falls more than
 * one at a time.
 * @param stairs the easiest step first; at least one
 * @param goes in any order; those of other drills count for nothing
 */
export function shoeOn(stairs: readonly Pick<Drill, 'id' | 'name'>[], goes: readonly StepGo[]): Shoe {
  const stepOf = (go: StepGo) => stairs.findIndex((one) => one.id === go.drillId);
  const mine = goes.filter((go) => stepOf(go) >= 0).toSorted((a, b) => b.doneAt - a.doneAt);
  const [last] = mine;
  if (!last) return { step: 0, why: t('The first step: none was done yet.') };
  const at = stepOf(last);
  const name = stairs[at]?.name ?? '';
  if (last.met) {
    const next = Math.min(at + 1, stairs.length - 1);
    return next === at
      ? { step: at, why: t('“{name}” is met: it is the highest step.', { name }) }
      : { step: next, why: t('“{name}” is met: the next step.', { name }) };
  }
  const missed = mine.slice(0, MISSES_TO_FALL);
  const twice = missed.length === MISSES_TO_FALL && missed.every((go) => !go.met && stepOf(go) === at);
  if (twice && at > 0) return { step: at - 1, why: t('“{name}” was not met twice: one step back.', { name }) };
  return { step: at, why: t('“{name}” is not met yet.', { name }) };
}
