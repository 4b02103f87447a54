import { atHome, nearestDrill } from '../drills/home.ts';
import type { Home } from '../drills/home-schema.ts';
import type { Drill } from '../drills/schema.ts';
import type { PublishedWeek } from './schema.ts';

/** An item that a player cannot do at home, and the drill that takes its place there; null when no drill can. */
export interface Swap {
  itemId: string;
  planned: string;
  lacks: string[];
  instead: Drill | null;
}

/**
 * The drill that takes the place of one that cannot be done at a home: the nearest that is measured the same way, without any
 * special load, else any such drill that can be done there. Null when there is none.
 */
export function insteadOf(drill: Drill, home: Home | null, shelf: readonly Drill[]): Drill | null {
  const alike = shelf.filter((one) => one.id === drill.id || (one.measure === drill.measure && one.loads.length === 0));
  return nearestDrill(drill, home, alike) ?? alike.find((one) => one.id !== drill.id && atHome(one, home).can) ?? null;
}

/**
 * The items of a week that cannot be done at a player's home, each with the nearest drill that can. The dose stays, so what takes its
 * place is measured the same way; a drill with heading never does.
 * @param shelf every drill that may take a place
 */
export function swapsFor(content: PublishedWeek, home: Home | null, shelf: readonly Drill[]): Swap[] {
  if (!home) return [];
  return content.sessions.flatMap((session) =>
    session.blocks.flatMap((block) =>
      block.items.flatMap((item): Swap[] => {
        const drill = content.drills[item.drillId];
        if (!drill) return [];
        const { can, lacks } = atHome(drill, home);
        if (can) return [];
        return [{ itemId: item.id, planned: drill.name, lacks, instead: insteadOf(drill, home, shelf) }];
      }),
    ),
  );
}

/** Items of a week that cannot be done at a home, and have nothing in their place. */
export const leftOutOf = (content: PublishedWeek, home: Home | null, shelf: readonly Drill[]): Set<string> =>
  new Set(swapsFor(content, home, shelf).flatMap((swap) => (swap.instead ? [] : [swap.itemId])));

/** The week with its swaps made. Items without a drill that can be done stay as planned: the player is told, and skips them. */
export function withSwaps(content: PublishedWeek, swaps: readonly Swap[]): PublishedWeek {
  const by = new Map(swaps.flatMap((swap) => (swap.instead ? [[swap.itemId, swap.instead] as const] : [])));
  if (by.size === 0) return content;
  return {
    ...content,
    sessions: content.sessions.map((session) => ({
      ...session,
      blocks: session.blocks.map((block) => ({
        ...block,
        items: block.items.map((item) => ({ ...item, drillId: by.get(item.id)?.id ?? item.drillId })),
      })),
    })),
    drills: { ...content.drills, ...Object.fromEntries([...by.values()].map((drill) => [drill.id, drill])) },
  };
}
