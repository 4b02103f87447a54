import { catalogueById, type Drill } from '../../src/core/drills/index.ts';
import { type Block, type Dose, type Item, newBlock, newItem, type Session } from '../../src/core/weeks/index.ts';

/** Small makers for tests: plain ids, shipped drills, what differs from the usual. */

export const drills = catalogueById;

export function drillOf(id: string): Drill {
  const drill = drills.get(id);
  if (!drill) throw new Error(`no drill ${id}`);
  return drill;
}

let made = 0;
/** A valid UUID that is new in this process. */
export const anId = () => `00000000-0000-7000-8000-${String(++made).padStart(12, '0')}`;

export const anItem = (drillId: string, change: Partial<Item> = {}): Item => ({ ...newItem(anId(), drillOf(drillId)), ...change });

export const timed = (seconds: number, rounds = 1): { dose: Dose } => ({ dose: { measure: 'count in time', seconds, rounds } });

export const aBlock = (kind: Block['kind'], items: Item[], change: Partial<Block> = {}): Block => ({
  ...newBlock(anId(), kind),
  items,
  ...change,
});

export const aSession = (blocks: Block[]): Session => ({ id: anId(), name: 'A session', day: null, blocks });

/** A session of one block with one item. */
export const only = (item: Item): Session => aSession([aBlock('challenge', [item])]);
