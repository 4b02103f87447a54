import { rmSync } from 'node:fs';
import { startServer, stopServer, TEMPLATE } from './house.ts';

/** Makes the demo data once, before any file runs. */
export default async function makeTemplate(): Promise<void> {
  rmSync(TEMPLATE, { recursive: true, force: true });
  await stopServer(await startServer(4389, TEMPLATE, true));
}
