/**
 * Measures how true the player's clock is: 20 minutes of a session in virtual time, with a sound card whose crystal runs at its own
 * speed, and three minutes of real time in headless Chromium on the built application. What sounds is tapped off the sound card's own output.
 * `npm run bench:clock` (after `npm run build`) prints Markdown.
 */
import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { cpus, tmpdir } from 'node:os';
import { join } from 'node:path';
import { type BrowserContext, chromium, type Page } from '@playwright/test';
import { v7 as uuid } from 'uuid';
import { CHROMIUM } from '../scripts/chromium.ts';
import type { ThisWeek } from '../src/contract/training.ts';
import type { WeekDetail } from '../src/contract/weeks.ts';
import { chance } from '../src/core/chance.ts';
import { catalogueById } from '../src/core/drills/index.ts';
import { type ClockEvent, compileRunSheet, type Interval, laidCues, replay, TYPICAL_RUNNER } from '../src/core/training/index.ts';
import { newBlock, newItem, type Session } from '../src/core/weeks/index.ts';
import { runTwoClocks } from './two-clocks.ts';

const PORT = 4397;
const BASE = `http://localhost:${PORT}`;
const sorted = (list: readonly number[]) => [...list].sort((a, b) => a - b);
const at = (list: readonly number[], share: number) =>
  sorted(list)[Math.min(list.length - 1, Math.floor(list.length * share))] ?? Number.NaN;
const ms = (n: number) => n.toFixed(1);

/** A session that the clock runs by itself: stations of 20 s on, 5 s off, for about so many minutes. */
function stations(minutes: number): Session {
  const items = Array.from({ length: Math.floor((minutes * 60 - 10) / 25) }, (_, i) => {
    const drill = catalogueById.get(i % 2 === 0 ? 'inside-taps' : 'sole-taps');
    if (!drill) throw new Error('The catalogue has lost its first drills.');
    return { ...newItem(uuid(), drill), dose: { measure: 'count in time', seconds: 20, rounds: 1 } as const, scored: false };
  });
  const blocks = [];
  for (let i = 0; i < items.length; i += 25)
    blocks.push({ ...newBlock(uuid(), 'recap'), drinkSeconds: 0, restSeconds: 5, items: items.slice(i, i + 25) });
  return { id: uuid(), name: `Stations ${minutes}`, day: null, blocks };
}

const row = (name: string, errors: readonly number[]) => {
  const size = errors.map(Math.abs);
  return `| ${name} | ${errors.length} | ${ms(at(errors, 0.5))} | ${ms(at(size, 0.95))} | ${ms(Math.max(...size))} |`;
};

/* Virtual time. */

const long = compileRunSheet(stations(20), catalogueById, TYPICAL_RUNNER);
const ways = {
  'a page with a screen': { turnMs: 16, blockedMs: 0, losesEverySeconds: 0 },
  'blocked for 500 ms every 10 s': { turnMs: 16, blockedMs: 500, losesEverySeconds: 0 },
  'a hidden tab, one turn a second': { turnMs: 1000, blockedMs: 0, losesEverySeconds: 0 },
  'a sound card that loses 10 ms every minute': { turnMs: 16, blockedMs: 0, losesEverySeconds: 60 },
};
const virtual = Object.entries(ways).map(([name, way]) => {
  const sounded = runTwoClocks(long, { skewPpm: 80, readingMs: 10, ...way }, chance(20));
  const minute = (from: number) =>
    sounded.filter((one) => one.dueMs >= from * 60_000 && one.dueMs < (from + 1) * 60_000).map((one) => one.errorMs);
  return { name, errors: sounded.map((one) => one.errorMs), drift: at(minute(18), 0.5) - at(minute(1), 0.5) };
});

/* Real time: taps the sound card's output, and notes each tone's first loud sample on its own clock. */

const TAP = `
  const onsets = [], pairs = [], seconds = [];
  window.__heard = { onsets, pairs, seconds };
  const Real = window.AudioContext;
  const code = \`registerProcessor('tap', class extends AudioWorkletProcessor {
    constructor() { super(); this.quiet = 1e9; }
    process([input]) {
      const left = input[0], right = input[1] ?? left;
      if (left) for (let i = 0; i < left.length; i++) {
        const loud = Math.abs(left[i]) > 0.02 || Math.abs(right[i]) > 0.02;
        if (loud && this.quiet > 0.03 * sampleRate) this.port.postMessage((currentFrame + i) / sampleRate);
        this.quiet = loud ? 0 : this.quiet + 1;
      }
      return true;
    }
  })\`;
  const connect = AudioNode.prototype.connect;
  window.AudioContext = class extends Real {
    constructor(options) {
      super(options);
      const mine = this;
      this.__tap = this.audioWorklet.addModule(URL.createObjectURL(new Blob([code], { type: 'text/javascript' }))).then(() => {
        const node = new AudioWorkletNode(mine, 'tap', { numberOfInputs: 1, numberOfOutputs: 1 });
        node.port.onmessage = ({ data }) => onsets.push(data);
        connect.call(node, mine.destination);
        mine.__node = node;
      });
      setInterval(() => {
        const { contextTime, performanceTime } = mine.getOutputTimestamp();
        if (contextTime) pairs.push([contextTime, performanceTime]);
      }, 100);
    }
  };
  AudioNode.prototype.connect = function (to, ...rest) {
    if (to === this.context.destination && this.context.__node && this !== this.context.__node) connect.call(this, this.context.__node);
    return connect.call(this, to, ...rest);
  };
  new MutationObserver(() => {
    const shown = document.querySelector('[data-testid=clock-seconds]')?.textContent ?? '';
    const last = seconds.at(-1);
    if (shown !== '' && last?.[0] !== shown) seconds.push([shown, performance.now()]);
  }).observe(document, { subtree: true, childList: true, characterData: true });
`;

interface Heard {
  onsets: number[];
  pairs: [number, number][];
  seconds: [string, number][];
  origin: number;
  events: ClockEvent[];
}

const readHeard = (page: Page): Promise<Heard> =>
  page.evaluate(
    () =>
      new Promise((resolve) => {
        const open = indexedDB.open('eager-feet');
        open.onsuccess = () => {
          const all = open.result.transaction('events').objectStore('events').getAll();
          all.onsuccess = () => {
            const { __heard } = window as unknown as { __heard: Omit<Heard, 'origin' | 'events'> };
            resolve({ ...__heard, origin: performance.timeOrigin, events: all.result.map((one: { event: ClockEvent }) => one.event) });
          };
        };
      }),
  );

const nearest = (list: readonly number[], to: number) =>
  list.reduce((best, one) => (Math.abs(one - to) < Math.abs(best - to) ? one : best), Number.POSITIVE_INFINITY);

/** When a moment of the sound card's clock was heard, on the page's: by the readings within half a second of it. */
function pageTimeOf(heard: Heard, seconds: number): number {
  const near = heard.pairs.filter(([audio]) => Math.abs(audio - seconds) < 0.5);
  return (
    seconds * 1000 +
    at(
      near.map(([audio, page]) => page - audio * 1000),
      0.5,
    )
  );
}

interface Loss {
  /** On the page's clock, in ms since its origin. */
  when: number;
  ms: number;
}

/** When the sound card's clock fell behind the page's by more than 5 ms at once: a buffer that ran dry. */
function lossesOf(heard: Heard): Loss[] {
  const tenths = Array.from({ length: Math.floor(heard.pairs.length / 5) }, (_, i) => heard.pairs.slice(i * 5, i * 5 + 5));
  const offsets = tenths.map((pairs) => ({
    when: pairs[0]?.[1] ?? 0,
    offset: at(
      pairs.map(([audio, page]) => page - audio * 1000),
      0.5,
    ),
  }));
  return offsets.slice(1).flatMap(({ when, offset }, i) => {
    const step = offset - (offsets[i]?.offset ?? offset);
    return Math.abs(step) > 5 ? [{ when, ms: step }] : [];
  });
}

/** Errors in ms: of the tones that belong to the part that ran, and of the seconds on the screen. */
function compare(sheet: readonly Interval[], heard: Heard, runMs: number): { tones: number[]; undisturbed: number[]; seconds: number[] } {
  const losses = lossesOf(heard);
  const onsets = heard.onsets.map((one) => heard.origin + pageTimeOf(heard, one));
  const ready = heard.events.find((event) => event.type === 'ready')?.at ?? 0;
  const cues = laidCues(
    sheet,
    replay(
      sheet,
      heard.events.filter((event) => event.at <= ready),
      ready,
    ),
    () => ({ name: '', rule: null, cues: [], beat: null }),
    0,
  );
  // The first seconds are the sound card's own start.
  const due = cues.filter((cue) => 'tone' in cue && cue.at > ready + 5500 && cue.at < ready + runMs - 1000).map((cue) => cue.at);
  const error = (cue: number) => nearest(onsets, cue) - cue;
  const tones = due.map(error);
  const undisturbed = due.filter((cue) => losses.every((loss) => Math.abs(heard.origin + loss.when - cue) > 2000)).map(error);
  const changes = heard.seconds.map(([, when]) => heard.origin + when);
  const marks = Array.from({ length: Math.floor(runMs / 1000) - 2 }, (_, i) => ready + (i + 1) * 1000);
  return { tones, undisturbed, seconds: marks.map((mark) => nearest(changes, mark) - mark) };
}

async function prepareWeek(context: BrowserContext, session: Session): Promise<ThisWeek> {
  const json = async (answer: Promise<import('@playwright/test').APIResponse>) => (await answer).json();
  const signIn = { email: 'coach@lanternfish.example', password: 'quillhaven-demo' };
  await context.request.post(`${BASE}/api/auth/sign-in/email`, { data: signIn });
  const desk = await context.newPage();
  await desk.goto(BASE);
  const squad = new URL(desk.url()).pathname.split('/')[2];
  await desk.close();
  const id = uuid();
  const made = (await json(context.request.post(`${BASE}/api/v1/squads/${squad}/weeks`, { data: { id } }))) as WeekDetail;
  await context.request.put(`${BASE}/api/v1/weeks/${id}`, {
    data: { draft: made.draft, plan: { title: 'Clock', focus: '', sessions: [session] } },
  });
  const released = await context.request.post(`${BASE}/api/v1/weeks/${id}/release`, { data: { when: { kind: 'now' } } });
  if (!released.ok()) throw new Error(await released.text());
  await context.clearCookies();
  await context.request.post(`${BASE}/api/auth/sign-in/squad`, { data: { code: 'LANTERN', nickname: 'Comet', pin: '2468' } });
  return json(context.request.get(`${BASE}/api/v1/go/this-week`)) as Promise<ThisWeek>;
}

const BLOCK = `setInterval(() => { const until = performance.now() + 500; while (performance.now() < until); }, 5000)`;
/** What a hidden tab gets: no frames, and timers once a second. */
const HIDE = `
  Object.defineProperty(document, 'hidden', { get: () => true });
  document.dispatchEvent(new Event('visibilitychange'));
  window.requestAnimationFrame = () => 0;
`;
const THROTTLE = `
  const real = window.setInterval;
  window.setInterval = (work, wait, ...rest) => real(work, window.__hidden ? Math.max(1000, wait) : wait, ...rest);
`;

const dataDir = mkdtempSync(join(tmpdir(), 'eager-feet-clock-'));
const server = spawn(process.execPath, ['server.mjs', '--demo'], {
  env: { ...process.env, PORT: String(PORT), DATA_DIR: dataDir },
  stdio: ['ignore', 'pipe', 'inherit'],
});
await new Promise<void>((resolve) => server.stdout.on('data', (words: Buffer) => String(words).includes('is open') && resolve()));
const browser = await chromium.launch(CHROMIUM);
const rows: string[] = [];
const shown: string[] = [];
const lost: string[] = [];
try {
  const runs: [name: string, seconds: number, hurdle: string | null][] = [
    ['as it is', 180, null],
    ['main thread blocked for 500 ms every 5 s', 60, BLOCK],
    ['tab hidden', 60, HIDE],
  ];
  for (const [name, seconds, hurdle] of runs) {
    const context = await browser.newContext({ viewport: { width: 390, height: 844 }, serviceWorkers: 'block' });
    const session = stations(4);
    const visit = await prepareWeek(context, session);
    const page = await context.newPage();
    await page.addInitScript(TAP + THROTTLE);
    await page.goto(`${BASE}/go/${session.id}`);
    await page.getByRole('button', { name: 'Try the sound' }).click();
    await page.waitForTimeout(2500);
    await page.getByRole('button', { name: 'Start' }).click();
    await page.waitForTimeout(1500);
    await page.getByRole('button', { name: 'Ready' }).click();
    if (hurdle) await page.evaluate(hurdle === HIDE ? `window.__hidden = true; ${HIDE}` : hurdle);
    await page.waitForTimeout(seconds * 1000);
    const heard = await readHeard(page);
    const drills = new Map(Object.entries(visit.week?.content.drills ?? {}));
    const planned = visit.week?.content.sessions.find((one) => one.id === session.id) ?? session;
    const errors = compare(compileRunSheet(planned, drills, visit.runner), heard, seconds * 1000);
    rows.push(row(`${name}, ${seconds} s: tones while the sound card kept time`, errors.undisturbed));
    rows.push(row(`${name}, ${seconds} s: all tones`, errors.tones));
    const losses = lossesOf(heard);
    lost.push(`${name}: ${losses.length} times, ${ms(losses.reduce((sum, loss) => sum + Math.abs(loss.ms), 0))} ms in all`);
    if (hurdle === null) shown.push(row(`seconds on the screen, ${seconds} s`, errors.seconds));
    await context.close();
  }
} finally {
  await browser.close();
  server.kill('SIGTERM');
  rmSync(dataDir, { recursive: true, force: true });
}

console.log(`Node ${process.version}, ${cpus().length} cores\n`);
console.log('| 20 min of virtual time, crystal 80 ppm fast, readings ±10 ms | tones | median ms | 95 % within ms | worst ms | drift ms |');
console.log('|---|---|---|---|---|---|');
for (const { name, errors, drift } of virtual) console.log(`${row(name, errors)} ${ms(drift)} |`);
console.log('\n| real time, headless Chromium | measured | median ms | 95 % within ms | worst ms |');
console.log('|---|---|---|---|---|');
for (const line of [...rows, ...shown]) console.log(line);
console.log(`\nThe stand-in for a sound card lost time: ${lost.join('; ')}.`);
