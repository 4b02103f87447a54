import type { Shelf } from '../../src/contract/drills.ts';
import type { WeekList } from '../../src/contract/weeks.ts';
import { expect, LONG, test } from './house.ts';
import { coachBase, signIn } from './people.ts';

test.use({ file: '5-interface' });

/** The HTTP interface of planning on the built application: files, schemas, and what happens to bad input. */
test.describe('the interface of planning', () => {
  let squad = '';
  let week = '';
  test.beforeEach(async ({ page, context }) => {
    await signIn(context, 'coach');
    squad = (await coachBase(page)).split('/').at(-1) ?? '';
    const list = (await (await context.request.get(`/api/v1/squads/${squad}/weeks`)).json()) as WeekList;
    week = list.weeks.find((one) => one.sessions > 0)?.id ?? '';
  });

  test('gives files with their media types and names', LONG, async ({ context }) => {
    const files: [path: string, mediaType: string, name: string, inside: RegExp][] = [
      [`/api/v1/weeks/${week}/bundle`, 'application/json', 'week.json', /"format": "eager-feet\/week"/],
      [`/api/v1/weeks/${week}/calendar`, 'text/calendar', 'week.ics', /^BEGIN:VCALENDAR[\s\S]+END:VCALENDAR\s*$/],
      [`/api/v1/weeks/${week}/dose`, 'text/csv', 'dose.csv', /^\uFEFFsession,block,drill/],
      [`/api/v1/squads/${squad}/drills/export?only=sole-taps`, 'application/json', 'drills.json', /"id": "sole-taps"/],
    ];
    for (const [path, mediaType, name, inside] of files) {
      const answer = await context.request.get(path);
      expect(answer.status(), path).toBe(200);
      expect(answer.headers()['content-type'], path).toContain(mediaType);
      expect(answer.headers()['content-disposition'], path).toBe(`attachment; filename="${name}"`);
      expect(answer.headers()['cache-control'], path).toBe('no-store');
      expect(await answer.text(), path).toMatch(inside);
      expect((await context.request.head(path)).status(), path).toBe(200);
    }
    const openapi = await (await context.request.get('/api/openapi.json')).json();
    expect(Object.keys(openapi.paths['/api/v1/weeks/{week}/calendar'].get.responses[200].content)).toEqual(['text/calendar']);
  });

  test('publishes the schemas of its files to everybody', async ({ playwright, baseURL }) => {
    const anybody = await playwright.request.newContext({ baseURL: baseURL ?? '' });
    for (const name of ['drills', 'week']) {
      const answer = await anybody.get(`/api/schemas/${name}.json`);
      expect(answer.headers()['content-type']).toContain('application/schema+json');
      expect((await answer.json()).$schema).toBe('https://json-schema.org/draft/2020-12/schema');
    }
    expect((await anybody.get('/api/schemas/poem.json')).status()).toBe(404);
    expect((await anybody.get('/calendar/nothing-like-this.ics')).status()).toBe(404);
    expect((await anybody.get(`/api/v1/weeks/${week}/bundle`)).status()).toBe(401);
    await anybody.dispose();
  });

  test('answers bad input with a sentence and the field it is about', async ({ context }) => {
    const shelf = (await (await context.request.get(`/api/v1/squads/${squad}/drills`)).json()) as Shelf;
    const {
      own: _own,
      archived: _archived,
      ...drill
    } = shelf.drills.find((one) => one.id === 'cross-course') ?? shelf.drills[0] ?? ({} as Shelf['drills'][number]);
    const content = { ...drill, id: 'own-interface-course' };
    const save = (change: object) =>
      context.request.put(`/api/v1/squads/${squad}/drills/own-interface-course`, {
        data: { basedOn: null, newRecords: false, content: { ...content, ...change } },
      });
    const cases: [change: object, field: RegExp, sentence: string][] = [
      [{ name: ' ' }, /^content\.name$/, 'The name must not be empty.'],
      [{ steps: [] }, /^content\.steps$/, 'Write at least one step, or say the moves.'],
      [
        { layout: { moves: 'put; 3 forward; back to 8', route: '', variants: [] } },
        /^content\.layout\.moves$/,
        'Move 3: Cone 8 does not exist yet.',
      ],
      [
        { pace: { ...drill.pace, ceiling: 0.1 } },
        /^content\.pace$/,
        'Pace must rise from easy to usual to fast, and the ceiling must lie above fast.',
      ],
      [{ easier: ['nowhere'] }, /^content\.easier$/, 'The easier drill “nowhere” is not on the shelf.'],
      [{ kit: ['wall'], cautions: [] }, /^content\.cautions$/, 'A wall or overhead drill needs its caution.'],
      [{ id: 'another-id' }, /^content\.id$/, 'The id in the address is not that of the drill.'],
    ];
    for (const [change, field, sentence] of cases) {
      const answer = await save(change);
      expect(answer.status(), sentence).toBe(400);
      expect(answer.headers()['content-type'], sentence).toContain('application/problem+json');
      const problem = await answer.json();
      expect(problem.fields[0].sentence).toBe(sentence);
      expect(problem.fields[0].field).toMatch(field);
    }
    const release = await context.request.post(`/api/v1/weeks/${week}/release`, {
      data: { when: { kind: 'at', day: '2024-01-01', hour: 6, minute: 0 } },
    });
    expect([release.status(), (await release.json()).fields[0].field]).toEqual([422, 'when']);
    const moved = await context.request.put(`/api/v1/weeks/${week}/date`, { data: { startsOn: 'Monday' } });
    expect([moved.status(), (await moved.json()).fields[0].field]).toEqual([400, 'startsOn']);
    const choices = await context.request.put(`/api/v1/squads/${squad}/choices`, {
      data: { contactSchool: 'toe-up', footOrder: 'alternate', sessionMinutes: 3, clipHeight: 360, clipSound: true },
    });
    expect((await choices.json()).fields).toEqual([{ field: 'sessionMinutes', sentence: 'A session has at least 5 minutes.' }]);
    const file = await context.request.post(`/api/v1/squads/${squad}/bundles`, {
      data: { id: '018f0000-0000-7000-8000-000000000001', file: { format: 'poem' } },
    });
    expect((await file.json()).detail).toBe('This is not a file of a week.');
  });

  test('lets nobody but the squad’s coaches plan', async ({ context }) => {
    await context.clearCookies();
    for (const who of ['Comet', 'guardian'] as const) {
      await context.clearCookies();
      await signIn(context, who);
      for (const path of [
        `squads/${squad}/drills`,
        `squads/${squad}/templates`,
        `squads/${squad}/feeds`,
        `weeks/${week}/facts`,
        `weeks/${week}/dose`,
      ]) {
        expect((await context.request.get(`/api/v1/${path}`)).status(), `${who} ${path}`).toBe(403);
      }
    }
  });
});

test('a calendar address is asked for anew cheaply: what a program has already is not sent again', async ({
  page,
  context,
  playwright,
  baseURL,
}) => {
  await signIn(context, 'coach');
  const squad = (await coachBase(page)).split('/').at(-1) ?? '';
  const made = await context.request.post(`/api/v1/squads/${squad}/feeds`, { data: { id: crypto.randomUUID(), player: null } });
  expect(made.status()).toBe(200);
  const address = new URL(((await made.json()) as { address: string }).address).pathname;
  const program = await playwright.request.newContext({ baseURL: baseURL ?? '' });
  const first = await program.get(address);
  const tag = first.headers().etag ?? '';
  expect([first.status(), first.headers()['content-type']]).toEqual([200, 'text/calendar; charset=utf-8']);
  expect((await program.get(address, { headers: { 'if-none-match': tag } })).status()).toBe(304);
  expect((await program.get(address, { headers: { 'if-none-match': `W/${tag}, "x"` } })).status()).toBe(304);
  expect((await program.get(address, { headers: { 'if-none-match': '"x"' } })).status()).toBe(200);
  const reminding = await program.get(`${address}?remind=17`, { headers: { 'if-none-match': tag } });
  expect([reminding.status(), (await reminding.text()).includes('BEGIN:VALARM')]).toEqual([200, true]);
  for (const hour of ['24', '-1', '7.5', 'x'])
    expect((await program.get(`${address}?remind=${hour}`, { headers: { 'if-none-match': tag } })).status(), hour).toBe(304);
  await program.dispose();
});

test('what anybody may ask is answered: addresses that are not there, files for machines, the page without a line', async ({
  playwright,
  baseURL,
}) => {
  const anybody = await playwright.request.newContext({ baseURL: baseURL ?? '' });
  for (const path of ['/api', '/api/', '/api/v1', '/api/v1/no-such-thing', '/api/v2/me', '/api/v1/%E0%A4%A', '/api/schemas/poem.json']) {
    const answer = await anybody.get(path);
    expect([answer.status(), answer.headers()['content-type']], path).toEqual([404, 'application/problem+json']);
    expect((await answer.json()).status, path).toBe(404);
  }
  const me = await anybody.get('/api/v1/family');
  expect([me.status(), me.headers()['www-authenticate']]).toEqual([401, 'Session realm="Eager Feet"']);
  const form = await anybody.post('/api/v1/invited', { headers: { 'content-type': 'text/plain' }, data: '{"code":"AAAA-0000"}' });
  expect(form.status()).toBe(415);
  const kinds: [path: string, kind: string][] = [
    ['/robots.txt', 'text/plain'],
    ['/.well-known/security.txt', 'text/plain'],
    ['/favicon.ico', 'image/'],
    ['/icon.svg', 'image/svg+xml'],
    ['/manifest.webmanifest', 'application/manifest+json'],
    ['/offline', 'text/html'],
    ['/api/openapi.json', 'application/json'],
    ['/', 'text/html'],
  ];
  for (const [path, kind] of kinds)
    for (const method of ['GET', 'HEAD']) {
      const answer = await anybody.fetch(path, { method });
      expect(answer.status(), `${method} ${path}`).toBe(200);
      expect(answer.headers()['content-type'], `${method} ${path}`).toContain(kind);
    }
  expect(await (await anybody.get('/.well-known/security.txt')).text()).toMatch(/^Contact: mailto:\S+@\S+\nExpires: \d{4}-/);
  await anybody.dispose();
});

test('no page tries what its own policy forbids, and each says what it is and whether it may be found', LONG, async ({ page, context }) => {
  const against: string[] = [];
  page.on('console', (message) => {
    if (/Content Security Policy|Content-Security-Policy/i.test(message.text())) against.push(message.text());
  });
  await page.addInitScript(() => {
    document.addEventListener('securitypolicyviolation', (event) =>
      console.error(`Content Security Policy: ${event.violatedDirective} ${event.blockedURI}`),
    );
  });
  await page.goto('/');
  await expect(page.locator('meta[name=description]')).toHaveAttribute('content', /.{40,}/);
  await expect(page.locator('meta[name=robots]')).toHaveCount(0);
  await signIn(context, 'coach');
  const base = await coachBase(page);
  for (const area of ['today', 'weeks', 'drills/new', 'review', 'rules']) {
    await page.goto(`${base}/${area}`, { waitUntil: 'networkidle' });
    await expect(page.locator('meta[name=robots]')).toHaveAttribute('content', 'noindex');
  }
  await context.clearCookies();
  await signIn(context, 'Comet');
  for (const path of ['/week', '/feet', '/home']) await page.goto(path, { waitUntil: 'networkidle' });
  expect(against).toEqual([]);
});
