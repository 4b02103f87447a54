import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Page, Route } from '@playwright/test';
import Database from 'better-sqlite3';
import type { ReviewQueue } from '../../src/contract/review.ts';
import { clipsOf, databaseOf, expect, LONG, test } from './house.ts';
import { awake, coachBase, PHONE, sendGo, signIn, unfold } from './people.ts';

const FILE = '8-bench';
test.use({ file: FILE });

const notes = JSON.parse(readFileSync('src/demo/clips/clips.json', 'utf8')) as {
  file: string;
  count: number;
  reps: { at: number; foot: string }[];
}[];
/** Noodle claims 34; the clip shows 14. */
const noodle = notes.find((note) => note.file === 'sole-taps-c.webm');
const queueOf = (page: Page) => page.getByRole('navigation', { name: 'Queue' });
const strip = (page: Page) => page.getByRole('slider', { name: /^Tap strip/ });

async function openReview(page: Page): Promise<void> {
  await page.goto(`${await coachBase(page)}/review`);
  await awake(page);
}

async function showNoodle(page: Page): Promise<void> {
  await queueOf(page)
    .getByRole('button', { name: /^Noodle · 34 reps/ })
    .click();
  await expect(strip(page)).toBeVisible();
}

/** Plays the clip at double speed from the start of the work and presses the key of the foot as each rep is shown, some of them. */
function tapAlong(page: Page, reps: { at: number; foot: string }[]): Promise<void> {
  return page.evaluate(async (list) => {
    const video = document.querySelector('video');
    if (!video) throw new Error('There is no clip.');
    const press = (key: string) => document.body.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true }));
    video.currentTime = Math.max(0, (list[0]?.at ?? 0) - 0.4);
    await new Promise((done) => video.addEventListener('seeked', done, { once: true }));
    await video.play();
    await new Promise<void>((done) => {
      let next = 0;
      const look = (_: number, { mediaTime }: { mediaTime: number }) => {
        while (next < list.length && mediaTime >= (list[next]?.at ?? 0)) press(list[next++]?.foot === 'left' ? 'f' : 'j');
        if (next >= list.length) done();
        else video.requestVideoFrameCallback(look);
      };
      video.requestVideoFrameCallback(look);
    });
    video.pause();
  }, reps);
}

test.describe
  .serial('the review bench', () => {
    test(
      'recounts a known clip to its true count, keeps it over a reload in the middle, and suggests the same only when asked',
      LONG,
      async ({ page, context }) => {
        test.setTimeout(90_000);
        await signIn(context, 'coach');
        await openReview(page);
        await showNoodle(page);
        for (let i = 0; i < 2; i++) await page.keyboard.press(']');
        await expect(page.getByLabel('Speed')).toHaveText('2×');
        const reps = noodle?.reps ?? [];
        await tapAlong(page, reps.slice(0, 7));
        await expect(strip(page)).toHaveAttribute('aria-label', 'Tap strip: 3 left reps, 4 right reps, 0 drops');
        await page.reload();
        await awake(page);
        await showNoodle(page);
        await expect(strip(page)).toHaveAttribute('aria-label', 'Tap strip: 3 left reps, 4 right reps, 0 drops');
        // Nothing that could steer the recount is shown yet.
        await expect(page.getByText(/suggest \d+|No suggestion/)).toBeHidden();
        await page.keyboard.press('z');
        await expect(strip(page)).toHaveAttribute('aria-label', /3 left reps, 3 right reps/);
        await page.keyboard.press('y');
        await tapAlong(page, reps.slice(7));
        await expect(strip(page)).toHaveAttribute('aria-label', 'Tap strip: 7 left reps, 7 right reps, 0 drops');
        const figures = page.getByLabel('Recount', { exact: true });
        await expect(figures).toContainText('14');
        await expect(figures).toContainText('−20 to the claim');
        await expect(figures.getByText('Longest run')).toBeVisible();
        // The end of the work was passed or is said; from then on the doubt stands in words, and the suggestion beside it.
        const whole = page.getByRole('button', { name: /^To the end/ });
        if ((await whole.getAttribute('aria-pressed')) !== 'true') await page.keyboard.press('e');
        await expect(page.getByText(/Sound and movement suggest 14, your marks 14/)).toBeVisible({ timeout: 30_000 });
        await expect(page.getByText('Claimed 34, the clip shows 14.')).toBeVisible();
        await expect(page.getByRole('button', { name: /^Corrected to 14/ })).toBeVisible();
      },
    );

    test('moves, nudges and deletes marks, and gives them out and takes them in as WebVTT', LONG, async ({ page, context }) => {
      await signIn(context, 'coach');
      await openReview(page);
      await showNoodle(page);
      await expect(page.getByText(/suggest \d+|No suggestion/)).toBeHidden();
      await page.keyboard.press('g');
      await expect(page.getByText(/Sound and movement suggest 14, your marks 14/)).toBeVisible({ timeout: 30_000 });
      await page.getByText('Marks as a file').click();
      const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('link', { name: /^Save 14 marks/ }).click()]);
      const file = readFileSync(await download.path(), 'utf8');
      expect(file.match(/^(left|right)$/gm)).toHaveLength(14);
      await page.keyboard.press('w');
      await page.keyboard.press('ArrowDown');
      await expect(strip(page)).toHaveAttribute('aria-valuetext', /right rep at 2\.\d/);
      await page.keyboard.press('ArrowRight');
      await page.keyboard.press('Delete');
      await expect(strip(page)).toHaveAttribute('aria-label', /7 left reps, 6 right reps/);
      await page.getByLabel('WebVTT file').setInputFiles({ name: 'marks.vtt', mimeType: 'text/vtt', buffer: Buffer.from(file) });
      await expect(page.getByText('Read 14 marks and 0 new remarks.')).toBeVisible();
      await expect(strip(page)).toHaveAttribute('aria-label', /7 left reps, 7 right reps/);
      const [again] = await Promise.all([
        page.waitForEvent('download'),
        // What is saved is what the server keeps by then.
        expect
          .poll(async () =>
            (await context.request.get((await page.getByRole('link', { name: /^Save 14 marks/ }).getAttribute('href')) ?? '')).text(),
          )
          .toBe(file)
          .then(() => page.getByRole('link', { name: /^Save 14 marks/ }).click()),
      ]);
      expect(readFileSync(await again.path(), 'utf8')).toBe(file);
      await page.getByLabel('WebVTT file').setInputFiles({ name: 'notes.txt', mimeType: 'text/plain', buffer: Buffer.from('hello') });
      await expect(page.getByText('This is not a WebVTT file')).toBeVisible();
    });

    test(
      'the answer reaches the player: the correction kindly, the remark on the own clip; the family sees who watched',
      LONG,
      async ({ page, context, browser }) => {
        await signIn(context, 'coach');
        await openReview(page);
        await queueOf(page)
          .getByRole('button', { name: /^Comet · 10 reps Sole taps with a clip/ })
          .click();
        await expect(strip(page)).toBeVisible();
        await page.keyboard.press('w');
        await page.keyboard.press(' ');
        await expect.poll(() => page.locator('video').evaluate((v: HTMLVideoElement) => v.currentTime)).toBeGreaterThan(3);
        await page.keyboard.press(' ');
        await page.keyboard.press('r');
        await page.keyboard.type('Your standing foot is far away.');
        await page.keyboard.press('Enter');
        await expect(page.getByLabel('Remarks on this clip')).toContainText('Your standing foot is far away.');
        await page.keyboard.press('v');
        await expect(page.getByRole('dialog', { name: /How far Comet came/ }).locator('video')).toHaveCount(2);
        await page.getByRole('button', { name: 'Play both' }).click();
        const times = () =>
          page
            .getByRole('dialog')
            .locator('video')
            .evaluateAll((all) => all.map((v) => (v as HTMLVideoElement).currentTime));
        await expect.poll(async () => Math.min(...(await times()))).toBeGreaterThan(2.5);
        const [a, b] = await times();
        expect(Math.abs((a ?? 0) - (b ?? 9))).toBeLessThan(0.4);
        await page.keyboard.press('Escape');
        // Both were played, so both have it on record; what was typed is there again after a reload.
        await page.getByLabel('A line to Comet').fill('Good eyes on the ball.');
        await page.reload();
        await awake(page);
        await queueOf(page)
          .getByRole('button', { name: /^Comet · 10 reps Sole taps with a clip/ })
          .click();
        await expect(page.getByLabel('A line to Comet')).toHaveValue('Good eyes on the ball.');
        await page.getByLabel('Typed recount').fill('9');
        await page.getByRole('button', { name: /^Corrected/ }).click();
        await expect(page.getByText('Comet’s Sole taps is corrected.')).toBeVisible();

        const phone = await browser.newContext({ viewport: PHONE });
        await signIn(phone, 'Comet');
        const feet = await phone.newPage();
        await feet.goto('/feet');
        await awake(feet);
        await expect(
          feet.getByText('You counted 10. Coach Fennel counted 9 reps. Counting fast feet is hard; 9 is the number that counts.'),
        ).toBeVisible();
        const clip = feet.getByLabel('Clip of Sole taps with the coach’s remarks').first();
        await feet.getByRole('button', { name: /Your standing foot is far away/ }).click();
        await expect.poll(() => clip.evaluate((v: HTMLVideoElement) => v.currentTime)).toBeGreaterThan(2.5);
        await expect.poll(() => clip.evaluate((v: HTMLVideoElement) => v.textTracks[0]?.cues?.length ?? 0)).toBe(1);
        await phone.close();

        await context.clearCookies();
        await signIn(context, 'guardian');
        await page.goto('/family');
        await awake(page);
        await unfold(page, 'Kept clips of Comet');
        // The clip of this week and the older one beside it.
        const kept = page.getByRole('listitem').filter({ has: page.getByLabel('Clip: Sole taps') });
        await expect(kept).toHaveCount(2);
        for (const clip of await kept.all()) {
          await clip.getByText(/^Who watched it/).click();
          await expect(clip.getByText(/Coach Fennel watched \d/).first()).toBeVisible();
        }
      },
    );

    test(
      'a clip that is asked for shows on This week; one that is MP4 plays and steps like any other',
      LONG,
      async ({ page, context, browser }) => {
        // The same pictures as MP4, made by this browser’s own recorder.
        await signIn(context, 'coach');
        await openReview(page);
        const mp4 = await page.evaluate(async () => {
          const canvas = document.createElement('canvas');
          const pen = canvas.getContext('2d');
          const recorder = new MediaRecorder(canvas.captureStream(30), { mimeType: 'video/mp4' });
          const parts: Blob[] = [];
          recorder.ondataavailable = (event) => parts.push(event.data);
          recorder.start();
          await new Promise<void>((done) => {
            const from = performance.now();
            let drawn = 0;
            const draw = () => {
              pen?.fillRect(0, 0, 300, 150);
              pen?.clearRect(((performance.now() - from) / 10) % 300, 50, 20, 20);
              // On a busy machine frames are rare, and a clip of two pictures has none to step to.
              if (++drawn > 45 && performance.now() - from > 1500) done();
              else requestAnimationFrame(draw);
            };
            draw();
          });
          recorder.stop();
          await new Promise((done) => {
            recorder.onstop = done;
          });
          const bytes = new Uint8Array(await new Blob(parts).arrayBuffer());
          return btoa(Array.from(bytes, (byte) => String.fromCharCode(byte)).join(''));
        });
        const database = new Database(databaseOf(FILE));
        const row = database
          .prepare(
            "select c.id from clips c join scores s on s.id = c.score_id join players p on p.id = s.player_id where p.nickname = 'Maple' and c.state = 'kept'",
          )
          .get() as { id: string };
        writeFileSync(join(clipsOf(FILE), `${row.id}.mp4`), Buffer.from(mp4, 'base64'));
        database
          .prepare("update clips set file_name = ?, media_type = 'video/mp4', seconds = 1.5, work_at = 0.2 where id = ?")
          .run(`${row.id}.mp4`, row.id);
        database.close();
        await page.reload();
        await awake(page);
        await queueOf(page)
          .getByRole('button', { name: /^Maple · 8 reps.* with a clip/ })
          .click();
        const video = page.getByLabel(/^Clip of Maple/);
        await expect.poll(() => video.evaluate((v: HTMLVideoElement) => v.readyState)).toBeGreaterThan(1);
        const before = await video.evaluate((v: HTMLVideoElement) => v.currentTime);
        // What is pressed before the clip's pictures are known moves it from the beginning of the work only.
        await expect
          .poll(async () => {
            await page.keyboard.press('.');
            return video.evaluate((v: HTMLVideoElement) => v.currentTime);
          })
          .toBeGreaterThan(before + 0.03);

        const phone = await browser.newContext({ viewport: PHONE });
        await signIn(phone, 'Comet');
        await sendGo(phone, 'inside-taps', 31);
        await page.reload();
        await awake(page);
        await queueOf(page)
          .getByRole('button', { name: /^Comet · 31 reps/ })
          .click();
        await page.getByRole('button', { name: 'Ask for a clip next time' }).click();
        await expect(page.getByText('You asked for one')).toBeVisible();
        const week = await phone.newPage();
        await week.goto('/week');
        await expect(week.getByRole('heading', { name: 'Your coach would like to see it: Inside taps' })).toBeVisible();
        await phone.close();
      },
    );

    test(
      'a doubt is cleared with a reason; keys can be changed; the clear ones are waved through and back as one',
      LONG,
      async ({ page, context }) => {
        await signIn(context, 'coach');
        await openReview(page);
        await showNoodle(page);
        await page.getByRole('button', { name: 'Clear it with a reason' }).first().click();
        await page.getByLabel(/is fine here$/).fill('I watched it live.');
        await page.getByRole('button', { name: 'Clear the doubt' }).click();
        await expect(page.getByText(/was cleared by Coach Fennel on .* “I watched it live.”/)).toBeVisible();

        await page.getByRole('button', { name: 'Keys' }).click();
        await page.getByRole('button', { name: 'Key for Next: N' }).click();
        await page.keyboard.press('f');
        await expect(page.getByText('F is taken by “Left rep”. Press another key.')).toBeVisible();
        await page.keyboard.press('m');
        await expect(page.getByRole('button', { name: 'Key for Next: M' })).toBeVisible();
        await page.getByRole('button', { name: 'Close' }).click();
        await page.reload();
        await awake(page);
        const second = (await queueOf(page).getByRole('button').nth(1).innerText()).split('\n')[0] ?? '';
        await page.keyboard.press('m');
        await expect(queueOf(page).locator('[aria-current=true]')).toContainText(second);

        await page.getByRole('button', { name: /^Wave the clear ones through/ }).click();
        const dialog = page.getByRole('dialog', { name: 'Wave the clear ones through' });
        const count = await dialog.getByLabel('Scores that will be counted').getByRole('listitem').count();
        expect(count).toBeGreaterThan(3);
        await dialog.getByRole('button', { name: `Count ${count} scores` }).click();
        await expect(page.getByText(`${count} scores counted.`)).toBeVisible();
        const waiting = queueOf(page).getByRole('heading', { name: /^Waiting/ });
        const left = Number(/\d+/.exec(await waiting.innerText())?.[0]);
        await page.keyboard.press('u');
        await expect(waiting).toHaveText(`Waiting (${left + count})`);
      },
    );

    test(
      'a spoken line is recorded, heard, sent, and reaches the player; a stretch of the clip is repeated',
      LONG,
      async ({ page, context, browser }) => {
        await signIn(context, 'coach');
        await context.grantPermissions(['microphone']);
        await openReview(page);
        await queueOf(page)
          .getByRole('button', { name: /^Comet · 8 reps Step-overs.* with a clip/ })
          .click();
        await expect(strip(page)).toBeVisible();
        await page.keyboard.press('w');
        await page.keyboard.press('o');
        await expect(page.getByRole('button', { name: /^Loop to here/ })).toBeVisible();
        for (let i = 0; i < 12; i++) await page.keyboard.press('.');
        await page.keyboard.press('o');
        await page.keyboard.press(' ');
        const at = () => page.locator('video').evaluate((v: HTMLVideoElement) => v.currentTime);
        await expect.poll(async () => (await at()) < 2.2, { intervals: [20] }).toBe(true);
        expect(await at()).toBeLessThan(3);
        await page.keyboard.press('o');
        await page.keyboard.press(' ');
        await page.getByRole('button', { name: /^Speak a line/ }).click();
        await expect(page.getByRole('button', { name: /^Stop, 1[0-8] s left/ })).toBeVisible();
        await page.getByRole('button', { name: /^Stop,/ }).click();
        await expect(page.getByLabel('Your spoken line')).toBeVisible();
        await page.getByRole('button', { name: 'Send it to Comet' }).click();
        await expect(page.getByLabel('Spoken line of Coach Fennel')).toBeVisible();
        await page.keyboard.press('Enter');
        await expect(page.getByText('is counted.')).toBeVisible();
        const phone = await browser.newContext({ viewport: PHONE });
        await signIn(phone, 'Comet');
        const feet = await phone.newPage();
        await feet.goto('/feet');
        await awake(feet);
        const line = feet.getByLabel(/^Coach Fennel says/);
        await line.evaluate((audio: HTMLAudioElement) => audio.load());
        await expect.poll(() => line.evaluate((audio: HTMLAudioElement) => audio.readyState)).toBeGreaterThan(0);
        expect(await line.evaluate((audio: HTMLAudioElement) => audio.duration)).toBeGreaterThan(1);
        await feet.getByRole('button', { name: 'Delete this spoken line' }).click();
        await feet.getByRole('button', { name: 'Yes, delete it for good' }).click();
        await expect(feet.getByText('The spoken line is deleted.')).toBeVisible();
        await phone.close();
      },
    );

    test('thirty scores are reviewed by keyboard alone, a clear one with one key', LONG, async ({ page, context, browser }) => {
      test.slow();
      const phone = await browser.newContext();
      await signIn(phone, 'Biscuit');
      for (let n = 0; n < 30; n++) await sendGo(phone, n % 2 ? 'sole-taps' : 'inside-taps', 20 + n);
      await phone.close();
      await signIn(context, 'coach');
      await openReview(page);
      const heading = queueOf(page).getByRole('heading', { name: /^Waiting/ });
      const waiting = async () => Number(/\d+/.exec(await heading.innerText())?.[0]);
      const total = await waiting();
      expect(total).toBeGreaterThanOrEqual(30);
      let keys = 0;
      let clear = 0;
      // The line is dead while the last ones are decided, and the page is left: they are kept here, and sent when it is opened again.
      // One of them finds the coach signed out.
      let tried = 0;
      const noLine = (route: Route) =>
        tried++ === 0
          ? route.fulfill({ status: 401, json: { title: 'not signed in', detail: 'Sign in first.' } })
          : route.abort('internetdisconnected');
      const DECISIONS = '**/api/v1/scores/*/decisions';
      for (let left = total; left > 0; left--) {
        if (left === 3) await page.route(DECISIONS, noLine);
        const before = keys;
        const doubted = (await page.getByText(/^Needs a look|^Cannot be/).count()) > 0;
        // Whether somebody lost count in the open week depends on the hour the demo data was made.
        const lost = (await page.getByText('An honest “I lost count”.').count()) > 0;
        if (doubted || lost) {
          // A cue and “again please”.
          await expect(page.getByRole('group', { name: /^Cues/ }).getByRole('button').first()).toBeVisible();
          await page.keyboard.press('1');
          await page.keyboard.press('a');
          keys += 2;
        } else {
          await page.keyboard.press('Enter');
          keys += 1;
          clear++;
          expect(keys - before).toBeLessThanOrEqual(2);
        }
        await expect(heading).toHaveText(`Waiting (${left - 1})`);
      }
      expect(clear).toBeGreaterThanOrEqual(25);
      expect(keys).toBeLessThanOrEqual(2 * total);
      await expect(page.getByText('3 decisions could not be saved yet.')).toBeVisible();
      await page.unroute(DECISIONS, noLine);
      await page.reload();
      await awake(page);
      await expect(heading).toHaveText('Waiting (0)');
      await expect(page.getByText('could not be saved yet')).toBeHidden();
      // All of it is with the server, not only shown.
      const squad = new URL(page.url()).pathname.split('/')[2];
      const queue = async () => (await (await context.request.get(`/api/v1/squads/${squad}/review`)).json()) as ReviewQueue;
      await expect.poll(async () => (await queue()).waiting.length).toBe(0);
    });
  });
