import { readFileSync } from 'node:fs';
import { createServer } from 'node:http';
import { z } from 'zod';
import {
  figuresIn,
  type HouseAsked,
  type HouseHealth,
  type HouseSeen,
  housesInWords,
  housesPage,
  housesSeen,
} from '../../core/operations/index.ts';
import { SettingError } from '../platform/config.ts';

/* Many clubs are many houses behind one proxy. This is a program of its own beside them: it holds nothing, and asks each what it says of itself. */

const list = z.object({
  houses: z
    .array(
      z.object({ name: z.string().trim().min(1).max(100), address: z.url({ protocol: /^https?$/ }), metricsToken: z.string().optional() }),
    )
    .min(1),
});
type House = z.infer<typeof list>['houses'][number];

const health = z.object({
  ok: z.boolean(),
  database: z.boolean(),
  writable: z.boolean(),
  roomMb: z.number(),
  backupHours: z.number().nullable(),
}) satisfies z.ZodType<HouseHealth>;

/** Reads which houses there are. @throws SettingError with a sentence */
export function readHouses(file: string): House[] {
  let text: string;
  try {
    text = readFileSync(file, 'utf8');
  } catch (error) {
    throw new SettingError(`${file} cannot be read: ${(error as Error).message}`);
  }
  let given: unknown;
  try {
    given = JSON.parse(text);
  } catch (error) {
    throw new SettingError(`${file} is no JSON: ${(error as Error).message}`);
  }
  const read = list.safeParse(given);
  if (read.success) return read.data.houses;
  const [first] = read.error.issues;
  throw new SettingError(`${file}, ${first?.path.join('.') || 'as a whole'}: ${first?.message}. docs/operations.md shows one.`);
}

const ANSWERS_WITHIN_MS = 5000;

const reasonOf = (error: unknown): string => {
  const { name, message, cause } = error as Error;
  if (name === 'TimeoutError') return `nothing came within ${ANSWERS_WITHIN_MS / 1000} s`;
  return cause instanceof Error ? cause.message || String((cause as { code?: string }).code) : message;
};

/** Asks a house how it is. Whatever it does, there is an answer: that it does not answer is one. */
export async function askHouse({ name, address, metricsToken }: House): Promise<HouseAsked> {
  const at = (path: string, headers: Record<string, string> = {}) =>
    fetch(new URL(path, address), { headers, redirect: 'error', signal: AbortSignal.timeout(ANSWERS_WITHIN_MS) });
  const asked: HouseAsked = { name, address, health: null, figures: null, problem: null };
  try {
    // One that is not well says so with another status and the same words.
    asked.health = health.parse(await (await at('/health')).json());
  } catch (error) {
    return {
      ...asked,
      problem: error instanceof z.ZodError || error instanceof SyntaxError ? 'what answers is no Eager Feet' : reasonOf(error),
    };
  }
  if (!metricsToken) return asked;
  try {
    const answer = await at('/metrics', { authorization: `Bearer ${metricsToken}` });
    if (answer.ok) asked.figures = figuresIn(await answer.text());
    else asked.problem = `Its figures are not shown: /metrics answers ${answer.status}. Is metricsToken its METRICS_TOKEN?`;
  } catch (error) {
    asked.problem = `Its figures are not shown: ${reasonOf(error)}.`;
  }
  return asked;
}

/** Whoever presses reload does not make the houses work. */
const FRESH_MS = 5000;

/** A server of one page (and the same as JSON) over the houses of a list; the list is read anew each time. */
export function housesServer(file: string, now: () => number = Date.now) {
  const timeZone = Intl.DateTimeFormat().resolvedOptions().timeZone;
  let last: { at: number; seen: Promise<HouseSeen[]> } | null = null;
  const look = () => {
    if (last && now() - last.at < FRESH_MS) return last;
    last = { at: now(), seen: Promise.all(readHouses(file).map(askHouse)).then((all) => housesSeen(all, now())) };
    return last;
  };
  return createServer(async (request, response) => {
    const [pathname = '/'] = (request.url ?? '/').split('?');
    const answer = (status: number, type: string, body: string) =>
      response
        .writeHead(status, {
          'content-type': `${type}; charset=utf-8`,
          'cache-control': 'no-store',
          'content-security-policy': "default-src 'none'; style-src 'unsafe-inline'; frame-ancestors 'none'",
          'x-content-type-options': 'nosniff',
        })
        .end(request.method === 'HEAD' ? undefined : body);
    if (request.method !== 'GET' && request.method !== 'HEAD') return answer(405, 'text/plain', 'This page is only looked at.');
    if (pathname !== '/' && pathname !== '/houses.json') return answer(404, 'text/plain', 'There is one page here: /');
    try {
      const { at, seen } = look();
      const houses = await seen;
      if (pathname === '/') return answer(200, 'text/html', housesPage(houses, at, timeZone));
      return answer(200, 'application/json', JSON.stringify({ asked: new Date(at).toISOString(), houses }, null, 2));
    } catch (error) {
      last = null;
      return answer(500, 'text/plain', error instanceof Error ? error.message : String(error));
    }
  });
}

const PORT = 4300;

/**
 * The command: shows the page until it is ended, or with `--once` says how all are and ends (1 where there is something to look at).
 * @param args the list's file, `--port N`, `--once`
 */
export async function houses(args: readonly string[], say: (sentence: string) => void): Promise<number> {
  const [file] = args;
  if (!file || file.startsWith('--'))
    throw new SettingError('Say where the list of houses lies: npm run houses -- /etc/eager-feet/houses.json');
  if (args.includes('--once')) {
    const seen = housesSeen(await Promise.all(readHouses(file).map(askHouse)), Date.now());
    for (const one of seen) for (const trouble of one.troubles) say(`${one.name}: ${trouble}`);
    say(housesInWords(seen));
    return seen.some((one) => one.troubles.length > 0) ? 1 : 0;
  }
  readHouses(file);
  const at = args.indexOf('--port');
  const port = at < 0 ? PORT : Number(args[at + 1]);
  if (!Number.isInteger(port) || port < 1 || port > 65_535)
    throw new SettingError(`--port is a number from 1 to 65535, not “${args[at + 1] ?? ''}”.`);
  const server = housesServer(file);
  // Only this machine sees it: the proxy asks for a password and passes it on.
  await new Promise<void>((open, failed) => server.once('error', failed).listen(port, '127.0.0.1', open));
  say(`The houses are at http://localhost:${port}`);
  await new Promise<void>((ended) => {
    for (const signal of ['SIGINT', 'SIGTERM'] as const) process.once(signal, () => server.close(() => ended()));
  });
  return 0;
}
