import { t } from '../text/translate.ts';
import { markInWords } from './mark-words.ts';
import type { Gate, Placed } from './place.ts';
import { type LayoutClause, LayoutProblem, layoutClauses, type StepPoint } from './types.ts';
import { ZONE_FEET, type ZoneFeet, zoneFeetOf } from './zones.ts';

export const ACTIONS = ['run', 'shuffle', 'dribble', 'touch', 'weave'] as const;
export type Action = (typeof ACTIONS)[number];

/** One stretch of a route from mark to mark. `seen` is where it leads as the runner sees it, turned round on the way back. */
export interface Leg {
  action: Action;
  from: StepPoint;
  to: StepPoint;
  /** What lies at its end, such as "cone 3" or "the gate". */
  target: string;
  steps: number;
  seen: 'forward' | 'back' | 'left' | 'right';
  way: 'out' | 'back';
  /** On which side of the runner the cone at the end is passed, in a weave; null elsewhere. */
  pass: 'left' | 'right' | null;
  /** What the feet do on it, where the route says so. */
  feet: ZoneFeet | null;
  /** It is gone backwards: the player keeps facing the way out. */
  backwards: boolean;
}

export interface Route {
  out: Leg[];
  back: Leg[];
  /** Steps one way, and of one whole set. */
  stepsOut: number;
  stepsPerSet: number;
  /** How the way back is made, and what that does to left and right, in words; null without a way back. */
  backInWords: string | null;
}

interface Mark {
  at: StepPoint;
  name: string;
}

const distance = (a: StepPoint, b: StepPoint) => Math.hypot(b.x - a.x, b.y - a.y);
const same = (a: StepPoint, b: StepPoint) => Math.abs(a.x - b.x) < 1e-9 && Math.abs(a.y - b.y) < 1e-9;

/** Where a stretch leads as the runner sees it: facing forward on the way out, turned round on the way back. */
function seenBy(from: StepPoint, to: StepPoint, way: Leg['way']): Leg['seen'] {
  const turned = way === 'back' ? -1 : 1;
  const [dx, dy] = [(to.x - from.x) * turned, (to.y - from.y) * turned];
  if (Math.abs(dx) > Math.abs(dy)) return dx < 0 ? 'left' : 'right';
  return dy < 0 ? 'back' : 'forward';
}

function gateName(gate: Gate, gates: readonly Gate[]): string {
  const alike = gates.filter((one) => one.as === gate.as);
  return alike.length === 1 ? `the ${gate.as}` : `${gate.as} ${alike.indexOf(gate) + 1}`;
}

function markOf(placed: Placed, words: string, problem: (sentence: string) => LayoutProblem): Mark {
  const cone = /^(?:cone )?(\d+)$/.exec(words);
  if (cone) {
    const at = placed.cones[Number(cone[1]) - 1];
    if (!at) throw problem(t('Cone {cone} does not exist. The last one is cone {cones}.', { cone: cone[1], cones: placed.cones.length }));
    return { at, name: `cone ${cone[1]}` };
  }
  if (words === 'start' || words === 'the start') return markOf(placed, '1', problem);
  const gate = /^(?:the )?(gate|goal)(?: (\d+))?$/.exec(words);
  if (gate) {
    const alike = placed.gates.filter((one) => one.as === gate[1]);
    const found = alike[Number(gate[2] ?? 1) - 1];
    if (!found) throw problem(t('There is no {words}. Put it down in the moves first.', { words }));
    return { at: found.middle, name: gateName(found, placed.gates) };
  }
  throw problem(t('“{words}” is not a cone, a gate or a goal.', { words }));
}

/** A leg of which nothing more is said. */
const PLAIN = { pass: null, feet: null, backwards: false } as const;

const CLAUSE = /^(run|shuffle|dribble|touch|weave)(?: with the ball)?(?: (?:to|through|round|at))? (.+)$/;
/** A zone: what the feet do, where from, where to. */
const ZONE = /^(?:and |then )?([a-z ]+?)(?: from (.+?))? (?:to|through) (.+)$/;

function nameAt(placed: Placed, at: StepPoint): string | null {
  const gate = placed.gates.find((one) => same(one.middle, at));
  if (gate) return gateName(gate, placed.gates);
  const cone = placed.cones.findIndex((one) => same(one, at));
  return cone >= 0 ? `cone ${cone + 1}` : null;
}

/** The cones from the one stood at (left out) to the one named, in the order of their numbers; null unless both are cones. */
function conesBetween(placed: Placed, from: Mark, to: Mark, problem: (sentence: string) => LayoutProblem): Mark[] | null {
  const number = (mark: Mark) => (mark.name.startsWith('cone') ? Number(/\d+$/.exec(mark.name)?.[0]) : Number.NaN);
  const [a, b] = [number(from), number(to)];
  if (Number.isNaN(a) || Number.isNaN(b) || a === b) return null;
  const by = a < b ? 1 : -1;
  return Array.from({ length: Math.abs(b - a) }, (_, i) => markOf(placed, String(a + by * (i + 1)), problem));
}

/** A way over marks one after the other. */
function legsOver(from: Mark, marks: readonly Mark[], action: Action): Leg[] {
  return marks.map((mark, i) => {
    const here = (marks[i - 1] ?? from).at;
    const steps = distance(here, mark.at);
    return { ...PLAIN, action, from: here, to: mark.at, target: mark.name, steps, seen: seenBy(here, mark.at, 'out'), way: 'out' };
  });
}

/** Passes cones in turn on the left and the right; over the cones between the one stood at and the one named. */
function weave(placed: Placed, from: Mark, to: Mark, problem: (sentence: string) => LayoutProblem): Leg[] {
  const cones = conesBetween(placed, from, to, problem);
  if (!cones) throw problem(t('A weave leads from one cone to another.'));
  return legsOver(from, cones, 'weave').map((leg, i) => ({ ...leg, pass: i % 2 === 0 ? 'left' : 'right' }));
}

/** The same way home: every leg turned round, the last first. */
function reversed(legs: readonly Leg[], startName: string, backwards: boolean): Leg[] {
  return legs.toReversed().map((leg, i, all) => ({
    ...leg,
    from: leg.to,
    to: leg.from,
    target: all.length - 1 - i > 0 ? (legs[all.length - 2 - i]?.target ?? startName) : startName,
    seen: seenBy(leg.to, leg.from, 'back'),
    way: 'back' as const,
    backwards,
    pass: leg.pass === null ? null : leg.pass === 'left' ? ('right' as const) : ('left' as const),
  }));
}

/**
 * The mirrored way home: the runner turns round and does the same legs in the same order, left for right.
 * Null when that does not lead over marks to where the route began.
 */
function mirrored(placed: Placed, legs: readonly Leg[]): Leg[] | null {
  let here = legs.at(-1)?.to;
  const start = legs[0]?.from;
  if (!here || !start) return null;
  const list: Leg[] = [];
  for (const leg of legs) {
    const to: StepPoint = { x: here.x + (leg.to.x - leg.from.x), y: here.y - (leg.to.y - leg.from.y) };
    const target = nameAt(placed, to);
    if (!target) return null;
    list.push({ ...leg, from: here, to, target, seen: seenBy(here, to, 'back'), way: 'back' });
    here = to;
  }
  return same(here, start) ? list : null;
}

const isSideways = (leg: Leg) => leg.seen === 'left' || leg.seen === 'right';

function backSentence(out: readonly Leg[], back: readonly Leg[]): string {
  if (back.some((leg) => leg.backwards)) return t('Do not turn round: come back the same way, backwards.');
  const [first, then] = [out.find(isSideways)?.seen, back.find(isSideways)?.seen];
  if (!first || !then) return t('Turn round and come back the same way.');
  return first === then
    ? t('Turn round and come back. Your first way to the side is {first} both times.', { first })
    : t('Turn round and come back. Your first {first} becomes your first {then}.', { first, then });
}

/**
 * Reads a route over a layout: `from 1; run to 2; shuffle to 3; touch 4; weave to 6; run through gate; back mirrored`.
 * `back the same way` walks the legs home from the last to the first; `back mirrored` does them in the same order with left for right.
 * A route may say what the feet do from one mark to another: `taps from 1 to 3; sole taps to 5; back the same way backwards`; such a zone
 * leads over the cones between the two, in the order of their numbers.
 * Steps are measured from mark to mark in straight lines.
 * @throws LayoutProblem that names the part and its place in the text.
 */
export function readRoute(text: string, placed: Placed): Route {
  const clauses = layoutClauses(text, true);
  const out: Leg[] = [];
  let here: Mark | null = null;
  let start = 'the start';
  let home: 'reversed' | 'backwards' | 'mirrored' | null = null;
  clauses.forEach((clause: LayoutClause, index) => {
    const problem = (sentence: string) => new LayoutProblem(sentence, index, clause.span, 'route');
    if (home) throw problem(t('Nothing comes after the way back.'));
    const from = /^(?:from|start at) (.+)$/.exec(clause.words);
    if (from) {
      if (here) throw problem(t('A route starts once.'));
      here = markOf(placed, from[1] ?? '', problem);
      start = here.name;
      return;
    }
    const toward = (words: string): Mark => {
      const to = markOf(placed, words, problem);
      if (!here) throw problem(t('Say first where the route starts, such as “from 1”.'));
      if (same(here.at, to.at)) throw problem(t('You stand at {name} already.', { name: markInWords(to.name) }));
      return to;
    };
    const zone = ZONE.exec(clause.words);
    const feet = zone ? zoneFeetOf(zone[1] ?? '') : null;
    if (zone && feet) {
      if (zone[2]) {
        const begins = markOf(placed, zone[2], problem);
        if (here && !same(here.at, begins.at))
          throw problem(
            t('You stand at {name}, and this begins at {name2}.', { name: markInWords(here.name), name2: markInWords(begins.name) }),
          );
        if (!here) start = begins.name;
        here ??= begins;
      }
      const to = toward(zone[3] ?? '');
      out.push(
        ...legsOver(here as Mark, conesBetween(placed, here as Mark, to, problem) ?? [to], 'dribble').map((leg) => ({ ...leg, feet })),
      );
      here = to;
      return;
    }
    if (/^(and )?back( the same way)?$/.test(clause.words)) {
      home = 'reversed';
    } else if (/^(and )?back( the same way)? backwards$/.test(clause.words)) {
      if (out.some((leg) => leg.action === 'weave' || leg.action === 'shuffle'))
        throw problem(t('What is woven or shuffled is not done backwards. Say “back the same way”.'));
      home = 'backwards';
    } else if (/^(and )?back mirrored$/.test(clause.words)) {
      home = 'mirrored';
    } else {
      const step = CLAUSE.exec(clause.words);
      if (!step)
        throw problem(
          t(
            '“{words}” is not part of a route. Say “run to 2”, “shuffle to 3”, “dribble to 2”, “touch 4”, “weave to 6”, “run through gate”, “back the same way”, or what the feet do: “{zoneFeet} from 1 to 3”.',
            { words: clause.words, zoneFeet: ZONE_FEET[0] },
          ),
        );
      const action = step[1] as Action;
      const to = toward(step[2] ?? '');
      out.push(...(action === 'weave' ? weave(placed, here as Mark, to, problem) : legsOver(here as Mark, [to], action)));
      here = to;
      return;
    }
    if (out.length === 0) throw problem(t('There is no way out yet that could lead back.'));
    if (home === 'mirrored' && !mirrored(placed, out)) {
      throw problem(t('Mirrored, this way back does not lead over the cones. Say “back the same way”.'));
    }
  });
  const back = home === null ? [] : home === 'mirrored' ? (mirrored(placed, out) ?? []) : reversed(out, start, home === 'backwards');
  const total = (legs: readonly Leg[]) => legs.reduce((sum, leg) => sum + leg.steps, 0);
  return {
    out,
    back,
    stepsOut: total(out),
    stepsPerSet: total(out) + total(back),
    backInWords: home === null ? null : backSentence(out, back),
  };
}

/** Metres of a number of sets, from steps a set and the step in metres. */
export function metresOf(stepsPerSet: number, sets: number, step: number): number {
  return Math.round(stepsPerSet * sets * step * 10) / 10;
}
