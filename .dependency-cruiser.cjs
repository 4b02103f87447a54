/** The floors of the house: each imports only from floors below it (docs/architecture.md). */
const PACKAGES = '^(node_modules/)?';
module.exports = {
  forbidden: [
    {
      name: 'core-is-pure',
      comment: 'core computes: only core itself and five pure packages.',
      severity: 'error',
      from: { path: '^src/core' },
      to: { pathNot: ['^src/core', `${PACKAGES}(zod|simple-statistics|temporal-polyfill|fft\\.js|media-captions)`] },
    },
    {
      name: 'contract-on-core',
      severity: 'error',
      from: { path: '^src/contract' },
      to: { path: '^src/', pathNot: '^src/(contract|core)' },
    },
    { name: 'ui-on-core', severity: 'error', from: { path: '^src/ui' }, to: { path: '^src/', pathNot: '^src/(ui|core)' } },
    { name: 'workers-on-core', severity: 'error', from: { path: '^src/workers' }, to: { path: '^src/', pathNot: '^src/(workers|core)' } },
    {
      name: 'server-below-pages',
      severity: 'error',
      from: { path: '^src/server' },
      to: { path: ['^src/(ui|views|workers|pages|demo)', `${PACKAGES}(react|astro)`] },
    },
    {
      name: 'views-know-no-server',
      severity: 'error',
      from: { path: '^src/views' },
      to: { path: ['^src/(server|pages|demo)', `${PACKAGES}(drizzle-orm|better-sqlite3|better-auth|astro)`] },
    },
    { name: 'demo-through-server', severity: 'error', from: { path: '^src/demo' }, to: { path: '^src/(ui|views|workers|pages)' } },
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true } },
  ],
  options: {
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    doNotFollow: { path: 'node_modules' },
    enhancedResolveOptions: {
      extensions: ['.ts', '.tsx', '.js', '.mjs', '.astro'],
      exportsFields: ['exports'],
      conditionNames: ['import', 'node', 'default'],
    },
  },
};
