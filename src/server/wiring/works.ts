import type { Actor } from '../accounts/actor.ts';
import { inspectInThread } from '../clips/inspect.ts';
import type { Context } from '../context.ts';
import { playerHistory, recordsCsv, streaksCsv } from '../files/exports.ts';
import { lookAtPaper, readInPaper } from '../files/paper.ts';
import { nightWork } from '../operations/jobs.ts';
import type { Piece } from '../platform/heavy.ts';
import { recountsCsv, scoresCsv } from '../review/files.ts';
import { everythingZip } from '../screens/everything.ts';
import { postWhatIsDue, previewPost, sendSummaries } from '../screens/letters.ts';
import { propose } from '../screens/proposals.ts';
import { remindFamilies } from '../screens/reminders.ts';
import { calibration, compareWeeks, ground } from '../screens/season.ts';
import { computeStreaks } from '../streaks/days.ts';

/**
 * What reads or writes a season, and takes longer than anybody else should wait: it is done in threads beside the one that answers. Each is a
 * server function like any other, and asks the policy itself.
 */
export const WORKS = {
  'inspect a clip': inspectInThread,
  'fair numbers': calibration,
  'propose a week': propose,
  'two weeks': compareWeeks,
  'not there yet': ground,
  'player history': playerHistory,
  'look at a paper list': lookAtPaper,
  'read in a paper list': readInPaper,
  'preview the post': previewPost,
  'send summaries': sendSummaries,
  'post what is due': (context, _nobody, _nothing) => postWhatIsDue(context),
  'remind families': (context, _nobody, _nothing) => remindFamilies(context),
  'compute streaks': (context, _nobody, _nothing) => computeStreaks(context),
  'night work': (context, _nobody, job) => nightWork(context, job),
} satisfies Record<string, Work>;

/** The same for what is as long as a season: it comes in pieces, and each is handed on before the next is made. */
export const STREAMS = {
  'scores.csv': scoresCsv,
  'records.csv': recordsCsv,
  'recounts.csv': recountsCsv,
  'streaks.csv': streaksCsv,
  'everything.zip': everythingZip,
} satisfies Record<string, Stream>;

// biome-ignore lint/suspicious/noExplicitAny: each work has an input of its own, which its name gives back below
type Work = (context: Context, actor: Actor, input: any) => unknown;
type Stream = (
  context: Context,
  actor: Actor,
  // biome-ignore lint/suspicious/noExplicitAny: as above
  input: any,
) => Iterable<Piece> | AsyncIterable<Piece>;

export type WorkName = keyof typeof WORKS;
export type StreamName = keyof typeof STREAMS;
export type InputOf<N extends WorkName> = Parameters<(typeof WORKS)[N]>[2];
export type ResultOf<N extends WorkName> = Awaited<ReturnType<(typeof WORKS)[N]>>;
