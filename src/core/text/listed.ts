import { t } from './translate.ts';

/** Names in a sentence: “A”, “A and B”, “A, B and C”. */
export const listed = (names: readonly string[]): string =>
  names.length <= 1 ? (names[0] ?? '') : t('{names} and {last}', { names: names.slice(0, -1).join(', '), last: names.at(-1) });
