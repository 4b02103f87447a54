import type { DoubtResult } from './doubt.ts';

interface Waiting {
  result: DoubtResult;
  hasClip: boolean;
  doneAt: number;
}

/** Place of a waiting score: what cannot be, what needs a look, clips, clear ones. */
function rank({ result, hasClip }: Waiting): number {
  if (result === 'cannot be') return 0;
  if (result === 'look') return hasClip ? 1 : 2;
  return hasClip ? 3 : 4;
}

/** The order of the review queue: doubted first, then clips, then clear ones; newest first within each. */
export function compareWaiting(a: Waiting, b: Waiting): number {
  return rank(a) - rank(b) || b.doneAt - a.doneAt;
}

/** Seconds that one waiting score usually takes a coach: a doubt with a clip is recounted, a clear one is a glance. */
const SECONDS = { doubtWithClip: 45, doubt: 20, clip: 25, clear: 3 } as const;

/** Whole minutes that a queue will take, at least 1 when anything waits. */
export function reviewMinutes(waiting: readonly Pick<Waiting, 'result' | 'hasClip'>[]): number {
  const seconds = waiting.reduce((sum, { result, hasClip }) => {
    if (result === 'clear') return sum + (hasClip ? SECONDS.clip : SECONDS.clear);
    return sum + (hasClip ? SECONDS.doubtWithClip : SECONDS.doubt);
  }, 0);
  return Math.ceil(seconds / 60);
}
