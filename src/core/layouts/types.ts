/** A place on the ground in steps: `x` to the right of the first cone, `y` forward of it. */
export interface StepPoint {
  x: number;
  y: number;
}

/** One thing said aloud while a layout is put down. Steps are whole; `forward` and `right` may be negative. */
export type Move =
  | { kind: 'put' }
  | { kind: 'step'; forward: number; right: number }
  | { kind: 'back to'; cone: number }
  /** Its cones are put down from left to right; `turned` from right to left, as in a mirror. */
  | { kind: 'gate'; wide: number; as: 'gate' | 'goal'; turned?: true }
  | { kind: 'wall'; wide: number }
  /** With `gate` the middle of the last gate or goal lies in the line too. */
  | { kind: 'in line'; cones: number[]; gate?: true };

/** Where a move stands in the text that was typed, from its first letter to behind its last. */
export interface LetterSpan {
  from: number;
  to: number;
}

/** What is wrong with a layout or a route: which move (from 0) and where in the text. */
export class LayoutProblem extends Error {
  readonly move: number;
  readonly span: LetterSpan;
  /** Which of the two texts the problem stands in. */
  readonly text: 'moves' | 'route';
  constructor(sentence: string, move: number, span: LetterSpan, text: 'moves' | 'route') {
    super(sentence);
    this.move = move;
    this.span = span;
    this.text = text;
  }
}

export interface LayoutClause {
  words: string;
  span: LetterSpan;
}

/**
 * Cuts a text at `;`, line ends and — where `commas` is set — commas, and keeps where each piece stood.
 * Empty pieces are left out.
 */
export function layoutClauses(text: string, commas: boolean, offset = 0): LayoutClause[] {
  const list: LayoutClause[] = [];
  for (const match of text.matchAll(commas ? /[^;,\n→]+/g : /[^;\n]+/g)) {
    const raw = match[0];
    const words = raw.trim();
    if (!words) continue;
    const from = offset + match.index + raw.indexOf(words[0] ?? '');
    list.push({ words: words.toLowerCase().replace(/\s+/g, ' ').replace(/\.$/, ''), span: { from, to: from + words.length } });
  }
  return list;
}
