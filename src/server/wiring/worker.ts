import { workerData } from 'node:worker_threads';
import { type Context, threadContext } from '../context.ts';
import type { Config } from '../platform/config.ts';
import type { Piece, Reply, Task } from '../platform/heavy.ts';
import { inLanguage } from '../platform/languages.ts';
import { Problem } from '../platform/problems.ts';
import { STREAMS, WORKS } from './works.ts';

/* One thread of those that do heavy work: it opens the database once and does what it is asked, one thing at a time. */

/** Pieces that may be under way before the reader has taken one. */
const AHEAD = 4;

let opened: Context | null = null;
const context = (): Context => {
  opened ??= threadContext(workerData as Config);
  return opened;
};

type Works = Record<string, (context: Context, actor: Task['actor'], input: unknown) => unknown>;

async function sendPieces({ name, actor, input, port }: Task): Promise<void> {
  if (!port) return;
  let ahead = 0;
  let closed = false;
  let goOn = () => {};
  port.on('message', () => {
    ahead--;
    goOn();
  });
  port.once('close', () => {
    closed = true;
    goOn();
  });
  const pieces = (STREAMS as Works)[name]?.(context(), actor, input) as Iterable<Piece> | AsyncIterable<Piece>;
  for await (const piece of pieces) {
    while (ahead >= AHEAD && !closed)
      await new Promise<void>((done) => {
        goOn = done;
      });
    if (closed) return;
    port.postMessage(piece);
    ahead++;
  }
  port.postMessage(null);
}

/** Does a task; problems go back in a form that crosses threads. */
export default async function work(task: Task): Promise<Reply> {
  return inLanguage(task.language, () => done(task));
}

async function done(task: Task): Promise<Reply> {
  try {
    if (!task.port) return { value: await (WORKS as Works)[task.name]?.(context(), task.actor, task.input) };
    await sendPieces(task);
    return { value: null };
  } catch (error) {
    if (!(error instanceof Problem)) throw error;
    const { kind, message: sentence, fields, retryAfter } = error;
    return { problem: { kind, sentence, fields, retryAfter } };
  }
}
