import { existsSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { MessageChannel, type MessagePort } from 'node:worker_threads';
import { Piscina } from 'piscina';
import { language, t } from '../../core/text/translate.ts';
import type { Config } from './config.ts';
import { type FieldProblem, Problem, type ProblemKind } from './problems.ts';

/** A part of something long: a text, or bytes. */
export type Piece = string | Uint8Array;

/** Who asks, as far as the threads' order needs it; the works themselves ask the policy. */
type Asker = { kind: string; userId?: string };

/** Runs heavy work where it stops nobody else. Works are called by their names in `works.ts`; `heavily` gives their types. */
export interface Heavy {
  /**
   * @param signal ends the work: whoever asked has gone
   * @throws what the work throws; Problem "too many requests" when this person has several waiting already
   */
  run(name: string, actor: Asker, input: unknown, signal?: AbortSignal): Promise<unknown>;
  /** The pieces of something long. The first is made before this resolves, so that what is wrong is said before anything is written. */
  stream(name: string, actor: Asker, input: object, signal?: AbortSignal): Promise<AsyncIterable<Piece>>;
  close(): Promise<void>;
}

/** Work of the house itself, for which nobody asks. */
export const THE_HOUSE: Asker = { kind: 'nobody' };

/** What a thread gives back: a value, or a problem in a form that crosses threads. */
export type Reply =
  | { value: unknown }
  | { problem: { kind: ProblemKind; sentence: string; fields: FieldProblem[]; retryAfter: number | null } };

/** What a thread is asked to do. */
export interface Task {
  name: string;
  actor: Asker;
  input: unknown;
  /** What its sentences are said in. */
  language: string;
  /** Where pieces go; left out where one value comes back. */
  port?: MessagePort;
}

export function unwrapped(reply: Reply): unknown {
  if ('value' in reply) return reply.value;
  const { kind, sentence, fields, retryAfter } = reply.problem;
  throw new Problem(kind, sentence, fields, retryAfter);
}

const THREADS = 2;
/** A small nursery: what streams by is given back soon, instead of being let grow to what the machine would bear. */
const MEMORY = { maxYoungGenerationSizeMb: 16, maxOldGenerationSizeMb: 768 };
const WAITING_OF_PERSON = 3;
const IDLE_MS = 60_000;
const TOO_MANY_SECONDS = 10;

/** One work of a person at a time: the next begins when the one before is over. */
function inTurn() {
  const last = new Map<string, { n: number; over: Promise<unknown> }>();
  return async <T>(actor: Asker, work: () => Promise<T>): Promise<T> => {
    const { userId } = actor;
    if (userId === undefined) return work();
    const before = last.get(userId);
    if (before && before.n >= WAITING_OF_PERSON)
      throw new Problem(
        'too many requests',
        t('Several long works of yours are waiting already. Let one end, then ask again.'),
        [],
        TOO_MANY_SECONDS,
      );
    const mine = (before?.over ?? Promise.resolve()).then(work, work);
    const entry = { n: (before?.n ?? 0) + 1, over: mine.catch(() => undefined) };
    last.set(userId, entry);
    try {
      return await mine;
    } finally {
      const now = last.get(userId);
      if (now) {
        if (now.n <= 1 || now === entry) last.delete(userId);
        else now.n--;
      }
    }
  };
}

/** The file of the threads: bundled beside the server, or the source itself in tests and benches. */
function threadFile(): { filename: string; execArgv: string[] } {
  const bundled = fileURLToPath(new URL('./heavy.mjs', import.meta.url));
  if (existsSync(bundled)) return { filename: bundled, execArgv: [] };
  return { filename: fileURLToPath(new URL('../wiring/worker.ts', import.meta.url)), execArgv: ['--import', 'tsx'] };
}

/** Pieces as a thread makes them: it is told of each that was taken, and never runs far ahead of a slow reader. */
async function* piecesOf(port: MessagePort, ended: Promise<Reply>): AsyncGenerator<Piece> {
  const came: (Piece | null)[] = [];
  let wake = () => {};
  port.on('message', (piece: Piece | null) => {
    came.push(piece);
    wake();
  });
  let failure: unknown = null;
  ended.then(
    (reply) => {
      try {
        unwrapped(reply);
      } catch (error) {
        failure = error;
        wake();
      }
    },
    (error: unknown) => {
      failure = error;
      wake();
    },
  );
  try {
    for (;;) {
      if (failure) throw failure;
      const piece = came.shift();
      if (piece === null) return;
      if (piece === undefined) {
        await new Promise<void>((resolve) => {
          wake = resolve;
        });
        continue;
      }
      port.postMessage('taken');
      yield piece;
    }
  } finally {
    port.close();
  }
}

/** Gives the pieces back with the first one already made. */
export async function begun(pieces: AsyncIterator<Piece>): Promise<AsyncIterable<Piece>> {
  const first = await pieces.next();
  return {
    async *[Symbol.asyncIterator]() {
      try {
        if (first.done) return;
        yield first.value;
        for (let next = await pieces.next(); !next.done; next = await pieces.next()) yield next.value;
      } finally {
        await pieces.return?.();
      }
    },
  };
}

/** Threads beside the one that answers, each with a connection of its own. */
export function heavyThreads(config: Config): Heavy {
  const pool = new Piscina({
    ...threadFile(),
    workerData: config,
    minThreads: 0,
    maxThreads: THREADS,
    idleTimeout: IDLE_MS,
    resourceLimits: MEMORY,
  });
  const turn = inTurn();
  const ask = (task: Task, signal?: AbortSignal) =>
    pool.run(task, { ...(signal ? { signal } : {}), ...(task.port ? { transferList: [task.port] } : {}) }) as Promise<Reply>;
  return {
    run: (name, actor, input, signal) =>
      turn(actor, async () => unwrapped(await ask({ name, actor, input, language: language() }, signal))),
    async stream(name, actor, input, signal) {
      const stop = new AbortController();
      signal?.addEventListener('abort', () => stop.abort(), { once: true });
      const { port1, port2 } = new MessageChannel();
      const ended = turn(actor, () => ask({ name, actor, input, language: language(), port: port2 }, stop.signal));
      ended.catch(() => undefined);
      const pieces = piecesOf(port1, ended);
      return begun({
        next: () => pieces.next(),
        async return() {
          stop.abort();
          return pieces.return(undefined);
        },
      });
    },
    close: () => pool.destroy(),
  };
}

/** A context that was not given any: what needs threads says so. */
export const noHeavy: Heavy = {
  run: () => Promise.reject(new Error('Nothing heavy is done here: give the context its threads.')),
  stream: () => Promise.reject(new Error('Nothing heavy is done here: give the context its threads.')),
  close: async () => undefined,
};
