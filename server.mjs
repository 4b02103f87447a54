/** Starts the built application. `npm run build` must have been run; `npm run demo` does everything. */
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { founderAddress, loadDemo, openFrom, SettingError, serve } from './dist/house/main.mjs';
import { handler } from './dist/server/entry.mjs';

const root = dirname(fileURLToPath(import.meta.url));
try {
  const demo = process.argv.includes('--demo');
  const context = openFrom(process.env, { demo });
  const signIns = demo ? await loadDemo(context, root) : '';
  await serve(context, handler, join(root, 'dist', 'client'));
  console.log(`Eager Feet is open at ${context.config.baseAddress}`);
  if (signIns) console.log(signIns);
  const first = founderAddress(context);
  if (first) console.log(`There is no coach yet. Make the first account here (once, within 14 days):\n  ${first}`);
} catch (error) {
  if (!(error instanceof SettingError)) throw error;
  console.error(error.message);
  process.exit(1);
}
