import type { Drill } from '../drills/schema.ts';
import { changeItem, withSeconds } from './edit.ts';
import type { Item, TargetRule, WeekPlan } from './schema.ts';

/** What is set for many items at once; whatever is left out stays. */
export interface BulkChange {
  rule?: TargetRule['rule'];
  scored?: boolean;
  /** One pace for all the work, or easy, half and full in thirds; null for the usual one. */
  pace?: 'easy' | 'half' | 'full' | 'easy, half, full' | null;
  seconds?: number;
  rounds?: number;
  reps?: number;
  restSeconds?: number;
  /** Whether a clip would be welcome. */
  clip?: boolean;
  /** Words for the player; empty for none. */
  note?: string;
}

/** A target rule for a drill; the number of “same for all” is what a steady player reaches. */
export const targetOf = (rule: TargetRule['rule'], drill: Drill | undefined): TargetRule =>
  rule === 'same for all' ? { rule, number: drill?.bands[0]?.steady ?? 10 } : { rule };

/** Item types that have no time of their own keep their paces: none. */
export function withPace(item: Item, pace: NonNullable<BulkChange['pace']> | null): Item {
  if (!('seconds' in item.dose) || item.dose.measure === 'unbroken run') return item;
  const paces = pace === null ? [] : pace === 'easy, half, full' ? (['easy', 'half', 'full'] as const) : [pace];
  return withSeconds({ ...item, paces: paces.map((one) => ({ pace: one, seconds: 0 })) }, item.dose.seconds);
}

/** An item in which both feet work at each pace before the next, or each foot through all of them. */
export function withPairs({ inPairs: _, ...item }: Item, inPairs: boolean): Item {
  return inPairs ? { ...item, inPairs } : item;
}

/** An item with a rest after its last round; without any where it is nought. */
export function withRestAfter({ restAfterSeconds: _, ...item }: Item, seconds: number): Item {
  return seconds === 0 ? item : { ...item, restAfterSeconds: seconds };
}

/** Only what is counted can be shown: a clip goes with a number. */
export function withClip({ clip: _, ...item }: Item, clip: boolean): Item {
  return clip && item.scored ? { ...item, clip } : item;
}

/** An item with words for the player; without any where they are empty. */
export function withNote({ note: _, ...item }: Item, note: string): Item {
  return note === '' ? item : { ...item, note };
}

function changed(item: Item, change: BulkChange, drill: Drill | undefined): Item {
  let now = item;
  // A drill that is only held for a time has no number.
  if (change.scored !== undefined && item.dose.measure !== 'time on') {
    const target = change.scored && now.target.rule === 'no number' ? ({ rule: 'beat your best' } as const) : now.target;
    now = { ...now, scored: change.scored, target };
  }
  if (change.rule !== undefined && now.scored) now = { ...now, target: targetOf(change.rule, drill) };
  if (change.seconds !== undefined && 'seconds' in now.dose) now = withSeconds(now, change.seconds);
  if (change.rounds !== undefined && 'rounds' in now.dose) now = { ...now, dose: { ...now.dose, rounds: change.rounds } };
  if (change.reps !== undefined && now.dose.measure === 'fixed reps') now = { ...now, dose: { ...now.dose, reps: change.reps } };
  if (change.restSeconds !== undefined && 'rounds' in now.dose) now = { ...now, restSeconds: change.restSeconds };
  if (change.clip !== undefined) now = withClip(now, change.clip);
  if (change.note !== undefined) now = withNote(now, change.note);
  if (change.pace !== undefined) now = withPace(now, change.pace);
  return now;
}

/** A plan with some of its items changed alike, each as far as its measure allows. */
export const changeMany = (plan: WeekPlan, ids: ReadonlySet<string>, change: BulkChange, drills: ReadonlyMap<string, Drill>): WeekPlan =>
  [...ids].reduce((now, id) => changeItem(now, id, (item) => changed(item, change, drills.get(item.drillId))), plan);

/** The items from one to another in the order of the week, both included; the second alone where the first is not there. */
export function itemsBetween(plan: WeekPlan, from: string | null, to: string): string[] {
  const ids = plan.sessions.flatMap((session) => session.blocks.flatMap((block) => block.items.map((item) => item.id)));
  const [a, b] = [from === null ? -1 : ids.indexOf(from), ids.indexOf(to)];
  if (b < 0) return [];
  return a < 0 ? [to] : ids.slice(Math.min(a, b), Math.max(a, b) + 1);
}
