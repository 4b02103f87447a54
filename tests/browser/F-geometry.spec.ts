import type { Page } from '@playwright/test';
import type { Session } from '../../src/core/weeks/index.ts';
import { pseudo } from '../../src/messages/pseudo.ts';
import { aBlock, anItem, aSession, timed } from '../core/make.ts';
import { ALL_SIZES, look, type Sizes, SOME_SIZES } from './geometry.ts';
import { expect, LONG, meetsDrills, test } from './house.ts';
import { awake, follow, signIn, unfoldAll } from './people.ts';
import { releaseWeekOf } from './yard-week.ts';

test.use({ file: 'F-geometry' });

const session: Session = {
  ...aSession([
    aBlock('recap', [{ ...anItem('outside-hook', { dose: { measure: 'count in time', seconds: 20, rounds: 2 } }), restSeconds: 30 }]),
    aBlock('challenge', [anItem('juggle-alternating', { dose: { measure: 'unbroken run', seconds: 20, rounds: 1, bounce: false } })]),
    aBlock('cool-down', [anItem('cross-course', {}), anItem('inside-taps', timed(10))]),
  ]),
  name: 'Every state of the clock',
};

/** How a control is found by its English words, in what a page is read in. */
interface Reads {
  language: string;
  whole(words: string): string;
  begins(...words: string[]): RegExp;
  has(...words: string[]): RegExp;
}

const plain = (words: string) => words.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');
const ENGLISH: Reads = {
  language: 'en',
  whole: (words) => words,
  begins: (...words) => new RegExp(`^(?:${words.map(plain).join('|')})`),
  has: (...words) => new RegExp(words.map(plain).join('|')),
};
/** The letters of the language of long words, without its brackets and what makes it longer. */
const accented = (words: string) => plain(pseudo(words).replace(/^(\s*)⟦|( ?ö+)⟧(\s*)$/gu, '$1$3'));
const LONG_WORDS: Reads = {
  language: 'en-XA',
  whole: pseudo,
  begins: (...words) => new RegExp(`^⟦(?:${words.map(accented).join('|')})`, 'u'),
  has: (...words) => new RegExp(words.map(accented).join('|'), 'u'),
};

/** Every state of a visit, from Before to After, each looked at as the child comes to it. */
async function walk(page: Page, at: Sizes, { whole, begins, has }: Reads): Promise<string[]> {
  const faults: string[] = [];
  const seen = new Set<string>();
  const see = async (state: string) => {
    seen.add(state);
    faults.push(...(await look(page, state, at)));
  };
  const press = (name: string | RegExp) => page.getByRole('button', { name, exact: true }).first().click();
  const keep = page.getByRole('button', { name: whole('Keep these numbers') });
  const isOver = () => page.getByRole('heading', { name: begins('That is all') });
  const pass = (seconds: number) => page.clock.fastForward(seconds * 1000);
  await meetsDrills(page);
  await page.goto('/week');
  await awake(page);
  await see('This week');
  await follow(page.getByRole('link', { name: new RegExp(`${begins('Go:').source}.* ${session.name}$`) }));
  await see('Before');
  await press(whole('Start'));
  await see('set-up');
  await press(whole('Ready'));
  await expect(page.getByRole('region', { name: begins('New: ') })).toBeVisible();
  await see('meeting a drill');
  await press(begins('Try it'));
  await see('trying');
  await press(whole('Stop'));
  await press(whole('I have got it'));
  await see('lead-in');
  await pass(6);
  await see('lead-in, near its end');
  await pass(10);
  await see('work of one foot');
  await page.getByText(whole('Pause'), { exact: true }).click();
  await see('pause');
  await press(whole('Too hard today')).catch(() => {});
  await see('pause, easier');
  await press(whole('Something hurts'));
  await see('something hurts');
  await press(whole('No, I am fine'));
  await press(whole('Go on'));
  await pass(16);
  await see('switch');
  for (let i = 0; i < 12 && !(await keep.isVisible()); i++) await pass(4);
  await see('score of two feet');
  await press(begins('I lost count'));
  await see('lost count');
  await page.getByRole('button', { name: has('Back', 'count after all') }).click();
  for (const field of await page.locator('input[inputmode=decimal]').all()) if ((await field.inputValue()) === '') await field.fill('9999');
  await keep.click();
  await see('odd numbers');
  await press(begins('Keep it', 'Keep them'));
  await see('rest, with results');
  await press(has('mend it'));
  await see('mending');
  await press(whole('Leave it as it was'));
  for (let turn = 0; turn < 240; turn++) {
    if (await isOver().isVisible()) break;
    const region = page.getByRole('region', { name: begins('New: ') });
    if (await keep.isVisible()) {
      const state = (await page.getByRole('button', { name: whole('Add this try') }).isVisible()) ? 'score of tries' : 'score';
      if (!seen.has(state)) await see(state);
      for (const field of await page.locator('input[inputmode=decimal]').all())
        if ((await field.inputValue()) === '') await field.fill('7');
      await keep.click();
    } else if (await page.getByRole('button', { name: begins('Keep it', 'Keep them') }).isVisible())
      await press(begins('Keep it', 'Keep them'));
    else if (await region.isVisible()) await region.getByRole('button', { name: whole('Skip') }).click();
    else if (await page.getByRole('button', { name: whole('Ready') }).isVisible()) {
      const state = (await page.getByText(whole('Back to your place')).isVisible()) ? 'back in place, with results' : 'drink or set-up';
      if (!seen.has(state)) await see(state);
      await press(whole('Ready'));
    } else if (await page.getByRole('button', { name: whole('Done'), exact: true }).isVisible()) {
      await pass(20);
      await see('work that counts up');
      await press(whole('Done'));
    } else await page.clock.runFor(2000);
  }
  await expect(isOver()).toBeVisible();
  expect([...seen]).toEqual(expect.arrayContaining(['back in place, with results']));
  await see('After');
  await page.goto('/feet');
  await awake(page);
  await see('My feet');
  return faults;
}

test('nothing covers anything, leaves the screen or is too small to hit, at every size, with large letters', LONG, async ({ browser }) => {
  test.setTimeout(600_000);
  const context = await browser.newContext({ viewport: { width: 390, height: 844 } });
  await releaseWeekOf(context, 'F-geometry', [session]);
  await signIn(context, 'Comet');
  const page = await context.newPage();
  await page.clock.install();
  expect(await walk(page, ALL_SIZES, ENGLISH)).toEqual([]);
  await context.close();
});

test('nor where every word is a third longer', LONG, async ({ browser, house }) => {
  // Another child: who walked before has met these drills.
  test.setTimeout(600_000);
  const context = await browser.newContext({ viewport: { width: 390, height: 844 } });
  await releaseWeekOf(context, 'F-geometry', [session]);
  await signIn(context, 'Biscuit');
  await context.addCookies([{ name: 'language', value: LONG_WORDS.language, url: house }]);
  const page = await context.newPage();
  await page.clock.install();
  expect(await walk(page, SOME_SIZES, LONG_WORDS)).toEqual([]);
  await context.close();
});

const filmed: Session = { ...aSession([aBlock('challenge', [anItem('sole-taps', timed(10))])]), name: 'On film' };

test('nothing covers anything while the camera is on, nor on the family’s page', LONG, async ({ browser }) => {
  test.setTimeout(300_000);
  const context = await browser.newContext({ viewport: { width: 390, height: 844 } });
  await releaseWeekOf(context, 'F-geometry', [filmed]);
  await signIn(context, 'Comet');
  const page = await context.newPage();
  const faults: string[] = [];
  const see = async (state: string, least?: number) => faults.push(...(await look(page, state, SOME_SIZES, least)));
  await page.goto('/week');
  await awake(page);
  await follow(page.getByRole('link', { name: `Go: ${filmed.name}` }));
  await page.getByRole('button', { name: 'Film my goes' }).click();
  await expect(page.getByLabel('Camera picture')).toBeVisible();
  await see('Before, filming');
  await page.getByRole('button', { name: 'Start' }).click();
  await expect(page.getByRole('button', { name: 'Ready' })).toBeVisible();
  await see('set-up, filming');
  await page.getByRole('button', { name: 'Ready' }).click();
  await expect(page.getByText('Filming this go')).toBeVisible();
  const keep = page.getByRole('button', { name: 'Keep these numbers' });
  await expect(keep).toBeVisible();
  await expect(page.getByLabel(/^Your clip/)).toBeVisible();
  await see('score with a clip');
  await page.locator('input[inputmode=decimal]').filter({ visible: true }).first().fill('9');
  await keep.click();
  await expect(page.getByRole('region', { name: 'Look at your clip first' })).toBeVisible();
  await see('a clip to look at');
  await page.getByRole('button', { name: 'Send without looking' }).click();
  await expect(page.getByRole('heading', { name: /^That is all/ })).toBeVisible();
  await see('After, with a clip');
  await context.clearCookies();
  await signIn(context, 'guardian');
  await page.goto('/family');
  await awake(page);
  await see('the family’s page', 44);
  await unfoldAll(page);
  await see('the family’s page, all of it open', 44);
  expect(faults).toEqual([]);
  await context.close();
});

test('three taps from This week to the work of a known drill, three at most for a number', LONG, async ({ browser }) => {
  const context = await browser.newContext({ viewport: { width: 390, height: 844 } });
  await releaseWeekOf(context, 'F-geometry', [{ ...filmed, id: anItem('sole-taps').id, name: 'Known' }]);
  await signIn(context, 'Comet');
  const page = await context.newPage();
  await page.clock.install();
  await page.goto('/week');
  await awake(page);
  // Every press of a finger is counted by the page itself.
  const count = () => {
    const more = () => sessionStorage.setItem('taps', String(1 + Number(sessionStorage.getItem('taps'))));
    addEventListener('click', more, true);
  };
  await page.evaluate(count);
  await context.addInitScript(count);
  const taps = () => page.evaluate(() => Number(sessionStorage.getItem('taps')));
  await follow(page.getByRole('link', { name: 'Go: Known' }));
  await page.getByRole('button', { name: 'Start' }).click();
  await page.getByRole('button', { name: 'Ready' }).click();
  await page.clock.fastForward(8000);
  await expect(page.getByTestId('clock-side')).toHaveText('Go');
  expect(await taps()).toBe(3);
  const keep = page.getByRole('button', { name: 'Keep these numbers' });
  for (let i = 0; i < 8 && !(await keep.isVisible()); i++) await page.clock.fastForward(5000);
  // One more than the number to beat is a tap, and keeping it another.
  await page
    .getByRole('button', { name: /: one more$/ })
    .first()
    .click();
  await keep.click();
  await expect(page.getByRole('heading', { name: /^That is all/ })).toBeVisible();
  expect(await taps()).toBe(5);
  await context.close();
});
