/** Takes the pictures of docs/screenshots from a running demo: BASE=http://localhost:4321 npx tsx scripts/screenshots.ts [name …] */
import { type Browser, type BrowserContext, chromium, type Page } from '@playwright/test';
import { CHROMIUM } from './chromium.ts';

const BASE = process.env.BASE ?? 'http://localhost:4321';
const OUT = process.env.OUT ?? 'docs/screenshots';
const PASSWORD = 'quillhaven-demo';
const wanted = process.argv.slice(2);

const DESK = { width: 1280, height: 800 };
const PHONE = { width: 390, height: 844 };

async function signedIn(browser: Browser, who: 'coach' | 'guardian' | 'player', viewport: typeof DESK): Promise<BrowserContext> {
  const context = await browser.newContext({ viewport, baseURL: BASE, permissions: ['camera', 'microphone'] });
  const request =
    who === 'player'
      ? ['/api/auth/sign-in/squad', { code: 'LANTERN', nickname: 'Comet', pin: '2468' }]
      : ['/api/auth/sign-in/email', { email: `${who === 'coach' ? 'coach' : 'family'}@lanternfish.example`, password: PASSWORD }];
  await context.request.post(request[0] as string, { data: request[1] });
  return context;
}

const shoot = async (page: Page, name: string, fullPage = false) => {
  await page.evaluate(() => document.fonts.ready);
  await page.screenshot({ path: `${OUT}/${name}.png`, fullPage });
  console.log(name);
};
const want = (name: string) => wanted.length === 0 || wanted.includes(name);

const browser = await chromium.launch(CHROMIUM);

const coach = await signedIn(browser, 'coach', DESK);
const desk = await coach.newPage();
await desk.goto('/');
const base = new URL(desk.url()).pathname.replace('/today', '');
for (const area of ['today', 'weeks', 'drills', 'review', 'squad']) {
  if (!want(area)) continue;
  await desk.goto(`${base}/${area === 'drills' ? 'drills?drill=cross-course' : area}`, { waitUntil: 'networkidle' });
  await shoot(desk, area);
}
if (want('player')) {
  await desk.goto(`${base}/squad`);
  await desk.getByRole('link', { name: 'Comet' }).click();
  await desk.waitForLoadState('networkidle');
  await shoot(desk, 'player');
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

if (want('week-preview')) {
  await desk.goto(`${base}/weeks`);
  await desk.getByRole('link', { name: /draft/ }).first().click();
  await desk.getByRole('button', { name: 'Preview' }).click();
  await desk.getByText('Comet has ball').or(desk.getByText('Biscuit has ball')).waitFor();
  await shoot(desk, 'week-preview');
}
if (want('staircase-map')) {
  await desk.goto(`${base}/drills/map`);
  await desk.getByRole('button', { name: 'juggling' }).click();
  await desk.getByRole('link', { name: /^Foot hold/ }).waitFor();
  await shoot(desk, 'staircase-map');
}
if (want('drill-editor')) {
  await desk.goto(`${base}/drills/new?from=cross-course`);
  const moves = desk.getByLabel('Moves, as you say them aloud').first();
  await moves.fill(`${await moves.inputValue()}; back to cone 9`);
  await moves.evaluate((element) => element.closest('fieldset')?.scrollIntoView());
  await shoot(desk, 'drill-editor');
}

const player = await signedIn(browser, 'player', PHONE);
const phone = await player.newPage();
if (want('this-week')) {
  await phone.goto('/week', { waitUntil: 'networkidle' });
  await shoot(phone, 'this-week');
}
if (want('placing-guide')) {
  await phone.goto('/week', { waitUntil: 'networkidle' });
  await phone.getByRole('button', { name: 'Lay out: Slalom, both feet' }).first().click();
  for (let i = 0; i < 6; i++) await phone.getByRole('button', { name: 'Done, next' }).click();
  await shoot(phone, 'placing-guide');
}
if (want('my-feet')) {
  await phone.goto('/feet', { waitUntil: 'networkidle' });
  await shoot(phone, 'my-feet');
}
if (want('home-guide')) {
  await phone.goto('/home', { waitUntil: 'networkidle' });
  await phone.getByRole('button', { name: 'Ground' }).click();
  await shoot(phone, 'home-guide');
}
/** Several moments side by side, as one picture. */
async function together(name: string, moments: readonly Buffer[]): Promise<void> {
  const page = await browser.newPage({ viewport: { width: moments.length * 400 - 10, height: PHONE.height } });
  const pictures = moments.map((png) => `<img width="390" src="data:image/png;base64,${png.toString('base64')}">`);
  await page.setContent(`<body style="margin:0;display:flex;gap:10px;background:#5a636a">${pictures.join('')}</body>`);
  await shoot(page, name);
  await page.close();
}
if (['go-clock', 'go-score', 'clip-trim', 'sent'].some(want)) {
  await phone.goto('/week');
  await phone.getByRole('link', { name: /^Go: Saturday course/ }).click();
  await phone.waitForURL(/\/go\//);
  const moments = [];
  await phone.getByRole('button', { name: 'Start' }).click();
  await phone.getByRole('button', { name: 'Ready' }).click();
  const shown = phone.getByText('Outside-inside taps, hopping', { exact: true });
  for (let i = 0; i < 12 && !(await shown.isVisible()); i++) {
    await phone.getByRole('button', { name: 'Pause' }).first().click();
    await phone.getByRole('button', { name: 'Skip' }).click();
    const drink = phone.getByRole('button', { name: 'Ready' });
    if (await drink.isVisible()) await drink.click();
  }
  moments.push(await phone.screenshot());
  await phone.getByRole('button', { name: 'Film my goes' }).click();
  await phone.getByText('Go', { exact: true }).waitFor({ timeout: 15_000 });
  await phone.getByText('7', { exact: true }).waitFor({ timeout: 15_000 });
  moments.push(await phone.screenshot());
  await phone.getByRole('button', { name: 'Pause' }).first().click();
  moments.push(await phone.screenshot());
  if (want('go-clock')) await together('go-clock', moments);
  await phone.getByRole('button', { name: 'Go on' }).click();
  await phone.getByRole('heading', { name: 'How many?' }).waitFor({ timeout: 60_000 });
  await phone.getByLabel('Your clip, right foot').waitFor();
  await phone.getByLabel('Your clip, left foot').waitFor();
  if (want('go-score')) await shoot(phone, 'go-score');
  await phone.getByRole('button', { name: 'Cut the ends' }).last().click();
  await phone.getByLabel(/^Ends at/).fill('17.5');
  await phone.getByLabel('Your clip, right foot').scrollIntoViewIfNeeded();
  await phone.evaluate(() => document.querySelector('main')?.scrollBy(0, 260));
  if (want('clip-trim')) await shoot(phone, 'clip-trim');
  await phone.getByLabel(/^Count .*left foot$/).fill('21');
  await phone.getByLabel(/^Count .*right foot$/).fill('26');
  await phone.getByRole('button', { name: 'Keep these numbers' }).click();
  await phone.getByRole('button', { name: 'Pause' }).first().click();
  await phone.getByRole('button', { name: 'Stop here' }).click();
  await phone.getByText('2 of 2 clips sent').waitFor({ timeout: 120_000 });
  if (want('sent')) await shoot(phone, 'sent');
}

if (want('family')) {
  const guardian = await signedIn(browser, 'guardian', DESK);
  const page = await guardian.newPage();
  await page.goto('/family', { waitUntil: 'networkidle' });
  await shoot(page, 'family');
}
await browser.close();
