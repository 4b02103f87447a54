import { shelfText } from '../text/translate.ts';
import type { Drill } from './schema.ts';

const inWordsOf = (texts: readonly string[]): string[] => texts.map(shelfText);
const faultsOf = (faults: Drill['faults']): Drill['faults'] =>
  faults.map(({ wrong, mend }) => ({ wrong: shelfText(wrong), mend: shelfText(mend) }));

/**
 * A drill in the reader's language, where its texts are translated: those of the shelf that ships are, a coach's own stay as they were written.
 * Its English name becomes an alias, so that it is found by either.
 */
export function drillInWords<D extends Drill>(drill: D): D {
  const name = shelfText(drill.name);
  const { contact } = drill;
  return {
    ...drill,
    name,
    aliases: name === drill.name ? drill.aliases : [...inWordsOf(drill.aliases), drill.name, ...drill.aliases].slice(0, ALIASES_SHOWN),
    purpose: shelfText(drill.purpose),
    steps: inWordsOf(drill.steps),
    cues: inWordsOf(drill.cues),
    faults: faultsOf(drill.faults),
    contact: contact && {
      'toe-up': { ...contact['toe-up'], cues: inWordsOf(contact['toe-up'].cues), faults: faultsOf(contact['toe-up'].faults) },
      laces: { ...contact.laces, cues: inWordsOf(contact.laces.cues), faults: faultsOf(contact.laces.faults) },
    },
    layout: drill.layout && {
      ...drill.layout,
      variants: drill.layout.variants.map((variant) => ({ ...variant, name: shelfText(variant.name) })),
    },
    counting: {
      unit: shelfText(drill.counting.unit),
      counts: shelfText(drill.counting.counts),
      doesNotCount: shelfText(drill.counting.doesNotCount),
    },
    cautions: inWordsOf(drill.cautions),
  };
}

/** As many as a drill may have. */
const ALIASES_SHOWN = 12;
