import compile from 'icu-minify/compile';
import format, { type CompiledMessage } from 'icu-minify/format';

/**
 * Sentences in the language of whoever reads. In the code a sentence stands in English; its translation stands in the message files by that
 * English text (`messages/`, docs/translating.md). English with values is an ICU message: “{n, plural, one {# day} other {# days}}”.
 */

export type { CompiledMessage };

/** What stands in a text’s braces. */
type Values = Readonly<Record<string, string | number | null | undefined>>;

/** What a text is read in: a language, the locale of its dates and numbers, and what stands for an English text. */
export interface LanguageRead {
  language: string;
  locale: string;
  /** The translation of an English text, ready to be formatted; undefined where English stands. */
  messageOf: (text: string) => CompiledMessage | undefined;
  /** The same of a word that is also a value, or that stands in a table. */
  wordOf: (text: string) => CompiledMessage | undefined;
}

export const ENGLISH: LanguageRead = { language: 'en', locale: 'en-US', messageOf: () => undefined, wordOf: () => undefined };

// The server is two bundles in one process, and a browser's page says it before its scripts run: both through this one place.
const place = globalThis as { eagerFeetReading?: () => LanguageRead };
const reading = (): LanguageRead => place.eagerFeetReading?.() ?? ENGLISH;

/** Says who decides what is read: the server by the request, a thread by what it was told. */
export function readBy(decide: () => LanguageRead): void {
  place.eagerFeetReading = decide;
}

/** The locale of dates and numbers for whoever reads. */
export const locale = (): string => reading().locale;

/** The language of whoever reads, as an HTML page names it: “en”, “es”. */
export const language = (): string => reading().language;

const known = new Map<string, CompiledMessage>();
/** A message read once, whatever reads it later. */
export function compiled(text: string): CompiledMessage {
  const found = known.get(text);
  if (found !== undefined) return found;
  const made = compile(text);
  known.set(text, made);
  return made;
}

/** What makes something by locale and options, once for each: a plural rule costs more to make than a sentence to say. */
function made<A extends readonly unknown[], F>(make: (...args: A) => F): (...args: A) => F {
  const known = new Map<string, F>();
  return (...args) => {
    const key = JSON.stringify(args);
    const found = known.get(key) ?? make(...args);
    known.set(key, found);
    return found;
  };
}

const formatters = {
  getNumberFormat: made((...args: ConstructorParameters<typeof Intl.NumberFormat>) => new Intl.NumberFormat(...args)),
  getPluralRules: made((...args: ConstructorParameters<typeof Intl.PluralRules>) => new Intl.PluralRules(...args)),
  getDateTimeFormat: made((...args: ConstructorParameters<typeof Intl.DateTimeFormat>) => new Intl.DateTimeFormat(...args)),
};

/**
 * A moment as the reader's language writes it, by a formatter that is made once: making one costs more than all dates of a page.
 * @param at milliseconds since 1970
 * @param options what of it is said; with its time zone, unless the device's own is meant
 */
export const momentInWords = (at: number, options: Intl.DateTimeFormatOptions): string =>
  formatters.getDateTimeFormat(locale(), options).format(at);

/** What the tables of a browser's scripts say of their words, each when its script is loaded. */
const told = new Map<string, CompiledMessage>();

/** In a browser's scripts a text has become the message of their language. */
const isCompiled = (text: unknown): text is CompiledMessage => Array.isArray(text);

const inWords = (values: Values): Values =>
  language() === ENGLISH.language
    ? values
    : Object.fromEntries(Object.entries(values).map(([name, value]) => [name, typeof value === 'string' ? term(value) : value]));

/**
 * A sentence of ours in the reader’s language.
 * @param english a literal, so that `npm run messages` finds it
 * @param values what stands in its braces; words among them that are words of ours (“easy”, “left”) are in the reader’s language too
 */
export function t(english: string, values?: Values): string {
  const { locale, messageOf } = reading();
  const message = isCompiled(english) ? english : messageOf(english);
  if (values === undefined) return typeof message === 'string' ? message : english;
  return format(message ?? compiled(english), locale, inWords(values) as Record<string, string | number>, { formatters }) as string;
}

/** A word that is also a value (“easy”, “left”), in the reader’s language; what is no word of ours comes back as it is. */
export function term(value: string): string {
  const message = reading().wordOf(value) ?? told.get(value);
  return typeof message === 'string' ? message : value;
}

/**
 * Marks a word or sentence that is kept in a table and shown with `term`, so that `npm run messages` finds it.
 * @param message its translation, which the build of a browser's scripts puts here
 */
// @__NO_SIDE_EFFECTS__
export function english<T extends string>(text: T, message?: CompiledMessage): T {
  if (message !== undefined) told.set(text, message);
  return text;
}

/** A number with its word: “1 rep”, “2 reps”. @param more the word for all numbers but 1; left out: with an s */
export function plural(n: number, word: string, more = `${word}s`): string {
  const { locale, messageOf } = reading();
  const message = isCompiled(word) ? word : messageOf(`# ${word}|${more}`);
  if (message === undefined) return `${n} ${n === 1 ? word : more}`;
  return format(message, locale, { n }, { formatters }) as string;
}

/**
 * A sentence for a check of what was typed, which is made before anybody reads: it is put into words when somebody typed something else.
 */
// @__NO_SIDE_EFFECTS__
export function says(english: string, values?: Values): { error: () => string } {
  return { error: () => t(english, values) };
}
