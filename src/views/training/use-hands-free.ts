import { useCallback, useEffect, useRef, useState } from 'react';
import { t } from '../../core/text/translate.ts';
import type { Ear } from './hands-free.ts';
import type { Voice } from './voice.ts';

/**
 * "Ready" by a clap or a knock, while it is switched on.
 * @param onReady called where ready is waited for; null everywhere else
 */
export function useHandsFree(voice: Voice, onReady: (() => void) | null) {
  const ear = useRef<Ear | null>(null);
  const ready = useRef(onReady);
  ready.current = onReady;
  const [listening, setListening] = useState(false);
  const [loud, setLoud] = useState(false);
  const [hearing, setHearing] = useState<string | null>(null);
  const listenOn = useCallback(
    async (on: boolean) => {
      ear.current?.close();
      ear.current = null;
      setListening(false);
      if (!on) return;
      const knocked = () => {
        setHearing(t('Heard you.'));
        ready.current?.();
      };
      try {
        const { listen } = await import('./hands-free.ts');
        ear.current = await listen(knocked, () => voice.sounding, setLoud);
        setListening(true);
        setHearing(t('Clap once, or knock three times, to try it. Where it is loud, clap twice.'));
      } catch {
        setHearing(t('The microphone did not open. A tap on the screen says ready as well.'));
      }
    },
    [voice],
  );
  useEffect(() => () => ear.current?.close(), []);
  return { listening, loud, hearing, listenOn };
}
