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
  stepAcross,
  stepItem,
  withSeconds,
} from './edit.ts';
export { weekForPlayer } from './for-player.ts';
export { drillsOfItem, type GroupStay, groupOn, hasGroups, isFor, movesOn, planFor, sessionsFor, withoutGroups } from './groups.ts';
export { type Extra, outlineOf, type WeekOutline } from './outline.ts';
export * from './schema.ts';
export { leftOutOf, type Swap, swapsFor, withSwaps } from './swaps.ts';
