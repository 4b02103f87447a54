import { language } from '../text/translate.ts';
import type { AlsoIn, Drill } from './schema.ts';

/** As many as a drill may have. */
const ALIASES_SHOWN = 12;

/**
 * A drill with each of its texts said in another way.
 * @param named whether the name that it had becomes an alias
 */
export function saidBy<D extends Drill>(drill: D, say: (text: string) => string, named = false): D {
  const name = say(drill.name);
  const sayAll = (texts: readonly string[]): string[] => texts.map(say);
  const sayFaults = (faults: Drill['faults']): Drill['faults'] => faults.map(({ wrong, mend }) => ({ wrong: say(wrong), mend: say(mend) }));
  const aliases = sayAll(drill.aliases);
  const { contact } = drill;
  return {
    ...drill,
    name,
    aliases: !named || name === drill.name ? aliases : [...aliases, drill.name, ...drill.aliases].slice(0, ALIASES_SHOWN),
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

/** What a text of a drill is in its other language; itself where nobody has said it. */
export const inOther = ({ texts }: AlsoIn, text: string): string => (Object.hasOwn(texts, text) ? (texts[text] as string) : text);

/**
 * A coach’s own drill in two languages, turned round: written in what was its second one. A text that nobody has said in it stands in the
 * first, and as its own translation. Turned twice it is the same drill.
 */
export function inSecondLanguage<D extends Drill>(drill: D): D {
  const { also } = drill;
  if (!also) return drill;
  const texts = Object.fromEntries(textsOf(drill).map((text) => [inOther(also, text), text]));
  return { ...saidBy(drill, (text) => inOther(also, text)), also: { written: also.language, language: also.written, texts } };
}

/** The same without texts that are their own translation: those are not translated yet. */
export function withoutEmpty<D extends Drill>(drill: D): D {
  if (!drill.also) return drill;
  const { also, ...rest } = drill;
  const texts = Object.fromEntries(Object.entries(also.texts).filter(([text, other]) => text !== other));
  return (Object.keys(texts).length > 0 ? { ...rest, also: { ...also, texts } } : rest) as D;
}

/** The language in which a text of a drill stands, where that is not the reader’s; null where it is, or nobody said. */
export const otherLanguageOf = ({ also }: Pick<Drill, 'also'>, text: string): AlsoIn['language'] | null =>
  also && also.written === language() && Object.hasOwn(also.texts, text) && also.texts[text] === text ? also.language : null;
