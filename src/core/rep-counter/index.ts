export { type NoSuggestion, type Suggestion, suggestCount } from './suggest.ts';
