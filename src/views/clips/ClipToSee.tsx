import { useRef } from 'react';
import { ClipVideo } from './ClipVideo.tsx';
import { useSeen } from './use-seen.ts';

/** A clip that is looked at before it leaves: it plays by itself, and says when it was seen. */
export function ClipToSee({ address, label, onSeen }: { address: string; label: string; onSeen(): void }) {
  const video = useRef<HTMLVideoElement>(null);
  useSeen(video, onSeen);
  return <ClipVideo ref={video} src={address} playsItself className="max-h-64 w-full" label={label} />;
}
