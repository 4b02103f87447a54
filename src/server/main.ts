import { once } from 'node:events';
import type { AddressInfo } from 'node:net';
import { carryOut } from './clips/far.ts';
import { finishUploads } from './clips/uploads/settle.ts';
import { type Context, createContext, setAppContext } from './context.ts';
import { nameOldLettersById } from './mail/names.ts';
import { sendDue } from './mail/outbox.ts';
import { makeDerived } from './operations/derived.ts';
import { catchUp, workByNight } from './operations/jobs.ts';
import { finishExchange } from './operations/restore.ts';
import { checkData, checkOpened, seeClock } from './operations/start.ts';
import { readConfig, SettingError } from './platform/config.ts';
import { makePrivate } from './platform/files.ts';
import { heavyThreads, THE_HOUSE } from './platform/heavy.ts';
import { lockHouse } from './platform/lock.ts';
import { type AstroHandler, createHouseServer } from './wiring/server.ts';

/** What the house makes is nobody else's to read. */
const PRIVATE_UMASK = 0o077;
const GRACE_MS = 10_000;
/** How often the house is looked after. */
const LOOK_MS = 15 * 60_000;
/** How often mail that is due is handed over: somebody waits for the link to a new password. */
const MAIL_MS = 10_000;
/** How often the store for clips, where there is one, is brought up to what the house has. */
const CARRY_MS = 60_000;

/**
 * Works that are done in order, again and again. Trouble with one is written down and never stops the house, and while a round still runs
 * (a slow mail service, a long backup) no other begins.
 */
function rounds(context: Context, works: readonly ((context: Context) => unknown)[]): () => Promise<void> {
  let running = false;
  return async () => {
    if (running) return;
    running = true;
    for (const work of works) {
      try {
        await work(context);
      } catch (error) {
        context.log.error({ err: error }, work.name);
      }
    }
    running = false;
  };
}

function listenProblem(error: NodeJS.ErrnoException, port: number, host: string): SettingError {
  if (error.code === 'EADDRINUSE')
    return new SettingError(`Port ${port} is taken by another program. Stop that one, or start with another port: PORT=4322 npm run demo`);
  if (error.code === 'EACCES') return new SettingError(`This user may not listen on port ${port}. Pick one above 1023: PORT=4322`);
  return new SettingError(`Cannot listen on ${host}:${port} (${error.code}). Check HOST and PORT.`);
}

/**
 * Opens the house: settings, database with migrations, the one context of this process. Data that look wrong are left alone.
 * @param demo the demo may lie for weeks between two starts, so its clock is not asked about
 * @throws SettingError with what to do
 */
export function openFrom(env: Record<string, string | undefined>, { demo = false }: { demo?: boolean } = {}): Context {
  process.umask(PRIVATE_UMASK);
  const config = readConfig(env);
  // Held until the process ends.
  lockHouse(config.dataDir);
  const exchanged = finishExchange(config.dataDir);
  makePrivate(config.dataDir);
  checkData(config);
  const context = createContext(exchanged ? readConfig(env) : config, Date.now, env.LOG_LEVEL ?? 'warn');
  checkOpened(context, { clock: !demo });
  makeDerived(context);
  nameOldLettersById(context.db);
  context.heavy = heavyThreads(context.config);
  setAppContext(context);
  return context;
}

/**
 * Listens until SIGTERM or SIGINT; then takes no new requests, lets running ones finish for ten seconds, and closes the database.
 * @param clientDir the files of the built client
 * @returns the port that is listened on
 * @throws SettingError when the port cannot be had
 */
export async function serve(context: Context, astro: AstroHandler, clientDir: string): Promise<number> {
  const { host, port } = context.config;
  await finishUploads(context);
  const server = createHouseServer(context, astro, clientDir);
  server.listen(port, host);
  try {
    await once(server, 'listening');
  } catch (error) {
    throw listenProblem(error as NodeJS.ErrnoException, port, host);
  }
  const beside = (name: 'post what is due' | 'remind families' | 'compute streaks') => () => context.heavy.run(name, THE_HOUSE, undefined);
  const lookAfter = rounds(context, [seeClock, beside('compute streaks'), beside('post what is due'), beside('remind families'), catchUp]);
  const mail = rounds(context, [sendDue]);
  const carry = rounds(context, [carryOut]);
  void lookAfter();
  const looking = [
    setInterval(() => void lookAfter(), LOOK_MS),
    setInterval(() => void mail(), MAIL_MS),
    setInterval(() => void carry(), CARRY_MS),
  ];
  const sleep = workByNight(context);
  const stop = () => {
    for (const timer of looking) clearInterval(timer);
    sleep();
    context.rooms.close();
    server.close(() => {
      void context.heavy.close().finally(() => {
        context.db.$client.close();
        context.limits.close();
        process.exit(0);
      });
    });
    server.closeIdleConnections();
    setTimeout(() => server.closeAllConnections(), GRACE_MS).unref();
  };
  process.once('SIGTERM', stop);
  process.once('SIGINT', stop);
  return (server.address() as AddressInfo).port;
}

export { SettingError };
