/** Steps that both start-up commands share; only what comes with Node may be used here. */
import { spawn, spawnSync } from 'node:child_process';
import { existsSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

/** A sentence for the person at the keyboard, then the end. */
export function giveUp(sentence) {
  console.error(`\n${sentence}\n`);
  process.exit(1);
}

/** Runs a command with its output shown; gives its exit code. */
export function run(command, args, options = {}) {
  const done = spawnSync(command, args, {
    stdio: 'inherit',
    ...options,
    env: { ...process.env, ASTRO_TELEMETRY_DISABLED: '1', ...options.env },
  });
  return done.status ?? 1;
}

const has = (command) => spawnSync(command, ['--version'], { stdio: 'ignore' }).status === 0;

function checkNode() {
  const [major = 0, minor = 0] = process.versions.node.split('.').map(Number);
  const fits = (major === 20 && minor >= 19) || (major === 22 && minor >= 12) || major > 22;
  if (!fits) giveUp(`Node ${process.versions.node} is too old. Install Node 20.19 or newer (or 22.12 or newer), then run this again.`);
}

/** The database module as it was compiled on this machine: the one package that is not ready when it is there. */
const COMPILED = join('node_modules', 'better-sqlite3', 'build', 'Release', 'better_sqlite3.node');

/**
 * Installs the packages when the lock file is newer than what is installed, all but what has to be compiled.
 * @returns resolves once that is compiled too, which takes as long as all the rest; whoever needs the database waits for it
 */
export function install() {
  checkNode();
  const installed = join('node_modules', '.package-lock.json');
  const isNew = existsSync(installed) && statSync(installed).mtimeMs >= statSync('package-lock.json').mtimeMs - 1000;
  if (isNew && existsSync(COMPILED)) return Promise.resolve();
  const missing = ['python3', 'make', 'g++'].filter((tool) => !has(tool));
  if (missing.length > 0) {
    giveUp(
      `The database module is compiled on this machine, which needs ${missing.join(', ')}. Install it first; on Debian: apt-get install -y python3 make g++`,
    );
  }
  console.log('Installing packages (3 to 4 minutes the first time)…');
  const env = !process.env.npm_config_nodedir && existsSync('/usr/include/node') ? { npm_config_nodedir: '/usr' } : {};
  const code = isNew ? 0 : run('npm', ['ci', '--ignore-scripts', '--no-audit', '--no-fund'], { env });
  if (code !== 0) giveUp('The packages could not be installed. The lines above say why; check the network and run this again.');
  return runQuietly('npm', ['rebuild'], env).then(({ code, said }) => {
    if (code !== 0) giveUp(`${said}\nThe database module could not be compiled. The lines above say why.`);
  });
}

function newest(path) {
  if (!existsSync(path)) return 0;
  const stat = statSync(path);
  if (!stat.isDirectory()) return stat.mtimeMs;
  return Math.max(0, ...readdirSync(path).map((name) => newest(join(path, name))));
}

const stamp = join('dist', 'built-from');

/** The newest change of what is built, when it is newer than the last build; null when nothing has to be built. */
function changedSince() {
  const sources = Math.max(...['src', 'public', 'scripts/build-house.mjs', 'astro.config.mjs', 'package-lock.json'].map(newest));
  return existsSync(stamp) && Number(readFileSync(stamp, 'utf8')) === sources ? null : sources;
}

/** Builds the application when its sources changed since the last build. */
export function buildIfNeeded() {
  const sources = changedSince();
  if (sources === null) return;
  console.log('Building (about half a minute)…');
  if (run('npm', ['run', 'build', '--silent']) !== 0) giveUp('The build failed. The lines above say where.');
  writeFileSync(stamp, String(sources));
}

/** Runs a command beside other work and keeps what it says; resolves to its exit code and its words. */
export function runQuietly(command, args, env = {}) {
  return new Promise((resolve) => {
    let said = '';
    const work = spawn(command, args, {
      stdio: ['ignore', 'pipe', 'pipe'],
      env: { ...process.env, ASTRO_TELEMETRY_DISABLED: '1', ...env },
    });
    for (const stream of [work.stdout, work.stderr]) {
      stream.on('data', (part) => {
        said += part;
      });
    }
    work.on('exit', (code) => resolve({ code: code ?? 1, said }));
  });
}

/** Builds beside other work, quietly; resolves to what it said when it failed, or null. */
export async function buildBeside() {
  const sources = changedSince();
  if (sources === null) return null;
  const { code, said } = await runQuietly('npm', ['run', 'build', '--silent']);
  if (code !== 0) return said;
  writeFileSync(stamp, String(sources));
  return null;
}

/** Runs a command with its output shown, beside other work; gives its exit code. */
export function runBeside(command, args, env = {}) {
  return new Promise((resolve) => {
    spawn(command, args, { stdio: 'inherit', env: { ...process.env, ...env } }).on('exit', (code) => resolve(code ?? 1));
  });
}
