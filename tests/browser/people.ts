import { type BrowserContext, expect, type Locator, type Page } from '@playwright/test';
import { v7 as uuid } from 'uuid';
import type { ThisWeek } from '../../src/contract/training.ts';

const PASSWORD = 'quillhaven-demo';
const PINS = { Comet: '2468', Biscuit: '1357', Pebble: '8642' } as const;
export const PHONE = { width: 390, height: 844 };

/** Signs in over the interface's own addresses; the pages themselves are tried in the sign-in tests. */
export async function signIn(context: BrowserContext, who: 'coach' | 'guardian' | keyof typeof PINS): Promise<void> {
  const response =
    who === 'coach' || who === 'guardian'
      ? await context.request.post('/api/auth/sign-in/email', {
          data: { email: `${who === 'coach' ? 'coach' : 'family'}@lanternfish.example`, password: PASSWORD },
        })
      : await context.request.post('/api/auth/sign-in/squad', {
          data: { code: 'LANTERN', nickname: who, pin: PINS[who] },
        });
  expect(response.status(), who).toBe(200);
}

/** The address of the coach's squad, such as /coach/… without its last part. */
export async function coachBase(page: Page): Promise<string> {
  await page.goto('/');
  return new URL(page.url()).pathname.replace(/\/today$/, '');
}

/** Waits until React has taken over a page that the server drew. */
export async function awake(page: Page): Promise<void> {
  // Asked at times of its own: on a busy machine frames may be rare.
  // A page that is only half there has no part yet that sleeps.
  const isAwake = () => document.readyState !== 'loading' && !document.querySelector('astro-island[ssr]');
  await page.waitForFunction(isAwake, undefined, {
    polling: 100,
    timeout: 60_000,
  });
}

/** Follows a link to another page and waits until that one is awake: the page it leaves is awake already. */
export async function follow(link: Locator): Promise<void> {
  const page = link.page();
  await page.evaluate(() => Object.assign(window, { isLeft: true }));
  await link.click();
  await page.waitForFunction(() => !('isLeft' in window), undefined, { polling: 100, timeout: 60_000 });
  await awake(page);
}

/** Everything in a store of the browser's own database. */
export function readAll<T>(page: Page, store: string): Promise<T[]> {
  return page.evaluate(
    (name) =>
      new Promise<unknown[]>((resolve, reject) => {
        const open = indexedDB.open('eager-feet');
        open.onerror = () => reject(open.error);
        open.onsuccess = () => {
          const all = open.result.transaction(name).objectStore(name).getAll();
          all.onsuccess = () => {
            open.result.close();
            resolve(all.result);
          };
        };
      }),
    store,
  ) as Promise<T[]>;
}

/** The kinds of what waits in the outbox. */
export const outboxOf = (page: Page): Promise<string[]> =>
  readAll<{ kind: string }>(page, 'outbox').then((rows) => rows.map((row) => row.kind));

/** Sends a count of a drill of the open week, as the device does. */
export async function sendGo(context: BrowserContext, drillId: string, value: number): Promise<void> {
  const { week } = (await (await context.request.get('/api/v1/go/this-week')).json()) as ThisWeek;
  for (const session of week?.content.sessions ?? []) {
    const item = session.blocks.flatMap((block) => block.items).find((one) => one.drillId === drillId);
    if (!item || !week) continue;
    const score = {
      id: uuid(),
      foot: 'both',
      value,
      faults: 0,
      seconds: 'seconds' in item.dose ? item.dose.seconds : 30,
      clocked: true,
      parts: null,
    };
    const data = {
      goId: uuid(),
      revisionId: week.revisionId,
      sessionId: session.id,
      itemId: item.id,
      round: 0,
      runId: null,
      doneAt: Date.now(),
      scores: [score],
    };
    expect((await context.request.post('/api/v1/go/scores', { data })).status()).toBe(200);
    return;
  }
  throw new Error(`The open week has no ${drillId}.`);
}

/** Makes the next week and stands on its bench. */
export async function makeNextWeek(page: Page): Promise<void> {
  await page.goto(`${await coachBase(page)}/weeks`);
  await awake(page);
  await page.getByRole('button', { name: 'Make the next week' }).click();
  await expect(page.getByRole('heading', { name: /^Week \d+$/ })).toBeVisible();
  await awake(page);
}

/** Adds a session with one block of one drill to the week on the bench. */
export async function addSession(
  page: Page,
  { name, block = 'challenge', drill }: { name?: string; block?: string; drill: string },
): Promise<void> {
  await page.getByRole('button', { name: 'Add a session' }).click();
  await page.getByRole('button', { name: 'Add an empty session' }).click();
  if (name) await page.getByLabel('Name of the session').last().fill(name);
  await page.getByLabel('Add a block:').last().selectOption(block);
  await page.getByLabel('Add a drill: type, then Enter').fill(drill);
  await page.keyboard.press('Enter');
}

/** Opens a section that its heading opens. */
export const unfold = (page: Page, name: string | RegExp) => page.getByRole('region', { name }).locator('summary').first().click();

/** Opens every section of the page that is closed. */
export async function unfoldAll(page: Page): Promise<void> {
  const closed = page.locator('main section > details:not([open]) > summary');
  for (let left = await closed.count(); left > 0; left--) {
    await closed.first().click();
    await expect(closed).toHaveCount(left - 1);
  }
}

/** Lets somebody in who shares the phone, in the window that asks who. */
export async function comeAlong(page: Page, nickname: string, pin: string): Promise<void> {
  const dialog = page.getByRole('dialog', { name: 'Who plays with you?' });
  await dialog.getByLabel('Squad code').fill('LANTERN');
  await dialog.getByLabel('Nickname').fill(nickname);
  await dialog.getByLabel('PIN').fill(pin);
  await dialog.getByRole('button', { name: 'Play along' }).click();
}
