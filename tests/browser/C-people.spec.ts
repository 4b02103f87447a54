import { randomUUID } from 'node:crypto';
import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { codeAt } from '../totp.ts';
import { expect, LONG, test } from './house.ts';
import { awake, coachBase, follow, PHONE, signIn, unfold } from './people.ts';

test.use({ file: 'C-people' });

/** Whatever the browser would not run, or could not load. */
function complaints(page: Page): string[] {
  const said: string[] = [];
  page.on('console', (message) => {
    if (message.type() === 'error') said.push(message.text());
  });
  page.on('pageerror', (error) => said.push(String(error)));
  return said;
}

test(
  'from an invitation to the first session on a phone, and a guardian who claims the child',
  LONG,
  async ({ page, context, browser }) => {
    const amiss = complaints(page);
    await signIn(context, 'coach');
    const base = await coachBase(page);
    await page.goto(`${base}/squad/people`);
    await awake(page);
    await page.getByRole('button', { name: 'Invite players' }).click();
    const card = page.getByRole('dialog').getByRole('article');
    await expect(card.getByRole('img', { name: /^QR code/ })).toBeVisible();
    const address = await card
      .getByText(/\/invited#/)
      .first()
      .innerText();
    await page.getByRole('button', { name: 'Close' }).click();

    // The family opens the link on its phone.
    const family = await browser.newContext({ viewport: PHONE });
    const phone = await family.newPage();
    const amissThere = complaints(phone);
    await phone.goto(new URL(address).pathname + new URL(address).hash);
    await phone.getByLabel('Nickname').fill('Comet');
    await phone.getByLabel('Birth year').fill('16');
    await phone.getByLabel('Your own PIN').fill('47');
    await phone.getByRole('button', { name: 'Ask to join' }).click();
    await expect(phone.getByText('The PIN is 4 to 8 digits.')).toBeVisible();
    await expect(phone.getByText(/^The birth year is/)).toBeVisible();
    await phone.getByLabel('Birth year').fill('2016');
    await phone.getByLabel('Your own PIN').fill('4711');
    await phone.getByRole('button', { name: 'Ask to join' }).click();
    await expect(
      phone.getByText('“Comet” is taken in this squad, or looks like one that is. Add a letter or pick another one.'),
    ).toBeVisible();
    await phone.getByLabel('Nickname').fill('Quokka');
    await expect(phone.getByLabel('Birth year')).toHaveValue('2016');
    await phone.getByRole('button', { name: 'Ask to join' }).click();
    await expect(phone.getByText(/^Quokka, your coach has been asked\./)).toBeVisible();
    // The code is nowhere in the address, and a reload loses nothing.
    expect(phone.url()).not.toContain('#');
    await phone.reload();
    await expect(phone.getByText(/^Quokka, your coach has been asked\./)).toBeVisible();

    await page.reload();
    await awake(page);
    const asked = page.getByRole('region', { name: 'Asked to join' });
    await expect(asked.getByText('born 2016, stronger foot right')).toBeVisible();
    // The phone looks by itself as well: not before the button is pressed.
    await phone.route('**/api/v1/invited/requests/*', (route) => route.abort());
    await asked.getByRole('button', { name: 'Let in' }).click();
    const code = await page
      .getByRole('dialog')
      .getByText(/^[0-9A-Z]{4}-[0-9A-Z]{4}-[0-9A-Z]{2}$/)
      .innerText();
    await page.getByRole('button', { name: 'Close' }).click();
    await expect(page.getByRole('row', { name: /^Quokka/ })).toContainText('nobody yet');

    await phone.unroute('**/api/v1/invited/requests/*');
    await phone.getByRole('button', { name: 'Look now' }).click();
    await expect(phone.getByText('You are in Lanternfish U11, Quokka.')).toBeVisible();
    await phone.getByRole('link', { name: 'Sign in now' }).click();
    await expect(phone.getByLabel('Squad code')).toHaveValue('LANTERN');
    await expect(phone.getByLabel('Nickname')).toHaveValue('Quokka');
    await phone.getByLabel('PIN').fill('4711');
    await phone.getByRole('button', { name: 'Sign in' }).click();
    await expect(phone.getByRole('heading', { name: 'Hi Quokka' })).toBeVisible();
    await follow(phone.getByRole('link', { name: /^Go: / }).first());
    await phone.getByRole('button', { name: 'Start' }).click();
    await phone.getByRole('button', { name: 'Ready' }).click();
    await expect(phone.getByText('Get ready', { exact: true })).toBeVisible();

    // A grown-up claims the child, and says yes to mail.
    const grown = await browser.newContext();
    const desk = await grown.newPage();
    await desk.goto('/invited');
    await awake(desk);
    await desk.getByLabel('Code from your coach').fill(code.toLowerCase());
    await desk.getByRole('button', { name: 'Go on' }).click();
    await expect(desk.getByText('You are invited as guardian of Quokka in Lanternfish U11.')).toBeVisible();
    await desk.getByLabel('Your name').fill('Quokka’s grandmother');
    await desk.getByLabel('E-mail').fill('quokkas@family.example');
    await desk.getByLabel('Password').fill('short');
    await desk.getByRole('button', { name: 'I am Quokka’s guardian' }).click();
    await expect(desk.getByText('A password has at least 10 letters.')).toBeVisible();
    await desk.getByLabel('Password').fill('a long enough password');
    await desk.getByRole('button', { name: 'I am Quokka’s guardian' }).click();
    await expect(desk.getByRole('heading', { name: 'Quokka’s grandmother' })).toBeVisible();
    await awake(desk);
    await desk.getByRole('button', { name: 'Yes, mail them' }).click();
    await expect(desk.getByText('You said yes: letters are mailed.')).toBeVisible();
    await expect(desk.getByRole('region', { name: 'What is mailed to you' })).toBeVisible();
    await page.reload();
    await expect(page.getByRole('row', { name: /^Quokka/ })).toContainText('Quokka’s grandmother');
    expect([...amiss, ...amissThere.filter((one) => !/400|status of/.test(one))]).toEqual([]);
    await family.close();
    await grown.close();
  },
);

test(
  'a family link signs the child in on the family’s device at a press, and works no more once it is taken back',
  LONG,
  async ({ page, context, browser }) => {
    await signIn(context, 'guardian');
    await page.goto('/family');
    await awake(page);
    await unfold(page, 'How Comet gets in');
    await page.getByRole('button', { name: 'Links, PIN and devices' }).click();
    await page.getByRole('button', { name: 'Make a family link' }).click();
    const access = page.getByRole('region', { name: 'How Comet gets in' });
    const address = new URL(
      await access
        .getByText(/\/family-link#/)
        .first()
        .innerText(),
    );
    const tablet = await browser.newContext();
    const there = await tablet.newPage();
    await there.goto(address.pathname + address.hash);
    await there.getByRole('button', { name: 'Sign in on this device' }).click();
    await expect(there.getByRole('heading', { name: 'Hi Comet' })).toBeVisible();
    await page.reload();
    await awake(page);
    await unfold(page, 'How Comet gets in');
    await page.getByRole('button', { name: 'Links, PIN and devices' }).click();
    await expect(access.getByText('Chrome on a Linux computer')).toBeVisible();
    await access.getByRole('button', { name: 'Take it back' }).first().click();
    await expect(access.getByText('Taken back: it works no more.')).toBeVisible();
    await access.getByRole('button', { name: 'Sign out there' }).first().click();
    await expect(access.getByText('Signed in nowhere.')).toBeVisible();
    await there.goto('/week');
    await expect(there).toHaveURL('/');
    await there.goto(address.pathname + address.hash);
    await there.getByRole('button', { name: 'Sign in on this device' }).click();
    await expect(there.getByText(/^This link does not work any more\./)).toBeVisible();
    await tablet.close();
  },
);

test('a guardian’s no hides the clips from the coach at once', LONG, async ({ page, context, browser }) => {
  await signIn(context, 'coach');
  const base = await coachBase(page);
  const squad = base.split('/')[2];
  const clips = async () => {
    const { waiting } = (await (await context.request.get(`/api/v1/squads/${squad}/review`)).json()) as {
      waiting: { player: { nickname: string }; clip: { id: string } | null }[];
    };
    return waiting.filter((one) => one.player.nickname === 'Comet').flatMap((one) => one.clip?.id ?? []);
  };
  const [clip = ''] = await clips();
  expect((await context.request.get(`/api/v1/clips/${clip}/file`)).status()).toBe(200);
  const desk = await browser.newContext();
  await signIn(desk, 'guardian');
  const family = await desk.newPage();
  await family.goto('/family');
  await awake(family);
  await unfold(family, 'Clips of Comet');
  await family.getByRole('button', { name: 'No clips' }).click();
  await family.getByRole('button', { name: 'Yes, no clips' }).click();
  await expect(family.getByText('You said no: filming is not offered.')).toBeVisible();
  expect((await context.request.get(`/api/v1/clips/${clip}/file`)).status()).toBe(404);
  expect(await clips()).toEqual([]);
  await family.getByRole('button', { name: 'Yes, clips are fine' }).click();
  await expect(family.getByText('You said yes: filming is offered.')).toBeVisible();
  expect(await clips()).toContain(clip);
  await desk.close();
});

test(
  'a second grown-up with a code waits for the first one’s yes; one page shows every key to the child and ends them',
  LONG,
  async ({ browser }) => {
    const [first, second, desk] = [
      await browser.newContext({ viewport: PHONE }),
      await browser.newContext({ viewport: PHONE }),
      await browser.newContext(),
    ];
    await signIn(desk, 'coach');
    const coach = await desk.newPage();
    const base = await coachBase(coach);
    await coach.goto(`${base}/squad/people`);
    await awake(coach);
    await coach
      .getByRole('row', { name: /^Comet/ })
      .getByRole('button', { name: 'Guardian’s code' })
      .click();
    const code = await coach
      .getByRole('dialog')
      .getByText(/^[0-9A-Z]{4}-[0-9A-Z]{4}-[0-9A-Z]{2}$/)
      .innerText();
    const uncle = await second.newPage();
    await uncle.goto('/invited');
    await awake(uncle);
    await uncle.getByLabel('Code from your coach').fill(code);
    await uncle.getByRole('button', { name: 'Go on' }).click();
    await uncle.getByLabel('Your name').fill('Comet’s uncle');
    await uncle.getByLabel('E-mail').fill('uncle@family.example');
    await uncle.getByLabel('Password').fill('a long enough password');
    await uncle.getByRole('button', { name: 'I am Comet’s guardian' }).click();
    await expect(uncle.getByText('You asked to be a guardian of a child that has one already.')).toBeVisible();
    await signIn(first, 'guardian');
    const page = await first.newPage();
    await page.goto('/family');
    await awake(page);
    const keys = page.getByRole('region', { name: 'How Comet gets in' });
    await expect(keys.getByText('Comet’s uncle has a code from the coach')).toBeVisible();
    await keys.getByRole('button', { name: 'Yes, Comet’s uncle too' }).click();
    await expect(keys.getByText('Comet’s uncle is a guardian now.')).toBeVisible();
    await uncle.reload();
    await expect(uncle.getByRole('heading', { name: /Comet/ }).first()).toBeVisible();
    await keys.getByRole('button', { name: 'Make a family link' }).click();
    await expect(keys.getByText(/works until/)).toHaveCount(1);
    expect((await new AxeBuilder({ page }).include('section[aria-label="How Comet gets in"]').analyze()).violations).toEqual([]);
    await keys.getByRole('button', { name: 'Remove Comet’s uncle' }).click();
    await expect(keys.getByText('Comet’s uncle is no guardian of Comet any more.')).toBeVisible();
    await keys.getByRole('button', { name: 'End every link and sign-in' }).click();
    await page.getByRole('dialog').getByRole('button', { name: 'End them all' }).click();
    await expect(keys.getByText('Nothing but Comet’s PIN opens the account now.')).toBeVisible();
    await expect(keys.getByText(/works until/)).toHaveCount(0);
    // The head coach reads who came and went.
    await coach.reload();
    await awake(coach);
    const list = coach.getByRole('region', { name: 'Who came and went' });
    await list.getByRole('button', { name: 'Show the list' }).click();
    await expect(list.getByText(/a code for a guardian/).first()).toBeVisible();
    for (const one of [first, second, desk]) await one.close();
  },
);

test(
  'an authenticator app is set up, asked for at the door, and a recovery code works when the phone is lost',
  LONG,
  async ({ browser }) => {
    const home = await browser.newContext();
    await signIn(home, 'guardian');
    const page = await home.newPage();
    await page.goto('/account');
    await awake(page);
    const box = page.getByRole('region', { name: 'Authenticator app' });
    await box.getByLabel('Your password').fill('not it at all');
    await box.getByRole('button', { name: 'Set it up' }).click();
    await expect(box.getByText('The password is not right.')).toBeVisible();
    await box.getByLabel('Your password').fill('quillhaven-demo');
    await box.getByRole('button', { name: 'Set it up' }).click();
    const secret = (await box.getByText(/^[A-Z2-7=]{4}( [A-Z2-7=]{1,4}){4,}$/).innerText()).replaceAll(' ', '');
    await box.getByLabel(/The code that the app shows now/).fill('000000');
    await box.getByRole('button', { name: 'Switch it on' }).click();
    await expect(box.getByText('That code is not right.')).toBeVisible();
    await box.getByLabel(/The code that the app shows now/).fill(codeAt(secret, Date.now()));
    await box.getByRole('button', { name: 'Switch it on' }).click();
    await expect(box.getByText('It is on.')).toBeVisible();
    const recovery = await box.getByRole('listitem').first().innerText();
    expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
    for (const [how, code] of [
      ['app', () => codeAt(secret, Date.now())],
      ['lost', () => recovery],
    ] as const) {
      const elsewhere = await browser.newContext({ viewport: PHONE });
      const phone = await elsewhere.newPage();
      await phone.goto('/sign-in');
      await awake(phone);
      await phone.getByLabel('E-mail').fill('family@lanternfish.example');
      await phone.getByLabel('Password').fill('quillhaven-demo');
      await phone.getByRole('button', { name: 'Sign in' }).click();
      if (how === 'lost') await phone.getByRole('button', { name: 'I lost my phone: use a recovery code' }).click();
      await phone.getByLabel(how === 'app' ? 'The code that your authenticator app shows' : 'A recovery code').fill(code());
      await phone.getByRole('button', { name: 'Sign in' }).click();
      await expect(phone.getByRole('heading', { name: /Comet/ }).first()).toBeVisible();
      await elsewhere.close();
    }
    await page.reload();
    await awake(page);
    await expect(page.getByText('Signing in now asks for a code of an authenticator app too.')).toBeVisible();
    await box.getByLabel('Your password').fill('quillhaven-demo');
    await box.getByRole('button', { name: 'Switch it off' }).click();
    await expect(box.getByText('With it, your password alone opens nothing.')).toBeVisible();
    await home.close();
  },
);

test(
  'everything of a child is downloaded, deleted by the nickname typed, hidden at once, and back after an undo',
  LONG,
  async ({ page, context, browser }) => {
    await signIn(context, 'guardian');
    await page.goto('/family');
    await awake(page);
    await unfold(page, 'Everything that is kept of Comet');
    const download = page.waitForEvent('download');
    await page.getByRole('link', { name: 'Download everything' }).last().click();
    expect((await download).suggestedFilename()).toBe('everything.zip');
    const desk = await browser.newContext();
    await signIn(desk, 'coach');
    const coach = await desk.newPage();
    const base = await coachBase(coach);
    const pause = { from: '2026-12-20', to: '2026-12-24', title: 'Comet’s week' };
    const made = await desk.request.put(`/api/v1/squads/${base.split('/')[2]}/breaks/${randomUUID()}`, { data: pause });
    expect(made.status(), await made.text()).toBe(200);
    await page.getByRole('button', { name: 'Delete Comet and everything' }).click();
    const dialog = page.getByRole('dialog');
    await dialog.getByRole('textbox').fill('Pebble');
    await dialog.getByRole('button', { name: 'Delete Comet and everything' }).click();
    await expect(dialog.getByText('Type Comet to say that you mean it. Nothing was deleted.')).toBeVisible();
    await dialog.getByRole('textbox').fill('Comet');
    await dialog.getByRole('button', { name: 'Delete Comet and everything' }).click();
    await expect(page.getByRole('region', { name: 'Comet is being deleted' })).toBeVisible();
    await page.getByRole('button', { name: 'Backups, and texts that name Comet' }).click();
    await expect(page.getByText(/^(These backups hold Comet|There is no backup)/)).toBeVisible();
    await coach.goto(`${base}/squad`);
    await expect(coach.getByRole('region', { name: 'Register' }).getByRole('link', { name: 'Fig' })).toBeVisible();
    await expect(coach.getByRole('region', { name: 'Register' }).getByRole('link', { name: 'Comet' })).toHaveCount(0);
    await coach.goto(`${base}/squad/people`);
    await expect(coach.getByRole('row', { name: /^Fig/ })).toBeVisible();
    await expect(coach.getByRole('row', { name: /^Comet/ })).toHaveCount(0);
    // What coaches wrote of the child elsewhere is shown to the head coach, and the name is taken out.
    const texts = coach.getByRole('region', { name: 'Texts that name a player who leaves' });
    await expect(texts.getByText('Comet’s week', { exact: true })).toBeVisible();
    // The break itself, and the history of the rules that tells of it.
    const out = texts.getByRole('button', { name: 'Remove the name' });
    await expect(out).toHaveCount(2);
    await out.first().click();
    await expect(out).toHaveCount(1);
    await out.first().click();
    await expect(out).toHaveCount(0);
    await expect(texts.getByText('Comet’s week')).toHaveCount(0);
    const phone = await browser.newContext();
    const refused = await phone.request.post('/api/auth/sign-in/squad', { data: { code: 'LANTERN', nickname: 'Comet', pin: '2468' } });
    expect(refused.status()).toBe(401);
    await page.getByRole('button', { name: 'Undo: keep Comet' }).click();
    await expect(page.getByRole('heading', { name: 'May Comet film single goes?' })).toBeVisible();
    await coach.goto(`${base}/squad`);
    await expect(coach.getByRole('region', { name: 'Register' }).getByRole('link', { name: 'Comet' })).toBeVisible();
    await desk.close();
    await phone.close();
  },
);

test(
  'an assistant plans and reviews, and neither changes rules nor takes anybody out; the head coach does, and takes it back',
  LONG,
  async ({ page, context, browser }) => {
    await signIn(context, 'coach');
    const base = await coachBase(page);
    await page.goto(`${base}/squad/people`);
    await awake(page);
    await page.getByRole('region', { name: 'Coaches' }).getByRole('button', { name: 'Make an invitation' }).click();
    const address = new URL(
      await page
        .getByRole('dialog')
        .getByText(/\/invited#/)
        .innerText(),
    );
    await page.getByRole('button', { name: 'Close' }).click();
    const other = await browser.newContext();
    const desk = await other.newPage();
    await desk.goto(address.pathname + address.hash);
    await expect(desk.getByText('You are invited to Lanternfish U11 as assistant.')).toBeVisible();
    await desk.getByLabel('Your name, as players see it').fill('Coach Chervil');
    await desk.getByLabel('E-mail').fill('chervil@lanternfish.example');
    await desk.getByLabel('Password').fill('a long enough password');
    await desk.getByRole('button', { name: 'Make my account' }).click();
    await desk.waitForURL(/\/today$/);
    await desk.goto(`${base}/rules`);
    await expect(desk.getByText('You are an assistant here: the head coach changes the rules.')).toBeVisible();
    await awake(desk);
    await unfold(desk, 'What keeps a streak');
    await expect(desk.getByRole('button', { name: 'Use this rule from today' })).toHaveCount(0);
    await desk.goto(`${base}/squad/people`);
    await awake(desk);
    await expect(desk.getByRole('button', { name: 'Remove', exact: true })).toHaveCount(0);
    await expect(desk.getByRole('button', { name: 'New PIN' }).first()).toBeVisible();
    await desk.goto(`${base}/weeks`);
    await awake(desk);
    await desk.getByRole('link', { name: /Up in the air/ }).click();
    await expect(desk.getByRole('button', { name: 'Add a session' })).toBeVisible();

    await page.reload();
    await awake(page);
    await page.getByRole('row', { name: /^Fig/ }).getByRole('button', { name: 'Remove', exact: true }).click();
    await page.getByRole('button', { name: 'Remove Fig' }).click();
    await expect(page.getByText('Fig is out of the squad.')).toBeVisible();
    await expect(page.getByRole('row', { name: /^Fig/ })).toHaveCount(0);
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(page.getByRole('row', { name: /^Fig/ })).toBeVisible();
    // A new PIN cannot be taken back, so it is asked first.
    await page.getByRole('row', { name: /^Fig/ }).getByRole('button', { name: 'New PIN' }).click();
    await expect(page.getByRole('dialog', { name: 'A new PIN for Fig?' })).toBeVisible();
    await page.getByRole('button', { name: 'Make a new PIN' }).click();
    await expect(page.getByRole('dialog', { name: 'Fig’s new PIN' }).getByText(/^\d{4,}$/)).toBeVisible();
    await page.getByRole('button', { name: 'Close' }).click();
    await page.getByRole('region', { name: 'Coaches' }).getByRole('button', { name: 'Remove', exact: true }).click();
    await expect(page.getByText('Coach Chervil coaches this squad no more.')).toBeVisible();
    await desk.goto(`${base}/today`);
    await expect(desk.getByRole('button', { name: 'Add a session' })).toHaveCount(0);
    await expect(desk.getByText(/not here, or not yours/)).toBeVisible();
    await other.close();
  },
);

test(
  'rules are changed, written down, and said where they are wrong; a new squad starts with safe ones',
  LONG,
  async ({ page, context }) => {
    await signIn(context, 'coach');
    const base = await coachBase(page);
    await page.goto(`${base}/rules`);
    await awake(page);
    await unfold(page, 'Heading and clips');
    await unfold(page, 'Times of the clock');
    const safety = page.getByRole('region', { name: 'Heading and clips' });
    await safety.getByLabel('Clips kept, days').fill('');
    await safety.getByRole('button', { name: 'Save heading and clips' }).click();
    await expect(safety.getByText('The days that clips are kept is a whole number from 1 to 365.')).toBeVisible();
    await safety.getByLabel('Clips kept, days').fill('45');
    await safety.getByLabel('Heading from age').fill('10');
    await safety.getByRole('button', { name: 'Save heading and clips' }).click();
    const changes = page.getByRole('region', { name: 'Changes of the rules' });
    await expect(changes).toContainText('days of clips, 60 → 45');
    await expect(changes).toContainText('Coach Fennel: heading age, 12 → 10');
    await expect(safety.getByText(/^Heading is allowed earlier than usual here\./)).toBeVisible();
    const times = page.getByRole('region', { name: 'Times of the clock' });
    await times.getByLabel('Lead-in', { exact: true }).fill('1');
    await times.getByRole('button', { name: 'Save the times' }).click();
    await expect(times.getByText('The lead-in is 3 to 30 whole seconds.')).toBeVisible();
    await times.getByLabel('Lead-in', { exact: true }).fill('8');
    await times.getByRole('button', { name: 'Save the times' }).click();
    await expect(changes).toContainText('lengths of the run sheet, none → lead-in 8');
    await page.goto('/no-squad');
    await awake(page);
    await page.getByLabel('Name of the squad').fill('Newts U8');
    await page.getByLabel('Time zone').fill('America/Chicago');
    await page.getByLabel('Age of the players, about').fill('8');
    await page.getByRole('button', { name: 'Make the squad' }).click();
    await page.waitForURL(/\/squad\/people$/);
    await expect(page.getByText('Nobody yet. Add players by a nickname below, read in a list, or invite them.')).toBeVisible();
    await awake(page);
    await page.getByLabel('The list').fill('nickname,birth year\nEel,2018\nNewt,1900');
    await page.getByRole('button', { name: 'Try it' }).click();
    await expect(page.getByText('line 3: “1900” is no birth year of a player of 4 to 20 years.')).toBeVisible();
    await page.getByLabel('The list').fill('nickname,birth year\nEel,2018\nNewt,2019');
    await page.getByRole('button', { name: 'Try it' }).click();
    await page.getByRole('button', { name: 'Add 2 players' }).click();
    await expect(page.getByText(/^2 players added\./)).toBeVisible();
    await expect(page.getByRole('row', { name: /^Newt/ })).toBeVisible();
    await follow(page.getByRole('link', { name: 'Cards for the whole squad' }));
    await expect(page.getByRole('article', { name: 'Card of Eel' }).getByRole('img')).toBeVisible();

    // Today of a squad that begins is what comes first, each with its one action; the list fills itself.
    const today = page.url().replace(/\/squad\/cards.*$/, '/today');
    await page.goto(today);
    const steps = page.getByRole('region', { name: 'First steps' });
    await expect(steps.getByRole('listitem')).toHaveCount(5);
    await expect(steps.getByText('2 in the squad.')).toBeVisible();
    await steps.getByRole('link', { name: 'Make it' }).click();
    await awake(page);
    await page.getByRole('button', { name: 'Make the next week' }).click();
    await page.getByRole('button', { name: 'Propose' }).click();
    await page.getByRole('button', { name: 'Take this week' }).click();
    await expect(page.getByText('All saved')).toBeVisible();
    await page.goto(today);
    await expect(steps.getByText('There is a week with drills in it.')).toBeVisible();
    await expect(steps.getByRole('link', { name: 'Release it' })).toBeVisible();
  },
);

test(
  'a password is reset by the mail in the local mailbox, and changed in the account, which ends other sign-ins',
  LONG,
  async ({ page, browser, house }) => {
    await page.goto('/sign-in');
    await follow(page.getByRole('link', { name: 'Password forgotten?' }));
    await page.getByLabel('E-mail').fill('family-2@lanternfish.example');
    await page.getByRole('button', { name: 'Send me a link' }).click();
    await expect(page.getByText(/^If there is an account with that address/)).toBeVisible();
    expect(house).toContain('localhost');
    const desk = await browser.newContext();
    await signIn(desk, 'guardian');
    const account = await desk.newPage();
    await account.goto('/account');
    await awake(account);
    await account.getByLabel('The one of now').fill('not the password');
    await account.getByLabel('The new one').fill('another long password');
    await account.getByRole('button', { name: 'Change it' }).click();
    await expect(account.getByText('The password of now is not right.')).toBeVisible();
    const other = await browser.newContext();
    await signIn(other, 'guardian');
    await account.getByLabel('The one of now').fill('quillhaven-demo');
    await account.getByRole('button', { name: 'Change it' }).click();
    await expect(account.getByText('Changed. Everywhere else you are signed out.')).toBeVisible();
    expect((await other.request.get('/api/v1/family')).status()).toBe(401);
    expect((await desk.request.get('/api/v1/family')).status()).toBe(200);
    await desk.close();
    await other.close();
  },
);

test('two of one family change on their phone by a tap and a PIN, and are forgotten when they say so', LONG, async ({ browser }) => {
  const phone = await browser.newContext({ viewport: PHONE });
  const page = await phone.newPage();
  const signInAs = async (nickname: string, pin: string) => {
    await page.getByLabel('Squad code').fill('LANTERN');
    await page.getByLabel('Nickname').fill(nickname);
    await page.getByLabel('PIN').fill(pin);
  };
  await page.goto('/join');
  await awake(page);
  await expect(page.getByRole('list', { name: 'Who is here' })).toBeHidden();
  await signInAs('Comet', '2468');
  await page.getByRole('checkbox', { name: /remember me here/ }).check();
  await page.getByRole('button', { name: 'Sign in' }).click();
  await page.waitForURL('**/week');
  await awake(page);
  // Alone there is nobody to change to.
  await expect(page.getByRole('button', { name: 'Change' })).toBeHidden();
  await page.getByRole('button', { name: 'Sign out' }).click();
  await page.waitForURL((url) => url.pathname !== '/week');
  await page.goto('/join');
  await awake(page);
  await signInAs('Biscuit', '1357');
  await expect(page.getByRole('checkbox', { name: /remember me here/ })).toBeChecked();
  await page.getByRole('button', { name: 'Sign in' }).click();
  await page.waitForURL('**/week');
  await awake(page);
  await expect(page.getByRole('heading', { name: /Biscuit/ })).toBeVisible();
  await page.getByRole('button', { name: 'Change' }).click();
  await page.getByRole('dialog', { name: 'Who plays now?' }).getByRole('button', { name: 'Comet' }).click();
  await page.waitForURL('**/join');
  await awake(page);
  await expect(page.getByLabel('Nickname')).toHaveValue('Comet');
  // Nobody is signed in meanwhile.
  expect((await phone.request.get('/api/v1/go/this-week')).status()).toBe(401);
  await page.getByLabel('PIN').fill('2468');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await page.waitForURL('**/week');
  await expect(page.getByRole('heading', { name: /Comet/ })).toBeVisible();
  await page.goto('/join');
  await awake(page);
  await page.getByRole('button', { name: 'Forget Biscuit on this phone' }).click();
  await expect(page.getByRole('list', { name: 'Who is here' }).getByRole('listitem')).toHaveCount(1);
  await phone.close();
});
