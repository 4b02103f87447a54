/**
 * Whether anything stops the others in a large house: a squad of 200 players after 80 weeks behind the built server, each endpoint that
 * reads much asked while a small file and the health address are asked all the time, and the delay of the server's event loop read from its own
 * histogram. `SEASON_DIR=/tmp/season npm run bench:season` makes the house once; `npm run bench:blocking -- /tmp/season` measures it.
 */
import { spawn } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { cpus } from 'node:os';
import { fileURLToPath } from 'node:url';
import { cookieOf } from '../tests/cookies.ts';

const PORT = 4470;
const base = `http://localhost:${PORT}`;
const dataDir = process.argv[2];
if (!dataDir) throw new Error('Say where the house lies: npm run bench:blocking -- FOLDER');

const of = (file: string) => fileURLToPath(new URL(file, import.meta.url));
const server = spawn('node', ['--import', of('loop-delay.mjs'), of('../server.mjs')], {
  env: {
    ...process.env,
    PORT: String(PORT),
    DATA_DIR: dataDir,
    REQUESTS_PER_MINUTE: '100000',
    TODAY: new Date().toISOString().slice(0, 10),
  },
  stdio: ['ignore', 'pipe', 'inherit', 'ipc'],
});
await new Promise<void>((open, failed) => {
  server.once('exit', (code) => failed(new Error(`The server ended with ${code}.`)));
  server.stdout?.on('data', (words: Buffer) => String(words).includes('Eager Feet is open') && open());
});
interface Delay {
  max: number;
  p99: number;
}
/** The event loop's delay since it was last asked for, in ms. */
const delay = () =>
  new Promise<Delay>((resolve) => {
    server.once('message', (said) => resolve(said as Delay));
    server.send('delay');
  });
const memory = () => Number(/VmRSS:\s+(\d+) kB/.exec(readFileSync(`/proc/${server.pid}/status`, 'utf8'))?.[1]) / 1024;

const signedIn = await fetch(`${base}/api/auth/sign-in/email`, {
  method: 'POST',
  headers: { 'content-type': 'application/json', origin: base },
  body: JSON.stringify({ email: 'coach@big.example', password: 'a long enough password' }),
});
const cookie = cookieOf(signedIn);
const ask = async (path: string) => {
  const answer = await fetch(base + path, { headers: { cookie } });
  return { status: answer.status, bytes: (await answer.arrayBuffer()).byteLength };
};
const me = (await (await fetch(`${base}/api/v1/me`, { headers: { cookie } })).json()) as { squads: { id: string }[] };
const squad = me.squads[0]?.id ?? '';
const register = (await (await fetch(`${base}/api/v1/squads/${squad}/register`, { headers: { cookie } })).json()) as {
  players: { id: string }[];
};
const player = register.players[17]?.id ?? '';
const ofSquad = `/api/v1/squads/${squad}`;
const paths: [string, string][] = [
  ['today', `${ofSquad}/today`],
  ['register', `${ofSquad}/register`],
  ['review', `${ofSquad}/review`],
  ['player page', `${ofSquad}/players/${player}`],
  ['player history', `${ofSquad}/players/${player}/history`],
  ['fair numbers', `${ofSquad}/calibration`],
  ['two weeks', `${ofSquad}/compare`],
  ['not there yet', `${ofSquad}/ground`],
  ['tables', `${ofSquad}/tables`],
  ['people', `${ofSquad}/people`],
  ['post', `${ofSquad}/post`],
  ['post, preview', `${ofSquad}/post/preview`],
  ['weeks', `${ofSquad}/weeks`],
  ['scores.csv', `${ofSquad}/scores.csv`],
  ['records.csv', `${ofSquad}/records.csv`],
  ['streaks.csv', `${ofSquad}/streaks.csv`],
  ['recounts.csv', `${ofSquad}/recounts.csv`],
];
const WARM_UP = 6;
// What is asked all day has been compiled by the engine; a restart pays that once.
for (let i = 0; i < WARM_UP; i++) for (const [, path] of paths.slice(0, 4)) await ask(path);
console.log(`Node ${process.version}, ${cpus().length} cores\n`);
console.log(
  '| what | ms | kB | longest stop of the event loop, ms | slowest small file beside it, ms | memory more, MB |\n|---|---|---|---|---|---|',
);
for (const [name, path] of paths) {
  await ask(path);
  await delay();
  const before = memory();
  let most = before;
  let slowest = 0;
  let running = true;
  const beside = (async () => {
    while (running) {
      const from = performance.now();
      await ask('/icon.svg');
      await ask('/health');
      slowest = Math.max(slowest, (performance.now() - from) / 2);
      most = Math.max(most, memory());
      await new Promise((done) => setTimeout(done, 5));
    }
  })();
  const from = performance.now();
  const { status, bytes } = await ask(path);
  const took = performance.now() - from;
  running = false;
  await beside;
  const { max } = await delay();
  console.log(
    `| ${name}${status === 200 ? '' : ` (${status})`} | ${took.toFixed(0)} | ${(bytes / 1024).toFixed(0)} | ${max.toFixed(0)} | ${slowest.toFixed(0)} | ${Math.max(0, most - before).toFixed(0)} |`,
  );
}
server.kill('SIGTERM');
