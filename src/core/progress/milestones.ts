import type { Measure } from '../drills/terms.ts';
import { t } from '../text/translate.ts';
import { LADDER } from './ladder.ts';
import type { TimedResult } from './trend.ts';

export interface Milestone {
  /** 25, 100, 500 … in a row, or every surface full. */
  label: string;
  doneAt: number;
}

interface Go extends TimedResult {
  /** Best on each surface, as given; null for other measures. */
  parts: Readonly<Record<string, number>> | null;
}

/**
 * Milestones of one record key, oldest first, each with the go that met it first. An unbroken run meets a step of the ladder by one try:
 * tries are never added up. A higher step is never met before a lower one, so the ladder's order is that of time. Surfaces are met when each of them is full.
 * @param full touches asked for on each surface, and how many surfaces there are; null for other measures
 */
export function milestonesOf(goes: readonly Go[], measure: Measure, full: { reps: number; surfaces: number } | null): Milestone[] {
  const inOrder = [...goes].sort((a, b) => a.doneAt - b.doneAt);
  const first = (label: string, met: (go: Go) => boolean): Milestone[] => {
    const go = inOrder.find(met);
    return go ? [{ label, doneAt: go.doneAt }] : [];
  };
  switch (measure) {
    case 'unbroken run':
      return LADDER.flatMap((step) => first(t('{step} in a row', { step }), (go) => go.result >= step));
    case 'count in time':
    case 'hits in time':
      return LADDER.flatMap((step) => first(t('{step} in one go', { step }), (go) => go.result >= step));
    case 'surfaces':
      return first('all surfaces full', (go) => {
        const parts = Object.values(go.parts ?? {});
        return full !== null && parts.filter((n) => n >= full.reps).length >= full.surfaces;
      });
    case 'sets':
      return first(t('a course without a fault'), (go) => go.result === 0);
    default:
      return [];
  }
}
