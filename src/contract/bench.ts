import { z } from 'zod';
import { LANGUAGE_CODES } from '../core/text/languages.ts';
import { english, says } from '../core/text/translate.ts';
import { SpokenSent } from './clips.ts';
import { endpoint } from './endpoint.ts';
import { Done, DoubtReasonName, Id, Instant, Nothing, RemarkView } from './parts.ts';
import { ClipOfScore, MarkSent, Marks, ReviewItem, text } from './review.ts';

/** One score on the bench: its clip, its recount, what is said of it. */

const Span = z.object({ from: z.number(), to: z.number() });

const MarkChange = z.discriminatedUnion('type', [
  z.object({ type: z.literal('put'), mark: MarkSent }),
  z.object({ type: z.literal('take'), mark: MarkSent }),
  z.object({ type: z.literal('shift'), id: z.string().max(80), from: MarkSent.shape.at, to: MarkSent.shape.at }),
  z.object({ type: z.literal('all'), before: Marks, after: Marks }),
]);
const changes = z.array(MarkChange).max(5000, says('A recount has at most 5,000 changes.'));
const MarkLogSent = z.object({ done: changes, undone: changes });

/** One fact in a score's history, in words, with what can be taken back. */
export const HistoryFact = z.object({
  id: z.string(),
  at: Instant,
  who: z.string(),
  words: z.string(),
  takeBack: z.enum(['decision', 'said', 'spoken']).nullable(),
});
export type HistoryFact = z.infer<typeof HistoryFact>;

/** Another clip of the same player and drill, to lay beside. */
export const OtherClip = ClipOfScore.extend({
  scoreId: Id,
  doneAt: Instant,
  doseWords: z.string(),
  /** What counts of it; null where nothing does. */
  counts: z.number().nullable(),
  isRecord: z.boolean(),
});
export type OtherClip = z.infer<typeof OtherClip>;

export const RecountView = z.object({
  id: Id,
  log: MarkLogSent,
  edit: z.number().int(),
  whole: z.boolean(),
  delay: z.number(),
});
export type RecountView = z.infer<typeof RecountView>;

export const SpokenView = z.object({ id: Id, seconds: z.number(), coach: z.string(), at: Instant });
export type SpokenView = z.infer<typeof SpokenView>;

/** Everything of one score that the bench shows beside the claim. */
export const BenchItem = z.object({
  item: ReviewItem,
  /** When the work ran, in seconds of the clip. */
  work: z.array(Span),
  /** The run log says when the work ran; else it is taken from the claim. */
  workFrom: z.enum(['run log', 'claim']),
  /** What the player's phone counted by ear while it was done; null where it was not sure, or did not listen. */
  heard: z.number().nullable(),
  /** This coach's recount. */
  recount: RecountView.nullable(),
  /** What other coaches counted. */
  recounts: z.array(z.object({ coach: z.string(), value: z.number().nullable(), at: Instant })),
  remarks: z.array(RemarkView),
  spoken: z.array(SpokenView),
  /** Doubts that an earlier clearing answers, with the reason that was given. */
  answered: z.array(
    z.object({ factId: Id, reason: DoubtReasonName, sentence: z.string(), why: z.string(), coach: z.string(), at: Instant }),
  ),
  /** The clip that a coach asked for and that has not come yet. */
  clipAsked: z.object({ factId: Id, at: Instant }).nullable(),
  others: z.array(OtherClip),
  /** Who had the clip, newest first. */
  views: z.array(z.object({ who: z.string(), kind: z.enum(['loaded', 'watched']), seconds: z.number().nullable(), at: Instant })),
  /** What the player and the grown-ups of the family read, where one of them chose another language than this coach's. */
  familyReads: z.enum(LANGUAGE_CODES).nullable(),
  /** Cues to send, the most used first; the coaches' own have an id. */
  chips: z.array(z.object({ text: z.string(), own: Id.nullable() })),
  facts: z.array(HistoryFact),
});
export type BenchItem = z.infer<typeof BenchItem>;

const said = (max: number, what: string) => text(max, what).min(1, says('{what} is empty.', { what }));

export const Say = z.object({
  id: Id,
  say: z.discriminatedUnion('kind', [
    z.object({ kind: z.literal('doubt cleared'), reason: DoubtReasonName, why: said(200, english('The reason')) }),
    z.object({
      kind: z.literal('remark'),
      at: z.number(says('The time of a remark must be a number.')).min(0).max(600),
      text: said(200, english('The remark')),
    }),
    z.object({ kind: z.literal('clip asked for') }),
  ]),
});
export type Say = z.infer<typeof Say>;

export const RecountSent = z.object({
  id: Id,
  log: MarkLogSent,
  edit: z.number().int().min(0),
  whole: z.boolean(),
  delay: z.number().min(-0.15).max(0.5),
});
export type RecountSent = z.infer<typeof RecountSent>;

const ofScore = z.object({ score: Id });
const ofSquad = z.object({ squad: Id });

export const benchApi = {
  item: endpoint({
    method: 'GET',
    path: '/scores/{score}/bench',
    act: 'see the bench',
    summary: 'Everything of one score: recount, remarks, other clips, who watched, and its history as facts in order.',
    params: ofScore,
    body: Nothing,
    response: BenchItem,
  }),
  recount: endpoint({
    method: 'PUT',
    path: '/scores/{score}/recount',
    act: 'save a recount',
    summary: 'Keeps the own recount of a score’s clip as it stands. A save with fewer edits than the kept one changes nothing.',
    params: ofScore,
    body: RecountSent,
    response: RecountView,
  }),
  say: endpoint({
    method: 'POST',
    path: '/scores/{score}/said',
    act: 'say something of a score',
    summary: 'Clears a doubt with a reason, puts a remark on the clip, or asks for a clip.',
    params: ofScore,
    body: Say,
    response: BenchItem,
  }),
  takeBack: endpoint({
    method: 'POST',
    path: '/scores/{score}/said/{fact}/take-back',
    act: 'take back what was said',
    summary: 'Takes such a fact back, as a fact of its own.',
    params: ofScore.extend({ fact: Id }),
    body: z.object({ id: Id }),
    response: BenchItem,
  }),
  speak: endpoint({
    method: 'POST',
    path: '/scores/{score}/spoken',
    act: 'speak a line',
    summary: 'Keeps a spoken line of at most 20 s. Needs the guardian’s yes to clips.',
    params: ofScore,
    body: SpokenSent,
    response: BenchItem,
  }),
  watched: endpoint({
    method: 'POST',
    path: '/clips/{clip}/views',
    act: 'watch a clip',
    summary: 'Says that a clip was played, and how many seconds of it. The same id again adds to it.',
    params: z.object({ clip: Id }),
    body: z.object({ id: Id, seconds: z.number().min(0).max(86_400) }),
    response: Done,
  }),
  marksFile: endpoint({
    method: 'GET',
    path: '/scores/{score}/marks.vtt',
    act: 'export marks',
    summary: 'The own marks and all remarks of a score’s clip as WebVTT.',
    params: ofScore,
    body: Nothing,
    response: z.string(),
    file: { mediaType: 'text/vtt', name: 'marks.vtt' },
  }),
  keepCue: endpoint({
    method: 'POST',
    path: '/squads/{squad}/cues',
    act: 'keep a cue',
    summary: 'Keeps a cue of the coaches’ own for a drill.',
    params: ofSquad,
    body: z.object({ id: Id, drillId: z.string().min(1).max(80), text: said(200, english('The cue')) }),
    response: z.object({ text: z.string(), own: Id }),
  }),
  dropCue: endpoint({
    method: 'DELETE',
    path: '/squads/{squad}/cues/{cue}',
    act: 'drop a cue',
    summary: 'No longer offers such a cue; what was sent stays.',
    params: ofSquad.extend({ cue: Id }),
    body: Nothing,
    response: Done,
  }),
};
