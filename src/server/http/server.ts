import { createServer, type IncomingMessage, type Server, type ServerResponse } from 'node:http';
import { join } from 'node:path';
import compression from 'compression';
import send from 'send';
import { actorFrom } from '../auth/actor.ts';
import { ADDRESS_HEADER } from '../auth/address.ts';
import { recordView, watchClip } from '../clips/clips.ts';
import { createUploads, UPLOAD_PATH } from '../clips/uploads.ts';
import type { Context } from '../house.ts';
import { PROBLEMS, Problem, problemDocument } from '../problems.ts';

export type AstroHandler = (req: IncomingMessage, res: ServerResponse, next?: (error?: unknown) => void) => void;

const UNSAFE = new Set(['POST', 'PUT', 'PATCH', 'DELETE']);
const CLIP_FILE = /^\/api\/v1\/clips\/([0-9a-f-]{36})\/file$/;

function headersOf(req: IncomingMessage): Headers {
  const headers = new Headers();
  for (const [name, value] of Object.entries(req.headers)) if (value !== undefined) headers.set(name, String(value));
  return headers;
}

/** An unsafe request must come from a page of ours: the Origin header's host is compared with Host. */
function fromElsewhere(req: IncomingMessage): boolean {
  if (!UNSAFE.has(req.method ?? '')) return false;
  const origin = req.headers.origin;
  if (origin) return !URL.canParse(origin) || new URL(origin).host !== req.headers.host;
  const site = req.headers['sec-fetch-site'];
  return site !== undefined && site !== 'same-origin' && site !== 'none';
}

function answerProblem(res: ServerResponse, problem: Problem): void {
  if (res.headersSent) {
    res.destroy();
    return;
  }
  res.writeHead(PROBLEMS[problem.kind], { 'content-type': 'application/problem+json', 'cache-control': 'no-store' });
  res.end(JSON.stringify(problemDocument(problem)));
}

/** Streams a clip with Range to those who may watch it; `send` keeps memory flat however slow the reader. */
async function serveClip(context: Context, req: IncomingMessage, res: ServerResponse, clipId: string): Promise<void> {
  const actor = await actorFrom(context, headersOf(req));
  const { path, mediaType } = watchClip(context, actor, { clip: clipId });
  if (req.method === 'GET') recordView(context, actor, clipId);
  const stream = send(req, path, { cacheControl: false, dotfiles: 'deny', index: false });
  stream.on('headers', (reply: ServerResponse) => {
    reply.setHeader('content-type', mediaType);
    reply.setHeader('cache-control', 'private, no-store');
    reply.setHeader('content-disposition', 'inline');
  });
  stream.on('error', () => answerProblem(res, new Problem('not found', 'This clip is not here any more.')));
  stream.pipe(res);
}

/** Files of the built client: hashed ones for ever, others to be asked for anew. Calls `next` for what is not there. */
function serveStatic(clientDir: string, req: IncomingMessage, res: ServerResponse, path: string, next: () => void): void {
  const stream = send(req, path, { root: clientDir, index: false, dotfiles: 'deny', cacheControl: false });
  stream.on('headers', (reply: ServerResponse) => {
    reply.setHeader('cache-control', path.startsWith('/_astro/') ? 'public, max-age=31536000, immutable' : 'no-cache');
  });
  stream.on('error', next);
  stream.on('directory', next);
  stream.pipe(res);
}

function setSafetyHeaders(res: ServerResponse): void {
  res.setHeader('x-content-type-options', 'nosniff');
  res.setHeader('referrer-policy', 'same-origin');
  res.setHeader('x-frame-options', 'DENY');
  res.setHeader('permissions-policy', 'camera=(self), microphone=(self), geolocation=()');
}

/** Pages, scripts and JSON go out compressed; clips and uploads never pass through here. */
const compress = compression({ threshold: 1024 });

/** The house's HTTP server: uploads and clips here, built files from disk, everything else through Astro. */
export function createHouseServer(context: Context, astro: AstroHandler, clientDir: string): Server {
  const uploads = createUploads(context);
  const handle = async (req: IncomingMessage, res: ServerResponse): Promise<void> => {
    setSafetyHeaders(res);
    // Only the socket says where a request comes from.
    req.headers[ADDRESS_HEADER] = req.socket.remoteAddress ?? 'unknown';
    if (fromElsewhere(req)) throw new Problem('wrong origin', 'This came from another site, so nothing was done.');
    const path = (req.url ?? '/').split('?')[0] ?? '/';
    if (path === UPLOAD_PATH || path.startsWith(`${UPLOAD_PATH}/`)) return uploads.handle(req, res);
    const clip = CLIP_FILE.exec(path)?.[1];
    if (clip && (req.method === 'GET' || req.method === 'HEAD')) return serveClip(context, req, res, clip);
    const isFile = /\.[a-z0-9]+$/i.test(path) && !path.startsWith('/api/');
    // The middleware is written for a framework's request, which adds nothing that it uses.
    compress(req as never, res as never, () => {
      if (isFile && req.method === 'GET') serveStatic(clientDir, req, res, path, () => astro(req, res));
      else astro(req, res);
    });
  };
  const server = createServer((req, res) => {
    handle(req, res).catch((error) => {
      if (!(error instanceof Problem)) context.log.error({ err: error }, 'unforeseen');
      answerProblem(res, error instanceof Problem ? error : new Problem('server trouble', 'Something went wrong here. Try again.'));
    });
  });
  // An upload on a slow line takes long; its headers must still come at once.
  server.requestTimeout = 0;
  server.headersTimeout = 20_000;
  return server;
}

export const clientDirOf = (root: string) => join(root, 'dist', 'client');
