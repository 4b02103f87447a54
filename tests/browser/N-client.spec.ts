import { execFileSync } from 'node:child_process';
import { copyFileSync, mkdirSync, writeFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import openapiTypes, { astToString } from 'openapi-typescript';
import { v7 as uuid } from 'uuid';
import { expect, LONG, test } from './house.ts';

test.use({ file: 'N-client' });

const FOLDER = resolve('test-results', 'client');

test('a client that is generated from the published document compiles, and does one visit', LONG, async ({ baseURL, playwright }) => {
  const anybody = await playwright.request.newContext({ baseURL: baseURL ?? '' });
  const document = await (await anybody.get('/api/openapi.json')).json();
  await anybody.dispose();
  mkdirSync(FOLDER, { recursive: true });
  writeFileSync(join(FOLDER, 'api.ts'), astToString(await openapiTypes(document, { defaultNonNullable: false })));
  copyFileSync(join('tests', 'generated-client', 'visit.ts'), join(FOLDER, 'visit.ts'));
  const options = { strict: true, noEmit: true, module: 'nodenext', target: 'es2023', allowImportingTsExtensions: true, types: ['node'] };
  writeFileSync(
    join(FOLDER, 'tsconfig.json'),
    JSON.stringify({ compilerOptions: { ...options, skipLibCheck: false }, files: ['visit.ts'] }),
  );
  const run = (...args: string[]) => execFileSync('npx', ['--no-install', ...args], { encoding: 'utf8' });
  // What does not fit is printed by the compiler, and thrown with it.
  expect(run('tsc', '-p', FOLDER)).toBe('');
  const said = run('tsx', join(FOLDER, 'visit.ts'), baseURL ?? '', uuid(), uuid(), uuid());
  expect(JSON.parse(said)).toEqual({
    result: 23,
    standing: 'clear',
    waiting: 23,
    decided: true,
    line: 'Inside taps',
    problem: [403, true],
  });
});
