/** `npm run test:long`: the unit tests with the laws of the core on all their examples and the coverage, attacks and faults against the built server, the Node of today, a lost machine and a choice of what people do in WebKit, the long browser tests, and a choice of them in Firefox. Says how long it took, and ends with one line of sums. */
import { existsSync, readFileSync, rmSync } from 'node:fs';
import { installBrowser } from './browsers.mjs';
import { buildIfNeeded, install, run } from './prepare.mjs';

const begun = Date.now();
await install();
await installBrowser('Chromium');
buildIfNeeded();
let [passed, failed] = [0, 0];

/** One file of browser tests a core, and a second retry: what waits for pictures and sound has less patience than what is quick. */
const UNHURRIED = ['--workers', '2', '--retries', '2'];

/** Runs the browser's test runner and counts what its report says. */
function tests(args, report) {
  rmSync(report, { force: true });
  const code = run('npx', ['--no-install', 'playwright', 'test', ...args]);
  const { stats } = existsSync(report) ? JSON.parse(readFileSync(report, 'utf8')) : { stats: { expected: 0, flaky: 0, unexpected: 1 } };
  passed += stats.expected + stats.flaky;
  failed += Math.max(stats.unexpected, code === 0 ? 0 : 1);
}

/** The unit tests with the laws of the core on all of their examples, and how much of the code they run. */
function unitTests() {
  rmSync('coverage', { recursive: true, force: true });
  for (const [name, spec, how] of [
    ['laws', 'tests/{core,contract,testkit,client,ui,views,messages}/**/*.test.ts', []],
    ['server-long', 'tests/{server,long}/**/*.test.ts', ['--parallel', '--jobs', '2']],
  ]) {
    const report = `test-results/${name}.json`;
    rmSync(report, { force: true });
    const reporter = ['--reporter', 'scripts/mocha-report.cjs', '--reporter-option', `output=${report}`];
    const env = { TESTS: 'all', NODE_V8_COVERAGE: 'coverage/tmp' };
    const code = run('npx', ['--no-install', 'mocha', ...reporter, ...how, spec], { env });
    const sums = existsSync(report) ? JSON.parse(readFileSync(report, 'utf8')) : { passed: 0, failed: 1 };
    passed += sums.passed;
    failed += Math.max(sums.failed, code === 0 ? 0 : 1);
  }
  if (run('npx', ['--no-install', 'c8', 'report']) === 0) passed++;
  else failed++;
}

const only = process.argv.slice(2);
if (only.length === 0) unitTests();
await installBrowser('WebKit');
tests(['-c', 'playwright.long.config.ts', ...only], 'test-results/long.json');
if (only.length === 0) {
  tests(['--grep', '@long', ...UNHURRIED], 'test-results/playwright.json');
  await installBrowser('Firefox');
  tests(['-c', 'playwright.firefox.config.ts', ...UNHURRIED], 'test-results/firefox.json');
}
console.log(`\nThe long tests took ${Math.round((Date.now() - begun) / 1000)} s.`);
console.log(`${passed} passed, ${failed} failed`);
process.exit(failed > 0 ? 1 : 0);
