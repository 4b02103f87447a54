/** `npm run test:long`: attacks and faults against the built server. Says how long it took, and ends with one line of sums. */
import { existsSync, readFileSync, rmSync } from 'node:fs';
import { buildIfNeeded, install, run } from './prepare.mjs';

const begun = Date.now();
const report = 'test-results/long.json';
install();
buildIfNeeded();
rmSync(report, { force: true });
const only = process.argv.slice(2);
const code = run('npx', ['--no-install', 'playwright', 'test', '-c', 'playwright.long.config.ts', ...only]);
const { stats } = existsSync(report) ? JSON.parse(readFileSync(report, 'utf8')) : { stats: { expected: 0, flaky: 0, unexpected: 1 } };
console.log(`\nThe long tests took ${Math.round((Date.now() - begun) / 1000)} s.`);
console.log(`${stats.expected + stats.flaky} passed, ${Math.max(stats.unexpected, code === 0 ? 0 : 1)} failed`);
process.exit(code);
