import { once } from 'node:events';
import type { AddressInfo } from 'node:net';
import { readConfig, SettingError } from './config.ts';
import { type Context, createContext, openHouse } from './house.ts';
import { type AstroHandler, clientDirOf, createHouseServer } from './http/server.ts';

const GRACE_MS = 10_000;

function listenProblem(error: NodeJS.ErrnoException, port: number, host: string): SettingError {
  if (error.code === 'EADDRINUSE')
    return new SettingError(`Port ${port} is taken by another program. Stop that one, or start with another port: PORT=4322 npm run demo`);
  if (error.code === 'EACCES') return new SettingError(`This user may not listen on port ${port}. Pick one above 1023: PORT=4322`);
  return new SettingError(`Cannot listen on ${host}:${port} (${error.code}). Check HOST and PORT.`);
}

/** Opens the house: settings, database with migrations, the one context of this process. */
export function openFrom(env: Record<string, string | undefined>): Context {
  const context = createContext(readConfig(env), Date.now, env.LOG_LEVEL ?? 'warn');
  openHouse(context);
  return context;
}

/**
 * Listens until SIGTERM or SIGINT; then takes no new requests, lets running ones finish for ten seconds, and closes the database.
 * @returns the port that is listened on
 * @throws SettingError when the port cannot be had
 */
export async function serve(context: Context, astro: AstroHandler, root: string): Promise<number> {
  const { host, port } = context.config;
  const server = createHouseServer(context, astro, clientDirOf(root));
  server.listen(port, host);
  try {
    await once(server, 'listening');
  } catch (error) {
    throw listenProblem(error as NodeJS.ErrnoException, port, host);
  }
  const stop = () => {
    server.close(() => {
      context.db.$client.close();
      process.exit(0);
    });
    server.closeIdleConnections();
    setTimeout(() => server.closeAllConnections(), GRACE_MS).unref();
  };
  process.once('SIGTERM', stop);
  process.once('SIGINT', stop);
  return (server.address() as AddressInfo).port;
}

export { SettingError };
