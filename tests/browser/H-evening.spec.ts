import type { Page } from '@playwright/test';
import type { WeekDetail } from '../../src/contract/weeks.ts';
import { expect, LONG, test } from './house.ts';
import { awake, coachBase, makeNextWeek, signIn } from './people.ts';

test.use({ file: 'H-evening' });

/* The coach's evening: a week that proposes itself, many drills at once, and everything can be taken back. */

const weekOf = async (page: Page): Promise<WeekDetail> =>
  (await (await page.request.get(`/api/v1/weeks/${page.url().split('/').at(-1)?.split('#')[0]}`)).json()) as WeekDetail;
const itemsOf = ({ plan }: WeekDetail) => plan.sessions.flatMap((session) => session.blocks.flatMap((block) => block.items));
const WHY =
  /To get warm: |Put in so that the week is sound|A quiet end\.|One leg burner|On the way to |The number to beat|The next step after |New|Few reach its band|You wished for |Known, |Last done /;
const saved = (page: Page) => expect(page.getByText('All saved')).toBeVisible();

/** Counts what is pressed and chosen from here on. */
async function counting(page: Page): Promise<() => Promise<number>> {
  await page.evaluate(() => {
    const counter = window as unknown as { pressed: number };
    counter.pressed = 0;
    // A label's press comes once more at its field.
    addEventListener('click', (event) => (event as MouseEvent).detail > 0 && counter.pressed++, true);
    addEventListener('change', (event) => event.target instanceof HTMLSelectElement && counter.pressed++, true);
  });
  return () => page.evaluate(() => (window as unknown as { pressed: number }).pressed);
}

test.describe('the coach’s evening', () => {
  test.beforeEach(async ({ context }) => signIn(context, 'coach'));

  test('the week proposes itself: kept, swapped, taken and released in twelve presses', LONG, async ({ page }) => {
    test.slow();
    await makeNextWeek(page);
    const pressed = await counting(page);
    await page.getByRole('button', { name: 'Propose' }).click();
    const dialog = page.getByRole('dialog', { name: 'Propose the week' });
    const rows = dialog.getByRole('listitem').filter({ has: page.getByRole('button', { name: /^Keep / }) });
    await expect(rows.first()).toBeVisible();
    await expect(dialog.getByText('Thinking it through…')).toHaveCount(0);
    // Each drill says why it is there, whichever week was found in the time there is.
    for (const row of await rows.all()) await expect(row).toContainText(WHY);
    const first = rows.nth(1);
    const kept = (await first.getByRole('button', { name: /^Keep / }).getAttribute('aria-label'))?.replace('Keep ', '') ?? '';
    await first.getByRole('button', { name: /^Keep / }).click();
    await expect(dialog.getByRole('button', { name: `Let ${kept} go` })).toBeVisible();
    const other = rows.nth(3);
    const unwanted = (await other.getByRole('button', { name: /^Not / }).getAttribute('aria-label'))?.replace('Not ', '') ?? '';
    await other.getByRole('button', { name: /^Not / }).click();
    await expect(dialog.getByRole('button', { name: `Not ${unwanted}`, exact: true })).toHaveCount(0);
    await expect(dialog.locator('[aria-busy=false]')).toBeVisible();
    await expect(dialog.getByRole('button', { name: `Let ${kept} go` })).toBeVisible();
    await dialog.getByRole('button', { name: 'Take this week' }).click();
    await saved(page);
    const week = await weekOf(page);
    expect(week.plan.sessions).toHaveLength(3);
    // The checks have nothing to say of it.
    await expect(page.getByText('Nothing to say: time, feet, load and order are sound.')).toBeVisible();
    await page.getByRole('button', { name: 'Release at this hour' }).click();
    await expect(page.getByText(/^Released\. Opens /)).toBeVisible();
    expect(await pressed()).toBeLessThanOrEqual(12);

    // And it is taken back until it opens.
    await page.getByRole('button', { name: 'Take the release back' }).click();
    await expect(page.getByText('Taken back. The week is a draft again.')).toBeVisible();
    expect((await weekOf(page)).state).toBe('draft');
    // A surprise has an hour of its own, and its main button keeps the surprise.
    await page.getByLabel('Hour').fill('07:15');
    await page.getByLabel(/A surprise/).check();
    await page.getByRole('button', { name: 'Release it as a surprise' }).click();
    await expect(page.getByText(/^Released\. Opens .*7:15/)).toBeVisible();
    await page.reload();
    await awake(page);
    await expect(page.getByLabel('Hour')).toHaveValue('07:15');
    await expect(page.getByRole('button', { name: 'Open it now: no surprise' })).toBeVisible();
    await page.getByRole('button', { name: 'Take the release back' }).click();
    await expect(page.getByText('Taken back. The week is a draft again.')).toBeVisible();

    // A draft that nobody wants is thrown away, once it was asked.
    const { number } = week;
    await page.goto(`${await coachBase(page)}/weeks`);
    await awake(page);
    await page.getByRole('button', { name: `Throw away week ${number}`, exact: true }).click();
    await page.getByRole('button', { name: 'Throw it away' }).click();
    await expect(page.getByRole('button', { name: `Throw away week ${number}`, exact: true })).toHaveCount(0);
  });

  test('one rule for many drills in four presses, each the own step, and a check set aside with its reason', LONG, async ({ page }) => {
    test.slow();
    await makeNextWeek(page);
    for (const shape of ['recap day', 'wall day', 'twenty-fives']) {
      await page.getByRole('button', { name: 'Add a session' }).click();
      await page.getByRole('radio', { name: shape }).check();
      await page.getByRole('button', { name: `Add the ${shape}` }).click();
    }
    await saved(page);
    const pressed = await counting(page);
    await page.getByRole('button', { name: 'Choose' }).click();
    await page.getByRole('button', { name: 'All scored' }).click();
    await page.getByLabel('Number to reach of the chosen drills').selectOption('stretch');
    expect(await pressed()).toBeLessThanOrEqual(4);
    await saved(page);
    const scored = itemsOf(await weekOf(page)).filter((item) => item.scored);
    expect(scored.length).toBeGreaterThan(5);
    expect(new Set(scored.map((item) => item.target.rule))).toEqual(new Set(['stretch']));
    // From one to another with Shift.
    await page.getByRole('button', { name: 'None' }).click();
    const boxes = page.getByRole('checkbox', { name: /^Choose / });
    await boxes.nth(0).click();
    await boxes.nth(3).click({ modifiers: ['Shift'] });
    await expect(page.getByText('4 chosen')).toBeVisible();
    await page.getByRole('button', { name: 'Done choosing' }).click();

    // A wall drill becomes the step each is on; who that is is shown before anything is released.
    await page
      .getByRole('region', { name: 'Session Wall day' })
      .getByRole('button', { name: /^Wall passes, one touch/, expanded: false })
      .click();
    await page.getByLabel('The step each is on').check();
    await expect(page.getByRole('list', { name: 'Who is on which step' })).toContainText(/Comet|\d+ players/);
    await page.getByText('Why, and another step for one').click();
    await page.getByLabel('Step of Comet').selectOption({ index: 1 });
    await saved(page);
    expect(Object.keys(itemsOf(await weekOf(page)).find((item) => item.ownStep)?.ownStep?.players ?? {})).toHaveLength(1);

    // Everybody's numbers stand on one sheet, with the reason of the one that has the focus, and are typed over in place.
    await page.getByRole('button', { name: 'Numbers' }).click();
    const numbers = page.getByRole('dialog', { name: 'Everybody’s numbers' });
    await numbers.getByRole('button', { name: 'All on one sheet' }).click();
    const mine = numbers.getByLabel(/^Comet, Sole taps/).first();
    await mine.focus();
    await expect(numbers.getByRole('status')).toContainText('Comet, Sole taps');
    await mine.fill('77');
    await mine.press('Enter');
    await expect(numbers.getByLabel(/^Comet, Sole taps/).first()).toHaveClass(/text-lace/);
    await expect(numbers.getByLabel(/^Comet, Sole taps/).first()).toHaveValue('77');
    // Emptied, it goes back to the rule.
    await numbers
      .getByLabel(/^Comet, Sole taps/)
      .first()
      .fill('');
    await numbers
      .getByLabel(/^Comet, Sole taps/)
      .first()
      .press('Enter');
    await expect(numbers.getByLabel(/^Comet, Sole taps/).first()).not.toHaveClass(/text-lace/);
    await numbers.getByRole('button', { name: 'Close' }).click();

    // A check is set aside for this week, and looked at again.
    await page.getByRole('button', { name: /^Remove the session Recap day/ }).click();
    const checks = page.getByRole('region', { name: 'Checks' });
    const lines = checks.getByRole('listitem');
    if ((await lines.count()) > 0) {
      await lines.first().getByText('Why').click();
      await lines.first().getByRole('button', { name: 'Set this aside' }).click();
      await lines.first().getByRole('button', { name: 'For this week' }).click();
      await expect(lines.first().getByText('Say why in a few words: it is kept with it.')).toBeVisible();
      await lines.first().getByLabel('Set it aside, because').fill('They asked for it');
      await lines.first().getByRole('button', { name: 'For this week' }).click();
      await checks.getByText(/checks set aside$/).click();
      await expect(checks.getByText('They asked for it')).toBeVisible();
      await checks.getByRole('button', { name: 'Look at it again' }).click();
      await expect(checks.getByText(/checks set aside$/)).toHaveCount(0);
    }
  });
});
