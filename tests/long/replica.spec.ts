import { type ChildProcess, execFileSync, spawn } from 'node:child_process';
import { cpSync, existsSync, mkdirSync, readdirSync, rmSync } from 'node:fs';
import { resolve } from 'node:path';
import { expect, test } from '@playwright/test';
import Database from 'better-sqlite3';
import type { ThisWeek } from '../../src/contract/training.ts';
import { TEMPLATE } from '../browser/house.ts';
import { cookieOf } from '../cookies.ts';
import { startServer, stopServer } from '../started.ts';
import { aGo } from './a-go.ts';

/* A machine that is lost whole, with the database streamed to a second place by a program of others (docs/operations.md, “A second place for the database”). */

const PORT = 4449;
const FOLDER = resolve('test-results/replica');
/** The program as the registry carries it, in a folder of its own. */
const TOOL = `${FOLDER}/tool`;
const DATA = `${FOLDER}/data`;
const BACKUPS = `${FOLDER}/backups`;
const PLACE = `file://${FOLDER}/second-place`;
const GOES = 60;

const replicator = (...args: string[]) => [`${TOOL}/node_modules/.bin/litestream`, args] as const;
const start = (...args: string[]): ChildProcess => spawn(...replicator(...args), { stdio: 'inherit', detached: true });
/** The command starts the program beside itself: both go. */
const killAll = ({ pid }: ChildProcess) => {
  try {
    if (pid) process.kill(-pid, 'SIGKILL');
  } catch (error) {
    if ((error as { code?: string }).code !== 'ESRCH') throw error;
  }
};

test('a house whose machine is lost is there again elsewhere, with every number up to the last second', async () => {
  rmSync(FOLDER, { recursive: true, force: true });
  mkdirSync(TOOL, { recursive: true });
  execFileSync('npm', ['install', '--no-audit', '--no-fund', '--prefix', TOOL, '@flydotio/litestream@1.0.1'], { stdio: 'inherit' });
  cpSync(TEMPLATE, DATA, { recursive: true });
  const env = { DATA_DIR: DATA, BACKUP_DIR: BACKUPS };
  const house = (...args: string[]) =>
    execFileSync(process.execPath, ['scripts/house.mjs', ...args], { env: { ...process.env, ...env }, encoding: 'utf8' });
  let server = await startServer(PORT, DATA, false, { BACKUP_DIR: BACKUPS });
  const base = `http://localhost:${PORT}`;
  const post = (path: string, body: unknown, cookie = '') =>
    fetch(base + path, {
      method: 'POST',
      headers: { 'content-type': 'application/json', origin: base, cookie },
      body: JSON.stringify(body),
    });
  const replica = start('replicate', `${DATA}/eager-feet.sqlite`, PLACE);
  try {
    // What a night left undone is made up for at the start.
    await expect.poll(() => house('backups'), { timeout: 60_000 }).toContain('daily');
    const cookie = cookieOf(await post('/api/auth/sign-in/squad', { code: 'LANTERN', nickname: 'Comet', pin: '2468' }));
    const visit = (await (await fetch(`${base}/api/v1/go/this-week`, { headers: { cookie } })).json()) as ThisWeek;
    const kept: { id: string; at: number }[] = [];
    for (let i = 0; i < GOES; i++) {
      const go = aGo(visit, 20 + (i % 9));
      expect((await post('/api/v1/go/scores', go.body, cookie)).status).toBe(200);
      kept.push({ id: go.id, at: Date.now() });
    }
    // The machine is gone: nothing is closed, nothing is flushed, and its disk is lost. Backups lie elsewhere.
    const lostAt = Date.now();
    killAll(replica);
    server.kill('SIGKILL');
    rmSync(DATA, { recursive: true });

    const fresh = `${FOLDER}/replica.sqlite`;
    execFileSync(...replicator('restore', '-o', fresh, PLACE), { stdio: 'inherit' });
    const said = house('restore', 'latest', '--database', fresh);
    expect(said).toContain('All is well.');
    const db = new Database(`${DATA}/eager-feet.sqlite`, { readonly: true });
    const there = new Set((db.prepare('select id from scores').all() as { id: string }[]).map(({ id }) => id));
    db.close();
    const lost = kept.filter(({ id }) => !there.has(id));
    const last = kept.findLast(({ id }) => there.has(id))?.at ?? 0;
    console.log(
      `${kept.length - lost.length} of ${kept.length} numbers are there; what is lost came within ${lostAt - last} ms before the end.`,
    );
    // It streams once a second.
    for (const one of lost) expect(lostAt - one.at).toBeLessThan(2000);
    expect(kept.length - lost.length).toBeGreaterThan(0);
    expect(readdirSync(`${DATA}/clips`).length).toBeGreaterThan(0);
    server = await startServer(PORT, DATA, false, { BACKUP_DIR: BACKUPS });
    expect((await fetch(`${base}/health`)).status).toBe(200);
    // Everybody signs in again, as after each restore.
    expect((await fetch(`${base}/api/v1/go/this-week`, { headers: { cookie } })).status).toBe(401);
    expect((await post('/api/auth/sign-in/squad', { code: 'LANTERN', nickname: 'Comet', pin: '2468' })).status).toBe(200);
    await stopServer(server);
    expect(existsSync(`${DATA}/secret`)).toBe(true);
  } finally {
    killAll(replica);
    server.kill('SIGKILL');
  }
});
