import type { Block, Item, Session, WeekPlan } from './schema.ts';

/** Pure edits of a plan: each gives a new plan and leaves the given one as it is. Unknown ids change nothing. */

type Change<T> = (old: T) => T;

/** A list with one change; the very same list when nothing in it changed, so that whoever kept something by it can keep it. */
function mapped<T>(list: T[], change: Change<T>): T[] {
  let same = true;
  const next = list.map((one) => {
    const changed = change(one);
    if (changed !== one) same = false;
    return changed;
  });
  return same ? list : next;
}

/** Lets a change see every session; sessions that it leaves alone stay the same objects. */
function inSessions(plan: WeekPlan, change: Change<Session>): WeekPlan {
  const sessions = mapped(plan.sessions, change);
  return sessions === plan.sessions ? plan : { ...plan, sessions };
}

const inBlocks =
  (change: Change<Block>): Change<Session> =>
  (session) => {
    const blocks = mapped(session.blocks, change);
    return blocks === session.blocks ? session : { ...session, blocks };
  };

const inItems =
  (change: (items: Item[]) => Item[]): Change<Block> =>
  (block) => {
    const items = change(block.items);
    return items === block.items ? block : { ...block, items };
  };

export function changeSession(plan: WeekPlan, sessionId: string, change: Change<Session>): WeekPlan {
  return inSessions(plan, (one) => (one.id === sessionId ? change(one) : one));
}

export function changeBlock(plan: WeekPlan, blockId: string, change: Change<Block>): WeekPlan {
  return inSessions(
    plan,
    inBlocks((one) => (one.id === blockId ? change(one) : one)),
  );
}

export function changeItem(plan: WeekPlan, itemId: string, change: Change<Item>): WeekPlan {
  return inSessions(plan, inBlocks(inItems((items) => mapped(items, (one) => (one.id === itemId ? change(one) : one)))));
}

/** A session with each item changed; items that come back as null are left out. */
export const withItems = <S extends Pick<Session, 'blocks'>>(session: S, change: (item: Item) => Item | null): S => ({
  ...session,
  blocks: session.blocks.map((block) => ({ ...block, items: block.items.flatMap((item) => change(item) ?? []) })),
});

/** A list without one; the very same list when it is not in it. */
const without = <T extends { id: string }>(list: T[], id: string): T[] =>
  list.some((one) => one.id === id) ? list.filter((one) => one.id !== id) : list;

/** Does the same to the lists of sessions, blocks and items: an id stands in one of them only. */
function inEveryList(plan: WeekPlan, change: <T extends { id: string }>(list: T[]) => T[]): WeekPlan {
  const sessions = change(plan.sessions);
  const next = sessions === plan.sessions ? plan : { ...plan, sessions };
  return inSessions(next, (session) => {
    const blocks = change(session.blocks);
    return inBlocks(inItems((items) => change(items)))(blocks === session.blocks ? session : { ...session, blocks });
  });
}

/** Takes a session, block or item out, wherever it stands. */
export function removeById(plan: WeekPlan, id: string): WeekPlan {
  return inEveryList(plan, (list) => without(list, id));
}

function moved<T extends { id: string }>(list: T[], id: string, by: -1 | 1): T[] {
  const from = list.findIndex((one) => one.id === id);
  const to = from + by;
  const one = list[from];
  if (!one || to < 0 || to >= list.length) return list;
  const rest = without(list, id);
  return [...rest.slice(0, to), one, ...rest.slice(to)];
}

/** Moves a session, block or item one place up (−1) or down (+1) among its neighbours; at the end it stays. */
export function moveById(plan: WeekPlan, id: string, by: -1 | 1): WeekPlan {
  return inEveryList(plan, (list) => moved(list, id, by));
}

const insertAt = <T>(list: readonly T[], at: number, one: T): T[] => [...list.slice(0, at), one, ...list.slice(at)];

/** Moves an item to a place (from 0) in any block of the week; the place is counted without the item itself. Unknown ids change nothing. */
export function moveItemTo(plan: WeekPlan, itemId: string, blockId: string, at: number): WeekPlan {
  const item = plan.sessions.flatMap((s) => s.blocks.flatMap((b) => b.items)).find((one) => one.id === itemId);
  const there = plan.sessions.some((session) => session.blocks.some((block) => block.id === blockId));
  if (!item || !there) return plan;
  return changeBlock(removeById(plan, itemId), blockId, (block) => ({ ...block, items: insertAt(block.items, at, item) }));
}

/**
 * Moves an item one place up (−1) or down (+1) in its session: among its block's items, and from the edge of a block
 * into the next one. At the top and the bottom of the session it stays.
 */
export function stepItem(plan: WeekPlan, itemId: string, by: -1 | 1): WeekPlan {
  for (const session of plan.sessions) {
    const b = session.blocks.findIndex((block) => block.items.some((item) => item.id === itemId));
    const block = session.blocks[b];
    if (!block) continue;
    const i = block.items.findIndex((item) => item.id === itemId);
    if (i + by >= 0 && i + by < block.items.length) return moveItemTo(plan, itemId, block.id, i + by);
    const next = session.blocks[b + by];
    return next ? moveItemTo(plan, itemId, next.id, by === 1 ? 0 : next.items.length) : plan;
  }
  return plan;
}

/** Moves a block to a place in any session of the week. */
export function moveBlockTo(plan: WeekPlan, blockId: string, sessionId: string, at: number): WeekPlan {
  const block = plan.sessions.flatMap((session) => session.blocks).find((one) => one.id === blockId);
  if (!block || !plan.sessions.some((session) => session.id === sessionId)) return plan;
  return changeSession(removeById(plan, blockId), sessionId, (session) => ({ ...session, blocks: insertAt(session.blocks, at, block) }));
}

/** Moves a session to a place among the sessions. */
export function moveSessionTo(plan: WeekPlan, sessionId: string, at: number): WeekPlan {
  const session = plan.sessions.find((one) => one.id === sessionId);
  if (!session) return plan;
  return { ...plan, sessions: insertAt(without(plan.sessions, sessionId), at, session) };
}

/**
 * Moves an item or a block into the session before (−1) or after (+1): an item to the end of the block of its kind there, or of the last one; a
 * block to the end. At the first and the last session it stays, and so does an item where the other session has no block.
 */
export function stepAcross(plan: WeekPlan, id: string, by: -1 | 1): WeekPlan {
  const holds = (block: Block) => block.id === id || block.items.some((item) => item.id === id);
  const s = plan.sessions.findIndex((session) => session.blocks.some(holds));
  const from = plan.sessions[s]?.blocks.find(holds);
  const to = s < 0 ? undefined : plan.sessions[s + by];
  if (!from || !to) return plan;
  if (from.id === id) return moveBlockTo(plan, id, to.id, to.blocks.length);
  const block = to.blocks.find((one) => one.kind === from.kind) ?? to.blocks.at(-1);
  return block ? moveItemTo(plan, id, block.id, block.items.length) : plan;
}

/** Gives an item another length of timed work; a pace ladder keeps its shares, to whole seconds. */
export function withSeconds(item: Item, seconds: number): Item {
  if (!('seconds' in item.dose)) return item;
  const dose = { ...item.dose, seconds };
  if (item.paces.length === 0) return { ...item, dose };
  const each = Math.floor(seconds / item.paces.length);
  const paces = item.paces.map((stretch, i) => ({ ...stretch, seconds: i === 0 ? seconds - each * (item.paces.length - 1) : each }));
  return { ...item, dose, paces };
}
