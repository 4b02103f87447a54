/**
 * Measures the review bench in headless Chromium on the built application with demo data: how soon the next score and the first
 * picture of its clip are shown, how soon a tap is a mark, and how long a suggested count of a 60 s clip takes and whether the page
 * can still be used meanwhile. `npm run bench:review` (after `npm run build`) prints Markdown.
 */
import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { cpus, tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium, type Page } from '@playwright/test';
import Database from 'better-sqlite3';
import { build } from 'esbuild';
import { CHROMIUM } from '../scripts/chromium.ts';
import { layOutClip, type SyntheticClip } from '../src/core/clips/index.ts';

const PORT = 4396;
const BASE = `http://localhost:${PORT}`;
const LONG_SECONDS = 60;
const middle = (list: readonly number[]) => [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)] ?? Number.NaN;
const worst = (list: readonly number[]) => Math.max(...list);

/** A drawn clip of a minute, with 110 taps, encoded by Chromium. */
async function longClip(page: Page): Promise<{ bytes: Buffer; reps: number }> {
  const bundle = await build({ entryPoints: ['scripts/clip-page.ts'], bundle: true, write: false, format: 'iife', target: 'es2022' });
  const server = createServer((_req, res) => res.setHeader('content-type', 'text/html').end('<!doctype html><title>clips</title>'));
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
  await page.goto(`http://127.0.0.1:${(server.address() as AddressInfo).port}/`);
  await page.addScriptTag({ content: bundle.outputFiles[0]?.text ?? '' });
  const clip = layOutClip('a minute', 4242, 110, LONG_SECONDS, 'both');
  const text = await page.evaluate((given) => (globalThis as unknown as { render(c: SyntheticClip): Promise<string> }).render(given), clip);
  server.close();
  return { bytes: Buffer.from(text, 'base64'), reps: clip.reps.length };
}

async function openReview(page: Page): Promise<void> {
  await page.goto(`${BASE}/`);
  await page.goto(`${page.url().replace(/\/today$/, '')}/review`);
  await page.waitForFunction(() => document.querySelectorAll('astro-island[ssr]').length === 0);
  await page.getByRole('slider', { name: /^Tap strip/ }).waitFor();
}

/** Milliseconds from the key "next" until another claim is on the screen, and until its clip's first picture is there. */
function nextItem(page: Page): Promise<{ shown: number; picture: number }> {
  return page.evaluate(async () => {
    const claim = () => document.querySelector('[aria-label="The claim"]')?.textContent;
    const before = claim();
    const from = performance.now();
    document.body.dispatchEvent(new KeyboardEvent('keydown', { key: 'n', bubbles: true, cancelable: true }));
    const frame = () => new Promise((done) => requestAnimationFrame(done));
    while (claim() === before) await frame();
    const shown = performance.now() - from;
    while ((document.querySelector('video')?.readyState ?? 0) < 2) await frame();
    return { shown, picture: performance.now() - from };
  });
}

/** Milliseconds from a tap until its mark is in the drawing. */
function tapToMark(page: Page): Promise<number> {
  return page.evaluate(async () => {
    const words = () => document.querySelector('[aria-label^="Tap strip"]')?.getAttribute('aria-label');
    const before = words();
    const from = performance.now();
    document.body.dispatchEvent(new KeyboardEvent('keydown', { key: 'f', bubbles: true, cancelable: true }));
    const { port1, port2 } = new MessageChannel();
    while (words() === before && performance.now() - from < 2000) {
      await new Promise((done) => {
        port1.onmessage = done;
        port2.postMessage(null);
      });
    }
    return performance.now() - from;
  });
}

async function main(): Promise<void> {
  const dataDir = mkdtempSync(join(tmpdir(), 'eager-feet-bench-'));
  const server = spawn('node', ['server.mjs', '--demo'], {
    env: { ...process.env, PORT: String(PORT), DATA_DIR: dataDir },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const browser = await chromium.launch(CHROMIUM);
  try {
    await new Promise<void>((open) => server.stdout.on('data', (words: Buffer) => String(words).includes('Eager Feet is open') && open()));
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
    await context.request.post(`${BASE}/api/auth/sign-in/email`, {
      data: { email: 'coach@lanternfish.example', password: 'quillhaven-demo' },
    });
    // The loader of these scripts names functions by a helper that pages do not have.
    await context.addInitScript('globalThis.__name = (given) => given');
    const page = await context.newPage();
    await openReview(page);
    const items: { shown: number; picture: number }[] = [];
    for (let n = 0; n < 7; n++) {
      // A coach looks at a clip before going on; meanwhile the next ones are fetched.
      await page.waitForLoadState('networkidle');
      items.push(await nextItem(page));
    }
    await page.keyboard.press('p');
    await page.getByRole('slider', { name: /^Tap strip/ }).waitFor();
    // The first tap is not measured: the score before may still be leaving.
    await tapToMark(page);
    const taps: number[] = [];
    for (let n = 0; n < 40; n++) taps.push(await tapToMark(page));

    const { bytes, reps } = await longClip(await context.newPage());
    const database = new Database(join(dataDir, 'eager-feet.sqlite'));
    const clip = database
      .prepare(
        "select c.id, c.file_name as file, c.score_id as score from clips c join scores s on s.id = c.score_id where s.value = 34 and c.state = 'kept'",
      )
      .get() as { id: string; file: string; score: string };
    writeFileSync(join(dataDir, 'clips', clip.file), bytes);
    database.prepare('update clips set seconds = ? where id = ?').run(LONG_SECONDS + 4, clip.id);
    database.prepare('update scores set seconds = ?, clocked = 0 where id = ?').run(LONG_SECONDS, clip.score);
    database.close();
    await openReview(page);
    await page.getByRole('button', { name: /^Noodle · 34 reps/ }).click();
    await page.waitForLoadState('networkidle');
    const suggestion = await page.evaluate(async () => {
      const long: number[] = [];
      const watch = new PerformanceObserver((list) => long.push(...list.getEntries().map((entry) => entry.duration)));
      watch.observe({ type: 'longtask' });
      const from = performance.now();
      document.body.dispatchEvent(new KeyboardEvent('keydown', { key: 'g', bubbles: true, cancelable: true }));
      const found = () =>
        [...document.querySelectorAll('[role="status"]')]
          .map((one) => one.textContent ?? '')
          .find((text) => /suggest \d+|No suggestion/.test(text));
      while (!found() && performance.now() - from < 60_000) await new Promise((done) => setTimeout(done, 20));
      watch.disconnect();
      return { seconds: (performance.now() - from) / 1000, words: found() ?? 'nothing', longest: Math.max(0, ...long) };
    });

    console.log(`${cpus().length} × ${cpus()[0]?.model}; a frame is 16.7 ms.\n`);
    console.log('| what | median | worst | limit |');
    console.log('|---|---|---|---|');
    const row = (what: string, list: readonly number[], limit: string) =>
      console.log(`| ${what} | ${middle(list).toFixed(1)} ms | ${worst(list).toFixed(1)} ms | ${limit} |`);
    row(
      'next score shown',
      items.map((one) => one.shown),
      '100 ms',
    );
    row(
      'first picture of its clip',
      items.map((one) => one.picture),
      '300 ms',
    );
    row('tap to mark', taps, '16.7 ms');
    const took = `${suggestion.seconds.toFixed(1)} s`;
    console.log(`| suggested count of a 60 s clip (${reps} reps: “${suggestion.words.slice(0, 40)}…”) | ${took} | ${took} | 6 s |`);
    console.log(
      `| longest task of the page meanwhile | ${suggestion.longest.toFixed(0)} ms | ${suggestion.longest.toFixed(0)} ms | 50 ms |`,
    );
  } finally {
    await browser.close();
    server.kill('SIGTERM');
    rmSync(dataDir, { recursive: true, force: true });
  }
}

await main();
