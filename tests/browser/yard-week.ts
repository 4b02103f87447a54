import { type BrowserContext, expect, type Page } from '@playwright/test';
import Database from 'better-sqlite3';
import { v7 as uuid } from 'uuid';
import type { WeekDetail } from '../../src/contract/weeks.ts';
import type { Session } from '../../src/core/weeks/index.ts';
import { databaseOf, skipMeeting } from './house.ts';
import { awake, coachBase, follow, signIn } from './people.ts';

/**
 * Plans a week of these sessions and releases it over the interface's own addresses. It opened a day ago: a page whose time is hurried
 * along tells of more time than went by, and late in the evening “this evening” was hours ago.
 */
export async function releaseWeekOf(context: BrowserContext, file: string, sessions: Session[]): Promise<void> {
  await signIn(context, 'coach');
  const page = await context.newPage();
  const squad = (await coachBase(page)).split('/').at(-1) ?? '';
  await page.close();
  const id = uuid();
  const made = (await (await context.request.post(`/api/v1/squads/${squad}/weeks`, { data: { id } })).json()) as WeekDetail;
  const plan = { title: 'In the yard', focus: '', sessions };
  const saved = await context.request.put(`/api/v1/weeks/${id}`, { data: { draft: made.draft, plan } });
  expect(saved.status(), await saved.text()).toBe(200);
  const released = await context.request.post(`/api/v1/weeks/${id}/release`, { data: { when: { kind: 'now' } } });
  expect(released.status(), await released.text()).toBe(200);
  const db = new Database(databaseOf(file));
  // What opened before it goes on having done so.
  db.prepare('update week_revisions set opens_at = opens_at - 86400000 where opens_at <= ?').run(Date.now());
  db.close();
  await context.clearCookies();
}

/** Opens a session from This week. */
export async function openFromWeek(page: Page, name: string): Promise<void> {
  await page.goto('/week');
  await awake(page);
  await follow(page.getByRole('link', { name: `Go: ${name}` }));
}

/** Starts an open session, and its first work. */
export async function setOff(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Start' }).click();
  await page.getByRole('button', { name: 'Ready' }).click();
}

/**
 * Does one session from Before to After as a child does: ready, done, and a number for everything that is asked for.
 * @returns how many goes were scored
 */
export async function doSession(page: Page, name: string, value = '9'): Promise<number> {
  await page.goto('/week');
  await awake(page);
  await follow(page.getByRole('link', { name: new RegExp(`^Go: ${name}`) }));
  await page.getByRole('button', { name: 'Start' }).click();
  let scored = 0;
  const over = page.getByRole('heading', { name: /^That is all/ });
  const score = page.getByRole('button', { name: 'Keep these numbers' });
  const ready = page.getByRole('button', { name: 'Ready' });
  const [skip, keep] = [skipMeeting(page), page.getByRole('button', { name: 'Keep it' })];
  const done = page.getByRole('button', { name: 'Done', exact: true });
  for (let turn = 0; turn < 400; turn++) {
    if (await over.isVisible()) return scored;
    if (await score.isVisible()) {
      for (const field of await page.locator('input[inputmode=decimal]').all())
        if ((await field.inputValue()) === '') await field.fill(value);
      await score.click();
      await expect(
        score
          .or(page.getByRole('button', { name: 'Pause' }))
          .or(over)
          .first(),
      ).toBeVisible();
      scored++;
    } else if (await keep.isVisible()) await keep.click();
    else if (await skip.isVisible()) await expect(skip).toBeHidden();
    else if (await ready.isVisible()) await ready.click();
    else if (await done.isVisible()) {
      await page.clock.fastForward(8000);
      await done.click();
    } else await page.clock.fastForward(10_000);
  }
  throw new Error(`“${name}” did not end.`);
}
