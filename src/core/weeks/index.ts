export { kitOf, type ReleaseProblem, releaseProblems } from './checks.ts';
export { newBlock, newItem, newSession, usualDose, usualDrink } from './defaults.ts';
export * from './schema.ts';
