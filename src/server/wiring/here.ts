import type { Context } from '../context.ts';
import { begun, type Heavy, type Piece } from '../platform/heavy.ts';
import { STREAMS, WORKS } from './works.ts';

type Works = Record<string, (context: Context, actor: unknown, input: unknown) => unknown>;

/** Heavy work in the one thread there is: for tests that look at what a work does. */
export const heavyHere = (context: Context): Heavy => ({
  run: async (name, actor, input) => (WORKS as Works)[name]?.(context, actor, input),
  async stream(name, actor, input) {
    const pieces = (STREAMS as Works)[name]?.(context, actor, input) as Iterable<Piece>;
    return begun(
      (async function* () {
        yield* pieces;
      })(),
    );
  },
  close: async () => undefined,
});
