export { changesBetween } from './changes.ts';
export { type WhoLacks, whoLacks } from './check-place.ts';
export { kitOf, type ReleaseProblem, releaseProblems } from './checks.ts';
export { copyPlan, copySession } from './copy.ts';
export { newBlock, newItem, newSession, usualDose, usualDrink } from './defaults.ts';
export {
  changeBlock,
  changeItem,
  changeSession,
  moveBlockTo,
  moveById,
  moveItemTo,
  moveSessionTo,
  removeById,
  stepItem,
  withSeconds,
} from './edit.ts';
export { weekForPlayer } from './for-player.ts';
export { allItems, footSeconds, itemsOf, type MeasuredSession, measureSession, measureWeek } from './measure.ts';
export { type Extra, outlineOf, type WeekOutline } from './outline.ts';
export { catchUpsFor, type Given, NOTHING_GIVEN, type OwnStep, personalWeek } from './personal.ts';
export { checkWeek } from './planner.ts';
export { CHECKS, type Check, type EarlierWeek, type PlannedPlayer, type PlannerFacts } from './planner-view.ts';
export * from './schema.ts';
export { SHAPE_NAMES, SHAPES, type ShapeName, shapeSession } from './shapes.ts';
export { type Swap, swapsFor, withSwaps } from './swaps.ts';
