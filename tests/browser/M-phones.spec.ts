import { expect, LONG, test } from './house.ts';
import { awake, follow, PHONE, signIn } from './people.ts';

test.use({ file: 'M-phones' });

/** A phone whose browser could be on the home screen, and is or is not there. */
async function iphone(browser: import('@playwright/test').Browser, standalone: boolean) {
  const context = await browser.newContext({ viewport: PHONE });
  await context.addInitScript((on) => Object.defineProperty(navigator, 'standalone', { value: on }), standalone);
  return context;
}

test('families are shown once, in pictures, how to keep it on the home screen; from there, nobody is', LONG, async ({ browser }) => {
  const phone = await iphone(browser, false);
  await signIn(phone, 'Comet');
  const page = await phone.newPage();
  await page.goto('/week');
  await awake(page);
  const shown = page.getByRole('region', { name: 'Keep it on this phone' });
  await expect(shown.getByRole('listitem')).toHaveText([/Press “Share”/, /“Add to Home Screen”/, /Open it there and sign in once/]);
  const spills = await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth);
  expect(spills).toBeLessThanOrEqual(0);
  await shown.getByRole('button', { name: 'Seen it' }).click();
  await expect(shown).toBeHidden();
  await page.reload();
  await awake(page);
  await expect(shown).toBeHidden();
  await phone.close();

  const there = await iphone(browser, true);
  await signIn(there, 'guardian');
  const family = await there.newPage();
  await family.goto('/family');
  await awake(family);
  await expect(family.getByRole('region', { name: 'Keep it on this phone' })).toBeHidden();
  await there.close();
});

test(
  'where the screen cannot be kept on and nothing films, both are said before the start, and filming is not offered',
  LONG,
  async ({ browser }) => {
    const phone = await browser.newContext({ viewport: PHONE });
    await phone.addInitScript(() => {
      Object.defineProperty(Navigator.prototype, 'wakeLock', { value: undefined });
      Object.defineProperty(window, 'MediaRecorder', { value: undefined });
    });
    await signIn(phone, 'Comet');
    const page = await phone.newPage();
    await page.goto('/week');
    await follow(page.getByRole('link', { name: /^Go: / }).first());
    await expect(page.getByText('This browser cannot keep the screen on.')).toBeVisible();
    await expect(page.getByText('This browser cannot film. Your numbers count without a clip.')).toBeVisible();
    await expect(page.getByRole('button', { name: 'Film my goes' })).toHaveCount(0);
    await phone.close();
  },
);
