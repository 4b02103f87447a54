import type { Foot } from '../drills/terms.ts';
import type { PublishedWeek } from './schema.ts';

/** What lists of a season need of a released week: names, days, and which drills, without the drills themselves. */
export interface WeekOutline {
  title: string;
  focus: string;
  /** `drillIds`: each once, in the order in which they are done. */
  sessions: { id: string; name: string; day: number | null; drillIds: string[]; groups?: string[] | undefined }[];
}

export const outlineOf = ({ title, focus, sessions }: PublishedWeek): WeekOutline => ({
  title,
  focus,
  sessions: sessions.map(({ id, name, day, groups, blocks }) => ({
    ...{ id, name, day },
    drillIds: [...new Set(blocks.flatMap((block) => block.items.map((item) => item.drillId)))],
    ...(groups && groups.length > 0 ? { groups } : {}),
  })),
});

/** A catch-up dose: the item it follows, the foot behind, and how much, in the unit of the item's dose (seconds or reps). */
export interface Extra {
  id: string;
  after: string;
  foot: Exclude<Foot, 'both'>;
  amount: number;
  /** The share of the work, in a hundred, that the foot balance asked for; left out of older ones. */
  promised?: number | undefined;
}
