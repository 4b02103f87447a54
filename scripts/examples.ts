/** Takes the examples of the published interface from a running demo that may be changed: BASE=http://localhost:4321 npx tsx scripts/examples.ts */
import { writeFileSync } from 'node:fs';
import { v7 as uuid } from 'uuid';
import { contract, type Endpoint } from '../src/contract/index.ts';
import type { MyFeet } from '../src/contract/progress.ts';
import type { ReviewQueue } from '../src/contract/review.ts';
import type { TogetherList, TogetherRow } from '../src/contract/together.ts';
import type { ThisWeek } from '../src/contract/training.ts';
import type { WeekDetail } from '../src/contract/weeks.ts';
import { CONTACT_SCHOOLS } from '../src/core/drills/terms.ts';
import { cookieOf } from '../tests/cookies.ts';

const BASE = process.env.BASE ?? 'http://localhost:4321';
const OUT = 'src/contract/examples.json';
/** Of a list one or two things show what it is of; of a long answer the inner lists have one. */
const MOST = 2;
const LONG = 2500;

type Json = Record<string, unknown>;
const examples: Record<string, { sent?: unknown; answer?: unknown }> = {};

/** A key that is an id of something: properties have no hyphens. */
const isId = (key: string) => key.includes('-') && !(CONTACT_SCHOOLS as readonly string[]).includes(key);

const cut = (value: unknown, most: number): unknown => {
  if (Array.isArray(value)) return value.slice(0, most).map((one) => cut(one, most));
  if (value === null || typeof value !== 'object') return value;
  let ids = 0;
  const few = Object.entries(value).filter(([key]) => !isId(key) || ids++ < most);
  return Object.fromEntries(few.map(([key, one]) => [key, cut(one, most)]));
};
const shown = (value: unknown): unknown => {
  const once = cut(value, MOST);
  return JSON.stringify(once).length > LONG ? cut(value, 1) : once;
};

async function signedIn(path: string, body: Json): Promise<string> {
  const response = await fetch(`${BASE}/api/auth${path}`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  });
  if (!response.ok) throw new Error(`${path}: ${response.status}`);
  examples[`sign-in${path.replaceAll('/', '.')}`] = { sent: body };
  return cookieOf(response);
}
const PASSWORD = 'quillhaven-demo';
const cookies = {
  coach: await signedIn('/sign-in/email', { email: 'coach@lanternfish.example', password: PASSWORD }),
  guardian: await signedIn('/sign-in/email', { email: 'family@lanternfish.example', password: PASSWORD }),
  player: await signedIn('/sign-in/squad', { code: 'LANTERN', nickname: 'Comet', pin: '2468' }),
};
type Who = keyof typeof cookies;

/** Asks one address of the contract, and keeps what was sent and answered. */
async function ask<T>(who: Who, name: string, params: Record<string, string> = {}, body?: Json): Promise<T> {
  const [area = '', own = ''] = name.split('.');
  const endpoint = (contract as unknown as Record<string, Record<string, Endpoint>>)[area]?.[own];
  if (!endpoint) throw new Error(`There is no ${name}.`);
  const left = { ...params };
  const path = endpoint.path.replaceAll(/\{([^}]+)\}/g, (_, key: string) => {
    const value = left[key];
    delete left[key];
    return value ?? '';
  });
  const query = new URLSearchParams(left).toString();
  const response = await fetch(`${BASE}/api/v1${path}${query ? `?${query}` : ''}`, {
    method: endpoint.method,
    headers: { cookie: cookies[who], ...(body ? { 'content-type': 'application/json' } : {}) },
    ...(body ? { body: JSON.stringify(body) } : {}),
  });
  const answer = (await response.json()) as T;
  if (!response.ok) throw new Error(`${name}: ${response.status} ${JSON.stringify(answer)}`);
  examples[name] = { ...(body ? { sent: shown(body) } : {}), answer: shown(answer) };
  return answer;
}

const { squads } = await ask<{ squads: { id: string }[] }>('coach', 'accounts.me');
const squad = { squad: squads[0]?.id ?? '' };
const week = await ask<ThisWeek>('player', 'go.thisWeek');
const player = { player: week.playerId };
if (!week.week) throw new Error('No week is open.');
const open = { week: week.week.id };
const session = week.week.content.sessions.find(({ blocks }) =>
  blocks.some(({ items }) => items.some((one) => one.drillId === 'inside-taps')),
);
const item = session?.blocks.flatMap(({ items }) => items).find((one) => one.drillId === 'inside-taps');
if (!session || !item) throw new Error('The open week has no inside taps.');

// A visit, and what comes of it.
const [runId, goId, scoreId] = [uuid(), uuid(), uuid()];
const now = Date.now();
await ask(
  'player',
  'go.sendRun',
  {},
  {
    ...{ id: runId, revisionId: week.week.revisionId, sessionId: session.id, startedAt: now - 60_000, sentAt: now },
    events: [{ type: 'start', at: now - 60_000 }],
  },
);
await ask(
  'player',
  'go.sendGo',
  {},
  {
    ...{ goId, revisionId: week.week.revisionId, sessionId: session.id, itemId: item.id, round: 0, runId, doneAt: now, sentAt: now },
    scores: [{ id: scoreId, foot: 'both', value: 23, faults: 0, seconds: 30, clocked: true, parts: null }],
  },
);
await ask('player', 'go.heardBefore');
const feet = await ask<MyFeet>('player', 'progress.myFeet');
await ask('player', 'accounts.signIns');
await ask('guardian', 'accounts.news');

await ask('coach', 'squad.today', squad);
await ask('coach', 'squad.register', squad);
const queue = await ask<ReviewQueue>('coach', 'review.queue', squad);
if (queue.more) await ask('coach', 'review.waitingAfter', { ...squad, after: queue.more });
await ask('coach', 'bench.item', { score: queue.waiting.find(({ clip }) => clip)?.scoreId ?? scoreId });
await ask(
  'coach',
  'review.decide',
  { score: scoreId },
  {
    ...{ id: uuid(), verdict: 'counted', value: null, reason: null, line: 'Quick feet, and on your toes.', cues: [] },
  },
);
await ask('coach', 'progress.player', { ...squad, ...player });
await ask('coach', 'progress.scores', { ...squad, ...player });
await ask('coach', 'progress.history', { ...squad, ...player });
await ask('coach', 'progress.curve', { ...squad, ...player, key: feet.drills[0]?.key ?? '' });

await ask('coach', 'drills.shelf', squad);
await ask('coach', 'weeks.list', squad);
const made = await ask<WeekDetail>('coach', 'weeks.make', squad, { id: uuid(), fromWeek: open.week });
await ask('coach', 'weeks.save', { week: made.id }, { draft: made.draft, plan: made.plan as unknown as Json });
await ask('coach', 'weeks.open', { week: made.id });
await ask('coach', 'weeks.release', { week: made.id }, { when: { kind: 'now' } });
for (const name of ['weeks.facts', 'weeks.steps', 'numbers.squad', 'weeks.exportWeek']) await ask('coach', name, open);
await ask('coach', 'weeks.preview', { ...open, ...player });
for (const name of [
  ...['weeks.templates', 'weeks.feeds', 'season.sheet', 'season.file', 'paper.lists', 'people.list', 'people.others'],
  ...['tables.ground', 'tables.tables', 'tables.compare', 'tables.calibration', 'rules.read', 'post.list', 'post.preview'],
  ...['keeping.mentions', 'keeping.read', 'accounts.squadNews', 'people.thrownAway', 'drills.exportDrills'],
])
  await ask('coach', name, squad);

const { films } = await ask<{ films: { id: string }[] }>('coach', 'films.list', squad);
if (films[0]) await ask('coach', 'films.state', { film: films[0].id });
if (feet.clips[0]) await ask('player', 'go.clip', { clip: feet.clips[0].id });

await ask('guardian', 'squad.family');
for (const name of ['accounts.childSignIns', 'invitations.familyLinks', 'keys.read', 'keeping.deletion'])
  await ask('guardian', name, player);
await ask('guardian', 'squad.consent', player, { id: uuid(), kind: 'clips', yes: true, textVersion: 1 });

// A live evening, opened, joined and led.
const { sources } = await ask<TogetherList>('coach', 'together.list', squad);
const source = sources[0];
if (!source) throw new Error('The demo has no released session.');
const itemIds = source.session.blocks.flatMap((block) => block.items).map((item) => item.id);
const opened = { id: uuid(), revisionId: source.revisionId, sessionId: source.session.id, itemIds, startsAt: null };
const { id: evening, code } = await ask<TogetherRow>('coach', 'together.open', squad, opened);
await ask('coach', 'together.say', { evening }, { id: uuid(), type: 'go', go: 0 });
await ask('coach', 'together.lead', { evening });
await ask('player', 'together.byCode', { code });
await ask('player', 'together.join', { evening });
await ask('player', 'together.here', { evening }, { doing: 'ready' });
await ask('player', 'together.time');
await ask('coach', 'together.say', { evening }, { id: uuid(), type: 'end', go: null });

const sorted = Object.fromEntries(Object.entries(examples).sort(([a], [b]) => (a < b ? -1 : 1)));
writeFileSync(OUT, `${JSON.stringify(sorted, null, 2)}\n`);
console.log(`${Object.keys(sorted).length} operations, ${Math.round(JSON.stringify(sorted).length / 1000)} kB`);
