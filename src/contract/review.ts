import { z } from 'zod';
import { MARK_ID } from '../core/review/marks.ts';
import { REVIEW_KINDS } from '../core/scores/habits.ts';
import { isPlace } from '../core/scores/queue.ts';
import { VERDICTS } from '../core/scores/standing.ts';
import { LANGUAGE_CODES } from '../core/text/languages.ts';
import { english, says, t } from '../core/text/translate.ts';
import { endpoint } from './endpoint.ts';
import { Dose, DoubtView, FootName, Id, Instant, MeasureName, NoParams, Nothing, StandingName } from './parts.ts';

export const MarkSent = z.object({
  id: z.string().regex(MARK_ID, says('The id of a mark is 1 to 80 letters, digits, - or _.')),
  at: z
    .number(says('The time of a mark must be a number.'))
    .min(0, says('A mark cannot lie before the clip.'))
    .max(600, says('A mark lies within the clip.')),
  what: z.enum(['left', 'right', 'drop']),
});

export const Marks = z.array(MarkSent).max(2000, says('A recount has at most 2,000 marks.'));

export const DecisionView = z.object({
  id: Id,
  verdict: z.enum([...VERDICTS, 'undo']),
  undoes: Id.nullable(),
  value: z.number().nullable(),
  reason: z.string().nullable(),
  line: z.string().nullable(),
  cues: z.array(z.string()),
  /** The wave it was part of. */
  waveId: Id.nullable(),
  coach: z.string(),
  at: Instant,
});
export type DecisionView = z.infer<typeof DecisionView>;

export const ClipOfScore = z.object({ id: Id, seconds: z.number(), workAt: z.number(), mediaType: z.string() });
export type ClipOfScore = z.infer<typeof ClipOfScore>;

export const ReviewItem = z.object({
  scoreId: Id,
  goId: Id,
  player: z.object({ id: Id, nickname: z.string() }),
  drill: z.object({
    ...{ id: z.string(), name: z.string(), unit: z.string(), counts: z.string(), doesNotCount: z.string() },
    /** What is to be heard of it in a clip: its paces and touches; null where they cannot be told by ear. */
    heard: z.object({ pace: z.object({ easy: z.number(), ceiling: z.number() }), soundsPerRep: z.number().int() }).nullable(),
  }),
  sessionName: z.string(),
  weekNumber: z.number().int(),
  measure: MeasureName,
  dose: Dose,
  doseWords: z.string(),
  foot: FootName,
  value: z.number().nullable(),
  faults: z.number().int(),
  /** What the player said at first; null for a number that was never mended. */
  firstSaid: z.object({ value: z.number().nullable(), faults: z.number().int() }).nullable(),
  seconds: z.number(),
  clocked: z.boolean(),
  doneAt: Instant,
  receivedAt: Instant,
  recordBefore: z.number().nullable(),
  doubts: z.array(DoubtView),
  result: z.enum(['clear', 'look', 'cannot be']),
  clip: ClipOfScore.nullable(),
  /** This clip came because a coach asked for one. */
  clipWanted: z.boolean(),
  /** Whether the family lets clips be sent, so that one can be asked for. */
  mayFilm: z.boolean(),
  standing: StandingName,
  /** All decisions as facts, oldest first. */
  history: z.array(DecisionView),
});
export type ReviewItem = z.infer<typeof ReviewItem>;

const figure = (what: string, low: number, high: number) =>
  z
    .number(says('{what} must be a number.', { what }))
    .min(low, says('{what} is at least {low}.', { what, low }))
    .max(high, says('{what} is at most {high}.', { what, high }));

/** Figures of the doubt rules that a squad may set. */
export const DoubtRulesSent = z.object({
  formDistance: figure(english('Spreads from own form'), 1, 10),
  formScores: figure(english('Earlier scores before form is judged'), 3, 30).int(says('Earlier scores must be a whole number.')),
  clipShortShare: figure(english('The share a clip may be short'), 0, 0.9),
  sameRun: figure(english('The same number running'), 2, 10).int(says('The same number running must be a whole number.')),
  recountReps: figure(english('Reps a recount may differ'), 0, 50).int(says('Reps must be a whole number.')),
  recountShare: figure(english('The share a recount may differ'), 0, 0.5),
});
export type DoubtRulesSent = z.infer<typeof DoubtRulesSent>;

/** How one coach works: own keys by what they do, and how late the taps come. */
export const BenchSettings = z.object({
  keys: z.record(z.string().max(40), z.string().min(1, says('A key needs a name.')).max(20)),
  delay: z.object({ seconds: z.number().min(-0.15).max(0.5), spread: z.number().min(0).max(0.15), at: Instant }).nullable(),
});
export type BenchSettings = z.infer<typeof BenchSettings>;

export const ReviewQueue = z.object({
  squad: z.object({ id: Id, name: z.string(), timeZone: z.string() }),
  /** The coach who asked. */
  coachId: Id,
  /** Waiting scores: doubted first, then clips asked for, then clips, then clear ones; newest first within each. */
  waiting: z.array(ReviewItem),
  /** How many wait in all, and the place from which to read on; null when these are all. */
  waitingInAll: z.number().int(),
  more: z.string().nullable(),
  /** The last decided ones, newest decision first. */
  decided: z.array(ReviewItem),
  /** Seconds that this coach takes, by what waits. */
  habits: z.record(z.enum(REVIEW_KINDS), z.number()),
  rules: DoubtRulesSent,
  /** Whether the one who looks may change them. */
  mayChange: z.boolean(),
  bench: BenchSettings,
});
export const WaitingPage = z.object({ waiting: z.array(ReviewItem), more: z.string().nullable() });
export type WaitingPage = z.infer<typeof WaitingPage>;
export type ReviewQueue = z.infer<typeof ReviewQueue>;

export const text = (max: number, what: string) => z.string().trim().max(max, says('{what} has at most {max} letters.', { what, max }));

export const Decide = z
  .object({
    id: Id,
    verdict: z.enum(VERDICTS),
    value: z
      .number(says('The recount must be a number.'))
      .min(0, says('The recount cannot be negative.'))
      .max(10_000, says('The recount is at most 10,000.'))
      .nullable(),
    /** The marks that a correction rests on; null where the number was typed. */
    marks: Marks.nullable().default(null),
    reason: text(200, english('The reason')).nullable(),
    line: text(400, english('The line')).nullable(),
    /** The line in another language than the coach's own. */
    also: z
      .object({
        language: z.enum(LANGUAGE_CODES),
        text: text(400, english('The line in the other language')).min(1, says('The line is empty.')),
      })
      .nullable()
      .default(null),
    cues: z.array(text(200, english('A cue'))).max(3, says('At most three cues.')),
    /** Seconds that the coach had it in front. */
    tookSeconds: z.number().min(0).max(86_400).nullable().default(null),
  })
  .superRefine((decision, ctx) => {
    if (decision.verdict === 'corrected' && decision.value === null) {
      ctx.addIssue({ code: 'custom', path: ['value'], message: t('A correction needs the number from the recount.') });
    }
    if (decision.verdict === 'set aside' && !decision.reason) {
      ctx.addIssue({ code: 'custom', path: ['reason'], message: t('Setting a score aside needs a reason.') });
    }
    if (decision.also && !decision.line)
      ctx.addIssue({ code: 'custom', path: ['line'], message: t('Write the line in your own language too.') });
    if (decision.verdict === 'again please' && decision.cues.length === 0 && !decision.line) {
      ctx.addIssue({ code: 'custom', path: ['cues'], message: t('Say what to try: pick a cue or write a line.') });
    }
  });
export type Decide = z.infer<typeof Decide>;
/** As it is sent; what may be left out is left out. */
export type DecideSent = z.input<typeof Decide>;

export const Wave = z.object({
  id: Id,
  scores: z
    .array(z.object({ score: Id, decision: Id }))
    .min(1, says('A wave needs at least one score.'))
    .max(1000, says('A wave takes at most 1,000 scores.')),
  /** A line for each child whose scores are counted; never the same to a child twice running. */
  praise: z
    .object({
      line: z.string().trim().min(1, says('The line is empty.')).max(200, says('The line has at most 200 letters.')),
      /** Players who had theirs already, in an earlier part of a long wave. */
      except: z.array(Id).max(1000),
    })
    .optional(),
});

const ofSquad = z.object({ squad: Id });
const CSV = 'text/csv';

export const reviewApi = {
  queue: endpoint({
    method: 'GET',
    path: '/squads/{squad}/review',
    act: 'see the review queue',
    summary: 'What came in and waits for the coach, and what was decided lately.',
    params: ofSquad,
    body: Nothing,
    response: ReviewQueue,
  }),
  waitingAfter: endpoint({
    method: 'GET',
    path: '/squads/{squad}/review/waiting',
    act: 'see the review queue',
    summary: 'What waits after a place of the queue, as many as one answer holds.',
    params: ofSquad.extend({ after: z.string().refine(isPlace, says('This is no place of the queue.')) }),
    body: Nothing,
    response: WaitingPage,
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
  wave: endpoint({
    method: 'POST',
    path: '/squads/{squad}/waves',
    act: 'wave clear ones through',
    summary: 'Counts many clear scores as one act. What is no longer clear, or decided by now, is left and named.',
    params: ofSquad,
    body: Wave,
    response: z.object({ id: Id, counted: z.array(Id), left: z.array(z.object({ score: Id, why: z.string() })) }),
  }),
  undoWave: endpoint({
    method: 'POST',
    path: '/squads/{squad}/waves/{wave}/undo',
    act: 'undo a wave',
    summary: 'Takes back every decision of a wave that still stands.',
    params: ofSquad.extend({ wave: Id }),
    body: Nothing,
    response: z.object({ undone: z.array(Id) }),
  }),
  scoresCsv: endpoint({
    method: 'GET',
    path: '/squads/{squad}/scores.csv',
    act: 'export scores',
    summary: 'All scores of a squad with where they stand.',
    params: ofSquad,
    body: Nothing,
    response: z.string(),
    file: { mediaType: CSV, name: 'scores.csv' },
  }),
  recountsCsv: endpoint({
    method: 'GET',
    path: '/squads/{squad}/recounts.csv',
    act: 'export scores',
    summary: 'All recounts of a squad: left, right, longest run, rhythm, rate per 5 s.',
    params: ofSquad,
    body: Nothing,
    response: z.string(),
    file: { mediaType: CSV, name: 'recounts.csv' },
  }),
  doubtRules: endpoint({
    method: 'PUT',
    path: '/squads/{squad}/doubt-rules',
    act: 'set doubt rules',
    summary: 'Sets the squad’s figures of the doubt rules; what waits is read anew.',
    params: ofSquad,
    body: DoubtRulesSent,
    response: DoubtRulesSent,
  }),
  settings: endpoint({
    method: 'PUT',
    path: '/review/settings',
    act: 'set up my bench',
    summary: 'Keeps a coach’s own keys and tapping delay.',
    params: NoParams,
    body: BenchSettings,
    response: BenchSettings,
  }),
};
