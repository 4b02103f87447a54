import { defineConfig } from '@playwright/test';
import { CHROMIUM } from './scripts/chromium.ts';

/** Browser tests drive the built application with the demo squad: each file has a server and data of its own, three files at a time, as much of each is waiting. */
export default defineConfig({
  testDir: 'tests/browser',
  testMatch: '*.spec.ts',
  globalSetup: './tests/browser/template.ts',
  workers: 3,
  timeout: 90_000,
  expect: { timeout: 10_000 },
  forbidOnly: true,
  reporter: [['list'], ['json', { outputFile: 'test-results/playwright.json' }]],
  outputDir: 'test-results/browser',
  use: {
    launchOptions: CHROMIUM,
    permissions: ['camera', 'microphone'],
    actionTimeout: 15_000,
    navigationTimeout: 30_000,
    viewport: { width: 1280, height: 800 },
    // Recording every page costs as much as driving it: TRACE=1 npm run test:browser records what fails.
    trace: process.env.TRACE ? 'retain-on-failure' : 'off',
  },
});
