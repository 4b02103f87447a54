import type { WeekPlan } from '../core/weeks/schema.ts';
import { keepHere, keptHere } from './kept-here.ts';

/** A week's plan as it was typed on this device and is not wholly on the server yet. */
export interface KeptDraft {
  /** The number of the server's draft that it was made from. */
  base: number;
  plan: WeekPlan;
  /** What of it was on its way to the server last: its answer may have been lost. */
  sent: WeekPlan | null;
}

/** Under this name, by week, stand drafts that are not wholly on the server. */
export const DRAFTS_HERE = 'eager-feet.draft.';

/** A number field that holds no number yet: JSON has no word for it. */
const NO_NUMBER = '\u0000no number';
const toText = (draft: KeptDraft): string =>
  JSON.stringify(draft, (_, value: unknown) => (typeof value === 'number' && Number.isNaN(value) ? NO_NUMBER : value));
const fromText = (text: string): KeptDraft =>
  JSON.parse(text, (_, value: unknown) => (value === NO_NUMBER ? Number.NaN : value)) as KeptDraft;

/**
 * Keeps a draft on this device, or forgets it (null). It is there when this returns: a page may be gone a moment later, and only this store
 * of the browser writes at once.
 * @returns whether the browser's store took it
 */
export const keepDraft = (weekId: string, draft: KeptDraft | null): boolean => keepHere(DRAFTS_HERE + weekId, draft && toText(draft));

/** The draft of a week that was kept here; null when there is none, or none that can be read. */
export function keptDraft(weekId: string): KeptDraft | null {
  const text = keptHere(DRAFTS_HERE + weekId);
  try {
    return typeof text === 'string' ? fromText(text) : null;
  } catch {
    return null;
  }
}
