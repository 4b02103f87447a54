import { Mic } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { t } from '../../core/text/translate.ts';
// By its file: its word lists would come along with every page that needs the clock.
import { numberSaid } from '../../core/training/number-said.ts';
import { listenOnce, understandsHere } from './say-number.ts';

/** A number said aloud, where the device itself understands it; nothing elsewhere. What was heard is shown, and can be changed like any other. */
export function SayNumber({ label, onNumber }: { label: string; onNumber(n: number): void }) {
  const [offered, setOffered] = useState(false);
  const [state, setState] = useState<'still' | 'listening' | 'not understood'>('still');
  const stop = useRef<(() => void) | null>(null);
  useEffect(() => {
    let gone = false;
    void understandsHere().then((yes) => !gone && setOffered(yes));
    return () => {
      gone = true;
      stop.current?.();
    };
  }, []);
  if (!offered) return null;
  const listen = async () => {
    if (state === 'listening') return stop.current?.();
    setState('listening');
    const listening = listenOnce();
    stop.current = listening.stop;
    const heard = (await listening.said).flatMap((words) => numberSaid(words) ?? []);
    stop.current = null;
    setState(heard[0] === undefined ? 'not understood' : 'still');
    if (heard[0] !== undefined) onNumber(heard[0]);
  };
  return (
    <div className="col-span-2 flex flex-col gap-1">
      <button
        type="button"
        className="slab flex h-14 items-center justify-center gap-2 font-semibold"
        aria-label={t('{label}: say it', { label })}
        aria-pressed={state === 'listening'}
        onClick={() => void listen()}
      >
        <Mic aria-hidden className="size-5" /> {state === 'listening' ? t('Say the number…') : t('Say it')}
      </button>
      {state === 'not understood' && (
        <span className="text-sm" role="status">
          {t('I did not hear one number. Say it once more, or type it.')}
        </span>
      )}
    </div>
  );
}
