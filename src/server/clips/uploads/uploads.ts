import { randomBytes } from 'node:crypto';
import { rm } from 'node:fs/promises';
import type { IncomingMessage, ServerResponse } from 'node:http';
import { join } from 'node:path';
import type { FileStore } from '@tus/file-store';
import { Server } from '@tus/server';
import { and, eq } from 'drizzle-orm';
import { FILM_BYTES_MAX } from '../../../contract/clips.ts';
import { CLIP_BYTES_MAX } from '../../../contract/training.ts';
import { DAY_MS } from '../../../core/calendar/lengths.ts';
import { t } from '../../../core/text/translate.ts';
import { actorFrom } from '../../accounts/actor.ts';
import { mayFilm } from '../../consent/consent.ts';
import type { Context } from '../../context.ts';
import { clips, films } from '../../platform/db/schema.ts';
import { isFull } from '../../platform/disk-space.ts';
import { headersOf } from '../../platform/http/headers.ts';
import { isNoRoom, noRoom, PROBLEMS, Problem } from '../../platform/problems.ts';
import { allow } from '../../policy.ts';
import { clipById, clipsAreOff } from '../clips.ts';
import { filmToSend } from '../films/films.ts';
import { checkBegun, checkQuota, checkRoom } from '../quota.ts';
import { CHECKSUM_ALGORITHMS, checksumFrom, SummedStore } from './checksum.ts';
import { acceptUpload, uploadedFor } from './settle.ts';

export const UPLOAD_PATH = '/api/uploads';

/** An error in the shape that the upload protocol's server throws on. */
const asReply = (problem: Problem) => ({ status_code: PROBLEMS[problem.kind], body: `${problem.message}\n` });

async function orReply<T>(work: () => Promise<T> | T): Promise<T> {
  try {
    return await work();
  } catch (error) {
    throw error instanceof Problem ? asReply(error) : error;
  }
}

type Notes = Record<string, string | null> | undefined;

/**
 * Whether somebody may send the file that an upload is for, now.
 * @param begins its size in bytes where the upload begins, which needs room; null where it goes on
 */
async function checkUpload(context: Context, headers: Headers, notes: Notes, begins: number | null): Promise<void> {
  const { db } = context;
  const actor = await actorFrom(context, headers);
  const { what, id } = uploadedFor(notes);
  if (what === 'film') {
    const film = filmToSend(context, actor, { film: id });
    if (begins === null) return;
    if (begins > FILM_BYTES_MAX)
      throw new Problem('clip refused', t('This film is too large. Send it through the app, which makes it small.'));
    checkRoom(context, film.squadId, begins);
    return;
  }
  allow(db, actor, 'upload a clip', { clip: id });
  const clip = clipById(db, id);
  if (clip.state === 'deleted' || clip.state === 'refused') throw new Problem('clip refused', clip.refusal ?? t('This clip was deleted.'));
  if (!mayFilm(db, clip.playerId)) throw clipsAreOff();
  if (begins === null) return;
  checkBegun(context, clip.playerId);
  checkQuota(context, clip.playerId, clip.squadId, begins);
}

const UUID = '[0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12}';
/** The name of an upload says what it is for, so that it can be told of after its file has gone to its place. */
const UPLOAD_NAME = new RegExp(`^(clip|film)-(${UUID})-[0-9a-f]{32}$`);
const ONE_UUID = new RegExp(`^${UUID}$`);

function nameOf(notes: Notes): string {
  const { what, id } = uploadedFor(notes);
  const random = randomBytes(16).toString('hex');
  return ONE_UUID.test(id) ? `${what}-${id}-${random}` : random;
}

/** Bytes of an upload that came whole and was kept; null for any other. */
function keptBytes(context: Context, what: string, id: string): number | null {
  const { db } = context;
  const row =
    what === 'film'
      ? db
          .select({ bytes: films.bytes })
          .from(films)
          .where(and(eq(films.id, id), eq(films.state, 'kept')))
          .get()
      : db
          .select({ bytes: clips.bytes })
          .from(clips)
          .where(and(eq(clips.id, id), eq(clips.state, 'kept')))
          .get();
  return row?.bytes ?? null;
}

/** Days that an unfinished upload waits to be gone on with; its client is told, and the nightly cleaning keeps to it. */
export const UPLOAD_DAYS = 1;
const WAITS_MS = UPLOAD_DAYS * DAY_MS;

const TUS_VERSION = '1.0.0';
const PART = 'application/offset+octet-stream';

/** A method that a proxy on the way does not let through may stand in a header. */
const OVERRIDES = new Set(['PATCH', 'DELETE', 'HEAD']);

function setMethod(req: IncomingMessage): void {
  const wanted = String(req.headers['x-http-method-override'] ?? '').toUpperCase();
  if (req.method === 'POST' && OVERRIDES.has(wanted)) req.method = wanted;
}

/** What is asked of an upload whose last answer was lost: that all of it is here, so that nothing is sent again. */
async function toldAsWhole(context: Context, store: FileStore, req: IncomingMessage, res: ServerResponse): Promise<boolean> {
  const name = (req.url ?? '').split('?')[0]?.slice(UPLOAD_PATH.length + 1) ?? '';
  const [, what, id] = UPLOAD_NAME.exec(name) ?? [];
  if (req.method !== 'HEAD' || !what || !id) return false;
  if (await store.getUpload(name).catch(() => null)) return false;
  const bytes = keptBytes(context, what, id);
  if (bytes === null) return false;
  await checkUpload(context, headersOf(req), { [what]: id }, null);
  res.writeHead(200, {
    'tus-resumable': TUS_VERSION,
    'upload-offset': bytes,
    'upload-length': bytes,
    'cache-control': 'no-store',
  });
  res.end();
  return true;
}

/** The uploads of a house. */
export interface Uploads {
  /** @throws Problem for what is not as the protocol says */
  handle(req: IncomingMessage, res: ServerResponse): Promise<void>;
}

/**
 * The resumable uploads (tus 1.0) of clips and films. Each belongs to an announced one of whoever is signed in; a cut connection goes on at
 * the byte where it stopped, also after the tab was closed.
 */
export function createUploads(context: Context): Uploads {
  const store = new SummedStore({ directory: context.config.uploadDir, expirationPeriodInMilliseconds: WAITS_MS });
  const server = createTus(context, store);
  return {
    async handle(req, res) {
      setMethod(req);
      // Who speaks another version of the protocol is told which one is spoken here.
      res.setHeader('tus-version', TUS_VERSION);
      if (req.method === 'OPTIONS') res.setHeader('tus-checksum-algorithm', CHECKSUM_ALGORITHMS.join(','));
      if (!['OPTIONS', 'GET'].includes(req.method ?? '') && req.headers['tus-resumable'] !== TUS_VERSION) {
        res.writeHead(412).end();
        return;
      }
      if (req.method === 'PATCH' && req.headers['content-type'] !== PART)
        throw new Problem('wrong kind', t('A part of an upload has the type {part}.', { part: PART }));
      if (await toldAsWhole(context, store, req, res)) return;
      const checksum = checksumFrom(req.headers['upload-checksum']?.toString());
      await store.expecting(checksum, () => server.handle(req, res));
    },
  };
}

function createTus(context: Context, store: FileStore): Server {
  return new Server({
    path: UPLOAD_PATH,
    datastore: store,
    // Pages of this site alone: nobody else's may read an answer.
    allowedOrigins: [],
    namingFunction: (_req, metadata) => nameOf(metadata),
    relativeLocation: true,
    respectForwardedHeaders: false,
    disableTerminationForFinishedUploads: true,
    maxSize: CLIP_BYTES_MAX,
    // The store says only that it could not write; the disk says why. What has come so far stays, and goes on from there.
    onResponseError: (_req, error) => (isNoRoom(error) || isFull(context.config.uploadDir) ? asReply(noRoom()) : undefined),
    onIncomingRequest: (req, uploadId) =>
      orReply(async () => {
        // A new upload says in its notes what it is for, which onUploadCreate checks.
        if (req.method === 'POST' || req.method === 'OPTIONS') return;
        if (req.method === 'GET') throw new Problem('not found', t('Clips are watched through their own address.'));
        const upload = await store.getUpload(uploadId).catch(() => null);
        await checkUpload(context, req.headers, upload?.metadata, null);
      }),
    onUploadCreate: (req, upload) =>
      orReply(async () => {
        await checkUpload(context, req.headers, upload.metadata, upload.size ?? CLIP_BYTES_MAX);
        const { what, id } = uploadedFor(upload.metadata);
        return { metadata: { [what]: id } };
      }),
    onUploadFinish: (_req, upload) =>
      orReply(async () => {
        try {
          const { what, id } = uploadedFor(upload.metadata);
          await acceptUpload(context, what, id, join(context.config.uploadDir, upload.id));
        } finally {
          // Taken or refused, the note that the store keeps beside the file goes too.
          await store.remove(upload.id).catch(() => undefined);
          await rm(join(context.config.uploadDir, `${upload.id}.json`), { force: true });
        }
        return {};
      }),
  });
}
