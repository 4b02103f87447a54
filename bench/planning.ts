/**
 * Measures what a planning coach waits for, on the built application with the demo squad: an edit on a six-session week until it is drawn
 * (dose, skylines, checks), opening the bench, and the search over a shelf of a thousand drills. `npm run bench:planning` prints Markdown.
 */
import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { cpus, tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { v7 as uuid } from 'uuid';
import { CHROMIUM } from '../scripts/chromium.ts';
import type { Facts } from '../src/contract/planning.ts';
import type { WeekDetail } from '../src/contract/weeks.ts';
import { CATALOGUE, catalogueById, searchDrills } from '../src/core/drills/index.ts';
import { checkWeek, itemsOf, measureWeek, SHAPES, type ShapeName, shapeSession } from '../src/core/planning/index.ts';
import { TYPICAL_RUNNER } from '../src/core/training/index.ts';
import { changeItem, copyPlan, type WeekPlan, withSeconds } from '../src/core/weeks/index.ts';

const RUNS = 60;
const WARM_UP = 8;
const PORT = 4396;
const BASE = `http://localhost:${PORT}`;

const median = (list: readonly number[]) => [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)] ?? 0;
const p95 = (list: readonly number[]) => [...list].sort((a, b) => a - b)[Math.floor(list.length * 0.95)] ?? 0;
const ms = (n: number) => n.toFixed(2);

function time(work: (i: number) => unknown): number[] {
  const taken: number[] = [];
  for (let i = 0; i < RUNS + WARM_UP; i++) {
    const from = performance.now();
    work(i);
    if (i >= WARM_UP) taken.push(performance.now() - from);
  }
  return taken;
}

const SIX: ShapeName[] = ['recap day', 'circuit', 'rep ladder', 'course day', 'wall day', 'twenty-fives'];
const plan: WeekPlan = {
  title: 'Six sessions',
  focus: 'bench',
  sessions: SIX.map((name) => shapeSession(name, { minutes: SHAPES[name].minutes, drills: catalogueById, id: uuid })),
};

const dataDir = mkdtempSync(join(tmpdir(), 'eager-feet-planning-'));
const server = spawn(process.execPath, ['server.mjs', '--demo'], {
  env: { ...process.env, PORT: String(PORT), DATA_DIR: dataDir },
  stdio: 'ignore',
});
const browser = await chromium.launch(CHROMIUM);
try {
  for (let i = 0; i < 240; i++) {
    if (
      await fetch(BASE).then(
        () => true,
        () => false,
      )
    )
      break;
    await new Promise((resolve) => setTimeout(resolve, 500));
  }
  const context = await browser.newContext({ baseURL: BASE, viewport: { width: 1280, height: 800 } });
  await context.request.post('/api/auth/sign-in/email', { data: { email: 'coach@lanternfish.example', password: 'quillhaven-demo' } });
  const page = await context.newPage();
  await page.goto('/');
  const squad = new URL(page.url()).pathname.split('/')[2] ?? '';
  const week = (await (await context.request.post(`/api/v1/squads/${squad}/weeks`, { data: { id: uuid() } })).json()) as WeekDetail;
  await context.request.put(`/api/v1/weeks/${week.id}`, { data: { draft: week.draft, plan } });
  const facts = (await (await context.request.get(`/api/v1/weeks/${week.id}/facts`)).json()) as Facts;

  console.log(
    `Node ${process.version}, ${cpus().length} cores; ${plan.sessions.length} sessions, ${plan.sessions.flatMap(itemsOf).length} items, ${facts.players.length} players; ${RUNS} runs after ${WARM_UP}\n`,
  );
  console.log('| what | median ms | p95 ms | beside | ratio |\n|---|---|---|---|---|');

  // In core alone: one edit measured with what is kept of the untouched sessions, beside everything anew.
  const item = plan.sessions.flatMap(itemsOf).find((one) => 'seconds' in one.dose);
  if (!item) throw new Error('no timed item');
  const edit = (i: number) => changeItem(plan, item.id, (old) => withSeconds(old, 20 + (i % 30)));
  const work = (now: WeekPlan) => [
    measureWeek(now, catalogueById, TYPICAL_RUNNER),
    checkWeek(now, catalogueById, TYPICAL_RUNNER, facts, uuid),
  ];
  const kept = time((i) => work(edit(i)));
  const anew = time((i) => work(copyPlan(edit(i), uuid)));
  console.log(
    `| dose and checks after an edit (core) | ${ms(median(kept))} | ${ms(p95(kept))} | everything anew ${ms(median(anew))} ms | ${(median(kept) / median(anew)).toFixed(2)} |`,
  );

  const thousand = Array.from({ length: 1000 }, (_, i) => {
    const drill = CATALOGUE[i % CATALOGUE.length] ?? catalogueById.get('inside-taps');
    if (!drill) throw new Error('no drill');
    return { ...drill, id: `${drill.id}-${i}`, name: `${drill.name} ${i}` };
  });
  const words = ['t', 'to', 'toe', 'toe t', 'toe taps', 'wall', 'v in', 'juggle 9'];
  const search = time((i) => searchDrills(thousand, words[i % words.length] ?? ''));
  const plain = time((i) =>
    thousand.filter((drill) =>
      JSON.stringify(drill)
        .toLowerCase()
        .includes(words[i % words.length] ?? ''),
    ),
  );
  console.log(
    `| search over 1,000 drills | ${ms(median(search))} | ${ms(p95(search))} | plain text of each ${ms(median(plain))} ms | ${(median(search) / median(plain)).toFixed(2)} |`,
  );

  // In the browser: the answer of the server, and until every island is awake.
  // As text: a compiled function would bring helpers along that the page does not have.
  await page.addInitScript(`
    const look = () => {
      const islands = document.querySelectorAll('astro-island');
      if (islands.length > 0 && document.querySelectorAll('astro-island[ssr]:not([client=idle])').length === 0) window.awakeAt = performance.now();
      else requestAnimationFrame(look);
    };
    document.addEventListener('DOMContentLoaded', look);
  `);
  const opened: number[] = [];
  const answered: number[] = [];
  const other: number[] = [];
  const path = `/coach/${squad}/weeks/${week.id}`;
  for (let i = 0; i < 14; i++) {
    for (const [address, list] of [
      [path, opened],
      [`/coach/${squad}/weeks`, other],
    ] as const) {
      await page.goto(address);
      await page.waitForFunction(() => (window as unknown as { awakeAt?: number }).awakeAt !== undefined);
      const seen = await page.evaluate(() => ({
        awake: (window as unknown as { awakeAt: number }).awakeAt,
        answer: (performance.getEntriesByType('navigation')[0] as PerformanceNavigationTiming).responseEnd,
      }));
      if (i < 3) continue;
      list.push(seen.awake);
      if (list === opened) answered.push(seen.answer);
    }
  }
  console.log(`| opening the bench: the server’s answer | ${ms(median(answered))} | ${ms(p95(answered))} | | |`);
  console.log(
    `| opening the bench: until it can be used | ${ms(median(opened))} | ${ms(p95(opened))} | the list of weeks ${ms(median(other))} ms | ${(median(opened) / median(other)).toFixed(2)} |`,
  );

  await page.goto(path);
  await page.waitForFunction(() => (window as unknown as { awakeAt?: number }).awakeAt !== undefined);
  await page
    .getByRole('button', { name: /^Sole taps/ })
    .first()
    .click();
  const drawn = await page.evaluate(
    ({ runs, warmUp }) => {
      const field = [...document.querySelectorAll<HTMLInputElement>('input[type=number]')].find(
        (one) => one.labels?.[0]?.textContent === 'Work',
      );
      const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')?.set;
      if (!field || !set) throw new Error('no field');
      const taken: number[] = [];
      for (let i = 0; i < runs + warmUp; i++) {
        const from = performance.now();
        set.call(field, String(20 + (i % 40)));
        // React draws a typed letter before the event is over; the rectangle makes the browser lay it out.
        field.dispatchEvent(new Event('input', { bubbles: true }));
        document.body.getBoundingClientRect();
        if (i >= warmUp) taken.push(performance.now() - from);
      }
      return taken;
    },
    { runs: RUNS, warmUp: WARM_UP },
  );
  console.log(
    `| an edit until dose, skyline and checks are drawn | ${ms(median(drawn))} | ${ms(p95(drawn))} | core’s part ${ms(median(kept))} ms | ${(median(drawn) / median(kept)).toFixed(1)} |`,
  );
} finally {
  await browser.close();
  server.kill('SIGTERM');
  await new Promise((resolve) => server.once('exit', resolve));
  rmSync(dataDir, { recursive: true, force: true });
}
