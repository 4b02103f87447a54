import AxeBuilder from '@axe-core/playwright';
import type { BrowserContext, Page } from '@playwright/test';
import { expect, LONG, test } from './house.ts';
import { awake, coachBase, follow, PHONE, signIn, unfoldAll } from './people.ts';

test.use({ file: '3-everybody' });

const TAGS = ['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa', 'best-practice'];

/**
 * Only what is wrong is looked into: describing all that passes takes longer than finding it. No page has frames, so axe need not open a
 * page of its own to put those of other addresses together.
 */
const axeOn = (page: Page) => new AxeBuilder({ page }).setLegacyMode().options({ resultTypes: ['violations'] });

/** Every main view is free of violations that axe can find; the dark look differs in its colours only, so only these are tried again. */
async function check(page: Page, name: string): Promise<void> {
  await awake(page);
  const dark = await page.evaluate(() => matchMedia('(prefers-color-scheme: dark)').matches);
  const { violations } = await (dark ? axeOn(page).withRules(['color-contrast']) : axeOn(page).withTags(TAGS)).analyze();
  expect(violations.map((one) => `${name}: ${one.id} ${one.nodes.map((node) => node.target).join(' ')}`)).toEqual([]);
}

/** The clock is read in the sun, two metres away: its words have the contrast of AAA. */
async function checkClock(page: Page, name: string): Promise<void> {
  await check(page, name);
  const { violations } = await axeOn(page).withRules(['color-contrast-enhanced']).analyze();
  expect(violations.map((one) => `${name}: ${one.nodes.map((node) => node.html.slice(0, 120)).join(' ')}`)).toEqual([]);
}

for (const colorScheme of ['light', 'dark'] as const) {
  test.describe(`in ${colorScheme}`, LONG, () => {
    let context: BrowserContext;
    test.beforeEach(async ({ browser }) => {
      context = await browser.newContext({ colorScheme });
    });
    test.afterEach(() => context.close());

    test('the coach’s views', async () => {
      test.slow();
      await signIn(context, 'coach');
      const page = await context.newPage();
      const base = await coachBase(page);
      // In the dark only colors differ: the views with the most of them stand for the others.
      const areas = colorScheme === 'dark' ? ['review', 'squad'] : ['today', 'weeks', 'drills', 'review', 'squad'];
      for (const area of areas) {
        await page.goto(`${base}/${area}`);
        await check(page, area);
      }
      await page.getByRole('link', { name: 'Comet' }).first().click();
      await expect(page.getByRole('img', { name: /^Goes over time\. \w/ }).locator('svg')).toBeVisible();
      await check(page, 'player page');
      const player = page.url();
      await page.goto(`${base}/weeks`);
      await follow(page.getByRole('link', { name: /Up in the air/ }));
      await page
        .getByRole('button', { name: /^Inside taps/ })
        .first()
        .click();
      await check(page, 'week bench');
      if (colorScheme === 'dark') {
        await page.goto(`${base}/drills/map`);
        await page.locator('[data-step]').first().waitFor();
        await check(page, 'map');
        return;
      }
      await page.getByRole('button', { name: 'Add a drill' }).first().click();
      await check(page, 'shelf dialog');
      await page.keyboard.press('Escape');
      await page.goto(`${base}/review`);
      await page.getByRole('button', { name: /^Comet · 10 reps Sole taps with a clip/ }).click();
      await expect(page.getByRole('slider', { name: /^Tap strip/ })).toBeVisible();
      await page.keyboard.press('f');
      await page.getByText(/^History/).click();
      await check(page, 'bench with strip');
      await page.keyboard.press('v');
      await check(page, 'two clips');
      await page.keyboard.press('Escape');
      await page.getByRole('button', { name: /^Wave the clear/ }).click();
      await check(page, 'wave');
      await page.keyboard.press('Escape');
      await page.goto(`${base}/weeks`);
      await follow(page.getByRole('link', { name: /Up in the air/ }));
      await page.getByRole('button', { name: 'Add a session' }).click();
      await check(page, 'starting shapes');
      await page.keyboard.press('Escape');
      await page.getByRole('button', { name: 'Preview' }).click();
      await expect(page.getByRole('dialog').getByRole('heading', { name: /^Quick feet/ })).toBeVisible();
      await check(page, 'preview');
      await page.keyboard.press('Escape');
      await page.getByRole('button', { name: 'Numbers' }).click();
      await expect(page.getByRole('dialog').getByRole('row', { name: /^Comet/ })).toBeVisible();
      await check(page, 'everybody’s numbers');
      await page.goto(`${page.url()}/print`);
      await check(page, 'printed sheets');
      for (const path of ['drills/cross-course', 'drills/new?from=three-gates', 'drills/map']) {
        await page.goto(`${base}/${path}`);
        if (path === 'drills/map') await page.locator('[data-step]').first().waitFor();
        await check(page, path);
      }
      for (const path of [
        'squad/ground',
        'squad/tables',
        'squad/compare',
        'squad/calibration',
        'squad/files',
        'squad/people',
        'squad/cards',
        'rules',
        'post',
      ]) {
        await page.goto(`${base}/${path}`);
        if (path === 'rules') {
          await awake(page);
          await unfoldAll(page);
        }
        await check(page, path);
      }
      await page.goto(`${player}/season`);
      await check(page, 'season sheet');
      await page.goto(`${base}/drills/cross-course`);
      await awake(page);
      await page.getByRole('button', { name: 'Lay it out, move by move' }).click();
      await expect(page.getByTestId('guide-words')).toHaveText('Put cone 1 here.');
      await check(page, 'placing guide');
    });

    test('the player’s, the guardian’s and the front door', async () => {
      test.slow();
      const page = await context.newPage();
      await page.setViewportSize(PHONE);
      for (const path of ['/', '/join', '/sign-in', '/invited', '/family-link#none', '/forgot', '/new-password#none']) {
        await page.goto(path);
        await check(page, path);
      }
      await signIn(context, 'Comet');
      for (const path of ['/week', '/feet', '/home']) {
        await page.goto(path);
        await check(page, path);
      }
      await page.goto('/week');
      await page.clock.install();
      await page.getByRole('link', { name: /^Go: / }).first().click();
      await page.waitForURL(/\/go\//);
      const go = new URL(page.url()).pathname.split('/').at(-1) ?? '';
      await check(page, 'before the start');
      await page.getByRole('button', { name: 'Start' }).click();
      // The page before the start has gone; what is looked at stands.
      await expect(page.getByRole('button', { name: 'Ready' })).toBeVisible();
      await checkClock(page, 'the set-up');
      await page.getByRole('button', { name: 'Ready' }).click();
      await expect(page.getByText('Get ready', { exact: true })).toBeVisible();
      await checkClock(page, 'the clock');
      await page.getByRole('button', { name: 'Pause' }).first().click();
      await checkClock(page, 'the pause');
      const score = page.getByRole('heading', { name: 'How many?' });
      for (let i = 0; i < 20 && !(await score.isVisible()); i++) {
        const goOn = page.getByRole('button', { name: 'Go on' });
        if (await goOn.isVisible()) await goOn.click();
        await page.clock.fastForward(20_000);
        for (const wait of ['Ready', 'Done']) {
          const button = page.getByRole('button', { name: wait, exact: true });
          if (await button.isVisible()) await button.click();
        }
      }
      await check(page, 'the numbers');
      await page.getByRole('button', { name: 'I lost count' }).click();
      await check(page, 'a lost count');
      await page.getByRole('button', { name: 'Back to the numbers' }).click();
      await page.getByRole('button', { name: 'Pause' }).click();
      await page.getByRole('button', { name: 'Stop here' }).click();
      await expect(page.getByRole('heading', { name: 'You stopped here.' })).toBeVisible();
      await check(page, 'after the session');
      await page.goto(`/by-hand/${go}`);
      await check(page, 'by hand');
      await context.clearCookies();
      await signIn(context, 'guardian');
      await page.goto('/family');
      await check(page, '/family');
      await unfoldAll(page);
      await check(page, '/family, all of it open');
      await page.getByRole('button', { name: 'Links, PIN and devices' }).click();
      await expect(page.getByText('Where Comet is signed in')).toBeVisible();
      await check(page, 'how a child gets in');
      await page.goto('/account');
      await check(page, '/account');
    });
  });
}

for (const language of ['en', 'es'])
  test(
    `the first load of a player page is at most 130 kB of compressed scripts (${language})`,
    language === 'es' ? LONG : {},
    async ({ browser, house }) => {
      // Without the worker that fetches the rest of the pages for later: only what the page itself waits for.
      const context = await browser.newContext({ serviceWorkers: 'block', baseURL: house, viewport: PHONE });
      await context.addCookies([{ name: 'language', value: language, url: house }]);
      const page = await context.newPage();
      await signIn(context, 'Comet');
      await page.goto('/week');
      const go = await page
        .getByRole('link', { name: /^(Go|Vamos): / })
        .first()
        .getAttribute('href');
      for (const path of ['/week', '/feet', go ?? '']) {
        await page.goto(path, { waitUntil: 'networkidle' });
        // What the browser itself says went over the line.
        const total = await page.evaluate(() =>
          performance
            .getEntriesByType('resource')
            .filter((entry) => entry.name.endsWith('.js'))
            .reduce((sum, entry) => sum + (entry as PerformanceResourceTiming).encodedBodySize, 0),
        );
        expect(total, path).toBeGreaterThan(10_000);
        expect(total, path).toBeLessThan(130 * 1024);
      }
      await context.close();
    },
  );

test('the gallery shows every notation and part, on a phone and in the dark too, and nothing spills over', LONG, async ({ page }) => {
  await page.goto('/gallery');
  await expect(page.getByRole('heading', { name: 'Moves' })).toBeVisible();
  for (const name of ['Moves', 'Yard', 'Seam', 'Skyline', 'Laces', 'Staircase'])
    await expect(page.getByRole('region', { name }).locator('svg').first()).toBeVisible();
  await check(page, 'gallery');
  await page.emulateMedia({ colorScheme: 'dark' });
  await check(page, 'gallery in the dark');
  await page.setViewportSize(PHONE);
  const spills = await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth);
  expect(spills).toBeLessThanOrEqual(0);
});

/** Words on a page whose contrast is below that of AAA. */
async function faint(page: Page, name: string): Promise<string[]> {
  await awake(page);
  const { violations } = await axeOn(page).withRules(['color-contrast-enhanced']).analyze();
  return violations.flatMap((one) => one.nodes.map((node) => `${name}: ${node.html.slice(0, 120)}`));
}

for (const colorScheme of ['light', 'dark'] as const)
  test(`whoever asks for more contrast gets that of AAA on every main view, in ${colorScheme}`, LONG, async ({ browser }) => {
    const context = await browser.newContext({ colorScheme, contrast: 'more' });
    const page = await context.newPage();
    const found: string[] = [];
    await page.goto('/');
    found.push(...(await faint(page, 'the door')));
    await signIn(context, 'coach');
    const base = await coachBase(page);
    for (const area of ['today', 'weeks', 'drills', 'review', 'squad', 'rules']) {
      await page.goto(`${base}/${area}`);
      found.push(...(await faint(page, area)));
    }
    await context.clearCookies();
    await signIn(context, 'Comet');
    for (const path of ['/week', '/feet']) {
      await page.goto(path);
      found.push(...(await faint(page, path)));
    }
    await context.clearCookies();
    await signIn(context, 'guardian');
    await page.goto('/family');
    found.push(...(await faint(page, 'family')));
    expect(found).toEqual([]);
    await context.close();
  });

test('with the few colours of the device, feet are told by their hatch and what is chosen by an edge', LONG, async ({ browser }) => {
  const context = await browser.newContext({ forcedColors: 'active' });
  await signIn(context, 'coach');
  const page = await context.newPage();
  const base = await coachBase(page);
  await page.goto(`${base}/drills/map`);
  await awake(page);
  const chosen = page.locator('[aria-pressed="true"]').first();
  await expect(chosen).toBeVisible();
  const edge = (one: Element) => getComputedStyle(one).outlineStyle + getComputedStyle(one).outlineWidth;
  expect(await chosen.evaluate(edge)).toBe('solid3px');
  expect(await page.locator('[aria-pressed="false"]').first().evaluate(edge)).not.toBe('solid3px');
  const soles = await page
    .locator('svg[viewBox="0 0 40 44"]')
    .first()
    .evaluate((svg) => [...svg.querySelectorAll('path')].map((path) => path.getAttribute('fill')));
  expect(soles[0]).toContain('url(#');
  expect(soles[1]).toBe('var(--right)');
  await context.close();
});
