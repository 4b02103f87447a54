export { looksLike, shapeOfName } from './lookalike.ts';
export { isPlayersAge, OLDEST, type RosterRead, readRoster, unsaidYear, YOUNGEST } from './roster.ts';
export * from './terms.ts';
