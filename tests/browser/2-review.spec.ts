import type { ReviewItem, ReviewQueue } from '../../src/contract/review.ts';
import { placeOf } from '../../src/core/scores/queue.ts';
import { expect, LONG, test } from './house.ts';
import { awake, coachBase, follow, PHONE, sendGo, signIn, unfold } from './people.ts';

test.use({ file: '2-review' });

test.describe
  .serial('review, progress and the family', () => {
    test('the queue shows doubted ones first with the doubt in words, and plays the clip in slow motion', async ({ page, context }) => {
      await signIn(context, 'coach');
      const base = await coachBase(page);
      await page.goto(`${base}/review`);
      await awake(page);
      const first = page.getByRole('navigation', { name: 'Queue' }).getByRole('button').first();
      await expect(first).toContainText('Noodle · 34 reps');
      await expect(page.getByText('34 in 10 s is 3.4 a second; fast is 2.8.')).toBeVisible();
      const video = page.getByLabel('Clip of Noodle, Sole taps');
      await expect.poll(() => video.evaluate((v: HTMLVideoElement) => v.readyState)).toBeGreaterThan(0);
      expect(await video.evaluate((v: HTMLVideoElement) => v.duration)).toBeCloseTo(14, 0);
      for (let i = 0; i < 3; i++) await page.keyboard.press('[');
      await expect(page.getByLabel('Speed')).toHaveText('0.25×');
      expect(await video.evaluate((v: HTMLVideoElement) => v.playbackRate)).toBe(0.25);
      await page.getByRole('button', { name: /^Start/ }).click();
      await expect.poll(() => video.evaluate((v: HTMLVideoElement) => v.currentTime)).toBeCloseTo(2, 1);
      await page.keyboard.press('.');
      // The middle of the next picture of 1/30 s.
      await expect.poll(() => video.evaluate((v: HTMLVideoElement) => v.currentTime)).toBeCloseTo(2 + 1.5 / 30, 1);
      await page.getByRole('button', { name: /^Play/ }).click();
      await expect.poll(() => video.evaluate((v: HTMLVideoElement) => v.currentTime)).toBeGreaterThan(2.1);
    });

    test('a long queue comes in parts and is whole when they have come', async ({ page, context }) => {
      await signIn(context, 'coach');
      const base = await coachBase(page);
      const queue = (await (await page.request.get(`/api/v1/squads/${base.split('/')[2]}/review`)).json()) as ReviewQueue;
      // As a page whose queue is longer than what one answer holds: it comes with the first two, and the place to read on from.
      const [first, second] = queue.waiting as [ReviewItem, ReviewItem];
      await page.route(`**${base}/review`, async (asked) => {
        const answer = await asked.fetch();
        const cut = { ...queue, waiting: [first, second], more: placeOf(second) };
        const data = JSON.stringify(cut).replaceAll('<', '\\u003c');
        const body = (await answer.text()).replace(/(id="page-data">).*?(<\/script>)/s, (_, open, close) => `${open}${data}${close}`);
        await asked.fulfill({ response: answer, body });
      });
      await page.goto(`${base}/review`);
      await expect(page.getByRole('heading', { name: `Waiting (${queue.waitingInAll})` })).toBeVisible();
      expect(queue.waitingInAll).toBeGreaterThan(2);
      await expect(page.getByText('read so far')).toHaveCount(0);
      await expect(page.getByRole('button', { name: /^Wave the clear ones through/ })).toBeEnabled();
    });

    test('each verdict asks for what it needs, can be undone, and stays on record', async ({ page, context }) => {
      await signIn(context, 'coach');
      const base = await coachBase(page);
      await page.goto(`${base}/review`);
      await awake(page);
      await expect(page.getByRole('slider', { name: /^Tap strip/ })).toBeVisible();
      await page.keyboard.press('c');
      await expect(page.getByText('A correction needs the number from the recount.')).toBeVisible();
      await page.getByRole('button', { name: /^Set aside/ }).click();
      await expect(page.getByText('Setting a score aside needs a reason.')).toBeVisible();
      await page.getByRole('button', { name: /^Again please/ }).click();
      await expect(page.getByText('Say what to try')).toBeVisible();
      await page.getByLabel('Typed recount').fill('14');
      await page.getByRole('button', { name: /Light as a cat/ }).click();
      await page.getByLabel('A line to Noodle').fill('The clip shows 14. Slow and clean counts more.');
      await page.getByRole('button', { name: /^Corrected/ }).click();
      await expect(page.getByText('Noodle’s Sole taps is corrected.')).toBeVisible();
      await page.getByRole('button', { name: /^Take it back/ }).click();
      await expect(page.getByRole('navigation', { name: 'Queue' }).locator('[aria-current=true]')).toContainText('Noodle · 34 reps');
      await page.getByText(/^History/).click();
      await expect(page.getByText('took the decision back')).toBeVisible();
      await expect(page.getByRole('navigation', { name: 'Queue' }).getByRole('button').first()).toContainText('Noodle · 34 reps');
      await page.getByLabel('Reason to set aside').fill('The clip shows another number.');
      await page.getByRole('button', { name: /^Set aside/ }).click();
      await expect(page.getByText('Noodle’s Sole taps is set aside.')).toBeVisible();
    });

    test('the coach’s line reaches the player, and again-please becomes a task', async ({ page, context, browser }) => {
      const phone = await browser.newContext({ viewport: PHONE });
      await signIn(phone, 'Comet');
      await sendGo(phone, 'sole-taps', 7);
      await signIn(context, 'coach');
      const base = await coachBase(page);
      await page.goto(`${base}/review`);
      await awake(page);
      await page
        .getByRole('navigation', { name: 'Queue' })
        .getByRole('button', { name: /^Comet · 7 reps/ })
        .click();
      await page.getByRole('button', { name: /Knee up, toe down/ }).click();
      await page.getByLabel('A line to Comet').fill('Nearly there.');
      await page.getByRole('button', { name: /^Again please/ }).click();
      await expect(page.getByText('is again please.')).toBeVisible();
      const view = await phone.newPage();
      await view.goto('/week');
      await expect(view.getByRole('heading', { name: 'Once more, please: Sole taps' })).toBeVisible();
      await expect(view.getByText('Nearly there. Knee up, toe down')).toBeVisible();
      await view.goto('/feet');
      await expect(view.getByText('“Nearly there.”')).toBeVisible();
      await phone.close();
    });

    test('My feet shows both feet on the seam, balance, ledger and laces', async ({ page, context }) => {
      await page.setViewportSize(PHONE);
      await signIn(context, 'Comet');
      await page.goto('/feet');
      // Three screens of a phone: the rest is behind a tap.
      expect(await page.evaluate(() => document.documentElement.scrollHeight)).toBeLessThanOrEqual(3 * PHONE.height);
      await awake(page);
      await page.getByRole('button', { name: /^Show \d+ more drills$/ }).click();
      const hops = page.getByRole('article').filter({ hasText: 'Outside-inside taps, hopping' }).filter({ hasText: '15 s' });
      await expect(hops.getByRole('img')).toHaveAttribute('aria-label', /left foot: best \d+ reps.*right foot: best \d+ reps/);
      await expect(hops.getByText(/Foot balance 0\.\d\d/)).toBeVisible();
      await expect(page.getByText(/touches behind|done the same/)).toBeVisible();
      await expect(page.getByRole('img', { name: /^Laces from/ }).first()).toBeVisible();
    });

    test('Today, the register and the player page show the squad', async ({ page, context }) => {
      await signIn(context, 'coach');
      const base = await coachBase(page);
      await expect(page.getByText(/last go \d+ days ago/).first()).toBeVisible();
      await page.goto(`${base}/squad`);
      await expect(page.getByRole('row')).toHaveCount(17);
      await page.getByRole('combobox', { name: /^Week/ }).selectOption({ label: '8: Half pace, clean' });
      await expect(page.getByRole('columnheader', { name: /Saturday course/ })).toBeVisible();
      await expect(page.getByRole('cell', { name: 'not done' }).first()).toBeVisible();
      await page.getByRole('link', { name: 'Comet' }).first().click();
      await expect(page.getByRole('heading', { name: 'Comet', level: 1 })).toBeVisible();
    });

    test(
      'a guardian’s no takes filming away at once, a yes brings it back; a clip is deleted for good',
      LONG,
      async ({ page, context, browser }) => {
        await signIn(context, 'guardian');
        await page.goto('/family');
        await awake(page);
        const phone = await browser.newContext({ viewport: PHONE });
        await signIn(phone, 'Comet');
        await unfold(page, 'Clips of Comet');
        const offered = async () => ((await (await phone.request.get('/api/v1/go/this-week')).json()) as { mayFilm: boolean }).mayFilm;
        await page.getByRole('button', { name: 'No clips' }).click();
        // It is asked first, with what goes; nothing has changed yet.
        const back = page.getByRole('region', { name: 'Take the clips back' });
        await expect(back).toContainText(/clips? of Comet (is|are) hidden from the coaches at once/);
        expect(await offered()).toBe(true);
        await back.getByRole('button', { name: 'Leave it as it is' }).click();
        await page.getByRole('button', { name: 'No clips' }).click();
        await back.getByRole('button', { name: 'Yes, no clips' }).click();
        await expect(page.getByText('You said no: filming is not offered.')).toBeFocused();
        await expect(page.getByText('You said no: filming is not offered.')).toBeVisible();
        expect(await offered()).toBe(false);
        await page.getByRole('button', { name: 'Yes, clips are fine' }).click();
        await expect(page.getByText('You said yes: filming is offered.')).toBeVisible();
        expect(await offered()).toBe(true);
        const kept = page.getByRole('heading', { name: /Clips that are kept/ });
        const count = Number(/\d+/.exec(await kept.innerText())?.[0]);
        await unfold(page, 'Kept clips of Comet');
        await page.getByRole('button', { name: 'Delete this clip' }).first().click();
        await page.getByRole('button', { name: 'Yes, delete it for good' }).click();
        await expect(kept).toContainText(`(${count - 1})`);
        await page.reload();
        await expect(kept).toContainText(`(${count - 1})`);
        await phone.close();
      },
    );

    test('a player without a guardian’s yes is not offered the camera', async ({ page, context }) => {
      await page.setViewportSize(PHONE);
      await signIn(context, 'Biscuit');
      await page.goto('/week');
      await follow(page.getByRole('link', { name: /^Go: / }).first());
      await page.getByRole('button', { name: 'Start' }).click();
      await expect(page.getByRole('button', { name: 'Ready' })).toBeVisible();
      await expect(page.getByRole('button', { name: 'Film my goes' })).toBeHidden();
    });

    test('nobody gets in without signing in, and each kind of person lands at home', async ({ page, context }) => {
      const base = await (async () => {
        await signIn(context, 'coach');
        return coachBase(page);
      })();
      await context.clearCookies();
      for (const path of ['/week', '/feet', '/family', `${base}/today`, `${base}/review`]) {
        await page.goto(path);
        await expect(page).toHaveURL('/');
      }
      await signIn(context, 'Biscuit');
      await page.goto(`${base}/today`);
      await expect(page).toHaveURL('/week');
    });
  });
