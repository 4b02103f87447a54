import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import Database from 'better-sqlite3';
import type { Session } from '../../src/core/weeks/index.ts';
import { aBlock, anItem, aSession } from '../core/make.ts';
import { look, SOME_SIZES } from './geometry.ts';
import { databaseOf, expect, LONG, meetsDrills, test } from './house.ts';
import { awake, follow, PHONE, signIn } from './people.ts';
import { releaseWeekOf } from './yard-week.ts';

test.use({ file: 'K-pictures' });

const session: Session = {
  ...aSession([
    aBlock('challenge', [
      { ...anItem('outside-hook', { dose: { measure: 'count in time', seconds: 20, rounds: 1 } }), scored: true },
      { ...anItem('inside-taps', { dose: { measure: 'count in time', seconds: 10, rounds: 1 } }), scored: true },
    ]),
  ]),
  name: 'Two drills',
};

const button = (page: Page, name: string | RegExp) => page.getByRole('button', { name, exact: true });

test(
  'who does not read yet does a session in pictures, taps the numbers, and hears or sees everything that an ear is pressed for',
  LONG,
  async ({ browser }) => {
    test.slow();
    const context = await browser.newContext({ viewport: PHONE });
    await releaseWeekOf(context, 'K-pictures', [session]);
    const page = await context.newPage();
    const faults: string[] = [];
    const see = async (state: string) => {
      faults.push(...(await look(page, state, SOME_SIZES)));
      const { violations } = await new AxeBuilder({ page })
        .setLegacyMode()
        .options({ resultTypes: ['violations'] })
        .analyze();
      faults.push(...violations.map((one) => `${state}: ${one.id} ${one.nodes.map((node) => node.target).join(' ')}`));
    };
    // This browser has no voice: what the ear would say stands on the screen.
    const heard = async (words: RegExp) => {
      await button(page, 'Read it to me').click();
      await expect(page.getByTestId('written')).toHaveText(words);
    };

    await signIn(context, 'guardian');
    await page.goto('/family');
    await awake(page);
    await page.getByText('Does Comet read already?').click();
    await button(page, 'Not yet: pictures and sound').click();
    await expect(page.getByText('The screens are pictures and sound.')).toBeVisible();

    await context.clearCookies();
    await signIn(context, 'Comet');
    await meetsDrills(page);
    await page.clock.install();
    await page.goto('/week');
    await awake(page);
    await expect(page.getByRole('heading', { name: 'This week' })).toBeAttached();
    await heard(/^Hi Comet\. .*The big arrow starts it\./);
    await see('This week');
    await follow(page.getByRole('link', { name: /^Go: Two drills/ }));
    await expect(button(page, 'Start')).toBeVisible();
    await heard(/^Two drills\. Fetch: /);
    await see('Before');
    await button(page, 'Start').click();
    await button(page, 'Ready').click();
    for (let met = 0; met < 2; met++) {
      if (met === 0) {
        const meeting = page.getByRole('region', { name: /^New: / });
        await expect(meeting.getByRole('slider')).toBeVisible();
        await see('meeting a drill');
        await button(page, 'I have got it').click();
        await expect(page.getByTestId('drill').locator('svg').first()).toBeVisible();
        await see('the clock');
        await heard(/Count this: /);
        await page.clock.runFor(1000);
        await button(page, 'Pause').click();
        await expect(button(page, 'Go on')).toBeVisible();
        await see('pause');
        await button(page, 'Go on').click();
        await button(page, 'Something hurts').click();
        await expect(button(page, 'Stop here')).toBeVisible();
        await see('stopping');
        await button(page, 'Back').click();
        await button(page, 'Go on').click();
      }
      const keep = button(page, 'Keep these numbers');
      for (let i = 0; i < 40 && !(await keep.isVisible()); i++) {
        if (await button(page, 'Ready').isVisible()) await button(page, 'Ready').click();
        await page.clock.runFor(3000);
      }
      await expect(keep).toBeDisabled();
      const feet = page.getByRole('button', { name: /^One more: / });
      await expect(feet.first()).toBeVisible();
      for (const foot of await feet.all()) for (let n = 0; n < 3; n++) await foot.dispatchEvent('pointerdown');
      await button(page, 'Take one back').click();
      if (met === 0) await see('tapping the number');
      await keep.click();
      if (await button(page, 'Ready').isVisible()) await button(page, 'Ready').click();
    }
    await expect(page.getByRole('heading', { name: /^That is all/ })).toBeAttached();
    await heard(/^That is all\. Well done!/);
    await see('After');
    await expect(page.getByRole('img', { name: 'Everything is sent.' })).toBeVisible();
    await follow(page.getByRole('link', { name: 'My feet' }));
    await heard(/Your left foot has touched the ball \d+ times/);
    await see('My feet');
    await follow(page.getByRole('link', { name: 'For grown-ups: with words' }));
    await expect(page.getByRole('heading', { name: 'From your coach' })).toBeVisible();
    // Three taps a foot, and the last one taken back.
    const db = new Database(databaseOf('K-pictures'), { readonly: true });
    const rows = db
      .prepare("select foot, value from scores where drill_id in ('outside-hook', 'inside-taps') order by received_at desc, foot limit 3")
      .all();
    db.close();
    expect(Object.fromEntries((rows as { foot: string; value: number }[]).map(({ foot, value }) => [foot, value]))).toEqual({
      left: 3,
      right: 2,
      both: 2,
    });
    expect(faults).toEqual([]);
    await context.close();
  },
);
