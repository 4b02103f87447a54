import { defineConfig } from '@playwright/test';
import { CHROMIUM } from './scripts/chromium.ts';

/** Browser tests drive the built application with the demo squad: each file has a server and data of its own, three files at a time, as much of each is waiting. */
export default defineConfig({
  testDir: 'tests/browser',
  testMatch: '*.spec.ts',
  // Named on the command line, everything runs: `npm run test:browser`.
  ...(process.env.SHORT ? { grepInvert: /@long/ } : {}),
  globalSetup: './tests/browser/template.ts',
  workers: 3,
  // A machine that is lent out in slices may stand still for seconds; what works is not slower for long limits.
  timeout: 150_000,
  expect: { timeout: 25_000 },
  forbidOnly: true,
  // On a machine that is lent out a test may meet a minute without a processor: it is done again on fresh data, and said to be flaky.
  retries: 1,
  reporter: [['list'], ['json', { outputFile: 'test-results/playwright.json' }]],
  outputDir: 'test-results/browser',
  use: {
    launchOptions: CHROMIUM,
    permissions: ['camera', 'microphone'],
    actionTimeout: 30_000,
    navigationTimeout: 60_000,
    viewport: { width: 1280, height: 800 },
    // Recording every page costs as much as driving it: TRACE=1 npm run test:browser records what fails.
    trace: process.env.TRACE ? 'retain-on-failure' : 'off',
  },
});
