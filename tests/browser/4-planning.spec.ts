import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import type { WeekDetail } from '../../src/contract/weeks.ts';
import { DrillFile, WeekFile } from '../../src/core/files/files.ts';
import { expect, LONG, test } from './house.ts';
import { awake, coachBase, follow, makeNextWeek, PHONE, signIn } from './people.ts';

test.use({ file: '4-planning' });

/** Makes the next week and stands on its bench. */
async function newWeek(page: Page, title: string): Promise<string> {
  await makeNextWeek(page);
  await page.getByLabel('Title').fill(title);
  return page.url();
}

const plan = async (page: Page, url = page.url()): Promise<WeekDetail['plan']> => {
  const id = url.split('/').at(-1) ?? '';
  return ((await (await page.request.get(`/api/v1/weeks/${id}`)).json()) as WeekDetail).plan;
};
const drillsOf = (given: WeekDetail['plan']) => given.sessions.map((s) => s.blocks.map((b) => b.items.map((i) => i.drillId)));
const saved = (page: Page) => expect(page.getByText('All saved')).toBeVisible();

/** Tab until something has the focus. */
async function tabTo(page: Page, what: ReturnType<Page['locator']>): Promise<void> {
  for (let i = 0; i < 200; i++) {
    if (await what.evaluate((element) => element === document.activeElement).catch(() => false)) return;
    await page.keyboard.press('Tab');
  }
  throw new Error('The focus never came there.');
}

test.describe('planning a week', () => {
  test.beforeEach(async ({ context }) => signIn(context, 'coach'));

  test('works by keyboard alone', LONG, async ({ page }) => {
    test.slow();
    const base = await coachBase(page);
    await page.goto(`${base}/weeks`);
    await awake(page);
    await tabTo(page, page.getByRole('button', { name: 'Make the next week' }));
    await page.keyboard.press('Enter');
    await expect(page.getByRole('heading', { name: /^Week \d+$/ })).toBeVisible();
    await awake(page);
    await tabTo(page, page.getByLabel('Title'));
    await page.keyboard.press('ControlOrMeta+a');
    await page.keyboard.type('By keyboard');

    // A session of a starting shape: S, arrows, Enter.
    await tabTo(page, page.getByRole('button', { name: 'Add a session' }));
    await page.keyboard.press('s');
    await expect(page.getByRole('dialog', { name: 'Add a session' })).toBeVisible();
    await tabTo(page, page.getByRole('radio', { name: 'recap day' }));
    await page.keyboard.press('ArrowUp');
    await expect(page.getByRole('radio', { name: 'five a day' })).toBeChecked();
    await page.keyboard.press('ArrowDown');
    await page.keyboard.press('ArrowDown');
    await page.keyboard.press('ArrowDown');
    await expect(page.getByRole('radio', { name: 'rep ladder' })).toBeChecked();
    await tabTo(page, page.getByRole('button', { name: 'Add the rep ladder' }));
    await page.keyboard.press('Enter');
    const session = page.getByRole('region', { name: 'Session Rep ladder' });
    await expect(session.getByTestId('session-minutes')).toHaveText(/\d+–\d+ min/);

    // A drill in two keystrokes: A and Enter add the first of the shelf to the block one stands on.
    const rows = session.getByRole('group', { name: 'warm-up' }).getByRole('listitem');
    await expect(rows).toHaveCount(2);
    await tabTo(page, rows.first().getByRole('button', { expanded: false }));
    await page.keyboard.press('a');
    await expect(page.getByRole('dialog', { name: 'Add a drill' })).toBeVisible();
    await page.keyboard.press('Enter');
    await expect(rows).toHaveCount(3);

    // Alt and an arrow move it: up among its neighbors, and over the edge into the next block.
    const added = session.getByRole('group', { name: 'warm-up' }).getByRole('button', { name: /^Inside taps/, expanded: false });
    await tabTo(page, added);
    await page.keyboard.press('Alt+ArrowUp');
    await saved(page);
    expect(drillsOf(await plan(page))[0]?.[0]?.indexOf('inside-taps')).toBe(1);
    await tabTo(page, added);
    await page.keyboard.press('Alt+ArrowDown');
    await page.keyboard.press('Alt+ArrowDown');
    await saved(page);
    expect(drillsOf(await plan(page))[0]?.[1]?.[0]).toBe('inside-taps');
    await page.keyboard.press('ControlOrMeta+z');
    await saved(page);
    expect(drillsOf(await plan(page))[0]?.[0]?.at(-1)).toBe('inside-taps');

    // A shape needs no mend; what goes missing is mended in one press.
    const challenge = session.getByRole('group', { name: 'challenge' });
    await tabTo(page, challenge.getByRole('button', { name: 'Remove the block challenge' }));
    await page.keyboard.press('Enter');
    await expect(page.getByText('The week has no challenge.')).toBeVisible();
    await tabTo(page, page.getByRole('button', { name: /^End “Rep ladder” with a minute of/ }));
    await page.keyboard.press('Enter');
    await expect(page.getByText('The week has no challenge.')).toBeHidden();
    await expect(challenge).toBeVisible();

    await tabTo(page, page.getByRole('button', { name: 'Release at this hour' }));
    await page.keyboard.press('Enter');
    await expect(page.getByText(/^Released\. Opens /)).toBeVisible();
  });

  test('works by mouse, with items dragged from block to block', LONG, async ({ page, browserName }) => {
    await newWeek(page, 'By mouse');
    await page.getByRole('button', { name: 'Add a session' }).click();
    await page.getByRole('radio', { name: 'course day' }).check();
    await page.getByRole('button', { name: 'Add the course day' }).click();
    await saved(page);
    const session = page.getByRole('region', { name: 'Session Course day' });
    const from = session.getByRole('button', { name: 'Move Cross course with the ball', exact: true });
    const to = session.getByRole('button', { name: 'Move Cross course without the ball', exact: true });
    // Both in view, so that nothing scrolls on the way.
    await to.evaluate((element) => element.scrollIntoView({ block: 'center' }));
    const [a, b] = [await from.boundingBox(), await to.boundingBox()];
    if (!a || !b) throw new Error('no handle');
    await page.mouse.move(a.x + 8, a.y + 8);
    await page.mouse.down();
    await page.mouse.move(a.x + 8, a.y - 20, { steps: 4 });
    await page.mouse.move(b.x + 8, b.y + 8, { steps: 12 });
    await page.mouse.up();
    await expect(session.getByRole('group', { name: 'warm-up' }).getByRole('listitem')).toHaveCount(2);
    await saved(page);
    expect(drillsOf(await plan(page))[0]?.[0]).toEqual(['cross-course-ball', 'cross-course']);
    await page.getByRole('button', { name: 'Undo' }).click();
    await saved(page);
    expect(drillsOf(await plan(page))[0]?.[0]).toEqual(['cross-course']);
    // Two dozen steps back and forth again. What drives Firefox types letter by letter, which is more steps.
    if (browserName !== 'chromium') return;
    for (let i = 0; i < 24; i++) await page.getByLabel('Title').fill(`By mouse ${i}`);
    for (let i = 0; i < 24; i++) await page.getByRole('button', { name: 'Undo' }).click();
    await expect(page.getByLabel('Title')).toHaveValue('By mouse');
    for (let i = 0; i < 24; i++) await page.getByRole('button', { name: 'Redo' }).click();
    await expect(page.getByLabel('Title')).toHaveValue('By mouse 23');
  });

  test('shows the week as a player with a small yard gets it', LONG, async ({ page }) => {
    await newWeek(page, 'For every yard');
    await page.getByRole('button', { name: 'Add a session' }).click();
    await page.getByRole('radio', { name: 'course day' }).check();
    await page.getByRole('button', { name: 'Add the course day' }).click();
    await page.getByText(/^\d drills cannot be done at home by everybody: “Cross course without the ball”/).click();
    await expect(page.getByText(/“Cross course without the ball” cannot be done at home by Biscuit: needs 8 × 8 m\./)).toBeVisible();
    await page.getByRole('button', { name: 'Preview' }).click();
    const preview = page.getByRole('dialog', { name: 'Preview' });
    await preview.getByRole('combobox').selectOption({ label: 'Biscuit' });
    await expect(preview.getByText('Biscuit has ball and 3 × 2 m.')).toBeVisible();
    await expect(preview.getByText(/at this home: needs 8 × 8 m/).first()).toBeVisible();
    await preview.getByRole('combobox').selectOption({ label: 'Comet' });
    await expect(preview.getByText(/Comet has ball, cones, wall/)).toBeVisible();
    await preview.getByText('Layout').first().click();
    await expect(preview.getByText(/Made smaller to fit your yard/).first()).toBeVisible();
  });

  test('keeps a surprise from players’ pages until it opens', LONG, async ({ page, browser }) => {
    const url = await newWeek(page, 'Moonlight mystery');
    await page.getByRole('button', { name: 'Add a session' }).click();
    await page.getByRole('button', { name: 'Add the recap day' }).click();
    await page.getByLabel(/A surprise/).check();
    await page.getByRole('button', { name: 'Release it as a surprise' }).click();
    await expect(page.getByText(/^Released\. Opens /)).toBeVisible();
    const week = url.split('/').at(-1);
    const family = await browser.newContext({ viewport: PHONE });
    for (const who of ['Biscuit', 'guardian'] as const) {
      await family.clearCookies();
      await signIn(family, who);
      const paths =
        who === 'guardian'
          ? ['/family', '/api/v1/family']
          : ['/week', '/feet', '/home', '/api/v1/go/this-week', '/api/v1/progress/my-feet'];
      for (const path of paths) expect(await (await family.request.get(path)).text(), path).not.toContain('Moonlight');
      for (const path of [
        `/api/v1/weeks/${week}`,
        `/api/v1/weeks/${week}/bundle`,
        `/api/v1/weeks/${week}/calendar`,
        `${new URL(url).pathname}/print`,
      ]) {
        const answer = await family.request.get(path);
        expect(await answer.text(), path).not.toContain('Moonlight');
      }
    }
    await family.close();
  });

  test('takes a week out as a file and reads it back; prints it; gives a calendar', LONG, async ({ page }) => {
    const base = await coachBase(page);
    await page.goto(`${base}/weeks`);
    await follow(page.getByRole('link', { name: /Up in the air/ }));
    const before = await plan(page);
    await page.getByText('Print or save').click();
    const download = page.waitForEvent('download');
    await page.getByRole('link', { name: 'The week as a file (JSON)' }).click();
    const path = await (await download).path();
    expect(WeekFile.parse(JSON.parse(readFileSync(path, 'utf8'))).week.title).toBe(before.title);
    await page.goto(`${base}/weeks`);
    await awake(page);
    await page
      .getByLabel('A file of a week')
      .setInputFiles({ name: 'poem.json', mimeType: 'application/json', buffer: Buffer.from('{"a":1}') });
    await expect(page.getByText(/poem\.json: This is not a file of a week\./)).toBeVisible();
    await page.getByLabel('A file of a week').setInputFiles(path);
    await expect(page.getByRole('heading', { name: /^Week \d+$/ })).toBeVisible();
    expect(drillsOf(await plan(page))).toEqual(drillsOf(before));
    await page.goto(`${page.url()}/print`);
    await expect(page.getByRole('article')).toHaveCount(before.sessions.length);
    await expect(page.getByRole('table').first()).toContainText('Number');

    await page.goto(`${base}/weeks`);
    await awake(page);
    await page.getByRole('button', { name: 'Make a calendar address' }).click();
    const address = await page.getByLabel('Calendar address').inputValue();
    const calendar = await page.request.get(new URL(address).pathname);
    expect(calendar.headers()['content-type']).toContain('text/calendar');
    expect(await calendar.text()).toContain('BEGIN:VEVENT');
    await page.getByRole('button', { name: 'Take it back' }).first().click();
    await expect(page.getByLabel('Calendar address')).toBeHidden();
    expect((await page.request.get(new URL(address).pathname)).status()).toBe(404);
  });

  test('copies a week and keeps a template', LONG, async ({ page }) => {
    const base = await coachBase(page);
    await page.goto(`${base}/weeks`);
    await awake(page);
    await page.getByRole('button', { name: /^Copy week 1$/ }).click();
    await expect(page.getByLabel('Title')).toHaveValue('First touches');
    await awake(page);
    await page.getByRole('button', { name: 'Keep this session as a template' }).first().click();
    await expect(page.getByText('“Quick feet” is kept as a template.')).toBeVisible();
    await page.getByRole('button', { name: 'Add a session' }).click();
    await page.getByRole('button', { name: 'Quick feet', exact: true }).click();
    await expect(page.getByRole('region', { name: 'Session Quick feet' })).toHaveCount(2);
    // A ladder of pace of the coach's own: the work lasts as long as its stretches.
    const row = page.getByRole('button', { name: /^Shift, inside to inside/ }).first();
    await row.click();
    await page.getByLabel('Pace', { exact: true }).selectOption('my own ladder');
    await page.getByLabel('Seconds of stretch 4').fill('10');
    await expect(row).toContainText('55 s, alternating, easy–half–half–full');
    await page.getByRole('button', { name: 'Remove stretch 1' }).click();
    await expect(row).toContainText('40 s, alternating, half–half–full');
    await saved(page);
  });
});

test.describe('the shelf of drills', () => {
  test.beforeEach(async ({ context }) => signIn(context, 'coach'));

  test('is filtered and searched, and each drill has an address', LONG, async ({ page }) => {
    const base = await coachBase(page);
    await page.goto(`${base}/drills`);
    await awake(page);
    const count = page.getByRole('navigation', { name: 'Shelf' }).getByRole('status');
    await expect(count).toHaveText('121 drills');
    const search = page.getByLabel('Search the shelf');
    // The key is listened to a moment after the list is there.
    await expect(async () => {
      await page.keyboard.press('/');
      await expect(search).toBeFocused({ timeout: 1000 });
    }).toPass();
    await page.keyboard.type('toe taps');
    await expect(count).toHaveText('3 drills');
    await page.getByLabel('Search the shelf').fill('');
    await page.getByLabel('Family', { exact: true }).selectOption('footwork');
    await expect(count).toHaveText('4 drills');
    await page.getByLabel('Kit at hand').selectOption({ label: 'a ball' });
    await expect(page.getByText('No drill fits. Try another word, or fewer filters.')).toBeVisible();
    await page.goto(`${base}/drills/cross-course`);
    await expect(page.getByRole('heading', { name: 'Cross course without the ball' })).toBeVisible();
    await expect(page.getByText('30 steps one way, 60 a set (36 m); 180 m for 5 sets')).toBeVisible();
    await expect(page.getByText('Turn round and come back. Your first left becomes your first right.')).toBeVisible();
    await awake(page);
    const drawing = page.waitForEvent('download');
    await page.getByRole('button', { name: 'Save the drawing' }).click();
    const svg = readFileSync(await (await drawing).path(), 'utf8');
    expect(svg).toContain('<svg');
    expect(svg).not.toContain('var(--');
  });

  test('takes a copy of a drill with a layout of its own, points at a wrong move, and keeps versions', LONG, async ({ page }) => {
    const base = await coachBase(page);
    await page.goto(`${base}/drills/new?from=three-gates`);
    await awake(page);
    await page.getByLabel('Name').fill('Two gates on the driveway');
    const moves = page.getByLabel('Moves, as you say them aloud').first();
    await moves.fill('put a cone; 3 forward; gate 1 wide; back to cone 9');
    await expect(page.getByRole('alert').filter({ hasText: 'Move 4: Cone 9 does not exist yet.' })).toBeVisible();
    await expect(page.locator('mark')).toHaveText('back to cone 9');
    await page.getByRole('button', { name: 'Save the drill' }).click();
    await expect(page.getByText('Some fields are not right yet.')).toBeVisible();
    await page.getByRole('button', { name: 'Take back the last' }).first().click();
    const layout = page.getByRole('group', { name: 'Kit, space, layout' });
    await layout.getByRole('button', { name: 'forward', exact: true }).first().click();
    await layout.getByRole('button', { name: 'Gate', exact: true }).first().click();
    await expect(moves).toHaveValue('put a cone; 3 forward; gate 1 wide; 5 forward; gate 1 wide');
    await page
      .getByLabel('Way over it (may stay empty)')
      .first()
      .fill('from 1; dribble through gate 1; dribble through gate 2; back the same way');
    // A reload loses nothing typed.
    await page.reload();
    await awake(page);
    await expect(page.getByLabel('Name')).toHaveValue('Two gates on the driveway');
    await page.getByRole('button', { name: 'Save the drill' }).click();
    await page.waitForURL(/drill=own-two-gates/);
    await expect(page.getByRole('article', { name: 'Two gates on the driveway' })).toBeVisible();
    await awake(page);
    await follow(page.getByRole('link', { name: 'Change it' }));
    await page.getByLabel('Purpose, one line').fill('Look up for the second gate.');
    await page.getByRole('button', { name: 'Save as version 2' }).click();
    await page.waitForURL(/drill=own-two-gates/);
    await expect(page.getByText('Look up for the second gate.')).toBeVisible();

    await awake(page);
    const download = page.waitForEvent('download');
    await page.getByRole('link', { name: 'Your own, as a file' }).click();
    const file = DrillFile.parse(JSON.parse(readFileSync(await (await download).path(), 'utf8')));
    expect(file.drills.map((drill) => drill.name)).toEqual(['Two gates on the driveway']);
    const changed = { ...file, drills: [{ ...file.drills[0], name: 'Two gates, narrower' }] };
    await page
      .getByLabel('A file of drills')
      .setInputFiles({ name: 'drills.json', mimeType: 'application/json', buffer: Buffer.from(JSON.stringify(changed)) });
    await expect(page.getByText('1 drill would get a new version: Two gates, narrower')).toBeVisible();
    await page.getByRole('button', { name: 'Take them' }).click();
    await expect(page.getByRole('button', { name: /^Two gates, narrower/ })).toBeVisible();
  });

  test('draws the staircase map with a player’s shoes on it', LONG, async ({ page }) => {
    const base = await coachBase(page);
    await page.goto(`${base}/drills/map`);
    await awake(page);
    const step = page.getByRole('link', { name: /^Sole taps ?, done/ });
    await expect(step).toBeVisible();
    await page.getByLabel('Shoes of').selectOption({ label: 'Comet' });
    await expect(step).toBeVisible();
    // All of the largest family is seen at once, and no step lies on another.
    const map = page.getByRole('region', { name: /^Map of ball mastery/ });
    const [room, ...steps] = await Promise.all([
      map.boundingBox(),
      ...(await map.locator('[data-step]').all()).map((one) => one.boundingBox()),
    ]);
    expect(steps.length).toBeGreaterThan(30);
    for (const one of steps) {
      expect(one && room && one.x + one.width <= room.x + room.width + 1 && one.y + one.height <= room.y + room.height + 1).toBe(true);
      const over = steps.filter(
        (other) => other && one && other !== one && Math.abs(other.x - one.x) < one.width - 1 && Math.abs(other.y - one.y) < one.height - 1,
      );
      expect(over).toEqual([]);
    }
    // Up from a step is the next harder one of its flight; a landing leads to what the flight stands on.
    await step.focus();
    await page.keyboard.press('ArrowUp');
    await expect(page.getByRole('link', { name: /^Sole rolls across/ })).toBeFocused();
    await page.keyboard.press('ArrowDown');
    await expect(step).toBeFocused();
    await page.getByRole('button', { name: 'Inside taps', exact: true }).first().click();
    await expect(page.getByRole('link', { name: /^Inside taps ?, done/ })).toBeFocused();
    await page.getByRole('button', { name: 'Larger' }).click();
    await page.getByRole('button', { name: 'Fit' }).click();
    await page.getByRole('button', { name: 'stretch' }).click();
    await expect(page.getByRole('link', { name: /^Calf and ankle hold/ })).toBeVisible();
  });
});

test(
  'a player says once what is at home, question by question, and is shown each drill as it can be done there',
  LONG,
  async ({ page, context }) => {
    await page.setViewportSize(PHONE);
    await signIn(context, 'Biscuit');
    await page.goto('/home');
    await awake(page);
    const next = page.getByRole('button', { name: 'Next' });
    await expect(page.getByRole('checkbox', { name: /^a ball/ })).toBeChecked();
    await next.click();
    await page.getByRole('button', { name: 'No', exact: true }).click();
    await next.click();
    await page.getByLabel('Length, m').fill('0');
    await next.click();
    await expect(page.getByText('The length of the yard is at least half a meter.')).toBeVisible();
    await expect(page.getByLabel('Length, m')).toHaveValue('0');
    await page.getByRole('button', { name: /^Medium/ }).click();
    await next.click();
    await page.getByRole('button', { name: 'Left', exact: true }).click();
    await next.click();
    await page.getByLabel('Ten steps are, m').fill('5.5');
    await expect(page.getByText('Now it is 0.55 m')).toBeVisible();
    await page.getByRole('button', { name: 'Keep it' }).click();
    await expect(page.getByText('Kept. Each drill is shown as you can do it at home.')).toBeVisible();
    const drills = page.getByRole('region', { name: 'This week’s drills at your place' });
    await expect(
      drills
        .getByText('tape on the wall, or two bags')
        .or(drills.getByText(/cannot be done at your place/))
        .first(),
    ).toBeVisible();
    await expect(drills.getByText(/shoes/).first()).toBeVisible();
    await page.reload();
    await awake(page);
    await page.getByRole('button', { name: 'Ground' }).click();
    await expect(page.getByLabel('Length, m')).toHaveValue('6');
    const visit = (await (await context.request.get('/api/v1/go/this-week')).json()) as { runner: { strongerFoot: string } };
    expect(visit.runner.strongerFoot).toBe('left');
  },
);
