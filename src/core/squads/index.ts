export { looksLike, shapeOfName } from './lookalike.ts';
export { isPlayersAge, OLDEST, type RosterRead, readRoster, YOUNGEST } from './roster.ts';
export * from './terms.ts';
