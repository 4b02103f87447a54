/** A text that is no movement: what is wrong, in which line (from 1) and between which letters of it (from 0, the end not counted). */
export class MovesProblem extends Error {
  readonly line: number;
  readonly from: number;
  readonly to: number;
  constructor(sentence: string, line: number, from: number, to: number) {
    super(sentence);
    this.name = 'MovesProblem';
    this.line = line;
    this.from = from;
    this.to = to;
  }
}
