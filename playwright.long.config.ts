import { defineConfig } from '@playwright/test';
import usual from './playwright.config.ts';

/** Attacks and faults against the built server: what takes longer than every change should wait for (`npm run test:long`). */
export default defineConfig({
  ...usual,
  testDir: 'tests/long',
  workers: 2,
  timeout: 600_000,
  reporter: [['list'], ['json', { outputFile: 'test-results/long.json' }]],
});
