/** Why a browser shows no picture of a clip: it is not there any more, there is no line to get it, or it is of a kind that this browser does not play. */
export type Unplayed = 'not there' | 'no line' | 'not this kind';

/** Asks why a clip did not play. What is kept on this device is there. */
export async function whyUnplayed(address: string, get: typeof fetch = fetch): Promise<Unplayed> {
  if (address.startsWith('blob:')) return 'not this kind';
  const there = await get(address, { method: 'HEAD' }).catch(() => null);
  if (!there) return 'no line';
  return there.ok ? 'not this kind' : 'not there';
}

/** What is followed of a video: its element, or what stands for it. */
type Pictures = Pick<HTMLVideoElement, 'currentTime'> & Partial<Pick<HTMLVideoElement, 'requestVideoFrameCallback'>>;

/** Calls back with the time of the next picture that is shown; a browser that does not tell gives the element's own time at its next frame. */
export function onNextPicture(video: Pictures, told: (mediaTime: number) => void): void {
  if (video.requestVideoFrameCallback) video.requestVideoFrameCallback((_now, { mediaTime }) => told(mediaTime));
  else requestAnimationFrame(() => told(video.currentTime));
}
