import { access } from 'node:fs/promises';
import type { Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { join } from 'node:path';
import { createHouseServer } from '../../src/server/wiring/server.ts';
import { openTown, type Town } from './make.ts';

/** Waits until a server listens; where it does. */
export async function listening(server: Server): Promise<string> {
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
  return `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
}

export async function closed(server: Server): Promise<void> {
  server.closeAllConnections();
  await new Promise((done) => server.close(done));
}

export interface ServedTown {
  town: Town;
  base: string;
  close(): Promise<void>;
}

/** A town behind its server, without pages. */
export async function serveTown(env: Record<string, string>): Promise<ServedTown> {
  const town = await openTown(env);
  const astro = (_req: unknown, res: { statusCode: number; end(text: string): void }) => {
    res.statusCode = 404;
    res.end('no such page');
  };
  const server = createHouseServer(town.context, astro as never, join('dist', 'client'));
  // The store of uploads looks at its folder by itself, and must have done so before the folder may go.
  await access(town.context.config.uploadDir);
  return {
    town,
    base: await listening(server),
    async close() {
      await closed(server);
      town.close();
    },
  };
}
