/** `npm run backup`, `restore`, `rebuild`, `settle`, `check`, `clean`, `mailbox`, `houses`: the house's commands, from the built application. */
import { existsSync } from 'node:fs';

if (!existsSync('dist/house/main.mjs')) {
  console.error('Build first: npm ci && npm run build');
  process.exit(1);
}
const { command } = await import('../dist/house/main.mjs');
process.exit(await command(process.env, process.argv.slice(2)));
