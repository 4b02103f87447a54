import type { Drill } from '../drills/schema.ts';
import type { Block, BlockKind, Dose, Item, Session } from './schema.ts';

/** A plain dose for a drill: what most coaches would write down first. */
export function usualDose(drill: Drill): Dose {
  switch (drill.measure) {
    case 'count in time':
      return { measure: 'count in time', seconds: drill.bands[0]?.per ?? 30, rounds: 1 };
    case 'hits in time':
      return { measure: 'hits in time', seconds: drill.bands[0]?.per ?? 30, rounds: 1, distance: 3 };
    case 'unbroken run':
      return { measure: 'unbroken run', seconds: 120, rounds: 1, bounce: drill.id.includes('one-foot') };
    case 'fixed reps':
      return { measure: 'fixed reps', reps: drill.bands[0]?.per ?? 10, rounds: 1 };
    case 'sets':
      return { measure: 'sets', sets: drill.bands[0]?.per ?? 5 };
    case 'course time':
      return { measure: 'course time', rounds: 2 };
    case 'surfaces':
      return { measure: 'surfaces', reps: 25, surfaces: ['right foot', 'left foot', 'right thigh', 'left thigh'] };
    case 'time on':
      return { measure: 'time on', seconds: 30, rounds: 1 };
  }
}

/** A new item of a drill with the usual dose. `id` comes from the caller: core makes no chance. */
export function newItem(id: string, drill: Drill): Item {
  return {
    id,
    drillId: drill.id,
    dose: usualDose(drill),
    side: drill.sides,
    starts: 'right',
    paces: [],
    restSeconds: 0,
    scored: drill.measure !== 'time on',
    target: drill.measure === 'time on' ? { rule: 'no number' } : { rule: 'beat your best' },
  };
}

/** Seconds to drink after a block of a kind: longer after a leg burner (30–45 s). */
export function usualDrink(kind: BlockKind): number {
  return kind === 'leg burner' ? 45 : 30;
}

export function newBlock(id: string, kind: BlockKind): Block {
  return { id, kind, restSeconds: 5, drinkSeconds: usualDrink(kind), items: [] };
}

export function newSession(id: string, name: string): Session {
  return { id, name, day: null, blocks: [] };
}
