import type { ThisWeek } from '../../contract/training.ts';
import { standInsInWords } from '../../core/drills/terms.ts';
import { t } from '../../core/text/translate.ts';
import { drillsOf, lacks, playedItems } from './kit.ts';
import { LayOut, layoutAtHome } from './LayOut.tsx';

/** Every drill of the open week as it can be done at this home: as it is, with stand-ins, fitted, or another in its place, and why. */
export function AtHomeNote({ visit }: { visit: ThisWeek }) {
  const { week, swaps } = visit;
  if (!week) return null;
  const known = new Map(Object.entries(week.content.drills));
  const items = week.content.sessions.flatMap(playedItems);
  const swapOf = new Map(swaps.map((swap) => [items.find((item) => item.id === swap.itemId)?.drillId, swap]));
  const drills = [...new Set(week.content.sessions.flatMap((session) => drillsOf(session, known)))];
  return (
    <section className="slab flex flex-col gap-2 p-4" aria-label={t('This week’s drills at your place')}>
      <h2>{t('This week’s drills at your place')}</h2>
      <ul className="flex flex-col divide-y divide-joint">
        {drills.map((drill) => {
          const swap = swapOf.get(drill.id);
          const fitted = layoutAtHome(visit, drill);
          const instead = drill.kit
            .filter((kit) => lacks(visit, kit))
            .map((kit) => t('{standInsOf} for the {kit}', { standInsOf: standInsInWords(kit), kit }));
          return (
            <li key={drill.id} className="flex flex-col gap-1 py-2">
              <span className="font-semibold">{drill.name}</span>
              {swap && (
                <span>
                  {swap.instead
                    ? t('Takes the place of “{planned}”, which cannot be done at your place: {lacks}.', {
                        planned: swap.planned,
                        lacks: swap.lacks.join(', '),
                      })
                    : t('Cannot be done at your place: {lacks}. Skip it; nothing is missed.', { lacks: swap.lacks.join(', ') })}
                </span>
              )}
              {instead.length > 0 && !(swap && swap.instead === null) && (
                <span>{t('With {instead}.', { instead: instead.join(', and ') })}</span>
              )}
              {!swap && instead.length === 0 && !fitted && <span className="text-dust">{t('As it is.')}</span>}
              {fitted && <LayOut visit={visit} drill={drill} fitted={fitted} />}
            </li>
          );
        })}
      </ul>
    </section>
  );
}
