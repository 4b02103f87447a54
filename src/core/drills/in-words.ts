import { term } from '../text/translate.ts';
import type { Drill } from './schema.ts';

const inWordsOf = (texts: readonly string[]): string[] => texts.map(term);
const faultsOf = (faults: Drill['faults']): Drill['faults'] => faults.map(({ wrong, mend }) => ({ wrong: term(wrong), mend: term(mend) }));

/**
 * A drill in the reader's language, where its texts are translated: those of the shelf that ships are, a coach's own stay as they were written.
 * Its English name becomes an alias, so that it is found by either.
 */
export function drillInWords<D extends Drill>(drill: D): D {
  const name = term(drill.name);
  const { contact } = drill;
  return {
    ...drill,
    name,
    aliases: name === drill.name ? drill.aliases : [...inWordsOf(drill.aliases), drill.name, ...drill.aliases].slice(0, ALIASES_SHOWN),
    purpose: term(drill.purpose),
    steps: inWordsOf(drill.steps),
    cues: inWordsOf(drill.cues),
    faults: faultsOf(drill.faults),
    contact: contact && {
      'toe-up': { ...contact['toe-up'], cues: inWordsOf(contact['toe-up'].cues), faults: faultsOf(contact['toe-up'].faults) },
      laces: { ...contact.laces, cues: inWordsOf(contact.laces.cues), faults: faultsOf(contact.laces.faults) },
    },
    layout: drill.layout && {
      ...drill.layout,
      variants: drill.layout.variants.map((variant) => ({ ...variant, name: term(variant.name) })),
    },
    counting: {
      unit: term(drill.counting.unit),
      counts: term(drill.counting.counts),
      doesNotCount: term(drill.counting.doesNotCount),
    },
    cautions: inWordsOf(drill.cautions),
  };
}

/** As many as a drill may have. */
const ALIASES_SHOWN = 12;
