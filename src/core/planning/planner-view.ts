import type { Drill, Family, FootOrder, Home } from '../drills/index.ts';
import type { Level } from '../squads/terms.ts';
import type { Runner } from '../training/index.ts';
import type { WeekPlan } from '../weeks/schema.ts';
import type { MeasuredWeek } from './measure.ts';

/** A player as the planner sees one. */
export interface PlannedPlayer {
  id: string;
  nickname: string;
  age: number;
  level: Level;
  /** Null when nothing was said about home yet. */
  home: Home | null;
  /** The group of the squad that the player is in; none when missing. */
  group?: string | null;
}

/** A week that was released before, newest first. */
export interface EarlierWeek {
  number: number;
  /** Drills of its new-skill blocks, and of all its blocks. */
  newSkills: string[];
  drills: string[];
}

/** What the planner must know beside the plan. */
export interface PlannerFacts {
  /** Minutes that a session may take. */
  sessionMinutes: number;
  headingAge: number;
  /** Headers in a week above which it is said. */
  headersMax: number;
  footOrder: FootOrder;
  players: PlannedPlayer[];
  /** Groups of the squad. */
  groups?: readonly { id: string; name: string }[];
  /** Every drill that was in a released week of the squad. */
  met: string[];
  /** The last three released weeks. */
  earlier: EarlierWeek[];
  /** Mean touches (both feet together) of the last four released weeks; null before the first. */
  meanTouches: number | null;
  /** Kinds of checks that were set aside for this week or for the squad. */
  aside?: readonly CheckName[];
}

export const CHECKS = [
  'over the time budget',
  'feet differ',
  'leg burners back to back',
  'too much hopping',
  'new skill before warm-up',
  'easier drill not met',
  'no recap',
  'kit or space missing',
  'many more touches',
  'no challenge',
  'only full pace',
  'heading below the age',
  'many headers',
  'no caution',
] as const;
export type CheckName = (typeof CHECKS)[number];

/** A change of the week in one press. */
export interface Mend {
  label: string;
  apply(plan: WeekPlan): WeekPlan;
}

/** One thing the planner noticed: what, why, and how to mend it. Only what is unsafe blocks a release. */
export interface Check {
  name: CheckName;
  blocks: boolean;
  /** Session, block or item it stands at; null for the whole week. */
  at: string | null;
  /** The session or drill it speaks of, by name; null for the whole week. */
  about: string | null;
  what: string;
  why: string;
  how: string;
  /** A change that mends it in one press, where there is one. */
  mend: Mend | null;
  /** Another one, for where the first would bring up something else. */
  otherwise?: Mend;
}

/** Everything a check reads. */
export interface PlannerView {
  plan: WeekPlan;
  drills: ReadonlyMap<string, Drill>;
  runner: Runner;
  facts: PlannerFacts;
  week: MeasuredWeek;
  /** Gives an id for whatever a mend adds. */
  newId(): string;
}

/** Families in which technique is learned before speed. */
export const TECHNIQUE: readonly Family[] = ['ball mastery', 'turns and moves', 'wall', 'first touch', 'dribbling'];
