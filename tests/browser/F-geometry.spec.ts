import type { Page } from '@playwright/test';
import type { Session } from '../../src/core/weeks/index.ts';
import { aBlock, anItem, aSession, timed } from '../core/make.ts';
import { faultsOfLayout } from './geometry.ts';
import { expect, LONG, meetsDrills, test } from './house.ts';
import { awake, signIn } from './people.ts';
import { releaseWeekOf } from './yard-week.ts';

test.use({ file: 'F-geometry' });

const SIZES = [
  [320, 568],
  [360, 640],
  [375, 667],
  [390, 844],
  [412, 915],
  [768, 1024],
  [844, 390],
] as const;
const TEXT = [100, 150, 200];
/** What every change waits for: the smallest phone, the usual one, one that lies. */
const SOON: Sizes = [
  [320, 568, 100],
  [320, 568, 200],
  [390, 844, 100],
  [844, 390, 150],
];
type Sizes = readonly (readonly [number, number, number])[];
const ALL: Sizes = SIZES.flatMap(([wide, high]) => TEXT.map((percent) => [wide, high, percent] as const));

const session: Session = {
  ...aSession([
    aBlock('recap', [{ ...anItem('outside-hook', { dose: { measure: 'count in time', seconds: 20, rounds: 2 } }), restSeconds: 30 }]),
    aBlock('challenge', [anItem('juggle-alternating', { dose: { measure: 'unbroken run', seconds: 20, rounds: 1, bounce: false } })]),
    aBlock('cool-down', [anItem('cross-course', {}), anItem('inside-taps', timed(10))]),
  ]),
  name: 'Every state of the clock',
};

/** Looks at one state at many sizes; what is wrong is named by state, size and size of the letters. */
async function look(page: Page, state: string, at: Sizes): Promise<string[]> {
  const found: string[] = [];
  for (const [width, height, percent] of at) {
    await page.setViewportSize({ width, height });
    await page.evaluate((size) => {
      document.documentElement.style.fontSize = `${size}%`;
    }, percent);
    for (const end of [0, 1]) {
      await page.evaluate((share) => {
        for (const part of [document.scrollingElement, document.querySelector('main')]) part?.scrollTo(0, share * part.scrollHeight);
      }, end);
      found.push(...(await faultsOfLayout(page)).map((one) => `${state}, ${width}×${height}, ${percent} %: ${one}`));
    }
  }
  await page.setViewportSize({ width: 390, height: 844 });
  await page.evaluate(() => document.documentElement.style.removeProperty('font-size'));
  return [...new Set(found)];
}

/** Every state of a visit, from Before to After, each looked at as the child comes to it. */
async function walk(page: Page, at: Sizes): Promise<string[]> {
  const faults: string[] = [];
  const seen = new Set<string>();
  const see = async (state: string) => {
    seen.add(state);
    faults.push(...(await look(page, state, at)));
  };
  const press = (name: string | RegExp) => page.getByRole('button', { name, exact: true }).first().click();
  const keep = page.getByRole('button', { name: 'Keep these numbers' });
  const pass = (seconds: number) => page.clock.fastForward(seconds * 1000);
  await meetsDrills(page);
  await page.goto('/week');
  await awake(page);
  await see('This week');
  await page.getByRole('link', { name: `Go: ${session.name}` }).click();
  await awake(page);
  await see('Before');
  await press('Start');
  await see('set-up');
  await press('Ready');
  await expect(page.getByRole('region', { name: /^New: / })).toBeVisible();
  await see('meeting a drill');
  await press(/^Try it/);
  await see('trying');
  await press('Stop');
  await press('I have got it');
  await see('lead-in');
  await pass(6);
  await see('lead-in, near its end');
  await pass(10);
  await see('work of one foot');
  await page.getByText('Pause', { exact: true }).click();
  await see('pause');
  await press('Too hard today').catch(() => {});
  await see('pause, easier');
  await press('Something hurts');
  await see('something hurts');
  await press('No, I am fine');
  await press('Go on');
  await pass(16);
  await see('switch');
  for (let i = 0; i < 12 && !(await keep.isVisible()); i++) await pass(4);
  await see('score of two feet');
  await press(/^I lost count/);
  await see('lost count');
  await page.getByRole('button', { name: /Back|count after all/ }).click();
  for (const field of await page.locator('input[inputmode=decimal]').all()) if ((await field.inputValue()) === '') await field.fill('9999');
  await keep.click();
  await see('odd numbers');
  await press(/^Keep (it|them)/);
  await see('rest, with results');
  await press(/mend it/);
  await see('mending');
  await press('Leave it as it was');
  for (let turn = 0; turn < 240; turn++) {
    if (await page.getByRole('heading', { name: /^That is all/ }).isVisible()) break;
    const region = page.getByRole('region', { name: /^New: / });
    if (await keep.isVisible()) {
      const state = (await page.getByRole('button', { name: 'Add this try' }).isVisible()) ? 'score of tries' : 'score';
      if (!seen.has(state)) await see(state);
      for (const field of await page.locator('input[inputmode=decimal]').all())
        if ((await field.inputValue()) === '') await field.fill('7');
      await keep.click();
    } else if (await page.getByRole('button', { name: /^Keep (it|them)/ }).isVisible()) await press(/^Keep (it|them)/);
    else if (await region.isVisible()) await region.getByRole('button', { name: 'Skip' }).click();
    else if (await page.getByRole('button', { name: 'Ready' }).isVisible()) {
      const state = (await page.getByText('Back to your place').isVisible()) ? 'back in place, with results' : 'drink or set-up';
      if (!seen.has(state)) await see(state);
      await press('Ready');
    } else if (await page.getByRole('button', { name: 'Done', exact: true }).isVisible()) {
      await pass(20);
      await see('work that counts up');
      await press('Done');
    } else await page.clock.runFor(2000);
  }
  await expect(page.getByRole('heading', { name: /^That is all/ })).toBeVisible();
  expect([...seen]).toEqual(expect.arrayContaining(['back in place, with results']));
  await see('After');
  await page.goto('/feet');
  await awake(page);
  await see('My feet');
  return faults;
}

for (const [name, at, how] of [
  ['on three phones', SOON, {}],
  ['at every size, with large letters', ALL, LONG],
] as const)
  test(`nothing covers anything, leaves the screen or is too small to hit, ${name}`, how, async ({ browser }) => {
    test.setTimeout(600_000);
    const context = await browser.newContext({ viewport: { width: 390, height: 844 } });
    await releaseWeekOf(context, 'F-geometry', [session]);
    await signIn(context, 'Comet');
    const page = await context.newPage();
    await page.clock.install();
    expect(await walk(page, at)).toEqual([]);
    await context.close();
  });
