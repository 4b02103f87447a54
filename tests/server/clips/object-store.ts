import { createHash, createHmac } from 'node:crypto';
import { createServer, type IncomingMessage, type Server } from 'node:http';
import { listening } from '../served.ts';

/* A stand-in for a store of objects: as much of the S3 protocol as a house speaks. It takes nothing that is not signed by the key it gave out, and nothing whose bytes are not those that were signed. */

export const KEY = 'key-of-the-house';
export const SECRET = 'secret-of-the-house';
const REGION = 'us-east-1';

const sha256 = (of: string | Buffer) => createHash('sha256').update(of).digest('hex');
const hmac = (key: string | Buffer, of: string) => createHmac('sha256', key).update(of).digest();

/** Whether a request is signed as version 4 of the signature says. */
function isSigned(request: IncomingMessage): boolean {
  const { authorization = '', 'x-amz-content-sha256': content = '', 'x-amz-date': at = '' } = request.headers as Record<string, string>;
  const [, key, day, names = '', signature] =
    /^AWS4-HMAC-SHA256 Credential=([^/]+)\/(\d{8})\/[^,]+, SignedHeaders=([^,]+), Signature=([0-9a-f]{64})$/.exec(authorization) ?? [];
  if (key !== KEY || day === undefined) return false;
  const { pathname, searchParams } = new URL(request.url ?? '/', 'http://store');
  const query = [...searchParams]
    .map(([name, value]) => `${encodeURIComponent(name)}=${encodeURIComponent(value)}`)
    .sort()
    .join('&');
  const headers = names
    .split(';')
    .map((name) => `${name}:${String(request.headers[name]).trim()}\n`)
    .join('');
  const asked = [request.method, pathname, query, headers, names, content].join('\n');
  const scope = `${day}/${REGION}/s3/aws4_request`;
  const signing = ['s3', 'aws4_request'].reduce((from, part) => hmac(from, part), hmac(hmac(`AWS4${SECRET}`, day), REGION));
  return hmac(signing, ['AWS4-HMAC-SHA256', at, scope, sha256(asked)].join('\n')).toString('hex') === signature;
}

export interface ObjectStore {
  base: string;
  server: Server;
  /** What lies there, by bucket and key: `clips/season/a.webm`. */
  objects: Map<string, Buffer>;
  /** What was asked, in order: `PUT clips/a.webm`. */
  asked: string[];
  /** Answers everything with this status until it is null again. */
  broken: number | null;
  /** What it does not take. */
  refused: Set<string>;
}

const PAGE = 2;

export async function openStore(): Promise<ObjectStore> {
  const objects = new Map<string, Buffer>();
  const store: ObjectStore = { base: '', server: createServer(), objects, asked: [], broken: null, refused: new Set() };
  store.server.on('request', async (request: IncomingMessage, response) => {
    const chunks: Buffer[] = [];
    for await (const chunk of request) chunks.push(chunk as Buffer);
    const body = Buffer.concat(chunks);
    const { pathname, searchParams } = new URL(request.url ?? '/', 'http://store');
    const path = decodeURIComponent(pathname).replace(/^\/|\/$/g, '');
    store.asked.push(`${request.method} ${path}`);
    const refuse = (status: number, code: string) =>
      response
        .writeHead(status, { 'content-type': 'application/xml' })
        .end(`<Error><Code>${code}</Code><Message>${code}</Message></Error>`);
    if (store.broken !== null) return refuse(store.broken, 'ServiceUnavailable');
    if (!isSigned(request)) return refuse(403, 'SignatureDoesNotMatch');
    const found = objects.get(path);
    if (request.method === 'PUT') {
      if (store.refused.has(path)) return refuse(400, 'EntityTooLarge');
      if (sha256(body) !== request.headers['x-amz-content-sha256']) return refuse(400, 'XAmzContentSHA256Mismatch');
      objects.set(path, body);
      return response.writeHead(200).end();
    }
    if (request.method === 'DELETE') {
      objects.delete(path);
      return response.writeHead(204).end();
    }
    if (searchParams.get('list-type') === '2') {
      const prefix = `${path}/${searchParams.get('prefix') ?? ''}`;
      const all = [...objects].filter(([key]) => key.startsWith(prefix)).sort(([a], [b]) => (a < b ? -1 : 1));
      const from = Number(searchParams.get('continuation-token') ?? 0);
      const next = from + PAGE < all.length ? from + PAGE : null;
      const contents = all
        .slice(from, from + PAGE)
        .map(
          ([key, bytes]) =>
            `<Contents><Key>${key.slice(path.length + 1)}</Key><Size>${bytes.length}</Size><LastModified>2026-11-02T16:00:00.000Z</LastModified></Contents>`,
        );
      return response
        .writeHead(200, { 'content-type': 'application/xml' })
        .end(
          `<ListBucketResult><IsTruncated>${next !== null}</IsTruncated>${next === null ? '' : `<NextContinuationToken>${next}</NextContinuationToken>`}${contents.join('')}</ListBucketResult>`,
        );
    }
    if (!found) return refuse(404, 'NoSuchKey');
    return response.writeHead(200, { 'content-length': found.length }).end(request.method === 'HEAD' ? undefined : found);
  });
  store.base = await listening(store.server);
  return store;
}
