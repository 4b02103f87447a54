import { useEffect, useState } from 'react';

/** False on the server and while the page is taken over: what comes as a part of its own is asked for after that. */
export function useMounted(): boolean {
  const [mounted, setMounted] = useState(false);
  useEffect(() => setMounted(true), []);
  return mounted;
}
