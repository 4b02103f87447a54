/** The floors of the house, and on each floor its areas in one order: imports go down only (docs/architecture.md). */
const PACKAGES = '^(node_modules/)?';

/** The areas, in order; not every floor has all of them. What several of them need together stands at the end. */
const AREAS = [
  'platform',
  'text',
  'calendar',
  'accounts',
  'consent',
  'mail',
  'squads',
  'streaks',
  'layouts',
  'moves',
  'drills',
  'weeks',
  'scores',
  'clips',
  'training',
  'rep-counter',
  'review',
  'progress',
  'targets',
  'tables',
  'planning',
  'together',
  'rules',
  'letters',
  'files',
  'privacy',
  'operations',
  'screens',
  'wiring',
];
const FLOORS = '(core|server|views)';

module.exports = {
  forbidden: [
    {
      name: 'core-is-pure',
      comment: 'core computes: only core itself and six pure packages.',
      severity: 'error',
      from: { path: '^src/core' },
      to: { pathNot: ['^src/core', `${PACKAGES}(zod|simple-statistics|temporal-polyfill|fft\\.js|media-captions|icu-minify)`] },
    },
    {
      name: 'contract-on-core',
      severity: 'error',
      from: { path: '^src/contract' },
      to: { path: '^src/', pathNot: '^src/(contract|core)' },
    },
    { name: 'messages-alone', severity: 'error', from: { path: '^src/messages' }, to: { path: '^src/', pathNot: '^src/messages' } },
    { name: 'ui-on-core', severity: 'error', from: { path: '^src/ui' }, to: { path: '^src/', pathNot: '^src/(ui|core)' } },
    { name: 'workers-on-core', severity: 'error', from: { path: '^src/workers' }, to: { path: '^src/', pathNot: '^src/(workers|core)' } },
    {
      name: 'server-below-pages',
      severity: 'error',
      from: { path: '^src/server' },
      to: { path: ['^src/(ui|client|views|workers|pages|demo)', `${PACKAGES}(react|astro)`] },
    },
    {
      name: 'client-below-views',
      severity: 'error',
      from: { path: '^src/client' },
      to: {
        path: ['^src/', `${PACKAGES}(drizzle-orm|better-sqlite3|better-auth|astro)`],
        pathNot: '^src/(client|ui|contract|core|workers)',
      },
    },
    {
      name: 'views-know-no-server',
      severity: 'error',
      from: { path: '^src/views' },
      to: { path: ['^src/(server|pages|demo)', `${PACKAGES}(drizzle-orm|better-sqlite3|better-auth|astro)`] },
    },
    { name: 'demo-through-server', severity: 'error', from: { path: '^src/demo' }, to: { path: '^src/(ui|client|views|workers|pages)' } },
    {
      name: 'testkit-is-not-shipped',
      comment: 'Simulated squads and clips are for tests, benches and the demo.',
      severity: 'error',
      from: { path: '^src/', pathNot: '^src/(testkit|demo)' },
      to: { path: '^src/testkit' },
    },
    {
      name: 'areas-have-one-name',
      comment: 'A folder of a floor is one of the areas.',
      severity: 'error',
      from: { path: `^src/${FLOORS}/(?!(${AREAS.join('|')})/)[^/]+/` },
      to: {},
    },
    ...AREAS.flatMap((area, i) => {
      const later = AREAS.slice(i + 1);
      if (later.length === 0) return [];
      return {
        name: `${area}-before-${later[0]}`,
        comment: 'On its own floor an area imports only areas that stand before it.',
        severity: 'error',
        from: { path: `^src/${FLOORS}/${area}/` },
        to: { path: `^src/$1/(${later.join('|')})/` },
      };
    }),
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
