import { drillInWords } from '../../core/drills/in-words.ts';
import type { Drill } from '../../core/drills/schema.ts';
import { language, shelfText } from '../../core/text/translate.ts';

/** Where an answer names a drill, or the unit of what is counted in it. */
const NAMES = new Set(['drillName', 'doneName', 'name', 'drill', 'unit', 'counts', 'doesNotCount']);

/** Where an answer holds cues: a coach sends those of the drill, or words of their own. */
const LISTS = new Set(['cues']);

const isDrill = (value: object): value is Drill => 'steps' in value && 'cues' in value && 'counting' in value && 'faults' in value;

/**
 * What the server answers, with the drills that ship in the reader's language. What a coach wrote is in no message file and stays as it is.
 * Files that are taken along keep the names that they are read in by.
 */
export function inReadersWords<T>(answer: T): T {
  return language() === 'en' ? answer : (put(answer) as T);
}

function put(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(put);
  if (value === null || typeof value !== 'object' || value instanceof Date) return value;
  const { constructor: kind } = value;
  if (kind !== Object && kind !== undefined) return value;
  if (isDrill(value)) return drillInWords(value);
  return Object.fromEntries(
    Object.entries(value).map(([key, one]) => {
      if (typeof one === 'string') return [key, NAMES.has(key) ? shelfText(one) : one];
      if (Array.isArray(one) && LISTS.has(key)) return [key, one.map((text) => (typeof text === 'string' ? shelfText(text) : put(text)))];
      return [key, put(one)];
    }),
  );
}
