import { useEffect, useRef } from 'react';
import { watchUntilSeen } from './seen.ts';

/** A clip that is looked at before it leaves: it plays by itself, and says when it was seen. */
export function ClipToSee({ address, label, onSeen }: { address: string; label: string; onSeen(): void }) {
  const video = useRef<HTMLVideoElement>(null);
  const seen = useRef(onSeen);
  seen.current = onSeen;
  useEffect(() => {
    const { current } = video;
    return current ? watchUntilSeen(current, () => seen.current()) : undefined;
  }, []);
  return <video ref={video} src={address} controls autoPlay muted playsInline className="max-h-64 w-full bg-ink" aria-label={label} />;
}
