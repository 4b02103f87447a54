import { createHash } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Browser, BrowserContext, Page } from '@playwright/test';
import Database from 'better-sqlite3';
import { ALL_FORMATS, BufferSource, BufferTarget, Conversion, FilePathSource, Input, Mp4OutputFormat, Output } from 'mediabunny';
import { v7 as uuid } from 'uuid';
import type { ThisWeek } from '../../src/contract/training.ts';
import { chance } from '../../src/core/chance.ts';
import type { Session } from '../../src/core/weeks/index.ts';
import { aBlock, anItem, aSession, timed } from '../core/make.ts';
import { clipsOf, databaseOf, expect, LONG, test } from './house.ts';
import { awake, follow, outboxOf, PHONE, readAll, signIn } from './people.ts';
import { doSession, releaseWeekOf, setOff } from './yard-week.ts';

test.use({ file: '7-lost' });

const FILE = '7-lost';
const SEED = 4711;
const KILLS = 10;

const inSession = (name: string, ...items: ReturnType<typeof anItem>[]): Session => ({ ...aSession([aBlock('challenge', items)]), name });
const far: Session = inSession('Far from any line', anItem('sole-taps', timed(10)), anItem('hop-out-in-taps', timed(5)));
const killed: Session = inSession(
  'Killed and killed',
  anItem('sole-taps', timed(10)),
  anItem('hop-out-in-taps', timed(5)),
  anItem('inside-taps', timed(10)),
);
const filmed: Session = inSession('With a clip', anItem('sole-taps', timed(5)));
const shared: Session = inSession('On one phone', anItem('sole-taps', timed(5)));

const thisWeek = async (context: BrowserContext) => (await (await context.request.get('/api/v1/go/this-week')).json()) as ThisWeek;

/** The scores that the server keeps of a session, by drill and foot; twice the same would be seen. */
function keptScores(sessionId: string): string[] {
  const db = new Database(databaseOf(FILE), { readonly: true });
  const rows = db.prepare('select drill_id, foot, value from scores where session_id = ? order by drill_id, foot').all(sessionId) as {
    drill_id: string;
    foot: string;
    value: number;
  }[];
  db.close();
  return rows.map((row) => `${row.drill_id} ${row.foot} ${row.value}`);
}

/** The renderer dies at once: nothing of the page gets to say anything. */
async function kill(page: Page): Promise<void> {
  const devtools = await page.context().newCDPSession(page);
  const crashed = page.waitForEvent('crash');
  devtools.send('Page.crash').catch(() => {});
  await crashed;
  await page.close();
}

/** What the device keeps of what the server said. */
const keptOf = (page: Page) => readAll<{ key: string }>(page, 'kept').then((rows) => rows.map((row) => row.key));

/** Until the worker that keeps the pages has everything. */
const installed = (page: Page) => page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));

test.beforeAll(async ({ browser }) => {
  const context = await browser.newContext();
  await releaseWeekOf(context, FILE, [far, killed, filmed, shared]);
  await context.close();
});

test(
  'a whole visit works from a cold start without a line, on a phone whose clock is three days ahead, and goes out later',
  LONG,
  async ({ browser }) => {
    const context = await browser.newContext({ viewport: PHONE });
    await signIn(context, 'Comet');
    let page = await context.newPage();
    await page.clock.install({ time: Date.now() + 3 * 24 * 3_600_000 });
    await page.goto('/week');
    await awake(page);
    await installed(page);
    await page.goto('/feet');
    await expect
      .poll(() => keptOf(page))
      .toEqual(expect.arrayContaining([expect.stringMatching(/^feet:/), expect.stringMatching(/^visit:/), 'me']));
    await page.close();

    await context.setOffline(true);
    page = await context.newPage();
    await page.goto('/feet');
    await expect(page.getByText(/^No connection\. This is as of/)).toBeVisible();
    await page.goto('/home');
    await page.getByRole('button', { name: 'Foot' }).click();
    await page.getByRole('button', { name: 'Not sure, both' }).click();
    await page.getByRole('button', { name: 'Keep it' }).click();
    await expect(page.getByText('Kept on this phone; it goes out when there is a line.')).toBeVisible();
    await page.goto('/week');
    await expect(page.getByText(/^No connection\. This is your week as of/)).toBeVisible();
    // The drill sheets’ layouts, fonts and pictures are there as well.
    await page
      .getByRole('button', { name: /^Lay out/ })
      .first()
      .waitFor({ state: 'hidden' });
    expect(await page.evaluate(() => document.fonts.ready.then((fonts) => [...fonts].some((font) => font.status === 'loaded')))).toBe(true);
    expect(await doSession(page, far.name, '21')).toBe(2);
    await expect(page.getByTestId('sent-summary')).toContainText('2 numbers will go out when there is a line.');
    await page.getByRole('link', { name: 'Back to This week' }).click();
    await expect(page.getByText('Done on this phone; it is on its way.')).toBeVisible();
    await page.close();
    expect(keptScores(far.id)).toEqual([]);

    await context.setOffline(false);
    page = await context.newPage();
    await page.goto('/week');
    await expect.poll(() => keptScores(far.id)).toEqual(['hop-out-in-taps left 21', 'hop-out-in-taps right 21', 'sole-taps both 21']);
    await expect.poll(() => outboxOf(page)).toEqual([]);
    const { done, runner } = await thisWeek(context);
    expect([done, runner.strongerFoot]).toEqual([[far.id], 'both']);
    // The clock of the phone did not matter: done within the last hour.
    const db = new Database(databaseOf(FILE), { readonly: true });
    const { at } = db.prepare('select min(done_at) as at from scores where session_id = ?').get(far.id) as { at: number };
    db.close();
    expect(Date.now() - at).toBeLessThan(3_600_000);
    expect(Date.now() - at).toBeGreaterThanOrEqual(0);
    await context.close();
  },
);

test(`the page killed at ${KILLS} random moments of a visit loses no count and doubles none`, LONG, async ({ browser }) => {
  const random = chance(SEED);
  const context = await browser.newContext({ viewport: PHONE });
  await signIn(context, 'Biscuit');
  await context.clock.install();
  /** The last number given for each foot of each drill: what the server must have in the end, once. */
  const given = new Map<string, number>();
  let page = await context.newPage();
  const open = async () => {
    page = await context.newPage();
    await page.goto(`/go/${killed.id}`);
    await awake(page);
    await expect(page.getByText('Opening the session…')).toBeHidden();
  };
  const button = (name: string) => page.getByRole('button', { name, exact: true });
  /** What a child does with what is on the screen. True at the end of the session. */
  const act = async (): Promise<boolean> => {
    if (await page.getByRole('heading', { name: /^That is all/ }).isVisible()) return true;
    if (await button('Keep these numbers').isVisible()) {
      for (const panel of await page.locator('section[aria-label$="foot"], section[aria-label="both feet"]').all()) {
        const value = random.whole(5, 25);
        const foot = (await panel.getAttribute('aria-label')) ?? '';
        given.set(`${foot === 'both feet' ? await panel.locator('h3').textContent() : foot}`, value);
        await panel.locator('input').first().fill(String(value));
      }
      await button('Keep these numbers').click();
    } else if (await button('Start').isVisible()) {
      // Killed right after the last number: the session is over, and would only be begun a second time.
      if (given.has('Inside taps')) return true;
      await button('Start').click();
    } else if (await button('Keep it').isVisible()) await button('Keep it').click();
    else if (await button('Go on').isVisible()) await button('Go on').click();
    else if (await button('Ready').isVisible()) await button('Ready').click();
    else await page.clock.fastForward(random.whole(200, 9000));
    return false;
  };
  await page.close();
  await open();
  let over = false;
  for (let kills = 0; kills < KILLS && !over; kills++) {
    for (let acts = random.whole(1, 6); acts > 0 && !over; acts--) over = await act();
    await kill(page);
    await open();
  }
  for (let acts = 0; acts < 60 && !over; acts++) over = await act();
  const number = (key: string) => given.get(key);
  await expect
    .poll(() => keptScores(killed.id))
    .toEqual([
      `hop-out-in-taps left ${number('left foot')}`,
      `hop-out-in-taps right ${number('right foot')}`,
      `inside-taps both ${number('Inside taps')}`,
      `sole-taps both ${number('Sole taps')}`,
    ]);
  await context.close();
});

test(`a clip whose page is killed at ${KILLS} random moments of its upload arrives once, byte for byte`, LONG, async ({ browser }) => {
  const random = chance(SEED + 1);
  const context = await browser.newContext({ viewport: PHONE });
  await signIn(context, 'Comet');
  let page = await context.newPage();
  await page.goto('/week');
  await awake(page);
  const visit = await thisWeek(context);
  // The page has made its store.
  await expect.poll(() => page.evaluate(async () => (await indexedDB.databases()).map((one) => one.name))).toContain('eager-feet');
  // A clip that is ready lies in the outbox, as the device keeps it.
  const file = readFileSync('src/demo/clips/hop-taps-left.webm');
  const id = uuid();
  await page.evaluate(
    ([bytes, clip]) =>
      new Promise<void>((resolve) => {
        const open = indexedDB.open('eager-feet');
        open.onsuccess = () => {
          const tx = open.result.transaction('outbox', 'readwrite');
          const blob = new Blob([Uint8Array.from(atob(bytes as string), (letter) => letter.charCodeAt(0))], { type: 'video/webm' });
          tx.objectStore('outbox').put({ ...JSON.parse(clip as string), file: blob });
          tx.oncomplete = () => {
            open.result.close();
            resolve();
          };
        };
      }),
    [
      file.toString('base64'),
      JSON.stringify({
        id,
        playerId: visit.playerId,
        label: 'A clip',
        runId: null,
        madeAt: Date.now(),
        stamp: { page: '', at: Date.now(), server: null },
        tries: 0,
        nextAt: 0,
        refusal: null,
        held: false,
        kind: 'clip',
        body: { playerId: visit.playerId, id, scoreId: uuid(), squadId: visit.squad?.id, workAt: 2 },
        trim: null,
        prepared: true,
        uploadUrl: null,
      }),
    ],
  );
  await page.close();
  let creations = 0;
  context.on('request', (request) => {
    if (request.method() === 'POST' && request.url().endsWith('/api/uploads')) creations++;
  });
  const slow = { offline: false, latency: 5, downloadThroughput: -1, uploadThroughput: 90_000 };
  for (let kills = 0; kills < KILLS; kills++) {
    page = await context.newPage();
    const devtools = await context.newCDPSession(page);
    await devtools.send('Network.enable');
    await devtools.send('Network.emulateNetworkConditions', slow);
    const moving = page.waitForRequest((request) => request.method() === 'PATCH', { timeout: 8000 }).catch(() => null);
    await page.goto('/week');
    if (!(await moving)) break;
    const until = Date.now() + random.whole(20, 900);
    await expect.poll(() => Date.now(), { intervals: [20] }).toBeGreaterThan(until);
    await kill(page);
  }
  page = await context.newPage();
  await page.goto('/week');
  await expect.poll(() => outboxOf(page), { timeout: 30_000 }).toEqual([]);
  const answer = await context.request.get(`/api/v1/clips/${id}/file`);
  const hash = (bytes: Buffer) => createHash('sha256').update(bytes).digest('hex');
  expect(hash(await answer.body())).toBe(hash(file));
  expect(creations).toBeLessThanOrEqual(3);
  await context.close();
});

/** A clip as a phone's own camera makes it: with the place it was filmed at. */
async function withPlace(path: string): Promise<Buffer> {
  const target = new BufferTarget();
  const output = new Output({ format: new Mp4OutputFormat(), target });
  const input = new Input({ source: new FilePathSource(path), formats: ALL_FORMATS });
  const tags = () => ({ title: 'My yard', raw: { '©xyz': '+52.5200+013.4050/', '©mod': 'Telephone 9' } });
  const conversion = await Conversion.init({ input, output, tags });
  await conversion.execute();
  return Buffer.from(target.buffer ?? new ArrayBuffer(0));
}

/** A phone on which the first work of a session is done, and its number is asked for. */
async function atTheNumber(browser: Browser, who: 'Comet' | 'Biscuit', { id }: Session) {
  const context = await browser.newContext({ viewport: PHONE });
  await signIn(context, who);
  const page = await context.newPage();
  await page.clock.install();
  await page.goto(`/go/${id}`);
  await awake(page);
  await setOff(page);
  await page.clock.fastForward(20_000);
  return { context, page };
}

test('a file with its place goes in, and the clip that is kept has none', LONG, async ({ browser }) => {
  const file = await withPlace('src/demo/clips/sole-taps-a.webm');
  const tagsOf = async (bytes: Buffer) =>
    (await new Input({ source: new BufferSource(bytes), formats: ALL_FORMATS }).getMetadataTags()).raw ?? {};
  expect(JSON.stringify(await tagsOf(file))).toContain('+52.5200');
  const { context, page } = await atTheNumber(browser, 'Comet', filmed);
  const before = readdirSync(clipsOf(FILE));
  await page.locator('input[type=file]').setInputFiles({ name: 'yard.mp4', mimeType: 'video/mp4', buffer: file });
  await expect(page.getByLabel('Your clip')).toBeVisible();
  await page.locator('input[inputmode=decimal]').first().fill('12');
  await page.getByRole('button', { name: 'Keep these numbers' }).click();
  await page.getByRole('button', { name: 'Send without looking' }).click();
  await expect(page.getByTestId('sent-summary')).toContainText('1 of 1 clip sent', { timeout: 60_000 });
  const made = readdirSync(clipsOf(FILE)).filter((name) => !before.includes(name));
  expect(made).toHaveLength(1);
  const kept = readFileSync(join(clipsOf(FILE), made[0] ?? ''));
  expect(Object.keys(await tagsOf(kept)).filter((tag) => /xyz|mod|title|loc/i.test(tag))).toEqual([]);
  for (const word of ['+52.5200', 'Telephone 9', 'My yard']) expect(kept.includes(word), word).toBe(false);
  await context.close();
});

test('signing out with unsent things asks first; on a shared phone they wait for their own player', LONG, async ({ browser }) => {
  const context = await browser.newContext({ viewport: PHONE });
  await signIn(context, 'Comet');
  const page = await context.newPage();
  await page.clock.install();
  // A server that is out of reach for what is sent, while pages still come.
  await page.route('**/api/v1/go/{scores,runs}', (route) => route.abort());
  expect(await doSession(page, shared.name, '13')).toBe(1);
  await follow(page.getByRole('link', { name: 'Back to This week' }));
  await page.getByRole('button', { name: 'Sign out' }).click();
  const dialog = page.getByRole('dialog', { name: 'Not everything is sent' });
  await expect(dialog).toContainText('Sole taps: 13');
  await dialog.getByRole('button', { name: 'Stay' }).click();
  await page.getByRole('button', { name: 'Sign out' }).click();
  await dialog.getByRole('button', { name: 'Sign out all the same' }).click();
  await page.waitForURL('/');
  await page.unroute('**/api/v1/go/{scores,runs}');

  await signIn(context, 'Biscuit');
  await page.goto('/week');
  await awake(page);
  await expect(page.getByTestId('outbox')).toContainText('2 things of another player wait on this phone.');
  expect(keptScores(shared.id)).toEqual([]);
  await context.clearCookies();
  await signIn(context, 'Comet');
  await page.goto('/week');
  await expect.poll(() => keptScores(shared.id)).toEqual(['sole-taps both 13']);
  await context.close();
});

test(
  'numbers given while the phone has no room are said not to be kept, and are kept and sent once there is room',
  LONG,
  async ({ browser }) => {
    const { context, page } = await atTheNumber(browser, 'Biscuit', shared);
    await page.locator('input[inputmode=decimal]').first().fill('14');
    await page.evaluate(`
    window.__transaction = IDBDatabase.prototype.transaction;
    IDBDatabase.prototype.transaction = function (stores, mode, ...rest) {
      if (mode === 'readwrite') throw new DOMException('full', 'QuotaExceededError');
      return window.__transaction.call(this, stores, mode, ...rest);
    };
  `);
    // Pressed from within: the word that nothing is kept may come at any moment and push the button away under a pointer.
    await page.getByRole('button', { name: 'Keep these numbers' }).evaluate((button: HTMLButtonElement) => {
      button.click();
      button.click();
    });
    await expect(page.getByRole('heading', { name: 'How many?' })).toBeHidden();
    await expect(page.getByText(/does not let the app keep anything/)).toBeVisible();
    await page.evaluate('IDBDatabase.prototype.transaction = window.__transaction');
    await page.clock.fastForward(3000);
    await expect(page.getByText(/does not let the app keep anything/)).toBeHidden();
    await expect.poll(() => keptScores(shared.id).filter((one) => one.endsWith(' 14'))).toEqual(['sole-taps both 14']);
    await expect(page.getByTestId('sent-summary')).toContainText('The log of this session is sent.');
    expect(keptScores(shared.id).filter((one) => one.endsWith(' 14'))).toHaveLength(1);
    await context.close();
  },
);

test('a number is kept and sent although its clip has no room; the clip follows once there is some', LONG, async ({ browser }) => {
  const { context, page } = await atTheNumber(browser, 'Comet', shared);
  await page.locator('input[inputmode=decimal]').first().fill('17');
  await page.locator('input[type=file]').first().setInputFiles('src/demo/clips/sole-taps-a.webm');
  await expect(page.getByRole('button', { name: 'Delete this clip' })).toBeVisible();
  await page.evaluate(`
    window.__put = IDBObjectStore.prototype.put;
    IDBObjectStore.prototype.put = function (value, ...rest) {
      if (this.name === 'outbox' && value.file) throw new DOMException('full', 'QuotaExceededError');
      return window.__put.call(this, value, ...rest);
    };
  `);
  await page.getByRole('button', { name: 'Keep these numbers' }).evaluate((button: HTMLButtonElement) => button.click());
  const unseen = page.getByRole('button', { name: 'Send without looking' });
  await unseen
    .or(page.getByText(/^Your number is kept\. For its clip/))
    .first()
    .waitFor();
  if (await unseen.isVisible()) await unseen.evaluate((button: HTMLButtonElement) => button.click());
  await expect(page.getByText(/^Your number is kept\. For its clip/)).toBeVisible();
  await expect.poll(() => keptScores(shared.id).filter((one) => one.endsWith(' 17'))).toEqual(['sole-taps both 17']);
  expect(await outboxOf(page)).not.toContain('clip');
  await page.evaluate('IDBObjectStore.prototype.put = window.__put');
  await page.clock.fastForward(3000);
  await expect(page.getByText(/^Your number is kept\. For its clip/)).toBeHidden();
  await expect(page.getByTestId('sent-summary')).toContainText('1 of 1 clip sent', { timeout: 60_000 });
  await context.close();
});

test('a browser that keeps nothing says so before the start, and two tabs do not share one clock', LONG, async ({ browser }) => {
  const denied = await browser.newContext({ viewport: PHONE });
  await signIn(denied, 'Comet');
  await denied.addInitScript('indexedDB.open = () => { throw new DOMException("no", "SecurityError"); }');
  const page = await denied.newPage();
  await page.goto(`/go/${filmed.id}`);
  await expect(page.getByText(/This browser keeps nothing on this device/)).toBeVisible();
  await denied.close();

  const context = await browser.newContext({ viewport: PHONE });
  await signIn(context, 'Comet');
  const [first, second] = [await context.newPage(), await context.newPage()];
  await first.goto(`/go/${filmed.id}`);
  await expect(first.getByRole('button', { name: 'Start' })).toBeVisible();
  await second.goto(`/go/${filmed.id}`);
  await expect(second.getByText(/open in another tab/)).toBeVisible();
  await first.close();
  await second.getByRole('button', { name: 'I closed it' }).click();
  await expect(second.getByRole('button', { name: 'Start' })).toBeVisible();
  await context.close();
});

test(
  'signing out without a line signs out: the phone has forgotten, and the server hears of it before the next page',
  LONG,
  async ({ browser }) => {
    const context = await browser.newContext({ viewport: PHONE });
    await signIn(context, 'Biscuit');
    const page = await context.newPage();
    await page.goto('/week');
    await awake(page);
    await installed(page);
    await page.goto('/week');
    await awake(page);
    expect(await keptOf(page)).toContain('me');
    const left = (await context.cookies()).filter((one) => one.name.includes('session_token'));
    expect(left.length).toBe(1);

    await context.setOffline(true);
    await page.getByRole('button', { name: 'Sign out' }).click();
    await expect.poll(() => new URL(page.url()).pathname).toBe('/');
    expect(await keptOf(page)).toEqual([]);
    await page.goto('/week').catch(() => {});
    await expect(page.getByText('Biscuit')).toHaveCount(0);

    await context.setOffline(false);
    await page.goto('/week');
    await expect.poll(() => new URL(page.url()).pathname).toBe('/');
    await expect(page.getByText('Biscuit')).toHaveCount(0);
    // Ended on the server, not only forgotten here: the old cookie opens nothing.
    const thief = await browser.newContext();
    await thief.addCookies(left);
    expect((await thief.request.get('/api/v1/go/this-week')).status()).toBe(401);
    await thief.close();

    // Whoever signs in next stays in.
    await signIn(context, 'Comet');
    await page.goto('/week');
    await expect(page).toHaveURL(/\/week$/);
    await context.close();
  },
);
