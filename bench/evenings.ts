/**
 * Live evenings under load, on the machine it is run on: 20 rooms of 15 players and a coach each, every device on a line of its own. The coach
 * begins a go every so many seconds, everybody sends a log and a number after it; in the middle the server is killed (kill -9) and started again.
 * Says how long after the server's time each word of a coach was heard, how much memory the server has, and whether any word or number was lost.
 * `npm run bench:evenings` (900 seconds: thirty goes of half a minute); `-- 480 12` for 480 seconds with a go every 12.
 */
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { type ClientRequest, get, type IncomingMessage } from 'node:http';
import { cpus, tmpdir } from 'node:os';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { v7 as uuid } from 'uuid';
import type { JoinPage, TogetherList } from '../src/contract/together.ts';
import { chance } from '../src/core/chance.ts';
import type { Command } from '../src/core/together/squad-clock.ts';
import { cookieOf } from '../tests/cookies.ts';
import { startServer, stopServer } from '../tests/started.ts';
import { manySquads, PASSWORD, PIN } from './many-squads.ts';

const SECONDS = Number(process.argv[2] ?? 900);
const [SQUADS, PLAYERS] = [20, 15];
/** A go with its lead-in, half a minute of work and its numbers takes longer than this. */
const GO_S = Number(process.argv[3] ?? 30);
const PORT = 4498;
const BASE = `http://localhost:${PORT}`;
const RETRY_MS = 1000;
const random = chance(20_261_130);
const dataDir = mkdtempSync(join(tmpdir(), 'eager-feet-evenings-'));
const squads = await manySquads(dataDir, { squads: SQUADS, players: PLAYERS, goes: 6, prefix: 'ROOM' });
// Each device has an address of its own, as behind a proxy.
const start = () => startServer(PORT, dataDir, false, { REQUESTS_PER_MINUTE: '1000000', PROXY_ADDRESSES: '127.0.0.1,::1' });
let server = await start();
const pause = (ms: number) => new Promise((done) => setTimeout(done, ms));

interface Device {
  cookie: string;
  from: string;
}
let devices = 0;
const wrong: string[] = [];
async function ask(device: Device | null, path: string, body?: unknown): Promise<Response> {
  const from = device?.from ?? `10.1.${devices >> 8}.${devices & 255}`;
  return fetch(BASE + path, {
    method: body === undefined ? 'GET' : 'POST',
    headers: {
      origin: BASE,
      cookie: device?.cookie ?? '',
      'x-forwarded-for': from,
      ...(body === undefined ? {} : { 'content-type': 'application/json' }),
    },
    ...(body === undefined ? {} : { body: JSON.stringify(body) }),
  });
}
async function signIn(path: string, body: object): Promise<Device> {
  const from = `10.1.${++devices >> 8}.${devices & 255}`;
  return { cookie: cookieOf(await ask({ cookie: '', from }, `/api/auth${path}`, body)), from };
}
/** Asks until there is an answer, as a device does with what it has to send. */
async function surely(device: Device, path: string, body: unknown): Promise<void> {
  for (;;) {
    const answer = await ask(device, path, body).catch(() => null);
    // An answer that breaks off is no answer: it is sent again, and changes nothing.
    if (answer?.ok && (await answer.text().catch(() => null)) !== null) return;
    if (answer && !answer.ok && answer.status < 500 && answer.status !== 429)
      return void wrong.push(`${path}: ${answer.status} ${await answer.text()}`);
    await pause(RETRY_MS);
  }
}

/** How late words were heard, and how late those said within some seconds of the server's second start, which is cold. */
const delays: number[] = [];
const cold: number[] = [];
const COLD_MS = 15_000;
let killedAt = Number.POSITIVE_INFINITY;
let backAt = Number.NEGATIVE_INFINITY;

/** A device's line to an evening: comes back after a second with the last it heard. */
function line(device: Device, evening: string) {
  const heard: number[] = [];
  let request: ClientRequest | null = null;
  let open = true;
  let bytes = 0;
  const take = (frame: string) => {
    bytes += frame.length;
    if (!frame.includes('event: command')) return;
    const said = JSON.parse(frame.slice(frame.indexOf('data: ') + 6)) as Command;
    heard.push(said.seq);
    // What was said while nobody could hear it is no measure of how fast it is told.
    if (said.at < killedAt - 2000 || said.at > backAt + COLD_MS) delays.push(Date.now() - said.at);
    else if (said.at > backAt) cold.push(Date.now() - said.at);
  };
  const connect = () => {
    const again = () => {
      if (open) setTimeout(connect, RETRY_MS);
    };
    const last = heard.at(-1) ?? 0;
    request = get(
      `${BASE}/api/v1/together/${evening}/events`,
      {
        headers: { cookie: device.cookie, 'x-forwarded-for': device.from, ...(last > 0 ? { 'last-event-id': String(last) } : {}) },
        agent: false,
      },
      (response: IncomingMessage) => {
        let left = '';
        response.setEncoding('utf8');
        response.on('data', (chunk: string) => {
          const frames = (left + chunk).split('\n\n');
          left = frames.pop() ?? '';
          for (const frame of frames) take(frame);
        });
        response.on('close', again);
        response.on('error', () => {});
      },
    );
    request.on('error', again);
  };
  connect();
  return {
    heard,
    bytes: () => bytes,
    close() {
      open = false;
      request?.destroy();
    },
  };
}

interface Room {
  evening: string;
  coach: Device;
  goes: number;
  said: number[];
  lines: ReturnType<typeof line>[];
  players: { device: Device; page: JoinPage }[];
}
const rooms: Room[] = [];
for (const squad of squads) {
  const coach = await signIn('/sign-in/email', { email: squad.mail, password: PASSWORD });
  const { sources } = (await (await ask(coach, `/api/v1/squads/${squad.id}/together`)).json()) as TogetherList;
  const source = sources[0];
  if (!source) throw new Error('no released session');
  const itemIds = source.session.blocks.flatMap((block) => block.items).map((item) => item.id);
  const evening = uuid();
  const opened = { id: evening, revisionId: source.revisionId, sessionId: source.session.id, itemIds, startsAt: null };
  await surely(coach, `/api/v1/squads/${squad.id}/together`, opened);
  const room: Room = { evening, coach, goes: itemIds.length, said: [], lines: [line(coach, evening)], players: [] };
  for (const nickname of squad.players) {
    const device = await signIn('/sign-in/squad', { code: squad.code, nickname, pin: PIN });
    room.players.push({ device, page: (await (await ask(device, `/api/v1/together/${evening}/visit`)).json()) as JoinPage });
    room.lines.push(line(device, evening));
  }
  rooms.push(room);
}

const sent: string[] = [];
/** A player's log and number of a go, some seconds after it began. */
async function work({ device, page }: Room['players'][number], room: Room, seq: number, go: number): Promise<void> {
  await surely(device, `/api/v1/together/${room.evening}/here`, { doing: 'with' });
  await pause(3000 + 5000 * random.next());
  const { visit, evening } = page;
  const item = evening.session.blocks.flatMap((block) => block.items)[go];
  if (!visit.week || !item) throw new Error('no item');
  const now = Date.now();
  const place = { playerId: visit.playerId, revisionId: visit.week.revisionId, sessionId: evening.session.id, togetherId: room.evening };
  const runId = uuid();
  const events = [
    { type: 'start', at: now - 60_000 },
    { type: 'join', at: now - 50_000, index: go * 4 + 1, ranMs: 0, seq, anew: true },
    { type: 'done', at: now },
  ];
  await surely(device, '/api/v1/go/runs', { ...place, id: runId, startedAt: now - 60_000, sentAt: Date.now(), events });
  const id = uuid();
  const score = { id, foot: 'both', value: 30 + Math.floor(30 * random.next()), faults: 0, seconds: 30, clocked: true, parts: null };
  const numbers = { ...place, goId: uuid(), itemId: item.id, round: 0, runId, doneAt: now, scores: [score] };
  await surely(device, '/api/v1/go/scores', numbers);
  sent.push(id);
}

const end = Date.now() + SECONDS * 1000;
const began = Date.now();
const working: Promise<void>[] = [];
async function lead(room: Room): Promise<void> {
  await pause(GO_S * 1000 * random.next());
  for (let n = 0; Date.now() < end - GO_S * 1000; n++) {
    const go = n % room.goes;
    const id = uuid();
    for (let seq = 0; seq === 0; ) {
      const answer = await ask(room.coach, `/api/v1/together/${room.evening}/commands`, { id, type: 'go', go }).catch(() => null);
      const said = answer?.ok ? ((await answer.json().catch(() => null)) as Command | null) : null;
      if (said) seq = said.seq;
      else await pause(RETRY_MS);
      if (seq > 0) {
        room.said.push(seq);
        for (const player of room.players) working.push(work(player, room, seq, go).catch((error) => void wrong.push(String(error))));
      }
    }
    await pause(GO_S * 1000 * (0.9 + 0.2 * random.next()));
  }
}
const memory: { at: number; mb: number }[] = [];
const look = setInterval(() => {
  try {
    const kb = Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${server.pid}/status`, 'utf8'))?.[1]);
    if (kb > 0) memory.push({ at: (Date.now() - began) / 1000, mb: kb / 1024 });
  } catch {
    // Between two lives of the server.
  }
}, 5000);
async function killInTheMiddle(): Promise<void> {
  await pause(SECONDS * 500);
  killedAt = Date.now();
  const ended = new Promise((resolve) => server.once('exit', resolve));
  server.kill('SIGKILL');
  await ended;
  server = await start();
  await pause(2 * RETRY_MS);
  backAt = Date.now();
}
await Promise.all([...rooms.map(lead), killInTheMiddle()]);
await Promise.all(working);
await pause(3000);
clearInterval(look);
const perDevice = rooms.flatMap((room) => room.lines.map((one) => one.bytes())).reduce((sum, n) => sum + n, 0) / (SQUADS * (PLAYERS + 1));
let missed = 0;
for (const room of rooms) for (const one of room.lines) if (one.heard.join() !== room.said.join()) missed++;
for (const room of rooms) for (const one of room.lines) one.close();
await stopServer(server);
const db = new Database(join(dataDir, 'eager-feet.sqlite'), { readonly: true });
const kept = new Set(db.prepare('select id from scores').pluck().all() as string[]);
db.close();
rmSync(dataDir, { recursive: true, force: true });
const at = (list: readonly number[], share: number) =>
  [...list].sort((a, b) => a - b)[Math.min(list.length - 1, Math.floor(list.length * share))];
const since = memory.filter((one) => one.at > SECONDS * 0.6);
const words = rooms.reduce((sum, room) => sum + room.said.length, 0);
console.log(
  `Live evenings: ${SQUADS} rooms, ${SQUADS * PLAYERS} players, ${cpus().length} cores, ${SECONDS} s, killed after ${SECONDS / 2} s.`,
);
console.log('\n| what | figure |\n|---|---|');
console.log(`| words of coaches, and heard by devices | ${words}, ${delays.length + cold.length} |`);
console.log(
  `| heard after: middle, 95 of 100, 99 of 100, longest | ${[0.5, 0.95, 0.99, 1].map((share) => at(delays, share)).join(', ')} ms |`,
);
console.log(`| in the first ${COLD_MS / 1000} s after the kill | ${[0.5, 0.95, 0.99, 1].map((share) => at(cold, share)).join(', ')} ms |`);
console.log(`| devices that missed a word, or heard one twice | ${missed} |`);
console.log(`| numbers sent, and not kept | ${sent.length}, ${sent.filter((id) => !kept.has(id)).length} |`);
console.log(
  `| memory of the server: at first after the kill, at last, most | ${since[0]?.mb.toFixed(0)}, ${since.at(-1)?.mb.toFixed(0)}, ${Math.max(...memory.map((one) => one.mb)).toFixed(0)} MB |`,
);
console.log(`| told to each device | ${(perDevice / 1024).toFixed(0)} kB |`);
if (wrong.length > 0) console.log(`\nNot as meant: ${wrong.length}, such as ${[...new Set(wrong)].slice(0, 3).join(' · ')}`);
process.exit(0);
