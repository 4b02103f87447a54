/** `npm run dev`: the application from its sources with the demo squad; pages reload when they change, the server starts anew when its own parts do. */
import { spawn } from 'node:child_process';
import { install } from './prepare.mjs';

await install();
const watched = ['--watch', '--watch-preserve-output', '--import', 'tsx', 'scripts/dev-server.ts'];
const server = spawn(process.execPath, watched, { stdio: 'inherit', env: { ...process.env, ASTRO_TELEMETRY_DISABLED: '1' } });
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
server.on('exit', (code) => process.exit(code ?? 0));
