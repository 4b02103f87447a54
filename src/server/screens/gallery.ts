import { catalogueById } from '../../core/drills/index.ts';
import { shapeSession } from '../../core/planning/index.ts';
import { t } from '../../core/text/translate.ts';
import { compileRunSheet, TYPICAL_RUNNER } from '../../core/training/index.ts';
import type { Context } from '../context.ts';
import { Problem } from '../platform/problems.ts';

/** What the gallery of notations and parts shows; there only where the setting GALLERY says so. @throws Problem elsewhere */
export function gallery({ config }: Context) {
  const spot = catalogueById.get('sole-taps');
  const course = [...catalogueById.values()].find((drill) => drill.layout && drill.moves);
  if (!config.gallery || !spot || !course) throw new Problem('not found', t('There is no such page.'));
  let n = 0;
  const session = shapeSession('circuit', { minutes: 6, drills: catalogueById, id: () => `item-${n++}` });
  return { spot, course, sheet: compileRunSheet(session, catalogueById, TYPICAL_RUNNER) };
}
