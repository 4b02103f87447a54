import type { NumberToBeat } from '../../contract/training.ts';
import type { Drill } from '../../core/drills/schema.ts';
import { doseInWords } from '../../core/scores/result.ts';
import { targetInWords } from '../../core/targets/words.ts';
import { t, term } from '../../core/text/translate.ts';
import type { Item } from '../../core/weeks/schema.ts';

/** Why these numbers: one sentence where both feet have the same, and how the course is tuned. */
function Why({ numbers }: { numbers: readonly NumberToBeat[] }) {
  const reasons = new Set(numbers.map((one) => one.target.reason));
  const said =
    reasons.size <= 1
      ? [...reasons]
      : numbers.map((one) => `${one.foot === 'both' ? '' : `${one.foot === 'left' ? t('Left') : t('Right')}: `}${one.target.reason}`);
  const tuning = new Set(numbers.flatMap((one) => one.tuning ?? []));
  return <span className="text-dust text-sm">{[...said, ...tuning].join(' ')}</span>;
}

/** The numbers to beat of a session, an item a line; with `why` each with its reason. */
export function Numbers({
  items,
  drills,
  numbers,
  why = false,
}: {
  items: readonly Item[];
  drills: ReadonlyMap<string, Drill>;
  numbers: readonly NumberToBeat[];
  why?: boolean;
}) {
  const scored = items.filter((item) => item.scored);
  return (
    <ul className="flex flex-col gap-1">
      {scored.map((item) => (
        <li key={item.id} className="flex flex-col">
          <div className="flex flex-wrap items-baseline justify-between gap-x-3">
            <span>
              {drills.get(item.drillId)?.name} <span className="text-dust text-sm">{doseInWords(item.dose)}</span>
            </span>
            <span className="ms-auto flex gap-3 font-semibold">
              {numbers
                .filter((one) => one.itemId === item.id)
                .map((one) => (
                  <span key={one.foot} className={one.foot === 'left' ? 'text-foot-left' : one.foot === 'right' ? 'text-foot-right' : ''}>
                    {one.foot === 'both' ? '' : `${term(one.foot)} `}
                    {targetInWords(one.target, item.dose)}
                  </span>
                ))}
            </span>
          </div>
          {why && <Why numbers={numbers.filter((one) => one.itemId === item.id)} />}
        </li>
      ))}
    </ul>
  );
}
