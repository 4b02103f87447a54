export { type AgeDefaults, defaultsForAge } from './age-defaults.ts';
export { ruleInWords } from './rule-words.ts';
