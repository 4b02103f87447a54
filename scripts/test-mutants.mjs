/** `npm run test:mutants -- AREA…`: breaks an area's code in every small way, and tells which breakages no test of that area notices. */
import { readdirSync } from 'node:fs';
import { giveUp, run } from './prepare.mjs';

/** What guards children stands on the server; everything else that is broken on purpose is an area of the core. */
const GUARDS = {
  policy: { files: 'src/server/policy.ts', tests: 'tests/server/policy-allow.test.ts' },
  consent: { files: 'src/server/consent/*.ts', tests: 'tests/server/consent/*.test.ts' },
  deletion: { files: 'src/server/privacy/*.ts', tests: 'tests/server/privacy/*.test.ts' },
};
/** Areas whose tests need files that only the server's tests make. */
const TESTS_ELSEWHERE = { clips: ['tests/server/clips/inspect.test.ts'] };
/** Areas of large tables, or of tests that take seconds: breakages that hold from the start, and so would run every test each, are left out. */
const WITHOUT_STATIC = ['clips', 'drills', 'layouts', 'moves', 'planning', 'rep-counter', 'training'];
const areas = readdirSync('src/core', { withFileTypes: true }).flatMap((entry) => (entry.isDirectory() ? [entry.name] : []));
const wanted = process.argv.slice(2);
for (const name of wanted)
  if (!(name in GUARDS) && !areas.includes(name))
    giveUp(`There is no area “${name}”. There are: ${[...Object.keys(GUARDS), ...areas].join(', ')}`);

let worst = 0;
for (const name of wanted.length > 0 ? wanted : [...Object.keys(GUARDS), ...areas]) {
  const { files, tests } = GUARDS[name] ?? {
    files: `src/core/${name}/**/*.ts,!src/core/drills/catalogue/**`,
    tests: [`tests/core/${name}/**/*.test.ts`, ...(TESTS_ELSEWHERE[name] ?? [])].join(),
  };
  console.log(`\n== ${name}`);
  const env = {
    MUTANTS_AREA: name,
    MUTANTS_FILES: files,
    MUTANTS_TESTS: tests,
    MUTANTS_STATIC: WITHOUT_STATIC.includes(name) ? 'no' : 'yes',
  };
  worst = Math.max(worst, run('npx', ['--no-install', 'stryker', 'run'], { env }));
}
process.exit(worst);
