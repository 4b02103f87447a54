/**
 * Whether answer times tell who exists: 500 wrong tries on somebody there and 500 on nobody, in changing order, for each way in.
 * Reported as z of the two middles (the slowest and quickest twentieth left out); under 3 they cannot be told apart.
 * `npm run bench:answers -- [tries]`
 */
import { randomUUID } from 'node:crypto';
import Database from 'better-sqlite3';
import { mean, sampleVariance } from 'simple-statistics';
import { setAppContext } from '../src/server/context.ts';
import { signInRoute } from '../src/server/wiring/sign-in-route.ts';
import { openTown } from '../tests/server/make.ts';

const TRIES = Number(process.argv[2] ?? 500);

const town = await openTown();
setAppContext(town.context);
const counts = new Database(town.context.config.limitsFile);

/** How long one answer took, ms, asked from an address of its own and with no try counted before. */
async function timed(path: string, body: object, i: number): Promise<number> {
  counts.exec('delete from counts');
  const request = new Request(`http://localhost/api/auth${path}`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', 'x-eager-feet-address': `10.${i >> 8}.${i & 255}.7` },
    body: JSON.stringify(body),
  });
  const from = performance.now();
  await (await signInRoute(request)).arrayBuffer();
  return performance.now() - from;
}

const nobody = () => `${randomUUID()}@town.example`;
const ways: [string, string, (there: boolean) => object][] = [
  ['a new password', '/request-password-reset', (there) => ({ email: there ? 'comets@town.example' : nobody() })],
  [
    'signing in by e-mail',
    '/sign-in/email',
    (there) => ({ email: there ? 'fennel@town.example' : nobody(), password: 'not the password at all' }),
  ],
  [
    'signing in with a squad’s code',
    '/sign-in/squad',
    (there) => ({ code: 'LANTERN', nickname: there ? 'Comet' : randomUUID().slice(0, 8), pin: '7391' }),
  ],
];

console.log(`Node ${process.version}; ${TRIES} + ${TRIES} tries\n\n| way | there, ms | nobody, ms | z |\n|---|---|---|---|`);
for (const [name, path, bodyFor] of ways) {
  const times: Record<'there' | 'nobody', number[]> = { there: [], nobody: [] };
  for (let i = 0; i < 20; i++) await timed(path, bodyFor(i % 2 === 0), i);
  for (let i = 0; i < TRIES; i++)
    for (const there of i % 2 ? [true, false] : [false, true]) times[there ? 'there' : 'nobody'].push(await timed(path, bodyFor(there), i));
  const cut = Math.floor(TRIES / 20);
  const [a, b] = [times.there, times.nobody].map((list) => list.toSorted((x, y) => x - y).slice(cut, TRIES - cut)) as [number[], number[]];
  const z = Math.abs(mean(a) - mean(b)) / Math.sqrt(sampleVariance(a) / a.length + sampleVariance(b) / b.length);
  console.log(`| ${name} | ${mean(a).toFixed(1)} | ${mean(b).toFixed(1)} | ${z.toFixed(1)} |`);
}
counts.close();
town.close();
