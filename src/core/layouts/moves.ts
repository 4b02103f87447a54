import { english, t, term } from '../text/translate.ts';
import { type LayoutClause, LayoutProblem, type LetterSpan, layoutClauses, type Move } from './types.ts';

/** A move with its place in the text. */
export interface SpokenMove {
  move: Move;
  span: LetterSpan;
}

const MOST_MOVES = 120;
const MOST_STEPS = 60;

const AHEAD: Record<string, { forward: number; right: number }> = {
  forward: { forward: 1, right: 0 },
  forwards: { forward: 1, right: 0 },
  ahead: { forward: 1, right: 0 },
  back: { forward: -1, right: 0 },
  backward: { forward: -1, right: 0 },
  backwards: { forward: -1, right: 0 },
  right: { forward: 0, right: 1 },
  left: { forward: 0, right: -1 },
};

const LEG = /^(\d+)(?: big)?(?: steps?)?(?: to the)? (forwards?|ahead|backwards?|back|left|right)$/;

const HELP = english(
  'Say “put a cone”, “5 steps forward”, “3 left”, “back to cone 2”, “gate 1 wide”, “goal 2 wide”, “wall 3 wide” or “3 2 4 in line”.',
);

function moveOf(words: string): Move | string {
  if (/^(put|cone|put (a|one|the) cone|put it|put cone)$/.test(words)) return { kind: 'put' };
  const to = /^back to (?:cone )?(\d+)$/.exec(words);
  if (to) return { kind: 'back to', cone: Number(to[1]) };
  if (words === 'back to start' || words === 'back to the start') return { kind: 'back to', cone: 1 };
  const wide = /^(?:a )?(gate|goal|mini-goal|wall) (\d+)(?: steps?)?(?: wide)?$/.exec(words);
  if (wide) {
    const across = Number(wide[2]);
    if (across < 1 || across > 20) return t('A {what} is 1 to 20 steps wide, not {across}.', { what: wide[1], across });
    return wide[1] === 'wall' ? { kind: 'wall', wide: across } : { kind: 'gate', wide: across, as: wide[1] === 'gate' ? 'gate' : 'goal' };
  }
  const line = /^(?:cones? )?(\d+(?:(?: and | )\d+)+)( and the (?:gate|goal))?(?: are)? in (?:a |one )?(?:straight )?line$/.exec(
    words.replace(/,/g, ' ').replace(/ +/g, ' '),
  );
  if (line) {
    const cones = (line[1] ?? '').split(/ and | /).map(Number);
    const gate = line[2] ? ({ gate: true } as const) : {};
    return cones.length + (line[2] ? 1 : 0) >= 3
      ? { kind: 'in line', cones, ...gate }
      : t('A line is checked over at least three cones, or two and the gate.');
  }
  const legs = words.split(/ and | \+ /).map((leg) => LEG.exec(leg));
  if (legs.length > 0 && legs.every((leg) => leg !== null)) {
    const sum = { forward: 0, right: 0 };
    for (const leg of legs) {
      const steps = Number(leg?.[1]);
      const way = AHEAD[leg?.[2] ?? ''];
      if (!way) return HELP;
      if (steps < 1 || steps > MOST_STEPS) return t('Take 1 to {mostSteps} steps, not {steps}.', { mostSteps: MOST_STEPS, steps });
      sum.forward += way.forward * steps;
      sum.right += way.right * steps;
    }
    if (sum.forward === 0 && sum.right === 0) return t('This leads back to where you stand.');
    return { kind: 'step', ...sum };
  }
  if (/^(forwards?|left|right|back)$/.test(words)) return t('How many steps {words}? Say for example “5 {words}”.', { words });
  return t('“{words}” is not a move. {help}', { words, help: term(HELP) });
}

/**
 * Reads a layout as it is said aloud: moves apart by `;`, a comma or a new line, such as
 * `put a cone; 5 steps forward; put; back to cone 1; gate 1 wide; 3 2 4 in line`; `4 times: 1 forward, put` says moves again.
 * @throws LayoutProblem that names the move and its place in the text.
 */
export function readMoves(text: string): SpokenMove[] {
  const list: SpokenMove[] = [];
  const add = (clause: LayoutClause) => {
    const move = moveOf(clause.words);
    if (typeof move === 'string') throw new LayoutProblem(move, list.length, clause.span, 'moves');
    list.push({ move, span: clause.span });
    if (list.length > MOST_MOVES)
      throw new LayoutProblem(
        t('A layout has at most {mostMoves} moves.', { mostMoves: MOST_MOVES }),
        list.length - 1,
        clause.span,
        'moves',
      );
  };
  for (const clause of layoutClauses(text, false)) {
    const raw = text.slice(clause.span.from, clause.span.to);
    const again = /^(\d+) times:?/i.exec(raw);
    if (again) {
      const times = Number(again[1]);
      if (times < 1 || times > 30) throw new LayoutProblem(t('Say moves again 1 to 30 times.'), list.length, clause.span, 'moves');
      const inner = layoutClauses(raw.slice(again[0].length), true, clause.span.from + again[0].length);
      if (inner.length === 0)
        throw new LayoutProblem(t('Say what is done again, such as “5 times: 1 forward, put”.'), list.length, clause.span, 'moves');
      for (let i = 0; i < times; i++) inner.forEach(add);
    } else if (/in (a |one )?(straight )?line$/.test(clause.words)) add(clause);
    else layoutClauses(raw, true, clause.span.from).forEach(add);
  }
  if (list.length === 0) throw new LayoutProblem(t('Say the first move: “put a cone”.'), 0, { from: 0, to: text.length }, 'moves');
  return list;
}

const steps = (n: number) => `${n} ${n === 1 ? 'step' : 'steps'}`;

/** A step in words, such as "5 steps forward" or "2 steps forward and 1 step left". */
export function stepInWords(move: Extract<Move, { kind: 'step' }>): string {
  const legs = [
    move.forward > 0 ? `${steps(move.forward)} forward` : move.forward < 0 ? `${steps(-move.forward)} back` : '',
    move.right > 0 ? `${steps(move.right)} right` : move.right < 0 ? `${steps(-move.right)} left` : '',
  ];
  return legs.filter(Boolean).join(' and ');
}

/** A move as it is said; what `readMoves` reads back to the same move. */
export function moveInWords(move: Move): string {
  switch (move.kind) {
    case 'put':
      return 'put a cone';
    case 'step':
      return stepInWords(move);
    case 'back to':
      return `back to cone ${move.cone}`;
    case 'gate':
      return `${move.as} ${move.wide} wide`;
    case 'wall':
      return `wall ${move.wide} wide`;
    case 'in line':
      return `${move.cones.join(' ')}${move.gate ? ' and the gate' : ''} in line`;
  }
}

export const movesInWords = (moves: readonly Move[]): string => moves.map(moveInWords).join('; ');
