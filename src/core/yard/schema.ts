import { z } from 'zod';
import { readMoves } from './moves.ts';
import { crookedLines, placeMoves } from './place.ts';
import { readRoute } from './route.ts';
import { LayoutProblem } from './types.ts';

const texts = {
  moves: z.string().trim().min(1, 'Say the first move: “put a cone”.').max(1200, 'The moves have at most 1,200 letters.'),
  route: z.string().trim().max(1200, 'The route has at most 1,200 letters.'),
};

function checkTexts(given: { moves: string; route: string }, ctx: z.RefinementCtx): void {
  try {
    const placed = placeMoves(readMoves(given.moves));
    for (const message of crookedLines(placed)) ctx.addIssue({ code: 'custom', path: ['moves'], message });
    if (given.route) readRoute(given.route, placed);
  } catch (error) {
    if (!(error instanceof LayoutProblem)) throw error;
    const part = error.text === 'moves' ? 'Move' : 'Part';
    ctx.addIssue({ code: 'custom', path: [error.text], message: `${part} ${error.move + 1}: ${error.message}` });
  }
}

/** A cone layout as it is said aloud, with the route over it, and smaller variants for small yards, the largest first. */
export const Layout = z
  .object({
    ...texts,
    variants: z
      .array(z.object({ name: z.string().trim().min(1, 'Give the variant a name.').max(60), ...texts }).superRefine(checkTexts))
      .max(4, 'At most 4 variants.'),
  })
  .superRefine(checkTexts);
export type Layout = z.infer<typeof Layout>;
