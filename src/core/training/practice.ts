import type { Drill } from '../drills/schema.ts';
import { t } from '../text/translate.ts';
import { newBlock, newItem } from '../weeks/defaults.ts';
import type { PublishedWeek, Session } from '../weeks/schema.ts';

/** Stands where the week, its revision and the session have their ids: free practice belongs to none. */
export const PRACTICE_ID = '00000000-0000-7000-8000-000000000000';

/** An id of the item of each drill, so that a practice that was left is found again, and one of another drill is another. */
function itemIdOf(drillId: string): string {
  let [a, b] = [0x811c9dc5, 0x01000193];
  for (const letter of drillId) {
    const code = letter.codePointAt(0) ?? 0;
    a = Math.imul(a ^ code, 0x01000193) >>> 0;
    b = Math.imul(b + code, 0x85ebca6b) >>> 0;
  }
  return `00000000-0000-7000-8000-${(a.toString(16).padStart(8, '0') + b.toString(16).padStart(8, '0')).slice(0, 12)}`;
}

/** Free practice of one drill, as a session of its own: the usual dose of the drill, alone. */
export function practiceOf(drill: Drill): { session: Session; content: PublishedWeek } {
  const id = itemIdOf(drill.id);
  const session: Session = {
    id,
    name: drill.name,
    day: null,
    blocks: [{ ...newBlock(id, 'challenge'), drinkSeconds: 0, items: [newItem(id, drill)] }],
  };
  return { session, content: { title: t('Free practice'), focus: '', sessions: [session], drills: { [drill.id]: drill } } };
}
