import type { Actor, Asking } from '../accounts/actor.ts';
import type { Context } from '../context.ts';
import type { InputOf, ResultOf, WorkName } from './works.ts';

/** A server function that is done in a thread beside; it ends when whoever asked has gone. */
export const heavily =
  <N extends WorkName>(name: N) =>
  (context: Context, actor: Actor, input: InputOf<N>, asking?: Pick<Asking, 'signal'>): Promise<ResultOf<N>> =>
    context.heavy.run(name, actor, input, asking?.signal) as Promise<ResultOf<N>>;
