import { z } from 'zod';
import { Home } from '../core/drills/home-schema.ts';
import { CONTACT_SCHOOLS, FAMILIES, FOOT_ORDERS } from '../core/drills/terms.ts';
import { CHECKS } from '../core/planning/planner-view.ts';
import { STYLES } from '../core/planning/propose/wishes.ts';
import { LEVELS } from '../core/squads/terms.ts';
import { PublishedWeek, Session } from '../core/weeks/schema.ts';
import { Id, Instant } from './parts.ts';
import { NumberToBeat, RunnerView, SwapView } from './training.ts';

/* What a planner rests on, and what it says of a draft. */

/** A kind of check that is set aside, with the reason. */
export const Aside = z.object({
  check: z.enum(CHECKS),
  /** For this week alone, or for the squad. */
  scope: z.enum(['week', 'squad']),
  reason: z.string(),
  at: Instant,
  by: z.string(),
});
export type Aside = z.infer<typeof Aside>;

/** A week that is proposed, with the reason of each drill by item id. */
export const Proposal = z.object({
  sessions: z.array(Session),
  why: z.record(z.string(), z.string()),
  /** Wishes that could not be met together, each with what was dropped. */
  unmet: z.array(z.string()),
  /** False where the time was up before it was known that nothing is better. */
  best: z.boolean(),
});
export type Proposal = z.infer<typeof Proposal>;

export const Facts = z.object({
  sessionMinutes: z.number().int(),
  headingAge: z.number().int(),
  /** Headers in a week above which the planner says so. */
  headersMax: z.number().int(),
  /** A typical player of the squad, with the squad’s lengths of the run sheet. */
  runner: RunnerView,
  footOrder: z.enum(FOOT_ORDERS),
  contactSchool: z.enum(CONTACT_SCHOOLS),
  players: z.array(
    z.object({
      id: Id,
      nickname: z.string(),
      age: z.number().int(),
      level: z.enum(LEVELS),
      home: Home.nullable(),
      /** The group that the player is in, in this week. */
      group: Id.nullable(),
    }),
  ),
  /** What the season wishes of this week; null without one. */
  season: z.object({ focus: z.array(z.enum(FAMILIES)), style: z.enum(STYLES) }).nullable(),
  /** Groups of the squad. */
  groups: z.array(z.object({ id: Id, name: z.string() })),
  met: z.array(z.string()),
  earlier: z.array(z.object({ number: z.number().int(), newSkills: z.array(z.string()), drills: z.array(z.string()) })),
  meanTouches: z.number().nullable(),
  /** Kinds of checks that are set aside, by whom and why. */
  asides: z.array(Aside),
});
export type Facts = z.infer<typeof Facts>;

/** An item that is the step each is on: its staircase, and who stands where. */
export const OwnSteps = z.object({
  itemId: Id,
  stairs: z.array(z.object({ drillId: z.string(), name: z.string() })),
  shoes: z.array(
    z.object({
      playerId: Id,
      nickname: z.string(),
      /** From 0, the easiest. */
      step: z.number().int(),
      why: z.string(),
      /** The coach chose it. */
      chosen: z.boolean(),
    }),
  ),
});
export type OwnSteps = z.infer<typeof OwnSteps>;

/** A draft as one player would get it. */
export const Preview = z.object({
  nickname: z.string(),
  content: PublishedWeek,
  runner: RunnerView,
  home: Home.nullable(),
  numbers: z.array(NumberToBeat),
  swaps: z.array(SwapView),
});
export type Preview = z.infer<typeof Preview>;
