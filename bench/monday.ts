/**
 * A Monday evening in one house, on the machine it is run on: 20 squads of 15 players, all in a visit at once, their 20 coaches reviewing,
 * 40 clips an hour. The built server answers over HTTP; players and coaches are asked for from this process on the same machine.
 * Says for each kind of request how long it took, and whether every number that was accepted is kept.
 * `npm run bench:monday` prints a table in Markdown; `-- 600` goes on for 600 seconds (180), `-- 600 40` with 40 squads (20) and twice the clips.
 */
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { cpus, tmpdir } from 'node:os';
import { join } from 'node:path';
import { inArray } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import type { ReviewQueue } from '../src/contract/review.ts';
import type { ThisWeek } from '../src/contract/training.ts';
import { chance } from '../src/core/chance.ts';
import { createContext } from '../src/server/context.ts';
import { readConfig } from '../src/server/platform/config.ts';
import { scores } from '../src/server/platform/db/schema.ts';
import { cookieOf } from '../tests/cookies.ts';
import { startServer, stopServer } from '../tests/started.ts';
import { manySquads, PASSWORD, PIN } from './many-squads.ts';

const SECONDS = Number(process.argv[2] ?? 180);
const SQUADS = Number(process.argv[3] ?? 20);
const PLAYERS = 15;
const CLIPS_AN_HOUR = 2 * SQUADS;
const PORT = 4497;
const BASE = `http://localhost:${PORT}`;
/** A player's phone sends a number about so often, a coach decides one, and looks at one closely. */
const [GO_S, DECISION_S, LOOK_S] = [25, 6, 18];
/** A visit has so many numbers: ten minutes. Everybody is somewhere in one when it begins; who ends one looks at the numbers and begins another. */
const GOES = 24;
/** Coaches sit down within so long. */
const COMING_S = 30;

const random = chance(20_261_130);
const dataDir = mkdtempSync(join(tmpdir(), 'eager-feet-monday-'));
const squads = await manySquads(dataDir, { squads: SQUADS, players: PLAYERS, goes: GOES, prefix: 'MONDAY' });

const server = await startServer(PORT, dataDir, false, { REQUESTS_PER_MINUTE: '1000000' });

const took = new Map<string, number[]>();
const wrong: string[] = [];

async function ask(
  kind: string,
  path: string,
  init: { cookie: string; method?: string; body?: unknown; headers?: Record<string, string> },
) {
  const { cookie, method = init.body === undefined ? 'GET' : 'POST', body, headers = {} } = init;
  const isBytes = body instanceof Uint8Array;
  const from = performance.now();
  const answer = await fetch(BASE + path, {
    method,
    headers: { cookie, origin: BASE, ...(body === undefined || isBytes ? {} : { 'content-type': 'application/json' }), ...headers },
    ...(body === undefined ? {} : { body: isBytes ? (body as BodyInit) : JSON.stringify(body) }),
  });
  const text = await answer.text();
  const list = took.get(kind) ?? [];
  list.push(performance.now() - from);
  took.set(kind, list);
  if (!answer.ok) wrong.push(`${kind}: ${answer.status} ${text.slice(0, 200)}`);
  return { answer, text };
}

async function signIn(path: string, body: object): Promise<string> {
  const { answer } = await ask('sign in', `/api/auth${path}`, { cookie: '', body });
  return cookieOf(answer);
}

/** A player whose phone has the week already. */
interface Playing {
  cookie: string;
  before: string;
}
const people: { squad: (typeof squads)[number]; coach: string; players: Playing[] }[] = [];
for (const squad of squads) {
  const coach = await signIn('/sign-in/email', { email: squad.mail, password: PASSWORD });
  const players: Playing[] = [];
  for (const nickname of squad.players) {
    const cookie = await signIn('/sign-in/squad', { code: squad.code, nickname, pin: PIN });
    players.push({ cookie, before: (await ask('before', '/api/v1/go/this-week', { cookie })).text });
  }
  people.push({ squad, coach, players });
}

let end = Number.POSITIVE_INFINITY;
const pause = (seconds: number) => new Promise((done) => setTimeout(done, seconds * 1000));
/** As people do it: not all at once, and not evenly. */
const about = (seconds: number) => pause(seconds * (0.6 + 0.8 * random.next()));
const accepted: string[] = [];
const CLIP = readFileSync(join('src', 'demo', 'clips', 'step-overs-a.webm'));
let clipsSent = 0;
const clipIsDue = () => clipsSent < ((SECONDS - (end - Date.now()) / 1000) * CLIPS_AN_HOUR) / 3600;

async function sendClip(cookie: string, squadId: string, scoreId: string): Promise<void> {
  clipsSent++;
  const id = uuid();
  await ask('announce a clip', '/api/v1/go/clips', { cookie, body: { id, scoreId, squadId, workAt: 2 } });
  const tus = { 'tus-resumable': '1.0.0' };
  const { answer } = await ask('begin an upload', '/api/uploads', {
    ...{ cookie, method: 'POST' },
    headers: { ...tus, 'upload-length': String(CLIP.length), 'upload-metadata': `clip ${Buffer.from(id).toString('base64')}` },
  });
  const location = answer.headers.get('location') ?? '';
  await ask('send a clip', location, {
    ...{ cookie, method: 'PATCH', body: new Uint8Array(CLIP) },
    headers: { ...tus, 'content-type': 'application/offset+octet-stream', 'upload-offset': '0' },
  });
}

async function visit({ cookie, before }: Playing, squadId: string, mayFilm: boolean): Promise<void> {
  // The first visit began before: its pages were asked for then.
  let first = random.whole(0, GOES - 1);
  await about(GO_S);
  for (let visits = 0; Date.now() < end; visits++) {
    if (visits > 0) {
      await ask('page: This week', '/week', { cookie });
      await ask('this week', '/api/v1/go/this-week', { cookie });
    }
    const { week } = JSON.parse(before) as ThisWeek;
    const session = week?.content.sessions[0];
    if (!week || !session) throw new Error('No week is open.');
    if (visits > 0) await ask('page: a session', `/go/${session.id}`, { cookie });
    const runId = uuid();
    const startedAt = Date.now();
    const events: object[] = [{ type: 'start', at: startedAt }];
    for (const item of session.blocks.flatMap(({ items }) => items).slice(first)) {
      await about(GO_S);
      if (Date.now() >= end) return;
      const now = Date.now();
      const id = uuid();
      const run = { id: runId, revisionId: week.revisionId, sessionId: session.id, startedAt, sentAt: now, events };
      await ask('send a run', '/api/v1/go/runs', { cookie, body: run });
      const value = Math.round(30 + 20 * random.next());
      const { answer } = await ask('send a number', '/api/v1/go/scores', {
        cookie,
        body: {
          ...{
            goId: uuid(),
            revisionId: week.revisionId,
            sessionId: session.id,
            itemId: item.id,
            round: 0,
            runId,
            doneAt: now,
            sentAt: now,
          },
          scores: [{ id, foot: 'both', value, faults: 0, seconds: 30, clocked: false, parts: null }],
        },
      });
      if (answer.ok) accepted.push(id);
      if (answer.ok && mayFilm && clipIsDue()) await sendClip(cookie, squadId, id);
    }
    first = 0;
    await ask('page: My feet', '/feet', { cookie });
  }
}

async function review(cookie: string, squadId: string): Promise<void> {
  await pause(COMING_S * random.next());
  await ask('page: Today', `/coach/${squadId}/today`, { cookie });
  let looked = Date.now();
  while (Date.now() < end) {
    await ask('page: Review', `/coach/${squadId}/review`, { cookie });
    const { text } = await ask('the queue', `/api/v1/squads/${squadId}/review`, { cookie });
    for (const { scoreId } of (JSON.parse(text) as ReviewQueue).waiting) {
      await about(DECISION_S);
      if (Date.now() >= end) return;
      if (Date.now() - looked > LOOK_S * 1000) {
        looked = Date.now();
        await ask('one score', `/api/v1/scores/${scoreId}/bench`, { cookie });
      }
      const decision = { id: uuid(), verdict: 'counted', value: null, reason: null, line: null, cues: [] };
      await ask('decide', `/api/v1/scores/${scoreId}/decisions`, { cookie, body: decision });
    }
    await about(DECISION_S);
  }
}

end = Date.now() + SECONDS * 1000;
await Promise.all(
  people.flatMap(({ squad, coach, players }) => [
    review(coach, squad.id),
    ...players.map((playing, i) => visit(playing, squad.id, i === 0)),
  ]),
);
await stopServer(server);

const { db } = createContext(readConfig({ DATA_DIR: dataDir }), Date.now, 'silent');
const kept = new Set<string>();
for (let i = 0; i < accepted.length; i += 500)
  for (const { id } of db
    .select({ id: scores.id })
    .from(scores)
    .where(inArray(scores.id, accepted.slice(i, i + 500)))
    .all())
    kept.add(id);
db.$client.close();
rmSync(dataDir, { recursive: true, force: true });

const at = (list: readonly number[], share: number) =>
  [...list].sort((a, b) => a - b)[Math.min(list.length - 1, Math.floor(list.length * share))] ?? 0;
const rows = [...took].filter(([kind]) => kind !== 'sign in' && kind !== 'before');
const all = rows.flatMap(([, list]) => list);
console.log(
  `${SQUADS * PLAYERS} players, ${SQUADS} coaches, ${clipsSent} clips in ${SECONDS} s, ${cpus().length} cores (asked from the same machine): ${(all.length / SECONDS).toFixed(1)} requests a second.\n`,
);
console.log('| request | how many | middle, ms | 95 of 100, ms | longest, ms |\n|---|---|---|---|---|');
for (const [kind, list] of [...rows, ['all', all] as const])
  console.log(`| ${kind} | ${list.length} | ${at(list, 0.5).toFixed(0)} | ${at(list, 0.95).toFixed(0)} | ${at(list, 1).toFixed(0)} |`);
console.log(
  `\n${accepted.length} numbers accepted, ${accepted.filter((id) => !kept.has(id)).length} of them not kept; ${wrong.length} answers that were none.`,
);
for (const one of wrong.slice(0, 5)) console.log(`- ${one}`);
