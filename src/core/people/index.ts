export { type AgeDefaults, defaultsForAge } from './age-defaults.ts';
export { codeFrom, codeInGroups, normalCode } from './codes.ts';
export { looksLike, shapeOfName } from './lookalike.ts';
export { ACCOUNT_EVENTS, type AccountEventKind, newsInWords, newsLetter, type Whose } from './news.ts';
export { isSimplePin } from './pins.ts';
export { isPlayersAge, OLDEST, type RosterRead, readRoster, YOUNGEST } from './roster.ts';
export { ruleInWords } from './rule-words.ts';
