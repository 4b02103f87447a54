/**
 * `npm run release`: the built application as one archive with its notices, its list of parts (SBOM) and its sums; signed where SIGN_KEY names an
 * Ed25519 key (PEM). `npm run release -- --folder PLACE` puts the same files into a folder instead, as the container image takes them.
 */
import { spawnSync } from 'node:child_process';
import { createHash, createPrivateKey, sign } from 'node:crypto';
import { cpSync, existsSync, mkdirSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { buildIfNeeded, giveUp, install } from './prepare.mjs';

/** What an installation needs besides its packages. */
const PARTS = [
  'dist',
  'drizzle',
  'server.mjs',
  'scripts/house.mjs',
  'scripts/upgrade.mjs',
  'src/demo/clips',
  'deploy',
  'docs',
  'package.json',
  'package-lock.json',
  'README.md',
  'CHANGELOG.md',
  'SECURITY.md',
  'LICENSE',
  'THIRD-PARTY-NOTICES.md',
];

/** What a command says; the end with a sentence where it fails. */
function saidBy(command, args, options = {}) {
  const done = spawnSync(command, args, { encoding: 'utf8', maxBuffer: 256 * 1024 * 1024, ...options });
  if (done.status !== 0) giveUp(`${command} ${args[0]} failed: ${done.stderr || done.error}`);
  return done.stdout;
}

function putInto(folder) {
  for (const part of PARTS) cpSync(part, join(folder, part), { recursive: true });
  writeFileSync(join(folder, 'sbom.cdx.json'), saidBy('npm', ['sbom', '--omit=dev', '--sbom-format', 'cyclonedx']));
}

const args = process.argv.slice(2);
const key = process.env.SIGN_KEY;
if (key && !existsSync(key)) giveUp(`SIGN_KEY names ${key}, which is not there.`);
await install();
buildIfNeeded();
if (args[0] === '--folder') {
  if (!args[1]) giveUp('Say which folder: npm run release -- --folder PLACE');
  putInto(args[1]);
  process.exit(0);
}

const changed = saidBy('git', ['status', '--porcelain']).trim();
if (changed) giveUp(`A release is made of what is committed. Changed here:\n${changed}`);
const { version } = JSON.parse(readFileSync('package.json', 'utf8'));
const name = `eager-feet-${version}`;
rmSync('release', { recursive: true, force: true });
mkdirSync('release');
putInto(join('release', name));
// The same commit makes the same archive: files in order, nobody's, of the commit's own time.
const at = saidBy('git', ['log', '-1', '--format=%ct']).trim();
const archive = `${name}.tar.gz`;
const order = ['--sort=name', '--owner=0', '--group=0', '--numeric-owner', `--mtime=@${at}`, '--mode=u+rwX,go=rX'];
saidBy('tar', [...order, '-I', 'gzip -9n', '-cf', archive, name], { cwd: 'release' });
renameSync(join('release', name, 'sbom.cdx.json'), join('release', `${name}.sbom.cdx.json`));
rmSync(join('release', name), { recursive: true });
const sumOf = (file) =>
  createHash('sha256')
    .update(readFileSync(join('release', file)))
    .digest('hex');
const sums = [archive, `${name}.sbom.cdx.json`].map((file) => `${sumOf(file)}  ${file}\n`).join('');
writeFileSync(join('release', 'SHA256SUMS'), sums);
if (key)
  writeFileSync(join('release', 'SHA256SUMS.sig'), sign(null, Buffer.from(sums), createPrivateKey(readFileSync(key))).toString('base64'));
console.log(
  `release/${archive}, its list of parts, and SHA256SUMS${key ? ', signed in SHA256SUMS.sig' : ' (not signed: SIGN_KEY names no key)'}`,
);
