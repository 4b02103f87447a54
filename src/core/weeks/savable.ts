import { Item, WeekPlan } from './schema.ts';

/** A field that does not hold: where it stands, what is wrong, and whose it is. */
export interface PlanFault {
  /** Its place in the plan, such as `sessions.0.blocks.1.items.2.dose.seconds`. */
  field: string;
  sentence: string;
  /** The session's name; null for the week's own fields. */
  session: string | null;
  /** The item it belongs to, and its drill; null outside an item. */
  item: { id: string; drillId: string } | null;
}

type Path = readonly PropertyKey[];

const parts = (plan: WeekPlan, path: Path) => {
  const at = (i: number) => (typeof path[i] === 'number' ? path[i] : -1);
  const session = path[0] === 'sessions' ? plan.sessions[at(1)] : undefined;
  const block = path[2] === 'blocks' ? session?.blocks[at(3)] : undefined;
  const item = path[4] === 'items' ? block?.items[at(5)] : undefined;
  return { session, block, item };
};

/** What does not hold in a plan as it was typed, in the order of the plan; the same of one item is said once. */
export function faultsOf(plan: WeekPlan): PlanFault[] {
  const said = new Set<string>();
  const all = (WeekPlan.safeParse(plan).error?.issues ?? []).map(({ path, message }) => {
    const { session, item } = parts(plan, path);
    return {
      field: path.join('.'),
      sentence: message,
      session: session ? session.name : null,
      item: item ? { id: item.id, drillId: item.drillId } : null,
    };
  });
  return all.filter(({ item, sentence, field }) => {
    const key = JSON.stringify([item?.id ?? field, sentence]);
    return !said.has(key) && said.add(key);
  });
}

/** What does not hold in one item, by its field, such as `dose.seconds`. */
export const faultsOfItem = (item: Item): ReadonlyMap<string, string> =>
  new Map((Item.safeParse(item).error?.issues ?? []).toReversed().map(({ path, message }) => [path.join('.'), message]));

const byId = <T extends { id: string }>(list: readonly T[]) => new Map(list.map((one) => [one.id, one]));

/**
 * As much of a typed plan as can be saved: what does not hold has the value that was saved last, or is left out where there was none yet.
 * Everything else is as it was typed. A plan that holds is itself.
 * @param last the plan that was saved last, which holds
 * @returns null where even that does not hold, such as a week with too many drills
 */
export function savablePlan(typed: WeekPlan, last: WeekPlan): WeekPlan | null {
  const found = WeekPlan.safeParse(typed);
  if (found.success) return found.data;
  const wrong = {
    plan: new Set<PropertyKey>(),
    sessions: new Map<string, Set<PropertyKey>>(),
    blocks: new Map<string, Set<PropertyKey>>(),
    items: new Set<string>(),
  };
  const add = (map: Map<string, Set<PropertyKey>>, id: string, field: PropertyKey | undefined) =>
    map.set(id, (map.get(id) ?? new Set()).add(field ?? ''));
  for (const { path } of found.error.issues) {
    const { session, block, item } = parts(typed, path);
    if (item) wrong.items.add(item.id);
    else if (block) add(wrong.blocks, block.id, path[4]);
    else if (session) add(wrong.sessions, session.id, path[2]);
    else if (path[0] !== undefined) wrong.plan.add(path[0]);
  }
  const lastSessions = byId(last.sessions);
  const lastBlocks = byId(last.sessions.flatMap((session) => session.blocks));
  const lastItems = byId(last.sessions.flatMap((session) => session.blocks.flatMap((block) => block.items)));
  /** The fields of a thing that do not hold, as they were; null where it was not there. */
  const asItWas = <T extends object>(now: T, fields: ReadonlySet<PropertyKey> | undefined, before: T | undefined): T | null => {
    if (!fields) return now;
    if (!before) return null;
    const mended = Object.entries(before).filter(([name]) => fields.has(name));
    return { ...now, ...Object.fromEntries(mended) };
  };
  const plan = asItWas(typed, wrong.plan, last) ?? typed;
  const sessions = plan.sessions.flatMap((session) => {
    const held = asItWas(session, wrong.sessions.get(session.id), lastSessions.get(session.id));
    if (!held) return [];
    const blocks = held.blocks.flatMap((block) => {
      const kept = asItWas(block, wrong.blocks.get(block.id), lastBlocks.get(block.id));
      if (!kept) return [];
      return [{ ...kept, items: kept.items.flatMap((item) => (wrong.items.has(item.id) ? (lastItems.get(item.id) ?? []) : [item])) }];
    });
    return [{ ...held, blocks }];
  });
  const mended = WeekPlan.safeParse({ ...plan, sessions });
  return mended.success ? mended.data : null;
}
