import { useRef } from 'react';
import { useSeen } from './use-seen.ts';

/** A clip that is looked at before it leaves: it plays by itself, and says when it was seen. */
export function ClipToSee({ address, label, onSeen }: { address: string; label: string; onSeen(): void }) {
  const video = useRef<HTMLVideoElement>(null);
  useSeen(video, onSeen);
  return <video ref={video} src={address} controls autoPlay muted playsInline className="max-h-64 w-full bg-ink" aria-label={label} />;
}
