import type { Layout } from '../layouts/layout.ts';
import { courseOver } from '../moves/course-over.ts';
import { computedFigures, type Figures } from '../moves/figures.ts';
import { beatInWords, momentsOf, repsIn } from '../moves/moments.ts';
import { type Plan, planMovement } from '../moves/plan/index.ts';
import { MovesProblem } from '../moves/problem.ts';
import { readMovement } from '../moves/read.ts';
import { beatSaid } from '../moves/said.ts';
import { SIDES } from '../moves/terms.ts';
import { t } from '../text/translate.ts';
import { HIGH_CAUTION, HOP_CAUTION, WALL_CAUTION } from './catalogue/make.ts';
import type { Drill } from './schema.ts';

/** What of a drill is known from its moves, or is sensible where nobody has said it. A coach changes it later. */
export type FilledIn = Pick<
  Drill,
  | 'purpose'
  | 'steps'
  | 'cues'
  | 'faults'
  | 'kit'
  | 'space'
  | 'sides'
  | 'measure'
  | 'counting'
  | 'pace'
  | 'touchesPerRep'
  | 'courseSeconds'
  | 'loads'
>;

const STEPS_MAX = 6;
/** Reps a second where nothing is known: as quick as a plain touch on the ground. */
const PLAIN_PACE = { easy: 1, usual: 1.5, fast: 2.2, ceiling: 3.5, estimated: true };
/** Of the pace that the picture shows: what is easy, usual, and above what nobody goes. */
const SHARES = { easy: 0.45, usual: 0.7, ceiling: 1.6 };
/** Of the most that physics allows, what is still called fast. */
const FAST_AT_MOST = 0.8;
const PLAIN_GROUND = 2;
const PLAIN_COURSE_SECONDS = 20;
const HALF_METRES = 2;

const twoDigits = (n: number): number => Math.max(0.05, Math.round(n * 100) / 100);

function planOf(text: string, layout: Pick<Layout, 'moves' | 'route'> | null): Plan | null {
  try {
    const movement = readMovement(text);
    return planMovement(movement, movement.stance.route ? courseOver(layout) : null);
  } catch (error) {
    if (error instanceof MovesProblem) return null;
    throw error;
  }
}

function paceOf(plan: Plan, { fastest }: Figures): Drill['pace'] {
  const reps = repsIn(plan);
  if (reps === 0) return PLAIN_PACE;
  const fast = twoDigits(Math.min(reps / plan.period, fastest * FAST_AT_MOST));
  const ceiling = twoDigits(Math.min(fastest, fast * SHARES.ceiling));
  return {
    easy: twoDigits(fast * SHARES.easy),
    usual: twoDigits(fast * SHARES.usual),
    fast,
    ceiling: Math.max(ceiling, fast + 0.05),
    estimated: true,
  };
}

/** Both feet in turn, or a drill that each foot does for itself. */
function sidesOf(plan: Plan): Drill['sides'] {
  const works = SIDES.map((side) => plan.movement.beats.some((beat) => beat.acts.some((act) => act.who === side && act.verb !== 'hop')));
  return plan.movement.again === 'mirrored' || works.every((one) => one) || works.every((one) => !one) ? 'alternating' : 'each foot';
}

function kitOf(plan: Plan): Drill['kit'] {
  return [
    ...(plan.hasBall ? ['ball' as const] : []),
    ...(plan.cones.length > 0 ? ['cones' as const] : []),
    ...(plan.wall === null ? [] : ['wall' as const]),
  ];
}

function loadsOf(plan: Plan, { hops, jumps }: Figures): Drill['loads'] {
  const heads = plan.movement.beats.some((beat) => beat.acts.some((act) => act.surface === 'head'));
  return [
    ...(hops.left + hops.right > 0 ? ['single-leg hop' as const] : []),
    ...(heads ? ['heading' as const] : []),
    ...(jumps > 0 ? ['high impact' as const] : []),
  ];
}

const roundUp = (metres: number): number => Math.max(PLAIN_GROUND, Math.ceil(metres * HALF_METRES) / HALF_METRES);

const PLAIN_WORDS = {
  get purpose() {
    return t('A drill of our own.');
  },
  get cues() {
    return [t('Slowly first, then quicker.')];
  },
  faults: [
    {
      get wrong() {
        return t('It is done too fast and gets out of hand');
      },
      get mend() {
        return t('Slow down until three in a row are clean.');
      },
    },
  ],
};

function countingOf(plan: Plan | null): Drill['counting'] {
  if (plan && repsIn(plan) === 0)
    return { unit: t('second'), counts: t('The time that it goes on.'), doesNotCount: t('Time in which you stand.') };
  const marked = plan?.movement.beats.filter((beat) => beat.rep).map((beat) => beatSaid(beat, beatInWords(beat.words))) ?? [];
  const doesNotCount = plan && !plan.hasBall ? t('One in which a step was left out.') : t('One after which the ball got away.');
  if (!plan || marked.length === 0) return { unit: t('rep'), counts: t('Once through all the steps.'), doesNotCount };
  return { unit: t('rep'), counts: t('Each of these is one: {marked}.', { marked: marked.join(', ') }).slice(0, 200), doesNotCount };
}

/** What is warned of where nobody warned: a wall, a ball that is played high, hops on one leg. */
export const cautionsFor = ({ kit, loads }: Pick<Drill, 'kit' | 'loads'>): string[] => [
  ...(kit.includes('wall') ? [WALL_CAUTION] : []),
  ...(loads.includes('overhead') ? [HIGH_CAUTION] : []),
  ...(loads.includes('single-leg hop') ? [HOP_CAUTION] : []),
];

/** Steps as the moves have them, each once; the last says how it goes on. */
function stepsOf(plan: Plan): string[] {
  if (plan.course?.saysFeet) return momentsOf(plan).map(({ words }) => `${words}.`);
  const said = [...new Set(plan.movement.beats.map((beat) => beatSaid(beat, beatInWords(beat.words))))]
    .slice(0, STEPS_MAX - 1)
    .map((one) => `${one}.`);
  return [
    ...said,
    plan.movement.again === 'mirrored' ? t('Then the same with the other foot, in turn.') : t('Begin again without a stop.'),
  ];
}

/** A drill's moves as they are typed; where nothing is, those of a way over the yard that says itself what the feet do. Empty for none. */
export const movesOrWay = (text: string, layout: Pick<Layout, 'moves' | 'route'> | null): string =>
  text.trim() === '' && courseOver(layout)?.saysFeet ? 'on the route' : text;

/**
 * Everything that a drill needs beyond its name, from its moves and its layout; where there are no moves, or they cannot be read, what is
 * sensible for a plain drill with a ball.
 */
export function filledIn(typed: string, layout: Pick<Layout, 'moves' | 'route'> | null): FilledIn {
  const text = movesOrWay(typed, layout);
  const plan = text.trim() === '' ? null : planOf(text, layout);
  if (!plan)
    return {
      ...PLAIN_WORDS,
      steps: [],
      kit: layout ? ['ball', 'cones'] : ['ball'],
      space: { length: PLAIN_GROUND, width: PLAIN_GROUND },
      sides: 'alternating',
      measure: 'count in time',
      counting: countingOf(null),
      pace: PLAIN_PACE,
      touchesPerRep: 1,
      courseSeconds: PLAIN_COURSE_SECONDS,
      loads: [],
    };
  const figures = computedFigures(plan);
  const counted = repsIn(plan) > 0;
  return {
    ...PLAIN_WORDS,
    steps: stepsOf(plan),
    kit: kitOf(plan),
    space: { length: roundUp(figures.ground.length), width: roundUp(figures.ground.width) },
    sides: sidesOf(plan),
    measure: counted ? 'count in time' : plan.course ? 'course time' : 'time on',
    counting: countingOf(plan),
    pace: paceOf(plan, figures),
    touchesPerRep: counted ? Math.min(12, figures.touchesPerRep) : plan.hasBall ? 1 : 0,
    courseSeconds: Math.max(1, Math.round(plan.period)),
    loads: loadsOf(plan, figures),
  };
}
