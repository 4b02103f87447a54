import type { Drill } from '../drills/schema.ts';
import { compileRunSheet } from '../training/compile.ts';
import type { Interval, Runner } from '../training/types.ts';
import type { Session } from '../weeks/schema.ts';
import { TIMES } from '../weeks/times.ts';

/* A live evening has the usual run sheet, cut into goes: before each one everybody waits for the coach, and within it the clock runs as always. */

/** A session with some of its items alone, in their order; blocks that lose all of theirs are gone. */
export const onlyItems = (session: Session, itemIds: readonly string[]): Session => ({
  ...session,
  blocks: session.blocks
    .map((block) => ({ ...block, items: block.items.filter((item) => itemIds.includes(item.id)) }))
    .filter((block) => block.items.length > 0),
});

/** One go of an evening: where its lead-in stands in the sheet, and the last of its intervals. */
export interface GoTogether {
  itemId: string;
  drillId: string;
  round: number;
  first: number;
  last: number;
}

/** What only work has. */
const NO_WORK = { pace: null, surface: null, set: null, reps: null };

/** The wait for the coach, before a go. It belongs to no item, so that a go that begins again begins with its lead-in. */
const gate = (go: Interval): Interval => ({
  ...go,
  ...{ kind: 'set-up', seconds: 0, low: 0, high: 0, ends: 'player', itemId: null, drillId: null, round: 0 },
  ...NO_WORK,
});

const isOfGo = ({ kind, itemId }: Interval): boolean => itemId !== null && kind !== 'rest' && kind !== 'drink';

/**
 * The run sheet of an evening: before each go, and after the last, a wait that only the coach ends; then its lead-in, work and score. Rests and drinks are what
 * lies between the goes. It is as long for everybody: nothing in it follows from the runner but which foot comes first.
 * @param session the items that are done together, as everybody does them
 * @throws RangeError when an item names a drill that is not in `drills`
 */
export function sheetTogether(
  session: Session,
  drills: ReadonlyMap<string, Drill>,
  runner: Pick<Runner, 'strongerFoot' | 'times'>,
): Interval[] {
  const sheet = compileRunSheet(session, drills, { ...runner, level: 'steady', ownPace: {} }).filter(isOfGo);
  const goes = sheet.flatMap((interval, index) => {
    const before = sheet[index - 1];
    if (before && before.itemId === interval.itemId && before.round === interval.round) return [interval];
    const seconds = runner.times?.leadIn ?? TIMES.leadIn;
    const leadIn: Interval = { ...interval, ...NO_WORK, kind: 'lead-in', seconds, low: seconds, high: seconds, ends: 'clock' };
    const begins = interval.kind === 'lead-in' ? interval : leadIn;
    // A round that follows without a score begins with a short switch; here everybody gets ready for it anew.
    return [gate(begins), begins, ...(interval.kind === 'lead-in' || interval.kind === 'switch' ? [] : [interval])];
  });
  const last = goes.at(-1);
  // After the last go there may be any of them again: that is the coach's to say.
  return last ? [...goes, { ...gate(last), foot: 'both' }] : [];
}

/** The goes of an evening's sheet, in order. */
export function goesTogether(sheet: readonly Interval[]): GoTogether[] {
  return sheet.flatMap((interval, index): GoTogether[] => {
    const first = sheet[index + 1];
    if (interval.itemId !== null || !first?.itemId || first.drillId === null) return [];
    const next = sheet.findIndex((one, i) => i > index && one.itemId === null);
    return [
      { itemId: first.itemId, drillId: first.drillId, round: first.round, first: index + 1, last: (next < 0 ? sheet.length : next) - 1 },
    ];
  });
}

/** Which go an interval belongs to, the wait before it included; -1 beyond the sheet. */
export const goAt = (goes: readonly GoTogether[], index: number): number =>
  goes.findIndex((go) => index >= go.first - 1 && index <= go.last);

/** Seconds that an evening is likely to take: its goes, and as long between them as numbers and the way back need. */
export function secondsTogether(sheet: readonly Interval[]): number {
  const BETWEEN_SECONDS = 20;
  return sheet.reduce((sum, one) => sum + one.seconds, 0) + goesTogether(sheet).length * BETWEEN_SECONDS;
}
