import { execFileSync, spawn } from 'node:child_process';
import { mkdirSync, readFileSync, rmSync, symlinkSync } from 'node:fs';
import { resolve } from 'node:path';
import { expect, test } from '@playwright/test';

const PORT = 4447;
const FOLDER = resolve('test-results/released');

test('a release has all that it needs: it starts on an empty folder, shows its door, does its commands, and lists its parts', async () => {
  rmSync(FOLDER, { recursive: true, force: true });
  mkdirSync(FOLDER, { recursive: true });
  execFileSync(process.execPath, ['scripts/release.mjs', '--folder', FOLDER]);
  symlinkSync(resolve('node_modules'), `${FOLDER}/node_modules`);
  const env = { ...process.env, PORT: String(PORT), DATA_DIR: `${FOLDER}/data`, BACKUP_DIR: `${FOLDER}/backups` };
  const server = spawn(process.execPath, ['server.mjs'], { cwd: FOLDER, env, stdio: 'inherit' });
  try {
    const status = (path: string) =>
      fetch(`http://127.0.0.1:${PORT}${path}`).then(
        (answer) => answer.status,
        () => 0,
      );
    await expect.poll(() => status('/health'), { timeout: 60_000 }).toBe(200);
    expect(await status('/sign-in')).toBe(200);
    const house = (...args: string[]) =>
      execFileSync(process.execPath, ['scripts/house.mjs', ...args], { cwd: FOLDER, env, encoding: 'utf8' });
    expect(house('backup')).toContain('bytes of database');
    expect(house('check')).toContain('All is well.');
    const parts = JSON.parse(readFileSync(`${FOLDER}/sbom.cdx.json`, 'utf8')) as { bomFormat: string; components: { name: string }[] };
    expect(parts.bomFormat).toBe('CycloneDX');
    const names = parts.components.map((one) => one.name);
    expect(names).toContain('better-sqlite3');
    // What only develops and tests it is no part of it.
    for (const name of ['mocha', 'knip', 'typescript']) expect(names).not.toContain(name);
  } finally {
    server.kill();
  }
});
