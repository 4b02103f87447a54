import type { Session } from '../weeks/schema.ts';
import type { ClockEvent } from './clock.ts';
import type { Interval } from './types.ts';

/** Why a player does another drill today. */
export const TODAY_WHYS = ['too hard', 'too easy'] as const;
export type TodayWhy = (typeof TODAY_WHYS)[number];

/** Another drill in the place of a planned one, for the rest of a visit. */
export interface TodayInstead {
  drillId: string;
  why: TodayWhy;
}

/**
 * What is done in the place of planned items, by item, as the log of a visit has it: the last word of each. Going back to the planned drill
 * takes the item out.
 */
export function insteadIn(log: readonly ClockEvent[]): Map<string, TodayInstead> {
  const found = new Map<string, TodayInstead>();
  for (const event of log) {
    if (event.type !== 'instead') continue;
    if (event.drillId === null) found.delete(event.itemId);
    else found.set(event.itemId, { drillId: event.drillId, why: event.why });
  }
  return found;
}

/** The session with other drills in the place of planned ones; doses, feet and ids stay, so that the clock runs the same. */
export function withInstead(session: Session, instead: ReadonlyMap<string, TodayInstead>): Session {
  if (instead.size === 0) return session;
  return {
    ...session,
    blocks: session.blocks.map((block) => ({
      ...block,
      items: block.items.map((item) => ({ ...item, drillId: instead.get(item.id)?.drillId ?? item.drillId })),
    })),
  };
}

/** The same of a run sheet: only what is shown and said changes, no second of it. */
export const sheetWithInstead = (sheet: readonly Interval[], instead: ReadonlyMap<string, TodayInstead>): readonly Interval[] =>
  instead.size === 0
    ? sheet
    : sheet.map((one) => ({ ...one, drillId: (one.itemId === null ? undefined : instead.get(one.itemId)?.drillId) ?? one.drillId }));
