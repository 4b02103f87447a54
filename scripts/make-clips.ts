/** Draws the demo's clips in headless Chromium, the figure doing each drill rep by rep, and writes them with their true rep times to src/demo/clips. */
import { mkdir, writeFile } from 'node:fs/promises';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { chromium } from '@playwright/test';
import { build } from 'esbuild';
import { layOutClip } from '../src/core/clips/index.ts';
import { catalogueById } from '../src/core/drills/catalogue/index.ts';
import { CHROMIUM } from './chromium.ts';
import type { DrawnClip } from './clip-page.ts';

const FOLDER = 'src/demo/clips';

/** File, player (by index), drill, foot, true count, claim, work seconds, weeks before the filmed one. One claim contradicts its clip. */
const NOTES = [
  ['sole-taps-a', 0, 'sole-taps', 'both', 10, 10, 10, 0],
  ['sole-taps-b', 2, 'sole-taps', 'both', 10, 10, 10, 0],
  ['sole-taps-c', 4, 'sole-taps', 'both', 14, 34, 10, 0],
  ['step-overs-a', 0, 'counted-step-overs', 'both', 8, 8, 10, 0],
  ['step-overs-b', 5, 'counted-step-overs', 'both', 8, 8, 10, 0],
  ['hop-taps-right', 6, 'hop-out-in-taps', 'right', 27, 27, 15, 0],
  ['hop-taps-left', 6, 'hop-out-in-taps', 'left', 23, 23, 15, 0],
  ['sole-taps-d', 7, 'sole-taps', 'both', 20, 21, 10, 0],
  ['sole-taps-early', 0, 'sole-taps', 'both', 8, 9, 10, 4],
] as const;

const bundle = await build({ entryPoints: ['scripts/clip-page.ts'], bundle: true, write: false, format: 'iife', target: 'es2022' });
const script = bundle.outputFiles[0]?.text ?? '';
// Codecs are open to pages of a secure origin only; this machine's own address is one.
const server = createServer((_req, res) => res.setHeader('content-type', 'text/html').end('<!doctype html><title>clips</title>'));
await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
const browser = await chromium.launch(CHROMIUM);
const page = await browser.newPage();
await page.goto(`http://127.0.0.1:${(server.address() as AddressInfo).port}/`);
await page.addScriptTag({ content: script });
await mkdir(FOLDER, { recursive: true });
const list = [];
for (const [index, [name, player, drill, foot, count, claim, workSeconds, weeksBefore]] of NOTES.entries()) {
  const clip = layOutClip(name, 7000 + index, count, workSeconds, foot);
  const shown = catalogueById.get(drill);
  if (!shown) throw new Error(`There is no drill ${drill}.`);
  const { moves, layout, sides } = shown;
  const given: DrawnClip = { clip, drill: { moves, layout, sides }, look: player };
  const encoded = await page.evaluate((one) => (globalThis as unknown as { render(c: DrawnClip): Promise<string> }).render(one), given);
  const bytes = Buffer.from(encoded, 'base64');
  await writeFile(`${FOLDER}/${name}.webm`, bytes);
  list.push({
    file: `${name}.webm`,
    player,
    drill,
    foot,
    count,
    claim,
    leadSeconds: clip.leadSeconds,
    workSeconds,
    weeksBefore,
    seed: clip.seed,
    reps: clip.reps,
  });
  console.log(`${name}: ${count} reps, ${Math.round(bytes.length / 1024)} kB`);
}
await writeFile(`${FOLDER}/clips.json`, `${JSON.stringify(list, null, 1)}\n`);
await browser.close();
server.close();
