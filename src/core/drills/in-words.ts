import { language, t } from '../text/translate.ts';
import { CATALOGUE } from './catalogue/index.ts';
import type { Drill } from './schema.ts';
import { mirrorWords } from './schools.ts';

/** As many as a drill may have. */
const ALIASES_SHOWN = 12;

/** A drill with each of its texts said in another way. */
function saidBy<D extends Drill>(drill: D, say: (text: string) => string): D {
  const name = say(drill.name);
  const sayAll = (texts: readonly string[]): string[] => texts.map(say);
  const sayFaults = (faults: Drill['faults']): Drill['faults'] => faults.map(({ wrong, mend }) => ({ wrong: say(wrong), mend: say(mend) }));
  const aliases = sayAll(drill.aliases);
  const { contact } = drill;
  return {
    ...drill,
    name,
    aliases: name === drill.name ? aliases : [...aliases, drill.name, ...drill.aliases].slice(0, ALIASES_SHOWN),
    purpose: say(drill.purpose),
    steps: sayAll(drill.steps),
    cues: sayAll(drill.cues),
    faults: sayFaults(drill.faults),
    contact: contact && {
      'toe-up': { ...contact['toe-up'], cues: sayAll(contact['toe-up'].cues), faults: sayFaults(contact['toe-up'].faults) },
      laces: { ...contact.laces, cues: sayAll(contact.laces.cues), faults: sayFaults(contact.laces.faults) },
    },
    layout: drill.layout && {
      ...drill.layout,
      variants: drill.layout.variants.map((variant) => ({ ...variant, name: say(variant.name) })),
    },
    counting: {
      unit: say(drill.counting.unit),
      counts: say(drill.counting.counts),
      doesNotCount: say(drill.counting.doesNotCount),
    },
    cautions: sayAll(drill.cautions),
  };
}

/** Every text of a drill, in the order in which it is read. */
export function textsOf(drill: Drill): string[] {
  const texts: string[] = [];
  saidBy(drill, (text) => {
    texts.push(text);
    return text;
  });
  return texts;
}

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

const known = new WeakMap<Drill, Map<string, Drill>>();
/**
 * A drill in the reader's language, where its texts are translated: those of the shelf that ships are, a coach's own stay as they were written.
 * Its English name becomes an alias, so that it is found by either. The same drill gives the same object each time, so that what is known of
 * it is not computed anew.
 */
export function drillInWords<D extends Drill>(drill: D): D {
  if (language() === 'en') return drill;
  const byLanguage = known.get(drill) ?? new Map<string, Drill>();
  known.set(drill, byLanguage);
  const said = byLanguage.get(language()) ?? saidBy(drill, shelfText);
  byLanguage.set(language(), said);
  return said as D;
}

/** A text of a drill as it stands in the drill, by what the reader was shown of it; what is none of its texts comes back as it is. */
export const asWritten = (drill: Drill, shown: string): string => textsOf(drill).find((text) => shelfText(text) === shown) ?? shown;
