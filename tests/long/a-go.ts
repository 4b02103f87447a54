import { v7 as uuid } from 'uuid';
import type { ThisWeek } from '../../src/contract/training.ts';

/** A count of 30 s or so of the open week, and how it is sent. */
function aScoredItem(visit: ThisWeek) {
  for (const session of visit.week?.content.sessions ?? []) {
    const item = session.blocks
      .flatMap((block) => block.items)
      .find((one) => one.scored && one.dose.measure === 'count in time' && one.side !== 'each foot');
    if (item && 'seconds' in item.dose) return { sessionId: session.id, itemId: item.id, seconds: item.dose.seconds };
  }
  throw new Error('The open week has no count.');
}

/** A go of it with one number, as a phone sends it; the number's id beside it. */
export function aGo(visit: ThisWeek, value: number) {
  const { seconds, ...place } = aScoredItem(visit);
  const id = uuid();
  return {
    id,
    body: {
      ...place,
      ...{ goId: uuid(), revisionId: visit.week?.revisionId, round: 0, runId: null, doneAt: Date.now() },
      scores: [{ id, foot: 'both', value, faults: 0, seconds, clocked: true, parts: null }],
    },
  };
}
