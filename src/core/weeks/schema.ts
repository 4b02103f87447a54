import { z } from 'zod';
import { Drill } from '../drills/schema.ts';
import { PACES, TOUCH_SURFACES, WORKING_SIDES } from '../drills/terms.ts';
import { english, says, t } from '../text/translate.ts';
import { TIMES_RANGE, type Times } from './times.ts';

/** Device- or editor-made identifier (UUID, any version). */
export const PlanId = z.uuid(says('This id is not a UUID.'));

const rounds = z
  .number(says('Rounds must be a number.'))
  .int(says('Rounds must be a whole number.'))
  .min(1, says('At least 1 round.'))
  .max(20, says('At most 20 rounds.'));
const seconds = (max: number) =>
  z
    .number(says('Seconds must be a number.'))
    .int(says('Seconds must be a whole number.'))
    .min(5, says('Work lasts at least 5 seconds.'))
    .max(max, says('Work lasts at most {max} seconds.', { max }));
const reps = z
  .number(says('Reps must be a number.'))
  .int(says('Reps must be a whole number.'))
  .min(1, says('At least 1 rep.'))
  .max(500, says('At most 500 reps.'));

/** How much of a drill an item asks for; one shape for each measure. Rounds are goes per side. */
export const Dose = z.discriminatedUnion('measure', [
  z.object({ measure: z.literal('count in time'), seconds: seconds(300), rounds }),
  z.object({
    measure: z.literal('hits in time'),
    seconds: seconds(300),
    rounds,
    /** Steps from the goal; part of the record's key. */
    distance: z.number().int().min(1, says('At least 1 step away.')).max(30, says('At most 30 steps away.')),
  }),
  z.object({ measure: z.literal('unbroken run'), seconds: seconds(600), rounds, bounce: z.boolean() }),
  z.object({ measure: z.literal('fixed reps'), reps, rounds }),
  z.object({
    measure: z.literal('sets'),
    sets: z.number().int(says('Sets must be a whole number.')).min(1, says('At least 1 set.')).max(20, says('At most 20 sets.')),
  }),
  z.object({ measure: z.literal('course time'), rounds }),
  z.object({
    measure: z.literal('surfaces'),
    reps: reps.max(100, says('At most 100 touches a surface.')),
    surfaces: z.array(z.enum(TOUCH_SURFACES)).min(1, says('Pick at least one surface.')).max(4),
  }),
  z.object({ measure: z.literal('time on'), seconds: seconds(3600), rounds }),
]);
export type Dose = z.infer<typeof Dose>;

/** A stretch of work at one pace. A ladder is a list of them; its seconds add up to the dose's seconds. */
export const PaceStretch = z.object({ pace: z.enum(PACES), seconds: seconds(600) });
export type PaceStretch = z.infer<typeof PaceStretch>;

export const TargetRule = z.discriminatedUnion('rule', [
  z.object({
    rule: z.literal('same for all'),
    number: z
      .number(says('The number to reach must be a number.'))
      .min(0, says('The number to reach cannot be negative.'))
      .max(10_000, says('The number to reach is at most 10,000.')),
  }),
  z.object({ rule: z.literal('by level') }),
  z.object({ rule: z.literal('beat your best') }),
  z.object({ rule: z.literal('stretch') }),
  z.object({ rule: z.literal('step ladder') }),
  z.object({ rule: z.literal('no number') }),
]);
export type TargetRule = z.infer<typeof TargetRule>;

export const STARTS = ['right', 'left', 'stronger', 'turn about'] as const;

export const Item = z
  .object({
    id: PlanId,
    drillId: z.string().min(1).max(80),
    dose: Dose,
    side: z.enum(WORKING_SIDES),
    /** Which foot goes first; `turn about` changes it from round to round. */
    starts: z.enum(STARTS),
    /** Empty: the whole work at the usual pace. */
    paces: z.array(PaceStretch).max(12, says('At most 12 stretches of pace.')),
    /** Both feet at each pace before the next one: right easy, left easy, right half, left half. */
    inPairs: z.boolean().optional(),
    /** Off time between rounds of this item; 0 goes straight on after the switch. */
    restSeconds: z.number().int().min(0).max(300, says('A rest is at most 300 seconds.')),
    /** Off time after the last round, before whatever comes next. */
    restAfterSeconds: z.number().int().min(0).max(300, says('A rest is at most 300 seconds.')).optional(),
    scored: z.boolean(),
    target: TargetRule,
    /** Each does the step of the staircase that is the own one; for some the coach has chosen it, by player. */
    ownStep: z.object({ players: z.record(z.string(), z.string().max(80)) }).optional(),
    /** What the coach wants to say to the player about it. */
    note: z.string().trim().max(200, says('A note has at most 200 letters.')).optional(),
    /** A clip of it would be welcome; never asked for where the family said no. */
    clip: z.boolean().optional(),
    /** What some groups of the squad do in its place, by group. */
    groups: z.record(PlanId, z.object({ drillId: z.string().min(1).max(80), dose: Dose })).optional(),
  })
  .superRefine((item, ctx) => {
    if (item.paces.length === 0) return;
    if (!('seconds' in item.dose)) {
      ctx.addIssue({ code: 'custom', path: ['paces'], message: t('Only timed work can change pace by the clock.') });
      return;
    }
    const sum = item.paces.reduce((total, stretch) => total + stretch.seconds, 0);
    if (sum !== item.dose.seconds) {
      ctx.addIssue({
        code: 'custom',
        path: ['paces'],
        message: t('The pace stretches last {sum} seconds, the work {seconds}.', { sum, seconds: item.dose.seconds }),
      });
    }
  });
export type Item = z.infer<typeof Item>;

export const BLOCK_KINDS = ['warm-up', 'recap', 'new skill', 'leg burner', 'combination', 'challenge', 'free play', 'cool-down'] as const;
export type BlockKind = (typeof BLOCK_KINDS)[number];

export const Block = z.object({
  id: PlanId,
  kind: z.enum(BLOCK_KINDS),
  /** Off time between items; its last seconds are the next lead-in. */
  restSeconds: z.number().int().min(0).max(300, says('A rest is at most 300 seconds.')),
  /** Drink break after the block; 0 for none. Never kept after the last block. */
  drinkSeconds: z.number().int().min(0).max(300, says('A drink break is at most 300 seconds.')),
  items: z.array(Item).max(30, 'At most 30 items in a block.'),
});
export type Block = z.infer<typeof Block>;

export const Session = z.object({
  id: PlanId,
  name: z.string().trim().min(1, says('Give the session a name.')).max(60, says('A session name has at most 60 letters.')),
  /** Wished weekday, 1 Monday … 7 Sunday, or none. */
  day: z.number().int().min(1).max(7).nullable(),
  /** Groups of the squad that it is for; for everybody when none is named. */
  groups: z.array(PlanId).max(12, says('At most 12 groups in a session.')).optional(),
  blocks: z.array(Block).max(12, 'At most 12 blocks in a session.'),
});
export type Session = z.infer<typeof Session>;

const SESSION_ITEMS_MAX = 60;
const WEEK_ITEMS_MAX = 200;
const itemsIn = (session: { blocks: readonly { items: readonly unknown[] }[] }) =>
  session.blocks.reduce((sum, block) => sum + block.items.length, 0);

/** The parts of a week's plan; `WeekPlan` bounds them together. */
const PlanParts = z.object({
  title: z.string().trim().min(1, says('Give the week a title.')).max(80, says('A week title has at most 80 letters.')),
  focus: z.string().trim().max(200, says('The focus has at most 200 letters.')),
  sessions: z.array(Session).max(7, says('At most 7 sessions in a week.')),
});
const checkSize = (plan: { sessions: readonly z.infer<typeof Session>[] }, ctx: z.RefinementCtx) => {
  for (const [i, session] of plan.sessions.entries())
    if (itemsIn(session) > SESSION_ITEMS_MAX)
      ctx.addIssue({
        code: 'custom',
        path: ['sessions', i],
        message: t('At most {sessionItemsMax} drills in a session.', { sessionItemsMax: SESSION_ITEMS_MAX }),
      });
  if (plan.sessions.reduce((sum, session) => sum + itemsIn(session), 0) > WEEK_ITEMS_MAX)
    ctx.addIssue({
      code: 'custom',
      path: ['sessions'],
      message: t('At most {weekItemsMax} drills in a week.', { weekItemsMax: WEEK_ITEMS_MAX }),
    });
};
/** What a coach writes: everything of a week but its dates and state. */
export const WeekPlan = PlanParts.superRefine(checkSize);
export type WeekPlan = z.infer<typeof WeekPlan>;

const length = (name: keyof Times, words: string) => {
  const [least, most] = TIMES_RANGE[name];
  const sentence = says('{words} is {least} to {most} whole seconds.', { words, least, most });
  return z.number(sentence).int(sentence).min(least, sentence).max(most, sentence);
};

/** A squad's own lengths of the run sheet, in whole seconds. */
export const RunTimes = z.object({
  leadIn: length('leadIn', english('The lead-in')),
  leadInFirstOfBlock: length('leadInFirstOfBlock', 'The lead-in of a block'),
  switch: length('switch', english('The switch')),
  turnRound: length('turnRound', english('The turn-round')),
  scoring: length('scoring', english('Saying a number')),
  walkBack: length('walkBack', english('The walk back')),
});

/** A released week: the plan with the drills, and the squad's lengths, as they were that hour. */
export const PublishedWeek = PlanParts.extend({ drills: z.record(z.string(), Drill), times: RunTimes.partial().optional() });
export type PublishedWeek = z.infer<typeof PublishedWeek>;
