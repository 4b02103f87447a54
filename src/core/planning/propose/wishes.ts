import { z } from 'zod';
import { type ContactSchool, FAMILIES, type Family } from '../../drills/terms.ts';
import { says, t } from '../../text/translate.ts';
import type { BlockKind, Session } from '../../weeks/schema.ts';
import type { PlannerFacts } from '../planner-view.ts';

/** How much of the new and the hard a proposed week has. */
export const STYLES = ['calm', 'balanced', 'bold'] as const;
export type Style = (typeof STYLES)[number];

/** What a week of a style may have: new drills in a week and in a session, and its touches beside the mean of the last weeks. */
export const STYLE_LIMITS: Record<Style, { newInWeek: number; newInSession: number; touches: number; burners: boolean; words: string }> = {
  calm: {
    newInWeek: 1,
    newInSession: 1,
    touches: 1.05,
    burners: false,
    get words() {
      return t('One new drill, much that is known, no leg burners.');
    },
  },
  balanced: {
    newInWeek: 3,
    newInSession: 1,
    touches: 1.2,
    burners: true,
    get words() {
      return t('A new drill most days, recaps when they are due, leg burners apart.');
    },
  },
  bold: {
    newInWeek: 5,
    newInSession: 2,
    touches: 1.28,
    burners: true,
    get words() {
      return t('More that is new, up the stairs as fast as is sound.');
    },
  },
};

/** Parts of a session that are proposed, in the order in which they are done. */
export const ROLES = [
  'warm-up',
  'recap',
  'new skill',
  'leg burner',
  'combination',
  'challenge',
  'cool-down',
] as const satisfies readonly BlockKind[];
export type Role = (typeof ROLES)[number];

/** A drill at a place of the week. */
export const Place = z.object({ day: z.number().int().min(1).max(7), role: z.enum(ROLES), drillId: z.string().max(80) });
export type Place = z.infer<typeof Place>;

export const SWAPS = ['easier', 'harder', 'other family'] as const;

const days = says('Pick one to seven days.');
const minutes = 'A session has 5 to 60 minutes.';
/** What a coach wishes of a week. */
export const Wishes = z.object({
  style: z.enum(STYLES),
  /** Training days, 1 for Monday; a session each. */
  days: z.array(z.number().int().min(1).max(7)).min(1, days).max(7, days),
  minutes: z.number(minutes).int(minutes).min(5, minutes).max(60, minutes),
  /** Families to dwell on; none for all as they come. */
  focus: z.array(z.enum(FAMILIES)).max(FAMILIES.length),
  /** The drill that the squad is to get to; null for none. */
  aim: z.string().max(80).nullable(),
  /** Drills that stay where they are. */
  pins: z.array(Place).max(60),
  /** Drills that are not wanted, by id. */
  bans: z.array(z.string().max(80)).max(200),
  /** One drill of a proposal that is to give way to the next best of a kind. */
  swap: Place.extend({ to: z.enum(SWAPS) }).nullable(),
  /** The same seed gives the same week; another one gives another. */
  seed: z
    .number()
    .int()
    .min(0)
    .max(2 ** 31 - 1),
});
export type Wishes = z.infer<typeof Wishes>;

/** A week that was released before the one that is planned. */
export interface PastWeek {
  /** How many weeks before: 1 for the last one. */
  ago: number;
  newSkills: string[];
  drills: string[];
  /** Seconds of work by family. */
  seconds: Partial<Record<Family, number>>;
}

/** What is known of a squad beside what checks need. */
export interface ProposalFacts extends PlannerFacts {
  contactSchool: ContactSchool;
  /** Up to twelve weeks, newest first. */
  past: PastWeek[];
  /** Drills of the last weeks of which fewer than half meet the band, the fewest first. */
  notThere: string[];
}

/** Weeks after which a new drill comes again. */
export const RECAP_AFTER: readonly number[] = [1, 2, 4];

/** The drills that were new so long ago that they are to come again now. */
export const dueDrills = ({ past }: Pick<ProposalFacts, 'past'>): Set<string> =>
  new Set(past.filter((week) => RECAP_AFTER.includes(week.ago)).flatMap((week) => week.newSkills));

/** What share of the work each family has where nobody wishes otherwise. */
const USUAL_SHARES: Record<Family, number> = {
  'ball mastery': 0.3,
  'turns and moves': 0.15,
  dribbling: 0.14,
  juggling: 0.12,
  'first touch': 0.1,
  wall: 0.1,
  footwork: 0.05,
  shooting: 0.04,
  stretch: 0,
};
/** How much more a family has that a coach dwells on. */
const FOCUS_FACTOR = 3;

/**
 * The share of the work that each family is to have; the shares of those that can be done add up to 1.
 * @param possible families that have drills everybody can do
 */
export function wishedShares(focus: readonly Family[], possible: ReadonlySet<Family>): Map<Family, number> {
  const weight = (family: Family) => (possible.has(family) ? USUAL_SHARES[family] * (focus.includes(family) ? FOCUS_FACTOR : 1) : 0);
  const sum = FAMILIES.reduce((total, family) => total + weight(family), 0);
  return new Map(FAMILIES.map((family) => [family, sum > 0 ? weight(family) / sum : 0]));
}

const isRole = (kind: BlockKind): kind is Role => (ROLES as readonly BlockKind[]).includes(kind);

/** Where each drill of a proposal stands, so that it can stay there. */
export const placesOf = (sessions: readonly Session[]): Place[] =>
  sessions.flatMap(({ day, blocks }) =>
    day === null
      ? []
      : blocks.flatMap(({ kind, items }) => (isRole(kind) ? items.map((item) => ({ day, role: kind, drillId: item.drillId })) : [])),
  );
