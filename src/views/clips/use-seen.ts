import { type RefObject, useEffect, useRef } from 'react';
import { watchUntilSeen } from './seen.ts';

/** Says once that a video was looked at. */
export function useSeen(video: RefObject<HTMLVideoElement | null>, onSeen: (() => void) | undefined): void {
  const told = useRef(onSeen);
  told.current = onSeen;
  useEffect(() => (video.current ? watchUntilSeen(video.current, () => told.current?.()) : undefined), [video]);
}
