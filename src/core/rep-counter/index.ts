export { clipDrill, coveredBy, type HeardBefore, heardDrill, isOff, isTrusted } from './heard.ts';
export { type Covered, countHeard, type HeardCount, type HeardDrill, type Unsure } from './live-count.ts';
export { LiveEar } from './live-ear.ts';
export { type NoSuggestion, RIGHT_OF, type Suggestion, suggestCount, withinWork } from './suggest.ts';
