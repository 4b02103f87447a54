/**
 * `npm run upgrade -- ARCHIVE` takes a newer release into use, `npm run rollback` goes back to the one before. Both are run in the installation
 * (see docs/operations.md): a folder with `releases/VERSION` and `current`, which points to one of them. Only what comes with Node is used here.
 */
import { spawnSync } from 'node:child_process';
import { createHash, createPublicKey, verify } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, readlinkSync, renameSync, rmSync, statSync, symlinkSync, writeFileSync } from 'node:fs';
import { basename, dirname, join, resolve } from 'node:path';

/** Settings of the service, for what is run here; what is set already stays. */
const ENV_FILE = process.env.ENV_FILE ?? '/etc/eager-feet.env';
const CAME_FROM = 'came-from.json';
const HEALTH_MS = 60_000;

class Stopped extends Error {}
const stop = (sentence) => {
  throw new Stopped(sentence);
};

function readEnvFile() {
  if (!existsSync(ENV_FILE)) return;
  for (const line of readFileSync(ENV_FILE, 'utf8').split('\n')) {
    const [, name, value] = /^\s*([A-Z_]+)=(.*?)\s*$/.exec(line) ?? [];
    if (name && process.env[name] === undefined) process.env[name] = value.replace(/^(["'])(.*)\1$/, '$2');
  }
}

/** Runs a line of the shell and shows what it says. */
function line(command, options = {}) {
  const { status } = spawnSync(command, { shell: true, stdio: 'inherit', ...options });
  if (status !== 0) stop(`This went wrong: ${command}`);
}

/** One of the house's commands, by a release, as whom the data belong to: nothing in the data folder may become another's. */
function house(folder, args) {
  const dataDir = process.env.DATA_DIR ?? stop(`DATA_DIR is not set: say it in ${ENV_FILE}.`);
  const { uid, gid } = statSync(dataDir);
  const as = process.getuid?.() === 0 ? { uid, gid } : {};
  const done = spawnSync(process.execPath, [join('scripts', 'house.mjs'), ...args], { cwd: folder, encoding: 'utf8', ...as });
  process.stdout.write(done.stdout ?? '');
  process.stderr.write(done.stderr ?? '');
  if (done.status !== 0) stop(`The ${args[0]} did not go well.`);
  return done.stdout;
}

const service = (what) => line(process.env[`SERVICE_${what.toUpperCase()}`] ?? `systemctl ${what} eager-feet`);

/** Makes a backup; its name. The newest stands last in the list. */
function backUp(folder) {
  house(folder, ['backup']);
  const [name] = house(folder, ['backups']).trim().split('\n').at(-1)?.split(' ') ?? [];
  return name || stop('The backup that was made is not in the list.');
}

const health = () => fetch(process.env.HEALTH_ADDRESS ?? `http://127.0.0.1:${process.env.PORT ?? 4321}/health`).catch(() => null);

async function isWell() {
  for (
    const end = Date.now() + Number(process.env.HEALTH_MS ?? HEALTH_MS);
    Date.now() < end;
    await new Promise((done) => setTimeout(done, 200))
  )
    if ((await health())?.ok) return true;
  return false;
}

/** Starts the service; whether it then says that it is well. */
async function startsWell() {
  try {
    service('start');
  } catch (error) {
    console.error(error.message);
    return false;
  }
  return isWell();
}

/** `current` points to a release from now on: there is no moment without one. */
function use(root, release) {
  const next = join(root, 'current.next');
  rmSync(next, { force: true });
  symlinkSync(join('releases', release), next);
  renameSync(next, join(root, 'current'));
}

const migrationsOf = (folder) => JSON.parse(readFileSync(join(folder, 'drizzle', 'meta', '_journal.json'), 'utf8')).entries.length;

/** Goes from a release to one whose database it may not know: with the backup that was made before, where the two differ. */
async function back(root, from, to, backup) {
  const older = join(root, 'releases', to);
  const differ = migrationsOf(join(root, 'releases', from)) !== migrationsOf(older);
  use(root, to);
  if (differ) house(older, ['restore', backup, '--over']);
  if (!(await startsWell())) stop(`${to} was started again, and does not say that it is well. Look at its log.`);
  return differ;
}

function checkSums(archive) {
  const folder = dirname(archive);
  const file = join(folder, 'SHA256SUMS');
  if (!existsSync(file)) stop(`SHA256SUMS is not beside ${basename(archive)}: take both of a release.`);
  const sums = readFileSync(file);
  const key = process.env.RELEASE_KEY;
  if (key) {
    const signature = join(folder, 'SHA256SUMS.sig');
    const signed =
      existsSync(signature) &&
      verify(null, sums, createPublicKey(readFileSync(key)), Buffer.from(readFileSync(signature, 'utf8'), 'base64'));
    if (!signed) stop(`SHA256SUMS is not signed with ${key}.`);
  }
  const wanted = new RegExp(`^([0-9a-f]{64})  ${basename(archive).replaceAll('.', '\\.')}$`, 'm').exec(sums.toString('utf8'))?.[1];
  if (createHash('sha256').update(readFileSync(archive)).digest('hex') !== wanted)
    stop(`${basename(archive)} is not the file that SHA256SUMS names.`);
}

async function upgrade(root, archive) {
  if (!archive || !existsSync(archive)) stop('Say which release: npm run upgrade -- eager-feet-VERSION.tar.gz');
  checkSums(archive);
  const [, version] =
    /^eager-feet-(\d+\.\d+\.\d+)\.tar\.gz$/.exec(basename(archive)) ?? stop('A release is named eager-feet-VERSION.tar.gz.');
  const old = basename(readlinkSync(join(root, 'current')));
  if (version === old) stop(`${version} is in use already.`);
  // One that has no room now, or cannot be written, would be no better with another release, and that one would be taken for sick.
  if ((await health())?.ok === false)
    stop(`${old} does not say that it is well now: its address /health says why. Mend that first; nothing was changed.`);
  const place = join(root, 'releases', version);
  // What an earlier try left.
  rmSync(place, { recursive: true, force: true });
  const half = join(root, 'releases', `${version}.unfinished`);
  rmSync(half, { recursive: true, force: true });
  mkdirSync(half);
  line(`tar -xzf '${resolve(archive)}' --strip-components=1`, { cwd: half });
  line(process.env.INSTALL ?? 'npm ci --omit=dev --no-audit --no-fund', { cwd: half });
  renameSync(half, place);
  service('stop');
  let backup;
  try {
    backup = backUp(join(root, 'releases', old));
  } catch (error) {
    // Nothing was changed yet.
    service('start');
    throw error;
  }
  writeFileSync(join(place, CAME_FROM), JSON.stringify({ release: old, backup }));
  use(root, version);
  if (await startsWell()) {
    console.log(`${version} is in use. The backup ${backup} was made before. Back to ${old}: npm run rollback`);
    return;
  }
  service('stop');
  await back(root, version, old, backup);
  stop(`${version} did not say that it is well, so ${old} is in use again with all that was there. The log of the service says why.`);
}

async function rollback(root, args) {
  const now = basename(readlinkSync(join(root, 'current')));
  const noted = join(root, 'releases', now, CAME_FROM);
  if (!existsSync(noted)) stop(`${now} came after no other release here.`);
  const { release, backup } = JSON.parse(readFileSync(noted, 'utf8'));
  const older = join(root, 'releases', release);
  if (!existsSync(older)) stop(`The release ${release} is not here any more.`);
  if (migrationsOf(join(root, 'releases', now)) !== migrationsOf(older) && !args.includes('--yes'))
    stop(
      `${release} does not know the database of ${now}: the backup ${backup} would be put back, and what came in since then would be lost. If that is what you want: npm run rollback -- --yes`,
    );
  service('stop');
  const restored = await back(root, now, release, backup);
  console.log(`${release} is in use again${restored ? `, with the backup ${backup}` : ', with everything that came in'}.`);
}

try {
  readEnvFile();
  const [what, ...args] = process.argv.slice(2);
  // scripts/ of a release, which lies in releases/.
  const root = process.env.INSTALLATION ?? resolve(import.meta.dirname, '..', '..', '..');
  if (!existsSync(join(root, 'current'))) stop(`${root} is no installation: there is no “current” in it. See docs/operations.md.`);
  if (what === 'upgrade') await upgrade(root, args[0]);
  else if (what === 'rollback') await rollback(root, args);
  else stop('upgrade or rollback?');
} catch (error) {
  if (!(error instanceof Stopped)) throw error;
  console.error(error.message);
  process.exit(1);
}
