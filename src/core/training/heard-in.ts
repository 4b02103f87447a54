import type { Foot } from '../drills/terms.ts';
import type { ClockEvent } from './clock.ts';

/** One foot's work in a go. */
export interface WorkOfFoot {
  itemId: string;
  round: number;
  foot: Foot;
}

/** What the phone heard of one foot's work, as the log of a visit has it: the last word; null where it was not sure or did not listen. */
export function heardIn(log: readonly ClockEvent[], work: WorkOfFoot): Extract<ClockEvent, { type: 'heard' }> | null {
  const said = log.findLast(
    (event) => event.type === 'heard' && event.itemId === work.itemId && event.round === work.round && event.foot === work.foot,
  );
  return said?.type === 'heard' ? said : null;
}
