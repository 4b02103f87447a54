import type { Drill } from '../drills/schema.ts';
import { measureSession } from '../planning/measure.ts';
import { doseInWords } from '../scores/result.ts';
import { doseOf } from '../training/dose.ts';
import type { Runner } from '../training/index.ts';
import type { WeekPlan } from '../weeks/schema.ts';

/** One line of a dose table: an item, or the break after a block. Seconds and touches are whole numbers. */
export interface DoseRow {
  session: string;
  block: string;
  drill: string;
  dose: string;
  side: string;
  seconds: number;
  'least seconds': number;
  'most seconds': number;
  'left work s': number;
  'right work s': number;
  'both work s': number;
  'left touches': number;
  'right touches': number;
  'left hop s': number;
  'right hop s': number;
  headers: number;
}

/** What each item of a week costs, session by session; the rows of a session add up to its dose. */
export function doseRows(plan: WeekPlan, drills: ReadonlyMap<string, Drill>, runner: Runner): DoseRow[] {
  return plan.sessions.flatMap((session) => {
    const { sheet } = measureSession(session, drills, runner);
    return session.blocks.flatMap((block) => {
      const rows = [...block.items.map((item) => ({ item, at: item.id as string | null })), { item: null, at: null }];
      return rows.flatMap(({ item, at }): DoseRow[] => {
        const mine = sheet.filter((interval) => interval.blockId === block.id && interval.itemId === at);
        if (mine.length === 0) return [];
        const cost = doseOf(mine, drills, runner);
        return [
          {
            session: session.name,
            block: block.kind,
            drill: item ? (drills.get(item.drillId)?.name ?? item.drillId) : 'drink',
            dose: item ? doseInWords(item.dose) : '',
            side: item?.side ?? '',
            seconds: Math.round(cost.seconds),
            'least seconds': Math.round(cost.low),
            'most seconds': Math.round(cost.high),
            'left work s': Math.round(cost.work.left),
            'right work s': Math.round(cost.work.right),
            'both work s': Math.round(cost.work.both),
            'left touches': Math.round(cost.touches.left),
            'right touches': Math.round(cost.touches.right),
            'left hop s': Math.round(cost.hopSeconds.left),
            'right hop s': Math.round(cost.hopSeconds.right),
            headers: cost.headers,
          },
        ];
      });
    });
  });
}
