import { rmSync } from 'node:fs';
import { join } from 'node:path';
import { and, eq } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import type { ClipSent, ClipState } from '../../contract/training.ts';
import { t } from '../../core/text/translate.ts';
import type { Actor } from '../accounts/actor.ts';
import { mayFilm } from '../consent/consent.ts';
import type { Context } from '../context.ts';
import type { Db } from '../platform/db/connection.ts';
import { clips, clipViews, scores } from '../platform/db/schema.ts';
import { writeLedger } from '../platform/ledger.ts';
import { notFound, Problem } from '../platform/problems.ts';
import { allow, asPerson, asPlayer, checkIsThem } from '../policy.ts';
import { readAnew } from '../scores/reading.ts';
import { checkExpected, checkQuota } from './quota.ts';
import type { ReceivedFile, Receiver } from './receiver.ts';

export type Clip = typeof clips.$inferSelect;

export const clipView = ({ id, state, refusal, seconds }: Clip): ClipState => ({ id, state, refusal, seconds });

export function clipById(db: Db, id: string): Clip {
  const clip = db.select().from(clips).where(eq(clips.id, id)).get();
  if (!clip) throw notFound();
  return clip;
}

export const clipPath = (context: Context, clip: Pick<Clip, 'fileName'>): string => join(context.config.clipDir, clip.fileName ?? 'none');

export const clipsAreOff = (): Problem => new Problem('no consent', t('Clips are off. A guardian can switch them on for your family.'));

/** Says that a clip will come. The same id again answers with what is known; without a guardian's yes it is refused. */
export function announceClip(context: Context, actor: Actor, sent: ClipSent): ClipState {
  const { db } = context;
  allow(db, actor, 'announce a clip');
  const player = asPlayer(actor);
  checkIsThem(actor, sent.playerId);
  if (!player.squads.includes(sent.squadId)) throw notFound();
  const had = db.select().from(clips).where(eq(clips.id, sent.id)).get();
  if (had && had.playerId !== player.playerId) throw notFound();
  if (had) return clipView(had);
  if (!mayFilm(db, player.playerId)) throw clipsAreOff();
  checkExpected(context, player.playerId);
  checkQuota(context, player.playerId, sent.squadId, 0);
  const score = db.select({ playerId: scores.playerId }).from(scores).where(eq(scores.id, sent.scoreId)).get();
  if (score && score.playerId !== player.playerId) throw notFound();
  const clip: Clip = {
    id: sent.id,
    playerId: player.playerId,
    squadId: sent.squadId,
    scoreId: sent.scoreId,
    state: 'expected',
    refusal: null,
    fileName: null,
    mediaType: null,
    bytes: null,
    seconds: null,
    workAt: sent.workAt,
    announcedAt: context.now(),
    keptAt: null,
    deletedAt: null,
    deletedBy: null,
  };
  db.insert(clips).values(clip).run();
  return clipView(clip);
}

/** Writes down that a clip's file is kept, and looks at its score again with the clip's length. */
function keepClip(context: Context, id: string, file: ReceivedFile): void {
  const { db } = context;
  db.update(clips)
    .set({ state: 'kept', fileName: file.name, mediaType: file.mediaType, bytes: file.bytes, seconds: file.seconds, keptAt: context.now() })
    .where(and(eq(clips.id, id), eq(clips.state, 'expected')))
    .run();
  const clip = clipById(db, id);
  const score = db.select().from(scores).where(eq(scores.id, clip.scoreId)).get();
  if (score && score.playerId === clip.playerId) readAnew(db, score);
}

function refuseClip(context: Context, id: string, refusal: string): void {
  context.db
    .update(clips)
    .set({ state: 'refused', refusal })
    .where(and(eq(clips.id, id), eq(clips.state, 'expected')))
    .run();
}

/** Clips of players as uploads: a guardian's yes must hold when the file is kept. */
export const CLIPS: Receiver = {
  prefix: '',
  isExpected: ({ db }, id) => clipById(db, id).state === 'expected',
  check({ db }, id) {
    if (!mayFilm(db, clipById(db, id).playerId)) throw clipsAreOff();
  },
  keep: keepClip,
  refuse: refuseClip,
};

export function clipState(context: Context, actor: Actor, input: { clip: string }): ClipState {
  allow(context.db, actor, 'watch a clip', input);
  return clipView(clipById(context.db, input.clip));
}

/** Deletes a clip's file for good; that it was there, and who deleted it, stays on record. */
export function deleteClip(context: Context, actor: Actor, input: { clip: string }): ClipState {
  const { db } = context;
  allow(db, actor, 'delete a clip', input);
  const clip = clipById(db, input.clip);
  if (clip.state === 'deleted') return clipView(clip);
  writeLedger(context.config, { what: 'clip deleted', clip: clip.id, at: context.now() });
  if (clip.fileName) rmSync(clipPath(context, clip), { force: true });
  db.update(clips)
    .set({ state: 'deleted', deletedAt: context.now(), deletedBy: asPerson(actor).userId })
    .where(eq(clips.id, clip.id))
    .run();
  return clipView(clipById(db, clip.id));
}

/** The file of a clip for somebody who may watch it. Coaches see it only while the guardian's yes holds. */
export function watchClip(context: Context, actor: Actor, input: { clip: string }): { path: string; mediaType: string; clip: Clip } {
  const { db } = context;
  allow(db, actor, 'watch a clip', input);
  const clip = clipById(db, input.clip);
  if (clip.state !== 'kept' || !clip.mediaType) throw notFound();
  if (actor.kind === 'coach' && !mayFilm(db, clip.playerId)) throw notFound();
  return { path: clipPath(context, clip), mediaType: clip.mediaType, clip };
}

const ONE_VIEW_MS = 10 * 60_000;

/** Records that somebody's browser loaded a clip; the many requests of one loading are one. */
export function recordLoading(context: Context, actor: Actor, clipId: string): void {
  const { userId } = asPerson(actor);
  const views = context.db
    .select({ at: clipViews.at })
    .from(clipViews)
    .where(and(eq(clipViews.clipId, clipId), eq(clipViews.userId, userId), eq(clipViews.kind, 'loaded')))
    .all();
  if (views.some((view) => context.now() - view.at < ONE_VIEW_MS)) return;
  context.db.insert(clipViews).values({ id: uuid(), clipId, userId, kind: 'loaded', at: context.now() }).run();
}

/** Records that a clip was played, and how many seconds of it; a later word of the same viewing takes the longer one. */
export function recordWatching(context: Context, actor: Actor, input: { clip: string; id: string; seconds: number }): { id: string } {
  const { db } = context;
  watchClip(context, actor, input);
  const { userId } = asPerson(actor);
  const { id, clip: clipId, seconds } = input;
  const had = db.select().from(clipViews).where(eq(clipViews.id, id)).get();
  if (had && (had.userId !== userId || had.clipId !== clipId)) throw notFound();
  if (!had) db.insert(clipViews).values({ id, clipId, userId, kind: 'watched', seconds, at: context.now() }).run();
  else if (seconds > (had.seconds ?? 0)) db.update(clipViews).set({ seconds }).where(eq(clipViews.id, id)).run();
  return { id };
}
