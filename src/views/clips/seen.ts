/** A clip counts as seen once so much of it was played; a jump to its end is no look. */
export const SEEN_SHARE = 0.5;

/** The longest step between two moments of playing, in seconds; what is longer is a jump. */
const STEP_SECONDS = 1;

/**
 * Watches a video being played, at any pace, and says once that it was seen.
 * @returns what ends the watching
 */
export function watchUntilSeen(video: HTMLVideoElement, onSeen: () => void): () => void {
  let played = 0;
  let at = video.currentTime;
  let told = false;
  const look = () => {
    const step = video.currentTime - at;
    at = video.currentTime;
    if (video.seeking || step < 0 || step > STEP_SECONDS) return;
    played += step;
    if (told || !Number.isFinite(video.duration) || played < video.duration * SEEN_SHARE) return;
    told = true;
    onSeen();
  };
  const events = ['timeupdate', 'ended'] as const;
  for (const event of events) video.addEventListener(event, look);
  return () => {
    for (const event of events) video.removeEventListener(event, look);
  };
}
