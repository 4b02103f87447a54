import { language, t } from '../text/translate.ts';
import { CATALOGUE } from './catalogue/index.ts';
import { inOther, inSecondLanguage, saidBy, textsOf } from './other-language.ts';
import type { Drill } from './schema.ts';
import { mirrorWords } from './schools.ts';

const SHIPPED_IDS: ReadonlySet<string> = new Set(CATALOGUE.map(({ id }) => id));
const SHELF: ReadonlySet<string> = new Set(CATALOGUE.flatMap(textsOf));

/** Whether a drill of this id ships with the product. */
export const isShipped = (id: string): boolean => SHIPPED_IDS.has(id);

/**
 * A text of a drill that ships, in the reader's language, also where left and right are changed over in it for a left-footed player; all
 * else, as a coach wrote it.
 */
export function shelfText(text: string): string {
  if (SHELF.has(text)) return t(text);
  const mirrored = mirrorWords(text);
  return SHELF.has(mirrored) ? mirrorWords(t(mirrored)) : text;
}

/** A text of a drill in the reader’s language: one of ours by our translation, one of a coach’s own by the coach’s. */
export function textInWords(drill: Drill, text: string): string {
  if (drill.also) return drill.also.language === language() ? inOther(drill.also, text) : text;
  return shelfText(text);
}

const known = new WeakMap<Drill, Map<string, Drill>>();
/**
 * A drill in the reader's language, where its texts are translated: those of the shelf that ships are, a coach's own by what the coach said
 * in a second language, else they stay as they were written. An English name of ours becomes an alias, so that it is found by either. The
 * same drill gives the same object each time, so that what is known of it is not computed anew.
 */
export function drillInWords<D extends Drill>(drill: D): D {
  const { also } = drill;
  if (also ? also.language !== language() : language() === 'en') return drill;
  const byLanguage = known.get(drill) ?? new Map<string, Drill>();
  known.set(drill, byLanguage);
  const said = byLanguage.get(language()) ?? (also ? inSecondLanguage(drill) : saidBy(drill, shelfText, true));
  byLanguage.set(language(), said);
  return said as D;
}

/** A text of a drill as it stands in the drill, by what the reader was shown of it; what is none of its texts comes back as it is. */
export const asWritten = (drill: Drill, shown: string): string =>
  textsOf(drill).find((text) => textInWords(drill, text) === shown) ?? shown;
