/** `npm run demo`: installs, builds, migrates, loads the demo squad into an empty database, starts, prints the sign-ins. */
import { spawn } from 'node:child_process';
import { existsSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { join, resolve } from 'node:path';
import { buildIfNeeded, giveUp, install } from './prepare.mjs';

const port = Number(process.env.PORT ?? 4321);
const host = process.env.HOST ?? '127.0.0.1';
const dataDir = resolve(process.env.DATA_DIR ?? 'data');

/** Says at once when the port is taken, rather than after minutes of installing. */
async function checkPort() {
  const probe = createServer();
  await new Promise((done) => {
    probe.once('error', (error) => {
      if (error.code === 'EADDRINUSE')
        giveUp(`Port ${port} is taken by another program. Stop that one, or start with another port: PORT=${port + 1} npm run demo`);
      done();
    });
    probe.listen(port, host, () => probe.close(done));
  });
}

if (Number.isInteger(port) && port > 0 && port < 65_536) await checkPort();
if (process.argv.includes('--fresh') && existsSync(join(dataDir, 'eager-feet.sqlite'))) {
  for (const part of ['eager-feet.sqlite', 'eager-feet.sqlite-wal', 'eager-feet.sqlite-shm', 'clips', 'uploads', 'mailbox', 'backups']) {
    rmSync(join(dataDir, part), { recursive: true, force: true });
  }
}
const databaseThere = install();
buildIfNeeded();
await databaseThere;
console.log(existsSync(join(dataDir, 'eager-feet.sqlite')) ? 'Starting…' : 'Starting, and loading the demo squad (about 20 seconds)…');
const server = spawn(process.execPath, ['server.mjs', '--demo'], { stdio: 'inherit' });
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
server.on('exit', (code) => process.exit(code ?? 0));
