import { movesInEnglish } from './lexicon-es.ts';

/** A piece of the text: one beat, or one thing of the stance. */
export interface Clause {
  /** As it was written. */
  raw: string;
  /** Small letters, one space between words, no full stop, in English. */
  words: string;
  line: number;
  /** Place of its first letter in the line. */
  from: number;
  /** Clauses of one line up to a `;` belong together: what is said “n times” ends with its group. */
  group: number;
}

/** A text in its clauses: apart by a line's end, `;` or a comma. `# …` and `( … )` are remarks and become blanks. */
export function clausesOf(text: string): Clause[] {
  const list: Clause[] = [];
  let group = 0;
  text.split('\n').forEach((whole, i) => {
    const line = whole.replace(/#.*$/, '').replace(/\([^)]*\)/g, (remark) => ' '.repeat(remark.length));
    for (const part of line.matchAll(/[^;]+/g)) {
      group++;
      for (const piece of part[0].matchAll(/[^,]+/g)) {
        const raw = piece[0].trim();
        const words = movesInEnglish(
          raw
            .toLowerCase()
            .replace(/[.!]+$/, '')
            .replace(/\s+/g, ' '),
        );
        if (words) list.push({ raw, words, line: i + 1, from: part.index + piece.index + piece[0].search(/\S/), group });
      }
    }
  });
  return list;
}
