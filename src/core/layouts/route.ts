import type { Gate, Placed } from './place.ts';
import { type LayoutClause, LayoutProblem, layoutClauses, type StepPoint } from './types.ts';

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
    if (!at) throw problem(`Cone ${cone[1]} does not exist. The last one is cone ${placed.cones.length}.`);
    return { at, name: `cone ${cone[1]}` };
  }
  if (words === 'start' || words === 'the start') return markOf(placed, '1', problem);
  const gate = /^(?:the )?(gate|goal)(?: (\d+))?$/.exec(words);
  if (gate) {
    const alike = placed.gates.filter((one) => one.as === gate[1]);
    const found = alike[Number(gate[2] ?? 1) - 1];
    if (!found) throw problem(`There is no ${words}. Put it down in the moves first.`);
    return { at: found.middle, name: gateName(found, placed.gates) };
  }
  throw problem(`“${words}” is not a cone, a gate or a goal.`);
}

const CLAUSE = /^(run|shuffle|dribble|touch|weave)(?: with the ball)?(?: (?:to|through|round|at))? (.+)$/;

function nameAt(placed: Placed, at: StepPoint): string | null {
  const gate = placed.gates.find((one) => same(one.middle, at));
  if (gate) return gateName(gate, placed.gates);
  const cone = placed.cones.findIndex((one) => same(one, at));
  return cone >= 0 ? `cone ${cone + 1}` : null;
}

/** Passes cones in turn on the left and the right; over the cones between the one stood at and the one named. */
function weave(placed: Placed, from: Mark, to: Mark, problem: (sentence: string) => LayoutProblem): Leg[] {
  const number = (mark: Mark) => Number(/\d+$/.exec(mark.name)?.[0]);
  const [a, b] = [number(from), number(to)];
  if (!from.name.startsWith('cone') || !to.name.startsWith('cone') || a === b) throw problem('A weave leads from one cone to another.');
  const by = a < b ? 1 : -1;
  const legs: Leg[] = [];
  let here = from.at;
  for (let n = a + by, i = 0; n !== b + by; n += by, i++) {
    const mark = markOf(placed, String(n), problem);
    const pass = i % 2 === 0 ? 'left' : 'right';
    legs.push({
      action: 'weave',
      from: here,
      to: mark.at,
      target: mark.name,
      steps: distance(here, mark.at),
      seen: seenBy(here, mark.at, 'out'),
      way: 'out',
      pass,
    });
    here = mark.at;
  }
  return legs;
}

/** The same way home: every leg turned round, the last first. */
function reversed(legs: readonly Leg[], startName: string): Leg[] {
  return legs.toReversed().map((leg, i, all) => ({
    ...leg,
    from: leg.to,
    to: leg.from,
    target: all.length - 1 - i > 0 ? (legs[all.length - 2 - i]?.target ?? startName) : startName,
    seen: seenBy(leg.to, leg.from, 'back'),
    way: 'back' as const,
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
  const [first, then] = [out.find(isSideways)?.seen, back.find(isSideways)?.seen];
  if (!first || !then) return 'Turn round and come back the same way.';
  return first === then
    ? `Turn round and come back. Your first way to the side is ${first} both times.`
    : `Turn round and come back. Your first ${first} becomes your first ${then}.`;
}

/**
 * Reads a route over a layout: `from 1; run to 2; shuffle to 3; touch 4; weave to 6; run through gate; back mirrored`.
 * `back the same way` walks the legs home from the last to the first; `back mirrored` does them in the same order with left for right.
 * Steps are measured from mark to mark in straight lines.
 * @throws LayoutProblem that names the part and its place in the text.
 */
export function readRoute(text: string, placed: Placed): Route {
  const clauses = layoutClauses(text, true);
  const out: Leg[] = [];
  let here: Mark | null = null;
  let start = 'the start';
  let home: 'reversed' | 'mirrored' | null = null;
  clauses.forEach((clause: LayoutClause, index) => {
    const problem = (sentence: string) => new LayoutProblem(sentence, index, clause.span, 'route');
    if (home) throw problem('Nothing comes after the way back.');
    const from = /^(?:from|start at) (.+)$/.exec(clause.words);
    if (from) {
      if (here) throw problem('A route starts once.');
      here = markOf(placed, from[1] ?? '', problem);
      start = here.name;
      return;
    }
    if (/^(and )?back( the same way)?$/.test(clause.words)) {
      home = 'reversed';
    } else if (/^(and )?back mirrored$/.test(clause.words)) {
      home = 'mirrored';
    } else {
      const step = CLAUSE.exec(clause.words);
      if (!step)
        throw problem(
          `“${clause.words}” is not part of a route. Say “run to 2”, “shuffle to 3”, “dribble to 2”, “touch 4”, “weave to 6”, “run through gate” or “back the same way”.`,
        );
      const action = step[1] as Action;
      const to = markOf(placed, step[2] ?? '', problem);
      if (!here) throw problem('Say first where the route starts, such as “from 1”.');
      if (same(here.at, to.at)) throw problem(`You stand at ${to.name} already.`);
      if (action === 'weave') out.push(...weave(placed, here, to, problem));
      else {
        const steps = distance(here.at, to.at);
        out.push({ action, from: here.at, to: to.at, target: to.name, steps, seen: seenBy(here.at, to.at, 'out'), way: 'out', pass: null });
      }
      here = to;
      return;
    }
    if (out.length === 0) throw problem('There is no way out yet that could lead back.');
    if (home === 'mirrored' && !mirrored(placed, out)) {
      throw problem('Mirrored, this way back does not lead over the cones. Say “back the same way”.');
    }
  });
  const back = home === null ? [] : home === 'reversed' ? reversed(out, start) : (mirrored(placed, out) ?? []);
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

const ACTION_WORDS: Record<Action, string> = { run: 'Run', shuffle: 'Shuffle', dribble: 'Dribble', touch: 'Go and touch', weave: 'Weave' };

/** The way out as it is called out, leg by leg; the cones of one weave are said together. */
export function routeInWords(route: Route): string[] {
  const words: string[] = [];
  route.out.forEach((leg, i) => {
    if (leg.action !== 'weave') {
      words.push(legInWords(leg));
      return;
    }
    if (route.out[i - 1]?.action === 'weave') return;
    const end = route.out.slice(i).findIndex((other) => other.action !== 'weave');
    const last = end < 0 ? route.out.at(-1) : route.out[i + end - 1];
    words.push(`Weave to ${last?.target}, the first cone on your ${leg.pass}`);
  });
  return words;
}

/** A leg as it is called out: "Shuffle left to cone 3". */
export function legInWords(leg: Leg): string {
  if (leg.action === 'weave') return `Weave past ${leg.target} on your ${leg.pass === 'left' ? 'left' : 'right'}`;
  const side = leg.action === 'shuffle' && (leg.seen === 'left' || leg.seen === 'right') ? ` ${leg.seen}` : '';
  const to = leg.action === 'touch' ? ' ' : leg.target.includes('gate') ? ' through ' : ' to ';
  return `${ACTION_WORDS[leg.action]}${side}${to}${leg.target}`;
}
