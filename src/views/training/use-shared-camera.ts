import { useEffect, useRef } from 'react';
import type { Filming } from './use-filming.ts';

/** One camera, and it looks at whoever has the turn: it is let go while somebody else has, and opened again after that. */
export function useSharedCamera({ stream, facing, switchOn, switchOff }: Filming, isOthers: boolean): void {
  const filmed = useRef(false);
  useEffect(() => {
    if (isOthers && stream) {
      filmed.current = true;
      switchOff();
    } else if (!isOthers && !stream && filmed.current) {
      filmed.current = false;
      void switchOn(facing);
    }
  }, [isOthers, stream, facing, switchOn, switchOff]);
}
