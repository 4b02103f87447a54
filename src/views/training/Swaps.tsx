import type { ThisWeek } from '../../contract/training.ts';
import { t } from '../../core/text/translate.ts';
import type { Item } from '../../core/weeks/schema.ts';
import { Notice } from '../../ui/parts/index.ts';

/** What this home has no room or kit for, said plainly, and what takes its place. */
export function Swaps({ items, swaps }: { items: readonly Item[]; swaps: ThisWeek['swaps'] }) {
  const mine = swaps.filter((swap) => items.some((item) => item.id === swap.itemId));
  if (mine.length === 0) return null;
  return (
    <Notice>
      {mine.map((swap) => (
        <p key={swap.itemId}>
          {t('{planned} cannot be done at your place ({lacks}). {instead}', {
            planned: swap.planned,
            lacks: swap.lacks.join(', '),
            instead: swap.instead
              ? t('You do “{instead}” in its place.', { instead: swap.instead })
              : t('The clock leaves it out; nothing is missed.'),
          })}
        </p>
      ))}
    </Notice>
  );
}
