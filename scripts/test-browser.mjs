/** `npm run test:browser -- NAME…`: browser tests on the built application, which is built first where its sources have changed since. */
import { buildIfNeeded, run } from './prepare.mjs';

buildIfNeeded();
process.exit(run('npx', ['--no-install', 'playwright', 'test', ...process.argv.slice(2)]));
