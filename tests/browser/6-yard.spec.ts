import type { BrowserContext, Page } from '@playwright/test';
import Database from 'better-sqlite3';
import { v7 as uuid } from 'uuid';
import type { Today } from '../../src/contract/screens.ts';
import type { ThisWeek } from '../../src/contract/training.ts';
import { besideOf, catalogueById, type Drill } from '../../src/core/drills/index.ts';
import { SHAPE_NAMES, SHAPES, shapeSession } from '../../src/core/planning/index.ts';
import type { Session } from '../../src/core/weeks/index.ts';
import { aBlock, anItem, aSession, timed } from '../core/make.ts';
import { look, SOME_SIZES } from './geometry.ts';
import { databaseOf, expect, LONG, test } from './house.ts';
import { awake, coachBase, outboxOf, PHONE, signIn } from './people.ts';
import { doSession, openFromWeek, releaseWeekOf, setOff } from './yard-week.ts';

test.use({ file: '6-yard' });

/** A drill that is counted for seconds with both feet, and the easier one that counts in its place, with a ball alone. */
const HARD = [...catalogueById.values()].flatMap((planned) => {
  const { easier } = besideOf(planned, [...catalogueById.values()], (one) => one.kit.every((kit) => kit === 'ball') && one.minAge === null);
  const fits = planned.measure === 'count in time' && planned.sides !== 'each foot' && planned.kit.length === 1;
  return fits && easier?.measure === planned.measure ? [{ planned, easier }] : [];
})[0] as { planned: Drill; easier: Drill };

const thisWeek = async (context: BrowserContext) => (await (await context.request.get('/api/v1/go/this-week')).json()) as ThisWeek;

/** Every starting shape, done from before to after on a phone, in the page's own time. */
test.describe
  .serial('a session of each starting shape', () => {
    let context: BrowserContext;
    let page: Page;
    const sessions: Session[] = SHAPE_NAMES.map((name) =>
      shapeSession(name, { minutes: SHAPES[name].minutes, drills: catalogueById, id: uuid }),
    );
    test.beforeAll(async ({ browser }) => {
      context = await browser.newContext({ viewport: PHONE });
      await releaseWeekOf(context, '6-yard', sessions);
      await signIn(context, 'Comet');
      page = await context.newPage();
      await page.clock.install();
    });
    test.afterAll(() => context.close());

    for (const session of sessions) {
      test(`${session.name} runs to its end, hears a number for each scored go, and counts as done`, LONG, async () => {
        const scored = session.blocks.flatMap((block) => block.items).filter((item) => item.scored);
        const asked = await doSession(page, session.name);
        const goes = scored.reduce((sum, item) => sum + ('rounds' in item.dose ? item.dose.rounds : 1), 0);
        expect(asked).toBe(goes);
        await expect(page.getByText(`100 % of the work of “${session.name}” is done.`)).toBeVisible();
        await expect(page.getByRole('heading', { name: /^About \d+ touches today$/ })).toBeVisible();
        await expect(page.getByTestId('whats-next')).toHaveText(/^Next: |^All \d+ of this week are done\./);
        await expect.poll(async () => (await thisWeek(context)).done).toContain(session.id);
        await expect.poll(() => outboxOf(page)).toEqual([]);
      });
    }
  });

test.describe.serial('in the yard', LONG, () => {
  let context: BrowserContext;
  let page: Page;
  const tries = anItem('juggle-alternating', { dose: { measure: 'unbroken run', seconds: 20, rounds: 1, bounce: false } });
  const helped: Session = { ...aSession([aBlock('challenge', [anItem('sole-taps', timed(10)), tries])]), name: 'With a helper' };
  const sore: Session = { ...aSession([aBlock('recap', [anItem('inside-taps', timed(30))])]), name: 'That hurts' };
  const paper: Session = { ...aSession([aBlock('recap', [anItem('inside-taps', timed(30))])]), name: 'On paper' };

  const slip: Session = {
    ...aSession([aBlock('recap', [anItem('sole-taps', timed(10)), anItem('inside-taps', timed(10))])]),
    name: 'Slips',
  };

  const byEar: Session = { ...aSession([aBlock('recap', [anItem('inside-taps', timed(15))])]), name: 'By ear' };
  const zones: Session = {
    ...aSession([aBlock('recap', [anItem('busy-line', { dose: { measure: 'sets', sets: 1 } })])]),
    name: 'Busy feet',
  };
  const hard: Session = { ...aSession([aBlock('recap', [anItem(HARD.planned.id, timed(15))])]), name: 'Hard day' };

  test.beforeAll(async ({ browser }) => {
    context = await browser.newContext({ viewport: PHONE });
    await releaseWeekOf(context, '6-yard', [helped, sore, paper, slip, zones, byEar, hard]);
    await signIn(context, 'Comet');
    page = await context.newPage();
    await page.clock.install();
  });
  test.afterAll(() => context.close());

  test('a way that says what the feet do is said and shown where it is gone, as it lies in this yard', async () => {
    await openFromWeek(page, 'Busy feet');
    await page.getByRole('button', { name: 'Start' }).click();
    const way = 'Taps to cone 3, sole taps to cone 5, then backwards home';
    await page.getByRole('button', { name: 'Ready' }).click();
    await expect(page.getByText(way)).toBeVisible();
    await page.clock.fastForward(11_000);
    // While the set is gone it stands in letters that are read from afar.
    await expect(page.getByRole('button', { name: 'Done' })).toBeVisible();
    await expect(page.getByTestId('way')).toHaveText(way);
    expect(await look(page, 'a way with zones', SOME_SIZES)).toEqual([]);
  });

  test('the phone counts along by ear: it says about how many, writes in nothing, and the coach sees it', async ({ browser }) => {
    // A microphone that hears two even taps a second from when it is opened.
    await page.addInitScript(() => {
      navigator.mediaDevices.getUserMedia = async () => {
        const audio = new AudioContext();
        const out = audio.createMediaStreamDestination();
        const tap = audio.createBuffer(1, audio.sampleRate * 0.09, audio.sampleRate);
        const samples = tap.getChannelData(0);
        for (let i = 0; i < samples.length; i++) {
          const t = i / audio.sampleRate;
          samples[i] = 0.6 * Math.exp(-t * 50) * Math.sin(260 * Math.PI * t) + 0.3 * Math.exp(-t * 200) * (Math.random() - 0.5);
        }
        for (let at = 0.2; at < 120; at += 0.5) {
          const source = audio.createBufferSource();
          source.buffer = tap;
          source.connect(out);
          source.start(audio.currentTime + at);
        }
        return out.stream;
      };
    });
    await openFromWeek(page, 'By ear');
    await page.getByRole('button', { name: 'Count along by ear' }).click();
    await expect(page.getByRole('button', { name: 'Counts along by ear: switch off' })).toBeVisible();
    await setOff(page);
    await page.clock.fastForward(10_500);
    // The work itself is heard as it comes: fifteen seconds, thirty taps.
    const heard = page.getByTestId('heard');
    await expect(heard).toBeVisible({ timeout: 40_000 });
    const said = Number(/about (\d+)/.exec((await heard.textContent()) ?? '')?.[1]);
    expect(said).toBeGreaterThanOrEqual(27);
    expect(said).toBeLessThanOrEqual(32);
    await expect(page.locator('input[inputmode=decimal]').first()).toHaveValue('');
    await page.locator('input[inputmode=decimal]').first().fill('30');
    await page.getByRole('button', { name: 'Keep these numbers' }).click();
    await expect(page.getByRole('heading', { name: /^That is all/ })).toBeVisible();
    await expect.poll(() => outboxOf(page)).toEqual([]);
    const desk = await browser.newContext();
    await signIn(desk, 'coach');
    const db = new Database(databaseOf('6-yard'), { readonly: true });
    const score = db
      .prepare('select scores.id from scores join runs on runs.id = scores.run_id where scores.value = 30 and scores.session_id = ?')
      .get(byEar.id) as { id: string };
    db.close();
    const bench = (await (await desk.request.get(`/api/v1/scores/${score.id}/bench`)).json()) as { heard: number };
    expect(bench.heard).toBe(said);
    await desk.close();
  });

  test('a helper taps along on the halves of the screen, and each unbroken try is kept', async () => {
    await openFromWeek(page, 'With a helper');
    // The whole of it by keyboard: start, a helper, ready.
    await page.getByRole('button', { name: 'Start' }).focus();
    await page.keyboard.press('Enter');
    await page.getByRole('button', { name: 'Helper counts' }).focus();
    await page.keyboard.press('Enter');
    await page.getByRole('button', { name: 'Ready' }).focus();
    await page.keyboard.press('Enter');
    await page.clock.fastForward(11_000);
    const half = (side: 'Left' | 'Right') => page.getByRole('button', { name: `${side}: one more` });
    for (let i = 0; i < 3; i++) await half('Left').dispatchEvent('pointerdown');
    for (let i = 0; i < 3; i++) await half('Right').dispatchEvent('pointerdown');
    await page.getByRole('button', { name: 'Take one back' }).click();
    await half('Left').focus();
    await page.keyboard.press('Enter');
    await page.clock.fastForward(10_000);
    await expect(page.locator('input[inputmode=decimal]').first()).toHaveValue('6');
    await page.getByRole('button', { name: 'Keep these numbers' }).click();
    // Rest and lead-in, then the tries.
    await page.clock.fastForward(11_000);
    await half('Left').dispatchEvent('pointerdown');
    await half('Right').dispatchEvent('pointerdown');
    await page.getByRole('button', { name: /^Ball down/ }).click();
    for (const side of ['Left', 'Right', 'Left'] as const) await half(side).dispatchEvent('pointerdown');
    // A reload loses none of it.
    await page.reload();
    await awake(page);
    await page.getByRole('button', { name: 'Go on' }).click();
    // The helper has gone: alone, a tap anywhere ends a try, and does not pause.
    await page.clock.runFor(2000);
    await page.getByRole('button', { name: 'Ball down: this try is over' }).click();
    await expect(page.getByTestId('tries-over')).toHaveText('This is try 3.');
    await expect(page.getByRole('heading', { name: 'Paused' })).toBeHidden();
    await page.clock.fastForward(25_000);
    await expect(page.getByText(/^[23] tries, about .* s long\. The longest was try \d\.$/)).toBeVisible();
    const list = page.getByRole('list', { name: 'Tries' });
    await expect(list.getByRole('listitem')).toHaveText(['2', '3']);
    await page.getByLabel('This try', { exact: true }).fill('7');
    await page.getByRole('button', { name: 'Add this try' }).click();
    await expect(page.getByText('Best: 7')).toBeVisible();
    await page.getByRole('button', { name: 'Keep these numbers' }).click();
    await expect(page.getByRole('heading', { name: /^That is all/ })).toBeVisible();
    await expect(page.getByTestId('sent-summary')).toContainText('All numbers are with your coach.');
    const db = new Database(databaseOf('6-yard'), { readonly: true });
    const kept = db.prepare('select value, parts from scores where item_id = ?').get(tries.id) as { value: number; parts: string };
    db.close();
    expect([kept.value, JSON.parse(kept.parts)]).toEqual([7, { 'try 1': 2, 'try 2': 3, 'try 3': 7 }]);
  });

  test('a number is put right at once or after all, and leaves no trace; what waits for the coach can be mended on My feet', async () => {
    const kept = () => {
      const db = new Database(databaseOf('6-yard'), { readonly: true });
      const rows = db.prepare('select value from scores where session_id = ? order by done_at').pluck().all(slip.id);
      const words = db.prepare('select count(*) from score_words').pluck().get();
      db.close();
      return [rows, words];
    };
    const field = page.locator('input[inputmode=decimal]').first();
    const keep = page.getByRole('button', { name: 'Keep these numbers' });
    await openFromWeek(page, 'Slips');
    await setOff(page);
    await page.clock.fastForward(21_000);
    await field.fill('120');
    await keep.click();
    await page.getByRole('button', { name: 'Keep it' }).click();
    await expect(page.getByText('120 reps. Kept: your coach will look at it.')).toBeVisible();
    await page.getByRole('button', { name: 'That is not right: mend it' }).click();
    await expect(field).toHaveValue('120');
    await field.fill('12');
    await keep.click();
    await expect(page.getByText(/^12 reps/)).toBeVisible();
    await expect.poll(kept).toEqual([[12], 2]);
    // The clock goes on by itself.
    await page.clock.fastForward(25_000);
    await field.fill('15');
    await keep.click();
    await expect(page.getByRole('heading', { name: /^That is all/ })).toBeVisible();
    const numbers = page.getByRole('region', { name: 'Your numbers' }).getByRole('listitem');
    await expect(numbers.filter({ hasText: ': 12' })).toContainText('sent');
    await numbers.filter({ hasText: ': 15' }).getByRole('button', { name: 'Mend' }).click();
    await field.fill('1500');
    await keep.click();
    await page.getByRole('button', { name: 'Keep it' }).click();
    await expect(numbers.filter({ hasText: '1500' })).toContainText('sent');
    await expect.poll(kept).toEqual([[12, 1500], 4]);
    await page.goto('/feet');
    await awake(page);
    const waits = page.getByRole('region', { name: 'Waits for your coach' });
    const item = waits.getByRole('listitem').filter({ hasText: '1500' });
    await item.getByRole('button', { name: 'Mend' }).click();
    await waits.getByRole('button', { name: 'I lost count' }).click();
    await expect(waits.getByText('lost count')).toBeVisible();
    await expect.poll(kept).toEqual([[12, null], 5]);
  });

  test('too hard today: the easier drill takes its place, is scored as itself, and the coach is told in a line', async ({ browser }) => {
    const go = page.getByRole('button', { name: 'Go on' });
    await openFromWeek(page, 'Hard day');
    await setOff(page);
    await page.clock.fastForward(12_000);
    await page.getByText('Pause', { exact: true }).click();
    await page.getByRole('button', { name: 'Too hard today' }).click();
    await page.getByRole('button', { name: 'Stay with it' }).click();
    await page.getByRole('button', { name: 'Too hard today' }).click();
    await expect(page.getByRole('region', { name: 'Easier today' })).toContainText(HARD.easier.name);
    await page.getByRole('button', { name: 'Do this one' }).click();
    // The go begins again, with the other drill; a reload does not bring the planned one back.
    await page.reload();
    await awake(page);
    await expect(page.getByText(new RegExp(`^${HARD.easier.name}`)).first()).toBeVisible();
    await expect(page.getByText(`In the place of ${HARD.planned.name} today.`)).toBeVisible();
    await go.click();
    await page.clock.fastForward(30_000);
    await page.locator('input[inputmode=decimal]').first().fill('8');
    await page.getByRole('button', { name: 'Keep these numbers' }).click();
    await expect(page.getByRole('heading', { name: /^That is all/ })).toBeVisible();
    await expect.poll(() => outboxOf(page)).toEqual([]);
    const db = new Database(databaseOf('6-yard'), { readonly: true });
    const done = db.prepare('select drill_id from scores where session_id = ?').pluck().all(hard.id);
    db.close();
    expect(done).toEqual([HARD.easier.id]);
    const desk = await browser.newContext();
    await signIn(desk, 'coach');
    const board = await desk.newPage();
    await board.goto(`${await coachBase(board)}/today`);
    await expect(board.getByText(`did ${HARD.easier.name} instead`)).toBeVisible();
    await desk.close();
  });

  test('“something hurts” on the pause stops kindly; the coach and the family are told, and that it was seen', async ({ browser }) => {
    await openFromWeek(page, 'That hurts');
    await setOff(page);
    await page.clock.fastForward(15_000);
    await page.getByRole('button', { name: 'Pause' }).first().click();
    await page.getByRole('button', { name: 'Something hurts' }).click();
    await page.getByRole('button', { name: 'No, I am fine' }).click();
    await page.getByRole('button', { name: 'Something hurts' }).click();
    await page.getByRole('button', { name: 'Yes, stop the session' }).click();
    await expect(page.getByRole('heading', { name: 'You stopped. That was right.' })).toBeVisible();
    await expect(page.getByTestId('sent-summary')).toContainText('The log of this session is sent.');
    await expect.poll(() => outboxOf(page)).toEqual([]);

    const desk = await browser.newContext();
    await signIn(desk, 'coach');
    const today = await desk.newPage();
    await coachBase(today);
    await awake(today);
    const hurts = today.getByRole('region', { name: 'Something hurt' });
    await expect(hurts).toContainText('Comet stopped “That hurts”');
    await hurts.getByRole('button', { name: 'Seen' }).click();
    await expect(hurts).toBeHidden();
    const squad = new URL(today.url()).pathname.split('/')[2];
    expect(((await (await desk.request.get(`/api/v1/squads/${squad}/today`)).json()) as Today).hurts).toEqual([]);
    await desk.clearCookies();
    await signIn(desk, 'guardian');
    await today.goto('/family');
    await expect(today.getByRole('region', { name: 'Comet stopped because something hurt' })).toContainText('The coach saw it');
    await desk.close();
  });

  test('a number may be said where the device itself understands speech, and is not offered where it does not', async () => {
    const speaks = (where: 'available' | 'downloadable') =>
      page.addInitScript((state) => {
        const said = ['twenty no thirty', 'I did twenty-three taps'];
        class Recognition {
          onresult: ((event: unknown) => void) | null = null;
          start() {
            const transcript = said.shift();
            setTimeout(() => this.onresult?.({ results: [[{ transcript: 'mumble' }, { transcript }]] }), 50);
          }
          abort() {}
        }
        Object.assign(Recognition.prototype, { processLocally: false });
        Object.assign(Recognition, { available: async () => state });
        Object.assign(globalThis, { SpeechRecognition: Recognition });
      }, where);
    const say = page.getByRole('button', { name: /: say it$/ });
    const open = async () => {
      await page.goto(`/by-hand/${paper.id}`);
      await awake(page);
      await page.getByRole('button', { name: 'Give the number' }).click();
      await expect(page.locator('input[inputmode=decimal]').first()).toBeVisible();
    };
    await speaks('downloadable');
    await open();
    await expect(say).toHaveCount(0);
    await speaks('available');
    await open();
    await say.click();
    await expect(page.getByText('I did not hear one number. Say it once more, or type it.')).toBeVisible();
    await say.click();
    await expect(page.locator('input[inputmode=decimal]').first()).toHaveValue('23');
    await expect(page.getByText('I did not hear one number.')).toBeHidden();
  });

  test('a session done with the paper sheet is entered afterwards, and marked as by hand', async () => {
    await page.goto(`/by-hand/${paper.id}`);
    await awake(page);
    await page.getByRole('button', { name: 'Send it, by hand' }).click();
    await expect(page.getByText('Tick at least one drill that was done.')).toBeVisible();
    await page.getByRole('button', { name: 'Give the number' }).click();
    await page.locator('input[inputmode=decimal]').first().fill('41');
    await page.getByRole('button', { name: 'Keep these numbers' }).click();
    // What was typed outlives a reload.
    await page.reload();
    await awake(page);
    await expect(page.getByRole('button', { name: '41' })).toBeVisible();
    await page.getByRole('button', { name: '3 days ago' }).click();
    await page.getByRole('button', { name: 'Send it, by hand' }).click();
    await expect(page.getByTestId('outbox')).toContainText(/not taken: (Only what was done in the last 72 hours|Week \d+ is not open yet)/);
    await page.goto(`/by-hand/${paper.id}`);
    await awake(page);
    await page.getByRole('checkbox').first().check();
    await page.getByRole('button', { name: 'Give the number' }).click();
    await page.locator('input[inputmode=decimal]').first().fill('42');
    await page.getByRole('button', { name: 'Keep these numbers' }).click();
    await page.getByRole('button', { name: 'Today' }).click();
    await page.getByRole('button', { name: 'evening' }).click();
    await page.getByRole('button', { name: 'Send it, by hand' }).click();
    await expect(page.getByRole('heading', { name: 'Written down' })).toBeVisible();
    await expect.poll(async () => (await thisWeek(context)).done).toContain(paper.id);
  });
});
