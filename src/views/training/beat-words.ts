import { number } from '../../client/words.ts';
import type { NumberToBeat } from '../../contract/training.ts';
import type { Foot } from '../../core/drills/terms.ts';
import { t } from '../../core/text/translate.ts';

/** The number to beat of the foot that an interval is for, as it is said before the go; null where there is none. */
export function beatWords(numbers: readonly NumberToBeat[], { itemId, foot }: { itemId: string | null; foot: Foot }): string | null {
  const target = numbers.find((one) => one.itemId === itemId && one.foot === foot)?.target.number ?? null;
  return target === null ? null : t('Beat {target}', { target: number(target) });
}
