import { readFileSync } from 'node:fs';
import { expect, LONG, test } from './house.ts';
import { awake, PHONE, signIn, unfoldAll } from './people.ts';

test.use({ file: 'L-engines' });

/** A clip as it was made ready in each engine, and one of the demo's. */
const CLIPS = {
  'made in Chromium': ['tests/browser/clips/made-in-chromium.mp4', 'video/mp4'],
  'made in Firefox': ['tests/browser/clips/made-in-firefox.mp4', 'video/mp4'],
  'of the demo': ['src/demo/clips/hop-taps-left.webm', 'video/webm'],
} as const;

for (const [name, [path, contentType]] of Object.entries(CLIPS))
  test(`a clip ${name} plays here, with its pictures, from any second`, LONG, async ({ page }) => {
    await page.route('**/clip-of-an-engine', (route) => route.fulfill({ body: readFileSync(path), contentType }));
    await page.goto('/sign-in');
    const played = await page.evaluate(async () => {
      const video = document.createElement('video');
      video.muted = true;
      const blob = await (await fetch('/clip-of-an-engine')).blob();
      video.src = URL.createObjectURL(blob);
      const told = (event: string) =>
        new Promise((resolve, reject) => {
          video.addEventListener(event, resolve, { once: true });
          video.addEventListener('error', () => reject(new Error(video.error?.message)), { once: true });
        });
      const ready = told('loadeddata');
      video.load();
      await ready;
      const sought = told('seeked');
      video.currentTime = video.duration / 2;
      await sought;
      return { lines: video.videoHeight, seconds: video.duration, at: video.currentTime / video.duration };
    });
    expect(played.lines).toBeGreaterThan(200);
    expect(played.seconds).toBeGreaterThan(3);
    expect(played.at).toBeCloseTo(0.5, 1);
  });

test('a clip of a kind that this browser does not play says so; one that is gone says that', LONG, async ({ browser }) => {
  const family = await browser.newContext({ viewport: PHONE });
  await signIn(family, 'guardian');
  const page = await family.newPage();
  const clips = page.getByRole('region', { name: /^Kept clips of/ });
  for (const [status, words] of [
    [200, 'This browser cannot play this format.'],
    [404, 'This clip is not here any more.'],
  ] as const) {
    await page.unroute('**/api/v1/clips/*/file');
    await page.route('**/api/v1/clips/*/file', (route) => route.fulfill({ status, body: 'no pictures', contentType: 'video/mp4' }));
    await page.goto('/family');
    await awake(page);
    await unfoldAll(page);
    await expect(clips.getByText(words).first()).toBeVisible();
  }
  await family.close();
});
