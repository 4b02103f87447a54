/**
 * `npm run messages`: puts the sentences of the code into the message files of each language, by area. What is new gets an empty translation,
 * what is gone goes, what moved to another area takes its translation along. With `--check` nothing is written: it fails where something would be.
 */
import { existsSync, mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { collect } from './collect.mjs';

const FOLDER = 'src/messages';
const only = process.argv.includes('--check');
const { areas, byText } = await collect();
const asJson = (value) => `${JSON.stringify(value, null, 2)}\n`;
let stale = 0;

const put = (file, text) => {
  if (existsSync(file) && readFileSync(file, 'utf8') === text) return;
  stale++;
  console.log(`${only ? 'stale' : 'written'}: ${file}`);
  if (!only) writeFileSync(file, text);
};

put(join(FOLDER, 'words.json'), asJson([...byText].sort()));

for (const language of readdirSync(FOLDER, { withFileTypes: true }).flatMap((entry) => (entry.isDirectory() ? [entry.name] : []))) {
  const folder = join(FOLDER, language);
  mkdirSync(folder, { recursive: true });
  const files = readdirSync(folder).filter((name) => name.endsWith('.json'));
  const known = Object.assign({}, ...files.map((name) => JSON.parse(readFileSync(join(folder, name), 'utf8'))));
  let missing = 0;
  for (const [area, all] of Object.entries(areas)) {
    missing += all.filter((text) => !known[text]).length;
    put(join(folder, `${area}.json`), asJson(Object.fromEntries(all.map((text) => [text, known[text] ?? '']))));
  }
  for (const name of files)
    if (!(name.slice(0, -5) in areas)) {
      stale++;
      if (!only) rmSync(join(folder, name));
    }
  const names = Object.keys(areas).sort();
  put(
    join(folder, 'index.ts'),
    `// Written by \`npm run messages\`.\n${names.map((area) => `import ${area.replace(/-./g, (m) => m[1].toUpperCase())} from './${area}.json' with { type: 'json' };`).join('\n')}\n\nexport default {\n${names.map((area) => `  ...${area.replace(/-./g, (m) => m[1].toUpperCase())},`).join('\n')}\n};\n`,
  );
  console.log(`${language}: ${missing} of ${Object.values(areas).reduce((sum, all) => sum + all.length, 0)} without a translation`);
  if (only && missing > 0) stale++;
}
process.exit(only && stale > 0 ? 1 : 0);
