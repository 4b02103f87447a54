/** `npm test`: installs what the checks need, Chromium included, runs all of them, and ends with one line of sums. */
import { existsSync, readFileSync, rmSync } from 'node:fs';
import { installBrowser } from './browsers.mjs';
import { buildBeside, giveUp, install, run, runBeside, runQuietly } from './prepare.mjs';

const begun = Date.now();
let passed = 0;
let failed = 0;
let flaky = 0;

/** Says what begins, and how many seconds in. */
const heading = (name) => console.log(`\n== ${name} (${Math.round((Date.now() - begun) / 1000)} s)`);

/** A check that either holds or does not. */
function check(name, command, args) {
  heading(name);
  if (run(command, args) === 0) passed++;
  else failed++;
}

/** A test runner whose JSON report is counted. */
async function count(name, command, args, report, read, env = {}) {
  heading(name);
  rmSync(report, { force: true });
  const code = await runBeside(command, args, env);
  const sums = existsSync(report) ? read(JSON.parse(readFileSync(report, 'utf8'))) : { passed: 0, failed: 0 };
  passed += sums.passed;
  failed += sums.failed;
  if (code !== 0 && sums.failed === 0) failed++;
}

const chromiumThere = installBrowser('Chromium');
/** The database is compiled on one core while the other checks what needs none. */
const databaseThere = install();
await chromiumThere;
/**
 * Unit tests of some floors, with their own report.
 * @param how how the runner goes about it
 */
const unit = (name, spec, how = []) =>
  count(
    `${name} tests`,
    'npx',
    [
      '--no-install',
      'mocha',
      '--reporter',
      'scripts/mocha-report.cjs',
      '--reporter-option',
      `output=test-results/${name}.json`,
      ...how,
      spec,
    ],
    `test-results/${name}.json`,
    (r) => r,
  );
// The database is compiled on one core, while checks, types and the build take the other; the server’s tests take what is left of both.
const serverTests = databaseThere.then(() => unit('server', 'tests/server/**/*.test.ts', ['--parallel', '--jobs', '2']));
const typing = runQuietly('npx', ['--no-install', 'astro', 'check']);
check('Format and lint', 'npx', ['--no-install', 'biome', 'check', '.']);
check('Floors', 'npx', ['--no-install', 'depcruise', '--config', '.dependency-cruiser.cjs', 'src']);
check('Dead code', 'npx', ['--no-install', 'knip']);
check('Names', 'node', ['scripts/names.mjs']);
check('Messages', 'node', ['scripts/messages/update.mjs', '--check']);
check('Licenses', 'node', ['scripts/licenses.mjs', '--check']);
heading('Types');
const types = await typing;
console.log(types.said);
if (types.code === 0) passed++;
else failed++;
const broken = await buildBeside();
await databaseThere;
if (broken === null) await unit('other', 'tests/{core,contract,testkit,client,ui,views,messages}/**/*.test.ts');
await serverTests;
if (broken !== null) giveUp(`The build failed:\n${broken}`);
const browserSums = ({ stats }) => {
  flaky += stats.flaky;
  return { passed: stats.expected + stats.flaky, failed: stats.unexpected };
};
await count('Browser tests', 'npx', ['--no-install', 'playwright', 'test'], 'test-results/playwright.json', browserSums, { SHORT: '1' });
console.log(`\nAll of it took ${Math.round((Date.now() - begun) / 1000)} s.`);
if (flaky > 0) console.log(`\n${flaky} passed only when tried again: see “flaky” above.`);
console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed > 0 ? 1 : 0);
