import { createHash } from 'node:crypto';
import { mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { request as rawRequest, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Worker } from 'node:worker_threads';
import { brotliCompressSync } from 'node:zlib';
import Database from 'better-sqlite3';
import { expect } from 'chai';
import { eq } from 'drizzle-orm';
import pino from 'pino';
import { contract, type Endpoint } from '../../../src/contract/index.ts';
import { actorFrom } from '../../../src/server/accounts/actor.ts';
import { announceClip, deleteClip, watchClip } from '../../../src/server/clips/clips.ts';
import { inspectClip } from '../../../src/server/clips/inspect.ts';
import { clips, clipViews, scores } from '../../../src/server/platform/db/schema.ts';
import { problemOf } from '../../../src/server/platform/problems.ts';
import { reviewQueue } from '../../../src/server/review/queue.ts';
import { family } from '../../../src/server/screens/family.ts';
import { sendGo } from '../../../src/server/training/send-go.ts';
import { methodsAt } from '../../../src/server/wiring/methods.ts';
import { checkIsJson, readBody } from '../../../src/server/wiring/route.ts';
import { createHouseServer } from '../../../src/server/wiring/server.ts';
import { fetchHeld as fetch } from '../../published.ts';
import { aGo, aScore, MONDAY_TEN, openTown, outcome, PASSWORD, releaseNow, sayYes, type Town, uuid } from '../make.ts';

const CLIP = join('src', 'demo', 'clips', 'step-overs-a.webm');

describe('the HTTP server', () => {
  let town: Town;
  let server: Server;
  let base: string;
  let cookies: { coach: string; player: string; otherPlayer: string; guardian: string };
  let scoreId: string;

  /** Signs in through the accounts library and gives the session cookie. */
  const signIn = async (path: string, body: object, from = '10.0.0.1') => {
    const headers = { 'content-type': 'application/json', 'x-eager-feet-address': from };
    const response = await town.context.auth.handler(
      new Request(`${town.context.config.baseAddress}/api/auth${path}`, { method: 'POST', headers, body: JSON.stringify(body) }),
    );
    return {
      status: response.status,
      cookie: (response.headers.get('set-cookie') ?? '').split(';')[0] ?? '',
      answer: (await response.json().catch(() => ({}))) as { message?: string },
    };
  };
  const asPlayer = (nickname: string, pin: string, from?: string) => signIn('/sign-in/squad', { code: 'lantern', nickname, pin }, from);
  const asAccount = (name: string) => signIn('/sign-in/email', { email: `${name}@town.example`, password: PASSWORD });

  beforeEach(async () => {
    town = await openTown();
    releaseNow(town);
    sayYes(town);
    const score = aScore({ value: 60, seconds: 10 });
    scoreId = score.id;
    sendGo(town.context, town.player, aGo(town, 0, [score]));
    const astro = (_req: unknown, res: { statusCode: number; end(text: string): void }) => {
      res.statusCode = 200;
      res.end('page');
    };
    server = createHouseServer(town.context, astro as never, join('dist', 'client'));
    await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
    base = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
    cookies = {
      coach: (await asAccount('fennel')).cookie,
      player: (await asPlayer('Comet', '2468')).cookie,
      otherPlayer: (await asPlayer(' pebble ', '1357')).cookie,
      guardian: (await asAccount('comets')).cookie,
    };
  });
  afterEach(async () => {
    server.closeAllConnections();
    await new Promise((done) => server.close(done));
    town.close();
  });

  describe('what an address takes', () => {
    const of = async (path: string, method: string, init: RequestInit = {}) => {
      const answer = await fetch(base + path, { method, ...init });
      return [answer.status, answer.headers.get('allow'), answer.headers.get('content-type')];
    };
    const problem = 'application/problem+json';

    it('is told with what it does not take, for the interface, for files and for pages', async () => {
      expect(await of('/api/v1/me', 'POST')).to.deep.equal([405, 'GET, HEAD, OPTIONS', problem]);
      expect(await of(`/api/v1/squads/${town.squad}/weeks`, 'DELETE')).to.deep.equal([405, 'GET, HEAD, POST, OPTIONS', problem]);
      expect(await of(`/api/v1/clips/${uuid()}/file`, 'PUT')).to.deep.equal([405, 'GET, HEAD, OPTIONS', problem]);
      expect(await of(`/api/v1/family/${uuid()}/everything`, 'POST')).to.deep.equal([405, 'GET, HEAD, OPTIONS', problem]);
      expect((await of('/week', 'PUT')).slice(0, 2)).to.deep.equal([405, 'GET, HEAD, OPTIONS']);
      expect((await of('/language', 'GET')).slice(0, 2)).to.deep.equal([405, 'POST, OPTIONS']);
      expect((await of('/health', 'POST')).slice(0, 2)).to.deep.equal([405, 'GET, HEAD, OPTIONS']);
    });

    it('is told to whoever only asks', async () => {
      expect((await of('/api/v1/me', 'OPTIONS')).slice(0, 2)).to.deep.equal([204, 'GET, HEAD, OPTIONS']);
    });

    it('is asked for its headers alone wherever it is read', async () => {
      expect((await of('/week', 'HEAD'))[0]).to.equal(200);
      expect((await of('/health', 'HEAD'))[0]).to.equal(200);
      const icon = await fetch(`${base}/icon.svg`, { method: 'HEAD' });
      expect([icon.status, icon.headers.get('content-type')?.split(';')[0]]).to.deep.equal([200, 'image/svg+xml']);
    });

    it('knows every address of the contract with its methods, and of two that fit the one with more words of its own', () => {
      for (const endpoints of Object.values(contract))
        for (const one of Object.values(endpoints) as Endpoint[]) {
          const path = `/api/v1${one.path.replaceAll(/\{[^}]*\}/g, uuid())}`;
          expect(methodsAt(path), path).to.include(one.method);
        }
      expect(methodsAt('/api/v1/nothing/of/the/kind')).to.equal(null);
    });

    it('is a problem where its escapes are cut, under the interface', async () => {
      expect(await of('/api/v1/%zz', 'GET')).to.deep.equal([404, null, problem]);
    });
  });

  describe('the request log', () => {
    const lines = async (act: () => Promise<unknown>) => {
      const said: string[] = [];
      const before = town.context.log;
      town.context.log = pino({ level: 'info' }, { write: (line: string) => said.push(line) });
      await act();
      for (let i = 0; i < 200 && said.length === 0; i++) await new Promise((done) => setTimeout(done, 5));
      town.context.log = before;
      return said.map((line) => JSON.parse(line) as Record<string, unknown>);
    };

    it('has route, status, milliseconds and an id, which the answer carries too; nothing of who or what was asked for', async () => {
      const id = uuid();
      let answer: Response | null = null;
      const [line, ...more] = await lines(async () => {
        answer = await fetch(`${base}/api/v1/clips/${id}/file?child=Comet`, { headers: { cookie: cookies.coach, 'x-request-id': 'mine' } });
      });
      expect(more).to.deep.equal([]);
      expect(line).to.include({ msg: 'request', method: 'GET', route: '/api/v1/clips/*/file', status: 404, whole: true });
      expect(line?.ms).to.be.a('number');
      const header = (answer as Response | null)?.headers.get('x-request-id');
      expect(header).to.match(/^[0-9a-f-]{36}$/);
      expect(line?.request).to.equal(header);
      for (const secret of [id, 'Comet', 'child', 'mine', 'cookie']) expect(JSON.stringify(line), secret).to.not.include(secret);
    });

    it('names route and id beside an error that nobody foresaw', async () => {
      const broken = createHouseServer(
        town.context,
        (() => {
          throw new Error('broken inside');
        }) as never,
        join('dist', 'client'),
      );
      await new Promise<void>((done) => broken.listen(0, '127.0.0.1', done));
      const at = `http://127.0.0.1:${(broken.address() as AddressInfo).port}`;
      let answer: Response | null = null;
      const said = await lines(async () => {
        answer = await fetch(`${at}/week`);
      });
      broken.closeAllConnections();
      await new Promise((done) => broken.close(done));
      const error = said.find((line) => line.msg === 'unforeseen');
      expect(error).to.include({ route: '/week', request: (answer as Response | null)?.headers.get('x-request-id') });
      expect((answer as Response | null)?.status).to.equal(500);
    });
  });

  it('/health says whether the database can be written, and that is not so for a moment that another program takes', async () => {
    const health = async () => (await (await fetch(`${base}/health`)).json()) as Record<string, unknown>;
    expect(await health()).to.include({ ok: true, database: true, writable: true });
    const other = new Database(town.context.config.databaseFile);
    other.exec('begin immediate');
    expect(await health()).to.include({ ok: true, writable: true });
    other.close();
    town.context.db.$client.pragma('query_only = ON');
    expect(await health()).to.include({ ok: false, database: true, writable: false });
  });

  describe('sign-in', () => {
    it('signs somebody in although the database is held by another writer just then', async () => {
      const other = new Database(town.context.config.databaseFile);
      other.exec('begin immediate');
      const signingIn = Promise.all([asAccount('fennel'), asPlayer('Comet', '2468')]);
      await new Promise((done) => setTimeout(done, 400));
      const before = other.prepare('select count(*) as n from session').get();
      other.exec('rollback');
      const signedIn = await signingIn;
      expect(signedIn.map((answer) => answer.status)).to.deep.equal([200, 200]);
      expect(other.prepare('select count(*) as n from session').get()).to.deep.equal({ n: (before as { n: number }).n + 2 });
      other.close();
    });

    it('signs players in on new devices although another process writes now and then', async () => {
      const busy = new Worker(
        `const { workerData } = require('node:worker_threads');
        const db = new (require('better-sqlite3'))(workerData, { timeout: 5000 });
        const wait = (ms) => Atomics.wait(new Int32Array(new SharedArrayBuffer(4)), 0, 0, ms);
        for (;;) { db.exec('begin immediate'); wait(200); db.exec('rollback'); wait(100); }`,
        { eval: true, workerData: town.context.config.databaseFile },
      );
      try {
        for (let i = 0; i < 8; i++) expect((await asPlayer('Comet', '2468', `10.8.0.${i}`)).status).to.equal(200);
      } finally {
        await busy.terminate();
      }
    });

    it('knows each kind of person by the session cookie', async () => {
      for (const [who, kind] of [
        ['coach', 'coach'],
        ['player', 'player'],
        ['guardian', 'guardian'],
      ] as const) {
        expect((await actorFrom(town.context, new Headers({ cookie: cookies[who] }))).kind).to.equal(kind);
      }
      expect((await actorFrom(town.context, new Headers({ cookie: 'eager-feet.session_token=forged.forged' }))).kind).to.equal('nobody');
    });

    it('answers a wrong PIN and an unknown nickname alike', async () => {
      const wrong = await asPlayer('Comet', '0000');
      const unknown = await asPlayer('Nobody', '0000');
      expect(wrong.status).to.equal(401);
      expect(unknown).to.deep.equal({ ...wrong, cookie: '' });
    });

    it('makes a guesser wait after five tries, while the child still gets in at home', async () => {
      for (let i = 0; i < 5; i++) await asPlayer('Comet', '0000', '10.6.6.6');
      const sixth = await asPlayer('Comet', '2468', '10.6.6.6');
      expect(sixth.status).to.equal(429);
      expect(sixth.answer.message).to.include('Wait');
      expect((await asPlayer('Comet', '2468', '10.0.0.1')).status).to.equal(200);
    });

    it('stops guessing from many addresses, but not at an address where the child was before', async () => {
      for (let i = 0; i < 22; i++) await asPlayer('Comet', '0000', `10.7.0.${i}`);
      expect((await asPlayer('Comet', '2468', '10.7.1.1')).status).to.equal(429);
      expect((await asPlayer('Comet', '2468', '10.0.0.1')).status).to.equal(200);
    });

    it('limits passwords too', async () => {
      const guess = () => signIn('/sign-in/email', { email: 'fennel@town.example', password: 'wrong wrong wrong' }, '10.8.8.8');
      for (let i = 0; i < 5; i++) expect((await guess()).status).to.equal(401);
      expect((await guess()).status).to.equal(429);
    });

    it('lets nobody sign up by themselves', async () => {
      const made = await signIn('/sign-up/email', { email: 'new@town.example', password: PASSWORD, name: 'New', kind: 'coach' });
      expect(made.status).to.be.at.least(400);
    });
  });

  describe('a body', () => {
    const slowly = (parts: number, pause: number) =>
      new Request('http://localhost/x', {
        method: 'POST',
        duplex: 'half',
        body: new ReadableStream({
          async pull(stream) {
            await new Promise((done) => setTimeout(done, pause));
            if (parts-- > 0) stream.enqueue(new TextEncoder().encode('[]'));
            else stream.close();
          },
        }),
      } as RequestInit);

    it('is counted, and is not waited for without end', async () => {
      expect((await readBody(slowly(3, 1), 100)).toString()).to.equal('[][][]');
      expect(await outcome(() => readBody(slowly(60, 1), 100))).to.equal('too large');
      expect(await outcome(() => readBody(slowly(1000, 10), 100_000, 40))).to.equal('too slow');
    });

    it('says that it is JSON: what a form of another site can send is not read', async () => {
      const kind = (type: string | null, bytes = 2) =>
        outcome(() => checkIsJson(new Request('http://localhost/x', { headers: type === null ? {} : { 'content-type': type } }), bytes));
      for (const type of ['application/json', 'application/json; charset=utf-8', 'Application/JSON'])
        expect(await kind(type)).to.equal('done');
      for (const type of [null, 'text/plain', 'application/jsonp', 'multipart/form-data']) expect(await kind(type)).to.equal('wrong kind');
      expect(await kind(null, 0)).to.equal('done');
    });
  });

  describe('a database without room', () => {
    it('says so, keeps what it accepted, and goes on when there is room', async () => {
      const { db } = town.context;
      const pages = Number(db.$client.pragma('page_count', { simple: true }));
      db.$client.pragma(`max_page_count = ${pages}`);
      const kept: string[] = [];
      let thrown: unknown = null;
      for (let i = 0; i < 500 && thrown === null; i++) {
        const score = aScore();
        try {
          sendGo(town.context, town.player, aGo(town, 0, [score]));
          kept.push(score.id);
        } catch (error) {
          thrown = error;
        }
      }
      expect(problemOf(thrown, () => undefined).kind).to.equal('no room');
      db.$client.pragma('max_page_count = 1000000');
      const after = aScore();
      sendGo(town.context, town.player, aGo(town, 0, [after]));
      const ids = db
        .select({ id: scores.id })
        .from(scores)
        .all()
        .map((row) => row.id);
      expect(ids).to.include.members([...kept, after.id]);
    });
  });

  describe('what comes from elsewhere', () => {
    it('is refused on unsafe methods, JSON included', async () => {
      const from = (headers: Record<string, string>) =>
        fetch(`${base}/api/v1/go/scores`, { method: 'POST', body: '{}', headers }).then((r) => r.status);
      expect(await from({ origin: 'https://elsewhere.example', 'content-type': 'application/json' })).to.equal(403);
      expect(await from({ origin: 'null' })).to.equal(403);
      expect(await from({ 'sec-fetch-site': 'cross-site' })).to.equal(403);
      expect(await from({ origin: base })).to.equal(200);
      expect((await fetch(`${base}/`, { headers: { origin: 'https://elsewhere.example' } })).status).to.equal(200);
    });

    it('cannot say what address it comes from', async () => {
      const seen: string[] = [];
      const spying = createHouseServer(
        town.context,
        ((req: { headers: Record<string, string> }, res: { end(): void }) => {
          seen.push(req.headers['x-eager-feet-address'] ?? '');
          res.end();
        }) as never,
        'dist/client',
      );
      await new Promise<void>((done) => spying.listen(0, '127.0.0.1', done));
      await fetch(`http://127.0.0.1:${(spying.address() as AddressInfo).port}/`, {
        headers: { 'x-eager-feet-address': '1.2.3.4', 'x-forwarded-for': '1.2.3.4' },
      });
      spying.closeAllConnections();
      await new Promise((done) => spying.close(done));
      expect(seen).to.deep.equal(['127.0.0.1']);
    });

    it('never reaches files outside the built ones', async () => {
      const status = await new Promise<string>((done) => {
        const req = rawRequest(`${base}`, { path: '/../../package.json' }, (res) => {
          let text = '';
          res.on('data', (part) => {
            text += part;
          });
          res.on('end', () => done(text));
        });
        req.end();
      });
      expect(status).to.equal('page');
    });

    it('gets long pages compressed when it can read that, and clips as they are', async () => {
      const long = createHouseServer(
        town.context,
        ((_req: unknown, res: { setHeader(name: string, value: string): void; end(text: string): void }) => {
          res.setHeader('content-type', 'text/html');
          res.end('feet '.repeat(2000));
        }) as never,
        'dist/client',
      );
      await new Promise<void>((done) => long.listen(0, '127.0.0.1', done));
      const ask = (encoding: string) =>
        fetch(`http://127.0.0.1:${(long.address() as AddressInfo).port}/`, { headers: { 'accept-encoding': encoding } });
      const [packed, plain] = [await ask('gzip'), await ask('identity')];
      expect([packed.headers.get('content-encoding'), plain.headers.get('content-encoding')]).to.deep.equal(['gzip', null]);
      expect(await packed.text()).to.equal(await plain.text());
      long.closeAllConnections();
      await new Promise((done) => long.close(done));
    });

    it('gets what the build packed where it can read that, as what it is, and else the file itself', async () => {
      const dir = mkdtempSync(join(tmpdir(), 'packed-'));
      const files = {
        'a.js': 'feet();'.repeat(300),
        'b.css': 'p{}'.repeat(600),
        'c.svg': '<svg xmlns="http://www.w3.org/2000/svg"/>',
        'd.js': 'd()',
      };
      for (const [name, text] of Object.entries(files)) {
        writeFileSync(join(dir, name), text);
        if (name !== 'd.js') writeFileSync(join(dir, `${name}.br`), brotliCompressSync(text));
      }
      const house = createHouseServer(town.context, (() => {}) as never, dir);
      await new Promise<void>((done) => house.listen(0, '127.0.0.1', done));
      const ask = (name: string, encoding: string) =>
        fetch(`http://127.0.0.1:${(house.address() as AddressInfo).port}/${name}`, { headers: { 'accept-encoding': encoding } });
      for (const [name, text] of Object.entries(files)) {
        const [packed, plain] = [await ask(name, 'gzip, br'), await ask(name, 'identity')];
        expect(packed.headers.get('content-type'), name).to.equal(plain.headers.get('content-type'));
        expect(await packed.text(), name).to.equal(text);
        expect(await plain.text(), name).to.equal(text);
        expect([packed.headers.get('content-encoding'), plain.headers.get('content-encoding')], name).to.deep.equal([
          name === 'd.js' ? null : 'br',
          null,
        ]);
      }
      for (const encoding of ['br;q=0', 'brx', 'gzip']) {
        const answer = await ask('a.js', encoding);
        expect(answer.headers.get('content-encoding'), encoding).not.to.equal('br');
        expect(await answer.text()).to.equal(files['a.js']);
      }
      house.closeAllConnections();
      await new Promise((done) => house.close(done));
      rmSync(dir, { recursive: true });
    });

    it('gets the safety headers', async () => {
      const { headers } = await fetch(`${base}/`);
      expect(headers.get('x-content-type-options')).to.equal('nosniff');
      expect(headers.get('x-frame-options')).to.equal('DENY');
    });
  });

  describe('clips', () => {
    const file = readFileSync(CLIP);
    const tus = { 'tus-resumable': '1.0.0' };
    const metadata = (clip: string) => `clip ${Buffer.from(clip).toString('base64')}`;

    const announce = () => {
      const id = uuid();
      announceClip(town.context, town.player, { id, scoreId, squadId: town.squad, workAt: 2 });
      return id;
    };
    const create = (clip: string, length: number, cookie = cookies.player) =>
      fetch(`${base}/api/uploads`, {
        method: 'POST',
        headers: { ...tus, cookie, origin: base, 'upload-length': String(length), 'upload-metadata': metadata(clip) },
      });
    const patch = (url: string, offset: number, body: Uint8Array, more: Record<string, string> = {}) =>
      fetch(url, {
        method: 'PATCH',
        headers: {
          ...{ ...tus, cookie: cookies.player, origin: base },
          ...{ 'content-type': 'application/offset+octet-stream', 'upload-offset': String(offset), ...more },
        },
        body: body as BodyInit,
      });
    const upload = async (clip: string, bytes: Uint8Array) => {
      const location = new URL((await create(clip, bytes.length)).headers.get('location') ?? '', base).href;
      return patch(location, 0, bytes);
    };
    const row = (id: string) => town.context.db.select().from(clips).where(eq(clips.id, id)).get();
    const watch = (id: string, cookie: string, headers: Record<string, string> = {}) =>
      fetch(`${base}/api/v1/clips/${id}/file`, { headers: { cookie, ...headers } });

    it('goes on at the byte where a cut connection stopped, and is the same file after', async () => {
      const id = announce();
      const location = new URL((await create(id, file.length)).headers.get('location') ?? '', base).href;
      const half = Math.floor(file.length / 2);
      await patch(location, 0, file.subarray(0, half));
      const head = await fetch(location, { method: 'HEAD', headers: { ...tus, cookie: cookies.player } });
      expect(Number(head.headers.get('upload-offset'))).to.equal(half);
      expect((await patch(location, half, file.subarray(half))).status).to.equal(204);
      expect(row(id)).to.include({ state: 'kept', mediaType: 'video/webm', bytes: file.length });
      const got = Buffer.from(await (await watch(id, cookies.player)).arrayBuffer());
      expect(got.equals(file)).to.equal(true);
    });

    it('is served by ranges to those who may see it, and the views are on record once', async () => {
      const id = announce();
      await upload(id, file);
      const part = await watch(id, cookies.coach, { range: 'bytes=100-199' });
      expect([part.status, (await part.arrayBuffer()).byteLength, part.headers.get('cache-control')]).to.deep.equal([
        206,
        100,
        'private, no-store',
      ]);
      // A part that is not there is told with the length; a file that is not the one somebody had is not sent.
      const beyond = await watch(id, cookies.coach, { range: `bytes=${file.length}-` });
      expect([beyond.status, beyond.headers.get('content-range')]).to.deep.equal([416, `bytes */${file.length}`]);
      expect((await watch(id, cookies.coach, { range: `bytes=${file.length - 1}-` })).status).to.equal(206);
      expect((await watch(id, cookies.coach, { 'if-match': '"another"' })).status).to.equal(412);
      await watch(id, cookies.coach).then((r) => r.arrayBuffer());
      await watch(id, cookies.guardian).then((r) => r.arrayBuffer());
      expect(town.context.db.select().from(clipViews).all()).to.have.length(2);
      expect((await watch(id, cookies.otherPlayer)).status).to.equal(404);
      const nobody = await watch(id, '');
      expect([nobody.status, nobody.headers.get('www-authenticate')]).to.deep.equal([401, 'Session realm="Eager Feet"']);
      expect(reviewQueue(town.context, town.coach, { squad: town.squad }).waiting[0]?.clip).to.deep.equal({
        id,
        seconds: row(id)?.seconds,
        workAt: 2,
        mediaType: 'video/webm',
      });
    });

    it('raises "clip too short" when it is', async () => {
      const long = aScore({ value: 60, seconds: 30 });
      sendGo(town.context, town.player, aGo(town, 0, [long]));
      scoreId = long.id;
      await upload(announce(), file);
      const item = reviewQueue(town.context, town.coach, { squad: town.squad }).waiting.find((one) => one.scoreId === long.id);
      expect(item?.doubts.map((doubt) => doubt.reason)).to.deep.equal(['clip too short']);
    });

    it('speaks its protocol: the version, the type of a part, a method in a header, when it ends, and to no page of others', async () => {
      const id = announce();
      const begun = await create(id, file.length);
      const location = new URL(begun.headers.get('location') ?? '', base).href;
      expect(begun.headers.get('access-control-allow-origin')).to.equal(null);
      expect(new Date(begun.headers.get('upload-expires') ?? '').getTime()).to.be.greaterThan(Date.now() + 23 * 3_600_000);
      const old = await fetch(location, { method: 'HEAD', headers: { 'tus-resumable': '0.2.2', cookie: cookies.player } });
      expect([old.status, old.headers.get('tus-version')]).to.deep.equal([412, '1.0.0']);
      const asText = await fetch(location, {
        method: 'PATCH',
        headers: { ...tus, cookie: cookies.player, origin: base, 'content-type': 'text/plain', 'upload-offset': '0' },
        body: 'x',
      });
      expect(asText.status).to.equal(415);
      const inHeader = await fetch(location, {
        method: 'POST',
        headers: {
          ...{ ...tus, cookie: cookies.player, origin: base, 'x-http-method-override': 'PATCH' },
          ...{ 'content-type': 'application/offset+octet-stream', 'upload-offset': '0' },
        },
        body: file.subarray(0, 1000) as BodyInit,
      });
      expect([inHeader.status, inHeader.headers.get('upload-offset')]).to.deep.equal([204, '1000']);
    });

    it('keeps no part that has not the checksum that was said of it, and goes on from before it', async () => {
      const id = announce();
      const location = new URL((await create(id, file.length)).headers.get('location') ?? '', base).href;
      const [half, rest] = [file.subarray(0, 5000), file.subarray(5000)];
      const sumOf = (algorithm: string, bytes: Uint8Array) => `${algorithm} ${createHash(algorithm).update(bytes).digest('base64')}`;
      const offset = async () =>
        (await fetch(location, { method: 'HEAD', headers: { ...tus, cookie: cookies.player } })).headers.get('upload-offset');
      expect([(await patch(location, 0, half, { 'upload-checksum': sumOf('sha1', half) })).status, await offset()]).to.deep.equal([
        204,
        '5000',
      ]);
      expect([(await patch(location, 5000, rest, { 'upload-checksum': sumOf('sha256', half) })).status, await offset()]).to.deep.equal([
        460,
        '5000',
      ]);
      for (const strange of [sumOf('md5', rest), 'sha256', `sha256 ${createHash('sha1').update(rest).digest('base64')}`, 'sha1 what?'])
        expect([(await patch(location, 5000, rest, { 'upload-checksum': strange })).status, await offset()], strange).to.deep.equal([
          400,
          '5000',
        ]);
      expect((await patch(location, 5000, rest, { 'upload-checksum': sumOf('sha256', rest) })).status).to.equal(204);
      expect(row(id)).to.include({ state: 'kept', bytes: file.length });
      const { headers } = await fetch(`${base}/api/uploads`, { method: 'OPTIONS', headers: { cookie: cookies.player } });
      expect(headers.get('tus-extension')?.split(',')).to.include('checksum');
      expect(headers.get('tus-checksum-algorithm')).to.equal('sha1,sha256');
    });

    it('tells whoever lost the last answer that all of it is here, so that nothing is sent again; nobody else', async () => {
      const id = announce();
      const location = new URL((await create(id, file.length)).headers.get('location') ?? '', base).href;
      const head = (cookie: string, url = location) => fetch(url, { method: 'HEAD', headers: { ...tus, cookie } });
      expect((await head(cookies.player)).headers.get('upload-offset')).to.equal('0');
      expect((await patch(location, 0, file)).status).to.equal(204);
      const after = await head(cookies.player);
      const length = String(file.length);
      expect([after.status, after.headers.get('upload-offset'), after.headers.get('upload-length')]).to.deep.equal([200, length, length]);
      expect((await head(cookies.otherPlayer)).status).to.equal(404);
      expect((await head('')).status).to.equal(401);
      expect((await head(cookies.player, location.replace(id, uuid()))).status).to.equal(404);
    });

    it('sent twice is kept once', async () => {
      const id = announce();
      await upload(id, file);
      const again = await upload(id, file);
      expect([again.status, row(id)?.state]).to.deep.equal([204, 'kept']);
      expect(announceClip(town.context, town.player, { id, scoreId, squadId: town.squad, workAt: 2 }).state).to.equal('kept');
    });

    it('that are no video are refused with a sentence, and nothing is left of them', async () => {
      const id = announce();
      const answer = await upload(id, Buffer.from('this is not a video, whatever it says'));
      expect(answer.status).to.equal(422);
      expect(await answer.text()).to.include('not a video');
      expect(row(id)).to.include({ state: 'refused', fileName: null });
      expect((await create(id, 10)).status).to.equal(422);
    });

    it('that are cut off, empty or noise are refused', async () => {
      for (const bytes of [file.subarray(0, 300), Buffer.alloc(2000, 7)]) {
        expect((await upload(announce(), bytes)).status).to.equal(422);
      }
    });

    it('over 300 MB are refused before a byte is sent', async () => {
      expect((await create(announce(), 301 * 1024 * 1024)).status).to.equal(413);
    });

    it('of somebody else or nobody’s announcing are not taken', async () => {
      const id = announce();
      expect((await create(id, 10, cookies.otherPlayer)).status).to.equal(404);
      expect((await create(uuid(), 10)).status).to.equal(404);
      expect((await create(id, 10, '')).status).to.equal(401);
      const location = new URL((await create(id, file.length)).headers.get('location') ?? '', base).href;
      expect((await patch(location, 0, file, { cookie: cookies.otherPlayer })).status).to.equal(404);
      expect((await fetch(location, { headers: { ...tus, cookie: cookies.player } })).status).to.be.at.least(400);
    });

    it('need a guardian’s yes: without it none is taken, and after a no the coach sees none', async () => {
      const id = announce();
      await upload(id, file);
      sayYes(town, false);
      town.setNow(MONDAY_TEN + 1000);
      sayYes(town, false);
      expect((await watch(id, cookies.coach)).status).to.equal(404);
      expect(reviewQueue(town.context, town.coach, { squad: town.squad }).waiting[0]?.clip).to.equal(null);
      expect((await watch(id, cookies.guardian)).status).to.equal(200);
      expect(await outcome(() => announce())).to.equal('no consent');
    });

    it('are gone from the disk when the guardian deletes one', async () => {
      const id = announce();
      await upload(id, file);
      const { path } = watchClip(town.context, town.guardian, { clip: id });
      expect(statSync(path).size).to.equal(file.length);
      expect(family(town.context, town.guardian).children[0]?.clips.map((clip) => clip.id)).to.deep.equal([id]);
      deleteClip(town.context, town.guardian, { clip: id });
      expect(() => statSync(path)).to.throw();
      expect((await watch(id, cookies.player)).status).to.equal(404);
      expect(family(town.context, town.guardian).children[0]?.clips).to.deep.equal([]);
      expect(row(id)?.deletedBy).to.equal((town.guardian as { userId: string }).userId);
    });

    it('are read by their container: length, kind, one picture track', async () => {
      expect(await inspectClip(CLIP)).to.deep.equal({ mediaType: 'video/webm', extension: 'webm', seconds: 14 });
      expect(await outcome(() => inspectClip('package.json'))).to.equal('clip refused');
    });
  });
});
