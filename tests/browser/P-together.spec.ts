import AxeBuilder from '@axe-core/playwright';
import type { Browser, BrowserContext, Page } from '@playwright/test';
import { look, SOME_SIZES } from './geometry.ts';
import { expect, LONG, test } from './house.ts';
import { addSession, awake, coachBase, comeAlong, makeNextWeek, PHONE, signIn } from './people.ts';

test.use({ file: 'P-together' });

/** A player's phone at This week. */
async function phoneOf(browser: Browser, who: 'Comet' | 'Biscuit' | 'Pebble'): Promise<{ context: BrowserContext; page: Page }> {
  const context = await browser.newContext({ viewport: PHONE });
  await signIn(context, who);
  return { context, page: await context.newPage() };
}

/** Goes in through This week and stands at the wait for the first go. */
async function join(page: Page): Promise<void> {
  await page.goto('/week');
  await page.getByRole('link', { name: /^Join/ }).click();
  await awake(page);
  await page.getByRole('button', { name: 'Start' }).click();
  await expect(page.getByRole('button', { name: 'I am ready' })).toBeVisible();
}

const give = async (page: Page, value: string) => {
  await expect(page.getByRole('heading', { name: 'How many?' })).toBeVisible({ timeout: 30_000 });
  await page.getByLabel('Count (tap)', { exact: true }).fill(value);
  await page.getByRole('button', { name: 'Keep these numbers' }).click();
};

const seconds = async (page: Page) => Number(await page.getByTestId('clock-seconds').textContent());

/** A session of sole taps for twelve seconds that everybody does tonight, begun by the coach, whose desk then leads it. */
async function lead(desk: Page, context: BrowserContext, name: string): Promise<string> {
  await signIn(context, 'coach');
  const base = await coachBase(desk);
  await makeNextWeek(desk);
  await addSession(desk, { name, drill: 'sole taps' });
  await expect(desk.getByTestId('session-minutes')).toHaveText(/min/);
  await desk
    .getByRole('button', { name: /^Sole taps/ })
    .first()
    .click();
  await desk.getByLabel('Work').fill('12');
  await desk.getByRole('button', { name: 'Release now' }).click();
  await expect(desk.getByText('Released. Players see it now.')).toBeVisible();
  await desk.goto(`${base}/together`);
  await awake(desk);
  await desk.getByLabel('Session').selectOption({ label: await desk.getByRole('option', { name: new RegExp(name) }).innerText() });
  await desk.getByRole('button', { name: 'Begin now' }).click();
  await expect(desk.getByText('Not begun')).toBeVisible();
  await awake(desk);
  return base;
}

test(
  'three phones and a coach do a challenge by one clock, with a lost line, a reload, a late comer and a number that cannot be',
  LONG,
  async ({ browser, page: desk, context }) => {
    test.setTimeout(240_000);
    const base = await lead(desk, context, 'Friday together');

    const comet = await phoneOf(browser, 'Comet');
    const biscuit = await phoneOf(browser, 'Biscuit');
    const pebble = await phoneOf(browser, 'Pebble');
    await join(comet.page);
    await join(biscuit.page);
    await expect(desk.getByRole('heading', { name: /^2 of \d+ are here$/ })).toBeVisible();
    await desk.getByRole('button', { name: 'Everybody ready?' }).click();
    await expect(comet.page.getByRole('heading', { name: 'Everybody ready?' })).toBeVisible();
    await comet.page.getByRole('button', { name: 'I am ready' }).click();
    await biscuit.page.getByRole('button', { name: 'I am ready' }).click();
    await expect(desk.getByText('2 of 2 are ready.')).toBeVisible();
    expect((await new AxeBuilder({ page: comet.page }).analyze()).violations).toEqual([]);

    await desk.getByRole('button', { name: /^Begin/ }).click();
    await expect(comet.page.getByText('Get ready', { exact: true })).toBeVisible();
    await expect(biscuit.page.getByText('Get ready', { exact: true })).toBeVisible();
    await expect.poll(async () => Math.abs((await seconds(comet.page)) - (await seconds(biscuit.page)))).toBeLessThanOrEqual(1);

    // The line of one is lost in the middle, and the other loads anew; a third comes late.
    await expect(biscuit.page.getByText('Go', { exact: true }).first()).toBeVisible({ timeout: 30_000 });
    await biscuit.context.setOffline(true);
    await comet.page.reload();
    await awake(comet.page);
    await join(pebble.page).catch(() => {});
    await expect(pebble.page.getByText('The squad is in the middle of a go. You join the next one.')).toBeVisible();
    await give(comet.page, '14');
    await give(biscuit.page, '15');
    await biscuit.context.setOffline(false);
    await expect(desk.getByText(/of 3 have sent/)).toBeVisible();
    await expect(desk.getByText('2 of 3 have sent.')).toBeVisible({ timeout: 30_000 });

    // Once more, with everybody; one says a number that no foot can.
    await desk.getByRole('button', { name: 'This go again' }).click();
    for (const one of [comet, biscuit, pebble])
      await expect(one.page.getByText('Get ready', { exact: true })).toBeVisible({ timeout: 15_000 });
    await give(comet.page, '16');
    await give(pebble.page, '301');
    await pebble.page.getByRole('button', { name: 'Keep it' }).click();
    // What cannot be has its doubt beside it for the coach, and no other child sees it.
    const row = desk.getByRole('listitem').filter({ has: desk.getByText('Pebble', { exact: true }) });
    await expect(row).toContainText('301');
    await expect(row.locator('.text-stop').first()).toBeVisible();
    await expect(comet.page.getByTestId('squad-scene')).not.toContainText('301');
    await expect(comet.page.getByTestId('squad-scene')).toContainText('2 of 3 have sent.');
    await row.getByRole('button', { name: 'Again for Pebble' }).click();
    await expect(pebble.page.getByText(/^Your coach would like this once more: Sole taps/)).toBeVisible();
    await give(biscuit.page, '12');
    await expect(desk.getByText('3 of 3 have sent.')).toBeVisible();
    expect((await new AxeBuilder({ page: desk }).analyze()).violations).toEqual([]);

    await desk.getByRole('button', { name: 'End the evening' }).click();
    for (const one of [comet, biscuit, pebble])
      await expect(one.page.getByRole('heading', { name: 'That is all. Well done.' })).toBeVisible({ timeout: 15_000 });
    // It counts like any session, and says of itself that it was done together.
    await desk.goto(`${base}/squad`);
    await expect(
      desk
        .getByRole('img', { name: /done together, live/ })
        .or(desk.getByText('done together, live'))
        .first(),
    ).toBeVisible();
    for (const one of [comet, biscuit, pebble]) await one.context.close();
  },
);

test(
  'two on one phone begin together, are asked one after the other, and each has the own number',
  LONG,
  async ({ browser, page: desk, context }) => {
    test.setTimeout(240_000);
    await lead(desk, context, 'Two at home');
    const { context: home, page } = await phoneOf(browser, 'Comet');
    const button = (name: string | RegExp) => page.getByRole('button', { name }).filter({ visible: true });
    await page.goto('/week');
    await page.getByRole('link', { name: /^Join/ }).click();
    await awake(page);
    await button('Somebody plays with me').click();
    await comeAlong(page, 'Biscuit', '1357');
    await expect(
      page.getByText('After each go the phone asks one after the other for the number.').filter({ visible: true }),
    ).toBeVisible();
    expect(await look(page, 'Before, two at home', SOME_SIZES)).toEqual([]);
    await button('Start').click();
    await button('I am ready').click();
    await expect(desk.getByRole('heading', { name: /^2 of \d+ are here$/ })).toBeVisible();
    await expect(desk.getByText('2 of 2 are ready.')).toBeVisible();
    await button('Biscuit').click();
    await expect(button('You are ready')).toBeVisible();
    await button('Comet').click();
    expect(await look(page, 'between two goes, two at home', SOME_SIZES)).toEqual([]);
    await desk.getByRole('button', { name: /^Begin/ }).click();

    const asked = (name: string) => page.getByRole('heading', { name: `How many, ${name}?` }).filter({ visible: true });
    const field = page.locator('input[inputmode=decimal]').filter({ visible: true }).first();
    const keep = async (value: string) => {
      await field.fill(value);
      await button('Keep these numbers').click();
    };
    await expect(asked('Comet')).toBeVisible({ timeout: 40_000 });
    await keep('14');
    await expect(asked('Biscuit')).toBeVisible();
    await keep('9');
    await expect(desk.getByText('2 of 2 have sent.')).toBeVisible({ timeout: 15_000 });
    const row = (name: string) => desk.getByRole('listitem').filter({ has: desk.getByText(name, { exact: true }) });
    await expect(row('Comet')).toContainText('14');
    await expect(row('Biscuit')).toContainText('9');

    // Once more, with one ball: the one who did not play says so; after a reload both are still here.
    await desk.getByRole('button', { name: 'This go again' }).click();
    await expect(page.getByText('Get ready', { exact: true }).filter({ visible: true })).toBeVisible({ timeout: 15_000 });
    await desk.getByRole('button', { name: 'End the evening' }).click();
    await expect(desk.getByText('This ends it for everybody; it cannot be begun again.')).toBeVisible();
    await desk.getByRole('button', { name: 'Not yet' }).click();
    await expect(desk.getByRole('button', { name: 'End it now' })).toBeHidden();
    await page.reload();
    await awake(page);
    await expect(asked('Comet')).toBeVisible({ timeout: 40_000 });
    await button('Not my go this time').click();
    await expect(asked('Biscuit')).toBeVisible();
    await keep('12');
    await expect(row('Biscuit')).toContainText('12');

    await desk.getByRole('button', { name: 'End the evening' }).click();
    const end = page.getByRole('heading', { name: 'That is all. Well done.' }).filter({ visible: true });
    await expect(end).toBeVisible({ timeout: 15_000 });
    await button('Biscuit').click();
    await expect(end).toBeVisible();
    await home.close();
  },
);
