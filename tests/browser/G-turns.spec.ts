import type { BrowserContext, Page } from '@playwright/test';
import { v7 as uuid } from 'uuid';
import type { ThisWeek } from '../../src/contract/training.ts';
import type { Session } from '../../src/core/weeks/index.ts';
import { aBlock, anItem, aSession, timed } from '../core/make.ts';
import { look, SOME_SIZES } from './geometry.ts';
import { expect, LONG, test } from './house.ts';
import { awake, comeAlong, outboxOf, PHONE, signIn } from './people.ts';
import { releaseWeekOf } from './yard-week.ts';

test.use({ file: 'G-turns' });

const session: Session = {
  ...aSession([
    aBlock('challenge', [
      { ...anItem('sole-taps', timed(10, 2)), id: uuid(), restSeconds: 15 },
      { ...anItem('inside-taps', timed(10)), id: uuid(), scored: false },
    ]),
  ]),
  id: uuid(),
  name: 'Two at home',
};

/** Two children with one phone: one works while the other rests, each for the own numbers. */
test.describe.serial('taking turns', LONG, () => {
  let context: BrowserContext;
  let page: Page;
  test.beforeAll(async ({ browser }) => {
    context = await browser.newContext({ viewport: PHONE });
    await releaseWeekOf(context, 'G-turns', [session]);
    await signIn(context, 'Comet');
    page = await context.newPage();
    await page.clock.install();
  });
  test.afterAll(() => context.close());

  const of = async (player: string) =>
    (await (await context.request.get('/api/v1/go/this-week', { headers: { 'x-player': player } })).json()) as ThisWeek;
  const button = (name: string | RegExp) => page.getByRole('button', { name }).filter({ visible: true });

  /** The work of whoever has the phone, and a number. */
  const go = async (value: string) => {
    const keep = button('Keep these numbers');
    for (let i = 0; i < 12 && !(await keep.isVisible()); i++) await page.clock.runFor(2000);
    await page.locator('input[inputmode=decimal]').filter({ visible: true }).first().fill(value);
    await keep.click();
    await expect(keep).toBeHidden();
  };

  test('somebody plays along with the own PIN, and a wrong one is told', async () => {
    await page.goto(`/go/${session.id}`);
    await awake(page);
    await button('Somebody plays with me').click();
    await comeAlong(page, 'Biscuit', '9999');
    await expect(page.getByRole('dialog').getByText('do not fit together')).toBeVisible();
    expect(await look(page, 'who plays along', SOME_SIZES)).toEqual([]);
    await comeAlong(page, 'Biscuit', '1357');
    await expect(page.getByText(/Comet begins\. Together about \d+ min/)).toBeVisible();
    expect(await look(page, 'Before, two at home', SOME_SIZES)).toEqual([]);
  });

  test('each has the own goes and numbers; the phone says whose turn it is', async () => {
    await button('Start').click();
    await button(/^Ready/).click();
    await go('11');
    await expect(button('Biscuit’s turn')).toBeVisible();
    await expect(page.getByRole('heading', { name: 'Comet: rest' })).toBeVisible();
    expect(await look(page, 'whose turn', SOME_SIZES)).toEqual([]);
    await button('Biscuit’s turn').click();
    await button('Start').click();
    await button(/^Ready/).click();
    await go('7');
    await expect(button('Comet’s turn')).toBeVisible();
    // The own rest has run meanwhile: the clock waits at the lead-in for the own turn.
    await page.clock.runFor(20_000);
    await expect(button('Comet’s turn')).toBeVisible();
  });

  test('a reload in the middle finds both where they were', async () => {
    await page.reload();
    await awake(page);
    await button(/^Ready|^Go on/).click();
    await go('12');
    await button('Biscuit’s turn').click();
    await go('22');
  });

  test('after work that the clock ends, the next one goes on by itself', async () => {
    await button('Comet’s turn').click();
    const ready = button(/^Ready/);
    const finished = page.locator('h1', { hasText: /^That is all/ });
    for (let i = 0; i < 60 && (await finished.count()) < 2; i++) {
      if (await ready.isVisible()) await ready.click();
      else await page.clock.runFor(2000);
    }
    await expect(finished).toHaveCount(2);
    await expect(button(/^How it was for/)).toBeVisible();
    expect(await look(page, 'After, two at home', SOME_SIZES)).toEqual([]);
  });

  test('everything of both went out, each under the own name', async () => {
    await expect.poll(() => outboxOf(page)).toEqual([]);
    const mine = await of('');
    const players = [mine.playerId];
    const here = await page.evaluate(() => localStorage.getItem('eager-feet.beside'));
    players.push((JSON.parse(here ?? '{}') as { players: { playerId: string }[] }).players[0]?.playerId ?? '');
    const [comet, biscuit] = await Promise.all(players.map(of));
    expect([comet?.nickname, biscuit?.nickname]).toEqual(['Comet', 'Biscuit']);
    for (const one of [comet, biscuit]) expect(one?.done).toContain(session.id);
    const record = (one: ThisWeek | undefined) => one?.numbers.find((number) => number.itemId === session.blocks[0]?.items[0]?.id)?.record;
    expect([record(comet), record(biscuit)]).toEqual([12, 22]);
  });
});
