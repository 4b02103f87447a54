import type { BrowserContext, Page } from '@playwright/test';
import { expect, LONG, test } from './house.ts';
import { addSession, awake, coachBase, follow, makeNextWeek, outboxOf, PHONE, signIn } from './people.ts';

test.use({ file: '1-visit' });

/** The main path through the house: a week is planned and released, done by the clock on a phone, filmed, sent, also over a bad line. */
test.describe
  .serial('a week from the bench to the yard', () => {
    let context: BrowserContext;
    let phone: Page;

    test.beforeAll(async ({ browser }) => {
      context = await browser.newContext({ viewport: PHONE });
      phone = await context.newPage();
    });
    test.afterAll(() => context.close());

    test('the coach signs in, is told what is wrong, and keeps what was typed', async ({ page }) => {
      await page.goto('/sign-in');
      await awake(page);
      await page.getByLabel('E-mail').fill('coach@lanternfish.example');
      await page.getByRole('button', { name: 'Sign in' }).click();
      await expect(page.getByText('Type your password.')).toBeVisible();
      await page.getByLabel('Password').fill('not this one');
      await page.getByRole('button', { name: 'Sign in' }).click();
      await expect(page.getByText('do not fit together')).toBeVisible();
      await expect(page.getByLabel('E-mail')).toHaveValue('coach@lanternfish.example');
      await page.getByLabel('Password').fill('quillhaven-demo');
      await page.getByRole('button', { name: 'Sign in' }).click();
      await expect(page.getByRole('heading', { name: 'Today' })).toBeVisible();
    });

    test('the coach makes next week, sees minutes and touches follow each change, and releases it', async ({ page, context: desk }) => {
      await signIn(desk, 'coach');
      await makeNextWeek(page);

      await page.getByRole('button', { name: 'Release now' }).click();
      await expect(page.getByText('Add a session before you release the week.')).toBeVisible();

      await page.getByLabel('Title').fill('Short and quick');
      await addSession(page, { name: 'Try-out', drill: 'hopping' });
      const minutes = page.getByTestId('session-minutes');
      await expect(minutes).toHaveText('1 min');
      await expect(page.getByRole('img', { name: 'Touches: left 27, right 27' })).toBeVisible();

      await page
        .getByRole('button', { name: /^Outside-inside taps, hopping/ })
        .first()
        .click();
      await page.getByLabel('Work').fill('150');
      await expect(page.getByRole('img', { name: 'Touches: left 270, right 270' })).toBeVisible();
      await expect(minutes).toHaveText('5 min');
      await page.getByLabel('Work').fill('3');
      await expect(page.getByRole('alert').filter({ hasText: 'Work lasts at least 5 seconds.' })).toBeVisible();
      await expect(page.getByLabel('Work')).toHaveValue('3');
      await page.getByLabel('Work').fill('5');
      await page.getByLabel('Number').selectOption('same for all');
      await page.getByLabel('To reach').fill('12');

      await page.getByRole('button', { name: 'Add a drill' }).click();
      await page.getByLabel('Add a drill: type, then Enter').fill('sole taps');
      await page.keyboard.press('Enter');
      await page.getByRole('button', { name: /^Sole taps/ }).click();
      await page.getByLabel('Work').last().fill('5');
      await page.getByRole('button', { name: 'Undo' }).click();
      await page.getByRole('button', { name: 'Redo' }).click();
      await expect(page.getByText('All saved')).toBeVisible();
      await page.getByRole('button', { name: 'Release now' }).click();
      await expect(page.getByText('Released. Players see it now.')).toBeVisible();
    });

    test('a week released for an hour stays out of sight until then', async ({ page, context: desk }) => {
      await signIn(desk, 'coach');
      const base = await coachBase(page);
      await page.goto(`${base}/weeks`);
      await awake(page);
      await page.getByRole('button', { name: 'Make the next week' }).click();
      await awake(page);
      await page.getByLabel('Title').fill('Not to be seen yet');
      await addSession(page, { block: 'recap', drill: 'drag-back' });
      await page.getByLabel('Hour').fill('07:15');
      await page.getByLabel(/A surprise/).check();
      await page.getByRole('button', { name: 'Release it as a surprise' }).click();
      await expect(page.getByText(/Released\. Opens .*7:15/)).toBeVisible();
      await signIn(context, 'Biscuit');
      const answer = await context.request.get('/api/v1/go/this-week');
      expect(await answer.text()).not.toContain('Not to be seen yet');
    });

    test(
      'what is typed without a line is kept here through a crash, and one bad field keeps nothing else from being saved',
      LONG,
      async ({ page, context: desk }) => {
        await signIn(desk, 'coach');
        await makeNextWeek(page);
        const address = page.url();
        await desk.setOffline(true);
        await page.getByLabel('Title').fill('Typed in a train');
        await page.getByLabel('Focus').fill('Left foot first');
        await expect(page.getByText('Kept here, not yet sent')).toBeVisible();
        // The lid is closed at once: nobody waits for anything.
        await page.close({ runBeforeUnload: false });
        await desk.setOffline(false);
        const after = await desk.newPage();
        await after.goto(address);
        await awake(after);
        await expect(after.getByLabel('Title')).toHaveValue('Typed in a train');
        await expect(after.getByText('All saved')).toBeVisible();
        const fresh = await desk.newPage();
        await fresh.goto(address);
        await expect(fresh.getByLabel('Focus')).toHaveValue('Left foot first');
        await fresh.close();
        // Back in the tunnel and out again, on the same page.
        await desk.setOffline(true);
        await after.getByLabel('Focus').fill('Both feet');
        await expect(after.getByText('Kept here, not yet sent')).toBeVisible();
        await desk.setOffline(false);
        await expect(after.getByText('All saved')).toBeVisible();
        // One field that does not hold is named with its place, stays as it is, and stops the release alone.
        await addSession(after, { name: 'Monday', drill: 'sole taps' });
        await expect(after.getByText('All saved')).toBeVisible();
        await after
          .getByRole('button', { name: /^Sole taps/ })
          .first()
          .click();
        await after.getByLabel('Work').fill('');
        await after.getByLabel('Focus').fill('Saved all the same');
        await expect(after.getByText('Saved, but for 1 field')).toBeVisible();
        await expect(after.getByRole('alert').filter({ hasText: 'Monday, Sole taps: Seconds must be a number.' })).toBeVisible();
        await expect(after.getByText('NaN')).toHaveCount(0);
        const look = await desk.newPage();
        await look.goto(address);
        await expect(look.getByLabel('Focus')).toHaveValue('Saved all the same');
        await look.close();
        await after.getByLabel('Work').fill('40');
        await expect(after.getByText('All saved')).toBeVisible();
      },
    );

    test('two tabs on one week never lose work silently', LONG, async ({ page, context: desk }) => {
      await signIn(desk, 'coach');
      const base = await coachBase(page);
      await page.goto(`${base}/weeks`);
      await follow(page.getByRole('link', { name: /Up in the air/ }));
      const other = await desk.newPage();
      await other.goto(page.url());
      await awake(other);
      // “All saved” is also what stands there before typing is noticed, and the page asks for other things with a POST.
      const kept = page.waitForResponse((answer) => answer.request().method() === 'PUT' && answer.url().includes('/weeks/'));
      await page.getByLabel('Focus').fill('Keep it alive, knee high');
      await kept;
      await expect(page.getByText('All saved')).toBeVisible();
      // The line is lost just when the other version is asked for.
      await other.route(/\/api\/v1\/weeks\/[^/]+$/, (route) => (route.request().method() === 'GET' ? route.abort() : route.fallback()), {
        times: 2,
      });
      await other.getByLabel('Focus').fill('Something else');
      const both = other.getByRole('alert', { name: 'Two versions' });
      await expect(both).toContainText('The focus is now: Keep it alive, knee high.');
      await expect(other.getByLabel('Focus')).toHaveValue('Something else');
      await both.getByRole('button', { name: 'Take theirs' }).click();
      await expect(other.getByLabel('Focus')).toHaveValue('Keep it alive, knee high');
      await other.getByRole('button', { name: 'Undo' }).click();
      await expect(other.getByLabel('Focus')).toHaveValue('Something else');
      await other.getByRole('button', { name: 'Redo' }).click();
      await expect(other.getByText('All saved')).toBeVisible();
      await page.reload();
      await expect(page.getByLabel('Focus')).toHaveValue('Keep it alive, knee high');
      await other.close();
    });

    test('every measure can be put on the bench with its own dose', LONG, async ({ page, context: desk }) => {
      await signIn(desk, 'coach');
      const base = await coachBase(page);
      await page.goto(`${base}/weeks`);
      await follow(page.getByRole('link', { name: /Round the cones/ }));
      await page.getByRole('button', { name: 'Add a session' }).click();
      await page.getByRole('button', { name: 'Add an empty session' }).click();
      const session = page.getByRole('region', { name: /^Session Session/ });
      await session.getByLabel('Add a block:').selectOption('challenge');
      const add = async (name: string) => {
        await page.getByLabel('Add a drill: type, then Enter').fill(name);
        await page.keyboard.press('Enter');
      };
      const wanted: [drill: string, field: string][] = [
        ['Sole taps', 'Work'],
        ['Mini-goal pass', 'Distance'],
        ['Juggle left-right', 'One bounce allowed'],
        ['V with the inside', 'Reps'],
        ['Cross course', 'Sets'],
        ['Slalom, left foot', 'Rounds'],
        ['Twenty-fives', 'Touches a surface'],
        ['Ankle and hip', 'Work'],
      ];
      for (const [index, [drill, field]] of wanted.entries()) {
        if (index > 0) await session.getByRole('button', { name: 'Add a drill' }).click();
        await add(drill);
        const row = session.getByRole('button', { name: new RegExp(`^${drill}`) }).first();
        await row.click();
        await expect(session.getByLabel(field, { exact: true }).last()).toBeVisible();
        await row.click();
      }
      await expect(session.getByTestId('session-minutes')).toHaveText(/1\d–\d\d min/);
      await session.getByRole('button', { name: 'Remove Cross course without the ball' }).click();
      await expect(session.getByRole('button', { name: /^Cross course/ })).toBeHidden();
      await page.getByRole('button', { name: 'Undo' }).click();
      await expect(session.getByRole('button', { name: /^Cross course/ })).toBeVisible();
      await expect(page.getByText('All saved')).toBeVisible();
    });

    test('a player signs in on a phone with squad code, nickname and PIN', async () => {
      await context.clearCookies();
      await phone.goto('/');
      await follow(phone.getByRole('link', { name: /I am a player/ }));
      await phone.getByLabel('Squad code').fill('lantern');
      await phone.getByLabel('Nickname').fill('Comet');
      await phone.getByLabel('PIN').fill('24');
      await phone.getByRole('button', { name: 'Sign in' }).click();
      await expect(phone.getByText('The PIN is 4 to 8 digits.')).toBeVisible();
      await phone.getByLabel('PIN').fill('0000');
      await phone.getByRole('button', { name: 'Sign in' }).click();
      await expect(phone.getByText('do not fit together')).toBeVisible();
      await phone.getByLabel('PIN').fill('2468');
      await phone.getByRole('button', { name: 'Sign in' }).click();
      await expect(phone.getByRole('heading', { name: 'Hi Comet' })).toBeVisible();
      await expect(phone.getByRole('heading', { name: /Short and quick/ })).toBeVisible();
      await expect(phone.getByText('left 12 reps')).toBeVisible();
      await expect(phone.getByRole('heading', { name: 'Fetch' }).first()).toBeVisible();
      await expect(phone.getByText('ball', { exact: true }).first()).toBeVisible();
    });

    test('the clock runs lead-in, right, switch, left; a tap pauses; a reload comes back to the same place', async () => {
      await follow(phone.getByRole('link', { name: 'Go: Try-out' }));
      await expect(phone.getByRole('checkbox', { name: 'ball' })).toBeVisible();
      await phone.getByRole('button', { name: 'Try the sound' }).click();
      await phone.getByRole('button', { name: 'Start' }).click();
      await expect(phone.getByText('Set up', { exact: true }).first()).toBeVisible();
      await phone.getByRole('button', { name: 'Ready' }).click();
      await expect(phone.getByText('Get ready', { exact: true })).toBeVisible();
      // Who does not see the clock hears what is on, politely.
      await expect(phone.getByRole('status').filter({ hasText: /^Get ready\. .+ seconds$/ })).toHaveCount(1);
      await expect(phone.getByTestId('counting-rule')).toContainText('Counts:');
      await phone.getByRole('button', { name: 'Pause' }).first().click();
      await expect(phone.getByRole('heading', { name: 'Paused' })).toBeVisible();

      await phone.reload();
      await awake(phone);
      await expect(phone.getByRole('heading', { name: 'Paused' })).toBeVisible();
      await phone.getByRole('button', { name: 'Go on' }).click();
      await phone.getByRole('button', { name: 'Film my goes' }).click();
      await expect(phone.getByLabel('Camera picture')).toBeVisible();
      // The one that looks at the player comes first; the other is one press away.
      await phone.getByRole('button', { name: 'Use the back camera' }).click();
      await expect(phone.getByRole('button', { name: 'Use the front camera' })).toBeVisible();

      await expect(phone.getByText('Filming this go')).toBeVisible({ timeout: 20_000 });
      await expect(phone.getByTestId('clock-side')).toHaveText('Right foot');
      await expect(phone.getByText('Switch', { exact: true })).toBeVisible({ timeout: 10_000 });
      await expect(phone.getByTestId('clock-side')).toHaveText('Left foot');
      await expect(phone.getByRole('heading', { name: 'How many?' })).toBeVisible({ timeout: 15_000 });
    });

    test('a clip is seen, cut at the ends, deleted, or goes along; a missing number is named', async () => {
      const right = phone.getByLabel('Your clip, right foot');
      await expect(right).toBeVisible();
      await expect(phone.getByLabel('Your clip, left foot')).toBeVisible();
      // The work of 5 s with two seconds on both sides.
      const seconds = () => right.evaluate((video: HTMLVideoElement) => video.duration);
      await expect.poll(seconds, { timeout: 15_000 }).toBeGreaterThan(8);
      expect(await seconds()).toBeLessThan(10.5);
      await phone.getByRole('button', { name: 'Cut the ends' }).last().click();
      await phone
        .getByLabel(/^Ends at/)
        .first()
        .fill('7');
      await expect(phone.getByText('7 s are sent. What you cut off never leaves this phone.')).toBeVisible();
      await phone.getByRole('button', { name: 'Delete this clip' }).first().click();
      await expect(phone.getByLabel('Your clip, left foot')).toBeHidden();
      await phone.getByLabel('Count (tap), left foot', { exact: true }).fill('11');
      await phone.getByRole('button', { name: 'Keep these numbers' }).click();
      await expect(phone.getByText('The count must be a number.')).toBeVisible();
      await expect(phone.getByLabel('Count (tap), left foot', { exact: true })).toHaveValue('11');
      // An empty slot begins at the number to beat.
      await phone.getByRole('button', { name: 'Count (tap), right foot: one more' }).click();
      await expect(phone.getByLabel('Count (tap), right foot', { exact: true })).toHaveValue('12');
      await phone.getByRole('button', { name: 'Count (tap), right foot: 5 more' }).click();
      await expect(phone.getByLabel('Count (tap), right foot', { exact: true })).toHaveValue('17');
      await phone.getByLabel('Count (tap), right foot', { exact: true }).fill('12');
      await phone.getByText('Lost the ball?').last().click();
      await phone.getByRole('button', { name: 'Times you lost the ball, right foot: one more' }).click();
      await phone.getByRole('button', { name: 'Keep these numbers' }).click();
      // What nobody looked at leaves only when that is said.
      const look = phone.getByRole('region', { name: 'Look at your clip first' });
      await expect(look).toBeVisible();
      await expect(phone.getByText('11 reps: 1 away from 12.')).toBeHidden();
      await expect(look.getByRole('button', { name: 'Send without looking' })).toBeVisible();
      await look.getByRole('button', { name: 'Back to the numbers' }).click();
      await expect(phone.getByLabel('Count (tap), right foot', { exact: true })).toHaveValue('12');
      await phone.getByRole('button', { name: 'Keep these numbers' }).click();
      await look.getByRole('button', { name: 'Send it' }).click({ timeout: 20_000 });
      await expect(phone.getByText('11 reps: 1 away from 12.')).toBeVisible();
      await expect(phone.getByText('12 reps: you reached 12.')).toBeVisible();
    });

    test('the clip is made ready, sent and kept on the server', async () => {
      await expect.poll(() => outboxOf(phone), { timeout: 60_000 }).not.toContain('clip');
      const feet = (await (await context.request.get('/api/v1/progress/my-feet')).json()) as { clips: { id: string; drillName: string }[] };
      const clip = feet.clips.find((one) => one.drillName === 'Outside-inside taps, hopping');
      expect(clip).toBeTruthy();
      const file = await context.request.get(`/api/v1/clips/${clip?.id}/file`, { headers: { range: 'bytes=0-99' } });
      // H.264 in MP4 where the browser makes it: it plays on the oldest phones.
      expect([file.status(), file.headers()['content-type']]).toEqual([206, 'video/mp4']);
      // The part that was cut off is not in the file.
      const state = (await (await context.request.get(`/api/v1/clips/${clip?.id}`)).json()) as { seconds: number };
      expect(state.seconds).toBeGreaterThan(6.5);
      expect(state.seconds).toBeLessThan(7.2);
    });

    test('counts made with no line stay on the device, are said to wait, and go out once the line is back', async () => {
      await context.setOffline(true);
      // The next go waits until the player is back in place, also over a reload, and begins with its count-in then.
      await expect(phone.getByText('Back to your place')).toBeVisible();
      await expect(phone.getByTestId('clock-seconds')).toHaveText('');
      await phone.getByRole('button', { name: 'Ready' }).click();
      await expect(phone.getByText('Back to your place')).toBeHidden();
      await expect(phone.getByText('Get ready', { exact: true })).toBeVisible();
      await expect(phone.getByRole('heading', { name: 'How many?' })).toBeVisible({ timeout: 30_000 });
      await phone.getByLabel('Count (tap)', { exact: true }).fill('9');
      await phone.getByRole('button', { name: 'Keep these numbers' }).click();
      await phone.getByRole('button', { name: 'Send without looking' }).click();
      await expect(phone.getByRole('heading', { name: 'That is all. Well done.' })).toBeVisible();
      await expect(phone.getByTestId('outbox')).toContainText('Nothing is lost');
      expect(await outboxOf(phone)).toEqual(expect.arrayContaining(['go', 'run']));
      const recordOfSoleTaps = async () => {
        const { numbers } = (await (await context.request.get('/api/v1/go/this-week')).json()) as {
          numbers: { foot: string; record: number | null }[];
        };
        return numbers.find((one) => one.foot === 'both')?.record;
      };
      expect(await recordOfSoleTaps()).toBe(null);
      await context.setOffline(false);
      await expect.poll(() => outboxOf(phone), { timeout: 30_000 }).toEqual([]);
      expect(await recordOfSoleTaps()).toBe(9);
      const { done } = (await (await context.request.get('/api/v1/go/this-week')).json()) as { done: string[] };
      expect(done).toHaveLength(1);
      await expect(phone.getByTestId('outbox')).toBeHidden();
      await expect(phone.getByTestId('sent-summary')).toContainText('All numbers are with your coach. 2 of 2 clips sent.');
    });
  });
