import { addDays, type Day, mondayOf } from '../calendar/days.ts';
import { withItems } from './edit.ts';
import type { Dose, Item, Session } from './schema.ts';

/** From a Monday on a player is in a group of the squad, or in none. */
export interface GroupStay {
  from: Day;
  group: string | null;
}

/** The group that a player is in on a day: that of the last stay that had begun; null before the first. Stays come in any order. */
export function groupOn(stays: readonly GroupStay[], day: Day): string | null {
  let last: GroupStay | null = null;
  for (const stay of stays) if (stay.from <= day && (!last || stay.from > last.from)) last = stay;
  return last?.group ?? null;
}

/**
 * The Monday from which a move to another group counts: this week's, or the next one's for whoever has already opened this week.
 * What a child has seen of a week is not taken from under the feet.
 */
export const movesOn = (today: Day, hasOpenedThisWeek: boolean): Day => addDays(mondayOf(today), hasOpenedThisWeek ? 7 : 0);

/** What tells for whom a session is; none named: for everybody. */
interface ForGroups {
  groups?: string[] | undefined;
}

/** Whether a session is for whoever is in a group (null: in none). */
export const isFor = ({ groups }: ForGroups, group: string | null): boolean =>
  !groups || groups.length === 0 || (group !== null && groups.includes(group));

/** The sessions of a week that are for whoever is in a group (null: in none). */
export const sessionsFor = <S extends ForGroups>(sessions: readonly S[], group: string | null): S[] =>
  sessions.filter((session) => isFor(session, group));

/** What a group does in the place of an item's drill, in its own dose. */
export interface Variant {
  drillId: string;
  dose: Dose;
}

/**
 * An item as a group does it. A dose of another length or measure runs at the usual pace, for a ladder fits the work it was made for alone.
 * @param sidesOf the feet that a drill is done with
 */
export function itemFor({ groups, ...item }: Item, group: string | null, sidesOf: (drillId: string) => Item['side'] | undefined): Item {
  const own = group === null ? undefined : groups?.[group];
  if (!own) return item;
  const { ownStep: _, ...planned } = item;
  const side = own.drillId === item.drillId ? item.side : (sidesOf(own.drillId) ?? item.side);
  const alike = JSON.stringify(own.dose) === JSON.stringify(item.dose);
  const timed = own.dose.measure !== 'time on';
  return {
    ...planned,
    ...own,
    side,
    paces: alike ? item.paces : [],
    scored: item.scored && timed,
    target: timed ? item.target : { rule: 'no number' },
  };
}

const isVaried = (session: Session) => session.blocks.some((block) => block.items.some((item) => item.groups));

/**
 * A week, or a plan, as whoever is in a group does it: the sessions for the group, with its own drills and doses. Ids stay, so that goes of all
 * belong to one item; a session that is the same for everybody stays the very same.
 */
export const planFor = <P extends { sessions: Session[] }>(
  plan: P,
  group: string | null,
  sidesOf: (drillId: string) => Item['side'] | undefined,
): P => ({
  ...plan,
  sessions: sessionsFor(plan.sessions, group).map((session) =>
    isVaried(session) ? withItems(session, (item) => itemFor(item, group, sidesOf)) : session,
  ),
});

/** Whether anything in a plan is for some groups alone or other for one. */
export const hasGroups = ({ sessions }: { sessions: readonly Session[] }): boolean =>
  sessions.some(
    (session) =>
      (session.groups?.length ?? 0) > 0 ||
      session.blocks.some((block) => block.items.some((item) => Object.keys(item.groups ?? {}).length > 0)),
  );

/** Every drill that an item may be done with: its own, and those of groups. */
export const drillsOfItem = (item: Pick<Item, 'drillId' | 'groups'>): string[] => [
  ...new Set([item.drillId, ...Object.values(item.groups ?? {}).map((own) => own.drillId)]),
];

/** A plan with everything for everybody: groups are a squad's own, and mean nothing in another one. */
export const withoutGroups = <P extends { sessions: Session[] }>(plan: P): P => ({
  ...plan,
  sessions: plan.sessions.map(({ groups: _, ...session }) => withItems(session, ({ groups: _own, ...item }) => item)),
});
