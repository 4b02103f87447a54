import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { startServer, stopServer } from '../started.ts';
import { TEMPLATE } from './house.ts';

const KEY = 'test-results/template.key';

/** What the demo data are made from: the built server, the migrations, the demo clips, and the hour, since they lie in the days before it. */
function keyNow(): string {
  const hash = createHash('sha256').update(new Date().toISOString().slice(0, 13));
  for (const folder of ['dist/house', 'drizzle', 'src/demo/clips'])
    for (const file of readdirSync(folder, { recursive: true, withFileTypes: true }))
      if (file.isFile() && !file.name.endsWith('.map')) hash.update(file.name).update(readFileSync(join(file.parentPath, file.name)));
  return hash.digest('hex');
}

/** Makes the demo data once, before any file runs; a run soon after takes those of the one before. */
export default async function makeTemplate(): Promise<void> {
  const key = keyNow();
  if (existsSync(TEMPLATE) && existsSync(KEY) && readFileSync(KEY, 'utf8') === key) return;
  for (const path of [TEMPLATE, KEY]) rmSync(path, { recursive: true, force: true });
  await stopServer(await startServer(4389, TEMPLATE, true));
  writeFileSync(KEY, key);
}
