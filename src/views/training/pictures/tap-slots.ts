import type { Foot } from '../../../core/drills/terms.ts';
import type { Dose } from '../../../core/weeks/schema.ts';
import { type FootEntry, triesOf } from '../score-form.ts';

/** One place on the screen that is tapped once for each. */
export interface TapSlot {
  key: string;
  foot: Foot;
  /** The surface of the ball or foot that is counted; null where a foot is counted whole. */
  part: string | null;
}

/** What is tapped after a go: touches, cones that were moved, or nothing, as the clock knows the number already. */
export type TapAsks = 'touches' | 'cones' | 'nothing';

export function asksOf({ measure }: Pick<Dose, 'measure'>): TapAsks {
  switch (measure) {
    case 'sets':
    case 'course time':
      return 'cones';
    case 'fixed reps':
      return 'nothing';
    default:
      return 'touches';
  }
}

/** The places to tap after a go, in the order of the feet, and of their surfaces. */
export function tapSlots(dose: Dose, feet: readonly Foot[]): TapSlot[] {
  if (asksOf(dose) === 'nothing') return [];
  if (dose.measure !== 'surfaces') return feet.map((foot) => ({ key: foot, foot, part: null }));
  return feet.flatMap((foot) => dose.surfaces.map((part) => ({ key: `${foot}|${part}`, foot, part })));
}

/** Taps by place as far as a helper or the clock made them: a number that is known need not be tapped again. */
export function knownTaps(entries: readonly FootEntry[], slots: readonly TapSlot[], dose: Dose): Record<string, number> {
  const of = ({ foot, part }: TapSlot): number => {
    const entry = entries.find((one) => one.foot === foot);
    if (!entry || asksOf(dose) === 'cones') return 0;
    const numbers = part !== null ? [Number(entry.parts[part])] : dose.measure === 'unbroken run' ? triesOf(entry) : [Number(entry.value)];
    return Math.max(0, ...numbers.filter(Number.isFinite));
  };
  return Object.fromEntries(slots.map((slot) => [slot.key, of(slot)]));
}

/** Entries with what was tapped: the count of a foot or of each surface, one try, or cones that were moved. */
export function entriesOfTaps(
  entries: readonly FootEntry[],
  slots: readonly TapSlot[],
  taps: Readonly<Record<string, number>>,
  dose: Dose,
): FootEntry[] {
  return entries.map((entry) => {
    const mine = slots.filter((slot) => slot.foot === entry.foot);
    if (mine.length === 0) return entry;
    const number = (slot: TapSlot) => String(taps[slot.key] ?? 0);
    if (dose.measure === 'surfaces') return { ...entry, parts: Object.fromEntries(mine.map((slot) => [slot.part ?? '', number(slot)])) };
    const [first] = mine.map(number);
    if (asksOf(dose) === 'cones') return { ...entry, faults: first ?? '0' };
    return dose.measure === 'unbroken run' ? { ...entry, tries: [], value: first ?? '0' } : { ...entry, value: first ?? '0' };
  });
}
