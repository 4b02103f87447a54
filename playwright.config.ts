import { defineConfig } from '@playwright/test';
import { CHROMIUM } from './scripts/chromium.ts';

const PORT = 4390;

/** Browser tests drive the built application with the demo squad in a folder of their own, one after the other. */
export default defineConfig({
  testDir: 'tests/browser',
  testMatch: '*.spec.ts',
  workers: 1,
  timeout: 90_000,
  expect: { timeout: 10_000 },
  forbidOnly: true,
  reporter: [['list'], ['json', { outputFile: 'test-results/playwright.json' }]],
  outputDir: 'test-results/browser',
  use: {
    baseURL: `http://localhost:${PORT}`,
    launchOptions: CHROMIUM,
    permissions: ['camera', 'microphone'],
    actionTimeout: 15_000,
    navigationTimeout: 30_000,
    viewport: { width: 1280, height: 800 },
    trace: 'retain-on-failure',
  },
  webServer: {
    command: 'rm -rf test-results/data && node server.mjs --demo',
    url: `http://localhost:${PORT}/`,
    env: { PORT: String(PORT), DATA_DIR: 'test-results/data' },
    timeout: 120_000,
    gracefulShutdown: { signal: 'SIGTERM', timeout: 15_000 },
  },
});
