import { english, t, term } from '../text/translate.ts';
/** The closed lists of words that a drill is described with. They are the names in data, code and interface alike. */

export const FAMILIES = [
  'ball mastery',
  'wall',
  'juggling',
  'dribbling',
  'turns and moves',
  'first touch',
  'footwork',
  'shooting',
  'stretch',
] as const;
export type Family = (typeof FAMILIES)[number];

export const MEASURES = [
  'count in time',
  'hits in time',
  'unbroken run',
  'fixed reps',
  'sets',
  'course time',
  'surfaces',
  'time on',
] as const;
export type Measure = (typeof MEASURES)[number];

export const WORKING_SIDES = ['untracked', 'alternating', 'each foot', 'left', 'right', 'stronger then other', 'other foot only'] as const;
export type Sides = (typeof WORKING_SIDES)[number];

/** What a work interval or a score belongs to. `both` is a go whose feet are not told apart. */
export const FEET = ['left', 'right', 'both'] as const;
export type Foot = (typeof FEET)[number];

/** How a player answered "which foot do you like best". `both` also stands for "not sure". */
/** Lines of the picture that clips may be sent with. */
export const CLIP_HEIGHTS = [360, 480, 720] as const;
export type ClipHeight = (typeof CLIP_HEIGHTS)[number];

export const PACES = ['easy', 'half', 'full'] as const;
export type Pace = (typeof PACES)[number];

export const LOADS = ['single-leg hop', 'heading', 'high impact', 'overhead'] as const;
export type Load = (typeof LOADS)[number];

export const TOUCH_SURFACES = ['right foot', 'left foot', 'right thigh', 'left thigh'] as const;
export type TouchSurface = (typeof TOUCH_SURFACES)[number];

/** Two schools of how a juggled ball is met. */
export const CONTACT_SCHOOLS = ['toe-up', 'laces'] as const;
export type ContactSchool = (typeof CONTACT_SCHOOLS)[number];
export const CONTACT_WORDS: Record<ContactSchool, string> = {
  get 'toe-up'() {
    return t('toe up, a little back-spin, the ball stays close');
  },
  get laces() {
    return t('laces, no spin, flat foot');
  },
};

/** Two schools of how the feet share the work. */
export const FOOT_ORDERS = ['alternate', 'catch-up'] as const;
export type FootOrder = (typeof FOOT_ORDERS)[number];
export const FOOT_ORDER_WORDS: Record<FootOrder, string> = {
  get alternate() {
    return t('left and right in turn from the first day');
  },
  get 'catch-up'() {
    return t('an extra dose for the other foot until it has caught up');
  },
};

export const KIT = ['ball', 'cones', 'wall', 'mini-goal', 'tennis ball'] as const;
export type Kit = (typeof KIT)[number];

const STAND_INS: Record<Kit, readonly string[]> = {
  ball: [english('any ball that rolls true')],
  cones: [english('shoes'), english('bottles'), english('folded shirts')],
  wall: [english('any wall that takes knocks, away from windows'), english('a rebound board')],
  'mini-goal': [english('tape on the wall'), english('two bags')],
  'tennis ball': [english('a size-1 ball'), english('rolled-up socks')],
};

/** What can stand in for a piece of kit at home, in the order in which it is offered. */
export const standInsFor = (kit: Kit): string[] => STAND_INS[kit].map(term);

/** The same as a choice in words: “shoes, or bottles”. */
export const standInsInWords = (kit: Kit): string => standInsFor(kit).join(t(', or '));

/** Where the better result lies: a count wants more, a course time wants less. */
export const BETTER: Record<Measure, 'more' | 'less'> = {
  'count in time': 'more',
  'hits in time': 'more',
  'unbroken run': 'more',
  'fixed reps': 'less',
  sets: 'less',
  'course time': 'less',
  surfaces: 'more',
  'time on': 'more',
};

/** Measures whose better result is the smaller one. */
export const LESS_IS_BETTER: readonly Measure[] = MEASURES.filter((measure) => BETTER[measure] === 'less');

/** The unit that a result of a measure is shown in, after the number. */
export function resultUnit(measure: Measure): string {
  switch (measure) {
    case 'hits in time':
      return t('hits');
    case 'fixed reps':
    case 'course time':
    case 'time on':
      return 's';
    case 'sets':
      return t('faults');
    case 'unbroken run':
      return t('in a row');
    default:
      return t('reps');
  }
}

/** The foot that is not `foot`; `both` stays `both`. */
export function otherFoot(foot: Foot): Foot {
  if (foot === 'both') return 'both';
  return foot === 'left' ? 'right' : 'left';
}
