import { useCallback, useState } from 'react';
import { sentenceOf } from './client.ts';

/** Does what somebody asked for, and says in a sentence that it is done or what kept it from being done. */
export function useAttempt() {
  const [outcome, setOutcome] = useState<{ done: boolean; sentence: string | null } | null>(null);
  const [busy, setBusy] = useState(false);
  const [stop, setStop] = useState<(() => void) | null>(null);
  /**
   * Resolves to whether it was done.
   * @param work what to do; resolves to the sentence that says it is done, or to nothing. What may be stopped asks for its signal
   */
  const attempt = useCallback(async (work: (stoppable: () => AbortSignal) => Promise<unknown>): Promise<boolean> => {
    const running = new AbortController();
    setOutcome(null);
    setBusy(true);
    try {
      const sentence = await work(() => {
        setStop(() => () => running.abort());
        return running.signal;
      });
      setOutcome({ done: true, sentence: typeof sentence === 'string' ? sentence : null });
      return true;
    } catch (error) {
      setOutcome({ done: false, sentence: sentenceOf(error) });
      return false;
    } finally {
      setBusy(false);
      setStop(null);
    }
  }, []);
  const done = outcome?.done === true;
  return { done, said: done ? outcome.sentence : null, problem: done ? null : (outcome?.sentence ?? null), busy, stop, attempt };
}
