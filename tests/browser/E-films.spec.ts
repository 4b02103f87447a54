import type { Page } from '@playwright/test';
import type { ThisWeek } from '../../src/contract/training.ts';
import { expect, LONG, test } from './house.ts';
import { awake, coachBase, PHONE, signIn } from './people.ts';

/* A coach shows a drill in front of the camera; players see it with the week, without a line too. */

test.use({ file: 'E-films' });
test.describe.configure({ mode: 'serial' });

/** A film that plays: its first picture is there. */
const plays = (video: HTMLVideoElement) => video.readyState >= 2 && video.videoWidth > 0;

/** How many films a device keeps. */
const filmsOn = (page: Page) =>
  page.evaluate(async () => {
    // Whoever opens a database that is not there yet makes an empty one in its place.
    if (!(await indexedDB.databases()).some((one) => one.name === 'eager-feet')) return 0;
    return new Promise<number>((resolve, reject) => {
      const open = indexedDB.open('eager-feet');
      open.onerror = () => reject(open.error);
      open.onsuccess = () => {
        const keys = open.result.transaction('kept').objectStore('kept').getAllKeys();
        keys.onsuccess = () => {
          open.result.close();
          resolve(keys.result.filter((key) => String(key).startsWith('film:')).length);
        };
      };
    });
  });

test(
  'a drill is filmed, cut, said to be of an adult, given to the players, and seen by them without a line',
  LONG,
  async ({ page, context, browser }) => {
    test.slow();
    await signIn(context, 'coach');
    const base = await coachBase(page);
    const child = await browser.newContext({ viewport: PHONE });
    await signIn(child, 'Comet');
    const { week } = (await (await child.request.get('/api/v1/go/this-week')).json()) as ThisWeek;
    const session = week?.content.sessions[0];
    const drillId = session?.blocks.flatMap((block) => block.items)[0]?.drillId ?? '';
    const drillName = week?.content.drills[drillId]?.name ?? '';

    await page.goto(`${base}/drills?drill=${drillId}`);
    await awake(page);
    const sheet = page.getByRole('article', { name: drillName });
    await sheet.getByRole('button', { name: 'Film it' }).click();
    await sheet.getByRole('button', { name: 'Begin' }).click();
    // Two seconds of film at least; a slow machine may look at any second after that.
    await expect(sheet.getByRole('button', { name: /^Done, (5[0-8]|[1-4]?\d) s left$/ })).toBeVisible();
    await sheet.getByRole('button', { name: /^Done/ }).click();
    const give = sheet.getByRole('button', { name: 'Give it to the players' });
    await expect(give).toBeDisabled();
    // A reload loses no film.
    await page.reload();
    await awake(page);
    await sheet.getByRole('button', { name: 'Cut the ends' }).click();
    await sheet.getByLabel(/^Ends at/).fill('1.5');
    await expect(sheet.getByText('1.5 s are sent. What you cut off never leaves this device.')).toBeVisible();
    await sheet.getByRole('checkbox', { name: /^Only an adult coach/ }).check();
    await give.click();
    await expect(sheet.getByText(/Players get it with the week\.$/)).toBeVisible({ timeout: 60_000 });
    const film = sheet.getByLabel(`Film: ${drillName}`);
    await expect.poll(() => film.evaluate(plays)).toBe(true);
    expect(await film.evaluate((video: HTMLVideoElement) => video.duration)).toBeLessThan(1.7);
    await sheet.getByRole('button', { name: 'quarter' }).last().click();
    await sheet.getByRole('button', { name: 'Mirrored' }).click();
    await sheet.getByRole('button', { name: 'Next picture' }).click();
    expect(await film.evaluate((video: HTMLVideoElement) => [video.playbackRate, Math.round(video.currentTime * 30)])).toEqual([0.25, 1]);

    // The welcome of the week.
    await page.goto(`${base}/weeks/${week?.id}`);
    await awake(page);
    await page.getByRole('button', { name: 'Welcome film' }).click();
    const welcome = page.getByRole('dialog');
    await welcome.getByLabel('A film of Week').setInputFiles('src/demo/clips/sole-taps-a.webm');
    await welcome.getByRole('checkbox', { name: /^Only an adult coach/ }).check();
    await welcome.getByRole('button', { name: 'Give it to the players' }).click();
    await expect(welcome.getByText(/Players get it with the week\.$/)).toBeVisible({ timeout: 60_000 });

    // A player gets both, and keeps them.
    let phone = await child.newPage();
    await phone.goto('/week');
    await awake(phone);
    await expect(phone.getByRole('heading', { name: /^A word from/ })).toBeVisible();
    await expect.poll(() => filmsOn(phone)).toBe(2);
    await phone.evaluate(() => navigator.serviceWorker.ready);
    await phone.goto(`/go/${session?.id}`);
    await awake(phone);
    await phone.getByRole('button', { name: new RegExp(`^1\\. ${drillName}`) }).click();
    await expect(phone.getByLabel(new RegExp(`^${drillName}, shown by`))).toBeVisible();
    await phone.close();
    await child.setOffline(true);
    phone = await child.newPage();
    await phone.goto(`/go/${session?.id}`);
    await awake(phone);
    await phone.getByRole('button', { name: new RegExp(`^1\\. ${drillName}`) }).click();
    const shown = phone.getByLabel(new RegExp(`^${drillName}, shown by`));
    await expect.poll(() => shown.evaluate(plays)).toBe(true);
    await phone.close();
    await child.setOffline(false);

    // Removed, it is gone from the phone with the next look.
    await page.goto(`${base}/drills?drill=${drillId}`);
    await awake(page);
    await sheet.getByRole('button', { name: 'Remove it' }).click();
    await expect(sheet.getByRole('button', { name: 'Film it', exact: true })).toBeVisible();
    phone = await child.newPage();
    await phone.goto('/week');
    await awake(phone);
    await expect.poll(() => filmsOn(phone)).toBe(1);
    await child.close();
  },
);

test(
  'a coach speaks a cue of a drill, and a child hears it where the drill is told, until it is taken back',
  LONG,
  async ({ page, context, browser }) => {
    await signIn(context, 'coach');
    const base = await coachBase(page);
    const child = await browser.newContext({ viewport: PHONE });
    await signIn(child, 'Comet');
    const { week } = (await (await child.request.get('/api/v1/go/this-week')).json()) as ThisWeek;
    const session = week?.content.sessions[1];
    const drillId = session?.blocks.flatMap((block) => block.items)[0]?.drillId ?? '';
    await page.goto(`${base}/drills?drill=${drillId}`);
    await awake(page);
    await page.getByRole('button', { name: 'Speak your cue' }).click();
    await expect(page.getByRole('button', { name: /^Stop, 1[0-8] s left/ })).toBeVisible();
    await page.getByRole('button', { name: /^Stop,/ }).click();
    await expect(page.getByLabel('Your spoken line')).toBeVisible();
    const give = page.getByRole('button', { name: 'Give it to the players' });
    await expect(give).toBeDisabled();
    await page.getByRole('checkbox', { name: /^Only an adult coach can be heard/ }).check();
    await give.click();
    await expect(page.getByLabel('What Coach Fennel says of it')).toBeVisible();

    const phone = await child.newPage();
    await phone.goto(`/go/${session?.id}`);
    await awake(phone);
    await phone.getByRole('button', { name: /your coach says something about it/ }).click();
    const line = phone.getByLabel('What Coach Fennel says');
    await expect.poll(() => line.evaluate((audio: HTMLAudioElement) => audio.duration)).toBeGreaterThan(1);
    await page.getByRole('button', { name: 'Remove it' }).click();
    await expect(page.getByLabel('What Coach Fennel says of it')).toBeHidden();
    await phone.reload();
    await awake(phone);
    await expect(phone.getByText('your coach says something about it')).toBeHidden();
    await child.close();
  },
);
