import { spawn } from 'node:child_process';
import { copyFileSync, mkdirSync, mkdtempSync, rmSync, symlinkSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect } from 'chai';

/** Runs the start-up script and gives its exit code and what it said. */
function demo(env: Record<string, string>, cwd = process.cwd()): Promise<{ code: number | null; said: string }> {
  return new Promise((done) => {
    const child = spawn(process.execPath, ['scripts/demo.mjs'], { cwd, env: { ...process.env, ...env } });
    let said = '';
    child.stdout.on('data', (part) => {
      said += part;
    });
    child.stderr.on('data', (part) => {
      said += part;
    });
    child.on('exit', (code) => done({ code, said }));
  });
}

describe('starting the demo', () => {
  it('says at once that the port is taken, and what to do', async () => {
    const other = createServer();
    await new Promise<void>((ready) => other.listen(0, '127.0.0.1', ready));
    const { port } = other.address() as AddressInfo;
    const { code, said } = await demo({ PORT: String(port) });
    await new Promise((closed) => other.close(closed));
    expect(code).to.equal(1);
    expect(said)
      .to.include(`Port ${port} is taken`)
      .and.include(`PORT=${port + 1} npm run demo`);
  });

  it('names the compiler that is missing before it installs anything', async () => {
    const clone = mkdtempSync(join(tmpdir(), 'eager-feet-clone-'));
    mkdirSync(join(clone, 'scripts'));
    mkdirSync(join(clone, 'bin'));
    for (const file of ['scripts/demo.mjs', 'scripts/prepare.mjs', 'package.json', 'package-lock.json'])
      copyFileSync(file, join(clone, file));
    symlinkSync(process.execPath, join(clone, 'bin', 'node'));
    const { code, said } = await demo({ PATH: join(clone, 'bin'), PORT: '4399' }, clone);
    rmSync(clone, { recursive: true });
    expect(code).to.equal(1);
    expect(said).to.include('needs python3, make, g++').and.include('apt-get install');
  });
});
