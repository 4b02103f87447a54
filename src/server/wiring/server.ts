import { existsSync, readdirSync } from 'node:fs';
import { createServer, type IncomingMessage, type Server, type ServerResponse } from 'node:http';
import { extname } from 'node:path';
import { constants } from 'node:zlib';
import compression from 'compression';
import send from 'send';
import { language, t } from '../../core/text/translate.ts';
import { type Actor, actorFrom } from '../accounts/actor.ts';
import { recordLoading, watchClip } from '../clips/clips.ts';
import { bringNear } from '../clips/far.ts';
import { watchFilm } from '../clips/films/films.ts';
import { createUploads, UPLOAD_PATH } from '../clips/uploads/uploads.ts';
import type { Context } from '../context.ts';
import { noteUnforeseen } from '../operations/errors.ts';
import { healthOf } from '../operations/health.ts';
import { createMetrics, type Metrics } from '../operations/metrics.ts';
import { whileBusy } from '../platform/db/while-busy.ts';
import { ADDRESS_HEADER, clientAddress } from '../platform/http/address.ts';
import { boundConnections, endUnread } from '../platform/http/connections.ts';
import { headersOf, setSafetyHeaders } from '../platform/http/headers.ts';
import { logRequest } from '../platform/http/request-log.ts';
import { boundRequests } from '../platform/http/requests.ts';
import { inLanguage, languageOf } from '../platform/languages.ts';
import { notFound, PROBLEMS, Problem, problemDocument, problemHeaders, problemOf } from '../platform/problems.ts';
import { allow } from '../policy.ts';
import { hearSpoken } from '../review/spoken.ts';
import { followEvening } from '../together/stream.ts';
import { methodsAt } from './methods.ts';
import type { StreamName } from './works.ts';

export type AstroHandler = (req: IncomingMessage, res: ServerResponse, next?: (error?: unknown) => void) => void;

const UNSAFE = new Set(['POST', 'PUT', 'PATCH', 'DELETE']);
const MEDIA_FILE = /^\/api\/v1\/(clips|spoken|films)\/([0-9a-f-]{36})\/file$/;

const pathOf = ({ url }: IncomingMessage): string => (url ?? '/').split('?')[0] ?? '/';

/** An unsafe request must come from a page of ours: the Origin header's host is compared with Host. */
function fromElsewhere(req: IncomingMessage): boolean {
  if (!UNSAFE.has(req.method ?? '')) return false;
  const origin = req.headers.origin;
  if (origin) return !URL.canParse(origin) || new URL(origin).host !== req.headers.host;
  const site = req.headers['sec-fetch-site'];
  return site !== undefined && site !== 'same-origin' && site !== 'none';
}

function answerProblem(res: ServerResponse, problem: Problem, headers: Record<string, string> = {}): void {
  if (res.headersSent) {
    res.destroy();
    return;
  }
  res.writeHead(PROBLEMS[problem.kind], { ...problemHeaders(problem), ...headers });
  res.end(JSON.stringify(problemDocument(problem)));
}

/** The file of a clip, a spoken line or a film for somebody who may have it; who loaded a clip is written down. */
function findMedia(context: Context, actor: Actor, kind: string, id: string, method: string | undefined) {
  if (kind === 'spoken') return hearSpoken(context, actor, { spoken: id });
  if (kind === 'films') return watchFilm(context, actor, { film: id });
  const found = watchClip(context, actor, { clip: id });
  if (method === 'GET') recordLoading(context, actor, id);
  return found;
}

/** Streams a clip or a spoken line with Range to those who may have it; `send` keeps memory flat however slow the reader. */
async function serveMedia(context: Context, req: IncomingMessage, res: ServerResponse, kind: string, id: string): Promise<void> {
  const actor = await whileBusy(() => actorFrom(context, headersOf(req)));
  const { path, mediaType } = findMedia(context, actor, kind, id, req.method);
  await bringNear(context, path);
  const stream = send(req, path, { cacheControl: false, dotfiles: 'deny', index: false });
  stream.on('headers', (reply: ServerResponse) => {
    reply.setHeader('content-type', mediaType);
    reply.setHeader('cache-control', 'private, no-store');
    reply.setHeader('content-disposition', 'inline');
  });
  stream.on('error', (error: { status?: number; headers?: Record<string, string> }) => {
    // A part that is not there (416, with how long the file is), or a file that is not the one somebody had (412).
    if (error.status === 416 || error.status === 412) res.writeHead(error.status, error.headers ?? {}).end();
    else answerProblem(res, new Problem('not found', t('This is not here any more.')));
  });
  stream.pipe(res);
}

/** What an address does not take: said with what it does take. Whoever only asks what it takes is told. */
function isAnswered(req: IncomingMessage, res: ServerResponse, path: string): boolean {
  const taken = methodsAt(path);
  if (taken === null || taken.includes(req.method ?? '')) return false;
  res.setHeader('allow', [...taken, 'OPTIONS'].join(', '));
  if (req.method === 'OPTIONS') res.writeHead(204).end();
  else answerProblem(res, new Problem('wrong method', t('This address does not take {method}.', { method: req.method ?? '' })));
  return true;
}

/** Whether an address can be read as one: its escapes are whole. */
function isReadable(path: string): boolean {
  try {
    decodeURIComponent(path);
    return true;
  } catch {
    return false;
  }
}

/** Waits until a slow reader has taken what was written. */
const drained = (out: ServerResponse) =>
  new Promise<void>((resolve) => {
    const done = () => {
      out.off('drain', done);
      out.off('close', done);
      resolve();
    };
    if (!out.writableNeedDrain || out.destroyed) return done();
    out.on('drain', done);
    out.on('close', done);
  });

/** What is as long as a season, made in a thread beside and written as fast as it is read. */
interface Export {
  stream: StreamName;
  input: object;
  mediaType: string;
}

const EVENING = /^\/api\/v1\/together\/([0-9a-f-]{36})\/events$/;

/** Tells a device what happens on a live evening, for as long as it listens. */
async function serveEvening(context: Context, req: IncomingMessage, res: ServerResponse, evening: string): Promise<void> {
  const headers = headersOf(req);
  const actor = await whileBusy(() => actorFrom(context, headers));
  const said = Number(req.headers['last-event-id'] ?? new URL(req.url ?? '', 'http://here').searchParams.get('after') ?? 0);
  const lastHeard = Number.isSafeInteger(said) && said > 0 ? said : 0;
  const mayStay = async () => {
    try {
      allow(context.db, await whileBusy(() => actorFrom(context, headers)), 'follow a live evening', { evening });
      return true;
    } catch {
      return false;
    }
  };
  followEvening(context, actor, { evening, lastHeard }, res, mayStay, req.method === 'HEAD');
}

const EVERYTHING = /^\/api\/v1\/family\/([0-9a-f-]{36})\/everything$/;
const TABLE = /^\/api\/v1\/squads\/([0-9a-f-]{36})\/((?:scores|records|recounts|streaks)\.csv)$/;

function exportAt(path: string): Export | null {
  const [, child] = EVERYTHING.exec(path) ?? [];
  if (child) return { stream: 'everything.zip', input: { player: child }, mediaType: 'application/zip' };
  const [, squad, name] = TABLE.exec(path) ?? [];
  return squad && name ? { stream: name as StreamName, input: { squad }, mediaType: 'text/csv; charset=utf-8' } : null;
}

async function serveExport(context: Context, req: IncomingMessage, res: ServerResponse, asked: Export): Promise<void> {
  const actor = await whileBusy(() => actorFrom(context, headersOf(req)));
  const gone = new AbortController();
  res.once('close', () => gone.abort());
  const pieces = await context.heavy.stream(asked.stream, actor, asked.input, gone.signal);
  res.writeHead(200, {
    'content-type': asked.mediaType,
    'cache-control': 'private, no-store',
    'content-disposition': `attachment; filename="${asked.stream}"`,
  });
  if (req.method !== 'HEAD')
    for await (const piece of pieces) {
      res.write(piece);
      await drained(res);
      if (res.destroyed) break;
    }
  res.end();
}

/** What a packed file is, by its ending: its own name ends otherwise. */
const TYPES: Readonly<Record<string, string>> = {
  '.js': 'text/javascript; charset=utf-8',
  '.css': 'text/css; charset=utf-8',
  '.svg': 'image/svg+xml',
  '.html': 'text/html; charset=utf-8',
  '.webmanifest': 'application/manifest+json; charset=utf-8',
};

/** Files that the build packed once for everybody, by their address. */
const packedIn = (clientDir: string): ReadonlySet<string> =>
  new Set(
    existsSync(clientDir)
      ? readdirSync(clientDir, { recursive: true }).flatMap((name) =>
          String(name).endsWith('.br') ? [`/${String(name).replaceAll('\\', '/').slice(0, -'.br'.length)}`] : [],
        )
      : [],
  );

/** Whether a browser takes what is packed with Brotli. */
const takesBrotli = (req: IncomingMessage): boolean =>
  /(?:^|,)\s*br\s*(?:;\s*q=(?:1|0\.[1-9])|,|$)/.test(String(req.headers['accept-encoding'] ?? ''));

/** Files of the built client: hashed ones for ever, others to be asked for anew. Calls `next` for what is not there. */
function serveStatic(clientDir: string, req: IncomingMessage, res: ServerResponse, path: string, packed: boolean, next: () => void): void {
  const stream = send(req, packed ? `${path}.br` : path, { root: clientDir, index: false, dotfiles: 'deny', cacheControl: false });
  stream.on('headers', (reply: ServerResponse) => {
    if (packed) {
      reply.setHeader('content-encoding', 'br');
      reply.setHeader('content-type', TYPES[extname(path)] ?? 'application/octet-stream');
      reply.setHeader('vary', 'Accept-Encoding');
    }
    reply.setHeader('cache-control', path.startsWith('/_astro/') ? 'public, max-age=31536000, immutable' : 'no-cache');
  });
  stream.on('error', next);
  stream.on('directory', next);
  stream.pipe(res);
}

/** One step above what is usual: 6 % smaller for a third more work, 15 ms for the largest script. */
const BROTLI_QUALITY = 5;

/** Pages, scripts and JSON go out compressed; clips and uploads never pass through here. */
const compress = compression({ threshold: 1024, brotli: { params: { [constants.BROTLI_PARAM_QUALITY]: BROTLI_QUALITY } } });

/** The house's figures for a program that collects them; an address like any other that is not there, where none is set up to. */
async function serveMetrics(metrics: Metrics, req: IncomingMessage, res: ServerResponse): Promise<void> {
  const notTheirs = new Problem('not signed in', t('These figures are for the program that collects them.'));
  if (!metrics.isFor(req.headers.authorization)) return answerProblem(res, notTheirs, { 'www-authenticate': 'Bearer realm="metrics"' });
  const text = await metrics.text();
  res.writeHead(200, { 'content-type': metrics.contentType, 'cache-control': 'no-store' });
  res.end(text);
}

/** The house's HTTP server: uploads and clips here, built files from disk, everything else through Astro. */
export function createHouseServer(context: Context, astro: AstroHandler, clientDir: string): Server {
  const uploads = createUploads(context);
  const packed = packedIn(clientDir);
  const requests = boundRequests(context.config.requestBounds);
  const metrics = createMetrics(context);
  const handle = async (req: IncomingMessage, res: ServerResponse): Promise<void> => {
    const path = pathOf(req);
    setSafetyHeaders(res, context.config, path);
    endUnread(req, res);
    if (connections.isOneTooMany(req, res)) {
      res.setHeader('connection', 'close');
      throw new Problem('too many requests', t('Too much is being asked from this network at once. Wait a moment, then try again.'), [], 1);
    }
    req.headers[ADDRESS_HEADER] = clientAddress(req.socket.remoteAddress, req.headers['x-forwarded-for'], context.config.proxies);
    if (!isReadable(path) && /^\/api(?:\/|$)/i.test(path)) throw notFound();
    if (path === '/health' && (req.method === 'GET' || req.method === 'HEAD')) {
      const health = healthOf(context);
      res.writeHead(health.ok ? 200 : 503, { 'content-type': 'application/json', 'cache-control': 'no-store' });
      res.end(JSON.stringify(health));
      return;
    }
    if (path === '/metrics' && metrics && (req.method === 'GET' || req.method === 'HEAD')) return serveMetrics(metrics, req, res);
    if (path.startsWith('/api/')) await requests.check(req, path);
    if (fromElsewhere(req)) throw new Problem('wrong origin', t('This came from another site, so nothing was done.'));
    if (isAnswered(req, res, path)) return;
    if (path === UPLOAD_PATH || path.startsWith(`${UPLOAD_PATH}/`)) return uploads.handle(req, res);
    const [, kind, id] = MEDIA_FILE.exec(path) ?? [];
    if (kind && id && (req.method === 'GET' || req.method === 'HEAD')) return serveMedia(context, req, res, kind, id);
    const [, evening] = EVENING.exec(path) ?? [];
    if (evening && (req.method === 'GET' || req.method === 'HEAD')) return serveEvening(context, req, res, evening);
    const asked = exportAt(path);
    if (asked && (req.method === 'GET' || req.method === 'HEAD')) return serveExport(context, req, res, asked);
    // Made at the build, so that a device keeps it; whoever asks for it with a line gets the same.
    if (/^\/offline\/?$/.test(path)) {
      const own = `/offline/${language()}.html`;
      return serveStatic(clientDir, req, res, packed.has(own) ? own : '/offline/index.html', false, () => astro(req, res));
    }
    const isFile = /\.[a-z0-9]+$/i.test(path) && !path.startsWith('/api/');
    // What a page said of somebody is asked for anew: going back shows what is true now, and nothing after signing out.
    if (!isFile) res.setHeader('cache-control', 'no-store');
    const reads = req.method === 'GET' || req.method === 'HEAD';
    if (isFile && reads && packed.has(path) && takesBrotli(req)) return serveStatic(clientDir, req, res, path, true, () => astro(req, res));
    // The middleware is written for a framework's request, which adds nothing that it uses.
    compress(req as never, res as never, () => {
      if (isFile && reads) serveStatic(clientDir, req, res, path, false, () => astro(req, res));
      else astro(req, res);
    });
  };
  const server = createServer((req, res) => {
    const about = logRequest(context.log, req, res, (status, ms) => metrics?.answered(pathOf(req), status, ms));
    inLanguage(languageOf(req.headers.cookie, req.headers['accept-language']), () =>
      handle(req, res).catch((error) => {
        answerProblem(
          res,
          problemOf(error, (err) => noteUnforeseen(context, err, about)),
        );
      }),
    );
  });
  const connections = boundConnections(server, context.config.proxies);
  // An upload on a slow line takes long; its headers must still come at once.
  server.requestTimeout = 0;
  server.headersTimeout = 20_000;
  // Longer than a proxy or a browser keeps a connection that nobody uses: whoever closes first cuts a request that is just being sent.
  server.keepAliveTimeout = 75_000;
  return server;
}
