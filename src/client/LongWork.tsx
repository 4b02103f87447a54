import { useEffect, useState } from 'react';
import { t } from '../core/text/translate.ts';
import { Button } from '../ui/parts/index.ts';

/** What is over sooner needs no word. */
const QUIET_SECONDS = 1;

/** Says that something long is being done, for how long already, and stops what may be stopped. Nothing is shown in the first second. */
export function LongWork({ busy, what, onStop }: { busy: boolean; what: string; onStop: (() => void) | null }) {
  const [seconds, setSeconds] = useState(0);
  useEffect(() => {
    if (!busy) return;
    setSeconds(0);
    const from = performance.now();
    const timer = setInterval(() => setSeconds(Math.floor((performance.now() - from) / 1000)), 250);
    return () => clearInterval(timer);
  }, [busy]);
  if (!busy || seconds < QUIET_SECONDS) return null;
  return (
    <div className="flex flex-wrap items-center gap-3" role="status">
      <progress className="h-2 w-40 accent-lace" aria-label={what} />
      <span>
        {what}, {seconds} s
      </span>
      {onStop && (
        <Button size="small" onClick={onStop}>
          {t('Stop')}
        </Button>
      )}
    </div>
  );
}
