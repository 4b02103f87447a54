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
if (want('week-print')) {
  await desk.goto(`${base}/weeks`);
  const href = await desk.getByRole('link', { name: /draft/ }).first().getAttribute('href');
  await desk.goto(`${href}/print`, { waitUntil: 'networkidle' });
  await shoot(desk, 'week-print');
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
if (want('go-clock') || want('go-score')) {
  await phone.goto('/week');
  await phone.getByRole('link', { name: /^Go: Saturday course/ }).click();
  await phone.waitForURL(/\/go\//);
  await phone.getByRole('button', { name: 'Start' }).click();
  await phone.getByRole('button', { name: 'Ready' }).click();
  for (let i = 0; i < 9; i++) {
    await phone.getByRole('button', { name: 'Skip' }).click();
    const drink = phone.getByRole('button', { name: 'Ready' });
    if (await drink.isVisible()) await drink.click();
    if (await phone.getByText('Outside-inside taps, hopping').isVisible()) break;
  }
  await phone.waitForFunction(
    () =>
      document.querySelector('main')?.textContent?.includes('Go') &&
      /^[0-9]+$/.test(document.querySelector('[data-testid=clock-seconds]')?.textContent ?? ''),
  );
  await phone.getByText('Go', { exact: true }).waitFor({ timeout: 15_000 });
  await shoot(phone, 'go-clock');
  await phone.getByRole('heading', { name: 'How many?' }).waitFor({ timeout: 60_000 });
  await shoot(phone, 'go-score');
}

if (want('family')) {
  const guardian = await signedIn(browser, 'guardian', DESK);
  const page = await guardian.newPage();
  await page.goto('/family', { waitUntil: 'networkidle' });
  await shoot(page, 'family');
}
if (want('front-door')) {
  const page = await browser.newPage({ viewport: PHONE, baseURL: BASE });
  await page.goto('/join', { waitUntil: 'networkidle' });
  await shoot(page, 'front-door');
}
await browser.close();
