import type { FamilyWeek } from '../../contract/screens.ts';
import { BETTER } from '../../core/drills/terms.ts';
import { trendOf } from '../../core/progress/index.ts';
import { sessionsFor } from '../../core/weeks/index.ts';
import type { Context } from '../context.ts';
import { drillNames } from '../drills/shelf.ts';
import { figuresOf } from '../scores/figures.ts';
import { groupsOnDays } from '../squads/groups.ts';
import type { Member } from '../squads/squads.ts';
import { releasedWeeks } from '../weeks/outlines.ts';
import { byDrill } from './feet.ts';
import { childWeek } from './letter-numbers.ts';
import { doneSessions } from './this-week.ts';

const RISING_TOLD = 3;

/** Names of drills whose results rise on one foot at least, the drill done last first. */
function risingOf({ db }: Context, squadId: string, playerId: string): string[] {
  const drillName = drillNames(db, squadId);
  const rising = [...byDrill(figuresOf(db, squadId, playerId)).values()].flatMap((counted) => {
    const feet = new Set(counted.map((one) => one.foot));
    const rises = [...feet].some((foot) => {
      const mine = counted.filter((one) => one.foot === foot);
      const [first] = mine;
      return first !== undefined && trendOf(mine, BETTER[first.measure])?.direction === 'rising';
    });
    return rises ? [drillName(counted.at(-1)?.drillId ?? '')] : [];
  });
  return [...new Set(rising)].slice(0, RISING_TOLD);
}

/** A child's week as the family's page shows it at a glance: the one that opened last, open or over; null before the first. */
export function familyWeekOf(context: Context, squadId: string, member: Member): FamilyWeek | null {
  const { db } = context;
  const now = context.now();
  const [shown] = releasedWeeks(db, squadId)
    .filter((one) => one.revision.opensAt <= now)
    .sort((a, b) => b.revision.opensAt - a.revision.opensAt);
  if (!shown) return null;
  const { week, touches, records } = childWeek(context, squadId, member, shown);
  const group = groupsOnDays(db, squadId)(member.id, shown.week.startsOn);
  const done = new Set(doneSessions(db, shown.week.id, member.id));
  return {
    ...week,
    closesAt: shown.revision.closesAt,
    isOpen: now < shown.revision.closesAt,
    sessions: sessionsFor(shown.outline.sessions, group).map(({ id, name, day, drillIds }) => ({
      ...{ id, name, day, drillIds },
      done: done.has(id),
    })),
    touches: { left: touches.left, right: touches.right },
    records: records.map(({ drill, dose, foot, result, before, unit }) => ({ drill, dose, foot, result, before, unit })),
    rising: risingOf(context, squadId, member.id),
  };
}
