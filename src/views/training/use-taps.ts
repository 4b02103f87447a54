import { useEffect, useState } from 'react';
import { keepTaps, tapsOf } from '../../client/device-store.ts';
import type { Foot } from '../../core/drills/terms.ts';
import type { Tap } from '../../core/review/taps.ts';
import type { Interval } from '../../core/training/index.ts';

/** One foot's, or one surface's, work in one go. */
type Work = Pick<Interval, 'itemId' | 'round' | 'foot' | 'surface'>;

const goKey = ({ itemId, round }: Pick<Work, 'itemId' | 'round'>) => `${itemId}|${round}|`;
/** The key that a helper's taps are kept under. */
const tapKey = (work: Work) => `${goKey(work)}${work.foot}|${work.surface ?? ''}`;

/** What a helper taps along the goes of a run: kept on the device as it is made, and there again after a reload. */
export function useTaps(runId: string) {
  const [taps, setTaps] = useState<Record<string, readonly Tap[]>>({});
  useEffect(() => {
    void tapsOf(runId)
      .then(setTaps)
      .catch(() => {});
  }, [runId]);
  const put = (key: string, next: readonly Tap[]) => {
    setTaps((all) => ({ ...all, [key]: next }));
    void keepTaps(runId, key, next).catch(() => {});
  };
  return {
    of: (work: Work): readonly Tap[] => taps[tapKey(work)] ?? [],
    change: (work: Work, next: readonly Tap[]) => put(tapKey(work), next),
    /** What was tapped of a foot (surface '') or of a surface in one go; null where nobody did. */
    tapped: (go: Pick<Work, 'itemId' | 'round'>, foot: Foot, surface: string): readonly Tap[] | null => {
      const mine = Object.keys(taps).filter((key) => {
        const rest = key.startsWith(goKey(go)) ? key.slice(goKey(go).length) : '|';
        return surface ? rest.endsWith(`|${surface}`) : rest.startsWith(`${foot}|`);
      });
      return mine.length > 0 ? mine.flatMap((key) => taps[key] ?? []) : null;
    },
    /** Done anew, counted anew. */
    clear: (go: Pick<Work, 'itemId' | 'round'>) => {
      for (const key of Object.keys(taps)) if (key.startsWith(goKey(go))) put(key, []);
    },
  };
}
