export { type AgeDefaults, defaultsForAge } from './age-defaults.ts';
export { codeFrom, codeInGroups, normalCode } from './codes.ts';
export { isPlayersAge, OLDEST, type RosterRead, readRoster, YOUNGEST } from './roster.ts';
export { ruleInWords } from './rule-words.ts';
