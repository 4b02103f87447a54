import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { keepHere, keptHere } from '../../client/kept-here.ts';
import { hasBeat, type Interval } from '../../core/training/index.ts';

const NAME = 'eager-feet.beat';

/**
 * Whether a beat to follow is heard at slow paces, as this device was told last.
 * @returns `beat` null where the sheet has no slow pace; `heard` the same, for whoever lays the cues
 */
export function useBeat(sheet: readonly Interval[]) {
  const [on, setOn] = useState(false);
  const heard = useRef(false);
  heard.current = on;
  // The server has no memory of a device.
  useEffect(() => setOn(keptHere(NAME) === true), []);
  const setBeat = useCallback((next: boolean) => {
    keepHere(NAME, next ? true : null);
    setOn(next);
  }, []);
  const slow = useMemo(() => sheet.some(hasBeat), [sheet]);
  return { beat: slow ? on : null, heard, setBeat };
}
