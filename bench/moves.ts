/**
 * What drawn drills cost, in headless Chromium: reading and planning all shipped texts, one frame computed and patched into the page, and the
 * weight of the stage, which is a part of its own. `npm run bench:moves` (after `npm run build`).
 */
import { readdirSync, readFileSync } from 'node:fs';
import { cpus } from 'node:os';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { chromium } from '@playwright/test';
import { build } from 'esbuild';

const PAGE = `
import { CATALOGUE } from './src/core/drills/index.ts';
import { frameAt, planOfDrill } from './src/core/moves/index.ts';
import { figureShapes } from './src/ui/notations/moves/figure.ts';
import { aboveShapes } from './src/ui/notations/moves/above.ts';
import { goodAngle } from './src/ui/notations/moves/angle.ts';
import { Painting } from './src/ui/notations/moves/patch.ts';
const texts = CATALOGUE.flatMap((drill) => (drill.moves?.texts ?? []).map((_, example) => ({ drill, example })));
const planAll = () => texts.map(({ drill, example }) => planOfDrill(drill, { example }));
const took = (work) => { const from = performance.now(); work(); return performance.now() - from; };
window.bench = () => {
  const planning = [1, 2, 3, 4, 5].map(() => took(planAll));
  const plans = planAll();
  // What planning all of them leaves behind is not the frames' to clear away: a page plans a handful.
  window.gc();
  const svg = document.querySelector('svg');
  const frames = [];
  for (const plan of plans) {
    const group = document.createElementNS('http://www.w3.org/2000/svg', 'g');
    svg.replaceChildren(group);
    const painting = new Painting(group);
    const from = goodAngle(plan);
    for (let i = 0; i < 60; i++) {
      const ms = took(() => {
        const frame = frameAt(plan, i / 60 * Math.min(plan.period, 4));
        painting.paint(figureShapes(plan, frame, { width: 360, height: 300, from, tilt: 24 }, 'h'));
      });
      // The first frames make the paths and fill what is kept for a plan.
      if (i >= 3) frames.push(ms);
    }
  }
  // The machine itself: as many turns of plain sums, that make nothing and touch no page.
  let sum = 0;
  const idle = frames.map(() => took(() => { for (let i = 0; i < 4e4; i++) sum += Math.sqrt(i); }));
  return { planning, frames, idle, texts: texts.length, sum };
};
`;

const { outputFiles } = await build({
  stdin: { contents: PAGE, resolveDir: process.cwd(), loader: 'ts' },
  bundle: true,
  minify: true,
  write: false,
  format: 'iife',
  target: 'es2022',
});
const browser = await chromium.launch({
  executablePath: process.env.CHROMIUM_PATH ?? '/usr/bin/chromium',
  args: ['--no-sandbox', '--js-flags=--expose-gc'],
});
const page = await browser.newPage();
await page.setContent('<svg viewBox="0 0 360 300" width="360"></svg>');
await page.addScriptTag({ content: outputFiles[0]?.text ?? '' });
const { planning, frames, idle, texts } = await page.evaluate(() =>
  (window as unknown as { bench(): { planning: number[]; frames: number[]; idle: number[]; texts: number } }).bench(),
);
await browser.close();

const sorted = (list: readonly number[]) => [...list].sort((a, b) => a - b);
const at = (list: readonly number[], share: number) => sorted(list)[Math.min(list.length - 1, Math.floor(list.length * share))] ?? 0;
console.log(`Node ${process.version}, ${cpus().length} cores, ${texts} texts\n`);
console.log('| what | median ms | 95 % ms | worst ms | aim |\n|---|---|---|---|---|');
console.log(`| reading and planning all texts | ${at(planning, 0.5).toFixed(0)} | | ${Math.max(...planning).toFixed(0)} | 150 |`);
const over = frames.filter((ms) => ms > 16).length;
console.log(
  `| one frame, computed and patched | ${at(frames, 0.5).toFixed(2)} | ${at(frames, 0.95).toFixed(2)} | ${Math.max(...frames).toFixed(1)} | 4, none over 16 (${over} of ${frames.length} are) |`,
);
console.log(
  `| plain sums, to compare | ${at(idle, 0.5).toFixed(2)} | ${at(idle, 0.95).toFixed(2)} | ${Math.max(...idle).toFixed(1)} | (${idle.filter((ms) => ms > 16).length} of ${idle.length} are over 16) |`,
);

/** The stage and everything that only it brings. */
const folder = join('dist', 'client', '_astro');
const files = readdirSync(folder);
const needs = (start: string): Set<string> => {
  const seen = new Set<string>();
  const add = (file: string) => {
    if (seen.has(file)) return;
    seen.add(file);
    for (const [, next] of readFileSync(join(folder, file), 'utf8').matchAll(/(?:from|import)\s*"\.\/([^"]+\.js)"/g)) if (next) add(next);
  };
  add(files.find((file) => file.startsWith(start)) ?? '');
  return seen;
};
const without = needs('GoView.');
const bytes = [...needs('stage.')]
  .filter((file) => !without.has(file))
  .reduce((sum, file) => sum + gzipSync(readFileSync(join(folder, file))).length, 0);
console.log(`\nThe stage beside the player's clock: ${(bytes / 1024).toFixed(1)} kB gz (aim 30).`);
