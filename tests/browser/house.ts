import { type ChildProcess, spawn } from 'node:child_process';
import { cpSync, rmSync } from 'node:fs';
import { type BrowserContext, test as base, expect, type Locator, type Page } from '@playwright/test';
import { Answers } from './answers.ts';

/** What takes longer than every change should wait for: it is run by `npm run test:long`. */
export const LONG = { tag: '@long' } as const;

/** The demo data, made once for all files; each file gets a copy of its own and a server of its own. */
export const TEMPLATE = 'test-results/template';
const FIRST_PORT = 4390;

/** Starts the built application on a folder of data and waits until it answers. */
export async function startServer(port: number, dataDir: string, demo = false, env: Record<string, string> = {}): Promise<ChildProcess> {
  const server = spawn('node', ['server.mjs', ...(demo ? ['--demo'] : [])], {
    env: { ...process.env, ...env, PORT: String(port), DATA_DIR: dataDir },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  await new Promise<void>((resolve, reject) => {
    server.once('exit', (code) => reject(new Error(`The server ended with ${code} before it was open.`)));
    server.stdout?.on('data', (words: Buffer) => String(words).includes('Eager Feet is open') && resolve());
  });
  return server;
}

export async function stopServer(server: ChildProcess): Promise<void> {
  const ended = new Promise((resolve) => server.once('exit', resolve));
  server.kill('SIGTERM');
  await ended;
}

const dataDirOf = (file: string) => `test-results/data-${file}`;

/** The database file that a test file's server works on. */
export const databaseOf = (file: string): string => `${dataDirOf(file)}/eager-feet.sqlite`;

/** The folder where that server keeps clips. */
export const clipsOf = (file: string): string => `${dataDirOf(file)}/clips`;

interface Hermetic {
  /** Each file names itself: a new name is a new worker, with a new server and new data. */
  file: string;
  house: string;
}

/** The way past a drill that is new to a player. */
export const skipMeeting = (page: Page): Locator => page.getByRole('region', { name: /^New: / }).getByRole('button', { name: 'Skip' });

/** Every page of a browser context goes past what is new, unless a test takes that away again (`meetsDrills`). */
function skipsMeetings(context: BrowserContext): BrowserContext {
  context.on('page', (page) => void page.addLocatorHandler(skipMeeting(page), (skip) => skip.click()).catch(() => {}));
  return context;
}

/** From now on drills are met on a page, as by a child. */
export const meetsDrills = (page: Page): Promise<void> => page.removeLocatorHandler(skipMeeting(page));

const answers = new Answers();

interface Held {
  /** A file's answers are held against the document that the server publishes: what it has not is an error. */
  held: boolean;
  asPublished: undefined;
}

export const test = base.extend<Held, Hermetic>({
  browser: [
    async ({ browser }, use) => {
      const open = browser.newContext.bind(browser);
      browser.newContext = async (options) => answers.watch(skipsMeetings(await open(options)));
      await use(browser);
    },
    { scope: 'worker' },
  ],
  context: async ({ context }, use) => use(skipsMeetings(context)),
  held: [true, { option: true }],
  asPublished: [
    async ({ held }, use) => {
      await use(undefined);
      const strange = await answers.told();
      if (held) expect(strange).toEqual([]);
    },
    { auto: true },
  ],
  file: ['', { scope: 'worker', option: true }],
  house: [
    async ({ file }, use, { parallelIndex }) => {
      const port = FIRST_PORT + parallelIndex;
      const dataDir = dataDirOf(file);
      rmSync(dataDir, { recursive: true, force: true });
      cpSync(TEMPLATE, dataDir, { recursive: true });
      const server = await startServer(port, dataDir, false, { GALLERY: 'yes' });
      await use(`http://localhost:${port}`);
      await stopServer(server);
    },
    { scope: 'worker', auto: true, timeout: 60_000 },
  ],
  baseURL: async ({ house }, use) => use(house),
});

export { expect } from '@playwright/test';
