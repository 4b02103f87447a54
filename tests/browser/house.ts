import { cpSync, rmSync } from 'node:fs';
import { type BrowserContext, test as base, expect, type Locator, type Page } from '@playwright/test';
import { startServer, stopServer } from '../started.ts';
import { Answers } from './answers.ts';

/** What takes longer than every change should wait for: it is run by `npm run test:long`. */
export const LONG = { tag: '@long' } as const;

/** The demo data, made once for all files; each file gets a copy of its own and a server of its own. */
export const TEMPLATE = 'test-results/template';
const FIRST_PORT = 4390;

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
  /** What pages are answered is held against the document that the server publishes: what it has not is an error. */
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
  asPublished: [
    // biome-ignore lint/correctness/noEmptyPattern: the runner asks for a pattern, also where nothing is wanted.
    async ({}, use) => {
      await use(undefined);
      expect(await answers.told()).toEqual([]);
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
