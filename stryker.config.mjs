/**
 * Deliberate breakages, one at a time: does a test notice? `npm run test:mutants -- AREA…` takes areas of the core (or `policy`, `consent`,
 * `deletion`); without any it takes them all, which needs hours. What survived is in test-results/mutants.html.
 */
const { MUTANTS_FILES = '', MUTANTS_TESTS = '' } = process.env;

export default {
  testRunner: 'command',
  commandRunner: { command: `node node_modules/mocha/bin/mocha.js --bail --reporter dot ${MUTANTS_TESTS}` },
  mutate: MUTANTS_FILES.split(','),
  concurrency: 2,
  reporters: ['clear-text', 'html', 'json'],
  clearTextReporter: { allowColor: false, logTests: false },
  htmlReporter: { fileName: 'test-results/mutants.html' },
  jsonReporter: { fileName: 'test-results/mutants.json' },
  tempDirName: 'test-results/mutants',
  ignorePatterns: ['dist', 'data', 'test-results', 'docs', 'coverage', 'src/demo/clips'],
  // Sentences are looked at by people; a test that repeats them proves nothing.
  mutator: { excludedMutations: ['StringLiteral'] },
  timeoutMS: 20_000,
};
