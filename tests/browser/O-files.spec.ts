import { expect, LONG, test } from './house.ts';
import { addSession, follow, makeNextWeek, outboxOf, PHONE, signIn } from './people.ts';

test.use({ file: 'O-files' });

test(
  'a picked file that is no video is refused with a sentence; an upload that was cut goes on after a reload',
  LONG,
  async ({ context: desk, page, browser }) => {
    test.setTimeout(180_000);
    await signIn(desk, 'coach');
    await makeNextWeek(page);
    await addSession(page, { name: 'Try-out', drill: 'hopping' });
    await page
      .getByRole('button', { name: /^Outside-inside taps, hopping/ })
      .first()
      .click();
    await page.getByLabel('Work').fill('5');
    await page.getByRole('button', { name: 'Release now' }).click();
    await expect(page.getByText('Released. Players see it now.')).toBeVisible();

    const context = await browser.newContext({ viewport: PHONE });
    await signIn(context, 'Comet');
    const phone = await context.newPage();
    await phone.goto('/week');
    await follow(phone.getByRole('link', { name: 'Go: Try-out' }));
    await phone.getByRole('button', { name: 'Start' }).click();
    await phone.getByRole('button', { name: 'Ready' }).click();
    await expect(phone.getByRole('heading', { name: 'How many?' })).toBeVisible({ timeout: 40_000 });
    const picker = phone.locator('input[type=file]').first();
    await picker.setInputFiles({ name: 'notes.txt', mimeType: 'text/plain', buffer: Buffer.from('not a clip') });
    await expect(phone.getByText('This file is not a video. Pick a clip.')).toBeVisible();
    await picker.setInputFiles('src/demo/clips/hop-taps-left.webm');
    await expect(phone.getByLabel('Your clip, left foot')).toBeVisible();
    await phone.getByRole('button', { name: 'I lost count' }).click();
    await phone.getByRole('button', { name: 'Count it on your clip, left foot' }).click();
    const counting = phone.getByRole('heading', { name: 'Count it on your clip' });
    await expect(counting).toBeVisible();
    await phone.getByRole('button', { name: 'One more, right half' }).click();
    await phone.getByRole('button', { name: 'One more, left half' }).click();
    await phone.getByRole('button', { name: 'Use 2' }).click();
    await expect(phone.getByLabel('Count (tap), left foot', { exact: true })).toHaveValue('2');
    await phone.getByRole('button', { name: 'I lost count' }).click();
    // The line breaks after the first part of the file, then the tab is closed in mid-sending.
    let parts = 0;
    await phone.route('**/api/uploads/**', (route) =>
      route.request().method() === 'PATCH' && ++parts > 1 ? route.abort() : route.continue(),
    );
    await phone.getByRole('button', { name: 'Let the coach count the clip' }).click();
    await expect(phone.getByText('left lost count, right lost count').first()).toBeVisible();
    await expect.poll(() => parts, { timeout: 60_000 }).toBeGreaterThan(1);
    await phone.reload();
    await phone.unroute('**/api/uploads/**');
    const offsets: string[] = [];
    phone.on('request', (request) => {
      if (request.method() === 'PATCH') offsets.push(request.headers()['upload-offset'] ?? '');
    });
    await phone.goto('/week');
    await expect.poll(() => outboxOf(phone), { timeout: 60_000 }).toEqual([]);
    expect(Number(offsets[0])).toBeGreaterThan(0);
    const feet = (await (await context.request.get('/api/v1/progress/my-feet')).json()) as { clips: { drillName: string }[] };
    expect(feet.clips.filter((one) => one.drillName === 'Outside-inside taps, hopping')).toHaveLength(1);
    await context.close();
  },
);
