/** Mocha's spec output on the screen, and the sums as JSON for the test command. */
const { mkdirSync, writeFileSync } = require('node:fs');
const { reporters } = require('mocha');

module.exports = class extends reporters.Spec {
  constructor(runner, options) {
    super(runner, options);
    runner.once('end', () => {
      mkdirSync('test-results', { recursive: true });
      const { passes, failures } = runner.stats;
      writeFileSync(options?.reporterOptions?.output ?? 'test-results/mocha.json', JSON.stringify({ passed: passes, failed: failures }));
    });
  }
};
