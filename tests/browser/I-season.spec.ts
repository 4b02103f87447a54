import AxeBuilder from '@axe-core/playwright';
import type { Locator, Page } from '@playwright/test';
import type { SeasonOnSheet } from '../../src/contract/season.ts';
import type { ThisWeek } from '../../src/contract/training.ts';
import type { WeekDetail } from '../../src/contract/weeks.ts';
import { expect, LONG, meetsDrills, skipMeeting, test } from './house.ts';
import { addSession, awake, coachBase, follow, makeNextWeek, PHONE, signIn } from './people.ts';

test.use({ file: 'I-season' });

/* What goes beyond one week and one squad for all: the season, groups, words to families, and the first evening as a whole. */

const saved = (page: Page) => expect(page.getByText('All saved')).toBeVisible();
const sound = async (page: Page) => expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
const weekOf = async (page: Page): Promise<WeekDetail> =>
  (await (await page.request.get(`/api/v1/weeks/${page.url().split('/').at(-1)?.split('#')[0]}`)).json()) as WeekDetail;

test(
  'a season is planned on one sheet: by press, drag and keys, the rest proposed, and a week that is made knows it',
  LONG,
  async ({ page, context }) => {
    test.slow();
    await signIn(context, 'coach');
    const base = await coachBase(page);
    await page.goto(`${base}/weeks/season`);
    await awake(page);
    const sheet = async () => (await (await page.request.get(`/api/v1/squads/${base.split('/')[2]}/season`)).json()) as SeasonOnSheet;
    const themes = async () => ((await sheet()).season?.plan.themes ?? []).map(({ family, week, weeks }) => `${family} ${week}+${weeks}`);
    await sound(page);
    await page.getByRole('button', { name: 'Begin another' }).click();
    await page.getByRole('dialog').getByRole('button', { name: 'An empty sheet' }).click();
    await page.getByRole('button', { name: 'Put juggling into week 1', exact: true }).click();
    await expect(page.getByText('saved', { exact: true })).toBeVisible();
    await expect.poll(themes).toEqual(['juggling 0+2']);

    // Dragged two weeks on and a row down, and its end three weeks longer.
    const theme = page.locator('[data-theme]');
    const cell = await page.getByRole('button', { name: 'Put juggling into week 3', exact: true }).boundingBox();
    const before = await theme.boundingBox();
    if (!cell || !before) throw new Error('nothing is drawn');
    const drag = async (x: number, y: number, dx: number, dy: number) => {
      await page.mouse.move(x, y);
      await page.mouse.down();
      await page.mouse.move(x + dx / 2, y + dy / 2, { steps: 4 });
      await page.mouse.move(x + dx, y + dy, { steps: 4 });
      await page.mouse.up();
    };
    await drag(before.x + 20, before.y + before.height / 2, 2 * cell.width, cell.height);
    await expect.poll(themes).toEqual(['dribbling 2+2']);
    const moved = await theme.boundingBox();
    if (!moved) throw new Error('nothing is drawn');
    await drag(moved.x + moved.width + 5, moved.y + moved.height / 2, cell.width, 0);
    await expect.poll(themes).toEqual(['dribbling 2+3']);
    // By keys: a week back, a row up, shorter again.
    await theme.focus();
    await page.keyboard.press('ArrowLeft');
    await page.keyboard.press('ArrowUp');
    await page.keyboard.press('Shift+ArrowLeft');
    await expect.poll(themes).toEqual(['juggling 1+2']);
    await page.getByRole('button', { name: 'Week 1: nothing said' }).press('ArrowUp');
    await page.getByRole('button', { name: 'Propose the rest' }).click();
    await expect.poll(async () => (await themes()).length).toBeGreaterThan(3);
    expect((await themes())[0]).toBe('juggling 1+2');
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect.poll(themes).toEqual(['juggling 1+2']);

    // Without a line it is kept here, and is there again after a reload.
    await context.setOffline(true);
    await page.getByLabel('Title').fill('Air and ground');
    await expect(page.getByText('kept here, not yet sent')).toBeVisible();
    await context.setOffline(false);
    await page.reload();
    await awake(page);
    await expect(page.getByLabel('Title')).toHaveValue('Air and ground');
    await expect.poll(async () => (await sheet()).season?.plan.title).toBe('Air and ground');

    // A file, and back from it.
    const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('link', { name: 'As a file' }).click()]);
    await page.getByRole('button', { name: 'Begin another' }).click();
    await page.getByLabel('A file of a season').setInputFiles(await download.path());
    await expect.poll(themes).toEqual(['juggling 1+2']);

    // A week that is proposed starts from what the season says of it.
    const monday = (await sheet()).season?.plan.startsOn ?? '';
    await makeNextWeek(page);
    const { startsOn } = await weekOf(page);
    const at = (Date.parse(startsOn) - Date.parse(monday)) / (7 * 86_400_000);
    await page.getByRole('button', { name: 'Propose' }).click();
    const dwells = page.getByRole('dialog').getByRole('button', { name: 'juggling', exact: true });
    await expect(dwells).toHaveAttribute('aria-pressed', String(at >= 1 && at < 3));
  },
);

test(
  'groups: made by level, a session for one of them, seen by its players alone, in one register',
  LONG,
  async ({ page, context, browser }) => {
    test.slow();
    await signIn(context, 'coach');
    const base = await coachBase(page);
    await page.goto(`${base}/squad/people`);
    await awake(page);
    await page.getByRole('button', { name: 'Group them by level' }).click();
    await expect(page.getByText('Grouped by level: Starting, Steady and Strong.')).toBeVisible();
    await sound(page);
    await makeNextWeek(page);
    const week = page.url();
    for (const name of ['For all', 'For the strong']) await addSession(page, { name, drill: 'sole taps' });
    const strong = page.getByRole('region', { name: 'Session For the strong' });
    await strong.getByText('for everybody').click();
    await strong.getByRole('checkbox', { name: 'Strong' }).check();
    await expect(strong.getByText('for Strong', { exact: true })).toBeVisible();

    // And a drill that is another for those who start.
    const all = page.getByRole('region', { name: 'Session For all' });
    await all.getByRole('button', { name: /^Sole taps/ }).click();
    await all.getByRole('group', { name: 'Another way for a group' }).getByLabel('Starting').selectOption({ label: 'Inside taps' });
    await all.getByLabel('A note to the player').fill('Slowly first.');
    await saved(page);
    await page.getByRole('button', { name: 'Release at this hour' }).click();
    await expect(page.getByText(/^Released\./)).toBeVisible();
    // It has not opened: the preview shows it as each gets it.
    await page.getByRole('button', { name: 'Preview' }).click();
    const preview = page.getByRole('dialog');
    await preview.getByLabel(/player/i).selectOption({ label: 'Comet' });
    await expect(preview.getByText('Inside taps').first()).toBeVisible();
    await expect(preview.getByText('For the strong')).toHaveCount(0);
    await preview.getByLabel(/player/i).selectOption({ label: 'Biscuit' });
    await expect(preview.getByText('For the strong').first()).toBeVisible();
    await page.keyboard.press('Escape');

    await page.goto(`${base}/squad?week=${week.split('/').at(-1)}`);
    await awake(page);
    const comet = page.getByRole('row', { name: /^Comet/ });
    await expect(comet.getByText('for another group')).toHaveCount(1);
    await expect(page.getByRole('row', { name: /^Biscuit/ }).getByText('for another group')).toHaveCount(0);
    const phone = await browser.newContext({ viewport: PHONE });
    await signIn(phone, 'Comet');
    const { upcoming } = (await (await phone.request.get('/api/v1/go/this-week')).json()) as ThisWeek;
    expect(upcoming).not.toBeNull();
    await phone.close();
  },
);

test(
  'a family that has gone quiet is written to from Today, all of them from the Post; what was typed is kept',
  LONG,
  async ({ page, context, browser }) => {
    await signIn(context, 'coach');
    const base = await coachBase(page);
    await awake(page);
    await page
      .getByRole('button', { name: /^Write to the family of/ })
      .first()
      .click();
    const nudge = page.getByRole('dialog');
    await expect(nudge.getByLabel('About')).toHaveValue(/^We miss /);
    await nudge.getByRole('button', { name: 'Send it' }).click();
    // Nobody may be connected with that child yet: then it is said, and the words stay.
    await expect(page.getByText(/^(Written to 1 grown-up\.|No grown-up is connected with them yet)/)).toBeVisible();
    await page.goto(`${base}/post`);
    await awake(page);
    await page.getByRole('button', { name: 'Write to families' }).click();
    const letter = page.getByRole('dialog', { name: 'A letter to families' });
    await letter.getByLabel('About').fill('Snow on Saturday');
    await letter.getByRole('button', { name: 'Send it' }).click();
    await expect(letter.getByText('Write the letter.')).toBeVisible();
    await letter.getByLabel('Letter').fill('No training outside.\n\nA room is enough.');
    await sound(page);
    await page.reload();
    await awake(page);
    await page.getByRole('button', { name: 'Write to families' }).click();
    await expect(letter.getByLabel('About')).toHaveValue('Snow on Saturday');
    await letter.getByRole('button', { name: 'Send it' }).click();
    await expect(page.getByText(/^Written to \d+ grown-ups\./)).toBeVisible();
    const desk = await browser.newContext();
    await signIn(desk, 'guardian');
    const family = await desk.newPage();
    await family.goto('/family');
    await expect(family.getByText('Snow on Saturday').first()).toBeAttached();
    await desk.close();
  },
);

test(
  'on the bench the focus follows what moves, also into the next session; on a phone there is one session at a time',
  LONG,
  async ({ page, context }) => {
    await signIn(context, 'coach');
    await makeNextWeek(page);
    for (const shape of ['rep ladder', 'course day']) {
      await page.getByRole('button', { name: 'Add a session' }).click();
      await page.getByRole('radio', { name: shape }).check();
      await page.getByRole('button', { name: `Add the ${shape}` }).click();
      await saved(page);
    }
    const [first, second] = [
      page.getByRole('region', { name: 'Session Rep ladder' }),
      page.getByRole('region', { name: 'Session Course day' }),
    ];
    const item = first.getByRole('group', { name: 'challenge' }).getByRole('listitem').first();
    const name = (await item.getByRole('button', { name: /^Move / }).getAttribute('aria-label')) ?? '';
    await item.getByRole('button', { name: /^Move / }).focus();
    await page.keyboard.press('Alt+ArrowRight');
    const there = second.getByRole('button', { name, exact: true });
    await expect(there.last()).toBeFocused();
    await page.keyboard.press('Alt+ArrowUp');
    await page.keyboard.press('Alt+ArrowLeft');
    await expect(first.getByRole('button', { name, exact: true }).last()).toBeFocused();
    const block = first.getByRole('button', { name: 'Move the block challenge', exact: true });
    await block.focus();
    await page.keyboard.press('Alt+ArrowRight');
    await expect(second.getByRole('button', { name: 'Move the block challenge', exact: true }).last()).toBeFocused();
    await saved(page);

    await page.setViewportSize(PHONE);
    await expect(first).toBeVisible();
    await expect(second).toBeHidden();
    await page
      .getByRole('navigation', { name: 'Sessions of the week' })
      .getByRole('button', { name: /Course day/ })
      .click();
    await expect(second).toBeVisible();
    await expect(first).toBeHidden();
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(PHONE.width);
    await sound(page);
  },
);

test(
  'the whole first evening, from the first link to a player’s first number, takes 45 presses at most',
  LONG,
  async ({ page, context, browser }) => {
    test.slow();
    let pressed = 0;
    const press = async (what: Locator, how = (one: Locator) => one.click()) => {
      pressed++;
      await how(what);
    };
    // A head coach hands a link on; what follows is counted.
    await signIn(context, 'coach');
    const base = await coachBase(page);
    const link = (await (
      await context.request.post(`/api/v1/squads/${base.split('/')[2]}/invitations/coach`, {
        data: { id: crypto.randomUUID(), role: 'assistant' },
        headers: { origin: new URL(page.url()).origin },
      })
    ).json()) as { address: string };
    const home = await browser.newContext();
    const desk = await home.newPage();
    await desk.goto(new URL(link.address).pathname + new URL(link.address).hash);
    await awake(desk);
    await desk.getByLabel('Your name').fill('Coach Yarrow');
    await desk.getByLabel('E-mail').fill('yarrow@newts.example');
    await desk.getByLabel('Password').fill('a long enough password');
    await press(desk.getByRole('button', { name: 'Make my account' }));
    await expect(desk.getByRole('heading', { name: 'Today' })).toBeVisible();

    // A squad of her own, with players by bare nicknames.
    await press(desk.getByRole('link', { name: 'New squad' }), follow);
    await desk.getByLabel('Name of the squad').fill('Newts');
    await desk.getByLabel('Time zone').fill('Chicago');
    await desk.getByLabel('Age of the players, about').fill('10');
    await press(desk.getByRole('button', { name: 'Make the squad' }));
    await expect(desk.getByRole('heading', { name: 'Squad', exact: true })).toBeVisible();
    await awake(desk);
    await desk.getByLabel('The list').fill('Otter\nHeron\nMarten');
    await press(desk.getByRole('button', { name: 'Try it' }));
    await press(desk.getByRole('button', { name: 'Add 3 players' }));
    await expect(desk.getByText('3 players added.')).toBeVisible();

    // The first week proposes itself.
    await press(desk.getByRole('link', { name: 'Today' }), follow);
    await press(desk.getByRole('link', { name: 'Make it' }), follow);
    await press(desk.getByRole('button', { name: 'Make the next week' }));
    await awake(desk);
    await press(desk.getByRole('button', { name: 'Propose' }));
    const dialog = desk.getByRole('dialog', { name: 'Propose the week' });
    await expect(dialog.getByRole('button', { name: /^Keep / }).first()).toBeVisible();
    await press(dialog.getByRole('button', { name: 'Take this week' }));
    await saved(desk);
    await press(desk.getByRole('button', { name: 'Release now' }));
    await expect(desk.getByText('Released. Players see it now.')).toBeVisible();

    // A message for each family, with the child's own link.
    await press(desk.getByRole('link', { name: 'Today' }), follow);
    await press(desk.getByRole('link', { name: 'Cards' }), follow);
    await home.grantPermissions(['clipboard-read', 'clipboard-write']);
    await press(desk.getByRole('button', { name: 'Copy a message for Otter’s family' }));
    await expect(desk.getByRole('button', { name: 'Copied' })).toBeVisible();
    const message = await desk.evaluate(() => navigator.clipboard.readText());
    expect(message).toContain('signs Otter in to the home training of Newts');
    const address = new URL(/https?:\/\/\S+\/family-link#\S+/.exec(message)?.[0] ?? '');

    // The family opens it, chooses a PIN with the child, and the child does a first go.
    const family = await browser.newContext({ viewport: PHONE });
    const phone = await family.newPage();
    await phone.goto(address.pathname + address.hash);
    await awake(phone);
    await press(phone.getByRole('button', { name: 'Sign in on this device' }));
    await phone.getByLabel(/^PIN, 4 to 8 digits/).fill('5083');
    await press(phone.getByRole('button', { name: 'Take this PIN' }));
    await expect(phone.getByRole('heading', { name: 'Hi Otter' })).toBeVisible();
    await phone.clock.install();
    await press(phone.getByRole('link', { name: /^Go: / }).first(), follow);
    await press(phone.getByRole('button', { name: 'Start' }));
    const [ready, number] = [phone.getByRole('button', { name: 'Ready' }), phone.getByRole('heading', { name: 'How many?' })];
    await meetsDrills(phone);
    const [skip, done] = [skipMeeting(phone), phone.getByRole('button', { name: 'Done', exact: true })];
    for (let i = 0; i < 150 && !(await number.isVisible()); i++) {
      for (const one of [skip, ready, done]) if (await one.isVisible()) await press(one);
      // A jump, not each of its frames: the first number may be a whole session away.
      await phone.clock.fastForward(9000);
    }
    await expect(number).toBeVisible();
    for (const field of await phone.locator('input[inputmode=decimal]').all()) if ((await field.inputValue()) === '') await field.fill('9');
    await press(phone.getByRole('button', { name: 'Keep these numbers' }));
    await phone.clock.runFor(2000);
    await expect
      .poll(async () => {
        const keep = phone.getByRole('button', { name: 'Keep it' });
        if (await keep.isVisible()) await press(keep);
        await phone.clock.runFor(1000);
        return (
          (await (await home.request.get(`/api/v1/squads/${desk.url().split('/')[4]}/register`)).json()) as {
            players: { waiting: number }[];
          }
        ).players.some((row) => row.waiting > 0);
      })
      .toBe(true);
    expect(pressed).toBeLessThanOrEqual(45);
    test.info().annotations.push({ type: 'presses', description: String(pressed) });
    await family.close();
    await home.close();
  },
);
