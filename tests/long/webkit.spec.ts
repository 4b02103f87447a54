import type { ChildProcess } from 'node:child_process';
import { cpSync, rmSync } from 'node:fs';
import { expect, test } from '@playwright/test';
import Database from 'better-sqlite3';
import { By, Key } from 'selenium-webdriver';
import { v7 as uuid } from 'uuid';
import type { ReviewQueue } from '../../src/contract/review.ts';
import type { WeekDetail } from '../../src/contract/weeks.ts';
import { TEMPLATE } from '../browser/house.ts';
import { cookieOf } from '../cookies.ts';
import { aBlock, anItem, aSession, timed } from '../core/make.ts';
import { startServer, stopServer } from '../started.ts';
import { button, heading, labelled, openWebKit, saying, type WebKit } from '../webkit.ts';

/* The engine of half of all phones: a visit, also without a line; a review with a clip; the week by keyboard and by mouse. docs/browsers.md says what cannot be driven here. */

const PORT = 4453;
const BASE = `http://localhost:${PORT}`;
const DATA = 'test-results/data-webkit';
const PHONE = { width: 430, height: 900 };
const DESK = { width: 1300, height: 1000 };
const WORK_S = 5;

let server: ChildProcess;
let webkit: WebKit;
let coach: string;
let squad: string;
const item = anItem('inside-taps', timed(WORK_S));
const session = { ...aSession([aBlock('challenge', [item])]), name: 'Try-out' };

const asked = async <T>(path: string, cookie: string, body?: unknown, method = body === undefined ? 'GET' : 'POST'): Promise<T> => {
  const answer = await fetch(BASE + path, {
    method,
    headers: { cookie, origin: BASE, ...(body === undefined ? {} : { 'content-type': 'application/json' }) },
    ...(body === undefined ? {} : { body: JSON.stringify(body) }),
  });
  const text = await answer.text();
  expect(answer.status, `${path}: ${text}`).toBe(200);
  return JSON.parse(text) as T;
};
const signIn = async (path: string, body: unknown) =>
  cookieOf(
    await fetch(`${BASE}/api/auth${path}`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', origin: BASE },
      body: JSON.stringify(body),
    }),
  );

test.describe
  .serial('in WebKit', () => {
    test.beforeAll(async () => {
      rmSync(DATA, { recursive: true, force: true });
      cpSync(TEMPLATE, DATA, { recursive: true });
      server = await startServer(PORT, DATA);
      coach = await signIn('/sign-in/email', { email: 'coach@lanternfish.example', password: 'quillhaven-demo' });
      squad = (await asked<{ squads: { id: string }[] }>('/api/v1/me', coach)).squads[0]?.id ?? '';
      const week = uuid();
      const made = await asked<WeekDetail>(`/api/v1/squads/${squad}/weeks`, coach, { id: week });
      await asked(
        `/api/v1/weeks/${week}`,
        coach,
        { draft: made.draft, plan: { title: 'Short and quick', focus: '', sessions: [session] } },
        'PUT',
      );
      await asked(`/api/v1/weeks/${week}/release`, coach, { when: { kind: 'now' } });
    });
    test.afterAll(() => stopServer(server));
    test.afterEach(() => webkit.close());

    const signInAsComet = async () => {
      const { open, press, type, see, awake } = webkit;
      await open(`${BASE}/`);
      await press(By.xpath('//a[starts-with(normalize-space(.), "I am a player")]'));
      await see(labelled('Squad code'));
      await awake();
      await type(labelled('Squad code'), 'lantern');
      await type(labelled('Nickname'), 'Comet');
      await type(labelled('PIN'), '2468');
      await press(button('Sign in'));
      await see(heading('Hi Comet'));
      await awake();
    };
    const signInAsCoach = async () => {
      const { open, press, type, see, awake } = webkit;
      await open(`${BASE}/sign-in`);
      await type(labelled('E-mail'), 'coach@lanternfish.example');
      await type(labelled('Password'), 'quillhaven-demo');
      await press(button('Sign in'));
      await see(heading('Today'));
      await awake();
    };
    /** The numbers that the house has of the item, newest last. */
    const numbers = (): number[] => {
      const db = new Database(`${DATA}/eager-feet.sqlite`, { readonly: true });
      try {
        return db.prepare('select value from scores where item_id = ? order by received_at').pluck().all(item.id) as number[];
      } finally {
        db.close();
      }
    };
    /** From This week to the question for the number. */
    const doTryOut = async () => {
      const { driver, press, isSeen, see } = webkit;
      await webkit.driver.get(`${BASE}/go/${session.id}`);
      await press(button('Start'));
      await driver.wait(async () => {
        if (await isSeen(button('Ready'))) return true;
        if (await isSeen(button('Skip'))) await press(button('Skip'));
        return false;
      }, 30_000);
      await press(button('Ready'));
      await see(saying('Get ready'));
    };
    const keepNumber = async (n: number) => {
      await webkit.see(heading('How many?'));
      await webkit.type(By.css('input[inputmode=decimal]'), String(n));
      await webkit.press(button('Keep these numbers'));
      await webkit.see(By.xpath('//h1[starts-with(normalize-space(.), "That is all")]'));
    };

    test('a visit: signing in, the clock with a pause and a reload, a number, and it is with the coach', async () => {
      webkit = await openWebKit(PHONE);
      const { driver, see, press, awake } = webkit;
      await signInAsComet();
      await doTryOut();
      await press(button('Pause'));
      await see(heading('Paused'));
      await driver.navigate().refresh();
      await awake();
      await see(heading('Paused'));
      await press(button('Go on'));
      await keepNumber(17);
      await see(saying('All numbers are with your coach.'));
      expect(numbers()).toEqual([17]);
    });

    test('a visit without a line: the week is there, the clock runs, and the number goes out when the line is back', async () => {
      webkit = await openWebKit(PHONE);
      const { driver, see } = webkit;
      await signInAsComet();
      // The worker that answers without a line is there, and has taken over the page.
      await driver.wait(
        () =>
          driver.executeAsyncScript<boolean>(
            'const done = arguments[0]; navigator.serviceWorker.ready.then(() => done(!!navigator.serviceWorker.controller))',
          ),
        30_000,
      );
      await stopServer(server);
      try {
        await driver.get(`${BASE}/week`);
        await see(saying('No connection. This is your week as of'));
        await doTryOut();
        await keepNumber(18);
      } finally {
        server = await startServer(PORT, DATA);
      }
      await driver.get(`${BASE}/week`);
      await expect.poll(numbers, { timeout: 60_000 }).toEqual([17, 18]);
    });

    test('a review: a clip plays from any second, reps are marked by key, and a decision is with the house', async () => {
      webkit = await openWebKit(DESK);
      const { driver, see, press, open } = webkit;
      await signInAsCoach();
      await open(`${BASE}/coach/${squad}/review`);
      await press(By.xpath('//button[starts-with(normalize-space(.), "Noodle · 34 reps")]'));
      await see(By.css('video'));
      const time = () => driver.executeScript<number>('return document.querySelector("video").currentTime');
      await driver.wait(() => driver.executeScript<boolean>('return document.querySelector("video").readyState >= 2'), 30_000);
      await driver.executeScript('document.querySelector("video").currentTime = 4');
      await expect.poll(time).toBeGreaterThan(3.9);
      await press(By.css('video'));
      await expect.poll(time, { timeout: 20_000 }).toBeGreaterThan(4.5);
      await press(By.css('video'));
      const onward = '.'.repeat(15);
      await driver.actions().sendKeys('f', onward, 'j', onward, 'f').perform();
      await see(By.xpath('//*[contains(@aria-label, "Tap strip: 2 left reps, 1 right rep,")]'));
      await press(By.xpath('//button[starts-with(normalize-space(.), "Corrected")]'));
      await see(saying('Take it back'));
      const isWaiting = async () =>
        (await asked<ReviewQueue>(`/api/v1/squads/${squad}/review`, coach)).waiting.some(
          ({ player, value }) => player.nickname === 'Noodle' && value === 34,
        );
      await expect.poll(isWaiting).toBe(false);
    });

    test('the week by keyboard and by mouse: what is moved is kept', async () => {
      webkit = await openWebKit(DESK);
      const { driver, see, open } = webkit;
      const week = uuid();
      const made = await asked<WeekDetail>(`/api/v1/squads/${squad}/weeks`, coach, { id: week });
      const drills = ['inside-taps', 'sole-taps', 'sole-rolls'].map((id) => anItem(id, timed(30)));
      const plan = { title: 'In WebKit', focus: '', sessions: [{ ...aSession([aBlock('challenge', drills)]), name: 'Try-out' }] };
      await asked(`/api/v1/weeks/${week}`, coach, { draft: made.draft, plan }, 'PUT');
      const order = async () =>
        (await asked<WeekDetail>(`/api/v1/weeks/${week}`, coach)).plan.sessions.flatMap(({ blocks }) =>
          blocks.flatMap(({ items }) => items.map(({ drillId }) => drillId)),
        );
      await signInAsCoach();
      await open(`${BASE}/coach/${squad}/weeks/${week}`);
      const row = await see(By.xpath('//button[@aria-expanded and starts-with(normalize-space(.), "Inside taps")]'));
      await row.sendKeys(Key.chord(Key.ALT, Key.ARROW_DOWN));
      await expect.poll(order).toEqual(['sole-taps', 'inside-taps', 'sole-rolls']);
      const [from, to] = [await see(button('Move Sole rolls across')), await see(button('Move Sole taps'))];
      await driver
        .actions({ async: true })
        .move({ origin: from })
        .press()
        .move({ origin: from, y: -12, duration: 200 })
        .move({ origin: to, y: 4, duration: 600 })
        .move({ origin: to, duration: 200 })
        .release()
        .perform();
      // How far it goes is the library's; that it goes up, and is kept, is ours.
      await expect.poll(async () => (await order()).indexOf('sole-rolls')).toBeLessThan(2);
      expect((await order()).toSorted()).toEqual(['inside-taps', 'sole-rolls', 'sole-taps']);
    });
  });
