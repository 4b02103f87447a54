import type { Page } from '@playwright/test';
import { expect, LONG, test } from './house.ts';
import { awake, coachBase, PHONE, signIn, unfoldAll } from './people.ts';

test.use({ file: 'J-languages' });

/** Reads in a language from now on, as a device that has chosen it. */
const read = (page: Page, base: string, language: string) => page.context().addCookies([{ name: 'language', value: language, url: base }]);

test(
  'a family changes the language by one press, and it stays with the device and with the person',
  LONG,
  async ({ page, house, browser }) => {
    await signIn(page.context(), 'Comet');
    await page.goto('/week');
    await page.getByRole('button', { name: 'Español' }).click();
    await expect(page.getByRole('heading', { name: 'Hola, Comet' })).toBeVisible();
    await expect(page.locator('html')).toHaveAttribute('lang', 'es');
    // The press came back to the page on which it was made, and the next one reads the same.
    await expect(page).toHaveURL(/\/week$/);
    await page.getByRole('link', { name: 'Mis pies' }).click();
    await expect(page.getByRole('heading', { name: 'Mis pies' })).toBeVisible();
    await awake(page);
    // On another device nobody has chosen: whoever signs in reads what was chosen elsewhere.
    const other = await browser.newContext({ baseURL: house, viewport: PHONE, locale: 'en-US' });
    await signIn(other, 'Comet');
    const there = await other.newPage();
    await there.goto('/');
    await there.goto('/week');
    await expect(there.getByRole('heading', { name: 'Hola, Comet' })).toBeVisible();
    // What is wrong is said in it as well.
    const problem = await other.request.post('/api/auth/sign-in/squad', { data: { code: 'LANTERN', nickname: 'Comet', pin: '0000' } });
    expect(await problem.json()).toMatchObject({
      detail: 'El código del equipo, el apodo y el PIN no coinciden. Revisa cada uno e inténtalo otra vez.',
    });
    await other.close();
    await page.goto('/week');
    await page.getByRole('button', { name: 'English' }).click();
    await expect(page.getByRole('heading', { name: 'Hi Comet' })).toBeVisible();
  },
);

test('a browser that asks for Spanish gets it at the door, and a strange language gets English', async ({ house, browser }) => {
  for (const [locale, heading] of [
    ['es-MX', 'Entrenamiento en casa para los dos pies, con un reloj en el que confiar.'],
    ['fr-FR', 'Home training for both feet, by a clock you can trust.'],
  ] as const) {
    const context = await browser.newContext({ baseURL: house, locale });
    const page = await context.newPage();
    await page.goto('/');
    await expect(page.getByRole('heading', { name: heading })).toBeVisible();
    await context.close();
  }
});

test('a visit in Spanish: what to fetch, how it is done, the clock, the number', async ({ page, house }) => {
  await read(page, house, 'es');
  await signIn(page.context(), 'Comet');
  await page.clock.install();
  await page.setViewportSize(PHONE);
  await page.goto('/week');
  await awake(page);
  await page
    .getByRole('link', { name: /^Vamos: / })
    .first()
    .click();
  await awake(page);
  await expect(page.getByRole('heading', { name: 'Trae', exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Empezar', exact: true }).click();
  await expect(page.getByText('Coloca', { exact: false }).first()).toBeVisible();
});

test('a guardian and a coach read their pages in Spanish, and nothing breaks on them', LONG, async ({ page, house }) => {
  const broken: string[] = [];
  page.on('pageerror', (error) => broken.push(error.message));
  await read(page, house, 'es');
  await signIn(page.context(), 'guardian');
  await page.goto('/family');
  await awake(page);
  await expect(page.getByText('Mejor que nunca esta semana').first()).toBeVisible();
  await page.context().clearCookies();
  await read(page, house, 'es');
  await signIn(page.context(), 'coach');
  const base = await coachBase(page);
  for (const [path, heading] of [
    ['today', 'Hoy'],
    ['weeks', 'Semanas'],
    ['drills', 'Ejercicios'],
    ['squad', 'Equipo'],
    ['rules', 'Reglas'],
  ] as const) {
    await page.goto(`${base}/${path}`);
    await expect(page.getByRole('heading', { level: 1, name: heading })).toBeVisible();
    await awake(page);
  }
  // A drill is found by its name in either language.
  await page.goto(`${base}/drills`);
  const search = page
    .getByRole('searchbox')
    .or(page.getByPlaceholder(/Buscar por nombre/))
    .first();
  for (const words of ['toques de planta', 'sole taps']) {
    await search.fill(words);
    await expect(page.getByRole('heading', { name: 'Toques de planta' }).or(page.getByText('Toques de planta')).first()).toBeVisible();
  }
  expect(broken).toEqual([]);
});

/** What stands on a page and came from no message file: everything outside of the brackets of the language of long words. */
const untranslated = (page: Page): Promise<string[]> =>
  page.evaluate(() => {
    const found: string[] = [];
    const walk = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
    for (let node = walk.nextNode(); node; node = walk.nextNode())
      if (!/^(SCRIPT|STYLE|TEMPLATE|KBD|TEXTAREA)$/.test(node.parentElement?.tagName ?? '')) found.push(node.nodeValue ?? '');
    for (const element of document.querySelectorAll('[aria-label],[title],[placeholder]'))
      for (const name of ['aria-label', 'title', 'placeholder']) found.push(element.getAttribute(name) ?? '');
    const outside = (text: string): string => {
      const inner = text.replace(/⟦[^⟦⟧]*⟧/g, ' ');
      return inner === text ? text.trim() : outside(inner);
    };
    return [...new Set(found.map(outside).filter((text) => /[A-Za-z]{2}/.test(text)))];
  });

/** What is no sentence of ours: the product's name, what people called things, dates. */
const OF_PEOPLE =
  /^(Eager Feet|PIN|English|Español|LANTERN|Comet|Lanternfish U11|Beat your best|One more than last time|(Saturday course|Quick feet|Wall and air)[\s:,]*|(Mon|Tues|Wednes|Thurs|Fri|Satur|Sun)day|(Jan|Feb|Mar|Apr|May|Jun|Jul|Aug|Sep|Oct|Nov|Dec) \d+)$/;

test('all that a child reads of ours comes from the message files, and long words are not cut', LONG, async ({ page, house }) => {
  await read(page, house, 'en-XA');
  await page.setViewportSize(PHONE);
  for (const path of ['/', '/join', '/sign-in', '/invited']) {
    await page.goto(path);
    expect(
      (await untranslated(page)).filter((text) => !OF_PEOPLE.test(text) && text !== 'E-mail'),
      path,
    ).toEqual([]);
  }
  await signIn(page.context(), 'Comet');
  await page.goto('/week');
  const go = (await page.locator('a[href^="/go/"]').first().getAttribute('href')) ?? '';
  for (const path of ['/week', go, '/home']) {
    await page.goto(path);
    await awake(page);
    await unfoldAll(page);
    expect(
      (await untranslated(page)).filter((text) => !OF_PEOPLE.test(text)),
      path,
    ).toEqual([]);
    const spills = await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth);
    expect(spills, path).toBeLessThanOrEqual(0);
  }
});

/** What people called and wrote, wherever an answer has it. */
function saidByPeople(answer: unknown, found: string[] = []): string[] {
  if (Array.isArray(answer)) for (const one of answer) saidByPeople(one, found);
  else if (answer !== null && typeof answer === 'object')
    for (const [key, one] of Object.entries(answer))
      if (typeof one !== 'string') saidByPeople(one, found);
      else if (/^(nickname|name|title|focus|line|text|coach|session|sessionName|place|code|motto|note)$/.test(key)) found.push(one);
  return found;
}

/**
 * English words on a page that stand in no message and in no value of one: the letters of the language of long words all have accents.
 * Codes, notations, lists of places and what people said are not looked at.
 */
async function englishOn(page: Page, people: readonly string[]): Promise<string[]> {
  const texts = await page.evaluate(() => {
    const found: string[] = [];
    const walk = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
    for (let node = walk.nextNode(); node; node = walk.nextNode()) {
      const within = node.parentElement;
      if (!within || within.closest('script, style, template, kbd, textarea, datalist, pre, [translate=no], [lang=en]')) continue;
      if ((within.closest('select')?.options.length ?? 0) > 100) continue;
      found.push(node.nodeValue ?? '');
    }
    for (const element of document.querySelectorAll('[aria-label], [title], [placeholder]'))
      for (const name of ['aria-label', 'title', 'placeholder']) found.push(element.getAttribute(name) ?? '');
    return [...new Set(found)];
  });
  const names = [...new Set(people)].filter((one) => /[A-Za-z]/.test(one)).sort((a, b) => b.length - a.length);
  return texts.filter((text) => {
    let rest = text;
    for (const one of names) rest = rest.split(one).join(' ');
    // The first of a long note, a word within a choice by number, and letters, which stay as they were sent.
    if (/“[^”]* ”|week \d|^⟦training days/.test(rest)) return false;
    // A number with its word is not made longer, files have names, days and months are those of the calendar.
    rest = rest
      .replace(/\d[\d,.]* [a-z ]+(?=⟧)/g, ' ')
      .replace(/\b\w+\.(csv|json|zip)\b/g, ' ')
      .replace(/\b(Mon|Tues|Wednes|Thurs|Fri|Satur|Sun)(day)?s?\b|\b(Tue|Wed|Thu|Sat|[A-Z][a-z]{2} \d+)\b|[A-Z]\w+\/[A-Z]\w+/g, ' ')
      .replace(/English|Español|Eager Feet|\b(CSV|JSON|PIN)\b/g, ' ');
    return /(?<!\p{L})[A-Za-z]{3,}(?!\p{L})/u.test(rest);
  });
}

test(
  'all that a coach and a guardian read of ours comes from the message files, also what stands within a sentence',
  LONG,
  async ({ page, house }) => {
    test.setTimeout(240_000);
    await signIn(page.context(), 'coach');
    const base = await coachBase(page);
    const squad = base.split('/')[2] ?? '';
    const answers = ['register', 'weeks', 'people'].map((path) => page.request.get(`/api/v1/squads/${squad}/${path}`));
    const told = await Promise.all((await Promise.all(answers)).map((one) => one.json()));
    const people = [...saidByPeople(told), 'Lanternfish U11', 'Quillhaven', 'LANTERN', 'Coach Fennel', 'Comet’s family'];
    for (const { id } of (told[0] as { players: { id: string }[] }).players.slice(0, 16))
      people.push(...saidByPeople(await (await page.request.get(`/api/v1/squads/${squad}/players/${id}`)).json()));
    const drills = (await (await page.request.get(`/api/v1/squads/${squad}/drills`)).json()) as {
      drills: { name: string; aliases: string[] }[];
    };
    expect(people.length).toBeGreaterThan(40);
    await read(page, house, 'en-XA');
    const found: string[] = [];
    const see = async (path: string, more: readonly string[] = []) => {
      await page.goto(path);
      await awake(page);
      await unfoldAll(page);
      found.push(...(await englishOn(page, [...people, ...more])).map((text) => `${path.replace(base, '')}: ${text}`));
    };
    for (const area of ['today', 'weeks', 'weeks/season', 'drills/map', 'drills/new', 'review', 'squad', 'squad/ground', 'squad/tables'])
      await see(`${base}/${area}`);
    for (const area of ['squad/compare', 'squad/calibration', 'squad/people', 'squad/files', 'rules']) await see(`${base}/${area}`);
    // A drill is also found by its English names, so they stand there too.
    await see(
      `${base}/drills`,
      drills.drills.flatMap((one) => [one.name, ...one.aliases]),
    );
    await page.goto(`${base}/weeks`);
    const week = (await page.getByRole('link', { name: /Up in the air/ }).getAttribute('href')) ?? '';
    await see(week);
    await see(`${week}/print`);
    await page.goto(`${base}/squad`);
    await see((await page.getByRole('link', { name: 'Comet' }).first().getAttribute('href')) ?? '');
    await page.context().clearCookies();
    await signIn(page.context(), 'guardian');
    await read(page, house, 'en-XA');
    await see('/family');
    expect(found).toEqual([]);
  },
);

test('turned round, pages of right-to-left languages hold together', LONG, async ({ page, house }) => {
  await read(page, house, 'en-XB');
  await signIn(page.context(), 'Comet');
  await page.setViewportSize(PHONE);
  for (const path of ['/week', '/feet', '/home']) {
    await page.goto(path);
    await awake(page);
    await expect(page.locator('html')).toHaveAttribute('dir', 'rtl');
    const spills = await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth);
    expect(spills, path).toBeLessThanOrEqual(0);
  }
});

test(
  'a coach gives an own drill in both languages; who reads the other one gets it, and what is missing is marked',
  LONG,
  async ({ page, house }) => {
    await read(page, house, 'en');
    await signIn(page.context(), 'coach');
    const base = await coachBase(page);
    await page.goto(`${base}/drills/new`);
    await awake(page);
    await page.getByLabel('Name', { exact: true }).fill('Hall taps');
    await page.getByLabel('Steps, one a line').fill('Tap the ball.\nLook up.');
    await page.getByText('In Español too').click();
    await page.getByRole('textbox', { name: 'Hall taps' }).fill('Toques de salón');
    await page.getByRole('textbox', { name: 'Tap the ball.', exact: true }).fill('Toca el balón.');
    await page.getByRole('button', { name: 'Save the drill' }).click();
    await page.waitForURL((url) => !url.pathname.endsWith('/new'));
    await awake(page);
    await expect(page.getByRole('heading', { name: 'Hall taps' }).first()).toBeVisible();
    await page.getByRole('button', { name: 'Español' }).click();
    await awake(page);
    await expect(page.getByRole('heading', { name: 'Toques de salón' }).first()).toBeVisible();
    const steps = page.getByRole('listitem').filter({ hasText: /^(Toca el balón\.|Look up\.)/ });
    await expect(steps).toHaveText(['Toca el balón.', 'Look up. (English)']);
    await page.getByRole('button', { name: 'English' }).click();
    await awake(page);
    await expect(page.getByText('Look up.', { exact: true }).first()).toBeVisible();
  },
);

test(
  'a coach writes the line once more for a family that reads Spanish, and each reads the own one',
  LONG,
  async ({ page, house, browser }) => {
    const family = await browser.newContext({ baseURL: house, viewport: PHONE });
    await signIn(family, 'guardian');
    const reading = await family.request.post('/language', {
      form: { language: 'es', back: '/' },
      headers: { origin: house },
      maxRedirects: 0,
    });
    expect(reading.status()).toBe(303);
    await read(page, house, 'en');
    await signIn(page.context(), 'coach');
    const base = await coachBase(page);
    await page.goto(`${base}/review`);
    await awake(page);
    await page
      .getByRole('navigation', { name: 'Queue' })
      .getByRole('button', { name: /^Comet/ })
      .first()
      .click();
    await page.getByRole('textbox', { name: /A line to Comet/ }).fill('Keep your head up.');
    // The family reads Spanish, so the second field is at hand.
    await page.getByRole('textbox', { name: 'The line in Español too' }).fill('Mira hacia adelante.');
    await page.getByRole('button', { name: /^Counted/ }).click();
    await expect(page.getByRole('textbox', { name: /A line to / })).toHaveValue('');
    const there = await family.newPage();
    await expect
      .poll(async () => {
        await there.goto('/family');
        return there.getByText('Mira hacia adelante.').count();
      })
      .toBeGreaterThan(0);
    await family.request.post('/language', { form: { language: 'en', back: '/' }, headers: { origin: house }, maxRedirects: 0 });
    await there.goto('/family');
    await expect(there.getByText('Keep your head up.').first()).toBeVisible();
    await family.close();
  },
);
