import { readBy } from '../../src/core/text/translate.ts';

/** Does something as who reads in a language does; its words are not translated, what the core itself does by language is. */
export function reading<T>(language: string, work: () => T): T {
  const place = globalThis as { eagerFeetReading?: unknown };
  const decided = place.eagerFeetReading;
  readBy(() => ({ language, locale: language, messageOf: () => undefined, wordOf: () => undefined }));
  try {
    return work();
  } finally {
    place.eagerFeetReading = decided;
  }
}
