import { CheckedLayout } from '../layouts/schema.ts';
import { MovesProblem } from '../moves/problem.ts';
import { readMovement } from '../moves/read.ts';
import { t } from '../text/translate.ts';
import { Drill, DrillMoves } from './schema.ts';

/** Moves that can be read. */
const CheckedMoves = DrillMoves.superRefine(({ texts }, ctx) => {
  for (const [i, text] of texts.entries()) {
    try {
      readMovement(text);
    } catch (error) {
      if (!(error instanceof MovesProblem)) throw error;
      ctx.addIssue({
        code: 'custom',
        path: ['texts', i],
        message: t('Moves, line {line}: {message}', { line: error.line, message: error.message }),
      });
    }
  }
});

/**
 * A drill on its way to the shelf: its layout can really be put down and its moves can be read. What was released is a plain `Drill`:
 * it was checked when it came in.
 */
export const CheckedDrill = Drill.extend({ layout: CheckedLayout.nullable().default(null), moves: CheckedMoves.nullable().default(null) });
