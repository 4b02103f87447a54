/**
 * Licenses of everything that ships: `npm run licenses` writes THIRD-PARTY-NOTICES.md; with --check it fails where a license is not among those
 * that this program may be given on under, or where the list is not up to date.
 */
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

const FILE = 'THIRD-PARTY-NOTICES.md';
const ALLOWED = new Set([
  ...[
    'MIT',
    'ISC',
    'BSD-2-Clause',
    'BSD-3-Clause',
    'Apache-2.0',
    '0BSD',
    'CC0-1.0',
    'OFL-1.1',
    'MPL-2.0',
    'MIT-0',
    'BlueOak-1.0.0',
    'Unlicense',
    'Python-2.0',
  ],
  ...['CC-BY-4.0', 'Zlib', 'WTFPL'],
]);

/** Packages whose package.json names none; read in their files by hand. */
const READ_BY_HAND = { 'combine-errors': 'MIT', 'zod-to-ts': 'MIT' };

/** “(MIT OR Apache-2.0)” may be taken as the first that is allowed; “A AND B” asks for both. */
const isAllowed = (license) =>
  license
    .replace(/[()]/g, '')
    .split(' OR ')
    .some((choice) => choice.split(' AND ').every((one) => ALLOWED.has(one.trim())));

const lock = JSON.parse(readFileSync('package-lock.json', 'utf8'));
const shipped = Object.entries(lock.packages)
  // What is optional is for other machines, or a peer that nobody asked for.
  .filter(([path, entry]) => path !== '' && !entry.dev && !entry.devOptional && !entry.optional && !entry.peer)
  .map(([path, entry]) => {
    const file = join(path, 'package.json');
    const own = existsSync(file) ? JSON.parse(readFileSync(file, 'utf8')) : {};
    const license = entry.license ?? own.license?.type ?? own.license ?? own.licenses?.map((one) => one.type).join(' OR ') ?? 'unknown';
    const name = path.slice(path.lastIndexOf('node_modules/') + 'node_modules/'.length);
    return { name, version: entry.version, license: String(READ_BY_HAND[name] ?? license) };
  });
const rows = [...new Set(shipped.map(({ name, version, license }) => `| ${name} | ${version} | ${license} |`))].sort();
const text = `# Third-party notices

Eager Feet is given on under the MIT license (LICENSE). It ships with these packages; the text of each license lies in its folder under \`node_modules\`.

| package | version | license |
|---|---|---|
${rows.join('\n')}
`;

const refused = shipped.filter((one) => !isAllowed(one.license));
for (const { name, version, license } of refused)
  console.error(`${name} ${version} has the license ${license}, which is not among the allowed ones.`);
if (!process.argv.includes('--check')) {
  writeFileSync(FILE, text);
  console.log(`${rows.length} packages in ${FILE}`);
} else if (!existsSync(FILE) || readFileSync(FILE, 'utf8') !== text) {
  console.error(`${FILE} is not up to date: npm run licenses`);
  process.exit(1);
}
process.exit(refused.length > 0 ? 1 : 0);
