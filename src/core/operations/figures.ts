/* The figures of a house as its `/metrics` writes them: the open text format of metrics (text format 0.0.4, which OpenMetrics keeps). */

/** A figure of one value of its labels. */
interface Figure {
  labels: Readonly<Record<string, string>>;
  value: number;
}

/** HouseFigures by their name. */
export type HouseFigures = ReadonlyMap<string, readonly Figure[]>;

const LINE = /^([a-zA-Z_:][\w:]*)(?:\{(.*)\})?\s+(\S+)(?:\s+\d+)?$/;
const LABEL = /([a-zA-Z_]\w*)="((?:[^"\\]|\\.)*)"/g;
const ESCAPED: Readonly<Record<string, string>> = { n: '\n', '"': '"', '\\': '\\' };

const unescaped = (text: string): string => text.replace(/\\(.)/g, (whole, letter: string) => ESCAPED[letter] ?? whole);

/**
 * Reads what `/metrics` answers. Lines that are none of the format are passed over: one that a later release writes otherwise hides no other.
 * @param text lines of `name{label="value"} number`, with comments
 */
export function figuresIn(text: string): HouseFigures {
  const found = new Map<string, Figure[]>();
  for (const line of text.split('\n')) {
    const [, name, labels = '', number] = LINE.exec(line.trim()) ?? [];
    const value = Number(number);
    if (name === undefined || Number.isNaN(value)) continue;
    const figure = { labels: Object.fromEntries([...labels.matchAll(LABEL)].map(([, key, text = '']) => [key, unescaped(text)])), value };
    found.set(name, [...(found.get(name) ?? []), figure]);
  }
  return found;
}

/** The sum of a figure over those of its labels that are asked for; null where there is none. */
export function figureOf(figures: HouseFigures, name: string, labels: Readonly<Record<string, string>> = {}): number | null {
  const those = (figures.get(name) ?? []).filter((one) => Object.entries(labels).every(([key, value]) => one.labels[key] === value));
  return those.length === 0 ? null : those.reduce((sum, { value }) => sum + value, 0);
}
