import { useEffect, useRef, useState } from 'react';
import type { Span } from '../../core/clips/signals.ts';
import type { HeardDrill } from '../../core/rep-counter/index.ts';
import { type ShelvedClip, type Suggested, suggestFor } from './clip-shelf.ts';

/** A suggested count that can be asked for at any time; it is made as soon as the clip is here. */
export function useSuggestion(shelved: ShelvedClip | null, work: readonly Span[], drill: HeardDrill | null) {
  const [asked, setAsked] = useState(false);
  const [suggested, setSuggested] = useState<Suggested | null>(null);
  const [share, setShare] = useState(0);
  const cancel = useRef<(() => void) | null>(null);
  const file = shelved?.file;

  // biome-ignore lint/correctness/useExhaustiveDependencies: the work of a clip does not change while it is shown.
  useEffect(() => {
    if (!asked || suggested || !file || work.length === 0) return;
    const asking = suggestFor(file, work, drill, setShare);
    cancel.current = asking.cancel;
    // Broken off it can be asked for again.
    asking.result.then(setSuggested, () => setAsked(false));
    return asking.cancel;
  }, [asked, suggested, file]);

  return {
    suggested,
    /** Share of the work that was looked through; null when none is being made. */
    progress: asked && !suggested ? share : null,
    ask: () => setAsked(true),
    breakOff: () => (cancel.current ? cancel.current() : setAsked(false)),
  };
}
