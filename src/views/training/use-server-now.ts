import { useEffect, useState } from 'react';
import { deviceNow } from '../../client/now.ts';

/** How often the minutes that are left are looked at. */
const LOOK_MS = 10_000;

/** The server's clock while a page stands: doors open on a page that was there before. */
export function useServerNow(atFirst: number): number {
  const [now, setNow] = useState(atFirst);
  useEffect(() => {
    const since = deviceNow();
    const timer = setInterval(() => setNow(atFirst + deviceNow() - since), LOOK_MS);
    return () => clearInterval(timer);
  }, [atFirst]);
  return now;
}
