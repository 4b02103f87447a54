import { type Actor, type Asking, askingFrom } from '../accounts/actor.ts';
import { needsTwoFactor } from '../accounts/needs-two-factor.ts';
import { appContext, type Context } from '../context.ts';
import { inReadersWords } from '../platform/answers.ts';
import { whileBusy } from '../platform/db/while-busy.ts';
import { PROBLEMS, Problem } from '../platform/problems.ts';

/** What a page found: its data, or where to go instead, or an answer without data. */
export type Found<T> =
  | { kind: 'data'; data: T; actor: Actor; context: Context }
  | { kind: 'elsewhere'; to: string }
  | { kind: 'problem'; status: number; sentence: string };

/** The page a person starts from. */
export function homeOf(actor: Actor): string {
  switch (actor.kind) {
    case 'coach':
      if (needsTwoFactor(appContext(), actor.userId) && actor.squads.length === 0) return '/account';
      return actor.squads[0] ? `/coach/${actor.squads[0]}/today` : '/no-squad';
    case 'player':
      return '/week';
    case 'guardian':
      return '/family';
    default:
      return '/';
  }
}

/** Reads what a page shows through a server function; nobody is sent to the front door, other problems are said. */
export async function forPage<T>(
  request: Request,
  read: (context: Context, actor: Actor, asking: Asking) => T | Promise<T>,
): Promise<Found<T>> {
  const context = appContext();
  const asking = await whileBusy(() => askingFrom(context, request.headers));
  const { actor } = asking;
  try {
    return { kind: 'data', data: inReadersWords(await whileBusy(() => read(context, actor, asking))), actor, context };
  } catch (error) {
    if (!(error instanceof Problem)) throw error;
    if (error.kind === 'not signed in') return { kind: 'elsewhere', to: '/' };
    if (error.kind === 'not allowed') return { kind: 'elsewhere', to: homeOf(actor) };
    return { kind: 'problem', status: PROBLEMS[error.kind], sentence: error.message };
  }
}
