export { kitOf, type ReleaseProblem, releaseProblems } from './checks.ts';
export { newBlock, newItem, newSession, usualDose, usualDrink } from './defaults.ts';
export { changeBlock, changeItem, changeSession, moveById, removeById, withSeconds } from './edit.ts';
export * from './schema.ts';
