/**
 * The main views in the usual lab tool (Lighthouse), against a demo that is running: `npm run demo`, then in another terminal
 * `npm run bench:lab`. The tool is fetched by npx when it is not there; it needs Chromium (CHROME_PATH). Players' and families' views are
 * measured as on a phone in the middle of the market, the desk's as on a computer. Each is run three times, and the middle one is told.
 */
import { execFile } from 'node:child_process';
import { promisify } from 'node:util';
import { cookieOf } from '../tests/cookies.ts';

const base = process.env.BASE ?? 'http://localhost:4321';
const RUNS = Number(process.env.LAB_RUNS ?? 3);
/** How much slower a phone is than this machine. The tool's own 4 is meant for a machine of index 1500 and more; a slower one needs less. */
const slowdown = process.env.LAB_SLOWDOWN ?? '2';

async function signIn(path: string, body: Record<string, string>): Promise<string> {
  const answer = await fetch(`${base}/api/auth${path}`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', origin: base },
    body: JSON.stringify(body),
  });
  if (!answer.ok) throw new Error(`${path} answered ${answer.status}: is the demo running at ${base}?`);
  return cookieOf(answer);
}
const byMail = (email: string) => signIn('/sign-in/email', { email, password: 'quillhaven-demo' });
const get = async <T>(path: string, cookie: string) => (await (await fetch(base + path, { headers: { cookie } })).json()) as T;

const [coach, family, player] = await Promise.all([
  byMail('coach@lanternfish.example'),
  byMail('family@lanternfish.example'),
  signIn('/sign-in/squad', { code: 'LANTERN', nickname: 'Comet', pin: '2468' }),
]);
const squad = (await get<{ squads: { id: string }[] }>('/api/v1/me', coach)).squads[0]?.id;
const { weeks } = await get<{ weeks: { id: string; state: string }[] }>(`/api/v1/squads/${squad}/weeks`, coach);
const open = weeks.find((week) => week.state === 'open')?.id;
const { week } = await get<{ week: { content: { sessions: { id: string }[] } } }>('/api/v1/go/this-week', player);

type Form = 'phone' | 'desk';
const views: [name: string, form: Form, path: string, cookie: string][] = [
  ['door', 'phone', '/', ''],
  ['This week', 'phone', '/week', player],
  ['Go', 'phone', `/go/${week.content.sessions[0]?.id}`, player],
  ['My feet', 'phone', '/feet', player],
  ['family', 'phone', '/family', family],
  ['Today', 'desk', `/coach/${squad}/today`, coach],
  ['week bench', 'desk', `/coach/${squad}/weeks/${open}`, coach],
  ['Review', 'desk', `/coach/${squad}/review`, coach],
  ['drills', 'desk', `/coach/${squad}/drills`, coach],
];

interface Report {
  environment: { benchmarkIndex: number };
  categories: Record<string, { score: number | null } | undefined>;
  audits: Record<string, { numericValue?: number } | undefined>;
}
const run = promisify(execFile);
async function lab([, form, path, cookie]: (typeof views)[number]): Promise<Report> {
  const { stdout } = await run(
    'npx',
    [
      '-y',
      'lighthouse@12',
      base + path,
      '--quiet',
      '--output=json',
      '--chrome-flags=--headless --no-sandbox --disable-gpu --no-first-run --disable-background-networking',
      ...(cookie ? [`--extra-headers=${JSON.stringify({ cookie })}`] : []),
      ...(form === 'desk' ? ['--preset=desktop'] : [`--throttling.cpuSlowdownMultiplier=${slowdown}`]),
    ],
    { env: { CHROME_PATH: '/usr/bin/chromium', ...process.env }, maxBuffer: 64 * 1024 * 1024 },
  );
  return JSON.parse(stdout) as Report;
}

const indices: number[] = [];
const middle = (all: readonly number[]) => [...all].sort((a, b) => a - b)[Math.floor(all.length / 2)] ?? Number.NaN;
const only = process.argv.slice(2);
console.log('| view | on | performance | accessibility | best practices | search | largest paint, s | blocking, ms | shift |');
console.log('|---|---|---|---|---|---|---|---|---|');
for (const view of views.filter(([name]) => only.length === 0 || only.includes(name))) {
  const reports: Report[] = [];
  // The tool itself stumbles now and then ("no navigation start"): again, then.
  for (let tries = 0; reports.length < RUNS && tries < 3 * RUNS; tries++)
    await lab(view).then(
      (one) => reports.push(one),
      () => {},
    );
  if (reports.length < RUNS) throw new Error(`The tool could not measure ${view[0]}.`);
  indices.push(...reports.map((report) => report.environment.benchmarkIndex));
  const score = (category: string) => Math.round(middle(reports.map((report) => (report.categories[category]?.score ?? Number.NaN) * 100)));
  const value = (audit: string) => middle(reports.map((report) => report.audits[audit]?.numericValue ?? Number.NaN));
  const cells = [
    ...view.slice(0, 2),
    ...['performance', 'accessibility', 'best-practices', 'seo'].map(score),
    (value('largest-contentful-paint') / 1000).toFixed(1),
    value('total-blocking-time').toFixed(0),
    value('cumulative-layout-shift').toFixed(3),
  ];
  console.log(`| ${cells.join(' | ')} |`);
}
console.log(
  `\nThis machine by the tool's own index: ${Math.min(...indices)} to ${Math.max(...indices)}. Phones: ${slowdown} times slower.`,
);
