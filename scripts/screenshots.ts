/** Takes the pictures of docs/screenshots from a running demo: BASE=http://localhost:4321 npx tsx scripts/screenshots.ts [name …] */
import { readFileSync } from 'node:fs';
import { type Browser, type BrowserContext, type BrowserContextOptions, chromium, type Page } from '@playwright/test';
import { CHROMIUM } from './chromium.ts';

const BASE = process.env.BASE ?? 'http://localhost:4321';
const OUT = process.env.OUT ?? 'docs/screenshots';
const PASSWORD = 'quillhaven-demo';
const wanted = process.argv.slice(2);

const DESK = { width: 1280, height: 800 };
const PHONE = { width: 390, height: 844 };

async function signedIn(
  browser: Browser,
  who: 'coach' | 'guardian' | 'player',
  viewport: typeof DESK,
  more: BrowserContextOptions = {},
): Promise<BrowserContext> {
  const context = await browser.newContext({ viewport, baseURL: BASE, permissions: ['camera', 'microphone'], ...more });
  const request =
    who === 'player'
      ? ['/api/auth/sign-in/squad', { code: 'LANTERN', nickname: 'Comet', pin: '2468' }]
      : ['/api/auth/sign-in/email', { email: `${who === 'coach' ? 'coach' : 'family'}@lanternfish.example`, password: PASSWORD }];
  await context.request.post(request[0] as string, { data: request[1] });
  return context;
}

/** Waits until letters are there and what begins and ends has ended. */
const settled = (page: Page) =>
  page.evaluate(async () => {
    await document.fonts.ready;
    const ending = document
      .getAnimations()
      .filter((one) => Number.isFinite(one.effect?.getComputedTiming().endTime ?? Number.POSITIVE_INFINITY));
    await Promise.all(ending.map((one) => one.finished.catch(() => undefined)));
  });
const picture = async (page: Page): Promise<Buffer> => {
  await settled(page);
  return page.screenshot();
};
const shoot = async (page: Page, name: string, fullPage = false) => {
  await settled(page);
  await page.screenshot({ path: `${OUT}/${name}.png`, fullPage });
  console.log(name);
};
const want = (name: string) => wanted.length === 0 || wanted.includes(name);

/** What somebody reads from now on. */
const reads = (context: BrowserContext, language: 'en' | 'es') =>
  context.request.post('/language', { form: { language, back: '/' }, headers: { origin: BASE }, maxRedirects: 0 });

const browser = await chromium.launch(CHROMIUM);

const coach = await signedIn(browser, 'coach', DESK);
const desk = await coach.newPage();
await desk.goto('/');
const base = new URL(desk.url()).pathname.replace('/today', '');
for (const area of ['today', 'drills']) {
  if (!want(area)) continue;
  await desk.goto(`${base}/${area === 'drills' ? 'drills?drill=roll-stop-step-over' : area}`, { waitUntil: 'networkidle' });
  await shoot(desk, area);
}
if (want('review')) {
  await desk.goto(`${base}/review`, { waitUntil: 'networkidle' });
  await desk.getByRole('slider', { name: /^Tap strip/ }).waitFor();
  // The first nine taps of Noodle's clip, as they are shown.
  const taps = (JSON.parse(readFileSync('src/demo/clips/clips.json', 'utf8')) as { file: string; reps: { at: number; foot: string }[] }[])
    .find((note) => note.file === 'sole-taps-c.webm')
    ?.reps.slice(0, 9);
  await desk.keyboard.press(' ');
  for (const tap of taps ?? []) {
    await desk.waitForFunction((at) => (document.querySelector('video')?.currentTime ?? 0) >= at, tap.at, { polling: 'raf' });
    await desk.keyboard.press(tap.foot === 'left' ? 'f' : 'j');
  }
  await desk.keyboard.press(' ');
  await desk.keyboard.press('g');
  await desk.getByText(/suggest \d+|No suggestion/).waitFor({ timeout: 60_000 });
  await desk.evaluate(() => window.scrollTo(0, 0));
  await shoot(desk, 'review', true);
}
if (want('player')) {
  await desk.goto(`${base}/squad`);
  await desk.getByRole('link', { name: 'Comet' }).first().click();
  await desk.getByRole('button', { name: /^Outside-inside taps, hopping/ }).click();
  await desk.waitForLoadState('networkidle');
  await shoot(desk, 'player', true);
}
if (want('printed-moves')) {
  await desk.goto(`${base}/weeks`, { waitUntil: 'networkidle' });
  await desk.getByRole('link', { name: /draft/ }).first().click();
  await desk.waitForURL(/weeks\/[0-9a-f-]{36}/);
  await desk.goto(`${desk.url()}/print`, { waitUntil: 'networkidle' });
  await desk.waitForFunction(() => document.documentElement.dataset.laidOut === 'yes');
  await desk.emulateMedia({ media: 'print' });
  await desk
    .locator('[data-one-page]')
    .first()
    .screenshot({ path: `${OUT}/printed-moves.png` });
  await desk.emulateMedia({ media: 'screen' });
}
if (want('season')) {
  await reads(coach, 'es');
  await desk.goto(`${base}/weeks/season`, { waitUntil: 'networkidle' });
  await shoot(desk, 'season');
  await reads(coach, 'en');
}
if (want('squad')) {
  const moments: Buffer[] = [];
  for (const path of ['squad', 'squad/ground', 'squad/tables', 'squad/calibration']) {
    await desk.goto(`${base}/${path}`, { waitUntil: 'networkidle' });
    moments.push(await picture(desk));
  }
  await grid('squad', moments);
}
if (want('post')) {
  await desk.goto(`${base}/post`, { waitUntil: 'networkidle' });
  await desk.getByRole('button', { name: 'What would be sent now?' }).click();
  await desk.getByRole('region', { name: 'Preview' }).waitFor();
  await shoot(desk, 'post');
}
if (want('week-bench')) {
  await desk.goto(`${base}/weeks`);
  await desk.getByRole('link', { name: /draft/ }).first().click();
  await desk.waitForLoadState('networkidle');
  await desk
    .getByRole('button', { name: /^Inside taps/ })
    .first()
    .click();
  await shoot(desk, 'week-bench');
}
if (want('staircase-map')) {
  await desk.goto(`${base}/drills/map`);
  await desk.getByRole('button', { name: 'juggling' }).click();
  await desk.getByRole('link', { name: /^Foot hold/ }).waitFor();
  await shoot(desk, 'staircase-map');
}
if (want('together')) {
  // An evening of the open week's challenge: two players are on it, one of them with a number that can hardly be.
  await desk.goto(`${base}/together`, { waitUntil: 'networkidle' });
  await desk.getByRole('button', { name: 'Begin now' }).click();
  await desk.waitForURL(/together\/[0-9a-f-]{36}/);
  const [, evening = ''] = /together\/([0-9a-f-]{36})/.exec(desk.url()) ?? [];
  const phones = await Promise.all(
    (['Comet', 'Biscuit', 'Pebble'] as const).map(async (nickname) => {
      const context = await browser.newContext({ viewport: PHONE, baseURL: BASE });
      const pin = { Comet: '2468', Biscuit: '1357', Pebble: '8642' }[nickname];
      await context.request.post('/api/auth/sign-in/squad', { data: { code: 'LANTERN', nickname, pin } });
      const page = await context.newPage();
      // The line stays open, so the network is never idle here.
      await page.goto(`/together/${evening}`);
      await page.waitForFunction(() => !document.querySelector('astro-island[ssr]'));
      await page.getByRole('button', { name: 'Start' }).click();
      return page;
    }),
  );
  const [comet, biscuit, pebble] = phones as [Page, Page, Page];
  for (const one of [comet, biscuit]) await one.getByRole('button', { name: 'I am ready' }).click();
  await desk.getByRole('button', { name: /^Begin/ }).click();
  const numbers = async (page: Page, values: readonly string[]) => {
    await page.getByRole('heading', { name: 'How many?' }).waitFor({ timeout: 300_000 });
    const fields = page.getByLabel(/^Count/).and(page.locator('input'));
    for (const [i, field] of (await fields.all()).entries()) await field.fill(values[i] ?? values[0] ?? '20');
    await page.getByRole('button', { name: 'Keep these numbers' }).click();
    await page
      .getByRole('button', { name: 'Keep it' })
      .click({ timeout: 3000 })
      .catch(() => {});
  };
  await numbers(comet, ['41', '38']);
  await numbers(pebble, ['33', '35']);
  await numbers(biscuit, ['301', '44']);
  await desk.getByText(/^3 of 3 have sent/).waitFor();
  await comet.getByText(/3 of 3 have sent/).waitFor();
  await shoot(desk, 'together');
  await shoot(comet, 'together-phone');
  await desk.getByRole('button', { name: 'End the evening' }).click();
  for (const one of phones) await one.context().close();
}

/** Four pages of the desk as one picture, each at half its size. */
async function grid(name: string, moments: readonly Buffer[]): Promise<void> {
  const page = await browser.newPage({ viewport: { width: DESK.width + 10, height: DESK.height + 10 }, deviceScaleFactor: 1.5 });
  const pictures = moments.map((png) => `<img width="640" height="400" src="data:image/png;base64,${png.toString('base64')}">`);
  const look = 'margin:0;display:grid;grid-template-columns:640px 640px;gap:10px;background:#5a636a';
  await page.setContent(`<body style="${look}">${pictures.join('')}</body>`);
  await shoot(page, name);
  await page.close();
}
/** Several moments side by side, as one picture. */
async function together(name: string, moments: readonly Buffer[]): Promise<void> {
  const page = await browser.newPage({ viewport: { width: moments.length * 400 - 10, height: PHONE.height } });
  const pictures = moments.map((png) => `<img width="390" src="data:image/png;base64,${png.toString('base64')}">`);
  await page.setContent(`<body style="margin:0;display:flex;gap:10px;background:#5a636a">${pictures.join('')}</body>`);
  await shoot(page, name);
  await page.close();
}
/** Two with one phone, on a device of their own: who plays, and whose turn it is. */
async function twoAtHome(): Promise<Buffer[]> {
  const context = await signedIn(browser, 'player', PHONE);
  const page = await context.newPage();
  await page.clock.install();
  await page.goto('/week', { waitUntil: 'networkidle' });
  await page.getByRole('link', { name: /^Go: / }).first().click();
  await page.getByRole('button', { name: 'Somebody plays with me' }).click();
  const dialog = page.getByRole('dialog');
  for (const [label, typed] of [
    ['Squad code', 'LANTERN'],
    ['Nickname', 'Biscuit'],
    ['PIN', '1357'],
  ] as const)
    await dialog.getByLabel(label).fill(typed);
  await dialog.getByRole('button', { name: 'Play along' }).click();
  await page.getByText(/Comet begins/).waitFor();
  const moments = [await picture(page)];
  await page.getByRole('button', { name: 'Start' }).click();
  const turn = page.getByRole('button', { name: 'Biscuit’s turn' });
  const keep = page.getByRole('button', { name: 'Keep these numbers' });
  for (let i = 0; i < 200 && !(await turn.isVisible()); i++) {
    const ready = page.getByRole('button', { name: /^(Ready|Start$|Keep it$)/ }).filter({ visible: true });
    const done = page.getByRole('button', { name: 'Done', exact: true }).filter({ visible: true });
    if (await keep.isVisible()) {
      for (const field of await page.locator('input[inputmode=decimal]').filter({ visible: true }).all())
        if ((await field.inputValue()) === '') await field.fill('14');
      await keep.click();
    } else if (await ready.isVisible()) await ready.click({ timeout: 1000 }).catch(() => {});
    else if (await done.isVisible()) {
      await page.clock.runFor(31_000);
      await done.click();
    } else await page.clock.runFor(2000);
  }
  moments.push(await picture(page));
  await context.close();
  return moments;
}
const player = await signedIn(browser, 'player', PHONE);
const phone = await player.newPage();
if (want('this-week')) {
  await phone.goto('/week', { waitUntil: 'networkidle' });
  const week = await picture(phone);
  await phone.goto('/home', { waitUntil: 'networkidle' });
  await phone.getByRole('button', { name: 'Ground' }).click();
  await together('this-week', [week, await picture(phone), ...(await twoAtHome())]);
}
if (want('my-feet')) {
  await phone.goto('/feet', { waitUntil: 'networkidle' });
  const feet = await picture(phone);
  const clip = phone.getByLabel('Clip of Sole taps with the coach’s remarks').first();
  await clip.evaluate(
    (video: HTMLVideoElement) =>
      new Promise((done) => {
        video.addEventListener('seeked', done, { once: true });
        video.currentTime = 5.6;
      }),
  );
  await clip.locator('xpath=ancestor::li[1]').evaluate((line) => line.scrollIntoView({ block: 'center' }));
  await phone.waitForLoadState('networkidle');
  await together('my-feet', [feet, await picture(phone)]);
}
if (['go-clock', 'go-score'].some(want)) {
  await phone.goto('/week');
  await phone.getByRole('link', { name: /^Go: Saturday course/ }).click();
  await phone.waitForURL(/\/go\//);
  const moments = [];
  const go = phone.url();
  const fresh = await signedIn(browser, 'player', PHONE, { serviceWorkers: 'block' });
  const met = await fresh.newPage();
  // Everybody of the demo squad knows every drill of its weeks: on this one page nobody does.
  await met.route(/\/go\//, async (route) => {
    const answer = await route.fetch();
    await route.fulfill({
      response: answer,
      body: (await answer.text()).replace(/&quot;met&quot;:\[1,\[.*?\]\]\]/, '&quot;met&quot;:[1,[]]'),
    });
  });
  await met.goto(go);
  await met.getByRole('button', { name: 'Start' }).click();
  await met.getByRole('button', { name: 'Ready' }).click();
  await met.getByText(/^Step 2 of/).waitFor({ timeout: 20_000 });
  moments.push(await picture(met));
  await met.getByRole('button', { name: 'Skip' }).click();
  await met.getByRole('button', { name: 'Pause' }).first().click();
  await met.getByRole('button', { name: 'Stop here' }).click();
  await fresh.close();
  await phone.goto(go);
  await phone.getByRole('button', { name: 'Start' }).click();
  await phone.getByRole('button', { name: 'Ready' }).click();
  const shown = phone.getByText('Outside-inside taps, hopping', { exact: true });
  for (let i = 0; i < 12 && !(await shown.isVisible()); i++) {
    await phone.getByRole('button', { name: 'Pause' }).first().click();
    await phone.getByRole('button', { name: 'Skip' }).click();
    const drink = phone.getByRole('button', { name: 'Ready' });
    if (await drink.isVisible()) await drink.click();
  }
  moments.push(await picture(phone));
  await phone.getByRole('button', { name: 'Film my goes' }).click();
  await phone.getByText('Go', { exact: true }).waitFor({ timeout: 15_000 });
  await phone.getByText('7', { exact: true }).waitFor({ timeout: 15_000 });
  moments.push(await picture(phone));
  await phone.getByRole('button', { name: 'Pause' }).first().click();
  moments.push(await picture(phone));
  if (want('go-clock')) await together('go-clock', moments);
  await phone.getByRole('button', { name: 'Go on' }).click();
  await phone.getByRole('heading', { name: 'How many?' }).waitFor({ timeout: 60_000 });
  await phone.getByLabel('Your clip, right foot').waitFor();
  await phone.getByLabel('Your clip, left foot').waitFor();
  if (want('go-score')) {
    const given = [await picture(phone)];
    for (const field of await phone.locator('input[inputmode=decimal]').all())
      if ((await field.inputValue()) === '') await field.fill('14');
    await phone.getByRole('button', { name: 'Keep these numbers' }).click();
    const look = phone.getByRole('region', { name: 'Look at your clip first' });
    await look.waitFor();
    await look.getByRole('button', { name: 'Send it' }).waitFor();
    given.push(await picture(phone));
    await look.getByRole('button', { name: 'Send it' }).click();
    await phone.getByRole('button', { name: /mend it$/ }).waitFor();
    // What is shown once fades in.
    await phone.evaluate(() =>
      Promise.all([...document.querySelectorAll('.shown-once')].flatMap((one) => one.getAnimations().map((move) => move.finished))),
    );
    given.push(await picture(phone));
    await phone.getByRole('button', { name: /mend it$/ }).click();
    await phone.getByRole('heading', { name: /^Mend / }).waitFor();
    given.push(await picture(phone));
    await together('go-score', given);
  }
}

/* A squad that begins, each at the own step, many drills at once, and all numbers on one sheet. Last of the desk's: it adds a squad. */
if (want('evening')) {
  const moments: Buffer[] = [];
  await desk.goto(`${base}/weeks`);
  await desk.getByRole('link', { name: /draft/ }).first().click();
  await desk.waitForLoadState('networkidle');
  await desk
    .getByRole('button', { name: /^Inside taps/ })
    .first()
    .click();
  await desk.getByLabel('The step each is on').first().check();
  await desk.getByRole('list', { name: 'Who is on which step' }).first().scrollIntoViewIfNeeded();
  moments.push(await picture(desk));
  await desk.getByLabel('The step each is on').first().uncheck();
  await desk.evaluate(() => scrollTo(0, 0));
  await desk.getByRole('button', { name: 'Choose' }).click();
  await desk.getByRole('button', { name: 'All scored' }).click();
  moments.push(await picture(desk));
  await desk.getByRole('button', { name: 'Done choosing' }).click();
  await desk.getByRole('button', { name: 'Numbers' }).click();
  await desk.getByRole('button', { name: 'All on one sheet' }).click();
  await desk.getByRole('dialog').getByRole('table').waitFor();
  moments.push(await picture(desk));
  const id = crypto.randomUUID();
  await coach.request.post('/api/v1/squads', {
    data: { id, name: 'Newts U10', town: 'Quillhaven', timeZone: 'America/Chicago', age: 10 },
    headers: { origin: BASE },
  });
  await coach.request.post(`/api/v1/squads/${id}/roster`, {
    data: { text: 'Otter\nHeron\nMarten', dry: false },
    headers: { origin: BASE },
  });
  await desk.goto(`/coach/${id}/today`, { waitUntil: 'networkidle' });
  moments.unshift(await picture(desk));
  await grid('evening', moments);
}

if (want('family')) {
  const guardian = await signedIn(browser, 'guardian', DESK);
  const page = await guardian.newPage();
  await reads(guardian, 'es');
  await page.goto('/family', { waitUntil: 'networkidle' });
  await shoot(page, 'family');
  await reads(guardian, 'en');
}

/* For who does not read yet: the week, the clock, the number that is tapped, and the own feet. */
if (want('pictures')) {
  const guardian = await signedIn(browser, 'guardian', DESK);
  const { children } = (await (await guardian.request.get('/api/v1/family')).json()) as {
    children: { nickname: string; playerId: string; squadId: string }[];
  };
  const comet = children.find((one) => one.nickname === 'Comet');
  const reading = (pictures: boolean) =>
    guardian.request.put(`/api/v1/squads/${comet?.squadId}/players/${comet?.playerId}/reading`, {
      data: { pictures },
      headers: { origin: BASE },
    });
  await reading(true);
  const child = await signedIn(browser, 'player', PHONE);
  const page = await child.newPage();
  await page.clock.install();
  const button = (name: string) => page.getByRole('button', { name, exact: true });
  await page.goto('/week', { waitUntil: 'networkidle' });
  const moments = [await picture(page)];
  await page.locator('a[href^="/go/"]').first().click();
  await button('Start').click();
  const keep = button('Keep these numbers');
  for (let i = 0; i < 200 && !(await keep.isVisible()); i++) {
    for (const name of ['Ready', 'I have got it', 'Done']) if (await button(name).isVisible()) await button(name).click();
    await page.clock.runFor(2000);
    const seconds = await page
      .getByTestId('clock-seconds')
      .textContent({ timeout: 100 })
      .catch(() => null);
    if (moments.length === 1 && seconds === '7') moments.push(await picture(page));
  }
  for (const [n, place] of (await page.getByRole('button', { name: /^One more: / }).all()).entries())
    for (let i = 0; i < 12 + n; i++) await place.dispatchEvent('pointerdown');
  moments.push(await picture(page));
  await page.goto('/feet', { waitUntil: 'networkidle' });
  moments.push(await picture(page));
  await together('pictures', moments);
  await reading(false);
}
await browser.close();
