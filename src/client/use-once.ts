import { useEffect, useState } from 'react';

/**
 * Whether a thing is shown for the first time on this device. A browser that keeps nothing shows it again: no harm done.
 * @param place where the newest one is kept, of one person
 * @param id of the thing; null while there is none, and nothing is kept then
 */
export function useOnce(place: string, id: string | null): boolean {
  const [fresh, setFresh] = useState(false);
  useEffect(() => {
    if (id === null) return;
    try {
      setFresh(localStorage.getItem(place) !== id);
      localStorage.setItem(place, id);
    } catch {
      setFresh(true);
    }
  }, [place, id]);
  return fresh;
}
