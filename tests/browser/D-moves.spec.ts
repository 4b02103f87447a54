import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import type { ThisWeek } from '../../src/contract/training.ts';
import type { WeekList } from '../../src/contract/weeks.ts';
import { aBlock, anItem, aSession } from '../core/make.ts';
import { expect, LONG, meetsDrills, test } from './house.ts';
import { awake, coachBase, follow, PHONE, signIn } from './people.ts';
import { releaseWeekOf } from './yard-week.ts';

test.use({ file: 'D-moves' });

/** Everything that a picture is painted of just now. */
const painted = (page: Page) =>
  page
    .getByRole('slider', { name: /moving picture/ })
    .locator('svg')
    .first()
    .innerHTML();

const violationsOn = async (page: Page, within: string) =>
  (
    await new AxeBuilder({ page })
      .setLegacyMode()
      .include(within)
      .options({ resultTypes: ['violations'] })
      .analyze()
  ).violations.map((one) => one.id);

test('a drill sheet shows the drill: it moves, stands, goes on by beats, turns, and changes feet', LONG, async ({ page, context }) => {
  await signIn(context, 'coach');
  const base = await coachBase(page);
  await page.goto(`${base}/drills?drill=v-inside`);
  const shelf = page.getByRole('navigation', { name: 'Shelf' });
  const still = shelf.getByRole('button', { name: /^V with the inside/ }).locator('img');
  await still.scrollIntoViewIfNeeded();
  await expect.poll(() => still.evaluate((img: HTMLImageElement) => img.naturalWidth)).toBeGreaterThan(0);
  const stage = page.getByRole('slider', { name: /^V with the inside, moving picture/ });
  await expect(stage).toBeVisible();
  const first = await painted(page);
  await expect.poll(() => painted(page)).not.toBe(first);
  const strip = page.getByRole('list', { name: 'V with the inside, step by step' }).getByRole('listitem');
  await expect(strip).toHaveText([
    '1. Right sole pulls back',
    '2. Right inside pushes forward and out',
    '3. Right sole brings it home = 1',
  ]);
  await page.getByRole('button', { name: 'Stop', exact: true }).click();
  const stood = await painted(page);
  await page.waitForFunction(() => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(() => done(true)))));
  expect(await painted(page)).toBe(stood);
  await page.getByRole('button', { name: 'Next beat' }).click();
  await expect(page.locator('li[aria-current=step]')).toHaveCount(1);
  const from = Number(await stage.getAttribute('aria-valuenow'));
  await stage.focus();
  await page.keyboard.press('ArrowRight');
  await expect(stage).toHaveAttribute('aria-valuenow', String(from + 15));
  await page.getByRole('button', { name: 'Other foot', exact: true }).click();
  await expect(strip.first()).toHaveText('1. Left sole pulls back');
  expect(await violationsOn(page, 'article')).toEqual([]);
});

test('whoever wants no motion gets a picture that stands, and may still play it', LONG, async ({ browser }) => {
  const context = await browser.newContext({ reducedMotion: 'reduce' });
  const page = await context.newPage();
  await signIn(context, 'coach');
  const base = await coachBase(page);
  await page.goto(`${base}/drills?drill=sole-taps`);
  await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeVisible();
  const stood = await painted(page);
  await page.getByRole('button', { name: 'Play', exact: true }).click();
  await expect.poll(() => painted(page)).not.toBe(stood);
  await context.close();
});

test('a still on the shelf moves while it is pointed at or has the focus', LONG, async ({ page, context }) => {
  await signIn(context, 'coach');
  const base = await coachBase(page);
  await page.goto(`${base}/drills`);
  await awake(page);
  const one = page.getByRole('navigation', { name: 'Shelf' }).getByRole('button', { name: /^Sole taps ball mastery/ });
  const lively = one.getByTestId('lively');
  await expect(lively).toHaveCount(0);
  await one.hover();
  const first = await lively.locator('svg').innerHTML();
  await expect.poll(() => lively.locator('svg').innerHTML()).not.toBe(first);
  await page.getByRole('heading', { name: 'Drills', exact: true }).hover();
  await expect(lively).toHaveCount(0);
  await one.focus();
  await expect(lively.locator('svg')).toBeVisible();
});

test('in the editor the words are looked at while they are typed, mended, and saved with the drill', LONG, async ({ page, context }) => {
  await signIn(context, 'coach');
  const base = await coachBase(page);
  await page.goto(`${base}/drills/new?from=inside-taps`);
  await awake(page);
  const moves = page.getByLabel('Moves, a beat a line');
  await expect(moves).toHaveValue(/right inside taps across/);
  await moves.fill('ball between the feet\nright insid taps across *\nagain');
  await expect(page.getByText('Line 2: “insid” is not a word of the moves. Did you mean “inside”?', { exact: true })).toBeVisible();
  await moves.fill('ball in front of the right\nright laces pushes forward 3 *\nagain');
  await expect(page.getByText('It ends 66 cm from where it began. Bring the ball home, or say “moving along”.')).toBeVisible();
  await moves.fill('ball in front of the right\nright sole pulls back 2\nright laces pushes forward 2 *\naga');
  await page.getByRole('button', { name: 'again', exact: true }).first().click();
  await expect(moves).toHaveValue(/\nagain$/);
  await expect(page.getByText(/^Line \d/)).toHaveCount(0);
  await page.getByRole('button', { name: 'Save the drill' }).click();
  await page.waitForURL(/drills\?drill=own-/);
  await expect(page.getByRole('list', { name: /our way, step by step/ }).getByRole('listitem')).toHaveText([
    '1. Right sole pulls back',
    '2. Right laces pushes forward = 1',
  ]);
});

test('a name and the moves make a drill, and so do a name and a step', LONG, async ({ page, context }) => {
  await signIn(context, 'coach');
  const base = await coachBase(page);
  await page.goto(`${base}/drills/new`);
  await awake(page);
  await page.getByRole('button', { name: 'Save the drill' }).click();
  await expect(page.getByText('Write at least one step, or say the moves.').first()).toBeVisible();
  await page.getByLabel('Name', { exact: true }).fill('Pulls in the hall');
  await page
    .getByLabel('Moves, a beat a line')
    .fill('ball in front of the right\nright sole pulls back 2\nright laces pushes forward 2 *\nagain');
  await expect(page.getByLabel('Steps, one a line')).toHaveAttribute('placeholder', /^Right sole pulls back\./);
  await page.getByRole('button', { name: 'Save the drill' }).click();
  await page.waitForURL(/drills\?drill=own-/);
  const sheet = page.getByRole('article', { name: 'Pulls in the hall' });
  await expect(sheet.getByText('Begin again without a stop.')).toBeVisible();
  await page.goto(`${base}/drills/new`);
  await awake(page);
  await page.getByLabel('Name', { exact: true }).fill('Something new');
  await page.getByLabel('Steps, one a line').fill('Show us a move that nobody knows.');
  await page.getByRole('button', { name: 'Save the drill' }).click();
  await page.waitForURL(/drills\?drill=own-something/);
  await expect(page.getByRole('article', { name: 'Something new' }).getByText('Show us a move that nobody knows.')).toBeVisible();
});

/** Pages of paper that a page is printed on. */
async function pagesOf(page: Page, format: 'A4' | 'Letter'): Promise<number> {
  await page.waitForFunction(() => document.documentElement.dataset.laidOut === 'yes');
  return (await page.pdf({ format })).toString('latin1').match(/\/Type\s*\/Page[^s]/g)?.length ?? 0;
}

test(
  'a week on paper is a page a session, on A4 and on Letter, with each drill in pictures; so is a season',
  LONG,
  async ({ page, context }) => {
    await signIn(context, 'coach');
    const base = await coachBase(page);
    const list = (await (await page.request.get(`/api/v1/squads/${base.split('/')[2]}/weeks`)).json()) as WeekList;
    const open = list.weeks.find((week) => week.state === 'open');
    await page.goto(`${base}/weeks/${open?.id}/print`);
    const sheets = page.getByRole('article');
    await expect(sheets).toHaveCount(3);
    await expect(page.getByRole('region', { name: /how the drills go$/i })).toHaveCount(3);
    await expect(page.getByRole('list', { name: 'Inside taps, step by step' }).first().getByRole('listitem')).toHaveText([
      '1. Right inside taps across = 1',
      '2. Left inside taps across = 1',
    ]);
    expect([await pagesOf(page, 'A4'), await pagesOf(page, 'Letter')]).toEqual([3, 3]);
    // What did not fit is smaller, and can be read still: letters of fourteen pixels are of six points or more.
    for (const sheet of await sheets.all()) expect(Number(await sheet.evaluate((one) => getComputedStyle(one).zoom))).toBeGreaterThan(0.57);

    await page.goto(`${base}/squad/sheets`);
    const players = await sheets.count();
    expect(players).toBeGreaterThan(10);
    expect([await pagesOf(page, 'A4'), await pagesOf(page, 'Letter')]).toEqual([players, players]);
  },
);

test('a player sees each drill before the session, on the clock and in the pause, without a line too', LONG, async ({ browser }) => {
  const context = await browser.newContext({ viewport: PHONE });
  await signIn(context, 'Comet');
  const { week } = (await (await context.request.get('/api/v1/go/this-week')).json()) as ThisWeek;
  const session = week?.content.sessions[0];
  let page = await context.newPage();
  await page.goto('/feet');
  await awake(page);
  await page.goto('/week');
  await page.evaluate(() => navigator.serviceWorker.ready);
  await page.goto(`/go/${session?.id}`);
  const ahead = page.getByRole('region', { name: 'What you will do' }).getByRole('button');
  await expect(ahead).toHaveCount(new Set(session?.blocks.flatMap((block) => block.items.map((item) => item.drillId))).size);
  await page.close();

  await context.setOffline(true);
  page = await context.newPage();
  await page.goto(`/go/${session?.id}`);
  await page
    .getByRole('region', { name: 'What you will do' })
    .getByRole('button', { name: /^\d+\. Inside taps about/ })
    .click();
  const dialog = page.getByRole('dialog', { name: 'Inside taps' });
  await expect(dialog.getByText('Tap it from one inside to the other.')).toBeVisible();
  const first = await painted(page);
  await expect.poll(() => painted(page)).not.toBe(first);
  for (const box of await dialog.getByRole('button').evaluateAll((all) => all.map((one) => one.getBoundingClientRect().height)))
    expect(box).toBeGreaterThanOrEqual(44);
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Start' }).click();
  await page.getByRole('button', { name: 'Ready' }).click();
  await expect(page.getByTestId('clock-side')).toHaveText('Get ready');
  await expect(page.locator('main svg path').first()).toBeAttached();
  await page.getByRole('button', { name: 'Pause' }).last().click();
  await page.getByRole('button', { name: 'How does it go?' }).click();
  await expect(page.getByRole('dialog').getByRole('slider', { name: /moving picture/ })).toBeVisible();
  await page.close();

  // The drills of My feet open it as well, those of earlier weeks too.
  page = await context.newPage();
  await page.goto('/feet');
  const asked = page.getByRole('button', { name: /: how does it go\?$/ });
  await asked.first().click();
  await expect(page.getByRole('dialog').getByRole('slider', { name: /moving picture/ })).toBeVisible();
  await page.keyboard.press('Escape');
  await asked.last().click();
  await expect(page.getByRole('dialog').getByRole('slider', { name: /moving picture/ })).toBeVisible();
  await context.close();
});

test(
  'a drill that is new is met before its first go: seen slowly, told line by line, tried; then it is known, also after a reload',
  LONG,
  async ({ browser }) => {
    const context = await browser.newContext({ viewport: PHONE });
    const taps = anItem('drag-forward-back');
    await releaseWeekOf(context, 'D-moves', [{ ...aSession([aBlock('challenge', [taps])]), name: 'Something new' }]);
    await signIn(context, 'Comet');
    const page = await context.newPage();
    await page.goto('/week');
    await awake(page);
    await meetsDrills(page);
    await follow(page.getByRole('link', { name: 'Go: Something new' }));
    await expect(page.getByText(/^One drill is new for you: about \d minutes? more to meet it\.$/)).toBeVisible();
    await page.clock.install();
    await page.getByRole('button', { name: 'Start' }).click();
    await page.getByRole('button', { name: 'Ready' }).click();
    const meet = page.getByRole('region', { name: 'New: Drag forward and back' });
    await expect(meet).toBeVisible();
    // It goes on by itself: the picture first, then every line.
    await expect(meet.getByText('Watch it')).toBeVisible();
    await page.clock.runFor(3100);
    await expect(meet.getByText(/^Step 1 of/)).toBeVisible();
    await meet.getByRole('button', { name: 'Next line' }).click();
    await expect(meet.getByText(/^Step 2 of/)).toBeVisible();
    expect(await violationsOn(page, 'main')).toEqual([]);
    await meet.getByRole('button', { name: 'Try it, 15 s' }).click();
    await expect(meet.getByRole('timer')).toHaveText('Get ready3');
    for (let second = 0; second < 3; second++) await page.clock.runFor(1000);
    await expect(meet.getByRole('timer')).toHaveText('Try it. Nobody counts.15');
    for (let second = 0; second < 16; second++) await page.clock.runFor(1000);
    await expect(meet.getByRole('timer')).toBeHidden();
    // Everything that is touched is large enough for a thumb, and nothing is wider than the phone.
    for (const button of await meet.getByRole('button').all()) expect((await button.boundingBox())?.height).toBeGreaterThanOrEqual(48);
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(PHONE.width);
    await meet.getByRole('button', { name: 'Pause' }).click();
    await expect(page.getByRole('heading', { name: 'Paused' })).toBeVisible();
    await page.getByRole('button', { name: 'Go on' }).click();
    await meet.getByRole('button', { name: 'I have got it' }).click();
    await expect(meet).toBeHidden();
    await expect(page.getByText('Get ready', { exact: true })).toBeVisible();
    await page.reload();
    await awake(page);
    await page.getByRole('button', { name: 'Go on' }).click();
    await expect(page.getByTestId('clock-seconds')).toBeVisible();
    await expect(meet).toBeHidden();
    await context.close();
  },
);
