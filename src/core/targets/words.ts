import { BETTER, resultUnit } from '../drills/terms.ts';
import { t } from '../text/translate.ts';
import type { Dose } from '../weeks/schema.ts';

/** A number to reach and why it is that number. `number` is null when there is none to reach. */
export interface Target {
  number: number | null;
  reason: string;
  /** True when the number comes from a band seen at another dose, or from an estimated band. */
  estimated: boolean;
  /** True when a coach set it for this player in place of the rule's. */
  byCoach: boolean;
  /** There where it is a stretch number: from the own goes, and not a band’s or a coach’s. */
  stretch?: true | undefined;
}

/** A target in words: "23 reps", "24 s or less", or "no number". */
export function targetInWords(target: Target, dose: Dose): string {
  if (target.number === null) return 'no number';
  const unit = resultUnit(dose.measure);
  return BETTER[dose.measure] === 'more' ? `${target.number} ${unit}` : t('{number} {unit} or less', { number: target.number, unit });
}
