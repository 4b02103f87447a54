import { z } from 'zod';
import { VERDICTS } from '../core/counts/standing.ts';
import { endpoint } from './endpoint.ts';
import { Dose, DoubtView, FootName, Id, Instant, MeasureName, Nothing, StandingName } from './parts.ts';

export const DecisionView = z.object({
  id: Id,
  verdict: z.enum([...VERDICTS, 'undo']),
  undoes: Id.nullable(),
  value: z.number().nullable(),
  reason: z.string().nullable(),
  line: z.string().nullable(),
  cues: z.array(z.string()),
  coach: z.string(),
  at: Instant,
});
export type DecisionView = z.infer<typeof DecisionView>;

export const ReviewItem = z.object({
  scoreId: Id,
  goId: Id,
  player: z.object({ id: Id, nickname: z.string() }),
  drill: z.object({
    id: z.string(),
    name: z.string(),
    unit: z.string(),
    counts: z.string(),
    doesNotCount: z.string(),
    /** Cues and mended faults, offered as chips. */
    chips: z.array(z.string()),
  }),
  sessionName: z.string(),
  weekNumber: z.number().int(),
  measure: MeasureName,
  dose: Dose,
  doseWords: z.string(),
  foot: FootName,
  value: z.number().nullable(),
  faults: z.number().int(),
  seconds: z.number(),
  clocked: z.boolean(),
  doneAt: Instant,
  receivedAt: Instant,
  recordBefore: z.number().nullable(),
  doubts: z.array(DoubtView),
  result: z.enum(['clear', 'look', 'cannot be']),
  clip: z.object({ id: Id, seconds: z.number(), workAt: z.number() }).nullable(),
  standing: StandingName,
  /** All decisions as facts, oldest first. */
  history: z.array(DecisionView),
});
export type ReviewItem = z.infer<typeof ReviewItem>;

export const ReviewQueue = z.object({
  squad: z.object({ id: Id, name: z.string(), timeZone: z.string() }),
  /** Waiting scores: doubted first, then with a clip, then clear ones; newest first within each. */
  waiting: z.array(ReviewItem),
  /** The last decided ones, newest decision first. */
  decided: z.array(ReviewItem),
});
export type ReviewQueue = z.infer<typeof ReviewQueue>;

const text = (max: number, what: string) => z.string().trim().max(max, `${what} has at most ${max} letters.`);

export const Decide = z
  .object({
    id: Id,
    verdict: z.enum(VERDICTS),
    value: z
      .number('The recount must be a number.')
      .min(0, 'The recount cannot be negative.')
      .max(10_000, 'The recount is at most 10,000.')
      .nullable(),
    reason: text(200, 'The reason').nullable(),
    line: text(400, 'The line').nullable(),
    cues: z.array(text(200, 'A cue')).max(3, 'At most three cues.'),
  })
  .superRefine((decision, ctx) => {
    if (decision.verdict === 'corrected' && decision.value === null) {
      ctx.addIssue({ code: 'custom', path: ['value'], message: 'A correction needs the number from the recount.' });
    }
    if (decision.verdict === 'set aside' && !decision.reason) {
      ctx.addIssue({ code: 'custom', path: ['reason'], message: 'Setting a score aside needs a reason.' });
    }
    if (decision.verdict === 'again please' && decision.cues.length === 0 && !decision.line) {
      ctx.addIssue({ code: 'custom', path: ['cues'], message: 'Say what to try: pick a cue or write a line.' });
    }
  });
export type Decide = z.infer<typeof Decide>;

export const review = {
  queue: endpoint({
    method: 'GET',
    path: '/squads/{squad}/review',
    act: 'see the review queue',
    summary: 'What came in and waits for the coach, and what was decided lately.',
    params: z.object({ squad: Id }),
    body: Nothing,
    response: ReviewQueue,
  }),
  decide: endpoint({
    method: 'POST',
    path: '/scores/{score}/decisions',
    act: 'decide a score',
    summary: 'Writes down a decision. The id comes from the device, so a retry changes nothing.',
    params: z.object({ score: Id }),
    body: Decide,
    response: ReviewItem,
  }),
  undo: endpoint({
    method: 'POST',
    path: '/decisions/{decision}/undo',
    act: 'undo a decision',
    summary: 'Takes a decision back, as a fact of its own.',
    params: z.object({ decision: Id }),
    body: z.object({ id: Id }),
    response: ReviewItem,
  }),
};
