import { drillInWords, isShipped, shelfText } from '../../core/drills/in-words.ts';
import type { Drill } from '../../core/drills/schema.ts';
import { language } from '../../core/text/translate.ts';

/** Where an answer names a drill, or holds cues: a coach sends those of the drill, or words of their own. */
const NAMES: ReadonlySet<string> = new Set(['drillName', 'doneName', 'drill', 'cues']);

/** What an answer says of a drill whose id stands beside it. */
const ABOUT_A_DRILL: ReadonlySet<string> = new Set(['name', 'unit', 'counts', 'doesNotCount']);

const isDrill = (value: object): value is Drill => 'steps' in value && 'cues' in value && 'counting' in value && 'faults' in value;

/**
 * What the server answers, with the drills that ship in the reader's language. Whatever else people named or wrote stays as it is, also where
 * it reads like a sentence of ours: a week that is opened and saved again says what it said.
 * Files that are taken along keep the names that they are read in by.
 */
export function inReadersWords<T>(answer: T): T {
  return language() === 'en' ? answer : (put(answer) as T);
}

function put(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(put);
  if (value === null || typeof value !== 'object' || value instanceof Date) return value;
  const { constructor: kind } = value;
  if (value instanceof Map) return new Map([...value].map(([key, one]) => [key, put(one)]));
  if (kind !== Object && kind !== undefined) return value;
  if (isDrill(value)) return drillInWords(value);
  const { drillId, id } = value as { drillId?: unknown; id?: unknown };
  const ofShipped = [drillId, id].some((one) => typeof one === 'string' && isShipped(one));
  return Object.fromEntries(
    Object.entries(value).map(([key, one]) => {
      const named = NAMES.has(key) || (ofShipped && ABOUT_A_DRILL.has(key));
      return [key, named ? inShelfWords(one) : put(one)];
    }),
  );
}

function inShelfWords(value: unknown): unknown {
  if (typeof value === 'string') return shelfText(value);
  return Array.isArray(value) ? value.map(inShelfWords) : put(value);
}
