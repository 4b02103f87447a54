import { defineConfig } from '@playwright/test';
import usual from './playwright.config.ts';

const { permissions: _chromiumsOwn, ...use } = usual.use ?? {};

/** What is done in Firefox as well: a visit with filming and without a line, a review with a clip, the week by keyboard and by drag, clips of other engines. */
const ALSO_HERE = [
  'a week from the bench to the yard',
  'review, progress and the family',
  'recounts a known clip',
  'moves, nudges and deletes marks',
  'works by keyboard alone',
  'works by mouse',
  'a clip (made in|of)',
];

/** The same tests in Debian's own Firefox; `docs/browsers.md` says what cannot be driven there, and why. */
export default defineConfig({
  ...usual,
  grep: new RegExp(ALSO_HERE.join('|')),
  reporter: [['list'], ['json', { outputFile: 'test-results/firefox.json' }]],
  outputDir: 'test-results/firefox',
  use: {
    ...use,
    browserName: 'firefox',
    channel: 'moz-firefox',
    launchOptions: {
      executablePath: process.env.FIREFOX_PATH ?? '/usr/bin/firefox-esr',
      firefoxUserPrefs: {
        'media.navigator.streams.fake': true,
        'media.navigator.permission.disabled': true,
        'media.autoplay.default': 0,
        'media.autoplay.blocking_policy': 0,
      },
    },
  },
});
