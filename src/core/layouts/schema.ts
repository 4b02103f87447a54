import { z } from 'zod';
import { says, t } from '../text/translate.ts';
import { layoutTexts, MOST_VARIANTS, variantOf } from './layout.ts';
import { readMoves } from './moves.ts';
import { crookedLines, placeMoves } from './place.ts';
import { readRoute } from './route.ts';
import { LayoutProblem } from './types.ts';

function checkTexts(given: { moves: string; route: string }, ctx: z.RefinementCtx): void {
  try {
    const placed = placeMoves(readMoves(given.moves));
    for (const message of crookedLines(placed)) ctx.addIssue({ code: 'custom', path: ['moves'], message });
    if (given.route) readRoute(given.route, placed);
  } catch (error) {
    if (!(error instanceof LayoutProblem)) throw error;
    const part = error.text === 'moves' ? t('Move') : t('Part');
    ctx.addIssue({ code: 'custom', path: [error.text], message: `${part} ${error.move + 1}: ${error.message}` });
  }
}

/** A layout whose moves can be put down, whose lines are straight and whose route leads over its cones. */
export const CheckedLayout = z
  .object({ ...layoutTexts, variants: z.array(variantOf().superRefine(checkTexts)).max(MOST_VARIANTS, says('At most 4 variants.')) })
  .superRefine(checkTexts);
