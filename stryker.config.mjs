/**
 * Deliberate breakages, one at a time: does a test notice? `npm run test:mutants -- AREA…` takes areas of the core (or `policy`, `consent`,
 * `deletion`); without any it takes them all. What survived is in test-results/mutants/AREA.html and .json.
 *
 * Mocha stays at 11 for it: the runner reads parts of mocha that 12 hides.
 * Each test is run once to learn which breakages it reaches; a breakage is then met by those tests alone, in one process that stays.
 */
const { MUTANTS_AREA = 'core', MUTANTS_FILES = '', MUTANTS_TESTS = '' } = process.env;
const report = (kind) => ({ fileName: `test-results/mutants/${MUTANTS_AREA}.${kind}` });

export default {
  testRunner: 'mocha',
  plugins: ['@stryker-mutator/mocha-runner'],
  mochaOptions: { spec: MUTANTS_TESTS.split(','), config: 'stryker.mocharc.json' },
  testRunnerNodeArgs: ['--import', 'tsx'],
  coverageAnalysis: 'perTest',
  mutate: MUTANTS_FILES.split(','),
  concurrency: Number(process.env.MUTANTS_AT_ONCE ?? 2),
  reporters: ['clear-text', 'html', 'json'],
  clearTextReporter: { allowColor: false, logTests: false, reportTests: false, reportMutants: false },
  htmlReporter: report('html'),
  jsonReporter: report('json'),
  tempDirName: 'test-results/mutants/sandbox',
  ignorePatterns: ['dist', 'data', 'test-results', 'docs', 'coverage'],
  // Sentences are looked at by people; a test that repeats them proves nothing.
  mutator: { excludedMutations: ['StringLiteral'] },
  ignoreStatic: process.env.MUTANTS_STATIC === 'no',
  timeoutMS: 20_000,
};
