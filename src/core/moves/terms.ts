/**
 * What a movement is made of. Distances are metres, times seconds, angles degrees to the right (clockwise seen from above), 0 being the way the
 * player first faces; x counts to the player's right, y ahead, z up.
 */

export const SIDES = ['left', 'right'] as const;
export type Side = (typeof SIDES)[number];

export interface Point2 {
  x: number;
  y: number;
}
export interface Point3 extends Point2 {
  z: number;
}

/** Parts of the foot that meet the ball. */
export const FOOT_SURFACES = ['inside', 'outside', 'laces', 'sole', 'toe', 'heel'] as const;
export type FootSurface = (typeof FOOT_SURFACES)[number];
export const SURFACES = [...FOOT_SURFACES, 'thigh', 'chest', 'head', 'hands', 'ground'] as const;
export type Surface = (typeof SURFACES)[number];

/** What is done to a ball by feet, thigh, chest or head. */
export const TOUCHES = ['tap', 'push', 'pull', 'roll', 'stop', 'circle', 'pass', 'kick', 'cushion'] as const;
/** What hands and ground do to it. */
export const HANDLINGS = ['throw', 'drop', 'catch', 'pick', 'bounce'] as const;
/** What is done without it. */
export const FOOTWORK = ['over', 'step', 'hop', 'jump', 'turn', 'shield', 'fake', 'hold', 'wait'] as const;
export const VERBS = [...TOUCHES, ...HANDLINGS, ...FOOTWORK] as const;
export type Verb = (typeof VERBS)[number];

/** Seen by the player: `out` is away on the working foot's side, `across` the other way, `home` where the ball lay at first. */
export const WAYS = ['forward', 'back', 'out', 'across', 'left', 'right', 'along', 'home', 'behind'] as const;
export type Way = (typeof WAYS)[number];

export const HEIGHTS = ['ankle', 'knee', 'belt', 'chest', 'head', 'over the head'] as const;
export type Height = (typeof HEIGHTS)[number];

/** Who does it; `far` and `near` are feet told by the bend of a route, `feet` both at once. */
export type Doer = Side | 'far' | 'near' | 'feet' | 'hands' | 'head' | 'chest' | 'ball' | 'body';

/** One thing that is done. */
export interface Act {
  who: Doer;
  surface: Surface | null;
  verb: Verb;
  ways: Way[];
  /** Metres; null where nobody said how far. */
  far: number | null;
  high: Height | null;
  /** Degrees to the right; 0 without a turn. */
  turn: number;
  /** Of a step-over: the side of the ball that it begins at. */
  from: 'inside' | 'outside' | null;
  /** The ball rolls on under what follows. */
  rolling: boolean;
}

/** What is done on one count: at most one touch, and what goes with it. */
export interface Beat {
  acts: Act[];
  /** 1 is a plain beat, 0.5 a short, 2 a long one. */
  length: number;
  /** One counted rep ends here. */
  rep: boolean;
  /** Line of the text, from 1, and the words as they were written. */
  line: number;
  words: string;
}

/** Where things are before the first beat. */
export interface Stance {
  ball: 'between' | 'front' | 'beside' | 'under' | 'hands' | 'air' | 'none';
  ballSide: Side | null;
  /** One-leg drill: the leg that stands. */
  stand: Side | null;
  feet: 'apart' | 'wide' | 'together';
  /** Metres to a wall ahead; null without one. */
  wall: number | null;
  /** Metres to a goal ahead, of two bags; null without one. */
  goal: number | null;
  cones: Point2[];
  /** The way is the drill's route in the yard. */
  route: boolean;
}

/** A movement as it was read. */
export interface Movement {
  stance: Stance;
  beats: Beat[];
  /** On a route: the beats where it is gone sideways; none where those are the same. */
  sideways: Beat[];
  again: 'same' | 'mirrored' | 'anew';
  /** It is meant to wander off. */
  moving: boolean;
}

export const otherSide = (side: Side): Side => (side === 'left' ? 'right' : 'left');
/** 1 for the right, −1 for the left: the way in which x counts. */
export const sign = (side: Side): 1 | -1 => (side === 'right' ? 1 : -1);
export const isSide = (who: Doer | null): who is Side => who === 'left' || who === 'right';

const TOUCHING: ReadonlySet<Verb> = new Set(TOUCHES);
const MOVING_IT: ReadonlySet<Verb> = new Set([...TOUCHES, ...HANDLINGS]);
/** Whether the verb is a touch by the body. */
export const isTouch = (verb: Verb): boolean => TOUCHING.has(verb);
/** Whether the ball is changed by it, by whomever. */
export const movesBall = (act: Act): boolean => MOVING_IT.has(act.verb);
export const isFootSurface = (surface: Surface | null): surface is FootSurface =>
  surface !== null && (FOOT_SURFACES as readonly string[]).includes(surface);
