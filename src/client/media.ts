/** What a browser lets a page say of its sound; only some have it. */
interface AudioSession {
  type: string;
}

const sessionOf = (): AudioSession | undefined => (navigator as { audioSession?: AudioSession }).audioSession;

/** Streams that hear, as long as they are open. */
const hearing = new Set<MediaStream>();

/**
 * Says what this page does with sound. On some phones a switch for silence stills every page that does not say that it plays, and a page
 * that only plays is given no microphone.
 */
export function tellSession(): void {
  const session = sessionOf();
  if (session) session.type = hearing.size > 0 ? 'play-and-record' : 'playback';
}

/**
 * Opens the camera, the microphone or both.
 * @throws whatever the browser says when they are not given
 */
export async function openMedia(what: MediaStreamConstraints): Promise<MediaStream> {
  const session = sessionOf();
  if (session && what.audio) session.type = 'play-and-record';
  try {
    const stream = await navigator.mediaDevices.getUserMedia(what);
    if (what.audio) hearing.add(stream);
    return stream;
  } finally {
    tellSession();
  }
}

/** Lets go of it again. */
export function closeMedia(stream: MediaStream | null): void {
  for (const track of stream?.getTracks() ?? []) track.stop();
  if (stream && hearing.delete(stream)) tellSession();
}
